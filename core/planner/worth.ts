// Which guesses are worth looking up first: what each end of their plausible range changes.
import { placeBuffers, type Placing } from '../buffers';
import { trialOf } from '../edits';
import { findingKey, judge } from '../findings';
import { levelsAlong } from '../level';
import { figuresOf, inSetting, type FigureEntry, type Rig } from '../model';
import { traceIn } from '../signal';
import { toneAlong } from '../tone';
import { guessLine, type GuessLine } from './assumed';
import { readOf } from './watched';

/** A figure that nobody has looked up, with what it changes from one end of its range to the other. */
export type WorthLine = GuessLine & {
  readonly low: number;
  readonly high: number;
  /** Findings that are there with the one end and not with the other. */
  readonly findings: number;
  /** The most that a level at an output, or the room left on the way there, moves, dB. */
  readonly levelDb: number;
  /** The most that the difference from straight-in moves where it is worst, dB. */
  readonly toneDb: number;
  /** Buffers would be recommended in other places. */
  readonly buffers: boolean;
};

export type WorthStep = { readonly looked: number; readonly of: number };

type Guess = {
  readonly box: string;
  readonly entry: FigureEntry;
  readonly low: number;
  readonly high: number;
};

/** Less than this is nobody's concern, dB. */
const TELLS_DB = 0.1;
/** So many of those that change tone most are tried with the buffers placed anew. */
const WITH_BUFFERS = 6;

/** Assumed figures with a range. */
const guessesOf = (rig: Rig): readonly Guess[] =>
  rig.boxes.flatMap((box) =>
    figuresOf(box).flatMap((entry): Guess[] => {
      const { source, low, high } = entry.figure;
      return source === 'assumed' && low !== undefined && high !== undefined && low < high
        ? [{ box: box.id, entry, low, high }]
        : [];
    }),
  );

const withValue = (rig: Rig, { box, entry }: Guess, value: number): Rig =>
  trialOf(rig, {
    edit: 'setFigure',
    arguments: { box, at: entry.at, figure: { ...entry.figure, value } },
  });

type Told = {
  readonly findings: ReadonlySet<string>;
  /** In the order of sounds and ways: end levels with the least room; worst differences. */
  readonly levels: readonly number[];
  readonly tones: readonly number[];
};

function told(rig: Rig, variant: string | null): Told {
  const levels: number[] = [];
  const tones: number[] = [];
  for (const { id } of rig.sounds) {
    const of = inSetting(rig, { variant, sound: id });
    for (const path of traceIn(of).paths) {
      const { stops } = levelsAlong(of, path);
      const rooms = stops.flatMap(({ headroomDb, meantToClip }) =>
        headroomDb === null || meantToClip ? [] : [headroomDb],
      );
      levels.push(stops.at(-1)?.averageDbu ?? 0, rooms.length > 0 ? Math.min(...rooms) : 0);
      const tone = toneAlong(of, path);
      tones.push(tone?.dull.db ?? 0, tone?.peak.db ?? 0);
    }
  }
  return { findings: new Set(judge(rig, variant).map(findingKey)), levels, tones };
}

const farthest = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((most, value, i) => Math.max(most, Math.abs(value - (b[i] ?? value))), 0);

/** Where the house would have buffers, as text. */
function placed(rig: Rig, variant: string | null): string {
  const steps = placeBuffers(rig, variant);
  let next = steps.next();
  while (!next.done) next = steps.next();
  const { best, house, more }: Placing = next.value;
  return JSON.stringify([best[house].stands, more.map(({ stands }) => stands)]);
}

function lineOf(rig: Rig, variant: string | null, guess: Guess): WorthLine {
  const { box, entry, low, high } = guess;
  const [a, b] = [low, high].map((value) => told(withValue(rig, guess, value), variant));
  const only = (x: ReadonlySet<string>, y: ReadonlySet<string>) => [...x].filter((key) => !y.has(key)).length;
  return {
    ...guessLine(box, entry),
    low,
    high,
    findings: a && b ? only(a.findings, b.findings) + only(b.findings, a.findings) : 0,
    levelDb: a && b ? farthest(a.levels, b.levels) : 0,
    toneDb: a && b ? farthest(a.tones, b.tones) : 0,
    buffers: false,
  };
}

const weight = ({ findings, buffers, levelDb, toneDb }: WorthLine): readonly number[] => [
  findings + (buffers ? 1 : 0),
  Math.max(levelDb, toneDb),
];

/**
 * Tries both ends of every guess's range: findings, levels and tone of all sounds; of those that change tone most, the
 * places of buffers too.
 * @yields how much was tried, of how much at most
 * @returns those that change anything, the most telling first
 */
export function* worthLookingUp(
  rig: Rig,
  variant: string | null,
): Generator<WorthStep, readonly WorthLine[]> {
  const guesses = guessesOf(rig);
  // Placing the buffers takes by far the longest of it, and is counted too.
  const of = guesses.length + Math.min(WITH_BUFFERS, guesses.length);
  const figures = new Set(guesses.map(({ entry }) => entry.figure));
  const read = readOf(rig, figures, (watched) => told(watched, variant));
  const lines: { guess: Guess; line: WorthLine }[] = [];
  for (const [i, guess] of guesses.entries()) {
    const line = read.has(guess.entry.figure) ? lineOf(rig, variant, guess) : null;
    if (line && (line.findings > 0 || Math.max(line.levelDb, line.toneDb) >= TELLS_DB))
      lines.push({ guess, line });
    yield { looked: i + 1, of };
  }
  const byTone = lines
    .filter(({ line }) => line.toneDb >= TELLS_DB)
    .sort((a, b) => b.line.toneDb - a.line.toneDb)
    .slice(0, WITH_BUFFERS);
  for (const [i, own] of byTone.entries()) {
    const [a, b] = [own.guess.low, own.guess.high].map((value) =>
      placed(withValue(rig, own.guess, value), variant),
    );
    own.line = { ...own.line, buffers: a !== b };
    yield { looked: guesses.length + i + 1, of };
  }
  return lines
    .map(({ line }) => line)
    .sort((a, b) => {
      const [x, y] = [weight(a), weight(b)];
      return (y[0] ?? 0) - (x[0] ?? 0) || (y[1] ?? 0) - (x[1] ?? 0);
    });
}
