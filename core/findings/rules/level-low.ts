import { converterIn, headroomAt, levelsAlong } from '../../level';
import { derive, type Jack, type JackEnd, type JackMode } from '../../model';
import { onStepsOf, resolveIn, traceIn, type Path } from '../../signal';
import { group } from '../cure';
import { ofElectricity, type Electric } from '../electric';
import { jackPart, type Found } from '../finding';
import { distinct } from '../hung';
import { plainDb } from '../phrases';
import { rule } from '../rule';

type Setting = { readonly box: string; readonly jack: string; readonly mode: string };
type Data = {
  readonly gives: string;
  readonly takes: string;
  readonly mode: string;
  readonly gainDb: number;
  readonly sets: readonly Setting[];
};

/** By how much a mode raises what goes on behind a jack, beside the one in force, dB: an estimate. */
function raisedBy(jack: Jack, now: JackMode, mode: JackMode): number {
  const more = (of: (one: JackMode) => number | undefined) => (of(mode) ?? 0) - (of(now) ?? 0);
  const pad = more(({ gainDb }) => gainDb?.value);
  // Full scale is the most that a jack stands: an output that stands more gives more, an input leaves more unused.
  const full = jack.converts && now.maxDbu && mode.maxDbu ? more(({ maxDbu }) => maxDbu?.value) : 0;
  return pad + (jack.direction === 'in' ? -full : full);
}

/** A jack in another mode than it is in. */
type Other = {
  readonly end: JackEnd;
  readonly step: number;
  readonly now: JackMode;
  readonly mode: JackMode;
  readonly raisedDb: number;
};

/** Every other mode of the jacks of a way that are not set by the sound. */
const othersOn = (of: Electric, path: Path): readonly Other[] =>
  onStepsOf(of, path).flatMap(({ box, jack }, step): readonly Other[] => {
    if (!box || !jack || jack.modes.length < 2) return [];
    const { mode: now, from } = resolveIn(of).jackMode(box, jack);
    if (!now || from === 'sound') return [];
    return jack.modes.flatMap((mode) =>
      mode.id === now.id
        ? []
        : [{ end: { box, jack }, step, now, mode, raisedDb: raisedBy(jack, now, mode) }],
    );
  });

/** Two modes that leave the level behind them as it is may be off it by so much, dB. */
const ALIKE_DB = 1;
const power = (dbu: number): number => 10 ** (dbu / 10);

/** What it is worth to be hotter between two jacks, dB: what is made there, and where it comes in, stands lower. */
function worth(of: Electric, path: Path, hot: Other, back: Other): number {
  const { raisedDb } = hot;
  const own = back.end.jack.converts ? converterIn(back.mode) - converterIn(back.now) : 0;
  let [before, after] = [0, 0];
  for (const { step, dbu } of levelsAlong(of, path).noise) {
    before += power(dbu);
    const lower = step > hot.step && step <= back.step ? raisedDb : 0;
    after += power(dbu - lower + (step === back.step ? own : 0));
  }
  return 10 * Math.log10(before / after);
}

/** Has everything between two jacks the room that the house wants, with so much more? */
function hasRoom(of: Electric, path: Path, hot: Other, back: Other): boolean {
  const between = new Set(
    onStepsOf(of, path)
      .slice(hot.step + 1, back.step)
      .map(({ part }) => part.id),
  );
  return levelsAlong(of, path).stops.every((stop) => {
    const room = between.has(stop.part.id) ? headroomAt(stop, of.houseRules.limits) : null;
    return !room || room.leftDb - hot.raisedDb >= room.wantedDb;
  });
}

/** LEVEL-LOW: an output and the input behind it in a hotter mode would gain 3 dB of signal to noise, with room for it. */
export const low = rule<Data>({
  code: 'LEVEL-LOW',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { lowLevelDb } = of.houseRules.limits;
    return distinct(
      traceIn(of).paths.flatMap((path) => {
        const others = othersOn(of, path);
        return others.flatMap((hot): Found<Data>[] => {
          if (hot.end.jack.direction !== 'out' || hot.raisedDb < lowLevelDb) return [];
          const back = others.find(
            ({ end, step, raisedDb }) =>
              step > hot.step && end.jack.direction === 'in' && Math.abs(raisedDb + hot.raisedDb) <= ALIKE_DB,
          );
          const gainDb = back ? worth(of, path, hot, back) : 0;
          if (!back || gainDb < lowLevelDb || !hasRoom(of, path, hot, back)) return [];
          const [gives, takes] = [hot, back].map(({ end }) => jackPart(end.box, end.jack));
          if (!gives || !takes) return [];
          return [
            {
              severity: 'note',
              parts: [gives, takes],
              figures: [{ name: 'gain', value: gainDb, unit: 'dB' }],
              assumed: [{ part: takes, figure: 'noise' }],
              data: {
                gives: gives.id,
                takes: takes.id,
                mode: hot.mode.name,
                gainDb,
                sets: [hot, back].map(({ end, mode }) => ({
                  box: end.box.id,
                  jack: end.jack.id,
                  mode: mode.id,
                })),
              },
            },
          ];
        });
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `${say.jack(data.gives)} and ${say.jack(data.takes)} at ${data.mode} would give ${plainDb(data.gainDb)} dB more signal over the noise, with room between.`,
    why: 'Level that is given away early has to be made up later, and the noise between with it.',
  }),
  *cures(_view, { data }) {
    yield group(
      `Set both to ${data.mode}`,
      data.sets.map((set) => ({
        edit: 'setMode',
        arguments: { ...set, scope: { layer: 'rest' } },
      })),
    );
  },
});
