// What a finding says where it is worded otherwise by what was found: a table of rigs and words, run as tests.
import { expect, test } from '@jest/globals';
import { cureOf, judge, sentenceOf } from '../findings';
import type { Rig } from '../model';
import { edited } from './build';
import { ALL_CASES } from './all-finding-cases';

/** Each wording has its row: the code, a rig, what is said, and what is said of the other case only. */
export type Saying = readonly [what: string, code: string, rig: () => Rig, says: string, not: string];

const caseOf = (code: string) => ALL_CASES.find((one) => one.code === code)!;
/** The rig of the catalogue of findings that shows one. */
export const spoilt = (code: string): Rig => edited(caseOf(code).sound(), caseOf(code).spoil);
/** The rig of the catalogue of findings that shows none of its code. */
export const sound = (code: string): Rig => caseOf(code).sound();

export const sayings = (rows: readonly Saying[], found: typeof judge = judge) =>
  test.each(rows)('%s: %s', (_, code, make, says, not) => {
    const rig = make();
    const said = found(rig, null)
      .filter((finding) => finding.code === code)
      .map((finding) => {
        const { text, why } = sentenceOf(rig, finding);
        return `${text} ${why}`;
      });
    expect(said).toContainEqual(expect.stringContaining(says));
    expect(said.filter((line) => line.includes(not))).toEqual([]);
  });

/** A way to put right has its row: the code, a rig, and what the cure says; null: there is none. */
export type Curing = readonly [what: string, code: string, rig: () => Rig, label: string | null];

export const curings = (rows: readonly Curing[]) =>
  test.each(rows)('%s: %s', (_, code, make, label) => {
    const rig = make();
    const finding = judge(rig, null).find((one) => one.code === code)!;
    const cure = cureOf(rig, finding);
    expect(cure?.label ?? null).toBe(label);
    const left = cure ? judge(edited(rig, cure.edit), null) : [];
    expect(left.filter((one) => one.code === code && one.parts[0]?.id === finding.parts[0]?.id)).toEqual([]);
  });
