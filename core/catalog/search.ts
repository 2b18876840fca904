// What people call a kind, or say that it does, against the catalogue.
import MiniSearch from 'minisearch';
import { CATALOGUE } from './catalogue';
import type { FigureSet, Kind } from './kind';
import { weakly } from '../units';

/** One guess of what words stand for; lower cost is better. */
export type Guess = {
  readonly kind: Kind;
  /** Makes of the kind that the words name too. */
  readonly sets: readonly FigureSet[];
  readonly cost: number;
};

/** How certain a guess is: its own word, the beginning of one or what it does, or only something alike. */
export type Certainty = 'word' | 'beginning' | 'alike' | 'none';

const COST = { word: 0.45, beginning: 1 } as const;

export const certaintyOf = (cost: number | undefined): Certainty =>
  cost === undefined ? 'none' : cost < COST.word ? 'word' : cost < COST.beginning ? 'beginning' : 'alike';

const tidy = (text: string) => text.trim().toLowerCase().replace(/\s+/g, ' ');

/** Does the text hold these words one after the other? */
const holds = (text: string, words: string) => ` ${text} `.includes(` ${words} `);

const setsIn = (kind: Kind, text: string): readonly FigureSet[] => {
  const found = (kind.sets ?? []).flatMap((set) => {
    const word = set.words.filter((one) => holds(text, one)).sort((a, b) => b.length - a.length)[0];
    return word === undefined ? [] : [{ set, word }];
  });
  // "hot humbucker" is that and no plain humbucker.
  return found
    .filter(({ word }) => !found.some((other) => other.word !== word && holds(other.word, word)))
    .map(({ set }) => set);
};

/** What its own words cost; infinite where none of them is in the text or begins with it. */
function costByWords(kind: Kind, text: string): number {
  const setWords = (kind.sets ?? []).flatMap(({ words }) => words);
  if (kind.words.includes(text)) return 0;
  if (setWords.includes(text)) return 0.05;
  const typed = text.split(' ').length;
  const costs = kind.words.map((word) => {
    if (holds(text, word))
      return 0.2 + 0.15 * (typed - word.split(' ').length) - (text.endsWith(word) ? 0.1 : 0);
    return word.startsWith(text) ? 0.5 + 0.4 * (1 - text.length / word.length) : Infinity;
  });
  return Math.min(...costs);
}

type Entry = { readonly id: string; readonly words: string; readonly name: string; readonly does: string };

/** Built when somebody first types. */
const indexOf = weakly((kinds: readonly Kind[]): MiniSearch<Entry> => {
  const made = new MiniSearch<Entry>({
    fields: ['words', 'name', 'does'],
    searchOptions: { prefix: true, fuzzy: 0.3, boost: { words: 3, name: 2 } },
  });
  made.addAll(
    kinds.map(({ id, name, hint, words, sets = [] }) => ({
      id,
      name,
      does: hint,
      words: [...words, ...sets.flatMap((set) => set.words)].join(' '),
    })),
  );
  return made;
});

/** What words alike, or words of what it does, cost: under 1 where each word is the beginning of one. */
function costsByIndex(text: string, kinds: readonly Kind[]): ReadonlyMap<string, number> {
  const found = indexOf(kinds).search(text);
  const best = found[0]?.score ?? 1;
  return new Map(
    found.map(({ id, score, queryTerms, terms }) => {
      const begun = queryTerms.filter((term) => terms.some((word) => word.startsWith(term))).length;
      const behind = 1 - score / best;
      const base = begun === queryTerms.length ? 0.9 : 1 + (queryTerms.length - begun) / queryTerms.length;
      // Of kinds alike the plainer is meant: a chorus before a stereo chorus.
      const plain = kinds.find((kind) => kind.id === id)?.name.split(' ').length ?? 1;
      return [String(id), base + 0.05 * behind + 0.01 * Math.min(4, plain - 1)];
    }),
  );
}

/**
 * Kinds that fit the words, best first: by what they are called, else by what they do, else by likeness.
 * @param kinds what is offered; of two that fit alike the first in this list comes first
 */
export function guessKinds(text: string, kinds: readonly Kind[] = CATALOGUE): readonly Guess[] {
  const clean = tidy(text);
  if (clean === '') return [];
  const alike = costsByIndex(clean, kinds);
  return kinds
    .map((kind) => ({
      kind,
      sets: setsIn(kind, clean),
      cost: Math.min(costByWords(kind, clean), alike.get(kind.id) ?? Infinity),
    }))
    .filter((guess) => Number.isFinite(guess.cost))
    .sort((a, b) => a.cost - b.cost || b.sets.length - a.sets.length);
}
