import { boxOf, jackOf } from './look-up';
import { derive, type Reads } from './slices';
import type { Box, Jack, JackRef, Lead, Rig, Sound } from './types';

/** A lead as it is plugged in one variant. */
export type Plugged = {
  readonly lead: Lead;
  readonly from: readonly JackRef[];
  readonly to: readonly JackRef[];
};

/** Which end of a lead. */
export type Side = 'from' | 'to';

export const otherSide = (side: Side): Side => (side === 'from' ? 'to' : 'from');

type Ends = Pick<Plugged, Side>;

/** Is it plugged the other way round: its first end in an input, and its other in none? */
export function isTurned(of: Reads<'boxes'>, { from, to }: Ends): boolean {
  const isInput = (ref: JackRef) => jackOf(of, ref)?.direction === 'in';
  return from.some(isInput) && !to.some(isInput);
}

/** A lead with its ends from output to input, whichever way round it is plugged. */
export const onward = <T extends Ends>(of: Reads<'boxes'>, plugged: T): T =>
  isTurned(of, plugged) ? { ...plugged, from: plugged.to, to: plugged.from } : plugged;

/** Do both name one jack? */
export const sameJack = (a: JackRef, b: JackRef): boolean => a.box === b.box && a.jack === b.jack;
/** The same jacks, in whatever order they are named. */
export const sameEnds = (a: readonly JackRef[], b: readonly JackRef[]): boolean =>
  a.length === b.length && a.every((ref) => b.some((other) => sameJack(ref, other)));
/** A jack as one text, `box/jack`: keys of records and sets. */
export const jackKey = (ref: JackRef): string => `${ref.box}/${ref.jack}`;
/** A jack from its text `box/jack`. */
export const refOf = (key: string): JackRef => {
  const cut = key.indexOf('/');
  return { box: key.slice(0, cut), jack: key.slice(cut + 1) };
};

/** Every lead with its ends as the variant in force has them. */
export const pluggedIn = derive(['leads', 'variant'], ({ leads, variant }): readonly Plugged[] =>
  leads.map((lead) => {
    const other = variant?.leads[lead.id];
    return { lead, from: other?.from ?? lead.from.at, to: other?.to ?? lead.to.at };
  }),
);

/** Every lead with its ends as the variant has them; null is the base wiring. */
export const wiring = (rig: Pick<Rig, 'leads' | 'variants'>, variant: string | null): readonly Plugged[] =>
  pluggedIn({ leads: rig.leads, variant: rig.variants.find(({ id }) => id === variant) ?? null });

/** A plug in a jack, and where the other end of its lead is. */
export type PlugAt = {
  readonly lead: Lead;
  readonly side: Side;
  readonly far: JackRef | undefined;
};

/** The plugs by the jack they stand in, `box/jack`. */
const plugsByJack = derive(['leads', 'variant'], (of): ReadonlyMap<string, readonly PlugAt[]> => {
  const found = new Map<string, PlugAt[]>();
  for (const { lead, from, to } of pluggedIn(of))
    for (const [side, near, far] of [
      ['from', from, to],
      ['to', to, from],
    ] as const)
      for (const key of new Set(near.map(jackKey))) {
        const here = found.get(key);
        const plug = { lead, side, far: far[0] };
        if (here) here.push(plug);
        else found.set(key, [plug]);
      }
  return found;
});

const NO_PLUGS: readonly PlugAt[] = [];

/** The plugs in one jack, with the ends at their other side. */
export const plugsAt = (of: Reads<'leads' | 'variant'>, ref: JackRef): readonly PlugAt[] =>
  plugsByJack(of).get(jackKey(ref)) ?? NO_PLUGS;

/** Both ends loose: kept with its number, plugged nowhere. */
export const isPutAway = (plugged: Ends): boolean => plugged.from.length === 0 && plugged.to.length === 0;

/** Boxes with a block of role source: guitars and other instruments, in the order of the rig. */
export const sources = derive(['boxes'], ({ boxes }): readonly Box[] =>
  boxes.filter((box) => box.blocks.some((block) => block.role === 'source')),
);

/** The guitar a sound is played on: its own choice, or the rig's first. */
export const guitarOf = (
  rig: Pick<Rig, 'boxes'>,
  sound: Pick<Sound, 'guitar'> | null | undefined,
): Box | undefined => (sound?.guitar ? boxOf(rig, sound.guitar) : undefined) ?? sources(rig)[0];

/** Of several jacks an end may be plugged in: the one of the sound's guitar, else the first. */
export function chosen(end: readonly JackRef[], guitar: string | undefined): JackRef | undefined {
  return end.length > 1 ? (end.find((ref) => ref.box === guitar) ?? end[0]) : end[0];
}

const LINK_KINDS: readonly string[] = ['radio', 'air'];
/** Links that are no leads: nothing to plug, no ground, no line in the schedule. */
export const isLink = (lead: Pick<Lead, 'kind'>): boolean => LINK_KINDS.includes(lead.kind);

const AUDIO: readonly string[] = [
  'instrument',
  'line',
  'mic',
  'speaker',
  'phones',
  'digital',
  'radio',
  'air',
];
/** Does audio flow at this jack, by whatever means? */
export const isAudio = (jack: Pick<Jack, 'carries'>): boolean => AUDIO.includes(jack.carries);
