import { derive } from '../../model';
import { traceIn } from '../../signal';
import { potsAlong } from '../../tone';
import { formatQuantity } from '../../units';
import { bufferCures } from '../buffer-cure';
import { ofElectricity } from '../electric';
import { boxPart, leadPart, type Found } from '../finding';
import { distinct } from '../hung';
import { kilohertz, leadsAndLength, plainDb } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly ahead: string;
  /** The track, and what is behind it at its worst, ohm. */
  readonly pot: number;
  readonly ohm: number;
  readonly leads: string;
  /** Lost at 5 kHz there; null: it is the load on a passive source that is told. */
  readonly db: number | null;
};

/** Treble is told of here, Hz. */
const TOLD_HZ = 5_000;
/** What is behind a pot is worst where its slider is in the middle: a quarter of the track, and of what drives it. */
const atWorst = (potOhm: number, ahead: number) => (potOhm + ahead) / 4;
/** A pot under this behind a passive pickup loads it, ohm. */
const LOADS_OHM = 200e3;

const lossDb = (ohm: number, farad: number): number =>
  10 * Math.log10(1 + (2 * Math.PI * TOLD_HZ * ohm * farad) ** 2);

/** TONE-VOLPOT: a passive volume pedal of the wrong value for what drives it. */
export const volumePot = rule<Data>({
  code: 'TONE-VOLPOT',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] =>
    distinct(
      traceIn(of).paths.flatMap((path) =>
        potsAlong(of, path).flatMap(({ box, ohm: pot, ahead, leads, farad }): Found<Data>[] => {
          const { toneDb } = of.houseRules.limits;
          const ohm = atWorst(pot, ahead.ohm ?? 0);
          const db = ahead.ohm === null ? null : lossDb(ohm, farad);
          if (db === null ? pot >= LOADS_OHM : db <= toneDb) return [];
          return [
            {
              severity: 'caution',
              parts: [boxPart(box), ...leads.map(leadPart)],
              figures:
                db === null
                  ? [{ name: 'track', value: pot, unit: 'Ω' }]
                  : [
                      { name: 'loss', value: db, unit: 'dB' },
                      { name: 'limit', value: toneDb, unit: 'dB' },
                    ],
              data: { box: box.id, ahead: ahead.box, pot, ohm, leads: leadsAndLength(leads), db },
            },
          ];
        }),
      ),
    ),
  ),
  words: ({ data: { box, ahead, pot, ohm, leads, db } }, say) =>
    db === null
      ? {
          text: `${say.box(box)} puts ${formatQuantity(pot, 'Ω')} across ${say.box(ahead)}, which is passive.`,
          why: 'Behind a passive pickup a volume pedal wants 250 kΩ or more, or a buffer ahead of it.',
        }
      : {
          text: `${say.box(box)} at half its track is ${formatQuantity(ohm, 'Ω')} and drives ${leads}: ${plainDb(db)} dB lost at ${kilohertz(TOLD_HZ)}.`,
          why: `${formatQuantity(pot, 'Ω')} is too high behind ${say.box(ahead)}: 25 kΩ is right there, or a buffer behind it.`,
        },
  cures: bufferCures,
});
