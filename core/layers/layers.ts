import { isAudio, jackOf, type Box, type Jack, type Reads } from '../model';
import { count } from '../units';

/** A layer is the same map asked another question. */
export type Layer = 'signal' | 'level' | 'control' | 'power';

/** In the order of their number keys. */
export const LAYERS: readonly { readonly id: Layer; readonly name: string }[] = [
  { id: 'signal', name: 'Signal' },
  { id: 'level', name: 'Level' },
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

/** Jacks that hold the leads of a layer beside sound. */
export const jacksOf = (box: Box, layer: OtherLayer): readonly Jack[] =>
  box.jacks.filter((jack) => CARRIES[layer].includes(jack.carries));

/** The jacks of a box that a layer is about. */
export const jacksInLayer = (box: Box, layer: Layer): readonly Jack[] =>
  isOther(layer) ? jacksOf(box, layer) : box.jacks.filter(isAudio);

/** Carries no sound at all: it stands in the service row of the layers that use it. */
export const isSilentBox = (box: Box): boolean => !box.jacks.some(isAudio);

/** Something that another layer shows: what it is, and which layer. */
export type Elsewhere = { readonly words: string; readonly layer: Layer };

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
export function elsewhereOf(rig: Reads<'boxes' | 'leads'>, layer: Layer): readonly Elsewhere[] {
  const others = (['control', 'power'] as const).filter((other) => other !== layer);
  const plugged = rig.leads.filter((lead) => lead.from.at.length + lead.to.at.length > 0);
  const at = (box: string) =>
    plugged.filter((lead) => [...lead.from.at, ...lead.to.at].some((ref) => ref.box === box));
  return others.flatMap((other): Elsewhere[] => {
    const silent = rig.boxes.filter((box) => isSilentBox(box) && jacksOf(box, other).length > 0);
    const own = silent.filter(
      (box) => other === 'power' || jacksOf(box, 'power').length === 0 || at(box.id).length > 0,
    );
    const told = new Set(own.flatMap((box) => at(box.id)));
    return [
      ...own.map((box) => ({ words: `${box.name} (${count(at(box.id).length, 'lead')})`, layer: other })),
      ...CARRIES[other].flatMap((carries) => {
        const n = plugged.filter(
          (lead) =>
            !told.has(lead) &&
            [...lead.from.at, ...lead.to.at].some((ref) => jackOf(rig, ref)?.carries === carries),
        ).length;
        return n === 0 ? [] : [{ words: `${WORDS[carries] ?? carries} (${n})`, layer: other }];
      }),
    ];
  });
}
