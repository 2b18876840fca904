// What a routing does to the signal, the worst of all its ways and sounds.
import { hasHum, humAlong } from '../hum';
import { floorUnder, headroomAt, levelsAlong, noiseAtEnd } from '../level';
import { inSetting, type Rig } from '../model';
import { settingsOf, trace } from '../signal';
import { toneAlong } from '../tone';

export type SignalFigures = {
  /** Farthest from straight-in, dB with its sign, and where, Hz; null: no lead carries tone. */
  readonly tone: { readonly db: number; readonly hz: number } | null;
  /** Least room under a ceiling against what the house wants there, dB: negative lacks it; null: no ceiling is stated. */
  readonly roomDb: number | null;
  /** Noise under the signal between notes where it is nearest to it, dB; null: none is known. */
  readonly floorDb: number | null;
  /** Hum of the grounds under the signal where it is nearest to it, dB; null: none is known. */
  readonly humDb: number | null;
};

const least = (values: readonly number[]): number | null =>
  values.length === 0 ? null : Math.min(...values);

export function signalFigures(rig: Rig, variant: string | null): SignalFigures {
  const ways = settingsOf(rig, variant).flatMap((setting) => {
    const of = inSetting(rig, setting);
    return trace(rig, setting).paths.map((path) => ({ of, path }));
  });
  const extremes = ways.flatMap(({ of, path }) => {
    const tone = toneAlong(of, path);
    return tone ? [tone.dull, tone.peak] : [];
  });
  return {
    tone: extremes.toSorted((a, b) => Math.abs(b.db) - Math.abs(a.db))[0] ?? null,
    roomDb: least(
      ways.flatMap(({ of, path }) =>
        levelsAlong(of, path).stops.flatMap((stop) => {
          const room = headroomAt(stop, rig.houseRules.limits);
          return room ? [room.leftDb - room.wantedDb] : [];
        }),
      ),
    ),
    floorDb: least(
      ways.flatMap(({ of, path }) => {
        const noise = noiseAtEnd(of, path);
        return noise ? [floorUnder(noise)] : [];
      }),
    ),
    humDb: least(
      ways.flatMap(({ of, path }) => {
        const hum = humAlong(of, path);
        return hum && hasHum(hum) ? [hum.underDb] : [];
      }),
    ),
  };
}
