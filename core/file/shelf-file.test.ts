import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { editSeeds, playEdits } from '../testing/arbitrary';
import { emptyRig, guitar } from '../testing/rigs';
import { applyEdit } from '../edits';
import { readAnyFile, writeRig, writeShelf } from './index';
import type { Rig } from '../model';

const rig = (id: string): Rig => ({ ...emptyRig(), id });
const SAVED = '2026-03-01T12:00:00.000Z';
const shelfOf = (text: string) => {
  const result = readAnyFile(text);
  if (result.kind !== 'shelf') throw new Error(JSON.stringify(result));
  return result.shelf;
};
const reason = (text: string) => {
  const result = readAnyFile(text);
  return result.kind === 'rig' && !result.read.ok ? result.read.problems.map((p) => p.reason).join() : 'read';
};

describe('a shelf in one file', () => {
  test('comes back as it was, whatever its rigs went through, the bin included', () => {
    fc.assert(
      fc.property(fc.array(editSeeds, { maxLength: 3 }), (all) => {
        const start = applyEdit(emptyRig(), { edit: 'addBox', arguments: { box: guitar('guitar') } }).rig;
        const rigs = all.map((seeds, i) => ({
          rig: { ...playEdits(start, seeds, () => undefined), id: `rig-${i}` },
          binned: i === 1 ? SAVED : null,
        }));
        const shelf = shelfOf(writeShelf(rigs, [], SAVED, { withNames: true }));
        expect(shelf.unread).toEqual([]);
        expect(shelf.rigs).toEqual(rigs);
      }),
      { numRuns: 30 },
    );
  });

  test('takes the gear of the gear shelf along as it stands, and none is no list of nothing', () => {
    const gear = [{ id: 'own-moth', name: 'Grey Moth', jacks: [] }, 'no item at all'];
    expect(shelfOf(writeShelf([], [], SAVED, { gear })).gear).toEqual(gear);
    expect(shelfOf(writeShelf([], [], SAVED)).gear).toEqual([]);
    // A shelf file of a program that knew of none.
    const old = JSON.stringify({ format: 'hum-map/shelf', version: 1, rigs: [] });
    expect(shelfOf(old).gear).toEqual([]);
  });

  test('a gear file is told from rigs and shelves', () => {
    expect(readAnyFile(JSON.stringify({ format: 'hum-map/gear', version: 1, items: [] })).kind).toBe('gear');
  });

  test('who walked a walk stays out unless it is asked for', () => {
    const walked: Rig = {
      ...rig('walked'),
      walks: [
        {
          id: 'w',
          type: 'patch-up',
          started: '2026-03-01',
          ended: null,
          venue: 'Hall',
          who: 'Robin',
          ticks: [],
        },
      ],
    };
    const text = (withNames: boolean) =>
      writeShelf([{ rig: walked, binned: null }], [], SAVED, { withNames });
    expect(text(false)).not.toContain('Robin');
    expect(text(true)).toContain('Robin');
  });

  test('one rig that does not pass keeps none of the others out, and is not lost', () => {
    const text = writeShelf(
      [
        { rig: rig('good'), binned: null },
        { rig: { ...rig('bad'), sounds: [] }, binned: null },
      ],
      [{ head: 'an old record' }],
      SAVED,
    );
    const shelf = shelfOf(text);
    expect(shelf.rigs.map((entry) => entry.rig.id)).toEqual(['good']);
    expect(shelf.unread.map((entry) => entry.reason)).toEqual([
      'sounds: a rig has at least one sound',
      'could not be read when the shelf was saved',
    ]);
    expect(shelf.unread[1]!.raw).toEqual({ head: 'an old record' });
  });

  test('a rig file is read as one, and what is neither is refused with its reason', () => {
    expect(readAnyFile(writeRig(rig('one')))).toMatchObject({ kind: 'rig', read: { ok: true } });
    const shelf = JSON.parse(writeShelf([], [], SAVED)) as Record<string, unknown>;
    expect(reason(JSON.stringify({ ...shelf, version: 9 }))).toMatch(/of version 9/);
    expect(reason(JSON.stringify({ ...shelf, rigs: 'none' }))).toMatch(/lists its rigs/);
    expect(reason('{"format": "hum-map/shelf", "rigs": [')).toMatch(/torn off/);
    expect(reason('{"format": "hum-map/shelf", "version": 1, "rigs": [{"__proto__": 1}]}')).toMatch(
      /no name/,
    );
    for (const text of ['[1, 2]', 'null', '7', '"x"']) expect(reason(text)).toMatch(/not a rig file/);
    expect(reason('['.repeat(100))).toMatch(/deeper than 64/);
  });
});
