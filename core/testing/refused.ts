// What edits refuse, and in which words.
import { expect } from '@jest/globals';
import { applyEdit, EditError, type SingleEdit } from '../edits';
import { LIMITS, type Rig } from '../model';

export type EditName = SingleEdit['edit'];
/** The arguments come from anywhere: what is refused need not be of their types. */
export type Refused = readonly [edit: EditName, args: object, words: string];
export type Taken = readonly [edit: EditName, args: object];

/** A name that is one sign too long, and the words for it. */
export const LONG = 'x'.repeat(LIMITS.nameLength + 1);
export const A_NAME = `A name has at most ${LIMITS.nameLength} characters.`;

/** What an edit is refused with; null: it is taken. */
export function refusal(of: Rig, name: EditName, args: object): string | null {
  try {
    applyEdit(of, { edit: name, arguments: args } as SingleEdit);
    return null;
  } catch (error) {
    expect(error).toBeInstanceOf(EditError);
    return (error as Error).message;
  }
}
