import { inOrder } from '../lengths';
import { freshId, makeTag, slug, type Box, type Rig } from '../model';
import { byText, weakly } from '../units';
import { CATALOGUE } from './catalogue';
import { jacksOfKind, makeBox, type FigureSet, type Kind } from './kind';
import { certaintyOf, guessKinds, type Certainty, type Guess } from './search';

export type QuickItem = {
  /** The words as typed, without numbers and repeats. */
  readonly text: string;
  /** Best first; empty when nothing is like it. */
  readonly guesses: readonly Guess[];
  /** How certain the first guess is. */
  readonly certainty: Certainty;
  readonly repeat: number;
  readonly ohm?: number;
  readonly watts?: number;
};

const MOST_REPEATS = 20;

function readItem(words: string, kinds: readonly Kind[]): QuickItem {
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
  const named = guessKinds(kept.join(' '), kinds);
  // A number is ohms where there is a loudspeaker to it, else part of the name: a loop switcher 4.
  const isOhms = ohm === undefined || (named[0] && jacksOfKind(named[0].kind).some(({ speaker }) => speaker));
  const text = isOhms ? kept.join(' ') : [...kept, ohm].join(' ');
  const guesses = isOhms ? named : guessKinds(text, kinds);
  if (!isOhms) ohm = undefined;
  return {
    text,
    guesses,
    certainty: certaintyOf(guesses[0]?.cost),
    repeat,
    ...(ohm === undefined ? {} : { ohm }),
    ...(watts === undefined ? {} : { watts }),
  };
}

/** Most items of a line that is being typed were there at the last key. */
const itemsOf = weakly((kinds: readonly Kind[]) =>
  byText(
    (words: string) => words,
    (words) => readItem(words, kinds),
    300,
  ),
);

/**
 * Reads one line of gear: items between commas (a bar is a comma for the eye, so is a line break), `x2` repeats,
 * a number is a cabinet's or head's ohms, with `w` its watts.
 * @param kinds what is offered, one's own first
 */
export const readQuickLine = (line: string, kinds: readonly Kind[] = CATALOGUE): readonly QuickItem[] =>
  line
    .split(/[,|;\n\t]/)
    .filter((item) => item.trim() !== '')
    .map(itemsOf(kinds));

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
  const own = item.text.toLowerCase().replace(/\s+/g, ' ');
  return item.certainty === 'alike' || item.certainty === 'none' || kind.words.includes(own) || own.length < 4
    ? kind.name
    : capital(item.text);
}

const placeFor = (rig: Rig, kind: Kind) =>
  rig.stage.places.some((place) => place.id === kind.place) ? kind.place : (rig.stage.places[0]?.id ?? '');

/** A kind, and one of its makes, chosen instead of what the words were taken for. */
export type Choice = { readonly kind?: string | undefined; readonly set?: string | null | undefined };

/** The kind of an item and the makes of it: as chosen, else as the words say. */
export function chosenOf(
  item: QuickItem,
  choice: Choice | undefined,
  kinds: readonly Kind[] = CATALOGUE,
): { readonly kind: Kind | undefined; readonly sets: readonly FigureSet[] } {
  const kind = kinds.find(({ id }) => id === choice?.kind) ?? item.guesses[0]?.kind;
  const said = item.guesses.find((guess) => guess.kind === kind)?.sets ?? [];
  const sets = choice?.set === undefined ? said : (kind?.sets ?? []).filter(({ id }) => id === choice.set);
  return { kind, sets };
}

/**
 * The boxes a line stands for, ready to be added: ids, tags and order told apart from what the rig has.
 * Items without a kind are left out; the caller keeps them before people's eyes.
 * @param chosen what was chosen instead of the first guess, by position in the line
 * @param kinds what is offered, as the line was read by
 */
export function boxesFromQuick(
  rig: Rig,
  items: readonly QuickItem[],
  chosen: Readonly<Record<number, Choice>> = {},
  kinds: readonly Kind[] = CATALOGUE,
): readonly Box[] {
  const ids = new Set(rig.boxes.map((box) => box.id));
  const tags = new Set(rig.boxes.map((box) => box.tag));
  const names = new Set(rig.boxes.map((box) => box.name));
  let order = Math.max(0, ...inOrder(rig.boxes).map((box) => box.order));
  return items.flatMap((item, i) => {
    const { kind, sets } = chosenOf(item, chosen[i], kinds);
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
        return withFigures(makeBox(one, { id, name, tag, place, order }, one === kind ? sets : []), item);
      });
  });
}
