// Where good technicians disagree: the questions that findings follow, with their positions in the trade's words.
import type { Reads } from '../model';

type Position = { readonly id: string; readonly words: string };

export type School = {
  readonly id: string;
  readonly question: string;
  /** The first is in force where a house has not said. */
  readonly positions: readonly [Position, ...Position[]];
};

export const SCHOOLS = {
  time: {
    id: 'time ahead of gain',
    question: 'Delay and reverb ahead of gain',
    positions: [
      { id: 'after', words: 'they belong behind it, in the loop' },
      { id: 'wanted', words: 'in front is wanted' },
    ],
  },
  model: {
    id: 'amp model into an amplifier',
    question: 'An amp model into a real amplifier’s preamp',
    positions: [
      { id: 'never', words: 'never' },
      { id: 'by ear', words: 'in the stead of a drive pedal, by ear' },
    ],
  },
  cabinet: {
    id: 'cabinet model on a cabinet',
    question: 'A cabinet model heard through a guitar cabinet',
    positions: [
      { id: 'never both', words: 'never both' },
      { id: 'accepted', words: 'accepted' },
    ],
  },
} as const satisfies Readonly<Record<string, School>>;

export type SchoolName = keyof typeof SCHOOLS;

/** The position that a house takes; one that is not known is none, and the first holds. */
export function positionOf({ houseRules }: Reads<'houseRules'>, name: SchoolName): string {
  const { id, positions }: School = SCHOOLS[name];
  const said = houseRules.schools[id];
  return positions.find((position) => position.id === said)?.id ?? positions[0].id;
}
