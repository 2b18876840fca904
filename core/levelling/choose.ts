// The search: every set of modes, each with its knobs solved, in the order of what a technician wants of levels.
import type { Rig } from '../model';
import { Measure, type Tight, type Unity } from './measure';
import { asItIs, knobDb, moved, STAYS_DB, type Setting } from './setting';
import { mismatchesIn } from './mismatch';
import type { Ways } from './ways';

/** What a setting comes to, the first thing first. */
export type Score = {
  /** Stops over their ceiling, and by how much in all, dB. */
  readonly over: number;
  readonly overDb: number;
  /** What is lacking of the room that the house wants, dB. */
  readonly lackingDb: number;
  /** What is over the house's note on unity, in all, dB. */
  readonly unityDb: number;
  /** Pairs of jacks set for unlike levels. */
  readonly unlike: number;
  /** The least average over noise at an end, dB. */
  readonly snrDb: number;
  /** Jacks and knobs to be set otherwise than they are. */
  readonly changes: number;
};

export type Judged = {
  readonly at: Setting;
  readonly score: Score;
  readonly tight: readonly Tight[];
  readonly unity: readonly Unity[];
};

export type Chosen = {
  readonly today: Judged;
  readonly best: Judged;
  /** Best with each mode that was not chosen: by the choice's number, then the mode's. */
  readonly instead: readonly (readonly (Judged | null)[])[];
  readonly looked: number;
  readonly of: number;
};

/** With more combinations than this they are tried one jack at a time, from today's on. */
const MOST = 20_000;
/** As often as a knob for a feed is brought nearer to the room that is left. */
const TURNS = 3;

const rounded = (db: number, to = 0.1) => Math.round(db / to);

/** What is compared, less is better. */
const asList = (score: Score): readonly number[] => [
  score.over,
  rounded(score.overDb),
  rounded(score.lackingDb),
  rounded(score.unityDb),
  score.unlike,
  -rounded(score.snrDb, 1),
  score.changes,
];

/** The first thing in which two differ; null: they are alike. */
export function differsIn(a: Score, b: Score): keyof Score | null {
  const names = ['over', 'overDb', 'lackingDb', 'unityDb', 'unlike', 'snrDb', 'changes'] as const;
  const [x, y] = [asList(a), asList(b)];
  return names[x.findIndex((value, i) => value !== y[i])] ?? null;
}

/** So many of the things compared must be right; those behind them are better or worse. */
const MUST = 5;

/** @param first only by so many of the things that are compared */
const isBetter = (a: Score, b: Score, first = Infinity): boolean => {
  const [x, y] = [asList(a).slice(0, first), asList(b).slice(0, first)];
  const i = x.findIndex((value, k) => value !== y[k]);
  return i >= 0 && (x[i] ?? 0) < (y[i] ?? 0);
};

export class Chooser {
  readonly measure: Measure;
  private readonly unlike: (at: Setting) => number;

  constructor(
    private readonly all: Ways,
    private readonly limits: Rig['houseRules']['limits'],
  ) {
    this.measure = new Measure(all, limits);
    this.unlike = mismatchesIn(all);
  }

  get today(): Judged {
    return this.judge(asItIs(this.all));
  }

  /** A setting with its knobs brought to unity, and knobs of feeds as far up as there is room. */
  solved(modes: readonly number[]): Judged {
    const { knobs } = this.all;
    // What some sounds set by themselves is set alike for all.
    const at = { modes, knobs: knobs.map(({ inSounds, now }) => (inSounds.length > 0 ? now : null)) };
    const apart = new Map<number, number[]>();
    for (const { knob, inserted } of this.measure.unity(at))
      if (knob !== null) apart.set(knob, [...(apart.get(knob) ?? []), inserted.offDb]);
    for (const [i, offs] of apart) {
      const knob = knobs[i];
      // One knob for several sounds: as far over in one as under in another.
      const middle = (Math.min(...offs) + Math.max(...offs)) / 2;
      if (knob && Math.abs(middle) >= STAYS_DB) at.knobs[i] = moved(knob, at.knobs[i] ?? null, -middle);
    }
    knobs.forEach((knob, i) => {
      if (!knob.range || apart.has(i)) return;
      for (let turn = 0; turn < TURNS; turn += 1) {
        const room = this.roomBehind(i, at);
        if (room === null || Math.abs(room) < STAYS_DB) return;
        at.knobs[i] = moved(knob, at.knobs[i] ?? null, room);
      }
    });
    return this.judge(at);
  }

  /** How far a knob can be raised until the first stop behind it has only the room that the house wants, dB. */
  private roomBehind(i: number, at: Setting): number | null {
    const rooms = this.all.ways.flatMap(({ knobs }, way) => {
      const own = knobs.find(({ knob }) => knob === i);
      const tight = own && this.measure.tightestFrom(way, own.step, at);
      return tight ? [tight.leftDb - tight.wantedDb] : [];
    });
    const least = Math.min(...rooms);
    return Number.isFinite(least) ? least : null;
  }

  judge(at: Setting): Judged {
    const tight = new Map<string, Tight>();
    let snrDb = Infinity;
    this.all.ways.forEach((_, i) => {
      const on = this.measure.onWay(i, at);
      if (!on) return;
      if (on.snrDb !== null) snrDb = Math.min(snrDb, on.snrDb);
      for (const one of on.tight) {
        const known = tight.get(one.stop.part.id);
        if (!known || one.leftDb < known.leftDb) tight.set(one.stop.part.id, one);
      }
    });
    const unity = this.measure.unity(at);
    const stops = [...tight.values()];
    const over = stops.filter(({ leftDb }) => leftDb < -0.05);
    const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
    const { choices, knobs } = this.all;
    return {
      at,
      tight: stops,
      unity,
      score: {
        over: over.length,
        overDb: sum(over.map(({ leftDb }) => -leftDb)),
        lackingDb: sum(stops.map(({ leftDb, wantedDb }) => wantedDb - Math.max(0, leftDb))),
        unityDb: sum(
          unity.map(({ inserted }) => Math.max(0, Math.abs(inserted.offDb) - this.limits.unityNoteDb)),
        ),
        unlike: this.unlike(at),
        snrDb: Number.isFinite(snrDb) ? snrDb : 0,
        changes:
          choices.filter(({ now }, i) => at.modes[i] !== -1 && at.modes[i] !== now).length +
          knobs.filter((knob, i) => {
            const position = at.knobs[i] ?? null;
            return position !== null && Math.abs(knobDb(knob, position) - knobDb(knob, null)) >= STAYS_DB;
          }).length,
      },
    };
  }

  /**
   * Tries every set of modes, or one jack at a time where there are too many.
   * @yields how many were looked at, of how many
   */
  *choose(): Generator<{ readonly looked: number; readonly of: number }, Chosen> {
    const { choices } = this.all;
    const of = choices.reduce((product, { modes }) => product * modes.length, 1);
    const today = this.today;
    const instead: (Judged | null)[][] = choices.map(({ modes }) => modes.map(() => null));
    const found: { best: Judged } = { best: this.solved(choices.map(({ now }) => now)) };
    let looked = 0;
    const look = (modes: readonly number[]) => {
      const judged = this.solved(modes);
      looked += 1;
      if (isBetter(judged.score, found.best.score)) found.best = judged;
      modes.forEach((mode, i) => {
        const known = instead[i]?.[mode];
        if (!known || isBetter(judged.score, known.score)) (instead[i] ?? [])[mode] = judged;
      });
    };
    if (of <= MOST)
      for (const modes of combinations(choices.map((choice) => choice.modes.length))) {
        look(modes);
        yield { looked, of };
      }
    else
      for (let before = null; before !== found.best;) {
        before = found.best;
        for (const [i, { modes }] of choices.entries())
          for (let mode = 0; mode < modes.length; mode += 1) {
            look(found.best.at.modes.map((own, k) => (k === i ? mode : own)));
            yield { looked, of };
          }
      }
    // Knobs solved for one way may have cost another more than they brought: then all stays as it is.
    const stay = this.judge({ ...today.at, asIs: false });
    const best = isBetter(stay.score, found.best.score, MUST) ? stay : found.best;
    return { today, best, instead, looked, of };
  }
}

/** Every choice of one number below each bound. */
function* combinations(bounds: readonly number[]): Generator<readonly number[]> {
  const now = bounds.map(() => 0);
  for (;;) {
    yield [...now];
    let i = 0;
    for (; i < now.length; i += 1) {
      now[i] = ((now[i] ?? 0) + 1) % (bounds[i] ?? 1);
      if (now[i] !== 0) break;
    }
    if (i === now.length) return;
  }
}
