// How loud sounds are beside what is wished, and what several guitars need.
import { positionFor, potDb, powerSum, rangeOf, type LevelStop } from '../level';
import { actsOnBlock, type Box, type Rig, type Sound } from '../model';
import { isOn, type Section } from '../signal';
import type { Measure } from './measure';
import type { Setting } from './setting';
import type { Ways } from './ways';

/** A knob that a preset recalls, at a block that is on. */
type PresetKnob = { readonly box: Box; readonly control: Box['controls'][number] };

/** What a sound comes to at one output beside what is wished. */
export type SoundLevel = {
  readonly sound: Sound;
  /** The stop that it is told at, in words. */
  readonly at: string;
  /** Against the first sound, dB. */
  readonly wishedDb: number;
  readonly isDb: number;
  /** What brings it there; null: nothing that a preset recalls, and whose range is known, is on its way. */
  readonly set: (PresetKnob & { readonly position: number; readonly thenDb: number }) | null;
};

/** Behind ceilings a knob does less than it says: it is brought nearer so many times. */
const TURNS = 4;

type Outputs = ReadonlyMap<string, { readonly at: string; readonly averageDbu: number }>;

/** The average at every output of a sound. */
function outputsOf(all: Ways, sound: Sound, endOf: (way: number) => readonly LevelStop[]): Outputs {
  const found = new Map<string, { at: string; averageDbu: number }>();
  all.ways.forEach(({ sounds }, i) => {
    const end = sounds.includes(sound) ? endOf(i).at(-1) : undefined;
    if (!end) return;
    const known = found.get(end.part.id);
    found.set(end.part.id, {
      at: `${end.label} of ${end.box.name}`,
      averageDbu: known ? powerSum(known.averageDbu, end.averageDbu) : end.averageDbu,
    });
  });
  return found;
}

const isRecalled = ({ block, state }: Section): boolean => block.switchedBy === 'preset' && isOn(state);

/** The last knob on a sound's ways that a preset recalls. */
function presetKnob(all: Ways, sound: Sound): PresetKnob | null {
  for (const { sounds, path } of all.ways) {
    if (!sounds.includes(sound)) continue;
    const last = path.sections
      .filter(isRecalled)
      .flatMap(({ box, block }) =>
        box.controls
          .filter((c) => c.sets === 'level' && actsOnBlock(c, block.id) && rangeOf(c.law) !== null)
          .map((control) => ({ box, control })),
      )
      .at(-1);
    if (last) return last;
  }
  return null;
}

/** What each sound that is wished louder or softer than the first comes to, where it is over the house's limit. */
export function soundLevels(rig: Rig, all: Ways, measure: Measure, at: Setting): readonly SoundLevel[] {
  const [first, ...others] = rig.sounds;
  if (!first || rig.sounds.every(({ wish }) => wish.levelDb === undefined)) return [];
  const plain = (way: number) => measure.onWay(way, at)?.stops ?? [];
  const reference = outputsOf(all, first, plain);
  return others.flatMap((sound) => {
    const wishedDb = (sound.wish.levelDb ?? 0) - (first.wish.levelDb ?? 0);
    const own = outputsOf(all, sound, plain);
    const shared = [...own].find(([key]) => reference.has(key));
    if (!shared) return [];
    const [key, { at: words, averageDbu }] = shared;
    const zero = reference.get(key)?.averageDbu ?? 0;
    const isDb = averageDbu - zero;
    const set =
      Math.abs(isDb - wishedDb) > rig.houseRules.limits.soundsDb
        ? solved(all, measure, at, { sound, key, wantedDbu: zero + wishedDb, nowDbu: averageDbu })
        : null;
    return [{ sound, at: words, wishedDb, isDb, set: set && { ...set, thenDb: set.thenDbu - zero } }];
  });
}

type Wanted = {
  readonly sound: Sound;
  readonly key: string;
  readonly wantedDbu: number;
  readonly nowDbu: number;
};

function solved(all: Ways, measure: Measure, at: Setting, { sound, key, wantedDbu, nowDbu }: Wanted) {
  const knob = presetKnob(all, sound);
  if (!knob) return null;
  const { box, control } = knob;
  const name = `${box.id}/${control.id}`;
  let position = sound.state.controls[name]?.position ?? control.position ?? positionFor(control.law, 0) ?? 0;
  let thenDbu = nowDbu;
  for (let turn = 0; turn < TURNS; turn += 1) {
    position = positionFor(control.law, potDb(control.law, position) + wantedDbu - thenDbu) ?? position;
    const now = position;
    thenDbu =
      outputsOf(all, sound, (way) => measure.withKnob(way, at, name, now)).get(key)?.averageDbu ?? thenDbu;
  }
  return { ...knob, position, thenDbu };
}
