// What takes the power of each power stage: loads in parallel and in series, with the share that ends in each.
import { blockIn, derive, type Box, type Figure, type Jack, type JackEnd, type Sound } from '../model';
import { resolveIn, type ForSignal } from '../signal';
import { amplifiers, attenuated, handsOn, isTail, runsFrom, speakerRuns, type Amplifier } from './speakers';

/** Loads as they are joined; ohms are null where those of one of them are not known. */
export type Load =
  | {
      readonly kind: 'load';
      readonly end: JackEnd;
      readonly ohm: number | null;
      /** What it stands, W. */
      readonly stands: Figure | undefined;
      /** Of its power what an attenuator gives on, 0…1. */
      readonly passes: number;
      /** What hangs behind an attenuator. */
      readonly behind: Load | null;
    }
  | { readonly kind: 'parallel' | 'series'; readonly of: readonly Load[]; readonly ohm: number | null };

/** Jacks of a stage that are one output: a tap brought out once or more, with what hangs on them together. */
export type Output = { readonly taps: readonly Jack[]; readonly load: Load | null };

export type Stage = Amplifier & {
  readonly outputs: readonly Output[];
  /** A load inside is switched in. */
  readonly hasInternal: boolean;
  readonly needsLoad: boolean;
};

/** A stage with an output transformer: its taps are made for one load each. */
export const isTapped = ({ speaker }: Jack): boolean =>
  speaker?.stage === 'valve' || speaker?.stage === 'solid-transformer';

type Kind = NonNullable<Jack['speaker']>['isLoad'];

/** A jack's facts by the positions in force: of a switch at the jack, or of the block behind it. */
function factsAt(of: ForSignal, { box, jack }: JackEnd) {
  const resolved = resolveIn(of);
  const { mode } = resolved.jackMode(box, jack);
  const behind = box.patches
    .find(({ id }) => id === box.patch)
    ?.wires.find(({ from, to }) => 'jack' in from && from.jack === jack.id && 'block' in to)?.to;
  const block = behind && 'block' in behind ? blockIn(box, behind.block) : undefined;
  const state = block && resolved.blockState(box, block).state;
  const isLoad: Kind = mode?.isLoad ?? state?.isLoad ?? jack.speaker?.isLoad ?? 'never';
  return {
    isLoad,
    ohm: mode?.ohm ?? state?.loadOhm ?? jack.speaker?.ohm,
    stands: mode?.watts ?? jack.speaker?.watts,
  };
}

/** What an attenuator leaves of the power: its blocks' gain in the state in force. */
function passed(of: ForSignal, { box }: JackEnd): number {
  const states = box.blocks.map((block) => resolveIn(of).blockState(box, block).state);
  if (states.some(({ mutes }) => mutes)) return 0;
  const db = states.reduce((sum, { gainSmallDb }) => sum + (gainSmallDb?.value ?? 0), 0);
  return Math.min(1, 10 ** (db / 10));
}

/** Positions that leave all but this much are straight through. */
const STRAIGHT = 0.999;

/** What is plugged in here is in series with the rest. */
const isSeries = ({ speaker }: Jack): boolean => speaker?.inSeries === true;

/** Several side by side, 1 / sum(1 / Z), or one after the other, sum(Z). */
function joined(kind: 'parallel' | 'series', loads: readonly (Load | null)[]): Load | null {
  const of = loads.filter((load) => load !== null);
  const [first] = of;
  if (!first || of.length === 1) return first ?? null;
  const ohms = of.map(({ ohm }) => ohm);
  if (ohms.some((ohm) => ohm === null)) return { kind, of, ohm: null };
  const sum = ohms.reduce<number>((all, ohm) => all + (kind === 'series' ? (ohm ?? 0) : 1 / (ohm ?? 1)), 0);
  return { kind, of, ohm: kind === 'series' ? sum : 1 / sum };
}

/** What dissipates behind a jack, by all leads out of it; a tap is no load. */
function loadBehind(of: ForSignal, box: Box, jack: Jack, seen: ReadonlySet<string>): Load | null {
  const here = `${box.id}/${jack.id}`;
  if (seen.has(here)) return null;
  const passedBy = new Set([...seen, here]);
  return joined(
    'parallel',
    runsFrom(of, box, jack).map(({ to }) => loadAt(of, to, passedBy)),
  );
}

function loadAt(of: ForSignal, end: JackEnd, seen: ReadonlySet<string>): Load | null {
  const here = `${end.box.id}/${end.jack.id}`;
  if ((!end.jack.speaker && !isTail(end)) || end.jack.direction === 'out' || seen.has(here)) return null;
  const back = new Set([...seen, here]);
  const behind = (jacks: readonly Jack[]) =>
    joined(
      'parallel',
      jacks.map((jack) => loadBehind(of, end.box, jack, back)),
    );
  const { isLoad, ohm, stands } = factsAt(of, end);
  const leaf = (passes: number, rest: Load | null): Load => ({
    kind: 'load',
    end,
    ohm: ohm?.value ?? null,
    stands,
    passes,
    behind: rest,
  });
  const out = attenuated(end);
  if (out.length > 0) {
    const rest = behind(out);
    const left = passed(of, end);
    // A position that is itself a load needs no cabinet; one that leaves everything is none.
    if (isLoad === 'always') return leaf(rest ? left : 0, rest);
    return rest === null || isLoad === 'never' || left >= STRAIGHT ? rest : leaf(left, rest);
  }
  const onward = handsOn(of, end);
  const own = isLoad === 'always' ? leaf(0, null) : null;
  const beside = joined('parallel', [own, behind(onward.filter((jack) => !isSeries(jack)))]);
  return joined('series', [beside, behind(onward.filter(isSeries))]);
}

/**
 * Jacks of one stage that are one output: of a transformer those of one impedance, else all of them. Extension jacks in series
 * belong to the output that is in use.
 */
function outputsOf(of: ForSignal, { box, taps }: Amplifier): readonly Output[] {
  const [extensions, plain] = [taps.filter(isSeries), taps.filter((tap) => !isSeries(tap))];
  const groups = new Map<string, Jack[]>();
  for (const tap of plain) {
    const key = isTapped(tap) ? String(tap.speaker?.ohm?.value ?? tap.id) : '';
    groups.set(key, [...(groups.get(key) ?? []), tap]);
  }
  const on = (jacks: readonly Jack[]) =>
    joined(
      'parallel',
      jacks.map((jack) => loadBehind(of, box, jack, new Set())),
    );
  const all = [...groups.values()];
  const used = all.find((jacks) => on(jacks) !== null) ?? all[0];
  return all.map((jacks) => {
    const own = jacks === used ? extensions : [];
    return { taps: [...jacks, ...own], load: joined('series', [on(jacks), on(own)]) };
  });
}

/** Every power stage of a setting with what takes its power. */
export const stagesIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Stage[] =>
  amplifiers(of).map((amplifier) => {
    const { box, taps } = amplifier;
    const hasInternal = box.jacks.some(
      (jack) => resolveIn(of).jackMode(box, jack).mode?.internalLoad ?? jack.speaker?.internalLoad,
    );
    return {
      ...amplifier,
      outputs: outputsOf(of, amplifier),
      hasInternal,
      needsLoad: taps.some((tap) => tap.speaker?.needsLoad === true) && !hasInternal,
    };
  }),
);

/** The loads of a tree, each with the power that ends in it, W. */
export type Share = {
  readonly end: JackEnd;
  readonly ohm: number | null;
  readonly stands: Figure | undefined;
  readonly watts: number;
};

/** Of loads whose ohms nobody knows, as a rule. */
const USUAL_OHM = 8;

/** Shares of power: in parallel (1/Z_i) / sum(1/Z), in series Z_i / sum(Z), behind an attenuator what it leaves. */
export function sharesOf(load: Load, watts: number): readonly Share[] {
  if (load.kind === 'load') {
    const onward = load.behind ? sharesOf(load.behind, watts * load.passes) : [];
    return [{ end: load.end, ohm: load.ohm, stands: load.stands, watts }, ...onward];
  }
  const weights = load.of.map(({ ohm }) =>
    load.kind === 'series' ? (ohm ?? USUAL_OHM) : 1 / (ohm ?? USUAL_OHM),
  );
  const whole = weights.reduce((sum, one) => sum + one, 0);
  return load.of.flatMap((one, i) => sharesOf(one, (watts * (weights[i] ?? 0)) / whole));
}

/** Every load of a tree. */
export const loadsIn = (load: Load | null): readonly JackEnd[] =>
  load === null ? [] : sharesOf(load, 1).map(({ end }) => end);

/** Those that an output itself is joined to: not what hangs behind an attenuator. */
export const nearLoads = (load: Load | null): readonly JackEnd[] => {
  if (load === null) return [];
  return load.kind === 'load' ? [load.end] : load.of.flatMap(nearLoads);
};

/** Its rated watts; a stage without a transformer gives less into more ohms than it is rated for, P Z_rated / Z. null: not known. */
export function wattsInto({ taps, load }: Output): number | null {
  const [tap] = taps;
  const watts = tap?.speaker?.watts?.value;
  if (!tap || watts === undefined) return null;
  const rated = tap.speaker?.ohm?.value ?? tap.speaker?.minOhm?.value;
  const ohm = load?.ohm;
  return isTapped(tap) || !rated || !ohm ? watts : watts * Math.min(1, rated / ohm);
}

/** What a load must stand for each watt of its share: a valve stage gives half as much again when driven. */
export const marginOf = (tap: Jack): number => (isTapped(tap) ? 1.5 : 1);

/** A speaker switcher that a stage's only loads hang behind, and that may leave it without one while it is switched. */
export type Gap = { readonly stage: Stage; readonly at: JackEnd; readonly isKnown: boolean };

/** Speaker switchers that break before they make, or of which nobody knows, ahead of all that takes the power of a stage that needs a load. */
export const gapsIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Gap[] =>
  stagesIn(of).flatMap((stage) => {
    const { box, taps, needsLoad } = stage;
    if (!needsLoad) return [];
    const met = taps.flatMap((tap) => speakerRuns(of, box, tap).map(({ to }) => to));
    return met.flatMap((at): readonly Gap[] => {
      const { switching = 'makes-first' } = at.jack.speaker ?? {};
      const without = new Set([`${at.box.id}/${at.jack.id}`]);
      const hasBeside = taps.some((tap) => loadBehind(of, box, tap, without) !== null);
      return switching === 'makes-first' || hasBeside
        ? []
        : [{ stage, at, isKnown: switching === 'breaks-first' }];
    });
  }),
);

type Many = Omit<ForSignal, 'sound'> & { readonly sounds: readonly Sound[] };

/** The state at rest, and those sounds that set anything a load hangs on. */
export function loadSettings(of: Many): readonly (ForSignal & { readonly sound: Sound | null })[] {
  const keys = of.boxes.flatMap((box) => {
    const jacks = box.jacks.filter((jack) => jack.speaker);
    const takes = jacks.some(({ direction }) => direction === 'in');
    return [
      ...jacks.filter(({ modes }) => modes.length > 1).map(({ id }) => `${box.id}/${id}`),
      ...(takes
        ? box.blocks.filter(({ states }) => states.length > 1).map(({ id }) => `${box.id}/${id}`)
        : []),
    ];
  });
  const sets = ({ state }: Sound) => keys.some((key) => key in state.modes || key in state.blocks);
  return [null, ...of.sounds.filter(sets)].map((sound) => ({ ...of, sound }));
}

/** A stage that needs a load and has none, with the sound that takes it away; null: the state at rest. */
export type Bare = Stage & { readonly sound: Sound | null };

/** Power stages that need a load and have none in a night, in whatever sound: they are powered all the while. */
export const withoutLoad = derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Bare[] => {
  const found = new Map<string, Bare>();
  for (const there of loadSettings(of))
    for (const stage of stagesIn(there)) {
      const key = `${stage.box.id}/${stage.taps[0]?.id ?? ''}`;
      if (stage.needsLoad && stage.outputs.every(({ load }) => load === null) && !found.has(key))
        found.set(key, { ...stage, sound: there.sound });
    }
  return [...found.values()];
});
