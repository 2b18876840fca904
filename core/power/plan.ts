// The power plan as lines: for the sheet and the command line.
import type { Box, Reads } from '../model';
import { loadBook, type LoadLine } from './book';
import { dcFeeds, loadOf, supplies, unfed } from './dc';
import { circuitLoads, mainsBoxes, stripLoads } from './mains';

/** Something with a rating, what is drawn of it, and by what. */
export type PlanLine = {
  readonly of: string;
  readonly name: string;
  /** `9 V`, empty where it goes without saying. */
  readonly gives: string;
  readonly boxes: readonly string[];
  readonly drawn: number;
  readonly rating: number | null;
  readonly unit: 'mA' | 'A' | 'VA';
  /** Drawn of the rating, with the house's margin: over 1 is too much for it. */
  readonly strain: number | null;
};

export type PowerPlan = {
  readonly outlets: readonly PlanLine[];
  /** Supplies, distributions, transformers and circuits as a whole. */
  readonly wholes: readonly PlanLine[];
  /** Each box on the mains, with where its plug is. */
  readonly plugs: readonly {
    readonly box: string;
    readonly va: number | null;
    readonly volts: readonly number[];
    readonly where: string;
    readonly circuit: string;
  }[];
  readonly unfed: readonly string[];
  readonly loads: readonly LoadLine[];
};

const named = (boxes: readonly { readonly box: Box }[]): readonly string[] =>
  boxes.map(({ box }) => box.name);

/** Everything about power in one night. */
export function powerPlan(
  of: Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'stage' | 'houseRules'>,
): PowerPlan {
  const { dcMarginPercent, mainsPercent } = of.houseRules.limits;
  const [dc, mains] = [1 + dcMarginPercent / 100, 100 / mainsPercent];
  const strain = (drawn: number, rating: number | null, by: number) =>
    rating === null || rating === 0 ? null : (drawn * by) / rating;
  const outlets = dcFeeds(of).map((feed): PlanLine => {
    const { wants, rating } = loadOf(feed);
    const { box, jack, facts } = feed.outlet;
    return {
      of: box.name,
      name: jack.label,
      gives: `${facts.volts.value} V${facts.kind === 'ac' ? ' AC' : ''}${facts.group === null ? '' : `, ground ${facts.group}`}`,
      boxes: named(feed.fed),
      drawn: wants,
      rating,
      unit: 'mA',
      strain: strain(wants, rating, dc),
    };
  });
  const whole = (
    name: string,
    boxes: readonly { readonly box: Box }[],
    [drawn, rating, unit]: readonly [number, number | null, PlanLine['unit']],
    by: number,
  ): PlanLine => ({
    of: name,
    name: '',
    gives: '',
    boxes: named(boxes),
    drawn,
    rating,
    unit,
    strain: strain(drawn, rating, by),
  });
  return {
    outlets,
    wholes: [
      ...supplies(of).map(({ box, feeds, wants, rating }) =>
        whole(
          box.name,
          feeds.flatMap(({ fed }) => fed),
          [wants, rating, 'mA'],
          dc,
        ),
      ),
      ...stripLoads(of).map(({ end, boxes, amps, rating, wantsVa, hasVa }) =>
        wantsVa === null
          ? whole(end.box.name, boxes, [amps, rating, 'A'], mains)
          : whole(end.box.name, boxes, [wantsVa, hasVa, 'VA'], 1),
      ),
      ...circuitLoads(of).map(({ circuit, boxes, amps, rating }) =>
        whole(circuit.name, boxes, [amps, rating, 'A'], mains),
      ),
    ],
    plugs: mainsBoxes(of).map(({ box, va, via, wall }) => ({
      box: box.name,
      va,
      volts: box.power.volts,
      where: via[0] ? `${via[0].jack.label} of ${via[0].box.name}` : (wall?.name ?? ''),
      circuit: of.stage.mains.circuits.find(({ id }) => id === wall?.circuit)?.name ?? '',
    })),
    unfed: named(unfed(of)),
    loads: loadBook(of),
  };
}
