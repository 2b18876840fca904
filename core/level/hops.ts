// What is lost from a driver to an input, by the circuit between them: loads side by side, pots and long leads counted.
import { curveOf } from '../circuit';
import { derive, type JackRef } from '../model';
import {
  byOneLead,
  driven,
  partText,
  sourceUp,
  stretchesAlong,
  wholeOf,
  type Part,
  type Stretch,
  type Takes,
} from '../network';
import type { Path } from '../signal';
import { byText } from '../units';
import { thermalAt } from './noise';

/** Levels are told at this frequency, Hz. */
const LEVEL_HZ = Float64Array.of(1_000);
/** A pickup's level is stated into one lead of 5.5 m and 1 Mohm, its controls up. */
const REFERENCE_LEAD = { lengthM: 5.5 } as const;
const REFERENCE: Takes = { ohm: 1e6, farad: 0 };
const KEPT = 1_000;

/** Decibels at the end of a part behind 1 V, at the frequency that levels are told at. */
export const dbAtLevel = byText(
  partText,
  (part: Part): number => curveOf(driven(part), part.ends, LEVEL_HZ).magnitudeDb[0] ?? 0,
  KEPT,
);

/** Losses along one way, by the number of a step of it. */
export type Hops = {
  /** The stretch that a jack of the way is in; −1: none. */
  readonly stretchAt: (step: number) => number;
  /** Decibels at a jack of the way against what its driver gives, or against a pickup's stated level; null: by no lead. */
  readonly lossAt: (step: number, jack: JackRef) => number | null;
  /** Thermal noise at a jack of the way, of all that hangs there, dBu; null: by no lead. */
  readonly thermalAt: (step: number, jack: JackRef) => number | null;
  /** Is it a pickup that drives the first lead, and no stage within the instrument? */
  readonly isPassive: boolean;
  /** What the controls of the instrument take by themselves, dB. */
  readonly controlsDb: number;
};

/** Where a pickup's stated level stands beside its source, controls up; 0: the driver is none. */
function statedDb(of: Parameters<typeof sourceUp>[0], { segment }: Stretch): number {
  const { driver } = segment;
  if (driver.kind !== 'pickup' || driver.block === null) return 0;
  const up = sourceUp(of, driver.box, driver.block);
  return up ? dbAtLevel(byOneLead(up, 'jack', REFERENCE_LEAD, REFERENCE)) : 0;
}

/** What is lost along a way, stretch by stretch. */
export const hopsAlong = derive(['boxes', 'leads', 'variant', 'standing'], (of, path: Path): Hops => {
  const stretches = stretchesAlong(of, path);
  const stated = stretches.map((stretch) => statedDb(of, stretch));
  const at = path.steps.map(() => -1);
  stretches.forEach(({ first: from, last }, i) => at.fill(i, from, last + 1));
  const stretchAt = (step: number) => at[step] ?? -1;
  const [first] = stretches;
  const played = first?.segment.driver.kind === 'pickup' ? first : null;
  const partAt = (step: number, jack: JackRef): Part | null => {
    const stretch = stretches[stretchAt(step)];
    const node = stretch?.segment.nodeOf(jack) ?? null;
    return stretch && node !== null ? wholeOf(stretch.segment, node) : null;
  };
  return {
    stretchAt,
    lossAt: (step, jack) => {
      const part = partAt(step, jack);
      return part && dbAtLevel(part) - (stated[stretchAt(step)] ?? 0);
    },
    thermalAt: (step, jack) => {
      const part = partAt(step, jack);
      return part && thermalAt(part);
    },
    isPassive: played !== null,
    controlsDb: played
      ? dbAtLevel(byOneLead(played.segment.source, played.segment.driver.node, REFERENCE_LEAD, REFERENCE)) -
        (stated[0] ?? 0)
      : 0,
  };
});
