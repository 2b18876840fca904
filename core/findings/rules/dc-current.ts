import { derive, type Severity } from '../../model';
import { assignOutlets, dcFeeds, dcOutlets, loadOf, supplies, unfed } from '../../power';
import { formatQuantity, inWords } from '../../units';
import { byAssignment, drawnGuess, outletGuess, totalGuess } from '../dc';
import { boxPart, jackPart, type Found, type Wired } from '../finding';
import type { Guess } from '../guess';
import { rule, type Sentence } from '../rule';

type Drawn = { readonly of: string; readonly boxes: readonly string[]; readonly isOver: boolean };

/** What is drawn against what may be: over it a fault, without the house's margin a caution. */
function weighed(
  wants: number,
  rating: number | null,
  marginPercent: number,
  guess: (rating: number) => Guess | undefined,
): {
  severity: Severity;
  figures: NonNullable<Found['figures']>;
  guess: Guess | undefined;
  isOver: boolean;
} | null {
  if (rating === null || wants * (1 + marginPercent / 100) <= rating + 1e-9) return null;
  const isOver = wants > rating + 1e-9;
  return {
    severity: isOver ? 'fault' : 'caution',
    figures: [
      { name: 'drawn', value: wants, unit: 'mA' },
      { name: 'rating', value: rating, unit: 'mA' },
      { name: 'margin', value: marginPercent, unit: '%' },
    ],
    guess: isOver ? guess(rating) : undefined,
    isOver,
  };
}

const drawnWhy = (isOver: boolean): string =>
  isOver
    ? 'It starts late, resets, hums or clips as soon as all of it is on.'
    : 'Figures on plates are what a box draws as a rule: as it starts, or with its lights on, it draws more.';

/** DC-CURRENT: more is drawn from an outlet than it gives. */
export const dcCurrent = rule<Drawn>({
  code: 'DC-CURRENT',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'houseRules'], (view): readonly Found<Drawn>[] =>
    dcFeeds(view).flatMap((feed): readonly Found<Drawn>[] => {
      const { wants, rating } = loadOf(feed);
      const { outlet, fed } = feed;
      const found = weighed(wants, rating, view.houseRules.limits.dcMarginPercent, (most) =>
        outletGuess(feed, wants, most),
      );
      if (!found) return [];
      const { isOver, ...rest } = found;
      return [
        {
          ...rest,
          parts: [jackPart(outlet.box, outlet.jack), ...fed.map(({ box }) => boxPart(box))],
          data: { of: `${outlet.box.id}/${outlet.jack.id}`, boxes: fed.map(({ box }) => box.id), isOver },
        },
      ];
    }),
  ),
  words: ({ data }, say): Sentence => ({
    text: `${say.jack(data.of)} gives ${say.figure('rating')}; ${inWords(data.boxes.map((id) => say.box(id)))} ${data.boxes.length > 1 ? 'draw' : 'draws'} ${say.figure('drawn')}${data.isOver ? '' : `, less than ${say.figure('margin')} in hand`}.`,
    why: drawnWhy(data.isOver),
  }),
  cures: byAssignment,
});

/** DC-TOTAL: more is drawn from a supply than all its outlets may give together. */
export const dcTotal = rule<Drawn>({
  code: 'DC-TOTAL',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'houseRules'], (view): readonly Found<Drawn>[] =>
    supplies(view).flatMap(({ box, feeds, wants, rating }): readonly Found<Drawn>[] => {
      const fed = feeds.flatMap((feed) => feed.fed);
      const found = weighed(
        wants,
        rating,
        view.houseRules.limits.dcMarginPercent,
        (most) => totalGuess(box, wants) ?? drawnGuess(fed, wants, most),
      );
      if (!found) return [];
      const { isOver, ...rest } = found;
      return [
        { ...rest, parts: [boxPart(box)], data: { of: box.id, boxes: fed.map((one) => one.box.id), isOver } },
      ];
    }),
  ),
  words: ({ data }, say): Sentence => ({
    text: `All outlets of ${say.box(data.of)} give ${say.figure('rating')} together; ${say.figure('drawn')} are drawn${data.isOver ? '' : `, less than ${say.figure('margin')} in hand`}.`,
    why: drawnWhy(data.isOver),
  }),
  cures: byAssignment,
});

type Unfed = {
  /** Some outlet can feed them; else what they want. */
  readonly canBe: boolean;
  readonly boxes: readonly { readonly id: string; readonly wants: string }[];
};

/** Where nothing is fed at all nobody has come to it yet. */
const isBegun = (of: Wired): boolean => dcFeeds(of).some(({ fed }) => fed.length > 0);

/** DC-UNFED: boxes without a supply, where the rig has one. */
export const dcUnfed = rule<Unfed>({
  code: 'DC-UNFED',
  reads: 'rig',
  // By the box: the finding names several, and a cure may be one of some of them. It is a fault once it is begun.
  wrong: (of) => {
    if (dcOutlets(of).length === 0) return [];
    const boxes = unfed(of).map(({ box }) => box.id);
    return isBegun(of) ? [...boxes, ...boxes.map((id) => `fault ${id}`)] : boxes;
  },
  judge: derive(['boxes', 'leads', 'variant', 'houseRules'], (view): readonly Found<Unfed>[] => {
    if (dcOutlets(view).length === 0) return [];
    const none = unfed(view).map(({ box }) => box);
    if (none.length === 0) return [];
    const never = new Set(assignOutlets(view).unfed);
    return [true, false].flatMap((canBe): readonly Found<Unfed>[] => {
      const own = none.filter((box) => never.has(box) !== canBe);
      if (own.length === 0) return [];
      return [
        {
          severity: isBegun(view) ? 'fault' : 'note',
          parts: own.map(boxPart),
          data: {
            canBe,
            boxes: own.map(({ id, power: { dcVolts, dcMilliamps, dcKind } }) => ({
              id,
              wants: [
                dcVolts ? formatQuantity(dcVolts.low, 'V') : 'volts nobody knows',
                ...(dcKind === 'ac' ? ['AC'] : []),
                ...(dcMilliamps ? [formatQuantity(dcMilliamps.value, 'mA')] : []),
              ].join(' '),
            })),
          },
        },
      ];
    });
  }),
  words: ({ data: { canBe, boxes } }, say): Sentence => ({
    text: canBe
      ? `${inWords(boxes.map(({ id }) => say.box(id)))} ${boxes.length > 1 ? 'are' : 'is'} fed by no outlet.`
      : `No outlet is left that can feed ${inWords(boxes.map(({ id, wants }) => `${say.box(id)} (${wants})`))}.`,
    why: canBe
      ? 'An outlet is free, or can be made free, that suits.'
      : 'Volts, polarity and milliamps of every outlet were tried, in every placement.',
  }),
  cures: byAssignment,
});
