import { floorUnder, gateWords, noiseAtEnd, type NoiseAtEnd } from '../../level';
import { derive } from '../../model';
import { traceIn } from '../../signal';
import { inWords } from '../../units';
import { ofElectricity } from '../electric';
import { boxPart, type Found } from '../finding';
import { blocksOff, switchTo } from '../hung';
import { rule } from '../rule';

type Data = {
  /** Where it is heard, and how far under the signal there, dB. */
  readonly ends: readonly { readonly box: string; readonly db: number }[];
  readonly db: number;
  readonly shares: readonly { readonly group: string; readonly percent: number; readonly box: string }[];
  /** The gate that is on, where one is. */
  readonly gate: string | null;
  readonly advice: string;
};

const GROUPS: Readonly<Record<string, string>> = {
  guitar: 'from the guitar',
  pedals: 'ahead of the preamp',
  amplifier: 'from the preamp',
  after: 'behind the preamp',
};

/** A share under this is not told. */
const TELLS = 0.1;

/** The group that makes most of it. */
const mostOf = ({ shares }: NoiseAtEnd) => shares.toSorted((a, b) => b.share - a.share)[0];

/** NOISE-FLOOR: between notes the noise at an output is nearer to the signal than the house likes. */
export const noiseFloor = rule<Data>({
  code: 'NOISE-FLOOR',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { noiseCautionDb, noiseNoteDb } = of.houseRules.limits;
    const found = new Map<string, { noise: NoiseAtEnd; ends: Map<string, number> }>();
    for (const path of traceIn(of).paths) {
      const noise = noiseAtEnd(of, path);
      const db = noise ? floorUnder(noise) : Infinity;
      if (!noise || db >= noiseNoteDb) continue;
      // What one box makes is one matter, wherever it is heard.
      const key = mostOf(noise)?.most.id ?? '';
      const known = found.get(key) ?? { noise, ends: new Map<string, number>() };
      found.set(key, known);
      known.ends.set(path.output.box, Math.min(db, known.ends.get(path.output.box) ?? Infinity));
    }
    return [...found.values()].map(({ noise, ends }): Found<Data> => {
      const db = Math.min(...ends.values());
      const most = mostOf(noise);
      return {
        severity: db < noiseCautionDb ? 'caution' : 'note',
        parts: [
          ...(most ? [boxPart(most.most)] : []),
          ...[...ends.keys()]
            .filter((id) => id !== most?.most.id)
            .map((id) => ({ type: 'box' as const, id })),
        ],
        figures: [
          { name: 'noise under the signal', value: db, unit: 'dB' },
          { name: 'limit', value: db < noiseCautionDb ? noiseCautionDb : noiseNoteDb, unit: 'dB' },
        ],
        assumed: most ? [{ part: boxPart(most.most), figure: 'gain and noise' }] : [],
        data: {
          ends: [...ends].map(([box, own]) => ({ box, db: own })),
          db,
          shares: noise.shares
            .filter(({ share }) => share >= TELLS)
            .map(({ group, share, most: box }) => ({ group, percent: Math.round(share * 100), box: box.id })),
          gate: noise.gates[0]?.box.id ?? null,
          advice: gateWords(noise.shares),
        },
      };
    });
  }),
  words: ({ data }, say) => ({
    text: `Between notes the noise at ${inWords(data.ends.map(({ box }) => say.box(box)))} is ${
      data.db < 1 ? 'as loud as the signal' : `${Math.round(data.db)} dB under the signal`
    }${data.gate === null ? '' : `, ${say.box(data.gate)} at work`}.`,
    why: `${inWords(data.shares.map(({ group, percent, box }) => `${percent} % ${GROUPS[group] ?? group} (mostly ${say.box(box)})`))}. ${data.advice}`.trim(),
  }),
  *cures(view) {
    // A gate that is there and off, the last of a way first: it takes the noise of all that is ahead of it.
    const gates = blocksOff(traceIn(view).paths, ({ category }) => category === 'gate');
    for (const [block, { box, on }] of [...gates].reverse()) yield switchTo(view, box, block, on);
  },
});
