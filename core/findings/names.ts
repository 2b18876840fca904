import { blockIn, blockWords, boxOf, jackIn, leadOf, type Part, type Rig } from '../model';

/** What a part is called in a sentence: `SPK 16 Ω of Valve head`, `Loop 1 of Multi-effects`, `lead 12`. */
export function partName(rig: Rig, part: Part): string {
  if (part.type === 'lead') return `lead ${leadOf(rig, part.id)?.number ?? part.id}`;
  const [boxId = '', inner = ''] = part.id.split('/');
  const box = boxOf(rig, boxId);
  if (!box) return part.id;
  if (part.type === 'jack') return `${jackIn(box, inner)?.label ?? inner} of ${box.name}`;
  if (part.type === 'block') {
    return blockWords(box, blockIn(box, inner) ?? { name: inner });
  }
  return box.name;
}

/** The boxes a part belongs to: its own, or those at the two ends of a lead. */
export const soundName = (rig: Rig, sound: string | null): string =>
  rig.sounds.find((s) => s.id === sound)?.name ?? 'every sound';
