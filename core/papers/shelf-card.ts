import { drawThumbnail, type Drawing } from '../drawing';
import { boxOf, nightIds, sources, type Rig } from '../model';
import { settingsOf, trace } from '../signal';
import { weakly } from '../units';

/** What a rig looks like and what it is for, in short: for the shelf. */
export type ShelfCard = {
  readonly map: Drawing;
  /** Names of the instruments. */
  readonly instruments: readonly string[];
  /** What is heard in any sound of any variant: `Cabinet 1×12`, `Desk (CH 1, CH 2)`. */
  readonly outlets: readonly string[];
  /** Names of the variants beside the base wiring. */
  readonly variants: readonly string[];
  readonly sounds: number;
};

/** Where the small map is shown, px. */
export const SHELF_MAP = { width: 300, height: 150 } as const;

/** Every outlet that a way reaches, by box, the parts of one box in brackets where several are reached. */
function outletsOf(rig: Rig): readonly string[] {
  const reached = new Map<string, Set<string>>();
  for (const variant of nightIds(rig))
    for (const setting of settingsOf(rig, variant))
      for (const { output } of trace(rig, setting).paths) {
        const blocks = reached.get(output.box) ?? new Set();
        reached.set(output.box, blocks.add(output.block));
      }
  return [...reached].map(([id, blocks]) => {
    const box = boxOf(rig, id);
    const parts = box?.blocks.filter((block) => blocks.has(block.id)).map(({ name }) => name) ?? [];
    return parts.length > 1 ? `${box?.name ?? id} (${parts.join(', ')})` : (box?.name ?? id);
  });
}

/** The card of a rig in its base wiring and first sound. */
export const shelfCard = weakly((rig: Rig): ShelfCard => ({
  map: drawThumbnail(rig, { variant: null, sound: rig.sounds[0]?.id ?? 'all' }, SHELF_MAP),
  instruments: sources(rig).map(({ name }) => name),
  outlets: outletsOf(rig),
  variants: rig.variants.map(({ name }) => name),
  sounds: rig.sounds.length,
}));
