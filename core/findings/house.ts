// The house rules of a rig, and what it would bring to take another side.
import { turnedPairs } from '../chain';
import { trialOf } from '../edits';
import type { Rig } from '../model';
import { weakly } from '../units';
import { report } from './report';
import { positionOf, SCHOOLS, type School, type SchoolName } from '../order';

/** One question where houses differ. */
export type HouseLine = {
  readonly id: string;
  readonly topic: School['topic'];
  readonly question: string;
  readonly inForce: string;
  readonly positions: readonly {
    readonly id: string;
    readonly words: string;
    /** Findings that would be gone, and new, with this position; both 0 for the one in force. */
    readonly gone: number;
    readonly added: number;
    /** Pairs of the order that would stand against this position. */
    readonly against: number;
  }[];
};

/** What is found as it is shown, by key; findings that are accepted are settled. */
const shown = (rig: Rig, variant: string | null): ReadonlySet<string> =>
  new Set(report(rig, variant, null).flatMap(({ key, accepted }) => (accepted === null ? [key] : [])));

const notIn = (a: ReadonlySet<string>, b: ReadonlySet<string>) => [...a].filter((key) => !b.has(key)).length;

/** Every question that findings follow, with what each other position would change in this rig, over all sounds. */
export const houseLines = weakly((rig: Rig, variant: string | null): readonly HouseLine[] => {
  const now = shown(rig, variant);
  return (Object.keys(SCHOOLS) as SchoolName[]).map((name) => {
    const { id, topic, question, positions }: School = SCHOOLS[name];
    const inForce = positionOf(rig, name);
    return {
      id,
      topic,
      question,
      inForce,
      positions: positions.map((position) => {
        const taken = { question: id, position: position.id };
        const other = position.id === inForce ? rig : trialOf(rig, { edit: 'setSchool', arguments: taken });
        const then = other === rig ? now : shown(other, variant);
        return {
          ...position,
          gone: notIn(now, then),
          added: notIn(then, now),
          against: topic === 'order' ? turnedPairs(other, { variant, wirings: {} }, name) : 0,
        };
      }),
    };
  });
});
