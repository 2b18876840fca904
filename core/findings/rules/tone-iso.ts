import { boxOf, derive } from '../../model';
import { ISOLATOR_HENRY, isIsolator, ohmBehind, partUpTo, stretchesAlong } from '../../network';
import { traceIn } from '../../signal';
import { formatQuantity } from '../../units';
import { bufferCures } from '../buffer-cure';
import { ofElectricity } from '../electric';
import { boxPart, leadPart, type Found } from '../finding';
import { distinct } from '../hung';
import { rule } from '../rule';

type Data = { readonly box: string; readonly hz: number; readonly ohm: number };

/** TONE-ISO: an isolator driven by so much that its winding takes the bass: corner R / (2 π L). */
export const isolator = rule<Data>({
  code: 'TONE-ISO',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] =>
    distinct(
      traceIn(of).paths.flatMap((path) =>
        stretchesAlong(of, path).flatMap((stretch) =>
          stretch.leads.flatMap(({ lead, to }, i): Found<Data>[] => {
            const box = boxOf(of, to.box);
            if (!box || !isIsolator(box)) return [];
            const ohm = ohmBehind(partUpTo(stretch, i, true));
            const hz = ohm / (2 * Math.PI * ISOLATOR_HENRY);
            const { isolatorHz } = of.houseRules.limits;
            if (hz <= isolatorHz) return [];
            return [
              {
                severity: 'caution',
                parts: [boxPart(box), leadPart(lead)],
                figures: [
                  { name: 'corner', value: hz, unit: 'Hz' },
                  { name: 'limit', value: isolatorHz, unit: 'Hz' },
                ],
                assumed: [{ part: boxPart(box), figure: 'winding of 10 H' }],
                data: { box: box.id, hz, ohm },
              },
            ];
          }),
        ),
      ),
    ),
  ),
  // What is heard of it by the ear is told under it.
  covers: ({ parts }, other) =>
    (other.code === 'TONE-DULL' || other.code === 'TONE-PEAK') &&
    other.parts.some((part) => parts.some(({ id }) => id === part.id)),
  words: ({ data }, say) => ({
    text: `${say.box(data.box)} is driven by ${formatQuantity(Number(data.ohm.toPrecision(2)), 'Ω')}: bass falls off under ${Math.round(data.hz)} Hz.`,
    why: `Over ${say.figure('limit')} the low notes thin out. A buffer ahead of it, or its place behind one, drives the winding.`,
  }),
  cures: bufferCures,
});
