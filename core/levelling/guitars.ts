// What several guitars have more or less than the first, and the one place where it is made up.
import { levelsAlong } from '../level';
import { guitarOf, sources, type Box, type Rig, type Sound } from '../model';
import type { Knob, Way } from './ways';

/** A guitar that is louder or softer than the first. */
export type GuitarLevel = {
  readonly guitar: Box;
  /** How much it is over the first, dB. */
  readonly overDb: number;
  /** The one place where it is made up, by the knob's number; null: none that all guitars pass. */
  readonly knob: number | null;
  readonly sounds: readonly Sound[];
};

/** Under this two guitars are alike, dB. */
const ALIKE_DB = 0.5;

/** Told at the first jack that each comes to: no knob but its own stands ahead of that. */
export function guitarsOn(rig: Rig, ways: readonly Way[], knobs: readonly Knob[]): readonly GuitarLevel[] {
  const heard = new Map<string, number>();
  for (const { of, path } of ways) {
    const first = levelsAlong(of, path).stops.find(({ part }) => part.type === 'jack');
    if (first && !heard.has(path.source.box)) heard.set(path.source.box, first.averageDbu);
  }
  const [first, ...others] = sources(rig).filter(({ id }) => heard.has(id));
  if (!first || others.length === 0) return [];
  const passes = (guitar: Box, knob: number) =>
    ways.some((way) => way.path.source.box === guitar.id && way.knobs.some((one) => one.knob === knob));
  const places = knobs
    .map((knob, i) => ({ knob, i }))
    .filter(({ i }) => [first, ...others].every((guitar) => passes(guitar, i)));
  const place = places.find(({ knob }) => knob.range) ?? places[0];
  return others.flatMap((guitar): GuitarLevel[] => {
    const overDb = (heard.get(guitar.id) ?? 0) - (heard.get(first.id) ?? 0);
    const sounds = rig.sounds.filter((sound) => guitarOf(rig, sound)?.id === guitar.id);
    return Math.abs(overDb) < ALIKE_DB ? [] : [{ guitar, overDb, knob: place?.i ?? null, sounds }];
  });
}
