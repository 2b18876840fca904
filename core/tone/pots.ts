// Bare pots in a way, a volume pedal as a rule: what drives each, and what cable it drives.
import { boxOf, derive, type Box, type Lead } from '../model';
import { bareVolume, leadFarad, stretchesAlong } from '../network';
import { resolveIn, type Path } from '../signal';

export type PotOnWay = {
  readonly box: Box;
  /** Its whole track. */
  readonly ohm: number;
  /** What drives it: the box, and its ohms; null: a passive source, which is no resistance. */
  readonly ahead: { readonly box: string; readonly ohm: number | null };
  /** The leads behind it up to the next stage, and what they and the input have to charge. */
  readonly leads: readonly Lead[];
  readonly farad: number;
};

/** Every bare pot that a way passes with leads behind it. */
export const potsAlong = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of, path: Path): readonly PotOnWay[] =>
    stretchesAlong(of, path).flatMap(({ segment, leads, into }) =>
      leads.flatMap(({ from }, i): PotOnWay[] => {
        const box = boxOf(of, from.box);
        const block = box?.blocks.find(({ category }) => category === 'volume');
        const pot = box && block ? bareVolume(box, block, resolveIn(of)) : null;
        if (!box || !pot) return [];
        const behind = leads.slice(i).map(({ lead }) => lead);
        return [
          {
            box,
            ohm: pot.ohm,
            ahead: { box: segment.driver.box, ohm: segment.driver.ohm },
            leads: behind,
            farad: behind.reduce((sum, lead) => sum + leadFarad(lead), into?.farad ?? 0),
          },
        ];
      }),
    ),
);
