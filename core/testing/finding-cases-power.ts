// Rigs that show what is found of low voltage, and their neighbours.
import type { EditCall } from '../edits';
import type { Rig } from '../model';
import { build, edited, fourCable } from './build';
import type { Case } from './finding-cases';
import { fedRig } from './supplies';

const replug = (lead: string, jack: string, box = 'supply'): EditCall => ({
  edit: 'replug',
  arguments: { lead, side: 'from', at: [{ box, jack }] },
});

const mainsOf = (volts: number, amps: number): Rig['stage']['mains'] => ({
  volts,
  hertz: 50,
  circuits: [{ id: 'one', name: 'Stage left', amps }],
  outlets: [{ id: 'left', name: 'Left', circuit: 'one', group: '' }],
  earthDifferences: [],
});
const onStage = (): Rig =>
  edited(
    fourCable(),
    { edit: 'setMains', arguments: { mains: mainsOf(230, 16) } },
    { edit: 'setWallOutlet', arguments: { box: 'valve-head', jack: 'mains', outlet: 'left' } },
    { edit: 'setPlateVolts', arguments: { box: 'valve-head', volts: [230] } },
  );

/** A microphone in front of a combo, into a desk. */
const miked = (mic: string): Rig =>
  build(
    `guitar, combo, ${mic}, desk`,
    'guitar/out > combo/input',
    `combo/air ~ ${mic.replaceAll(' ', '-')}/air`,
    `${mic.replaceAll(' ', '-')}/out - desk/ch-1`,
  );
const phantom = (is: 'on' | 'off'): EditCall => ({
  edit: 'setPhantom',
  arguments: { box: 'desk', jack: 'ch-1', is },
});

export const POWER_CASES: readonly Case[] = [
  {
    code: 'SAFE-PHANTOM',
    sound: () => miked('ribbon microphone'),
    spoil: phantom('on'),
    first: 'ribbon-microphone/out',
    severity: 'caution',
  },
  {
    code: 'PHANTOM-WANTED',
    sound: () => edited(miked('condenser microphone'), phantom('on')),
    spoil: phantom('off'),
    first: 'condenser-microphone/out',
    severity: 'fault',
  },
  {
    code: 'SAFE-MAINSVOLT',
    sound: onStage,
    spoil: { edit: 'setMains', arguments: { mains: mainsOf(120, 16) } },
    first: 'valve-head',
    severity: 'danger',
    cure: 'none',
  },
  {
    code: 'SAFE-MAINS',
    sound: onStage,
    spoil: { edit: 'setMains', arguments: { mains: mainsOf(230, 0.5) } },
    first: 'valve-head',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'SAFE-HEAT',
    sound: fourCable,
    spoil: { edit: 'setEnclosed', arguments: { id: 'backline', enclosed: true } },
    first: 'valve-head',
    severity: 'danger',
    cure: 'none',
  },
  {
    code: 'SAFE-DCVOLT',
    sound: () => fedRig([{ outlets: [{}, { volts: 18 }] }], [{ milliamps: 20, at: 'supply/out-1' }]),
    spoil: replug('lead-1', 'out-2'),
    first: 'pedal-1',
    severity: 'danger',
  },
  {
    code: 'SAFE-DCPOL',
    sound: () =>
      fedRig([{ outlets: [{}, { polarity: 'centre-positive' }] }], [{ milliamps: 20, at: 'supply/out-1' }]),
    spoil: replug('lead-1', 'out-2'),
    first: 'pedal-1',
    severity: 'danger',
  },
  {
    code: 'SAFE-DCAC',
    sound: () => fedRig([{ outlets: [{}, { kind: 'ac' }] }], [{ milliamps: 20, at: 'supply/out-1' }]),
    spoil: replug('lead-1', 'out-2'),
    first: 'pedal-1',
    severity: 'danger',
  },
  {
    code: 'SAFE-POSGND',
    sound: () =>
      fedRig(
        [{ outlets: [{ group: 'a' }, { group: 'a' }, {}] }],
        [
          { milliamps: 5, positiveGround: true, at: 'supply/out-3' },
          { milliamps: 20, at: 'supply/out-1' },
        ],
      ),
    spoil: replug('lead-1', 'out-2'),
    first: 'pedal-1',
    severity: 'danger',
  },
  {
    code: 'DC-CURRENT',
    sound: () =>
      fedRig(
        [{ outlets: [{ milliamps: 500 }, { milliamps: 100 }] }],
        [{ milliamps: 300, at: 'supply/out-1' }],
      ),
    spoil: replug('lead-1', 'out-2'),
    first: 'supply/out-2',
    severity: 'fault',
  },
  {
    code: 'DC-TOTAL',
    sound: () =>
      fedRig(
        [{ total: 100, outlets: [{}, {}] }, { outlets: [{}] }],
        [
          { milliamps: 80, at: 'supply/out-1' },
          { milliamps: 80, at: 'supply-2/out-1' },
        ],
      ),
    spoil: replug('lead-2', 'out-2'),
    first: 'supply',
    severity: 'fault',
  },
  {
    code: 'DC-UNDER',
    sound: () =>
      fedRig(
        [{ outlets: [{ volts: 18 }, { volts: 9 }] }],
        [{ low: 18, high: 18, milliamps: 20, at: 'supply/out-1' }],
      ),
    spoil: replug('lead-1', 'out-2'),
    first: 'pedal-1',
    severity: 'fault',
  },
  {
    code: 'DC-UNFED',
    sound: () =>
      fedRig(
        [{ outlets: [{}, {}] }],
        [
          { milliamps: 20, at: 'supply/out-1' },
          { milliamps: 20, at: 'supply/out-2' },
        ],
      ),
    spoil: { edit: 'unplug', arguments: { lead: 'lead-1', side: 'from' } },
    first: 'pedal-1',
    severity: 'fault',
  },
];
