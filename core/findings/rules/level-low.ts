import { headroomAt, levelsAlong, noiseAtEnd } from '../../level';
import { boxOf, derive, jackIn, refOf, type Box, type JackMode } from '../../model';
import { resolveIn, traceIn, type Path } from '../../signal';
import { ofElectricity, type Electric } from '../electric';
import { jackPart, type Found } from '../finding';
import { distinct } from '../hung';
import { modeCures } from '../mode-cure';
import { plainDb } from '../phrases';
import { rule } from '../rule';

type Data = { readonly at: string; readonly mode: string; readonly gainDb: number };

/** The boxes with a jack in another mode; the same list as long as nothing about them changed. */
const inMode = derive(['boxes'], ({ boxes }, key: string, mode: string): readonly Box[] => {
  const { box: id, jack } = refOf(key);
  return boxes.map((box) =>
    box.id === id
      ? { ...box, jacks: box.jacks.map((one) => (one.id === jack ? { ...one, mode } : one)) }
      : box,
  );
});

/** Signal to noise at the end of a way, dB; null: there is none, or something on the way has not the room it needs. */
function snrOf(of: Electric, path: Path): number | null {
  const noise = noiseAtEnd(of, path);
  const isRoomy = levelsAlong(of, path).stops.every((stop) => {
    const room = headroomAt(stop, of.houseRules.limits);
    return !room || room.leftDb >= room.wantedDb;
  });
  return noise && isRoomy ? noise.averageDbu - noise.noiseDbu : null;
}

/** Boxes that make so much of the noise at the end of a way that without it the house would be told. */
function noisy(of: Electric, path: Path): ReadonlySet<Box> {
  const power = (dbu: number) => 10 ** (dbu / 10);
  const made = new Map<Box, number>();
  let all = 0;
  for (const { by, dbu } of levelsAlong(of, path).noise) {
    made.set(by, (made.get(by) ?? 0) + power(dbu));
    all += power(dbu);
  }
  const { lowLevelDb } = of.houseRules.limits;
  return new Set(
    [...made].flatMap(([box, own]) =>
      10 * Math.log10(all / Math.max(1e-40, all - own)) >= lowLevelDb ? [box] : [],
    ),
  );
}

type Better = { readonly mode: JackMode; readonly gainDb: number };

/** The mode of a jack of a way that gains most of signal to noise with room everywhere; null: none gains enough. */
function betterMode(of: Electric, path: Path, box: Box, key: string): Better | null {
  const jack = jackIn(box, refOf(key).jack);
  const { mode: now, from } = jack ? resolveIn(of).jackMode(box, jack) : {};
  const before = noiseAtEnd(of, path);
  if (!jack || jack.modes.length < 2 || from === 'sound' || !before) return null;
  let best: Better | null = null;
  for (const mode of jack.modes) {
    if (mode.id === now?.id) continue;
    const other = { ...of, boxes: inMode(of, key, mode.id) };
    const same = traceIn(other).paths.find(
      ({ steps }) => JSON.stringify(steps) === JSON.stringify(path.steps),
    );
    const snr = same ? snrOf(other, same) : null;
    if (snr === null) continue;
    const gainDb = snr - (before.averageDbu - before.noiseDbu);
    if (gainDb >= of.houseRules.limits.lowLevelDb && gainDb > (best?.gainDb ?? 0)) best = { mode, gainDb };
  }
  return best;
}

/** LEVEL-LOW: a box makes most of the noise, and another mode of a jack of it would gain 3 dB of signal to noise. */
export const low = rule<Data>({
  code: 'LEVEL-LOW',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] =>
    distinct(
      traceIn(of).paths.flatMap((path) => {
        const boxes = noisy(of, path);
        return path.steps.flatMap((step): Found<Data>[] => {
          const box = step.type === 'jack' ? boxOf(of, step.box) : undefined;
          const jack = step.type === 'jack' ? jackIn(box, step.jack) : undefined;
          if (!box || !jack || !boxes.has(box)) return [];
          const key = `${box.id}/${jack.id}`;
          const better = betterMode(of, path, box, key);
          if (!better) return [];
          return [
            {
              severity: 'note',
              parts: [jackPart(box, jack)],
              figures: [{ name: 'gain', value: better.gainDb, unit: 'dB' }],
              assumed: [{ part: jackPart(box, jack), figure: 'noise' }],
              data: { at: key, mode: better.mode.name, gainDb: better.gainDb },
            },
          ];
        });
      }),
    ),
  ),
  words: ({ data }, say) => ({
    text: `${say.jack(data.at)} at ${data.mode} would give ${plainDb(data.gainDb)} dB more signal over the noise, with room everywhere.`,
    why: 'Level that is given away early has to be made up later, and the noise of this box with it.',
  }),
  *cures(view, { data }) {
    yield* modeCures(view, data.at);
  },
});
