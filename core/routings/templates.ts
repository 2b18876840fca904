import type { JackRef, Rig } from '../model';
import { abilitiesOf, type Abilities, type Unit } from './abilities';
import {
  aUnit,
  beginning,
  CannotBeHad,
  inMode,
  joined,
  line,
  need,
  off,
  on,
  usedPedals,
  wholePath,
  withLoop,
  type Wanted,
} from './bind';
import { doubledFeed, lateFeed } from './feed';
import { insertOutboard } from './insert';
import { driveLoad, feeds, fromAmplifier, goalsOf, outletName } from './outlets';

export type Code = 'FOUR' | 'FOUR+FEED' | 'FRONT' | 'LOOP' | 'POWER' | 'DIRECT' | 'INSERT';

export type Template = {
  readonly code: Code;
  readonly name: string;
  /** How it runs, in one line. */
  readonly line: string;
  /** What it wants of this rig, or why it cannot be had. */
  readonly bind: (rig: Rig, abilities: Abilities) => Wanted | { readonly reason: string };
};

/** A template of this file: what cannot be had is thrown, and told by `bindTemplate`. */
type Own = Template & { readonly bind: (rig: Rig, abilities: Abilities) => Wanted };

/** Guitar → unit; unit → amp input; amp send → unit; and where the unit's loop part goes on to. */
function fourLeads(rig: Rig, abilities: Abilities) {
  const { from, runs } = beginning(abilities);
  const amplifier = withLoop(abilities);
  const unit = abilities.units.find((u) => u.loop !== null) ?? aUnit(abilities);
  const loop = need(
    unit.loop,
    `${unit.box.name} has no loop in its path: put a loop block in, or a second row.`,
  );
  const input = need(unit.input, `${unit.box.name} has no input.`);
  const output = need(unit.output, `${unit.box.name} has no output.`);
  const ampLoop = need(amplifier.loop, amplifier.noLoop);
  const { ahead, after } = usedPedals(rig, abilities);
  const wanted: Partial<Wanted> = {
    runs: [
      ...runs,
      ...line(from, ahead, input),
      { from: [loop.send], to: amplifier.input },
      ...line([ampLoop.send], after, loop.back),
      { from: [output], to: ampLoop.back },
    ],
    // What hung in another loop is put away with it: left on, that loop would end the signal.
    states: [
      ...on(unit, loop.block),
      ...off(
        unit,
        unit.loops.filter(({ id }) => id !== loop.block?.id),
      ),
    ],
    modes: inMode(rig, loop.send, 'instrument'),
  };
  return { unit, amplifier, wanted };
}

const four: Own = {
  code: 'FOUR',
  name: 'Four-cable',
  line: 'guitar → unit → amp input; amp send → unit → amp return',
  bind: (rig, abilities) => {
    const { unit, amplifier, wanted } = fourLeads(rig, abilities);
    return joined(
      wanted,
      { states: off(unit, [...unit.ampModels, ...unit.cabModels]) },
      fromAmplifier(rig, abilities, amplifier, unit),
    );
  },
};

/** A feed for the house beside the amplifier: the goals that are no loudspeaker, the desk's first channel if none is named. */
function feedGoals(rig: Rig, abilities: Abilities) {
  const named = goalsOf(rig, abilities).filter((goal) => goal.kind !== 'loudspeaker');
  const goals = named.length > 0 ? named : abilities.outlets.filter((o) => o.kind === 'desk').slice(0, 1);
  if (goals.length === 0)
    throw new CannotBeHad('There is no desk, full-range loudspeaker or ear pack to feed.');
  return goals;
}

const withFeed = (split: typeof lateFeed, name: string, how: string): Own => ({
  code: 'FOUR+FEED',
  name,
  line: how,
  bind: (rig, abilities) => {
    const { unit, amplifier, wanted } = fourLeads(rig, abilities);
    const goals = feedGoals(rig, abilities);
    const feed = split(unit);
    return joined(
      wanted,
      { states: off(unit, unit.ampModels) },
      feed.wanted,
      driveLoad(abilities, amplifier),
      feeds(rig, abilities, unit, feed.outputs, goals),
    );
  },
});

const front: Own = {
  code: 'FRONT',
  name: 'All in front',
  line: 'guitar → every effect → amp input',
  bind: (rig, abilities) => {
    const { from, runs } = beginning(abilities);
    const amplifier = need(abilities.amplifiers[0], 'There is no amplifier in the rig.');
    const unit: Unit | undefined = abilities.units[0];
    const path = unit && wholePath(unit);
    const row = [...usedPedals(rig, abilities).all, ...(unit ? [unit.box] : [])].sort(
      (a, b) => a.order - b.order || (a.id < b.id ? -1 : 1),
    );
    const places = row.map((box) =>
      path && box === unit?.box ? path : pedalPassage(rig, abilities, box.id),
    );
    const last: JackRef | undefined = places.at(-1)?.outOf;
    return joined(
      {
        runs: [...runs, ...line(from, places, amplifier.input)],
        states: unit ? off(unit, [...unit.loops, ...unit.ampModels, ...unit.cabModels]) : [],
        modes: last ? inMode(rig, last, 'instrument') : [],
      },
      fromAmplifier(rig, abilities, amplifier, unit ?? null),
    );
  },
};

function pedalPassage(rig: Rig, abilities: Abilities, id: string) {
  const { ahead, after } = usedPedals(rig, abilities);
  return need(
    [...ahead, ...after].find((passage) => passage.into.box === id),
    'A pedal has no input.',
  );
}

const loop: Own = {
  code: 'LOOP',
  name: 'In the loop',
  line: 'guitar → amp input; amp send → effects → amp return',
  bind: (rig, abilities) => {
    const { from, runs } = beginning(abilities);
    const amplifier = withLoop(abilities);
    const ampLoop = need(amplifier.loop, amplifier.noLoop);
    const unit: Unit | undefined = abilities.units[0];
    const { ahead, after } = usedPedals(rig, abilities);
    if (!unit && after.length === 0)
      throw new CannotBeHad('Nothing is wished after the preamp: the loop would be empty.');
    const places = [...after, ...(unit ? [wholePath(unit)] : [])];
    return joined(
      {
        runs: [...runs, ...line(from, ahead, amplifier.input), ...line([ampLoop.send], places, ampLoop.back)],
        states: unit ? off(unit, [...unit.loops, ...unit.ampModels, ...unit.cabModels]) : [],
      },
      fromAmplifier(rig, abilities, amplifier, unit ?? null),
    );
  },
};

const power: Own = {
  code: 'POWER',
  name: 'Into the power stage',
  line: 'guitar → unit with its amp model → amp return',
  bind: (rig, abilities) => {
    const { from, runs } = beginning(abilities);
    const amplifier = withLoop(abilities);
    const unit = aUnit(abilities);
    const back = need(amplifier.loop, `${amplifier.box.name} has no return.`).back;
    const { into, outOf } = wholePath(unit);
    const model = need(unit.ampModels[0], `${unit.box.name} has no amp model to stand in for the preamp.`);
    const { ahead, after } = usedPedals(rig, abilities);
    return joined(
      {
        runs: [...runs, ...line(from, [...ahead, ...after], into), { from: [outOf], to: back }],
        states: [...on(unit, model), ...off(unit, [...unit.loops, ...unit.cabModels])],
      },
      fromAmplifier(rig, abilities, amplifier, unit),
    );
  },
};

const direct: Own = {
  code: 'DIRECT',
  name: 'Direct',
  line: 'guitar → unit with amp and cabinet model → desk, full-range loudspeaker, ears',
  bind: (rig, abilities) => {
    const { from, runs } = beginning(abilities);
    const unit = aUnit(abilities);
    const { into } = wholePath(unit);
    const amp = need(unit.ampModels[0], `${unit.box.name} has no amp model: without one it sounds harsh.`);
    const cab = need(
      unit.cabModels[0],
      `${unit.box.name} has no cabinet model: without one it sounds harsh.`,
    );
    const goals = goalsOf(rig, abilities);
    const guitarSpeaker = goals.find((goal) => goal.kind === 'loudspeaker');
    if (guitarSpeaker)
      throw new CannotBeHad(
        `${outletName(guitarSpeaker)} is to be heard, and it wants an amplifier. Say above what must come out.`,
      );
    if (goals.length === 0)
      throw new CannotBeHad('There is no desk, full-range loudspeaker or ear pack to feed.');
    const { ahead, after } = usedPedals(rig, abilities);
    // An amplifier that stands there keeps its load, switched on or not.
    const standing = abilities.amplifiers.flatMap((amplifier) => {
      try {
        return [driveLoad(abilities, amplifier)];
      } catch {
        return [];
      }
    });
    return joined(
      {
        runs: [...runs, ...line(from, [...ahead, ...after], into)],
        states: [...on(unit, amp, cab), ...off(unit, unit.loops)],
      },
      ...standing.slice(0, 1),
      feeds(rig, abilities, unit, unit.outputs, goals),
    );
  },
};

const insert: Own = {
  code: 'INSERT',
  name: 'Outboard in a loop of the unit',
  line: 'unit send → outboard → unit return, the rest as four-cable, in front or direct',
  bind: (rig, abilities) => insertOutboard(rig, abilities, [four, front, direct]),
};

/** Every routing, in the order the cards stand. A new one is one more template. */
export const TEMPLATES: readonly Template[] = [
  four,
  withFeed(
    lateFeed,
    'Four-cable and a feed, split last',
    'as four-cable; after the last effect cabinet model → desk',
  ),
  withFeed(
    doubledFeed,
    'Four-cable and a feed, effects doubled',
    'as four-cable; late effects on both paths, cabinet model → desk',
  ),
  loop,
  front,
  power,
  direct,
  insert,
];

/** What a template wants of this rig, or the reason why it cannot be had. */
export function bindTemplate(rig: Rig, template: Template): Wanted | { readonly reason: string } {
  try {
    return template.bind(rig, abilitiesOf(rig));
  } catch (error) {
    if (error instanceof CannotBeHad) return { reason: error.message };
    throw error;
  }
}
