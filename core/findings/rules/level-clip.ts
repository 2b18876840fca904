import {
  blockIn,
  derive,
  endAt,
  jackIn,
  refOf,
  type Figure,
  type FigurePath,
  type JackRef,
  type Severity,
} from '../../model';
import { headroomAt, levelsAlong, type Headroom, type LevelStop } from '../../level';
import { resolveIn, traceIn } from '../../signal';
import { levelWords } from '../../units';
import { ofElectricity, type Electric } from '../electric';
import { boxPart, type Found, type View } from '../finding';
import { levelGuess, type Guess } from '../guess';
import { levelCures } from '../level-cure';
import { modeCures } from '../mode-cure';
import { plainDb } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly label: string;
  readonly box: string;
  /** `box/jack`, where it is a jack. */
  readonly jack: string | null;
  /** The jack that feeds it by a lead. */
  readonly from: string | null;
  readonly peakDbu: number;
  readonly ceilingDbu: number;
  readonly leftDb: number;
  readonly wantedDb: number;
};

type Ceiling = { readonly at: FigurePath; readonly figure: Figure; readonly what: string };

/** Where the ceiling of a stop is noted. */
function ceilingOf(of: Electric, { part, box, label }: LevelStop): Ceiling | null {
  if (part.type === 'jack') {
    const jack = jackIn(box, refOf(part.id).jack);
    const { mode } = jack ? resolveIn(of).jackMode(box, jack) : {};
    if (!jack || !mode?.maxDbu) return null;
    const at = { on: 'mode', jack: jack.id, mode: mode.id, field: 'maxDbu' } as const;
    return { at, figure: mode.maxDbu, what: `maximum level of ${label}` };
  }
  const block = blockIn(box, part.id.split('/')[1]);
  const state = block && resolveIn(of).blockState(box, block).state;
  if (!block || !state?.ceilingDbu) return null;
  const at = { on: 'state', block: block.id, state: state.id, field: 'ceilingDbu' } as const;
  return { at, figure: state.ceilingDbu, what: `ceiling of ${label}` };
}

/** An estimate is good to so much, dB: under that nobody can say that it does clip. */
const ESTIMATE_DB = 3;

/**
 * A fault where it clips for sure: over a ceiling that is known, or over any that it may plausibly have. Room that is
 * there with a plausible ceiling is no finding: the figure stands among those to be looked up.
 */
function severityOf(
  stop: LevelStop,
  { leftDb }: Headroom,
  ceiling: Ceiling | null,
  guess: Guess | undefined,
): Severity | null {
  if (guess && leftDb >= 0) return null;
  // What a pedal has inside nobody looks up, and a wah that a hard strum clips is none the worse.
  if (stop.part.type === 'block' && ceiling?.figure.source === 'assumed') return 'note';
  return !guess && leftDb < (stop.assumed ? -ESTIMATE_DB : 0) ? 'fault' : 'caution';
}

function found(of: Electric, stop: LevelStop, room: Headroom, from: JackRef | null): readonly Found<Data>[] {
  const { part, box, label, peakDbu } = stop;
  // Behind a ceiling the peak is that of the ceiling.
  const peak = room.ceilingDbu - room.leftDb;
  const ceiling = ceilingOf(of, stop);
  const guess = ceiling ? levelGuess(box, ceiling, peak + room.wantedDb) : undefined;
  const severity = severityOf(stop, room, ceiling, guess);
  if (!severity) return [];
  return [
    {
      severity,
      parts: [part, boxPart(box)],
      figures: [
        { name: 'peak', value: Math.max(peak, peakDbu), unit: 'dBu' },
        { name: 'ceiling', value: room.ceilingDbu, unit: 'dBu' },
        { name: 'lacking', value: room.wantedDb - room.leftDb, unit: 'dB' },
      ],
      assumed: stop.assumed ? [{ part, figure: 'levels' }] : [],
      guess,
      data: {
        label,
        box: box.id,
        jack: part.type === 'jack' ? part.id : null,
        from: from && `${from.box}/${from.jack}`,
        peakDbu: peak,
        ceilingDbu: room.ceilingDbu,
        leftDb: room.leftDb,
        wantedDb: room.wantedDb,
      },
    },
  ];
}

const GRAVITY: readonly Severity[] = ['note', 'caution', 'fault', 'danger'];

/** The stop with least of its room at each place of a setting, with the jack that feeds it. */
const tightIn = derive(ofElectricity, (of): readonly Found<Data>[] => {
  const worst = new Map<string, { stop: LevelStop; room: Headroom; from: JackRef | null }>();
  for (const path of traceIn(of).paths)
    for (const stop of levelsAlong(of, path).stops) {
      const room = headroomAt(stop, of.houseRules.limits);
      if (!room || room.leftDb >= room.wantedDb - 1e-9) continue;
      const known = worst.get(stop.part.id);
      if (known && known.room.leftDb <= room.leftDb) continue;
      const at = path.steps.findIndex(
        (step) => step.type === 'jack' && `${step.box}/${step.jack}` === stop.part.id,
      );
      const [lead, feeds] = [path.steps[at - 1], path.steps[at - 2]];
      const from = lead?.type === 'lead' && feeds?.type === 'jack' ? feeds : null;
      worst.set(stop.part.id, { stop, room, from });
    }
  // What clips at an input comes out clipped: one line for a box, the gravest of its places.
  const byBox = new Map<string, Found<Data>>();
  const weight = ({ severity, data }: Found<Data>) =>
    GRAVITY.indexOf(severity) * 1_000 + data.wantedDb - data.leftDb;
  for (const { stop, room, from } of worst.values())
    for (const one of found(of, stop, room, from)) {
      const known = byBox.get(one.data.box);
      if (!known || weight(known) < weight(one)) byBox.set(one.data.box, one);
    }
  return [...byBox.values()];
});

/** LEVEL-CLIP: peaks over a ceiling where nothing is meant to clip, or inside the room that the house wants under it. */
export const clip = rule<Data>({
  code: 'LEVEL-CLIP',
  reads: 'sound',
  judge: tightIn,
  words: ({ data }, say) => ({
    text: `Peaks of ${levelWords(data.peakDbu, 'dBu')} at ${data.label} of ${say.box(data.box)}: ${
      data.leftDb < 0
        ? `${plainDb(data.leftDb)} dB over what it stands, ${levelWords(data.ceilingDbu, 'dBu')}.`
        : `${plainDb(data.leftDb)} dB under its ${levelWords(data.ceilingDbu, 'dBu')}, ${plainDb(data.wantedDb)} are wanted.`
    }`,
    why:
      data.leftDb < 0
        ? 'It clips where nothing is meant to: harsh, and no knob behind it takes that away.'
        : 'One hard strum, or another guitar, and it clips. An estimate, good to 3 dB.',
  }),
  *cures(view: View, { data }) {
    for (const key of [data.jack, data.from])
      if (key !== null && endAt(view, refOf(key))) yield* modeCures(view, key);
    yield* levelCures(view);
  },
});
