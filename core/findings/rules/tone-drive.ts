import { blockIn, boxOf, derive } from '../../model';
import { bareVolume } from '../../network';
import { resolveIn, traceIn } from '../../signal';
import { drivesAlong, toneAlong, trebleOf, type Drive, type ToneRoute } from '../../tone';
import { formatQuantity } from '../../units';
import { bufferCures } from '../buffer-cure';
import { ofElectricity, type Electric } from '../electric';
import { boxPart, leadPart, type Found } from '../finding';
import { distinct } from '../hung';
import { leadsAndLength, plainDb } from '../phrases';
import { rule } from '../rule';

type Data = { readonly box: string; readonly ohm: number; readonly db: number; readonly leads: string };

/** What the leads of one drive lose at 5 kHz, dB. */
const lossOf = ({ steps }: ToneRoute, { first, last }: Drive): number =>
  steps.slice(first, last + 1).reduce((sum, { ownDb }) => sum - ownDb, 0);

/** Does a stretch that a stage drives lose so much of treble at all? */
const loses = ({ parts }: ToneRoute, limitDb: number): boolean =>
  parts.some(({ stretches }) =>
    stretches.some((stretch) => stretch.segment.driver.kind === 'stage' && trebleOf(stretch) < -limitDb),
  );

/** A stage's output: an instrument is what it is, and a pot is told of by itself. */
function isOutput(of: Electric, { box, block }: Drive): boolean {
  const volume = box.blocks.find(({ category }) => category === 'volume');
  const isPot = volume !== undefined && bareVolume(box, volume, resolveIn(of)) !== null;
  return !isPot && blockIn(boxOf(of, box.id), block ?? undefined)?.role !== 'source';
}

/** TONE-DRIVE: an output that is too weak for the cable behind it. */
export const weakDrive = rule<Data>({
  code: 'TONE-DRIVE',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { weakDriveDb } = of.houseRules.limits;
    return distinct(
      traceIn(of).paths.flatMap((path) => {
        const tone = toneAlong(of, path);
        if (!tone || !loses(tone, weakDriveDb)) return [];
        return drivesAlong(of, tone.parts).flatMap((drive): Found<Data>[] => {
          const db = lossOf(tone, drive);
          if (db <= weakDriveDb || !isOutput(of, drive)) return [];
          return [
            {
              severity: 'caution',
              parts: [boxPart(drive.box), ...drive.leads.map(leadPart)],
              figures: [
                { name: 'loss', value: db, unit: 'dB' },
                { name: 'limit', value: weakDriveDb, unit: 'dB' },
              ],
              assumed: [{ part: boxPart(drive.box), figure: 'output impedance' }],
              data: { box: drive.box.id, ohm: drive.ohm, db, leads: leadsAndLength(drive.leads) },
            },
          ];
        });
      }),
    );
  }),
  words: ({ data: { box, ohm, leads, db } }, say) => ({
    text: `${say.box(box)}, ${formatQuantity(ohm, 'Ω')}, drives ${leads}: ${plainDb(db)} dB lost at 5 kHz.`,
    why: `A weak output and long cable take treble, over ${say.figure('limit')} here. An output buffer behind it drives any length.`,
  }),
  cures: bufferCures,
});
