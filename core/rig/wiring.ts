import type { Box, Jack, JackRef, Lead, Rig, Sound } from './types';

/** A lead as it is plugged in one variant. */
export type Plugged = {
  readonly lead: Lead;
  readonly from: readonly JackRef[];
  readonly to: readonly JackRef[];
};

export const sameJack = (a: JackRef, b: JackRef): boolean => a.box === b.box && a.jack === b.jack;
export const jackKey = (ref: JackRef): string => `${ref.box}/${ref.jack}`;
export const refOf = (key: string): JackRef => {
  const cut = key.indexOf('/');
  return { box: key.slice(0, cut), jack: key.slice(cut + 1) };
};

/** Every lead with its ends as the variant has them; null is the base wiring. */
export function wiring(rig: Rig, variant: string | null): readonly Plugged[] {
  const other = rig.variants.find((v) => v.id === variant)?.leads ?? {};
  return rig.leads.map((lead) => ({
    lead,
    from: other[lead.id]?.from ?? lead.from.at,
    to: other[lead.id]?.to ?? lead.to.at,
  }));
}

/** Both ends loose: kept with its number, plugged nowhere. */
export const isPutAway = (plugged: Pick<Plugged, 'from' | 'to'>): boolean =>
  plugged.from.length === 0 && plugged.to.length === 0;

export const boxOf = (rig: Rig, id: string): Box | undefined => rig.boxes.find((box) => box.id === id);

export const jackOf = (rig: Rig, ref: JackRef): Jack | undefined =>
  boxOf(rig, ref.box)?.jacks.find((jack) => jack.id === ref.jack);

/** Boxes with a block of role source: guitars and other instruments, in the order of the rig. */
export const sources = (rig: Rig): readonly Box[] =>
  rig.boxes.filter((box) => box.blocks.some((block) => block.role === 'source'));

/** The guitar a sound is played on: its own choice, or the rig's first. */
export const guitarOf = (rig: Rig, sound: Sound | undefined): Box | undefined =>
  (sound?.guitar ? boxOf(rig, sound.guitar) : undefined) ?? sources(rig)[0];

/** Of several jacks an end may be plugged in: the one of the sound's guitar, else the first. */
export function chosen(end: readonly JackRef[], guitar: string | undefined): JackRef | undefined {
  return end.find((ref) => ref.box === guitar) ?? end[0];
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
