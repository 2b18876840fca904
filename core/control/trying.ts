// Standing on switches without a rig: from a sound on, press by press, and which sound that is then.
import { boxOf, switchesOf, type Reads } from '../model';
import { pressLine, thingName, type PressLine } from './changes';
import { machineOf } from './machine';
import { standingIn, valuesIn, type State } from './presses';
import { valueName } from './things';

type ForTrying = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'songs' | 'switchPlan'>;

/** Where everything stands, and how it came there. */
export type Trial = {
  readonly state: State;
  readonly pressed: readonly PressLine[];
  /** The sound that was called last; null: none yet. */
  readonly aim: string | null;
};

/** Everything as a sound has it. @param sound its place in the list */
export const beginTrial = (of: ForTrying, sound: number): Trial => ({
  state: standingIn(machineOf(of, of.switchPlan), sound),
  pressed: [],
  aim: null,
});

/** A switch is stood on once, in the bank its box is in; one that does nothing there says so. */
export function pressOn(
  of: ForTrying,
  { state, pressed, aim }: Trial,
  box: string,
  footSwitch: string,
): Trial {
  const machine = machineOf(of, of.switchPlan);
  const move = machine.moves.find(
    (one) =>
      one.box.id === box &&
      one.footSwitch.id === footSwitch &&
      (one.in === null || state[one.in] === one.bank),
  );
  if (!move) {
    const own = boxOf(of, box);
    const label = own ? (switchesOf(own).find(({ id }) => id === footSwitch)?.label ?? '') : '';
    const line = { box: own?.name ?? box, tag: own?.tag ?? '', label, does: 'does nothing here' };
    return { state, pressed: [...pressed, line], aim };
  }
  const { next, ...line } = pressLine(of, machine, move, state);
  return { state: next, pressed: [...pressed, line], aim: move.calls ?? aim };
}

/** The bank that a box is in, counted from 0. */
export const bankIn = (of: ForTrying, { state }: Trial, box: string): number => {
  const machine = machineOf(of, of.switchPlan);
  const cell = machine.moves.find((move) => move.box.id === box && move.in !== null)?.in;
  return cell === undefined || cell === null ? 0 : (state[cell] ?? 0);
};

/** The sound that this is, or was called last, or comes nearest to, and what it lacks of it. */
export function soundIn(
  of: ForTrying,
  { state, aim }: Trial,
): { readonly sound: string; readonly lacks: readonly string[] } | null {
  const machine = machineOf(of, of.switchPlan);
  const values = valuesIn(machine, state);
  const each = of.sounds.map(({ id, name }, i) => ({
    id,
    sound: name,
    lacks: machine.things.flatMap((thing) => {
      const want = thing.wants[i] ?? null;
      const is = values.get(thing);
      if (want === null || want === is) return [];
      return [`${thingName(thing)} is ${is === undefined ? 'unknown' : valueName(thing, is)}`];
    }),
  }));
  const isFirst = (one: (typeof each)[number]) => (one.lacks.length === 0 ? 0 : one.id === aim ? 1 : 2);
  return each.sort((a, b) => isFirst(a) - isFirst(b) || a.lacks.length - b.lacks.length)[0] ?? null;
}
