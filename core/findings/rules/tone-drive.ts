import { blockIn, boxOf, derive, type Box } from '../../model';
import { bareVolume } from '../../network';
import { resolveIn, traceIn, type Path } from '../../signal';
import { drivesAlong, toneAlong, trebleOf, type Drive, type ToneRoute } from '../../tone';
import { formatQuantity, inWords } from '../../units';
import { bufferCures } from '../buffer-cure';
import { ofElectricity, type Electric } from '../electric';
import { boxPart, leadPart, type Found } from '../finding';
import { distinct } from '../hung';
import { plainDb } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly ohm: number;
  readonly metres: number;
  readonly db: number;
  readonly leads: string;
};

/** Treble is told of here, Hz. */
const TOLD_HZ = 5_000;

/** A treadle or knob that is a bare pot; null: the box is none. */
function potIn(of: Electric, box: Box) {
  const block = box.blocks.find(({ category }) => category === 'volume');
  return block ? bareVolume(box, block, resolveIn(of)) : null;
}

const lengthOf = ({ leads }: Drive) => leads.reduce((sum, { lengthM }) => sum + lengthM, 0);

const partsOf = ({ box, leads }: Drive) => [boxPart(box), ...leads.map(leadPart)];

const dataOf = (drive: Drive, ohm: number, db: number): Data => ({
  box: drive.box.id,
  ohm,
  metres: lengthOf(drive),
  db,
  leads: inWords(drive.leads.map(({ number }) => String(number))),
});

/** What the leads of one drive lose at 5 kHz, dB. */
const lossOf = ({ steps }: ToneRoute, { first, last }: Drive): number =>
  steps.slice(first, last + 1).reduce((sum, { ownDb }) => sum - ownDb, 0);

type Judge<D extends Data> = (
  drive: Drive,
  tone: ToneRoute,
  before: Drive | undefined,
) => readonly Found<D>[];

/** Every drive of every way that may have something to be told of. */
const onWays = <D extends Data>(
  of: Electric,
  mayTell: (path: Path, tone: ToneRoute) => boolean,
  judge: Judge<D>,
): readonly Found<D>[] =>
  distinct(
    traceIn(of).paths.flatMap((path) => {
      const tone = toneAlong(of, path);
      if (!tone || !mayTell(path, tone)) return [];
      const drives = drivesAlong(of, tone.parts);
      return drives.flatMap((drive, i) => judge(drive, tone, drives[i - 1]));
    }),
  );

/** Does a stretch that a stage drives lose treble at all? */
const losesBy =
  (limitDb: number) =>
  (_: Path, { parts }: ToneRoute): boolean =>
    parts.some(({ stretches }) =>
      stretches.some((stretch) => stretch.segment.driver.kind === 'stage' && trebleOf(stretch) < -limitDb),
    );

const hasVolume = ({ sections }: Path): boolean => sections.some(({ block }) => block.category === 'volume');

const isSource = (of: Electric, { box, block }: Drive): boolean =>
  blockIn(boxOf(of, box.id), block ?? undefined)?.role === 'source';

const leadWords = ({ leads, metres }: Data) =>
  `lead${leads.includes(' and ') ? 's' : ''} ${leads}, ${formatQuantity(metres, 'm')}`;

/** TONE-DRIVE: an output that is too weak for the cable behind it. */
export const weakDrive = rule<Data>({
  code: 'TONE-DRIVE',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { weakDriveDb } = of.houseRules.limits;
    return onWays(of, losesBy(weakDriveDb), (drive, tone): readonly Found<Data>[] => {
      const db = lossOf(tone, drive);
      if (db <= weakDriveDb || isSource(of, drive) || potIn(of, drive.box)) return [];
      return [
        {
          severity: 'caution',
          parts: partsOf(drive),
          figures: [
            { name: 'loss', value: db, unit: 'dB' },
            { name: 'limit', value: weakDriveDb, unit: 'dB' },
          ],
          assumed: [{ part: boxPart(drive.box), figure: 'output impedance' }],
          data: dataOf(drive, drive.ohm, db),
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.box(data.box)}, ${formatQuantity(data.ohm, 'Ω')}, drives ${leadWords(data)}: ${plainDb(data.db)} dB lost at 5 kHz.`,
    why: `A weak output and long cable take treble, over ${say.figure('limit')} here. An output buffer behind it drives any length.`,
  }),
  cures: bufferCures,
});

/** What is behind a pot is worst where its slider is in the middle: a quarter of the track, and of what drives it. */
const atWorst = (potOhm: number, ahead: number) => (potOhm + ahead) / 4;
/** A pot under this behind a pickup loads it, Ω. */
const LOADS_OHM = 200e3;

type Pot = Data & { readonly behind: string; readonly pot: number; readonly loads: boolean };

/** A pot that a passive source drives: by its load alone. */
const behindSource = (drive: Drive, before: Drive, pot: number): readonly Found<Pot>[] =>
  pot >= LOADS_OHM
    ? []
    : [
        {
          severity: 'caution',
          parts: partsOf(drive),
          data: { ...dataOf(drive, before.ohm, 0), behind: before.box.id, pot, loads: true },
        },
      ];

/** A pot that a stage drives: by what the cable behind it loses where its slider is in the middle. */
function behindStage(drive: Drive, before: Drive, pot: number, limit: number): readonly Found<Pot>[] {
  const ohm = atWorst(pot, before.ohm);
  const db = 10 * Math.log10(1 + (2 * Math.PI * TOLD_HZ * ohm * drive.farad) ** 2);
  if (db <= limit) return [];
  return [
    {
      severity: 'caution',
      parts: partsOf(drive),
      figures: [
        { name: 'loss', value: db, unit: 'dB' },
        { name: 'limit', value: limit, unit: 'dB' },
      ],
      data: { ...dataOf(drive, ohm, db), behind: before.box.id, pot, loads: false },
    },
  ];
}

/** TONE-VOLPOT: a passive volume pedal of the wrong value for what drives it. */
export const volumePot = rule<Pot>({
  code: 'TONE-VOLPOT',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Pot>[] =>
    onWays(of, hasVolume, (drive, _, before) => {
      const pot = potIn(of, drive.box);
      if (!pot || !before) return [];
      return isSource(of, before)
        ? behindSource(drive, before, pot.ohm)
        : behindStage(drive, before, pot.ohm, of.houseRules.limits.toneDb);
    }),
  ),
  words: ({ data }, say) => ({
    text: data.loads
      ? `${say.box(data.box)} puts ${formatQuantity(data.pot, 'Ω')} across ${say.box(data.behind)}, which is passive.`
      : `${say.box(data.box)} at half its track is ${formatQuantity(data.ohm, 'Ω')} and drives ${leadWords(data)}: ${plainDb(data.db)} dB lost at 5 kHz.`,
    why: data.loads
      ? 'Behind a passive pickup a volume pedal wants 250 kΩ or more, or a buffer ahead of it.'
      : `A pot of ${formatQuantity(data.pot, 'Ω')} behind a driven output is too high: 25 kΩ there, or a buffer behind it.`,
  }),
  cures: bufferCures,
});
