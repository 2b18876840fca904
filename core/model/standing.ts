import { alikeAreOne } from '../units';
import type { Sound } from './types';

/** How a sound stands: all of it that the signal hangs on. Its name, wish and numbers are none of that. */
export type Standing = Pick<Sound, 'guitar' | 'pickup' | 'state'>;

const inOrder = (record: object | undefined) =>
  Object.entries(record ?? {}).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)) as [
    string,
    object | undefined,
  ][];

// The order in which states were set tells nothing.
const oneStanding = alikeAreOne(({ guitar, pickup, state }: Standing) =>
  JSON.stringify([guitar, pickup, ...inOrder(state).map(([part, of]) => [part, inOrder(of)])]),
);

const known = new WeakMap<Standing, Standing>();

/**
 * Sounds that stand alike have one standing, whatever else tells them apart: what is worked out for one of them is
 * there for all, and stays while a sound is renamed.
 */
export function standingOf(sound: Standing): Standing {
  const before = known.get(sound);
  if (before) return before;
  const { guitar, pickup, state } = sound;
  const standing = oneStanding({ guitar, pickup, state });
  known.set(sound, standing);
  known.set(standing, standing);
  return standing;
}
