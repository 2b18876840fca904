// What edits refuse, each in its own words, and the last that is still taken.
import { describe, expect, test } from '@jest/globals';
import { LIMITS, makePlace, makeSound, type Rig } from '../model';
import { lead } from '../testing/rigs';
import { rigForEdits } from '../testing/edit-cases';
import { applyEdit, EditError, type SingleEdit } from './index';

type Name = SingleEdit['edit'];
/** The arguments come from anywhere: what is refused need not be of their types. */
type Row = readonly [Name, object, string];

const rig = rigForEdits();
const LONG = 'x'.repeat(LIMITS.nameLength + 1);
const FULL = 'x'.repeat(LIMITS.nameLength);
const NOTES = 'x'.repeat(LIMITS.notesLength + 1);
const box = (id: string) => rig.boxes.find((one) => one.id === id)!;
const KNOB = box('fuzz').controls[0]!.id;
const fuzz = { ...box('fuzz'), id: 'new', tag: 'NEW', name: 'New' };

/** What an edit is refused with; null: it is taken. */
function refusal(of: Rig, name: Name, args: object): string | null {
  try {
    applyEdit(of, { edit: name, arguments: args } as SingleEdit);
    return null;
  } catch (error) {
    expect(error).toBeInstanceOf(EditError);
    return (error as Error).message;
  }
}

const names = (edit: Name, args: (name: string) => object, empty: string, most: string): readonly Row[] => [
  [edit, args(' '), empty],
  [edit, args(LONG), most],
];
const A_NAME = `A name has at most ${LIMITS.nameLength} characters.`;
const OF_BOX = `The name of a box has at most ${LIMITS.nameLength} characters.`;
const SOME_NOTES = `Notes have at most ${LIMITS.notesLength} characters.`;

describe('names and notes', () => {
  test.each<Row>([
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

  test.each<readonly [Name, object]>([
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
  test.each<Row>([
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

  test.each<readonly [Name, object]>([
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

const REPLUG = { lead: 'lead-1', at: [{ box: 'fuzz', jack: 'in' }] };

describe('what is not there, or is something else', () => {
  test.each<Row>([
    ['addBox', { box: { ...fuzz, place: 'nowhere' } }, 'There is no place "nowhere" in this rig.'],
    ['moveToPlace', { id: 'fuzz', place: 'nowhere', order: 0 }, 'There is no place "nowhere" in this rig.'],
    ['replug', { ...REPLUG, side: 'middle' }, 'A lead has the ends from and to, not "middle".'],
    ['replug', { ...REPLUG, side: 'to', at: [] }, 'Re-plugging wants a jack; unplug loosens an end.'],
    ['setPickups', { box: 'fuzz', block: 'fuzz', inside: {} }, 'Fuzz has no pickups.'],
    [
      'setPickups',
      {
        box: 'guitar',
        block: box('guitar').blocks[0]!.id,
        inside: { combinations: [{ name: 'Nowhere', joined: 'parallel', coils: [] }] },
      },
      'The selector has no position "Nowhere".',
    ],
    [
      'setLeadBreak',
      { id: 'lead-6', break: { kind: 'shield', end: 'to' } },
      'Lead 6 is no lead of the signal: nothing in it may be opened.',
    ],
    [
      'setEarthProved',
      { box: 'fuzz', proved: { by: 'A', date: '2026-03-01' } },
      'Fuzz has no safety earth of its own.',
    ],
    [
      'setEarthProved',
      { box: 'valve-head', proved: { by: ' ', date: '2026-03-01' } },
      'Say who proved the earth.',
    ],
    ['setWallOutlet', { box: 'fuzz', jack: 'in', outlet: 'left' }, 'IN of Fuzz takes no mains.'],
    ['setPhantom', { box: 'fuzz', jack: 'in', is: 'on' }, 'IN of Fuzz gives no 48 V.'],
    [
      'setMidi',
      {
        box: 'multi-effects',
        midi: {
          ccs: [
            { id: 'a', cc: 20, does: 'switch' },
            { id: 'a', cc: 21, does: 'switch' },
          ],
        },
      },
      'Two control changes have the same id.',
    ],
    ['setWiper', { box: 'fuzz', jack: 'in', wiper: 'tip' }, 'IN is no jack for expression.'],
    [
      'setCalibrated',
      { box: 'fuzz', calibrated: { at: 'x', heel: 5, toe: 5, date: '2026-03-01' } },
      'Heel and toe show the same: it is not calibrated.',
    ],
    [
      'splitLoom',
      { from: { id: 'a', name: 'A', leads: ['lead-3'] }, to: { id: 'a', name: 'B', leads: ['lead-4'] } },
      'A loom is split into two.',
    ],
    ['nameLoom', { id: 'loom', name: 'Loom', leads: [] }, 'A loom has at least one lead.'],
    ['addSound', { sound: makeSound('all', 'All'), index: 0 }, '"all" stands for every sound together.'],
    ['setGuitar', { sound: 'sound-1', guitar: 'fuzz', pickup: null }, 'Fuzz is no instrument.'],
    ['renumber', { numbers: { 'lead-1': 2 } }, 'Two leads cannot have the same number.'],
    ['setMatters', { order: ['a', 'a'] }, 'Each thing that matters is named once.'],
    ['followBase', { variant: 'night', lead: 'lead-1' }, 'It lies as in the base already.'],
  ])('%s refuses %j', (name, args, message) => {
    expect(refusal(rig, name, args)).toBe(message);
  });

  test('a stage keeps its last place, and one that something stands in; a rig its last sound', () => {
    expect(refusal(rig, 'removePlace', { id: box('fuzz').place })).toMatch(
      / still stands in .+: move it first\.$/,
    );
    const bare = {
      ...rig,
      boxes: [],
      leads: [],
      stage: { ...rig.stage, places: [makePlace('wing', 'Wing')] },
    };
    expect(refusal(bare, 'removePlace', { id: 'wing' })).toBe('A stage has at least one place.');
    const one = applyEdit(rig, { edit: 'removeSound', arguments: { id: 'sound-2' } }).rig;
    expect(refusal(one, 'removeSound', { id: 'sound-1' })).toBe('A rig has at least one sound.');
  });

  test('no more boxes and leads than a rig may hold', () => {
    const boxes = Array.from({ length: LIMITS.boxes }, (_, i) => ({ ...fuzz, id: `b${i}`, tag: `T${i}` }));
    expect(refusal({ ...rig, boxes }, 'addBox', { box: fuzz })).toBe(
      `A rig has at most ${LIMITS.boxes} boxes.`,
    );
    const leads = Array.from({ length: LIMITS.leads }, (_, i) => ({
      ...rig.leads[0]!,
      id: `l${i}`,
      number: i + 1,
    }));
    expect(
      refusal({ ...rig, leads }, 'plug', { lead: lead(LIMITS.leads + 1, 'guitar/out', 'fuzz/in') }),
    ).toBe(`A rig has at most ${LIMITS.leads} leads.`);
  });
});

const RULE = { id: 'rule', kind: 'never', words: '' };
const MEMBER = { box: 'fuzz', block: 'fuzz' };
const FREE = { id: 's', label: 'A', does: 'free' };
const SLOT = {
  id: 'new',
  box: 'multi-effects',
  switch: 'switch-a',
  bank: 0,
  act: { type: 'sound', sound: 'sound-1' },
};

describe('songs, rules, switches', () => {
  const song = { id: 'new', name: 'New', sounds: [], guitar: null, notes: '' };
  test.each<Row>([
    ['addSong', { song: { ...song, name: ' ' }, index: 0 }, 'A song has a name.'],
    ['addSong', { song: { ...song, capo: 25 }, index: 0 }, 'A capo is at fret 0 to 24.'],
    ['addSong', { song: { ...song, capo: 1.5 }, index: 0 }, 'A capo is at fret 0 to 24.'],
    ['addSong', { song: { ...song, guitar: 'fuzz' }, index: 0 }, 'Fuzz is no instrument.'],
    ['setRule', { rule: { ...RULE, members: [MEMBER] } }, 'A rule is of two things at least.'],
    [
      'setRule',
      { rule: { ...RULE, members: Array(13).fill(MEMBER) } },
      'A rule is of twelve things at most.',
    ],
    ['assignSwitch', { assignment: { ...SLOT, switch: 'gone' } }, 'Multi-effects has no free switch "gone".'],
    ['assignSwitch', { assignment: { ...SLOT, bank: 999 } }, 'Multi-effects has no bank 1000.'],
    ['setSwitches', { box: 'fuzz', switches: [FREE, FREE], banks: null }, 'Two switches have the same id.'],
    [
      'setSwitches',
      { box: 'fuzz', switches: [{ ...FREE, label: ' ' }], banks: null },
      'A switch has a printed name.',
    ],
    [
      'setSwitches',
      { box: 'fuzz', switches: [FREE], banks: { count: 0, key: null } },
      'A box has 1 to 999 banks.',
    ],
    [
      'setSwitches',
      {
        box: 'fuzz',
        switches: Array.from({ length: 65 }, (_, i) => ({ ...FREE, id: `s${i}` })),
        banks: null,
      },
      'A box has at most 64 switches.',
    ],
  ])('%s refuses %j', (name, args, message) => {
    expect(refusal(rig, name, args)).toBe(message);
  });
});
