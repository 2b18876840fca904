// What edits refuse of names and figures, each in its own words, and the last that is still taken.
import { describe, expect, test } from '@jest/globals';
import { LIMITS } from '../model';
import { rigForEdits } from '../testing/edit-cases';
import { A_NAME, LONG, refusal, type EditName, type Refused, type Taken } from '../testing/refused';
import { applyEdit, type SingleEdit } from './index';

const rig = rigForEdits();
const FULL = LONG.slice(1);
const NOTES = 'x'.repeat(LIMITS.notesLength + 1);
const box = (id: string) => rig.boxes.find((one) => one.id === id)!;
const KNOB = box('fuzz').controls[0]!.id;
const fuzz = { ...box('fuzz'), id: 'new', tag: 'NEW', name: 'New' };

const names = (
  edit: EditName,
  args: (name: string) => object,
  empty: string,
  most: string,
): readonly Refused[] => [
  [edit, args(' '), empty],
  [edit, args(LONG), most],
];
const OF_BOX = `The name of a box has at most ${LIMITS.nameLength} characters.`;
const SOME_NOTES = `Notes have at most ${LIMITS.notesLength} characters.`;

describe('names and notes', () => {
  test.each<Refused>([
    ...names('renameBox', (name) => ({ id: 'fuzz', name }), 'The name of a box cannot be empty.', OF_BOX),
    ...names('addBox', (name) => ({ box: { ...fuzz, name } }), 'The name of a box cannot be empty.', OF_BOX),
    ...names('setTitle', (title) => ({ title }), 'A rig needs a name.', A_NAME),
    ...names('renameSound', (name) => ({ id: 'sound-1', name }), 'A name cannot be empty.', A_NAME),
    ...names('renameVariant', (name) => ({ id: 'night', name }), 'A name cannot be empty.', A_NAME),
    ...names('renamePlace', (name) => ({ id: 'wing', name }), 'The name of a place cannot be empty.', A_NAME),
    ...names(
      'nameLoom',
      (name) => ({ id: 'loom', name, leads: ['lead-3'] }),
      'The name of a loom cannot be empty.',
      A_NAME,
    ),
    ['setVentilation', { id: 'wing', ventilation: LONG }, `At most ${LIMITS.nameLength} characters.`],
    ['setBoxNotes', { id: 'fuzz', notes: NOTES }, SOME_NOTES],
    ['setRigNotes', { notes: NOTES }, SOME_NOTES],
    ['setLeadNotes', { id: 'lead-1', notes: NOTES }, SOME_NOTES],
    ['setSoundNotes', { id: 'sound-1', notes: NOTES }, SOME_NOTES],
    ['setTag', { id: 'fuzz', tag: '' }, `A tag has 1 to ${LIMITS.tagLength} characters.`],
    ['setTag', { id: 'fuzz', tag: 'VALVE' }, 'The tag VALVE belongs to Valve head already.'],
  ])('%s refuses %j', (name, args, message) => {
    expect(refusal(rig, name, args)).toBe(message);
  });

  test.each<Taken>([
    ['renameBox', { id: 'fuzz', name: FULL }],
    ['setTag', { id: 'fuzz', tag: 'FUZZ' }],
    ['setTitle', { title: FULL }],
    ['setVentilation', { id: 'wing', ventilation: ' ' }],
    ['setBoxNotes', { id: 'fuzz', notes: NOTES.slice(1) }],
  ])('%s takes %j', (name, args) => {
    expect(refusal(rig, name, args)).toBeNull();
  });
});

describe('figures out of their range', () => {
  test.each<Refused>([
    ['setDrop', { id: 'fuzz', dropM: -0.1 }, `A drop is 0 to ${LIMITS.lengthM} m.`],
    ['setDrop', { id: 'fuzz', dropM: LIMITS.lengthM + 1 }, `A drop is 0 to ${LIMITS.lengthM} m.`],
    ['setLeadLength', { id: 'lead-1', lengthM: -1, by: 'hand' }, `A lead is 0 to ${LIMITS.lengthM} m long.`],
    ['setStock', { stockM: [] }, 'Stock lengths are over 0 m.'],
    ['setStock', { stockM: [3, 0] }, 'Stock lengths are over 0 m.'],
    ['setCable', { id: 'lead-1', faradPerM: 0 }, 'A cable has more than 0 pF/m.'],
    [
      'setPot',
      { box: 'fuzz', control: KNOB, pot: { type: 'pot', ohm: 0, taper: 'audio' } },
      'A pot has more than 0 ohm.',
    ],
    [
      'setRange',
      { box: 'fuzz', control: KNOB, range: { lo: -121, hi: 0 } },
      'A knob reaches 120 dB at most.',
    ],
    [
      'setRange',
      { box: 'fuzz', control: KNOB, range: { lo: 3, hi: 3 } },
      'A knob that changes nothing is none.',
    ],
    ['setPlaceField', { id: 'wing', fieldUt: 1000.5 }, 'A field is 0 to 1000 µT.'],
    ['setPlaceField', { id: 'wing', fieldUt: -1 }, 'A field is 0 to 1000 µT.'],
    [
      'setEarthDifference',
      { a: 'left', b: 'right', volts: 51 },
      'Earths differ by 0 to 50 V; what is more is no difference between earths.',
    ],
    ['setEarthDifference', { a: 'left', b: 'left', volts: 1 }, 'An earth difference is between two outlets.'],
    ['setPlateVolts', { box: 'valve-head', volts: [] }, 'A plate names one to eight voltages.'],
    ['setPlateVolts', { box: 'valve-head', volts: [49] }, 'Volts on a plate are 50 to 500.'],
    ['setPlateVolts', { box: 'fuzz', volts: [230] }, 'Fuzz has no mains of its own.'],
    ['setSoundLevel', { id: 'sound-1', levelDb: -41 }, 'A sound is 40 dB louder or softer at most.'],
    [
      'setControl',
      { box: 'fuzz', control: KNOB, position: 1.01, basis: null, scope: { layer: 'rest' } },
      'A knob stands between 0 and 1.',
    ],
    [
      'setMoves',
      { sound: 'sound-1', pedal: 'fuzz', moves: { box: 'fuzz', control: KNOB, heel: -0.1 } },
      'A position is from 0 to 1.',
    ],
  ])('%s refuses %j', (name, args, message) => {
    expect(refusal(rig, name, args)).toBe(message);
  });

  test.each<Taken>([
    ['setDrop', { id: 'fuzz', dropM: 0 }],
    ['setRange', { box: 'fuzz', control: KNOB, range: { lo: -120, hi: 120 } }],
    ['setPlaceField', { id: 'wing', fieldUt: 1000 }],
    ['setEarthDifference', { a: 'left', b: 'right', volts: 50 }],
    ['setPlateVolts', { box: 'valve-head', volts: [50, 500] }],
    ['setSoundLevel', { id: 'sound-1', levelDb: -40 }],
  ])('%s takes %j', (name, args) => {
    expect(refusal(rig, name, args)).toBeNull();
  });

  test('the difference between two earths stands once, whichever is named first', () => {
    const calls: SingleEdit[] = [
      { edit: 'setEarthDifference', arguments: { a: 'left', b: 'right', volts: 2 } },
      { edit: 'setEarthDifference', arguments: { a: 'right', b: 'left', volts: 3 } },
    ];
    const after = calls.reduce((now, call) => applyEdit(now, call).rig, rig);
    expect(after.stage.mains.earthDifferences).toEqual([{ a: 'right', b: 'left', volts: 3 }]);
  });
});

const SOUND = { sound: 'sound-1' };
const REST = { scope: { layer: 'rest' } };
const missing = (what: string) => `There is no ${what} "gone" in this rig.`;

describe('what is set of a part that there is not', () => {
  test.each<Refused>([
    ['setProgram', { ...SOUND, box: 'gone', shown: '1' }, missing('box')],
    ['setProgram', { ...SOUND, box: 'fuzz', shown: 'x'.repeat(21) }, 'A program is 1 to 20 signs.'],
    ['setDialled', { ...SOUND, box: 'gone', dialled: '1' }, missing('box')],
    ['setDialled', { ...SOUND, box: 'fuzz', dialled: ' ' }, 'What is dialled has 1 to 20 signs.'],
    ['setTails', { ...SOUND, box: 'fuzz', block: 'gone', tails: 'cut' }, missing('block')],
    ['setMoves', { ...SOUND, pedal: 'gone', moves: null }, missing('box')],
    ['setMoves', { ...SOUND, pedal: 'fuzz', moves: { box: 'fuzz', control: 'gone' } }, missing('control')],
    [
      'setMoves',
      { ...SOUND, pedal: 'fuzz', moves: { box: 'fuzz', control: KNOB, engages: 'gone' } },
      missing('block'),
    ],
    ['setStored', { box: 'fuzz', sound: 'gone', stored: null }, missing('sound')],
    ['addVariant', { variant: { ...rig.variants[0], id: 'new', name: ' ' } }, 'A name cannot be empty.'],
    ['setBlockState', { ...REST, box: 'fuzz', block: 'fuzz', state: 'gone' }, 'Fuzz has no state "gone".'],
    ['setMode', { ...REST, box: 'fuzz', jack: 'in', mode: 'gone' }, 'IN has no mode "gone".'],
    ['setPatch', { ...REST, box: 'fuzz', patch: 'gone' }, missing('inner wiring')],
    [
      'wireInside',
      { box: 'fuzz', patch: 'other', wires: [{ from: { jack: 'in' }, to: { block: 'gone', port: 'in' } }] },
      'A wire ends at no jack or block of Fuzz.',
    ],
    ['renamePatch', { box: 'fuzz', patch: 'other', name: ' ' }, 'An inner wiring has a name.'],
    ['renamePatch', { box: 'fuzz', patch: 'other', name: LONG }, A_NAME],
    ['removePatch', { box: 'fuzz', patch: box('fuzz').patch }, 'The inner wiring at rest cannot be removed.'],
  ])('%s refuses %j', (name, args, message) => {
    expect(refusal(rig, name, args)).toBe(message);
  });

  test('a unit takes as many blocks as it has room for', () => {
    const unit = box('multi-effects');
    const full = (blocks: number) => ({
      ...rig,
      boxes: rig.boxes.map((one) => (one.id === unit.id ? { ...unit, slots: { blocks } } : one)),
    });
    const block = { ...unit.blocks.find(({ id }) => id === 'delay')!, id: 'delay-2' };
    const args = { box: unit.id, block };
    expect(refusal(full(unit.blocks.length), 'addBlock', args)).toBe(
      `Multi-effects has room for ${unit.blocks.length} blocks.`,
    );
    expect(refusal(full(unit.blocks.length + 1), 'addBlock', args)).toBeNull();
  });
});
