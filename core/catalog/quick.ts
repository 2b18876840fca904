import { inOrder } from '../lengths';
import { freshId, makeTag, slug, type Box, type Rig } from '../model';
import { CATALOGUE } from './catalogue';
import { makeBox, type Kind } from './kind';

/** One guess of what a word of the line stands for; lower cost is better. */
export type Guess = { readonly kind: Kind; readonly cost: number };

export type QuickItem = {
  /** The words as typed, without numbers and repeats. */
  readonly text: string;
  /** Best first; empty when nothing is like it. */
  readonly guesses: readonly Guess[];
  /** How certain the first guess is: its own word, the beginning of one, or only something alike. */
  readonly certainty: 'word' | 'beginning' | 'alike' | 'none';
  readonly repeat: number;
  readonly ohm?: number;
  readonly watts?: number;
};

const MOST_REPEATS = 20;

/** Letters that must change to make one word of the other (Levenshtein). */
function distance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1)
      next.push(
        Math.min(
          (row[j] ?? 0) + 1,
          (next[j - 1] ?? 0) + 1,
          (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1),
        ),
      );
    row = next;
  }
  return row[b.length] ?? 0;
}

/** 0: the kind's own word; below 1: the beginning of one or one word of several; above: typing slips. */
function costOf(text: string, kind: Kind): number {
  const typed = text.split(' ');
  return Math.min(
    ...kind.words.map((word) => {
      if (text === word) return 0;
      if (typed.includes(word)) return 0.2 + 0.1 * (typed.length - 1) - (typed.at(-1) === word ? 0.05 : 0);
      if (word.startsWith(text)) return 0.5 + 0.4 * (1 - text.length / word.length);
      if (typed.some((t) => t.length > 2 && word.split(' ').includes(t))) return 0.9;
      const most = Math.floor(word.length / 3);
      // Words so unlike in length cannot be alike: nearly all of them, and counting slips takes most of the time.
      if (Math.abs(text.length - word.length) > most) return Number.POSITIVE_INFINITY;
      const slips = distance(text, word);
      return slips <= most ? 1 + slips : Number.POSITIVE_INFINITY;
    }),
  );
}

/** Kinds that fit the words, best first. */
export function guessKinds(text: string): readonly Guess[] {
  const clean = text.trim().toLowerCase().replace(/\s+/g, ' ');
  if (clean === '') return [];
  return CATALOGUE.map((kind) => ({ kind, cost: costOf(clean, kind) }))
    .filter((guess) => Number.isFinite(guess.cost))
    .sort((a, b) => a.cost - b.cost);
}

const certaintyOf = (cost: number | undefined): QuickItem['certainty'] =>
  cost === undefined ? 'none' : cost < 0.45 ? 'word' : cost < 1 ? 'beginning' : 'alike';

function readItem(words: string): QuickItem {
  let repeat = 1;
  let ohm: number | undefined;
  let watts: number | undefined;
  const kept: string[] = [];
  for (const word of words.trim().split(/\s+/)) {
    const times = /^[x×](\d+)$|^(\d+)[x×]$/i.exec(word);
    const power = /^(\d+(?:\.\d+)?)\s*w(?:atts?)?$/i.exec(word);
    const load = /^(\d+(?:\.\d+)?)(?:ohms?|Ω|r)?$/i.exec(word);
    if (times) repeat = Math.min(MOST_REPEATS, Math.max(1, Number(times[1] ?? times[2])));
    else if (power && Number(power[1]) > 0) watts = Number(power[1]);
    else if (load && Number(load[1]) > 0 && kept.length > 0) ohm = Number(load[1]);
    else kept.push(word);
  }
  const text = kept.join(' ');
  const guesses = guessKinds(text);
  return {
    text,
    guesses,
    certainty: certaintyOf(guesses[0]?.cost),
    repeat,
    ...(ohm === undefined ? {} : { ohm }),
    ...(watts === undefined ? {} : { watts }),
  };
}

/**
 * Reads one line of gear: items between commas (a bar is a comma for the eye, so is a line break), `x2` repeats,
 * a number is a cabinet's or head's ohms, with `w` its watts.
 */
export const readQuickLine = (line: string): readonly QuickItem[] =>
  line
    .split(/[,|;\n\t]/)
    .filter((item) => item.trim() !== '')
    .map(readItem);

function withFigures(box: Box, item: QuickItem): Box {
  const said = (value: number) => ({ value, source: 'manual' as const });
  const jacks = box.jacks.map((jack) => {
    if (!jack.speaker) return jack;
    const { speaker } = jack;
    const isCabinet = speaker.isLoad === 'always';
    return {
      ...jack,
      speaker: {
        ...speaker,
        ...(isCabinet && item.ohm !== undefined ? { ohm: said(item.ohm) } : {}),
        ...(item.watts !== undefined ? { watts: said(item.watts) } : {}),
      },
    };
  });
  // A head said to be of so many ohms has that tap and no other.
  const taps = jacks.filter((jack) => jack.speaker?.needsLoad);
  const named = taps.find((jack) => jack.speaker?.ohm?.value === item.ohm);
  if (item.ohm === undefined || !named) return { ...box, jacks };
  const gone = new Set(taps.filter((jack) => jack !== named).map((jack) => jack.id));
  return {
    ...box,
    jacks: jacks.filter((jack) => !gone.has(jack.id)),
    patches: box.patches.map((patch) => ({
      ...patch,
      wires: patch.wires.filter((wire) => !('jack' in wire.to && gone.has(wire.to.jack))),
    })),
  };
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** What a box is called: the player's words where they say more than the kind's own. */
function nameOf(item: QuickItem, kind: Kind): string {
  const own = item.text.toLowerCase();
  return item.certainty === 'alike' || item.certainty === 'none' || kind.words.includes(own) || own.length < 4
    ? kind.name
    : capital(item.text);
}

const placeFor = (rig: Rig, kind: Kind) =>
  rig.stage.places.some((place) => place.id === kind.place) ? kind.place : (rig.stage.places[0]?.id ?? '');

/**
 * The boxes a line stands for, ready to be added: ids, tags and order told apart from what the rig has.
 * Items without a kind are left out; the caller keeps them before people's eyes.
 * @param chosen kind ids chosen instead of the first guess, by position in the line
 */
export function boxesFromQuick(
  rig: Rig,
  items: readonly QuickItem[],
  chosen: Readonly<Record<number, string>> = {},
): readonly Box[] {
  const ids = new Set(rig.boxes.map((box) => box.id));
  const tags = new Set(rig.boxes.map((box) => box.tag));
  const names = new Set(rig.boxes.map((box) => box.name));
  let order = Math.max(0, ...inOrder(rig.boxes).map((box) => box.order));
  return items.flatMap((item, i) => {
    const kind = CATALOGUE.find((k) => k.id === chosen[i]) ?? item.guesses[0]?.kind;
    if (!kind) return [];
    const along = (kind.with ?? []).flatMap((id) => CATALOGUE.find((k) => k.id === id) ?? []);
    const wanted = [kind, ...along].map((one) => ({
      one,
      base: one === kind ? nameOf(item, kind) : one.name,
    }));
    return Array.from({ length: item.repeat }, () => wanted)
      .flat()
      .map(({ one, base }) => {
        const place = placeFor(rig, one);
        let name = base;
        for (let n = 2; names.has(name); n += 1) name = `${base} ${n}`;
        const id = freshId(slug(name), ids);
        const tag = makeTag(name, tags);
        order += 1;
        ids.add(id);
        tags.add(tag);
        names.add(name);
        return withFigures(makeBox(one, { id, name, tag, place, order }), item);
      });
  });
}
