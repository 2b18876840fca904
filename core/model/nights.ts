// What one night has otherwise than another: the base wiring and its variants, side by side.
import { pluggedIn, sameEnds, type Plugged } from './wiring';
import { freshId, makeSound, nothingSet, slug } from './make';
import { inNight } from './slices';
import type { Block, Box, Control, InnerWiring, Jack, Lead, Rig, Sound, Variant } from './types';

/** What the base wiring is called where nobody has named it. */
const BASE_NAME = 'Base';

/** What a night is called; null: the base wiring. An id that leads nowhere is told as it is. */
export const nightName = (rig: Pick<Rig, 'variants' | 'baseName'>, id: string | null): string =>
  id === null ? (rig.baseName ?? BASE_NAME) : (rig.variants.find((one) => one.id === id)?.name ?? id);

/** A variant that is as a night is now; what follows the base there follows it in the new one. */
export function newVariant(rig: Rig, from: string | null, name: string): Variant {
  const night = rig.variants.find(({ id }) => id === from);
  const id = freshId(slug(name), new Set(rig.variants.map((one) => one.id)));
  return { id, name, leads: night?.leads ?? {}, state: night?.state ?? nothingSet(), notes: '' };
}

/** A sound that is new in a rig, as another one is; null: as everything is at rest. */
export const newSound = ({ sounds }: Pick<Rig, 'sounds'>, from: Sound | null, name: string): Sound => {
  const id = freshId(slug(name), new Set(['all', ...sounds.map((one) => one.id)]));
  return { ...(from ?? makeSound(id, name)), id, name };
};

/** Every night of a rig: the base, which is null, and its variants. */
export const nightIds = ({ variants }: Pick<Rig, 'variants'>): readonly (string | null)[] => [
  null,
  ...variants.map(({ id }) => id),
];

/** One thing in both nights. */
type Both<T> = { readonly was: T; readonly now: T };

export type NightDifferences = {
  /** Leads that lie otherwise, in the order of the rig. */
  readonly leads: readonly (Both<Plugged> & { readonly lead: Lead })[];
  /** At rest: what sounds set for themselves is the same on every night. */
  readonly states: readonly (Both<string> & { readonly box: Box; readonly block: Block })[];
  readonly modes: readonly (Both<string> & { readonly box: Box; readonly jack: Jack })[];
  /** Positions from 0 to 1; null: nobody knows. */
  readonly controls: readonly (Both<number | null> & { readonly box: Box; readonly control: Control })[];
  readonly wirings: readonly (Both<InnerWiring | undefined> & { readonly box: Box })[];
};

/**
 * What is otherwise in one night than in another.
 * @param from what it was; null: the base wiring
 * @param to what it is; null: the base wiring
 */
export function differencesBetween(rig: Rig, from: string | null, to: string | null): NightDifferences {
  const [was, now] = [inNight(rig, from), inNight(rig, to)];
  const before = new Map(pluggedIn(was).map((one) => [one.lead.id, one]));
  const layer = [was.variant?.state, now.variant?.state] as const;
  const each = <T>(read: (state: (typeof layer)[number]) => T): Both<T> => ({
    was: read(layer[0]),
    now: read(layer[1]),
  });
  const differing = <T extends object, V>(items: readonly (T & Both<V>)[]) =>
    items.filter((item) => item.was !== item.now);
  return {
    leads: pluggedIn(now).flatMap((entry) => {
      const old = before.get(entry.lead.id);
      if (!old || (sameEnds(old.from, entry.from) && sameEnds(old.to, entry.to))) return [];
      return [{ lead: entry.lead, was: old, now: entry }];
    }),
    states: differing(
      rig.boxes.flatMap((box) =>
        box.blocks.map((block) => ({
          box,
          block,
          ...each((state) => {
            const id = state?.blocks[`${box.id}/${block.id}`] ?? block.state;
            return block.states.find((one) => one.id === id)?.name ?? id;
          }),
        })),
      ),
    ),
    modes: differing(
      rig.boxes.flatMap((box) =>
        box.jacks.map((jack) => ({
          box,
          jack,
          ...each((state) => {
            const id = state?.modes[`${box.id}/${jack.id}`] ?? jack.mode;
            return jack.modes.find((one) => one.id === id)?.name ?? id ?? '';
          }),
        })),
      ),
    ),
    controls: differing(
      rig.boxes.flatMap((box) =>
        box.controls.map((control) => ({
          box,
          control,
          ...each((state) => state?.controls[`${box.id}/${control.id}`]?.position ?? control.position),
        })),
      ),
    ),
    wirings: differing(
      rig.boxes.map((box) => ({
        box,
        ...each((state) => box.patches.find(({ id }) => id === (state?.patches[box.id] ?? box.patch))),
      })),
    ),
  };
}

/** The leads that a variant plugs otherwise than the base, by their ids; none in the base itself. */
export const leadsOtherwise = (rig: Rig, variant: string | null): ReadonlySet<string> =>
  new Set(variant === null ? [] : differencesBetween(rig, null, variant).leads.map(({ lead }) => lead.id));
