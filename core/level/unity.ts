// Unity through what is inserted: ahead of a preamp, and between its send and the power stage.
import { blockIn, boxOf, derive, jackIn, type JackRef, type Reads, type Standing } from '../model';
import { wholeOf } from '../network';
import { isOn, onStepsOf, resolveIn, traceIn, type Path } from '../signal';
import { partsOf, type RoutePart } from '../tone';
import { levelsAlong } from './along';
import { dbAtLevel } from './hops';
import type { LevelStop } from './stop';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'houseRules'>;

/** What stands ahead of an amplifier's input, or in its loop. */
export type Insertion = {
  readonly kind: 'front' | 'loop';
  /** The jack that the level is told at. */
  readonly at: JackRef;
  /** The steps of the way between which the level is changed. */
  readonly first: number;
  readonly last: number;
  /** The first jack behind what drives it, and what straight-in has at `at` over the level there, dB at 1 kHz. */
  readonly near: JackRef;
  readonly straightDb: number;
};

export type Inserted = Insertion & {
  /** The level there with all effects off, less that by one lead of the house (send and return joined), dB at 1 kHz. */
  readonly offDb: number;
  /** The level there as it would be at unity, dBu. */
  readonly wantedDbu: number;
};

const AMPLIFYING = ['preamp', 'ampModel', 'power'];

/** The amplifying block that is on next on a way, from a step on; before it, looking back. */
function amplifying(of: Of, { steps }: Path, from: number, by: 1 | -1) {
  const resolved = resolveIn(of);
  for (let i = from; i >= 0 && i < steps.length; i += by) {
    const step = steps[i];
    if (step?.type !== 'block') continue;
    const box = boxOf(of, step.box);
    const block = blockIn(box, step.block);
    if (box && block && AMPLIFYING.includes(block.role) && isOn(resolved.blockState(box, block).state))
      return { box, block };
  }
  return null;
}

const nominalOf = (of: Of, { box, jack }: JackRef): number | undefined => {
  const owner = boxOf(of, box);
  const found = jackIn(owner, jack);
  return owner && found ? resolveIn(of).jackMode(owner, found).mode?.nominalDbu?.value : undefined;
};

const jackAt = ({ steps }: Path, i: number): JackRef | null => {
  const step = steps[i];
  return step?.type === 'jack' ? { box: step.box, jack: step.jack } : null;
};

/** How a sound stands with every effect off that can be. */
export const bypassed = derive(['boxes', 'standing'], ({ boxes, sound }): Standing | null => {
  if (!sound) return null;
  const off = boxes.flatMap((box) =>
    box.blocks.flatMap((block) => {
      const state = block.role === 'effect' ? block.states.find((one) => !isOn(one)) : undefined;
      return state ? [[`${box.id}/${block.id}`, state.id] as const] : [];
    }),
  );
  const { state } = sound;
  return { ...sound, state: { ...state, blocks: { ...state.blocks, ...Object.fromEntries(off) } } };
});

/** Does a part end at a preamp's input, or lead from one's send to a power stage? */
function isInserted(of: Of, path: Path, { kind, stretches }: RoutePart): boolean {
  const [first, last] = [stretches[0], stretches.at(-1)];
  if (!first || !last || stretches.length < 2) return false;
  const next = amplifying(of, path, last.last, 1);
  if (kind === 'front') return next?.block.role === 'preamp';
  const before = amplifying(of, path, first.first, -1);
  return before?.block.role === 'preamp' && next?.block.role === 'power';
}

/**
 * What is inserted along a way, every effect off, and what straight-in would have there. A loop's send and return that
 * are set for unlike nominal levels are that much apart.
 * @param of a sound with its effects off
 */
export const insertionsAlong = derive(
  ['boxes', 'leads', 'variant', 'standing', 'houseRules'],
  (of, path: Path): readonly Insertion[] =>
    partsOf(of, path).flatMap((part): Insertion[] => {
      const [first, last] = [part.stretches[0], part.stretches.at(-1)];
      if (!first || !last || !isInserted(of, path, part)) return [];
      const [from, near, at] = [first.first, first.last, last.last].map((i) => jackAt(path, i));
      if (!near || !at) return [];
      const [send, back] = part.kind === 'loop' && from ? [nominalOf(of, from), nominalOf(of, at)] : [];
      const apart = send !== undefined && back !== undefined ? back - send : 0;
      const straightDb =
        dbAtLevel(part.reference.part) - dbAtLevel(wholeOf(first.segment, first.ends)) + apart;
      return [{ kind: part.kind, at, first: first.last, last: last.last, near, straightDb }];
    }),
);

/** How far insertions are from unity, by the levels along their way. */
export function offUnity(insertions: readonly Insertion[], stops: readonly LevelStop[]): readonly Inserted[] {
  const levels = new Map(stops.map(({ part, averageDbu }) => [part.id, averageDbu] as const));
  return insertions.flatMap((one): Inserted[] => {
    const [heard, arrives] = [one.near, one.at].map(({ box, jack }) => levels.get(`${box}/${jack}`));
    if (heard === undefined || arrives === undefined) return [];
    const wantedDbu = heard + one.straightDb;
    return [{ ...one, offDb: arrives - wantedDbu, wantedDbu }];
  });
}

const textOf = (of: Reads<'boxes'>, path: Path): string =>
  onStepsOf(of, path)
    .map(({ part }) => part.id)
    .join(' ');

const byText = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of): ReadonlyMap<string, Path> =>
    new Map(traceIn(of).paths.map((path) => [textOf(of, path), path] as const)),
);

/** What is inserted along a way of a setting, with how far its level is from unity. */
export const insertedAlong = (given: Of, path: Path): readonly Inserted[] => {
  const of = { ...given, sound: bypassed(given) };
  const same = byText(of).get(textOf(of, path)) ?? path;
  return offUnity(insertionsAlong(of, same), levelsAlong(of, same).stops);
};
