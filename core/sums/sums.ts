// The small sums that are done in the head, and got wrong: each from a few figures, its answers in words.
import { formatDb, formatQuantity, DBV_DBU, parseLevel, voltsOf } from '../units';

export type SumField = {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  /** What stands in it to begin with, as typed. */
  readonly usual: string;
};

export type SumAnswer = { readonly what: string; readonly value: string };

export type Sum = {
  readonly id: string;
  readonly name: string;
  readonly fields: readonly SumField[];
  /** @returns null: with these figures there is no answer */
  readonly work: (typed: Readonly<Record<string, string>>) => readonly SumAnswer[] | null;
  /** What the answer rests on. */
  readonly note: string;
};

const field = (key: string, label: string, unit: string, usual: string): SumField => ({
  key,
  label,
  unit,
  usual,
});

const PREFIXES: Readonly<Record<string, number>> = {
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  m: 1e-3,
  k: 1e3,
  M: 1e6,
};

/** A figure over 0 in its base unit, with a prefix or without; null: it is none. */
export function readFigure(text: string): number | null {
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*([pnuµmkM]?)(?:[a-zA-ZΩ%]*)\s*$/.exec(text);
  if (!match) return null;
  const value = Number((match[1] ?? '').replace(',', '.')) * (PREFIXES[match[2] ?? ''] ?? 1);
  return value > 0 ? value : null;
}

/** All figures of a sum; null: one is missing. */
function figures<K extends string>(
  typed: Readonly<Record<string, string>>,
  keys: readonly K[],
): Record<K, number> | null {
  const read = keys.map((key) => [key, readFigure(typed[key] ?? '')] as const);
  return read.every(([, value]) => value !== null) ? (Object.fromEntries(read) as Record<K, number>) : null;
}

const db = (value: number) => `${formatDb(Number(value.toFixed(1)))} dB`;
const quantity = (value: number, unit: string) => formatQuantity(Number(value.toPrecision(3)), unit);
const FOOT_M = 0.3048;

/** Two loudspeaker powers: 10 log10(P2/P1), with like cabinets. */
export const loudnessDb = (fromW: number, toW: number): number => 10 * Math.log10(toW / fromW);

/** Ohms in parallel. */
export const inParallel = (ohms: readonly number[]): number =>
  1 / ohms.reduce((sum, ohm) => sum + 1 / ohm, 0);

/** A resistance against a capacitance: −3 dB at 1/(2 pi R C), Hz. */
export const cornerHz = (ohm: number, farad: number): number => 1 / (2 * Math.PI * ohm * farad);

/** Where an inductance and a capacitance resonate: 1/(2 pi sqrt(L C)), Hz. */
export const resonanceHz = (henry: number, farad: number): number =>
  1 / (2 * Math.PI * Math.sqrt(henry * farad));

/** Notes against a quarter. */
const NOTES: readonly (readonly [string, number])[] = [
  ['quarter', 1],
  ['dotted eighth', 3 / 4],
  ['quarter triplet', 2 / 3],
  ['eighth', 1 / 2],
  ['eighth triplet', 1 / 3],
];

export const SUMS: readonly Sum[] = [
  {
    id: 'loudness',
    name: 'Loudness from watts',
    fields: [field('from', 'From', 'W', '15'), field('to', 'to', 'W', '100')],
    work: (typed) => {
      const read = figures(typed, ['from', 'to']);
      return read && [{ what: 'louder by', value: db(loudnessDb(read.from, read.to)) }];
    },
    note: 'Like cabinets; twice as loud to the ear is about 10 dB.',
  },
  {
    id: 'level',
    name: 'dBu, dBV, volts',
    fields: [field('level', 'A level', 'dBu, dBV or V', '+4 dBu')],
    work: ({ level = '' }) => {
      const plain = /^\s*([+\-−]?\d+(?:[.,]\d+)?)\s*(?:dBu)?\s*$/i.exec(level);
      const dbu =
        parseLevel(level) ?? (plain ? Number((plain[1] ?? '').replace('−', '-').replace(',', '.')) : null);
      if (dbu === null) return null;
      const volts = voltsOf(dbu);
      return [
        { what: '', value: `${formatDb(Number(dbu.toFixed(1)))} dBu` },
        { what: '', value: `${formatDb(Number((dbu - DBV_DBU).toFixed(1)))} dBV` },
        { what: '', value: `${quantity(volts, 'V')} rms, ${quantity(volts * Math.SQRT2, 'V')} peak` },
      ];
    },
    note: '0 dBu is 0.775 V, 0 dBV is 1 V. Consumer line −10 dBV is 11.8 dB under +4 dBu.',
  },
  {
    id: 'ratio',
    name: 'Decibels as a ratio',
    fields: [field('db', 'So many', 'dB', '6')],
    work: ({ db: text = '' }) => {
      const match = /^\s*([+\-−]?\d+(?:[.,]\d+)?)\s*(?:dB)?\s*$/i.exec(text);
      if (!match) return null;
      const value = Number((match[1] ?? '').replace('−', '-').replace(',', '.'));
      return [
        { what: 'voltage', value: `× ${Number((10 ** (value / 20)).toPrecision(3))}` },
        { what: 'power', value: `× ${Number((10 ** (value / 10)).toPrecision(3))}` },
      ];
    },
    note: '20 log10 of voltages, 10 log10 of powers.',
  },
  {
    id: 'loads',
    name: 'Cabinets on a tap',
    fields: [field('tap', 'Tap', 'Ω', '8'), field('loads', 'cabinets', 'Ω, with commas', '16, 16')],
    work: ({ tap = '', loads = '' }) => {
      const own = readFigure(tap);
      const ohms = loads.split(/[,;+]\s*/).map(readFigure);
      if (own === null || ohms.some((ohm) => ohm === null)) return null;
      const all = ohms as readonly number[];
      const ohm = inParallel(all);
      const series = all.reduce((sum, one) => sum + one, 0);
      const shares = all.map((one) => `${Math.round((100 * ohm) / one)} %`).join(' and ');
      return [
        {
          what: 'in parallel',
          value: `${quantity(ohm, 'Ω')}${Math.abs(ohm / own - 1) < 0.06 ? ', as the tap' : ohm < own ? ': under the tap' : ': over the tap'}`,
        },
        ...(all.length > 1
          ? [
              { what: 'shares', value: shares },
              { what: 'in series', value: quantity(series, 'Ω') },
            ]
          : []),
      ];
    },
    note: 'Move speaker leads with the amplifier switched off; never run a valve amplifier without its load. The maker’s manual says which mismatch it stands.',
  },
  {
    id: 'tempo',
    name: 'Delay from tempo',
    fields: [field('bpm', 'Beats a minute', 'BPM', '120')],
    work: (typed) => {
      const read = figures(typed, ['bpm']);
      return (
        read && NOTES.map(([what, part]) => ({ what, value: `${Math.round((60_000 / read.bpm) * part)} ms` }))
      );
    },
    note: '60 000 / BPM is a quarter, ms.',
  },
  {
    id: 'length',
    name: 'Metres and feet',
    fields: [field('metres', 'Metres', 'm', '6'), field('feet', 'or feet', 'ft', '20')],
    work: (typed) => {
      const read = figures(typed, ['metres', 'feet']);
      return (
        read && [
          { what: `${read.metres} m`, value: `${Number((read.metres / FOOT_M).toFixed(1))} ft` },
          { what: `${read.feet} ft`, value: `${Number((read.feet * FOOT_M).toFixed(2))} m` },
        ]
      );
    },
    note: 'A foot is 0.3048 m.',
  },
  {
    id: 'corner',
    name: 'Corner of R and C',
    fields: [field('ohm', 'Source', 'Ω', '10k'), field('farad', 'cable', 'F', '2n')],
    work: (typed) => {
      const read = figures(typed, ['ohm', 'farad']);
      return read && [{ what: '−3 dB at', value: quantity(cornerHz(read.ohm, read.farad), 'Hz') }];
    },
    note: '1 / (2 π R C); 100 pF a metre of cable.',
  },
  {
    id: 'resonance',
    name: 'Pickup with a lead',
    fields: [
      field('henry', 'Pickup', 'H', '4.6'),
      field('own', 'its own', 'F', '140p'),
      field('metres', 'lead', 'm', '5.5'),
      field('per', 'of', 'F a metre', '100p'),
    ],
    work: (typed) => {
      const read = figures(typed, ['henry', 'own', 'metres', 'per']);
      if (!read) return null;
      const alone = resonanceHz(read.henry, read.own);
      const farad = read.own + read.metres * read.per;
      return [
        {
          what: 'with the lead',
          value: `${quantity(resonanceHz(read.henry, farad), 'Hz')}, ${quantity(farad, 'F')} in all`,
        },
        { what: 'without', value: quantity(alone, 'Hz') },
      ];
    },
    note: '1 / (2 π √(L C)); how high the peak stands the Tone layer says.',
  },
];
