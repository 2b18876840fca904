import type { Rig } from '../model';

/** Whether every word stands in a rig's title or notes, or in the name of a box, place, sound or variant; any case. */
export function rigHas(rig: Rig, words: string): boolean {
  const named = [rig.boxes, rig.stage.places, rig.sounds, rig.variants].flatMap((list) =>
    list.map(({ name }) => name),
  );
  const text = [rig.title, rig.notes, ...named].join('\n').toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
