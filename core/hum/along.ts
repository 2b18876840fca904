// Hum at each output of a sound: what the grounds put in series with the leads on the way, beside what the pickup hears.
import { blockIn, derive, type Lead, type Reads } from '../model';
import { dbuOf, levelsAlong, SILENT_DBU, type LevelStop } from '../level';
import { isOn, resolveIn, type Path, type Resolved } from '../signal';
import { groundCurrents } from './currents';
import { factorDb, rejectsOf, type Rejects } from './factors';
import { pickupVolts } from './pickup';
import { hertzOf, type Source } from './sources';

/** A signal lead of the way with what it brings to the end of it. */
export type HumLead = {
  readonly lead: Lead;
  /** Across its ends, all sources as powers, V. */
  readonly volts: number;
  readonly rejects: Rejects;
  /** What it brings to the end by itself, dBu. */
  readonly dbu: number;
  /** Of all leads' own powers, 0…1. */
  readonly share: number;
};

/** What stands at a stop of the levels, dBu. */
export type HumStop = {
  readonly stop: LevelStop;
  readonly humDbu: number;
  /** Hum of the pickup alone; nothing is lower than that. */
  readonly pickupDbu: number;
};

export type HumRoute = {
  readonly stops: readonly HumStop[];
  readonly leads: readonly HumLead[];
  /** At the end: each source by itself, the strongest first. */
  readonly sources: readonly { readonly source: Source; readonly dbu: number }[];
  /** At the end, dBu. */
  readonly averageDbu: number;
  readonly humDbu: number;
  readonly pickupDbu: number;
  /** How far hum of the grounds, and that of the pickup, stand under the average, dB. */
  readonly underDb: number;
  readonly pickupUnderDb: number;
  /** Why it is told no further than here; null: it reaches the end. */
  readonly endsBecause: string | null;
};

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'stage'>;

/** A signal lead on the way. */
export type Met = {
  readonly lead: Lead;
  /** What one volt across it, from its sending box to the other, would be at the pickup: less the gain that it comes in behind, turned as the way is. */
  readonly gain: number;
  /** The stop that it is first heard at. */
  readonly stop: number;
};

/** Does the signal come out of a step of the way upside down? */
function turns(resolved: Resolved, step: Path['steps'][number]): boolean {
  if (step.type !== 'block') return false;
  const box = resolved.boxes.get(step.box);
  const block = blockIn(box, step.block);
  if (!box || !block) return false;
  const { state } = resolved.blockState(box, block);
  return isOn(state) && state.inverts;
}

const leadHum = derive(
  ['boxes', 'leads', 'variant', 'stage'],
  (of) => new Map(groundCurrents(of).leads.map((one) => [one.lead.id, one] as const)),
);

/** The signal leads of a way that anything is told of. */
export function metOn(of: Of, path: Path, stops: readonly LevelStop[]): readonly Met[] {
  const byLead = leadHum(of);
  const resolved = resolveIn(of);
  const stopOf = new Map<string, number>();
  stops.forEach(({ parts }, i) => {
    for (const { type, id } of parts) if (type === 'lead' && !stopOf.has(id)) stopOf.set(id, i);
  });
  const met: Met[] = [];
  let sign = 1;
  path.steps.forEach((step, i) => {
    if (turns(resolved, step)) sign = -sign;
    if (step.type !== 'lead') return;
    const [own, stop, before] = [byLead.get(step.lead), stopOf.get(step.lead), path.steps[i - 1]];
    if (!own || stop === undefined) return;
    const isAlong = before?.type !== 'jack' || before.box === own.sends.id;
    const gain = (isAlong ? sign : -sign) * 10 ** (-(stops[stop]?.gainDb ?? 0) / 20);
    met.push({ lead: own.lead, gain, stop });
  });
  return met;
}

const rms = (values: ArrayLike<number>): number => {
  let sum = 0;
  for (let k = 0; k < values.length; k += 1) sum += (values[k] ?? 0) ** 2;
  return Math.sqrt(sum);
};

/**
 * Hum along one way of a setting, an estimate of ±6 dB: of each source the sum over the signal leads of what stands across
 * them, by what they reject and the small-signal gain from their far ends on, turned as the signal is; sources as powers.
 * Beside it the pickup's own. Gains are taken flat: amplifiers are weaker at 50 Hz, so it is on the high side.
 * @returns null: nothing is known of levels on it
 */
export const humAlong = derive(
  ['boxes', 'leads', 'variant', 'standing', 'stage'],
  (of, path: Path): HumRoute | null => {
    const { stops, endsBecause } = levelsAlong(of, path);
    const end = stops.at(-1);
    if (!end) return null;
    const { sources } = groundCurrents(of);
    const hertz = sources.map((source) => hertzOf(source, of));
    const byLead = leadHum(of);
    const met = metOn(of, path, stops).map(({ lead, gain, stop }) => {
      const [volts, rejects] = [byLead.get(lead.id)?.volts ?? [], rejectsOf(of, lead)];
      const atPickup = Float64Array.from(
        volts,
        (one, k) => gain * one * 10 ** (factorDb(rejects, hertz[k] ?? 50) / 20),
      );
      return { lead, rejects, volts, stop, atPickup };
    });
    const sums = new Float64Array(sources.length);
    const pickup = dbuOf(pickupVolts(of, path) ?? 0);
    let next = 0;
    const along = stops.map((stop, i): HumStop => {
      for (let one = met[next]; one && one.stop <= i; one = met[(next += 1)])
        one.atPickup.forEach((volts, k) => {
          sums[k] = (sums[k] ?? 0) + volts;
        });
      return {
        stop,
        humDbu: Math.max(SILENT_DBU, dbuOf(rms(sums)) + stop.gainDb),
        pickupDbu: Math.max(SILENT_DBU, pickup + stop.gainDb),
      };
    });
    const last = along.at(-1);
    const [humDbu, pickupDbu] = [last?.humDbu ?? SILENT_DBU, last?.pickupDbu ?? SILENT_DBU];
    const whole = met.reduce((sum, { atPickup }) => sum + rms(atPickup) ** 2, 0);
    return {
      stops: along,
      leads: met.map(({ lead, rejects, atPickup, volts }) => ({
        lead,
        rejects,
        volts: rms(volts),
        dbu: Math.max(SILENT_DBU, dbuOf(rms(atPickup)) + end.gainDb),
        share: whole === 0 ? 0 : rms(atPickup) ** 2 / whole,
      })),
      sources: sources
        .map((source, k) => ({
          source,
          dbu: Math.max(SILENT_DBU, dbuOf(Math.abs(sums[k] ?? 0)) + end.gainDb),
        }))
        .filter(({ dbu }) => dbu > SILENT_DBU)
        .sort((a, b) => b.dbu - a.dbu),
      averageDbu: end.averageDbu,
      humDbu,
      pickupDbu,
      underDb: end.averageDbu - humDbu,
      pickupUnderDb: end.averageDbu - pickupDbu,
      endsBecause,
    };
  },
);

/** Farther than this under the signal there is none, dB. */
const NONE_DB = 150;

/** Does anything of the grounds come out at the end of a way at all? */
export const hasHum = ({ underDb }: Pick<HumRoute, 'underDb'>): boolean => underDb <= NONE_DB;

/** A loop is worth a word where hum is over the limit and stands within so much of the pickup's own, dB, or above it. */
export const HEARD_DB = 6;

/** Is the hum of the grounds over the limit, and not hidden under the pickup's? */
export const isTooMuch = ({ underDb, humDbu, pickupDbu }: HumRoute, limitDb: number): boolean =>
  underDb < limitDb && humDbu > pickupDbu - HEARD_DB;
