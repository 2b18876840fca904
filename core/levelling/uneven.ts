// Guitars that are louder or softer than the first as sounds stand now, what is made up for them counted in.
import { levelsAlong, potDb } from '../level';
import { boxOf, derive, everySound, guitarOf, type Box, type Reads, type Sound } from '../model';
import { resolveIn, traceIn, type Path } from '../signal';
import { knobsAt } from './ways';

export type Uneven = {
  readonly guitar: Box;
  /** The sound that it is played in. */
  readonly sound: Sound;
  /** Over the first guitar at the first jack that each comes to, dB. */
  readonly overDb: number;
  /** What is left of it behind the levels that this sound sets otherwise, dB. */
  readonly leftDb: number;
};

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing'>;

const firstLevel = (of: Of, path: Path): number | undefined =>
  levelsAlong(of, path).stops.find(({ part }) => part.type === 'jack')?.averageDbu;

/** What the level knobs of a way come to behind its guitar, dB. */
const knobsDb = (of: Of, { source, steps }: Path): number =>
  steps
    .flatMap((step) => {
      const box = step.type === 'lead' || step.box === source.box ? undefined : boxOf(of, step.box);
      return box
        ? knobsAt(box, step).map((control) =>
            potDb(control.law, resolveIn(of).control(box, control).position),
          )
        : [];
    })
    .reduce((sum, db) => sum + db, 0);

type Played = { readonly guitar: Box; readonly level: number; readonly knobs: number };

/** What the guitar of one sound comes to. */
const playedIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): Played | null => {
  const guitar = guitarOf(of, of.sound);
  const path = traceIn(of).paths.find(({ source }) => source.box === guitar?.id);
  const level = path && firstLevel(of, path);
  return guitar && path && level !== undefined ? { guitar, level, knobs: knobsDb(of, path) } : null;
});

/** Sounds on other guitars than that of the first sound, with what each is over that. */
export const unevenGuitars = derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Uneven[] => {
  if (new Set(of.sounds.map((sound) => guitarOf(of, sound))).size < 2) return [];
  const all = everySound(of).flatMap((one) => {
    const played = playedIn(one);
    return played ? [{ ...played, sound: one.sound }] : [];
  });
  const [first, ...others] = all;
  return others.flatMap(({ guitar, sound, level, knobs }): Uneven[] => {
    if (!first || guitar === first.guitar) return [];
    const overDb = level - first.level;
    return [{ guitar, sound, overDb, leftDb: overDb + knobs - first.knobs }];
  });
});
