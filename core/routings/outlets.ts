// From where a routing ends to every place that must be heard.
import { inNight, jackIn, sameJack, takesLine, type JackRef, type Rig } from '../model';
import { wantedOutputs, type Outlet } from '../signal';
import { abilitiesOf, type Abilities, type Amplifier, type Load, type Unit } from './abilities';
import { CannotBeHad, inMode, joined, need, nothing, type Wanted } from './bind';

const ratio = (a: number, b: number) => Math.max(a / b, b / a);

/** Outlets that must be heard: those that were named, else one of each kind that is wished by default. */
export function goalsOf(rig: Rig, abilities: Abilities): readonly Outlet[] {
  return wantedOutputs(inNight(rig, null)).flatMap(({ kind, at }) => {
    const found = abilities.outlets.find((outlet) =>
      kind === 'named'
        ? at && (sameJack(outlet.at, at) || (outlet.kind === 'loudspeaker' && outlet.box.id === at.box))
        : outlet.kind === kind,
    );
    return found ? [found] : [];
  });
}

/** The outlets of a rig that must be heard in its base wiring, by wish or as usual. */
export const heardBy = (rig: Rig): readonly Outlet[] => goalsOf(rig, abilitiesOf(rig));

const nameOf = ({ box, at, kind }: Outlet) =>
  kind === 'desk' ? `${jackIn(box, at.jack)?.label ?? ''} of ${box.name}` : box.name;

type Driven = Partial<Wanted> & { readonly load: Load | null };

/** A head on its best tap into a cabinet, by an attenuator where there is one; else into a load box. */
export function driveLoad(abilities: Abilities, amplifier: Amplifier): Driven {
  if (amplifier.taps.length === 0) return { load: null };
  const kind = abilities.loads.filter((load) => load.air !== null);
  const loads = kind.length > 0 ? kind : abilities.loads;
  const [attenuator] = abilities.attenuators;
  const pairs = loads.flatMap((load) =>
    amplifier.taps.map((tap) => {
      const seen = (load.air && attenuator ? attenuator.ohm : load.ohm) ?? 8;
      return { load, tap, off: ratio(tap.ohm ?? 8, seen) };
    }),
  );
  const best = pairs.reduce<(typeof pairs)[number] | undefined>(
    (a, b) => (a && a.off <= b.off ? a : b),
    undefined,
  );
  const { load, tap } = need(
    best,
    `There is no cabinet for ${amplifier.box.name}: without a load it must not be switched on.`,
  );
  return {
    load,
    runs:
      load.air && attenuator
        ? [
            { from: [tap.at], to: attenuator.into },
            { from: [attenuator.outOf], to: load.at },
          ]
        : [{ from: [tap.at], to: load.at }],
  };
}

/**
 * From an amplifier's power stage to what must be heard: its loudspeaker, by a microphone, its line out or a load
 * box's to a desk or monitors; headphones at the unit whose sound ends in the power stage.
 */
export function fromAmplifier(
  rig: Rig,
  abilities: Abilities,
  amplifier: Amplifier,
  unit: Unit | null,
): Wanted {
  const driven = driveLoad(abilities, amplifier);
  const air = amplifier.air ?? driven.load?.air ?? null;
  let line = amplifier.lineOut ?? (driven.load?.air === null ? driven.load.lineOut : null);
  let microphone = air ? abilities.microphones[0] : undefined;
  const parts: Partial<Wanted>[] = [driven];
  for (const goal of goalsOf(rig, abilities)) {
    if (goal.kind === 'loudspeaker') {
      if (!air || air.box !== goal.box.id)
        throw new CannotBeHad(`${goal.box.name} is no loudspeaker of ${amplifier.box.name}.`);
    } else if (goal.kind === 'desk' && microphone && air) {
      parts.push({
        runs: [
          { from: [air], to: microphone.air },
          { from: [microphone.out], to: goal.at },
        ],
        modes: inMode(rig, goal.at, 'mic'),
      });
      microphone = undefined;
    } else if (carriesPhones(goal)) parts.push(atPhones(goal, unit));
    else {
      const from = need(
        line,
        `Nothing comes out of ${amplifier.box.name} for ${nameOf(goal)}: no line out, and no microphone for it.`,
      );
      parts.push({ runs: [{ from: [from], to: goal.at }], modes: inMode(rig, goal.at, 'line') });
      line = null;
    }
  }
  return joined(...parts);
}

const carriesPhones = ({ box, at }: Outlet) => jackIn(box, at.jack)?.carries === 'phones';

function atPhones(goal: Outlet, unit: Unit | null): Partial<Wanted> {
  const from = need(unit?.phones, `There is no headphone output for ${goal.box.name} on this path.`);
  return { runs: [{ from: [from], to: goal.at }] };
}

/**
 * From outputs of a unit to what must be heard: the desk by a DI where there is one, else by line; monitors by line;
 * headphones at the headphone output. Outputs are taken in order, one for each.
 */
export function feeds(
  rig: Rig,
  abilities: Abilities,
  unit: Unit,
  outputs: readonly JackRef[],
  goals: readonly Outlet[],
): Wanted {
  const free = [...outputs];
  const dis = [...abilities.dis];
  const parts: Partial<Wanted>[] = [];
  for (const goal of goals) {
    if (carriesPhones(goal)) {
      parts.push(atPhones(goal, unit));
      continue;
    }
    const from = need(free.shift(), `${unit.box.name} has no output left for ${nameOf(goal)}.`);
    const balanced = jackIn(unit.box, from.jack)?.balance !== 'unbalanced';
    const di = goal.kind === 'desk' && !balanced ? dis.shift() : undefined;
    const into = jackIn(di?.box, di?.into.jack);
    const heard = into?.modes.find((mode) => mode.id === into.mode);
    const level = inMode(rig, from, di && !takesLine(heard) ? 'instrument' : 'line');
    if (di) {
      // What the through jack hands on is one more output.
      if (di.through) free.push(di.through);
      parts.push({
        runs: [
          { from: [from], to: di.into },
          { from: [di.outOf], to: goal.at },
        ],
        modes: [...level, ...inMode(rig, goal.at, 'mic')],
      });
    } else
      parts.push({
        runs: [{ from: [from], to: goal.at }],
        modes: [...level, ...inMode(rig, goal.at, 'line')],
      });
  }
  return parts.length === 0 ? nothing : joined(...parts);
}

export { nameOf as outletName };
