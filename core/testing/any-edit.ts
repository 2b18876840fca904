// Calls of every edit with any arguments: those of its case, with leaves changed to something odd or to another id.
import fc from 'fast-check';
import { applyEdit, EditError, type EditCall, type SingleEdit } from '../edits';
import type { Rig } from '../model';
import { EDIT_CASES } from './all-edit-cases';
import type { Case } from './edit-cases';

/** Every edit there is. */
export const EDIT_NAMES = Object.keys(EDIT_CASES) as SingleEdit['edit'][];
const givenTo = (name: SingleEdit['edit']) => (EDIT_CASES[name] as Case<SingleEdit['edit']>).give as unknown;

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

/** Seeds of a call: which edit, and what of its arguments is something else. */
export const callSeed = fc.record({
  name: fc.constantFrom(...EDIT_NAMES),
  changes: fc.array(fc.tuple(fc.nat(), fc.option(ODD, { nil: undefined }), fc.nat()), { maxLength: 3 }),
});

export type CallSeed = typeof callSeed extends fc.Arbitrary<infer T> ? T : never;

/** The edit with its case's arguments, changed as the seed says; of the right types or not. */
export function callOn(rig: Rig, { name, changes }: CallSeed): EditCall {
  const args = changes.reduce<unknown>((value, [at, odd, n]) => {
    const paths = leaves(value);
    return withLeaf(value, paths[at % paths.length] ?? [], odd === undefined ? someId(rig, n) : odd);
  }, givenTo(name));
  return { edit: name, arguments: args } as EditCall;
}

/** Applies the calls that can be done, one after the other, and tells what each made. */
export function playCalls(start: Rig, calls: readonly CallSeed[], seen: (rig: Rig) => void): Rig {
  let rig = start;
  for (const call of calls)
    try {
      rig = applyEdit(rig, callOn(rig, call)).rig;
      seen(rig);
    } catch (error) {
      if (!(error instanceof EditError)) throw error;
    }
  return rig;
}
