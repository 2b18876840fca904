import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { editSeeds, playEdits } from '../testing/arbitrary';
import { Met } from '../testing/met';
import { at, emptyRig, guitar, lead, pedal } from '../testing/rigs';
import { EditError, applyEdit, type EditCall } from './index';
import { readRig, writeRig } from '../file';
import { checkInvariants, freshId, makeTag, patchRig, type Rig } from '../model';

const apply = (rig: Rig, ...calls: EditCall[]): Rig => calls.reduce((r, call) => applyEdit(r, call).rig, rig);

const small = (): Rig =>
  apply(
    emptyRig(),
    { edit: 'addBox', arguments: { box: guitar('guitar') } },
    { edit: 'addBox', arguments: { box: pedal('fuzz', { order: 1 }) } },
    { edit: 'addBox', arguments: { box: pedal('drive', { order: 2 }) } },
    { edit: 'plug', arguments: { lead: lead(1, 'guitar/out', 'fuzz/in') } },
    { edit: 'plug', arguments: { lead: lead(2, 'fuzz/out', 'drive/in') } },
  );

describe('laws of every sequence of edits', () => {
  test('the invariants hold, and the text of the file gives the same document', () => {
    const met = new Met();
    fc.assert(
      fc.property(editSeeds, (seeds) => {
        const rig = playEdits(small(), seeds, (_before, applied) => {
          expect(checkInvariants(applied.rig)).toEqual([]);
          met.count('edits');
        });
        const read = readRig(writeRig(rig, { withNames: true }));
        expect(read.ok && read.rig).toEqual(rig);
        met.count('leads', rig.leads.length);
        met.count('variants', rig.variants.length);
      }),
      { numRuns: 150 },
    );
    met.atLeast({ edits: 300, leads: 100, variants: 10 });
  });

  test('every edit undone restores the document, and its patches do it again', () => {
    const met = new Met();
    fc.assert(
      fc.property(editSeeds, (seeds) => {
        playEdits(small(), seeds, (before, applied) => {
          expect(patchRig(applied.rig, applied.inverse)).toEqual(before);
          expect(patchRig(before, applied.patches)).toEqual(applied.rig);
          met.count(applied.patches.length > 0 ? 'changes' : 'nothing changed');
        });
      }),
      { numRuns: 150 },
    );
    met.atLeast({ changes: 300 });
  });
});

describe('leads', () => {
  test('inserting keeps the number on the part still plugged at its source', () => {
    const rig = apply(
      small(),
      { edit: 'addBox', arguments: { box: pedal('boost', { order: 1.5 }) } },
      {
        edit: 'insertInLead',
        arguments: {
          lead: 'lead-2',
          into: at('boost/in'),
          outOf: at('boost/out'),
          rest: lead(3, 'x/x', 'x/x'),
        },
      },
    );
    const ends = rig.leads.map((l) => [l.number, l.from.at[0], l.to.at[0]]);
    expect(ends).toEqual([
      [1, at('guitar/out'), at('fuzz/in')],
      [2, at('fuzz/out'), at('boost/in')],
      [3, at('boost/out'), at('drive/in')],
    ]);
  });

  test('a jack holds one plug; the message names box, jack and lead', () => {
    expect(() =>
      apply(small(), { edit: 'plug', arguments: { lead: lead(9, 'drive/out', 'fuzz/in') } }),
    ).toThrow('IN of fuzz already holds lead 1.');
  });

  test('a lead with both ends loose is put away with its number', () => {
    const rig = apply(small(), { edit: 'putAway', arguments: { lead: 'lead-2' } });
    expect(rig.leads[1]).toMatchObject({ number: 2, from: { at: [] }, to: { at: [] } });
  });

  test('in a variant it is plugged otherwise, and the base keeps its wiring', () => {
    const base = apply(small(), {
      edit: 'addVariant',
      arguments: {
        variant: {
          id: 'direct',
          name: 'Direct night',
          leads: {},
          state: { blocks: {}, modes: {}, controls: {}, patches: {} },
          notes: '',
        },
      },
    });
    const rig = apply(base, {
      edit: 'unplug',
      arguments: { lead: 'lead-2', side: 'to', scope: { layer: 'variant', id: 'direct' } },
    });
    expect(rig.leads).toEqual(base.leads);
    expect(rig.variants[0]?.leads).toEqual({ 'lead-2': { from: [at('fuzz/out')], to: [] } });
    // In the base it is free where the variant has it in use: the refusal says where.
    const night = { layer: 'variant', id: 'direct' } as const;
    const both = apply(
      apply(rig, { edit: 'unplug', arguments: { lead: 'lead-1', side: 'to', scope: night } }),
      {
        edit: 'replug',
        arguments: { lead: 'lead-2', side: 'to', at: [at('fuzz/in')], scope: night },
      },
    );
    const loose = apply(both, { edit: 'unplug', arguments: { lead: 'lead-1', side: 'to' } });
    const put = { edit: 'plug', arguments: { lead: lead(3, 'drive/out', 'fuzz/in') } } as const;
    expect(() => apply(loose, put)).toThrow('IN of fuzz already holds lead 2 in Direct night.');
  });

  test('removing a box loosens its leads, heals the line where told, and forgets its states', () => {
    const off = apply(small(), {
      edit: 'setBlockState',
      arguments: { box: 'fuzz', block: 'effect', state: 'off', scope: { layer: 'sound', id: 'sound-1' } },
    });
    expect(off.sounds[0]?.state.blocks).toEqual({ 'fuzz/effect': 'off' });
    const rig = apply(off, {
      edit: 'removeBox',
      arguments: { id: 'fuzz', heal: [{ lead: 'lead-1', to: [at('drive/in')], away: 'lead-2' }] },
    });
    expect(rig.leads.map((l) => [l.from.at.length, l.to.at.length])).toEqual([
      [1, 1],
      [0, 0],
    ]);
    expect(rig.sounds[0]?.state.blocks).toEqual({});
  });
});

describe('computed lengths', () => {
  test('the player’s lead has 40 % slack, neighbours 0.15 m', () => {
    // (3 m + 0.5 m + 0.3 m) × 1.4 = 5.32 m
    expect(small().leads.map((l) => l.lengthM)).toEqual([6, 0.15]);
  });

  test('an edit of a distance or place changes the leads it touches and no others', () => {
    const rig = apply(small(), { edit: 'setDistance', arguments: { id: 'floor', distanceM: 10 } });
    // (10 + 0.5 + 0.3) × 1.4 = 15.12 m: longer than the longest stock length
    expect(rig.leads.map((l) => l.lengthM)).toEqual([15.2, 0.15]);
  });

  test('by hand stays by hand', () => {
    const rig = apply(
      small(),
      { edit: 'setLeadLength', arguments: { id: 'lead-1', lengthM: 4, by: 'hand' } },
      { edit: 'setDistance', arguments: { id: 'floor', distanceM: 10 } },
    );
    expect(rig.leads[0]?.lengthM).toBe(4);
  });

  test('a length that was wrong in an imported file is not touched by an edit elsewhere', () => {
    const rig = small();
    const odd: Rig = { ...rig, leads: rig.leads.map((l) => (l.number === 1 ? { ...l, lengthM: 7 } : l)) };
    expect(
      apply(odd, { edit: 'renameBox', arguments: { id: 'drive', name: 'Drive 2' } }).leads[0]?.lengthM,
    ).toBe(7);
  });
});

describe('refusals change nothing and say why', () => {
  test.each<[EditCall, RegExp]>([
    [{ edit: 'removeBox', arguments: { id: 'nothing' } }, /no box "nothing"/],
    [{ edit: 'setTag', arguments: { id: 'fuzz', tag: 'DRIVE' } }, /belongs to drive/],
    [{ edit: 'setTag', arguments: { id: 'fuzz', tag: '' } }, /A tag has 1 to/],
    [{ edit: 'setTag', arguments: { id: 'fuzz', tag: 'A'.repeat(80) } }, /A tag has 1 to/],
    [{ edit: 'removeSound', arguments: { id: 'sound-1' } }, /at least one sound/],
    [
      {
        edit: 'replug',
        arguments: {
          lead: 'lead-1',
          side: 'to',
          at: [
            { box: 'fuzz', jack: 'in' },
            { box: 'fuzz', jack: 'in' },
          ],
        },
      },
      /same jack twice/,
    ],
    [{ edit: 'removePlace', arguments: { id: 'floor' } }, /fuzz still stands in Floor/],
    [{ edit: 'setLeadLength', arguments: { id: 'lead-1', lengthM: -1, by: 'hand' } }, /0 to 200 m/],
    [{ edit: 'setTitle', arguments: { title: '  ' } }, /needs a name/],
  ])('%j', (call, message) => {
    const rig = small();
    const before = structuredClone(rig);
    expect(() => applyEdit(rig, call)).toThrow(EditError);
    expect(() => applyEdit(rig, call)).toThrow(message);
    expect(rig).toEqual(before);
  });

  test('an unknown edit is refused by name', () => {
    const call = { edit: 'toString', arguments: {} } as unknown as EditCall;
    expect(() => applyEdit(small(), call)).toThrow('There is no edit "toString".');
  });
});

test('several edits together are undone as one, or not done at all', () => {
  const rig = small();
  const good: EditCall = {
    edit: 'together',
    arguments: {
      label: 'Quick entry',
      edits: [
        { edit: 'addBox', arguments: { box: pedal('one') } },
        { edit: 'addBox', arguments: { box: pedal('two') } },
      ],
    },
  };
  const applied = applyEdit(rig, good);
  expect(applied.label).toBe('Quick entry');
  expect(applied.rig.boxes).toHaveLength(5);
  expect(patchRig(applied.rig, applied.inverse)).toEqual(rig);
  const bad: EditCall = {
    edit: 'together',
    arguments: {
      label: 'x',
      edits: [
        { edit: 'addBox', arguments: { box: pedal('one') } },
        { edit: 'removeBox', arguments: { id: 'no' } },
      ],
    },
  };
  expect(() => applyEdit(rig, bad)).toThrow(EditError);
});

test('tags and ids made from names are told apart', () => {
  expect(makeTag('Fuzz', new Set())).toBe('FUZZ');
  expect(makeTag('Overdrive', new Set())).toBe('OVRDRV');
  expect(makeTag('In-ear pack', new Set())).toBe('INEAR');
  expect(makeTag('Fuzz', new Set(['FUZZ']))).toBe('FUZZ2');
  expect(makeTag('Valve head', new Set(['VALVE']))).toBe('VALVH');
  expect(freshId('fuzz', new Set(['fuzz', 'fuzz-2']))).toBe('fuzz-3');
  expect(freshId('constructor', new Set())).toBe('constructor-1');
});
