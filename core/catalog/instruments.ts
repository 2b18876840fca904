import type { BlockInput, Figure } from '../model';
import {
  chain,
  decibels,
  level,
  on,
  output,
  tone,
  typical,
  type ControlInput,
  type KindParts,
} from './parts';
import type { FigureSet, Kind } from './kind';

type PickupFigures = {
  readonly r?: number;
  readonly l?: number;
  readonly c?: number;
  /** Losses in the metal around it: a cover, plates, magnets. */
  readonly eddy?: number;
  readonly hum?: number;
  readonly average: number;
  readonly peak: number;
};

const pickup = (id: string, name: string, { r, l, c, eddy, hum, average, peak }: PickupFigures) => ({
  id,
  name,
  ...(r === undefined ? {} : { rOhm: typical(r) }),
  ...(l === undefined ? {} : { lHenry: typical(l) }),
  ...(c === undefined ? {} : { cFarad: typical(c) }),
  ...(eddy === undefined ? {} : { eddyOhm: typical(eddy) }),
  averageDbu: decibels(average),
  peakDbu: decibels(peak),
  ...(hum === undefined ? {} : { humMvPerUt: typical(hum) }),
});

const SINGLE = { r: 6000, l: 2.5, c: 110e-12, eddy: 1.5e6, hum: 1.2, average: -20, peak: 0 };
const HUMBUCKER = { r: 8200, l: 4.6, c: 140e-12, eddy: 500e3, hum: 0.07, average: -14, peak: 6 };
const SOAPBAR = { r: 8500, l: 6.4, c: 120e-12, eddy: 700e3, hum: 1.6, average: -16, peak: 4 };
const HOT = { r: 15e3, l: 8.4, c: 170e-12, eddy: 500e3, hum: 0.1, average: -9, peak: 9 };
const MINI = { r: 6900, l: 3.2, c: 120e-12, eddy: 200e3, hum: 0.06, average: -16, peak: 3 };
const SPLIT_COIL = { r: 10_500, l: 6, c: 150e-12, eddy: 500e3, hum: 0.07, average: -14, peak: 8 };
const ACTIVE = { r: 3200, hum: 0.04, average: -9, peak: 9 };
const BRIDGE_AND_NECK = ['bridge', 'neck'];

const pot = (
  id: string,
  label: string,
  sets: 'level' | 'tone',
  ohm: number,
  block = 'pickups',
): ControlInput => ({
  id,
  label,
  actsOn: { block },
  sets,
  law: { type: 'pot', ohm, taper: 'audio', ...(sets === 'tone' ? { farad: 22e-9 } : {}) },
  position: 1,
});

const source = (
  pickups: NonNullable<BlockInput['pickups']>,
  selector: string[] = [],
  more: Partial<BlockInput> = {},
): BlockInput => ({
  id: 'pickups',
  name: 'Pickups',
  role: 'source',
  states: [on],
  state: 'on',
  pickups,
  selector,
  ...more,
});

const OUT = { panel: 'side' as const };

/** Two pickups, a volume and a tone control. */
function passive(figures: PickupFigures, name: string, potOhm = 500e3): KindParts {
  return {
    jacks: [output('out', 'OUT', { rOut: typical(figures.r ?? 0) }, OUT)],
    blocks: [
      source(
        [pickup('bridge', `Bridge ${name}`, figures), pickup('neck', `Neck ${name}`, figures)],
        ['Bridge', 'Both', 'Neck'],
      ),
    ],
    wires: chain(new Set(['out']), 'pickups', 'out'),
    controls: [pot('volume', 'VOLUME', 'level', potOhm), pot('tone', 'TONE', 'tone', potOhm)],
  };
}

/** A preamp on a battery behind the pickups: nothing that comes after loads them. */
function withBattery(figures: PickupFigures, name: string, controls: readonly ControlInput[]): KindParts {
  const { blocks } = passive(figures, name);
  return {
    jacks: [output('out', 'OUT', { rOut: typical(1e3, 10e3) }, OUT)],
    blocks: [...blocks, { id: 'battery', name: 'Battery stage', role: 'buffer', states: [on], state: 'on' }],
    wires: chain(new Set(['out']), 'pickups', 'battery', 'out'),
    controls: [...controls],
    hidden: [{ id: 'battery', label: 'BATTERY', value: '9 V', note: 'a plug in OUT switches it on' }],
  };
}

/** Figures of other pickups in both places, and of the pots that go with them. */
function pickupSet(
  id: string,
  name: string,
  words: readonly string[],
  { figures, potOhm }: { readonly figures: Required<PickupFigures>; readonly potOhm: number },
  of: readonly string[] = BRIDGE_AND_NECK,
): FigureSet {
  const at = (
    which: string,
    field: 'rOhm' | 'lHenry' | 'cFarad' | 'eddyOhm' | 'averageDbu' | 'peakDbu' | 'humMvPerUt',
  ) => ({ on: 'pickup', block: 'pickups', pickup: which, field }) as const;
  const of1 = (which: string): FigureSet['figures'] => [
    { at: at(which, 'rOhm'), figure: typical(figures.r) },
    { at: at(which, 'lHenry'), figure: typical(figures.l) },
    { at: at(which, 'cFarad'), figure: typical(figures.c) },
    { at: at(which, 'eddyOhm'), figure: typical(figures.eddy) },
    { at: at(which, 'averageDbu'), figure: decibels(figures.average) },
    { at: at(which, 'peakDbu'), figure: decibels(figures.peak) },
    { at: at(which, 'humMvPerUt'), figure: typical(figures.hum) },
  ];
  return {
    id,
    name,
    words,
    figures: [
      ...of.flatMap(of1),
      { at: { on: 'mode', jack: 'out', mode: 'as-built', field: 'rOut' }, figure: typical(figures.r) },
    ],
    pots: { volume: potOhm, tone: potOhm },
  };
}

const piezo = (id: string, name: string, capacitance: Figure) => ({
  id,
  name,
  cFarad: capacitance,
  averageDbu: decibels(-25),
  peakDbu: decibels(0),
});

const PIEZO_BLOCK: BlockInput = {
  id: 'piezo',
  name: 'Piezo',
  role: 'source',
  states: [on],
  state: 'on',
  pickups: [piezo('saddle', 'Piezo, no preamp', typical(0.5e-9, 1.5e-9))],
};

/** Magnetic pickups at one jack, the piezo of the bridge at another. */
function withPiezo(): KindParts {
  const magnetic = passive(HUMBUCKER, 'humbucker');
  return {
    ...magnetic,
    jacks: [...magnetic.jacks, output('piezo-out', 'PIEZO', {}, OUT)],
    blocks: [...magnetic.blocks, PIEZO_BLOCK],
    wires: [...magnetic.wires, { from: { block: 'piezo', port: 'out' }, to: { jack: 'piezo-out' } }],
  };
}

export const INSTRUMENTS: readonly Kind[] = [
  {
    id: 'guitar',
    name: 'Guitar',
    words: ['guitar', 'gtr', 'electric', 'electric guitar'],
    hint: 'two humbuckers, passive',
    place: 'player',
    parts: passive(HUMBUCKER, 'humbucker'),
    sets: [
      pickupSet('single-coil', 'single-coil', ['single-coil', 'single coil', 'single'], {
        figures: SINGLE,
        potOhm: 250e3,
      }),
      pickupSet('humbucker', 'humbucker', ['humbucker', 'humbuckers'], { figures: HUMBUCKER, potOhm: 500e3 }),
      pickupSet('hot-humbucker', 'hot humbucker', ['hot humbucker', 'hot'], { figures: HOT, potOhm: 500e3 }),
      pickupSet('soapbar', 'soapbar', ['soapbar'], { figures: SOAPBAR, potOhm: 500e3 }),
      pickupSet('mini-humbucker', 'mini humbucker', ['mini humbucker', 'mini'], {
        figures: MINI,
        potOhm: 500e3,
      }),
      pickupSet('baritone', 'baritone', ['baritone', 'bari'], { figures: HUMBUCKER, potOhm: 500e3 }),
    ],
  },
  {
    id: 'active-guitar',
    name: 'Active guitar',
    words: ['active guitar', 'guitar active'],
    hint: 'two active pickups on a battery, low output impedance',
    place: 'player',
    parts: withBattery(ACTIVE, 'active', [
      pot('volume', 'VOLUME', 'level', 25e3, 'battery'),
      pot('tone', 'TONE', 'tone', 25e3, 'battery'),
    ]),
  },
  {
    id: 'piezo-guitar',
    name: 'Guitar with piezo',
    words: ['piezo guitar', 'guitar with piezo', 'guitar piezo', 'hybrid guitar'],
    hint: 'humbuckers at one jack, the bridge’s piezo at another',
    place: 'player',
    parts: withPiezo(),
  },
  {
    id: 'bass',
    name: 'Bass',
    words: ['bass', 'bass guitar', 'passive bass'],
    hint: 'one split-coil pickup, passive',
    place: 'player',
    parts: {
      jacks: [output('out', 'OUT', { rOut: typical(SPLIT_COIL.r) }, OUT)],
      blocks: [source([pickup('split', 'Split coil', SPLIT_COIL)], [], { instrument: 'bass' })],
      wires: chain(new Set(['out']), 'pickups', 'out'),
      controls: [pot('volume', 'VOLUME', 'level', 250e3), pot('tone', 'TONE', 'tone', 250e3)],
    },
  },
  {
    id: 'active-bass',
    name: 'Active bass',
    words: ['active bass', 'bass active'],
    hint: 'two pickups into a preamp on a battery',
    place: 'player',
    parts: withBattery(SPLIT_COIL, 'coil', [
      pot('volume', 'VOLUME', 'level', 25e3, 'battery'),
      tone('bass', 'BASS', 'battery'),
      tone('treble', 'TREBLE', 'battery'),
    ]),
  },
  {
    id: 'acoustic',
    name: 'Acoustic',
    words: ['acoustic', 'acoustic guitar', 'piezo'],
    hint: 'piezo under the saddle, no preamp',
    place: 'player',
    parts: {
      jacks: [output('out', 'OUT', {}, OUT)],
      blocks: [{ ...PIEZO_BLOCK, id: 'pickups' }],
      wires: chain(new Set(['out']), 'pickups', 'out'),
    },
  },
  {
    id: 'electro-acoustic',
    name: 'Electro-acoustic',
    words: ['electro-acoustic', 'electro acoustic', 'acoustic with preamp'],
    hint: 'piezo into a preamp on a battery',
    place: 'player',
    parts: {
      jacks: [output('out', 'OUT', { rOut: typical(500, 2000) }, OUT)],
      blocks: [
        { ...PIEZO_BLOCK, id: 'pickups' },
        {
          id: 'battery',
          name: 'Battery stage',
          role: 'buffer',
          states: [{ ...on, gainSmallDb: decibels(6, 12) }],
          state: 'on',
        },
      ],
      wires: chain(new Set(['out']), 'pickups', 'battery', 'out'),
      controls: [level('volume', 'VOLUME', 'battery', 1), tone('treble', 'TREBLE', 'battery')],
      hidden: [{ id: 'battery', label: 'BATTERY', value: '9 V' }],
    },
  },
  {
    id: 'keyboard',
    name: 'Keyboard',
    words: ['keyboard', 'keys', 'synth', 'drum machine'],
    hint: 'line level, left and right',
    place: 'player',
    parts: {
      jacks: [
        output(
          'left',
          'L MONO',
          { rOut: typical(100, 1000), nominalDbu: decibels(-10, 4) },
          { carries: 'line' },
        ),
        output('right', 'R', { rOut: typical(100, 1000), nominalDbu: decibels(-10, 4) }, { carries: 'line' }),
      ],
      blocks: [{ ...source([]), id: 'keys', name: 'Keys', channelsOut: 2 }],
      wires: [
        { from: { block: 'keys', port: 'out' }, to: { jack: 'left' }, fromChannel: 'left' },
        { from: { block: 'keys', port: 'out' }, to: { jack: 'right' }, fromChannel: 'right' },
      ],
      controls: [level('volume', 'VOLUME', 'keys')],
    },
  },
];
