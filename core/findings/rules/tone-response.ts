import { blockIn, derive, type Box, type Lead } from '../../model';
import { driveAt, drivesAlong, toneAlong, type Extreme, type ToneRoute } from '../../tone';
import { traceIn, type Path } from '../../signal';
import { ofElectricity, type Electric } from '../electric';
import { boxPart, leadPart, type AssumedFigure, type Found } from '../finding';
import { distinct } from '../hung';
import { bufferCures } from '../buffer-cure';
import { kilohertz, plainDb } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly end: string;
  readonly hz: number;
  readonly db: number;
  readonly lead: number | null;
  /** The lead's own, at 5 kHz. */
  readonly leadDb: number;
  readonly drive: string | null;
};

const isMeasured = ({ measured, faradPerM }: Lead): boolean =>
  measured?.farad !== undefined || faradPerM !== undefined;

function assumedOf(box: Box, block: string | null, leads: readonly Lead[]): readonly AssumedFigure[] {
  const own = blockIn(box, block);
  const isDriveAssumed = own?.states.some(({ rOut }) => rOut?.source === 'assumed') ?? false;
  return [
    ...(isDriveAssumed ? [{ part: boxPart(box), figure: 'output impedance' }] : []),
    ...leads
      .filter((lead) => !isMeasured(lead))
      .map((lead) => ({ part: leadPart(lead), figure: 'capacitance' })),
  ];
}

/** By so much cable may have more than is assumed. */
const CABLE_RANGE = 1.3;

/** What is told of a way whose difference is over the limit: the lead that has most of it first. */
function told(of: Electric, path: Path, tone: ToneRoute, { hz, db }: Extreme, limit: number): Found<Data> {
  const sign = Math.sign(db);
  const worst = tone.steps.reduce(
    (at, step, i) => (sign * step.ownDb > sign * (tone.steps[at]?.ownDb ?? 0) ? i : at),
    0,
  );
  const drive = driveAt(drivesAlong(of, tone.parts), worst);
  const step = tone.steps[worst];
  const into = tone.parts[0]?.reference.into ?? path.output.box;
  // Cable that nobody has measured may have a third less or more.
  const isGuess = drive?.leads.some((lead) => !isMeasured(lead)) === true;
  return {
    severity: Math.abs(db) > limit * (isGuess ? CABLE_RANGE : 1) ? 'caution' : 'note',
    parts: [...(step ? [leadPart(step.lead)] : []), ...(drive ? [boxPart(drive.box)] : [])],
    figures: [
      { name: 'difference', value: db, unit: 'dB' },
      { name: 'limit', value: limit, unit: 'dB' },
    ],
    assumed: drive ? assumedOf(drive.box, drive.block, drive.leads) : [],
    data: {
      end: into,
      hz,
      db,
      lead: step?.lead.number ?? null,
      leadDb: step?.ownDb ?? 0,
      drive: drive?.box.id ?? null,
    },
  };
}

const over = (which: 'dull' | 'peak') =>
  derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { toneDb } = of.houseRules.limits;
    return distinct(
      traceIn(of).paths.flatMap((path) => {
        const tone = toneAlong(of, path);
        // A resonance that has moved is over in one place and under in another: the worse of the two is told.
        const worse = tone && (-tone.dull.db >= tone.peak.db ? 'dull' : 'peak');
        return tone && worse === which && Math.abs(tone[which].db) > toneDb
          ? [told(of, path, tone, tone[which], toneDb)]
          : [];
      }),
    );
  });

/** TONE-DULL: treble is lost against straight-in, over the limit of the house. */
export const dull = rule<Data>({
  code: 'TONE-DULL',
  reads: 'sound',
  isMild: true,
  judge: over('dull'),
  // What the same lead, or what drives it, is told of by itself is why.
  covers: ({ parts }, other) =>
    ['TONE-DRIVE', 'TONE-LOAD', 'TONE-VOLPOT'].includes(other.code) &&
    other.parts.some((part) => parts.some(({ id }) => id === part.id)),
  words: ({ data }, say) => ({
    text: `Up to ${say.box(data.end)} ${plainDb(data.db)} dB are lost at ${kilohertz(data.hz)} against straight in${
      data.lead === null || data.leadDb > -0.1
        ? ''
        : `: most in lead ${data.lead}${data.drive === null ? '' : `, driven by ${say.box(data.drive)}`}`
    }.`,
    why: `More than the ${say.figure('limit')} of the house: duller than one good lead into the same input.`,
  }),
  cures: bufferCures,
});

/** TONE-PEAK: somewhere the rig is over straight-in by more than the limit of the house. */
export const peak = rule<Data>({
  code: 'TONE-PEAK',
  reads: 'sound',
  isMild: true,
  judge: over('peak'),
  words: ({ data }, say) => ({
    text: `Up to ${say.box(data.end)} ${plainDb(data.db)} dB more come through at ${kilohertz(data.hz)} than straight in.`,
    why: `More than the ${say.figure('limit')} of the house: with less cable on it the pickup rings higher and stronger. Some want that.`,
  }),
});
