// Levels along the routes of a rig: of one way, of each lead, and where least room is left.
import { derive } from '../model';
import { resolveIn, traceIn, type Path, type Resolved } from '../signal';
import type { Levels } from './chain';
import { hopsAlong, type Hops } from './hops';
import { Reckoning } from './reckoning';
import type { LevelRoute, LevelStop, NoiseMade } from './stop';

/** Noise at the end of a walk, by who has made it. */
function noiseOf({ made }: Reckoning): readonly NoiseMade[] {
  const found: NoiseMade[] = [];
  for (let one = made?.last ?? null; one; one = one.before)
    found.push({ by: one.by, group: one.group, step: one.step, dbu: one.dbu + (made?.gainDb ?? 0) });
  return found.reverse();
}

/** Levels along one path by what is lost on it, in states that are given. */
export function reckon(resolved: Resolved, { steps }: Path, hops: Hops): LevelRoute {
  const walk = new Reckoning(resolved, steps, hops);
  walk.run();
  return { stops: walk.stops, noise: noiseOf(walk), endsBecause: walk.endsBecause };
}

/**
 * Levels along one path of a setting, in dBu, with the ceiling and headroom of every stop. Nominal: figures stand at
 * their assumed middle unless looked up; what is lost from output to input is the circuit's at 1 kHz; an estimate of ±3 dB.
 * Behind a loudspeaker there is no level; a microphone begins anew with its own.
 */
export const levelsAlong = derive(['boxes', 'leads', 'variant', 'standing'], (of, path: Path): LevelRoute => {
  return reckon(resolveIn(of), path, hopsAlong(of, path));
});

type LeadLevel = Pick<Levels, 'averageDbu' | 'peakDbu'>;

/** Average and peak of what each lead carries, the hottest of all routes of a setting. */
export const leadLevels = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of): ReadonlyMap<string, LeadLevel> => {
    const found = new Map<string, LeadLevel>();
    for (const path of traceIn(of).paths)
      for (const { parts, averageDbu, peakDbu } of levelsAlong(of, path).stops)
        for (const { type, id } of parts)
          if (type === 'lead' && peakDbu > (found.get(id)?.peakDbu ?? -Infinity))
            found.set(id, { averageDbu, peakDbu });
    return found;
  },
);

/** The stop that leaves least room, of those that are not meant to clip; null: none states a ceiling. */
export function tightest(stops: readonly LevelStop[]): LevelStop | null {
  const limited = stops.filter((stop) => stop.headroomDb !== null && !stop.meantToClip);
  return limited.reduce<LevelStop | null>(
    (worst, stop) => (worst && (worst.headroomDb ?? 0) <= (stop.headroomDb ?? 0) ? worst : stop),
    null,
  );
}
