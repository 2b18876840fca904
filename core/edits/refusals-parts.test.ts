// What edits refuse because it is not there, is something else, or cannot stand together.
import { describe, expect, test } from '@jest/globals';
import { LIMITS, makePlace, makeSound } from '../model';
import { rigForEdits } from '../testing/edit-cases';
import { A_NAME, LONG, refusal, type Refused, type Taken } from '../testing/refused';
import { lead } from '../testing/rigs';
import { applyEdit } from './index';

const rig = rigForEdits();
const box = (id: string) => rig.boxes.find((one) => one.id === id)!;
const fuzz = { ...box('fuzz'), id: 'new', tag: 'NEW', name: 'New' };
const REPLUG = { lead: 'lead-1', at: [{ box: 'fuzz', jack: 'in' }] };

const CAB = { box: 'multi-effects', block: 'cab' };
const EQ = { ...CAB, scope: { layer: 'rest' } };
const IMPULSE = {
  name: 'Room',
  sha256: 'a'.repeat(64),
  rateHz: 48_000,
  curveDb: Array.from({ length: 97 }, () => -3),
};
const BAND = { type: 'peak', hz: 800 };

describe('equalisers and impulse responses', () => {
  test.each<Refused>([
    ['setEq', { ...EQ, block: 'delay', eq: { gainsDb: [] } }, 'Delay is no equaliser and no cabinet model.'],
    ['setEq', { ...EQ, eq: { gainsDb: [-41] } }, 'A band goes from −40 to +40 dB.'],
    ['setEq', { ...EQ, eq: { gainsDb: Array(32).fill(0) } }, 'A band goes from −40 to +40 dB.'],
    ['setEq', { ...EQ, eq: { gainsDb: [], lowCutHz: 0 } }, 'A cut stands between 0 and 100 kHz.'],
    ['setEq', { ...EQ, eq: { gainsDb: [], highCutHz: 100_001 } }, 'A cut stands between 0 and 100 kHz.'],
    ['setImpulse', { ...CAB, block: 'delay', impulse: IMPULSE }, 'Delay is no cabinet model.'],
    ['setImpulse', { ...CAB, impulse: { ...IMPULSE, name: LONG } }, A_NAME],
    [
      'setImpulse',
      { ...CAB, impulse: { ...IMPULSE, sha256: 'A'.repeat(64) } },
      'A fingerprint has 64 digits from 0 to f.',
    ],
    ['setImpulse', { ...CAB, impulse: { ...IMPULSE, rateHz: 0 } }, 'A sample rate is over 0 Hz.'],
    [
      'setImpulse',
      { ...CAB, impulse: { ...IMPULSE, curveDb: IMPULSE.curveDb.slice(1) } },
      'A curve has 97 points of 0 dB or less.',
    ],
    [
      'setImpulse',
      { ...CAB, impulse: { ...IMPULSE, curveDb: IMPULSE.curveDb.with(5, 0.1) } },
      'A curve has 97 points of 0 dB or less.',
    ],
    ['setBands', { ...CAB, bands: [] }, 'An equaliser has 1 to 31 bands.'],
    ['setBands', { ...CAB, bands: Array(32).fill(BAND) }, 'An equaliser has 1 to 31 bands.'],
    [
      'setBands',
      { ...CAB, bands: [{ ...BAND, q: 31 }] },
      'A band stands between 0 and 100 kHz, with a Q from 0 to 30.',
    ],
    [
      'setBands',
      { ...CAB, bands: [{ ...BAND, hz: -1 }] },
      'A band stands between 0 and 100 kHz, with a Q from 0 to 30.',
    ],
  ])('%s refuses %j', (name, args, message) => {
    expect(refusal(rig, name, args)).toBe(message);
  });

  test.each<Taken>([
    ['setEq', { ...EQ, eq: { gainsDb: [40, -40], lowCutHz: 0.1, highCutHz: 100_000 } }],
    ['setImpulse', { ...CAB, impulse: IMPULSE }],
    ['setBands', { ...CAB, bands: Array(31).fill({ ...BAND, q: 30 }) }],
  ])('%s takes %j', (name, args) => {
    expect(refusal(rig, name, args)).toBeNull();
  });
});

const outlet = (id: string, circuit: string) => ({ id, name: id, circuit, group: '' });
const mains = (circuits: readonly string[], outlets: readonly object[], between: readonly string[] = []) => ({
  mains: {
    circuits: circuits.map((id) => ({ id, name: id })),
    outlets,
    earthDifferences: between.length > 0 ? [{ a: between[0], b: between[1], volts: 1 }] : [],
  },
});

describe('the mains of a stage', () => {
  test.each<Refused>([
    ['setMains', mains(['one', 'one'], []), 'Two of the mains have the same id.'],
    [
      'setMains',
      mains(['one'], [outlet('a', 'one'), outlet('a', 'one')]),
      'Two of the mains have the same id.',
    ],
    ['setMains', mains(['one'], [outlet('a', 'two')]), 'There is no circuit "two" in this rig.'],
    [
      'setMains',
      mains(['one'], [outlet('a', 'one')], ['a', 'b']),
      'There is no mains outlet "b" in this rig.',
    ],
  ])('%s refuses %j', (name, args, message) => {
    expect(refusal(rig, name, args)).toBe(message);
  });
});

describe('what is not there, or is something else', () => {
  test.each<Refused>([
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
    [
      'setPickups',
      {
        box: 'guitar',
        block: box('guitar').blocks[0]!.id,
        inside: {
          combinations: [
            {
              name: box('guitar').blocks[0]!.selector[0],
              joined: 'parallel',
              coils: [{ pickup: 'gone' }],
            },
          ],
        },
      },
      'There is no pickup "gone" in this rig.',
    ],
    [
      'insertInLead',
      {
        lead: 'lead-2',
        into: { box: 'fuzz', jack: 'in' },
        outOf: { box: 'fuzz', jack: 'out' },
        rest: lead(9, 'guitar/out', 'fuzz/in'),
        scope: { layer: 'variant', id: 'night' },
      },
      'Lead 2 goes nowhere: plug its far end first.',
    ],
    [
      'setMidi',
      { box: 'multi-effects', midi: { ccs: [{ id: 'a', cc: 20, does: 'switch', control: 'gone' }] } },
      'There is no control "gone" in this rig.',
    ],
    [
      'setMidi',
      { box: 'multi-effects', midi: { ccs: [{ id: 'a', cc: 20, does: 'switch', block: 'gone' }] } },
      'There is no block "gone" in this rig.',
    ],
    [
      'setSent',
      { box: 'multi-effects', sent: [{ id: 'a', to: 'gone', ccs: [] }] },
      'There is no box "gone" in this rig.',
    ],
    [
      'setStateProgram',
      { box: 'valve-head', block: 'preamp', state: 'clean', program: ' ' },
      'A program is 1 to 20 signs.',
    ],
    ['plug', { lead: lead(1, 'guitar/out', 'fuzz/in') }, 'There is a lead "lead-1" already.'],
    ['plug', { lead: { ...lead(1, 'guitar/out', 'fuzz/in'), id: 'new' } }, 'Lead number 1 is taken.'],
    ['renumber', { numbers: { 'lead-1': 2 } }, 'Two leads cannot have the same number.'],
    ['setMatters', { order: ['a', 'a'] }, 'Each thing that matters is named once.'],
    ['setMatters', { order: Array.from({ length: 41 }, (_, i) => `m${i}`) }, 'At most 40 things can matter.'],
    ['addSound', { sound: makeSound('new', ' '), index: 0 }, 'A name cannot be empty.'],
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
  test.each<Refused>([
    ['addSong', { song: { ...song, name: ' ' }, index: 0 }, 'A song has a name.'],
    ['addSong', { song: { ...song, capo: 25 }, index: 0 }, 'A capo is at fret 0 to 24.'],
    ['addSong', { song: { ...song, capo: 1.5 }, index: 0 }, 'A capo is at fret 0 to 24.'],
    ['addSong', { song: { ...song, guitar: 'fuzz' }, index: 0 }, 'Fuzz is no instrument.'],
    ['addSong', { song: { ...song, sounds: ['gone'] }, index: 0 }, 'There is no sound "gone" in this rig.'],
    ['setSong', { song: { ...song, id: 'gone' } }, 'There is no song "gone" in this rig.'],
    [
      'setRule',
      { rule: { ...RULE, members: [MEMBER, { box: 'fuzz', block: 'gone' }] } },
      'There is no block "gone" in this rig.',
    ],
    ['setRule', { rule: { ...RULE, members: [MEMBER] } }, 'A rule is of two things at least.'],
    [
      'setRule',
      { rule: { ...RULE, members: Array(13).fill(MEMBER) } },
      'A rule is of twelve things at most.',
    ],
    ['assignSwitch', { assignment: { ...SLOT, switch: 'gone' } }, 'Multi-effects has no free switch "gone".'],
    ['assignSwitch', { assignment: { ...SLOT, bank: 999 } }, 'Multi-effects has no bank 1000.'],
    [
      'assignSwitch',
      { assignment: { ...SLOT, act: { type: 'sound', sound: 'gone' } } },
      'There is no sound "gone" in this rig.',
    ],
    [
      'assignSwitch',
      { assignment: { ...SLOT, act: { type: 'steps', blocks: [{ box: 'fuzz', block: 'gone' }] } } },
      'There is no block "gone" in this rig.',
    ],
    [
      'setSwitches',
      { box: 'fuzz', switches: [{ ...FREE, blocks: ['gone'] }], banks: null },
      'There is no block "gone" in this rig.',
    ],
    [
      'setSwitches',
      { box: 'fuzz', switches: [{ ...FREE, jack: 'gone' }], banks: null },
      'There is no jack "gone" in this rig.',
    ],
    [
      'assignSwitch',
      { assignment: { ...SLOT, id: 'slot-1', switch: 'switch-b' } },
      'The id "slot-1" is taken.',
    ],
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
