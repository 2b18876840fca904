import { Branch, weakly } from '../units';
import { standingOf, type Standing } from './standing';
import type { Rig, Setting, Sound, Variant } from './types';

type Whole = Pick<
  Rig,
  | 'title'
  | 'stage'
  | 'houseRules'
  | 'wants'
  | 'boxes'
  | 'leads'
  | 'looms'
  | 'sounds'
  | 'songs'
  | 'switchPlan'
  | 'soundRules'
  | 'variants'
  | 'acceptedFindings'
  | 'walks'
>;

/**
 * The parts of a rig that analyses read, in one setting. A slice is the same object as long as nothing in it
 * changed, so results that hang on slices live exactly as long as they are right.
 */
export type Slices = Whole & {
  /** The variant in force; null: the base wiring. */
  readonly variant: Variant | null;
  /** The sound in force; null: the state at rest. */
  readonly sound: Sound | null;
};

/** What an analysis may declare: slices, and `standing` for as much of the sound in force as the signal hangs on. */
export type SliceName = keyof Slices | 'standing';

/** Some slices, by name: all that an analysis which declares them can see. */
export type Reads<K extends SliceName> = Pick<Slices, Exclude<K, 'standing'>> &
  ('standing' extends K ? { readonly sound: Standing | null } : unknown);

/** A rig in one variant, no sound in force. An unknown variant is the base wiring. */
export function inNight(rig: Rig, variant: string | null): Slices {
  const night = variant === null ? undefined : rig.variants.find(({ id }) => id === variant);
  return { ...rig, variant: night ?? null, sound: null };
}

/** A rig in one setting. An unknown sound or variant is the state at rest. */
export const inSetting = (rig: Rig, { variant, sound }: Setting): Slices => ({
  ...inNight(rig, variant),
  sound: rig.sounds.find(({ id }) => id === sound) ?? null,
});

/** The same slices once for each sound of the rig, in the rig's order. */
export const everySound = weakly(
  <T extends Reads<'sounds'>>(of: T): readonly (T & { readonly sound: Sound })[] =>
    of.sounds.map((sound) => ({ ...of, sound })),
);

/** The same slices once for the base wiring and once for each variant. */
export const everyNight = <T extends Reads<'variants'>>(
  of: T,
): readonly (T & { readonly variant: Variant | null })[] =>
  [null, ...of.variants].map((variant) => ({ ...of, variant }));

/** What asks a derivation, and which slices it reads. */
export type Derivation<K extends SliceName, A extends readonly unknown[], R> = ((
  of: Reads<K>,
  ...args: A
) => R) & { readonly reads: readonly SliceName[] };

/**
 * An analysis as a derivation: it names the slices that it reads and is handed only these, so that the compiler
 * refuses to let it read another one. Its results hang on the slices (and on further arguments, by identity), weakly:
 * they are never stale, and those of a trial document go with it.
 * @param reads the slices; one that is a list or an object stands first
 * @param compute takes its slices first, then further arguments without defaults
 * @example const pedals = derive(['boxes'], ({ boxes }) => boxes.filter(isOneInOneOut));
 */
export function derive<const K extends SliceName, A extends readonly unknown[], R>(
  reads: readonly [K, ...K[]],
  compute: (of: Reads<K>, ...args: A) => R,
): Derivation<K, A, R> {
  const placeOf = placesFor(reads);
  // Called by `map` and the like it gets more than it declares: a place, a list. That is no part of the question.
  const declared = Math.max(0, compute.length - 1);
  const derived = (of: Reads<K>, ...given: A): R => {
    const args = given.length > declared ? (given.slice(0, declared) as unknown as A) : given;
    const { handed, results } = placeOf(of);
    let branch = results.get(compute);
    if (!branch) results.set(compute, (branch = new Branch()));
    for (const arg of args) branch = branch.at(arg);
    branch.result ??= { value: compute(handed, ...args) };
    return branch.result.value as R;
  };
  return Object.assign(derived, { reads });
}

/** Where the results of all derivations that read the same slices hang, and what these are handed. */
type Place<K extends SliceName> = {
  /** Just the slices that are named: what is not declared is not there at run time either. */
  readonly handed: Reads<K>;
  readonly results: Map<unknown, Branch>;
};

/** By the names that are read, in their order: one way to their places for all who read them. */
const WAYS = new Map<string, (of: Slices) => Place<SliceName>>();

/**
 * From slices to where results hang on them. Who asks mostly asks of the same slices as who asked before: the last place
 * is kept at hand, and with it one document until another is asked about.
 */
function placesFor<K extends SliceName>(reads: readonly K[]): (of: Reads<K>) => Place<K> {
  const key = reads.join();
  const way = WAYS.get(key) ?? placesBy(reads);
  WAYS.set(key, way);
  return way as unknown as (of: Reads<K>) => Place<K>;
}

function placesBy(reads: readonly SliceName[]): (of: Slices) => Place<SliceName> {
  const names = reads.filter((name) => name !== 'standing' && name !== 'sound');
  // Who reads the whole sound is handed the whole sound.
  const soundOf: ((of: Slices) => Standing | null) | null = reads.includes('sound')
    ? ({ sound }) => sound
    : reads.includes('standing')
      ? ({ sound }) => sound && standingOf(sound)
      : null;
  const root = new Branch();
  // Where the other slices lead to: from there one step leads to each of the sounds, which are asked about in turn.
  let stem = root;
  let last: Place<SliceName> | null = null;
  const hasLastStem = (of: Slices): boolean => {
    if (!last) return false;
    for (const name of names) if (of[name] !== last.handed[name]) return false;
    return true;
  };
  return (of) => {
    if (last && of === last.handed) return last;
    const isSame = hasLastStem(of);
    const sound = soundOf && soundOf(of);
    if (last && isSame && sound === (soundOf && last.handed.sound)) return last;
    if (!isSame) {
      stem = root;
      for (const name of names) stem = stem.at(of[name]);
    }
    const branch = soundOf ? stem.at(sound) : stem;
    if (!branch.result) {
      const handed: Partial<Record<SliceName, unknown>> = soundOf ? { sound } : {};
      for (const name of names) handed[name] = of[name];
      branch.result = { value: { handed, results: new Map() } };
    }
    return (last = branch.result.value as Place<SliceName>);
  };
}
