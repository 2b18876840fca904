import { isAudio, jackOf, pluggedIn, type Box, type Jack, type Part, type Reads } from '../model';
import { count } from '../units';

/** A layer is the same map asked another question. */
export type Layer = 'signal' | 'level' | 'tone' | 'hum' | 'latency' | 'control' | 'power';

/** In the order of their number keys. */
export const LAYERS: readonly { readonly id: Layer; readonly name: string }[] = [
  { id: 'signal', name: 'Signal' },
  { id: 'level', name: 'Level' },
  { id: 'tone', name: 'Tone' },
  { id: 'hum', name: 'Hum' },
  { id: 'latency', name: 'Latency' },
  { id: 'control', name: 'Control' },
  { id: 'power', name: 'Power' },
];

export type OtherLayer = 'control' | 'power';

const CARRIES: Readonly<Record<OtherLayer, readonly Jack['carries'][]>> = {
  control: ['midi', 'switch', 'expression', 'cv', 'usb'],
  power: ['dc', 'mains'],
};

/** Does the layer draw the leads of sound, or leads that pass beside it? */
export const isOther = (layer: Layer): layer is OtherLayer => layer === 'control' || layer === 'power';

/** Does the layer show a quantity of the signal along its way? */
export const hasQuantity = (layer: Layer): boolean => layer !== 'signal' && !isOther(layer);

/** Has the layer facts of its own to tell beside the map? */
export const tells = (layer: Layer): boolean => hasQuantity(layer) || layer === 'control';

/** Jacks that hold the leads of a layer beside sound. */
export const jacksOf = (box: Box, layer: OtherLayer): readonly Jack[] =>
  box.jacks.filter((jack) => CARRIES[layer].includes(jack.carries));

/** The jacks of a box that a layer is about. */
export const jacksInLayer = (box: Box, layer: Layer): readonly Jack[] =>
  isOther(layer) ? jacksOf(box, layer) : box.jacks.filter(isAudio);

/** Carries no sound at all: it stands in the service row of the layers that use it. */
export const isSilentBox = (box: Box): boolean => !box.jacks.some(isAudio);

/** Something that another layer shows: what it is, which layer, and the boxes and leads that it stands for. */
export type Elsewhere = { readonly words: string; readonly layer: Layer; readonly parts: readonly Part[] };

const WORDS: Readonly<Partial<Record<Jack['carries'], string>>> = {
  midi: 'MIDI',
  switch: 'switch',
  expression: 'expression',
  cv: 'control voltage',
  usb: 'USB',
  dc: 'supply',
  mains: 'mains',
};

/** Boxes and leads that a layer does not draw: `Supply (10 leads)`, `MIDI (3)`, each with the layer that does. */
export function elsewhereOf(rig: Reads<'boxes' | 'leads' | 'variant'>, layer: Layer): readonly Elsewhere[] {
  const others = (['control', 'power'] as const).filter((other) => other !== layer);
  const leads = pluggedIn(rig).map(({ lead, from, to }) => {
    const refs = [...from, ...to];
    return {
      part: { type: 'lead', id: lead.id } as const,
      feeds: new Set(from.map(({ box }) => box)),
      boxes: new Set(refs.map(({ box }) => box)),
      jacks: refs.flatMap((ref) => jackOf(rig, ref) ?? []),
    };
  });
  return others.flatMap((other): Elsewhere[] => {
    const carried = leads.filter(({ jacks }) => jacks.some((jack) => CARRIES[other].includes(jack.carries)));
    const told = new Set<(typeof carried)[number]>();
    const silent = rig.boxes
      .filter((box) => isSilentBox(box) && jacksOf(box, other).length > 0)
      .map((box) => ({
        box,
        at: carried.filter(({ boxes }) => boxes.has(box.id)),
        fed: carried.filter(({ feeds }) => feeds.has(box.id)).length,
      }))
      .sort((a, b) => b.fed - a.fed)
      .flatMap(({ box, at }): Elsewhere[] => {
        const isBare = at.length === 0;
        // What is fed by a box that stands here already is no news; a box with nothing in it is told once.
        if (isBare && other === 'control' && jacksOf(box, 'power').length > 0) return [];
        if (!isBare && at.every((lead) => told.has(lead))) return [];
        for (const lead of at) told.add(lead);
        const parts = [{ type: 'box', id: box.id } as const, ...at.map(({ part }) => part)];
        return [{ words: `${box.name} (${count(at.length, 'lead')})`, layer: other, parts }];
      });
    return [
      ...silent,
      ...CARRIES[other].flatMap((carries) => {
        const parts = carried
          .filter((lead) => !told.has(lead) && lead.jacks.some((jack) => jack.carries === carries))
          .map(({ part }) => part);
        const words = `${WORDS[carries] ?? carries} (${parts.length})`;
        return parts.length === 0 ? [] : [{ words, layer: other, parts }];
      }),
    ];
  });
}
