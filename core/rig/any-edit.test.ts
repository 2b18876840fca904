// What is stored can always be read: whatever an edit is asked to do, it is refused or gives a sound document.
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isDeepStrictEqual } from 'node:util';
import { editSeeds, playEdits } from '../testing/arbitrary';
import { rigForEdits, type Case } from '../testing/edit-cases';
import { BOX_CASES } from '../testing/edit-cases-boxes';
import { LEAD_CASES } from '../testing/edit-cases-leads';
import { RIG_CASES } from '../testing/edit-cases-rig';
import { STATE_CASES } from '../testing/edit-cases-state';
import {
  applyEdit,
  EditError,
  patchRig,
  readRigValue,
  type EditCall,
  type Rig,
  type SingleEdit,
} from './index';

const CASES = { ...RIG_CASES, ...BOX_CASES, ...LEAD_CASES, ...STATE_CASES };
const NAMES = Object.keys(CASES) as SingleEdit['edit'][];
const givenTo = (name: SingleEdit['edit']) => (CASES[name] as Case<SingleEdit['edit']>).give as unknown;

const START = rigForEdits();

type Path = readonly (string | number)[];

function leaves(value: unknown, path: Path = []): Path[] {
  if (Array.isArray(value) && value.length > 0) return value.flatMap((item, i) => leaves(item, [...path, i]));
  if (typeof value === 'object' && value !== null && Object.keys(value).length > 0)
    return Object.entries(value).flatMap(([key, inner]) => leaves(inner, [...path, key]));
  return [path];
}

function withLeaf(value: unknown, [step, ...rest]: Path, leaf: unknown): unknown {
  if (step === undefined) return leaf;
  const copied = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<
    string | number,
    unknown
  >;
  copied[step] = withLeaf(copied[step], rest, leaf);
  return copied;
}

const ODD = fc.oneof(
  fc.constantFrom(-5, -0.01, 0, 0.5, 7, 190, 200, 201, 1e6, NaN, Infinity, 2 ** 53),
  fc.constantFrom('', ' ', 'x'.repeat(41), 'x'.repeat(201), 'x'.repeat(20_001), '\ud800', 'A B', 'all'),
  fc.constantFrom('__proto__', 'constructor', 'a'.repeat(60), 'a'.repeat(61), 'fuzz/volume'),
  fc.constantFrom(null, true, [], {}, 'measured', 'speaker', 'on', '2026-03-01', 'yesterday'),
);

/** An id of something in the rig, of whatever sort. */
function someId(rig: Rig, n: number): string {
  const ids = [rig.boxes, rig.leads, rig.sounds, rig.variants, rig.stage.places, rig.walks]
    .flatMap((list) => list.map(({ id }) => id))
    .concat(rig.boxes.flatMap((box) => [...box.jacks, ...box.blocks, ...box.controls].map(({ id }) => id)));
  return ids[n % ids.length] ?? '';
}

const call = fc.record({
  name: fc.constantFrom(...NAMES),
  changes: fc.array(fc.tuple(fc.nat(), fc.option(ODD, { nil: undefined }), fc.nat()), { maxLength: 3 }),
});

const met = { done: new Map<string, number>(), refused: 0 };

function callOn(
  rig: Rig,
  { name, changes }: typeof call extends fc.Arbitrary<infer T> ? T : never,
): EditCall {
  const args = changes.reduce<unknown>((value, [at, odd, n]) => {
    const paths = leaves(value);
    return withLeaf(value, paths[at % paths.length] ?? [], odd === undefined ? someId(rig, n) : odd);
  }, givenTo(name));
  return { edit: name, arguments: args } as EditCall;
}

test('every edit of any arguments on any rig is refused, or gives a document that reading takes as it is', () => {
  fc.assert(
    fc.property(editSeeds, fc.array(call, { minLength: 10, maxLength: 20 }), (seeds, calls) => {
      let rig = playEdits(START, seeds.slice(0, 8), () => undefined);
      for (const one of calls) {
        try {
          const applied = applyEdit(rig, callOn(rig, one));
          const read = readRigValue(structuredClone(applied.rig));
          // Compared by Node: over so many whole documents the runner's own comparison takes most of the time.
          if (!read.ok || !isDeepStrictEqual(read.rig, applied.rig))
            expect(read).toEqual({ ok: true, rig: applied.rig });
          const undone = patchRig(applied.rig, applied.inverse);
          if (!isDeepStrictEqual(undone, rig)) expect(undone).toEqual(rig);
          met.done.set(one.name, (met.done.get(one.name) ?? 0) + 1);
          rig = applied.rig;
        } catch (error) {
          if (!(error instanceof EditError)) throw error;
          expect(error.message.length).toBeGreaterThan(5);
          met.refused += 1;
        }
      }
    }),
    { numRuns: 120 },
  );
  expect(met.refused).toBeGreaterThan(400);
  expect(met.done.size).toBe(NAMES.length);
});

test.each<[string, EditCall, RegExp]>([
  [
    'a place so far that a lead would be too long',
    { edit: 'setDistance', arguments: { id: 'floor', distanceM: 190 } },
    /^Lead \d+, length: a lead is at most 200 m long, not 2\d\d/,
  ],
  [
    'a hidden setting that is too long',
    {
      edit: 'setHidden',
      arguments: { box: 'fuzz', hidden: [{ id: 'trim', label: 'Trim', value: 'x'.repeat(250), note: '' }] },
    },
    /^“Fuzz”, hidden setting, “Trim”, value: at most 200 characters\.$/,
  ],
  [
    'a delay below nothing',
    {
      edit: 'setFigure',
      arguments: {
        box: 'fuzz',
        at: { on: 'state', block: 'fuzz', state: 'on', field: 'latencyMs' },
        figure: { value: -5, source: 'manual' },
      },
    },
    /^“Fuzz”, .*delay, value: 0 or more, not -5\.$/,
  ],
])('%s is refused in words', (_, edit, words) => {
  expect(() => applyEdit(rigForEdits(), edit)).toThrow(words);
});
