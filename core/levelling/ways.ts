// What is to be set: jacks with level modes, knobs on the ways, and every way of every sound that they bear on.
import {
  actsOnBlock,
  blockIn,
  boxOf,
  guitarOf,
  inSetting,
  jackIn,
  movesJack,
  refOf,
  sources,
  type Box,
  type Control,
  type Jack,
  type JackMode,
  type Reads,
  type Rig,
  type Sound,
} from '../model';
import { partText, stretchesAlong, wholeOf } from '../network';
import { rangeOf } from '../level';
import { guitarsOn, type GuitarLevel } from './guitars';
import { resolveIn, traceIn, type Path } from '../signal';

export type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'houseRules'> & { readonly sound: Sound };

/** A jack with the modes to be tried: one of each that does something else to the level. */
export type Choice = {
  readonly key: string;
  readonly box: Box;
  readonly jack: Jack;
  readonly modes: readonly JackMode[];
  /** Which of them it is in; where some sounds set it, the one that it is in for them. */
  readonly now: number;
  /** Sounds that set it. */
  readonly inSounds: readonly string[];
};

/** A knob that sets a level behind the instrument, and is no effect's or preamp's own. */
export type Knob = {
  readonly key: string;
  readonly box: Box;
  readonly control: Control;
  /** null: nobody knows what it does. */
  readonly range: { readonly lo: number; readonly hi: number } | null;
  readonly now: number | null;
  readonly inSounds: readonly string[];
  /** Sounds on another guitar than the first set it, for what that has more or less. */
  readonly madeUp: boolean;
};

/** One way of one or more sounds that are alike on it. */
export type Way = {
  readonly sounds: readonly Sound[];
  readonly of: Of;
  readonly path: Path;
  /** Choices that bear on it, by number. */
  readonly choices: readonly number[];
  /** Knobs along it, by number, with the step of the way that they stand at. */
  readonly knobs: readonly { readonly knob: number; readonly step: number }[];
  /** By how much a knob stands otherwise with its guitar than with the first, dB; null: it does not. */
  readonly makeUp: { readonly knob: number; readonly db: number } | null;
};

export type Ways = {
  readonly choices: readonly Choice[];
  readonly knobs: readonly Knob[];
  readonly ways: readonly Way[];
  readonly guitars: readonly GuitarLevel[];
  /** Left as they are: sounds set them each in its own way. */
  readonly bySound: readonly string[];
};

const NO_KNOBS: readonly string[] = [
  'source',
  'effect',
  'preamp',
  'ampModel',
  'cabModel',
  'power',
  'speaker',
];

/** All that a mode does to levels. */
const factsOf = ({ gainDb, rIn, cIn, rOut, nominalDbu, maxDbu }: JackMode): string =>
  [gainDb, rIn, cIn, rOut, nominalDbu, maxDbu].map((figure) => figure?.value ?? '').join();

/** The mode that a jack is in, and one for each other thing that its switch does to the level. */
function modesOf(jack: Jack, now: string | null): readonly JackMode[] {
  const own = jack.modes.find(({ id }) => id === now);
  const found = own ? [own] : [];
  for (const mode of jack.modes)
    if (!found.some((known) => factsOf(known) === factsOf(mode))) found.push(mode);
  return jack.modes.filter((mode) => found.includes(mode));
}

const isOnFirst = (rig: Rig, sound: Sound): boolean => guitarOf(rig, sound)?.id === sources(rig)[0]?.id;

/** The sounds that set something, all alike; null: each in its own way. */
function settingSounds<T>(sounds: readonly Sound[], valueOf: (sound: Sound) => T | undefined) {
  const setting = sounds.filter((sound) => valueOf(sound) !== undefined);
  const [first, ...others] = setting;
  const value = first && valueOf(first);
  return others.some((sound) => valueOf(sound) !== value)
    ? null
    : { ids: setting.map(({ id }) => id), value };
}

/** Knobs at one step of a way: of the jack, or of a block that is there for levels only. */
export function knobsAt(box: Box, step: Path['steps'][number]): readonly Control[] {
  if (step.type === 'lead') return [];
  const levels = box.controls.filter(({ sets }) => sets === 'level');
  if (step.type === 'jack') return levels.filter((control) => movesJack(control, step.jack));
  const block = blockIn(box, step.block);
  return block && !NO_KNOBS.includes(block.role)
    ? levels.filter((control) => actsOnBlock(control, block.id))
    : [];
}

type Found = {
  readonly ways: Way[];
  readonly choices: Choice[];
  readonly knobs: Knob[];
  bySound: Set<string>;
};

function choicesOn(rig: Rig, of: Of, path: Path, found: Found): readonly number[] {
  const keys = new Set<string>();
  for (const step of path.steps) if (step.type === 'jack') keys.add(`${step.box}/${step.jack}`);
  // What hangs beside the way loads it.
  for (const { segment } of stretchesAlong(of, path))
    for (const { from, to } of segment.leads)
      for (const { box, jack } of [...from.at, ...to.at])
        if (segment.nodeOf({ box, jack }) !== null) keys.add(`${box}/${jack}`);
  return [...keys].flatMap((key) => {
    const known = found.choices.findIndex((choice) => choice.key === key);
    if (known >= 0) return [known];
    const ref = refOf(key);
    const box = boxOf(of, ref.box);
    const jack = jackIn(box, ref.jack);
    if (!box || !jack) return [];
    const set = settingSounds(rig.sounds, ({ state }) => state.modes[key]);
    const now = set?.value ?? resolveIn(of).jackMode(box, jack).mode?.id ?? null;
    const modes = modesOf(jack, now);
    if (modes.length < 2) return [];
    if (!set) {
      found.bySound.add(`${jack.label} of ${box.name}`);
      return [];
    }
    const at = Math.max(
      0,
      modes.findIndex(({ id }) => id === now),
    );
    return [found.choices.push({ key, box, jack, modes, now: at, inSounds: set.ids }) - 1];
  });
}

function knobsOn(rig: Rig, of: Of, path: Path, found: Found): Way['knobs'] {
  return path.steps.flatMap((step, i) => {
    const box = step.type === 'lead' ? undefined : boxOf(of, step.box);
    if (!box || box.id === path.source.box) return [];
    return knobsAt(box, step).flatMap((control) => {
      const key = `${box.id}/${control.id}`;
      const known = found.knobs.findIndex((knob) => knob.key === key);
      if (known >= 0) return [{ knob: known, step: i }];
      const positionIn = ({ state }: Sound) => state.controls[key]?.position;
      const [own, others] = [true, false].map((is) =>
        rig.sounds.filter((sound) => isOnFirst(rig, sound) === is),
      );
      const set = settingSounds(own ?? [], positionIn);
      if (!set) {
        found.bySound.add(`${control.label} of ${box.name}`);
        return [];
      }
      const atRest = resolveIn({ ...of, sound: null }).control(box, control).position;
      const now = set.value ?? atRest;
      const madeUp = (others ?? []).some((sound) => positionIn(sound) !== undefined);
      const range = rangeOf(control.law);
      const knob = found.knobs.push({ key, box, control, range, now, inSounds: set.ids, madeUp }) - 1;
      return [{ knob, step: i }];
    });
  });
}

/** All that the levels of a way hang on, as text: sounds that are alike on it are looked at once. */
const alike = (of: Of, path: Path): string =>
  [
    JSON.stringify(path.steps),
    ...path.sections.map(({ state }) => state.id),
    of.sound.pickup ?? '',
    ...stretchesAlong(of, path).map(({ segment, ends }) => partText(wholeOf(segment, ends))),
  ].join('|');

/** Every way of every sound of one night, with what can be set on it. */
export function waysOf(rig: Rig, variant: string | null): Ways {
  const found: Found = { ways: [], choices: [], knobs: [], bySound: new Set() };
  const byText = new Map<string, Way & { sounds: Sound[] }>();
  for (const sound of rig.sounds) {
    const of: Of = { ...inSetting(rig, { variant, sound: sound.id }), sound };
    for (const path of traceIn(of).paths) {
      const key = alike(of, path);
      const known = byText.get(key);
      if (known) {
        known.sounds.push(sound);
        continue;
      }
      const way = {
        sounds: [sound],
        of,
        path,
        choices: choicesOn(rig, of, path, found),
        knobs: knobsOn(rig, of, path, found),
        makeUp: null,
      };
      byText.set(key, way);
      found.ways.push(way);
    }
  }
  const { choices, knobs } = found;
  const guitars = guitarsOn(rig, found.ways, knobs);
  const ways = found.ways.map((way): Way => {
    const own = guitars.find(({ guitar }) => guitar.id === way.path.source.box);
    const isKnown = own && own.knob !== null && knobs[own.knob]?.range;
    return isKnown ? { ...way, makeUp: { knob: own.knob, db: -own.overDb } } : way;
  });
  return { choices, knobs, ways, guitars, bySound: [...found.bySound] };
}
