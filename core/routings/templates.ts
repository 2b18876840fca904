import type { Box, JackRef, Rig } from '../rig';
import { wantedOutputs, wishFor } from '../signal';
import { abilitiesOf, type Abilities, type Amplifier, type Unit } from './abilities';

export type Code = 'FOUR' | 'FRONT' | 'POWER';

/** A lead that a routing wants: several jacks at its beginning where guitars share it. */
export type WantedRun = { readonly from: readonly JackRef[]; readonly to: JackRef };

export type Wanted = {
  readonly runs: readonly WantedRun[];
  readonly states: readonly { readonly box: string; readonly block: string; readonly state: string }[];
  readonly modes: readonly { readonly box: string; readonly jack: string; readonly mode: string }[];
};

export type Template = {
  readonly code: Code;
  readonly name: string;
  /** How it runs, in one line. */
  readonly line: string;
  /** What it wants of this rig, or why it cannot be had. */
  readonly bind: (rig: Rig, abilities: Abilities) => Wanted | { readonly reason: string };
};

class CannotBeHad extends Error {}

const need = <T>(value: T | null | undefined, reason: string): T => {
  if (value === null || value === undefined) throw new CannotBeHad(reason);
  return value;
};

const through = (box: Box): { into: JackRef; outOf: JackRef } => {
  const jack = (direction: 'in' | 'out') =>
    box.jacks.find((j) => j.direction === direction && ['instrument', 'line'].includes(j.carries));
  return {
    into: { box: box.id, jack: need(jack('in'), `${box.name} has no input.`).id },
    outOf: { box: box.id, jack: need(jack('out'), `${box.name} has no output.`).id },
  };
};

/** Leads from a start through boxes in order to an end. */
function line(
  start: readonly JackRef[],
  boxes: readonly { into: JackRef; outOf: JackRef }[],
  end: JackRef,
): readonly WantedRun[] {
  const starts = [start, ...boxes.map((box) => [box.outOf])];
  const ends = [...boxes.map((box) => box.into), end];
  return starts.map((from, i) => ({ from, to: ends[i] ?? end }));
}

const ratio = (a: number, b: number) => Math.max(a / b, b / a);

/** From the power stage to every wanted output: cabinet on its best tap, microphone, desk. */
function outputs(rig: Rig, abilities: Abilities, amplifier: Amplifier): readonly WantedRun[] {
  const runs: WantedRun[] = [];
  let air: JackRef | null;
  if (amplifier.hasSpeaker) {
    const jack = amplifier.box.jacks.find((j) => j.carries === 'air' && j.direction === 'out');
    air = jack ? { box: amplifier.box.id, jack: jack.id } : null;
  } else {
    const pairs = abilities.cabinets.flatMap((cabinet) =>
      amplifier.taps.map((tap) => ({ cabinet, tap, off: ratio(tap.ohm ?? 8, cabinet.ohm ?? 8) })),
    );
    const best = pairs.reduce<(typeof pairs)[number] | undefined>(
      (a, b) => (a && a.off <= b.off ? a : b),
      undefined,
    );
    const found = need(
      best,
      `There is no cabinet for ${amplifier.box.name}: without a load it must not be switched on.`,
    );
    runs.push({ from: [found.tap.at], to: found.cabinet.at });
    air = found.cabinet.air;
  }
  const wanted = wantedOutputs(rig);
  const channel = wanted.find(
    (output) =>
      output.kind === 'named' &&
      abilities.deskChannels.some((c) => c.box === output.at?.box && c.jack === output.at.jack),
  )?.at;
  const toDesk =
    channel ?? (wanted.some((output) => output.kind === 'desk') ? abilities.deskChannels[0] : undefined);
  const microphone = abilities.microphones[0];
  if (toDesk && microphone && air)
    runs.push({ from: [air], to: microphone.air }, { from: [microphone.out], to: toDesk });
  return runs;
}

const off = (unit: Unit, blocks: readonly { id: string; states: readonly { id: string }[] }[]) =>
  blocks
    .filter((block) => block.states.some((s) => s.id === 'off'))
    .map((block) => ({ box: unit.box.id, block: block.id, state: 'off' }));
const on = (unit: Unit, block: { id: string } | null | undefined) =>
  block ? [{ box: unit.box.id, block: block.id, state: 'on' }] : [];

/** An output into an amplifier's input is set for instruments where it has such a mode. */
function instrumentMode(rig: Rig, at: JackRef): Wanted['modes'] {
  const jack = rig.boxes.find((box) => box.id === at.box)?.jacks.find((j) => j.id === at.jack);
  return jack?.modes.some((mode) => mode.id === 'instrument') ? [{ ...at, mode: 'instrument' }] : [];
}

const guitarsOf = (abilities: Abilities) => {
  if (abilities.guitars.length === 0) throw new CannotBeHad('There is no guitar in the rig.');
  return abilities.guitars;
};

const wishOf = (rig: Rig, box: Box) => {
  const effect = box.blocks.find((block) => block.role === 'effect');
  return effect ? wishFor(rig, box, effect) : 'ahead';
};

const used = (rig: Rig, pedals: readonly Box[]) => pedals.filter((box) => wishOf(rig, box) !== 'unused');

const withLoop = (abilities: Abilities): Amplifier => {
  const [first] = abilities.amplifiers;
  const found = abilities.amplifiers.find((amplifier) => amplifier.loop !== null);
  return need(found, first ? `${first.box.name} has no effects loop.` : 'There is no amplifier in the rig.');
};

const aUnit = (abilities: Abilities): Unit =>
  need(abilities.units[0], 'There is no multi-effects unit in the rig.');

const four: Template = {
  code: 'FOUR',
  name: 'Four-cable',
  line: 'guitar → unit → amp input; amp send → unit → amp return',
  bind: (rig, abilities) => {
    const guitars = guitarsOf(abilities);
    const amplifier = withLoop(abilities);
    const unit = abilities.units.find((u) => u.loop !== null) ?? aUnit(abilities);
    const loop = need(
      unit.loop,
      `${unit.box.name} has no loop in its path: put a loop block in, or a second row.`,
    );
    const [input, output] = [
      need(unit.input, `${unit.box.name} has no input.`),
      need(unit.output, `${unit.box.name} has no output.`),
    ];
    const ampLoop = need(amplifier.loop, `${amplifier.box.name} has no effects loop.`);
    const pedals = used(rig, abilities.pedals);
    const isAfter = (box: Box) => wishOf(rig, box) === 'after';
    return {
      runs: [
        ...line(guitars, pedals.filter((box) => !isAfter(box)).map(through), input),
        { from: [loop.send], to: amplifier.input },
        ...line([ampLoop.send], pedals.filter(isAfter).map(through), loop.back),
        { from: [output], to: ampLoop.back },
        ...outputs(rig, abilities, amplifier),
      ],
      states: [...on(unit, loop.block), ...off(unit, [...unit.ampModels, ...unit.cabModels])],
      modes: instrumentMode(rig, loop.send),
    };
  },
};

const front: Template = {
  code: 'FRONT',
  name: 'All in front',
  line: 'guitar → every effect → amp input',
  bind: (rig, abilities) => {
    const guitars = guitarsOf(abilities);
    const amplifier = need(abilities.amplifiers[0], 'There is no amplifier in the rig.');
    const unit = abilities.units[0];
    const pedals = used(rig, abilities.pedals);
    const row = [...pedals, ...(unit ? [unit.box] : [])].sort(
      (a, b) => a.order - b.order || (a.id < b.id ? -1 : 1),
    );
    if (unit && (!unit.throughRow || !unit.input || !unit.output))
      throw new CannotBeHad(
        `${unit.box.name} has no path from its input to its output: its rows are not joined.`,
      );
    const places = row.map((box) =>
      unit?.input && unit.output && box === unit.box
        ? { into: unit.input, outOf: unit.output }
        : through(box),
    );
    const last = places.at(-1)?.outOf;
    return {
      runs: [...line(guitars, places, amplifier.input), ...outputs(rig, abilities, amplifier)],
      states: unit ? off(unit, [...unit.loops, ...unit.ampModels, ...unit.cabModels]) : [],
      modes: last ? instrumentMode(rig, last) : [],
    };
  },
};

const power: Template = {
  code: 'POWER',
  name: 'Into the power stage',
  line: 'guitar → unit with its amp model → amp return',
  bind: (rig, abilities) => {
    const guitars = guitarsOf(abilities);
    const amplifier = withLoop(abilities);
    const unit = aUnit(abilities);
    const back = need(amplifier.loop, `${amplifier.box.name} has no return.`).back;
    if (!unit.throughRow)
      throw new CannotBeHad(
        `${unit.box.name} has no path from its input to its output: its rows are not joined.`,
      );
    const model = need(unit.ampModels[0], `${unit.box.name} has no amp model to stand in for the preamp.`);
    const [input, output] = [
      need(unit.input, `${unit.box.name} has no input.`),
      need(unit.output, `${unit.box.name} has no output.`),
    ];
    return {
      runs: [
        ...line(guitars, used(rig, abilities.pedals).map(through), input),
        { from: [output], to: back },
        ...outputs(rig, abilities, amplifier),
      ],
      states: [...on(unit, model), ...off(unit, [...unit.loops, ...unit.cabModels])],
      modes: [],
    };
  },
};

/** Every routing, in the order the cards stand. A new one is one more template. */
export const TEMPLATES: readonly Template[] = [four, front, power];

/** What a template wants of this rig, or the reason why it cannot be had. */
export function bindTemplate(rig: Rig, template: Template): Wanted | { readonly reason: string } {
  try {
    return template.bind(rig, abilitiesOf(rig));
  } catch (error) {
    if (error instanceof CannotBeHad) return { reason: error.message };
    throw error;
  }
}
