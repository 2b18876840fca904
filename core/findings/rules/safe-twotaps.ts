import { derive } from '../../model';
import { isTapped, stagesIn } from '../../power';
import { boxPart, jackPart, type Found } from '../finding';
import { DESTROYS } from '../phrases';
import { rule } from '../rule';

type Data = { readonly box: string; readonly taps: readonly string[] };

/** SAFE-TWOTAPS: two taps of one transformer at once; a danger where the loads together are under the lower tap. */
export const twoTaps = rule<Data>({
  code: 'SAFE-TWOTAPS',
  cause: 1,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    stagesIn({ ...view, sound: null }).flatMap(({ box, outputs }): Found<Data>[] => {
      // Jacks of one impedance are one tap brought out twice.
      const used = outputs.filter(({ taps: [tap], load }) => tap && isTapped(tap) && load !== null);
      if (used.length < 2) return [];
      const taps = used.flatMap(({ taps: own }) => own.slice(0, 1));
      const conductance = used.reduce((sum, { load }) => sum + 1 / (load?.ohm ?? Infinity), 0);
      const lower = Math.min(...taps.map((tap) => tap.speaker?.ohm?.value ?? Infinity));
      const together = 1 / conductance;
      return [
        {
          severity: together < lower - 1e-9 ? 'danger' : 'caution',
          parts: [boxPart(box), ...taps.map((tap) => jackPart(box, tap))],
          figures: [
            { name: 'loads together', value: together, unit: 'Ω' },
            { name: 'lower tap', value: lower, unit: 'Ω' },
          ],
          data: { box: box.id, taps: taps.map(({ id }) => id) },
        },
      ];
    }),
  ),
  // What each load by itself is against its tap says nothing while both are in use.
  covers: ({ data }, other) =>
    other.code === 'SAFE-IMPED' && data.taps.some((tap) => other.parts[0]?.id === `${data.box}/${tap}`),
  words: ({ data, severity }, say) => ({
    text: `${say.box(data.box)}: ${say.jacksOf(data.box, data.taps)} are in use at once, ${say.figure('loads together')} together.`,
    why: `${severity === 'danger' ? `${DESTROYS} Together the loads are under the lower tap. ` : ''}One tap at a time, unless its manual shows otherwise: cabinets stand in parallel on the tap that is theirs together. Move speaker leads only with the amplifier switched off.`,
  }),
});
