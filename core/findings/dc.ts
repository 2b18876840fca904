// What findings about low voltage share: boxes and outlets in words, figures that may be looked up, the placement as a cure.
import type { Box, Figure, FigurePath, JackEnd } from '../model';
import { assignEdits, assignOutlets, milliampsOf, type DcFeed } from '../power';
import { count } from '../units';
import { group, type Cure } from './cure';
import type { View } from './finding';
import type { Guess } from './guess';

/** Every box where it can be fed, by the fewest leads moved. */
export function* byAssignment(view: View): Generator<Cure> {
  const assignment = assignOutlets(view);
  const edits = assignEdits(view.rig, view.variant?.id ?? null, assignment);
  const { moved } = assignment;
  if (edits.length > 0)
    yield group(`Give every box the outlet that suits it: ${count(moved, 'lead')} to plug`, edits);
}

/** How far an assumed current may be off where no range is given with it. */
const RANGE = [1 / 2, 2] as const;

function currentGuess(
  box: Box,
  at: FigurePath,
  what: string,
  figure: Figure | undefined,
  wanted: number,
  bound: 'least' | 'most',
): Guess | undefined {
  if (figure?.source !== 'assumed' || !(wanted > 0)) return undefined;
  const [low, high] = [figure.low ?? figure.value * RANGE[0], figure.high ?? figure.value * RANGE[1]];
  if (bound === 'least' ? wanted > high : wanted < low) return undefined;
  return { box: box.id, at, what, unit: 'mA', assumed: figure.value, wanted, bound };
}

/** The assumed rating of an outlet, or current of one box on it, that would make the sum right. */
export const outletGuess = ({ outlet, fed }: DcFeed, wants: number, rating: number): Guess | undefined =>
  currentGuess(
    outlet.box,
    { on: 'dcOutlet', jack: outlet.jack.id, field: 'milliamps' },
    `current of ${outlet.jack.label}`,
    outlet.facts.milliamps,
    wants,
    'least',
  ) ?? drawnGuess(fed, wants, rating);

/** The assumed current of one box of several. */
export function drawnGuess(
  fed: readonly Pick<JackEnd, 'box'>[],
  wants: number,
  rating: number,
): Guess | undefined {
  for (const { box } of fed) {
    const most = rating - (wants - milliampsOf(box));
    const guess = currentGuess(
      box,
      { on: 'power', field: 'dcMilliamps' },
      'supply current',
      box.power.dcMilliamps,
      most,
      'most',
    );
    if (guess) return guess;
  }
  return undefined;
}

/** The assumed sum of a supply. */
export const totalGuess = (box: Box, wants: number): Guess | undefined =>
  currentGuess(
    box,
    { on: 'power', field: 'dcTotalMilliamps' },
    'current of all outlets',
    box.power.dcTotalMilliamps,
    wants,
    'least',
  );
