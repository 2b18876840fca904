// A figure that decides a finding though nobody has looked it up: it must not cry wolf.
import type { Box, Figure, FigurePath, Jack, JackEnd, Severity } from '../model';

/** The assumed figure that a finding hangs on, and the value that would clear it. */
export type Guess = {
  readonly box: string;
  readonly at: FigurePath;
  /** As it is asked for: `watts of SPK IN`. */
  readonly what: string;
  readonly unit: string;
  readonly assumed: number;
  readonly wanted: number;
  /** The value that would do is the least, the most, or the one. */
  readonly bound: 'least' | 'most' | 'about';
};

/** How far an assumed figure may be off where no range is given with it. */
const RANGE = { watts: [1 / 4, 5], ohm: [1 / 4, 4] } as const;
const WORDS = { watts: ['watts', 'W'], ohm: ['ohms', 'Ω'] } as const;

type Field = keyof typeof RANGE;

/** Whether an assumed figure may plausibly be so: of a looked-up one nothing else is plausible. */
function mayBe(figure: Figure, field: Field, value: number, bound: Guess['bound']): boolean {
  if (figure.source !== 'assumed') return false;
  const low = figure.low ?? figure.value * RANGE[field][0];
  const high = figure.high ?? figure.value * RANGE[field][1];
  return (bound === 'most' || value <= high + 1e-9) && (bound === 'least' || value >= low - 1e-9);
}

/**
 * The figure of a speaker jack as a guess, if it is one and the value that would clear the finding is plausible.
 * @param wanted in W or Ω
 */
export function guessAt(
  { box, jack }: { readonly box: Box; readonly jack: Jack },
  field: Field,
  wanted: number,
  bound: Guess['bound'],
): Guess | undefined {
  const figure = jack.speaker?.[field];
  if (!figure || !(wanted > 0) || !mayBe(figure, field, wanted, bound)) return undefined;
  const [what, unit] = WORDS[field];
  return {
    box: box.id,
    at: { on: 'speaker', jack: jack.id, field },
    what: `${what} of ${jack.label}`,
    unit,
    assumed: figure.value,
    wanted,
    bound,
  };
}

/** How far an assumed level may be off where no range is given with it, dB. */
const LEVEL_RANGE = 6;

/**
 * An assumed level as a guess, if one that would clear the finding is plausible.
 * @param wanted dBu, the least that would do
 */
export function levelGuess(
  { id }: Box,
  { at, figure, what }: { readonly at: FigurePath; readonly figure: Figure; readonly what: string },
  wanted: number,
): Guess | undefined {
  const { source, value, high = value + LEVEL_RANGE } = figure;
  if (source !== 'assumed' || wanted > high + 1e-9) return undefined;
  return { box: id, at, what, unit: 'dBu', assumed: value, wanted, bound: 'least' };
}

/** The first guess of several that may be it. */
export const firstGuess = (
  ends: readonly JackEnd[],
  guess: (end: JackEnd) => Guess | undefined,
): Guess | undefined => ends.map(guess).find((one) => one !== undefined);

/** A guess is a caution at most. */
export const atMost = (severity: Severity, guess: Guess | undefined): Severity =>
  guess && (severity === 'danger' || severity === 'fault') ? 'caution' : severity;
