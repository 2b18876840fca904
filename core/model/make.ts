import { LIMITS } from './terms';
import type { Adapter, Box, Connector, JackRef, Lead, LeadKind, Model, Place, Sound } from './types';

/** Small letters, digits and dashes from any name; never empty. */
export const slug = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40)
    .replace(/-+$/, '') || 'part';

/** A text with an ending, cut before it so that both together are within a limit. */
export const withEnding = (text: string, ending: string, most: number): string =>
  text.slice(0, most - ending.length) + ending;

/** `base`, or `base-2`, `base-3` … : the first that is not taken, cut to what an id may have. */
export function freshId(base: string, taken: { has(id: string): boolean }): string {
  const start = base === 'constructor' || base === 'prototype' ? `${base}-1` : base;
  let id = start;
  for (let n = 2; taken.has(id); n += 1) id = withEnding(start, `-${n}`, LIMITS.idLength);
  return id;
}

const consonants = (word: string) => word[0] + word.slice(1).replace(/[AEIOU]/g, '');

/** A tag of at most 7 characters from a name, told apart from the tags that are taken. */
export function makeTag(name: string, taken: ReadonlySet<string>): string {
  const words = name
    .normalize('NFKD')
    .toUpperCase()
    .match(/[A-Z0-9]+/g) ?? ['BOX'];
  // Two letters alone say nothing: IN-EAR, not IN.
  const first = words[0] && words[0].length > 2 ? words[0] : words.slice(0, 2).join('');
  const short = first.length <= LIMITS.tagLength ? first : consonants(first).slice(0, LIMITS.tagLength);
  const initials =
    words.length > 1
      ? `${short.slice(0, 4)}${words
          .slice(1)
          .map((w) => w[0])
          .join('')}`
      : short;
  for (const tag of [short, initials.slice(0, LIMITS.tagLength)]) if (!taken.has(tag)) return tag;
  for (let n = 2; ; n += 1) {
    const tag = `${short.slice(0, LIMITS.tagLength - String(n).length)}${n}`;
    if (!taken.has(tag)) return tag;
  }
}

/** The lowest lead number that is free. */
export function freeNumber(leads: readonly Lead[], alsoTaken: ReadonlySet<number> = new Set()): number {
  const taken = new Set([...leads.map((lead) => lead.number), ...alsoTaken]);
  let number = 1;
  while (taken.has(number)) number += 1;
  return number;
}

const PLUGS: Record<LeadKind, readonly [Connector, Connector]> = {
  instrument: ['ts-635', 'ts-635'],
  patch: ['ts-635', 'ts-635'],
  speaker: ['ts-635', 'ts-635'],
  balanced: ['xlr-f', 'xlr-m'],
  stereo: ['trs-635', 'trs-635'],
  midi: ['din-5', 'din-5'],
  switch: ['trs-635', 'trs-635'],
  expression: ['trs-635', 'trs-635'],
  digital: ['rca', 'rca'],
  usb: ['usb-a', 'usb-b'],
  dc: ['barrel-21', 'barrel-21'],
  mains: ['mains', 'mains'],
  radio: ['none', 'none'],
  air: ['none', 'none'],
};

/** A lead of a kind (keys in the order of the file) with the plugs that kind has as a rule. */
export function makeLead(args: {
  id: string;
  number: number;
  kind: LeadKind;
  from: readonly JackRef[];
  to: readonly JackRef[];
  lengthM?: number;
  adapters?: { from?: readonly Adapter[]; to?: readonly Adapter[] };
}): Lead {
  const [fromPlug, toPlug] = PLUGS[args.kind];
  const end = (
    connector: Connector,
    at: readonly JackRef[],
    adapters: readonly Adapter[] = [],
  ): Lead['from'] => ({
    at,
    plug: { connector, angle: 'straight', silent: false },
    adapters,
  });
  return {
    id: args.id,
    number: args.number,
    from: end(fromPlug, args.from, args.adapters?.from),
    to: end(toPlug, args.to, args.adapters?.to),
    kind: args.kind,
    lengthM: args.lengthM ?? 0,
    lengthBy: 'computed',
    makeup: 'unknown',
    break: { kind: 'none' },
    label: '',
    notes: '',
  };
}

/** What a box has of its own, whatever model it is of. */
export type Instance = Pick<Box, 'id' | 'name' | 'tag' | 'place' | 'order'>;

/**
 * A box of a model: it carries all that the model says, and remembers which revision that was. Its fields stand in the
 * order in which a file has them, so that a file that is read and written again is the same to the letter.
 */
export function instanceOf({ id: item, revision, kind, ...facts }: Model, given: Instance): Box {
  const { id, name, tag, place, order } = given;
  return {
    id,
    name,
    tag,
    kind,
    from: { item, revision },
    place,
    order,
    folded: 'auto',
    part: 'box',
    ...facts,
    notes: '',
  };
}

/** A sound of this name that sets nothing by itself. */
/** Nothing set otherwise than at rest. */
export const nothingSet = (): Sound['state'] => ({ blocks: {}, modes: {}, controls: {}, patches: {} });

export const makeSound = (id: string, name: string): Sound => ({
  id,
  name,
  guitar: null,
  pickup: null,
  wish: {},
  state: nothingSet(),
  messages: [],
  notes: '',
});

/** What a new place stands from its left neighbour until somebody says better. */
const NEW_PLACE_M = 3;

/** A place of this name, its distance assumed until somebody measures it. @param known metres, where they are */
export const makePlace = (id: string, name: string, known?: { distanceM: number; dropM: number }): Place => ({
  id,
  name,
  distanceM: known?.distanceM ?? NEW_PLACE_M,
  distanceBy: 'assumed',
  dropM: known?.dropM ?? 0.5,
  enclosed: false,
  notes: '',
});
