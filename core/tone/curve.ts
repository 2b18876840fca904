// The response at a place of a route, beside straight-in there.
import { derive, type JackRef, type Reads } from '../model';
import { wholeOf, type Stretch } from '../network';
import type { Path } from '../signal';
import { stretchDb } from './along';
import { add, ALL, dbAtAll, onGrid } from './grid';
import { partsOf } from './parts';

/** Decibels at the grid's frequencies, 0 at 500 Hz. */
export type Curve = { readonly response: Float64Array; readonly straight: Float64Array };

/** Whether a jack stands in a stretch of the way, and where. */
const nodeIn = ({ segment, leads }: Stretch, jack: JackRef): string | null =>
  leads.some(({ from, to }) => [from, to].some((end) => end.box === jack.box && end.jack === jack.jack))
    ? segment.nodeOf(jack)
    : null;

/**
 * The response at a jack of a route, all that hangs on it in place, and that of straight-in up to there.
 * @param jack null: at the route's end
 * @returns null: no lead carries tone there on this route
 */
export const curveAt = derive(
  ['boxes', 'leads', 'variant', 'standing', 'houseRules'],
  (
    of: Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'houseRules'>,
    path: Path,
    jack: JackRef | null,
  ): Curve | null => {
    const [response, straight] = [new Float64Array(ALL.length), new Float64Array(ALL.length)];
    const parts = partsOf(of, path);
    for (const { stretches, reference } of parts) {
      add(straight, dbAtAll(reference.part));
      for (const stretch of stretches) {
        const node = jack && nodeIn(stretch, jack);
        if (node !== null) {
          add(response, dbAtAll(wholeOf(stretch.segment, node)));
          return { response: onGrid(response), straight: onGrid(straight) };
        }
        add(response, stretchDb(stretch));
      }
    }
    return jack === null && parts.length > 0
      ? { response: onGrid(response), straight: onGrid(straight) }
      : null;
  },
);
