// Where good technicians disagree: the questions that findings and orders follow, with their positions in the trade's words.
import type { Reads } from '../model';

type Position = { readonly id: string; readonly words: string };

export type School = {
  readonly id: string;
  /** What it is about, under which questions stand together. */
  readonly topic: 'order' | 'tone' | 'models';
  readonly question: string;
  /** The first is in force where a house has not said. */
  readonly positions: readonly [Position, ...Position[]];
};

export const SCHOOLS = {
  time: {
    id: 'time ahead of gain',
    topic: 'order',
    question: 'Delay and reverb ahead of gain',
    positions: [
      { id: 'after', words: 'they belong behind it, in the loop' },
      { id: 'wanted', words: 'in front is wanted' },
    ],
  },
  sweep: {
    id: 'phaser and flanger',
    topic: 'order',
    question: 'Phaser and flanger',
    positions: [
      { id: 'after', words: 'behind the gain, in the loop: cleaner' },
      { id: 'ahead', words: 'ahead of the drive: chewier' },
    ],
  },
  wah: {
    id: 'wah and fuzz',
    topic: 'order',
    question: 'A wah, and a fuzz that wants the pickup',
    positions: [
      { id: 'fuzz first', words: 'the fuzz first' },
      { id: 'wah first', words: 'the wah first; a small buffer between may be wanted' },
    ],
  },
  compressor: {
    id: 'compressor',
    topic: 'order',
    question: 'Compressor',
    positions: [
      { id: 'first', words: 'ahead of the drive' },
      { id: 'after', words: 'behind the drive, to even out levels' },
    ],
  },
  pitch: {
    id: 'pitch',
    topic: 'order',
    question: 'Pitch, octave, synth',
    positions: [
      { id: 'first', words: 'on the clean signal, where they track' },
      { id: 'wanted', words: 'where they stand is wanted' },
    ],
  },
  tuner: {
    id: 'tuner',
    topic: 'order',
    question: 'Tuner in the way of the signal',
    positions: [
      { id: 'first', words: 'ahead of all that colours the note' },
      { id: 'anywhere', words: 'wherever it stands' },
    ],
  },
  equaliser: {
    id: 'equaliser',
    topic: 'order',
    question: 'Equaliser',
    positions: [
      { id: 'after', words: 'behind the gain: it shapes the tone' },
      { id: 'ahead', words: 'ahead of the gain: it shapes the feel' },
      { id: 'either', words: 'either side, by ear' },
    ],
  },
  volume: {
    id: 'volume pedal',
    topic: 'order',
    question: 'Volume pedal',
    positions: [
      { id: 'after', words: 'behind the gain: it sets how loud' },
      { id: 'ahead', words: 'ahead of the gain: it sets how dirty' },
    ],
  },
  gate: {
    id: 'what is gated',
    topic: 'order',
    question: 'What the gate is there for',
    positions: [
      { id: 'unsaid', words: 'not said: where it stands is right' },
      { id: 'guitar', words: 'the guitar is the noise: gate it first' },
      { id: 'drives', words: 'the drives are: gate around them' },
      { id: 'preamp', words: 'the preamp is: gate around it' },
      { id: 'both', words: 'drives and preamp are: gate around both' },
    ],
  },
  looper: {
    id: 'looper',
    topic: 'order',
    question: 'Looper',
    positions: [
      { id: 'last', words: 'last: it records all that was played' },
      { id: 'anywhere', words: 'wherever it stands' },
    ],
  },
  cab: {
    id: 'place of the cabinet model',
    topic: 'order',
    question: 'Where a cabinet model stands',
    positions: [
      { id: 'behind gain', words: 'anywhere behind the gain' },
      { id: 'last', words: 'last of all, just behind the split for a feed' },
    ],
  },
  buffers: {
    id: 'buffers',
    topic: 'tone',
    question: 'Buffers',
    positions: [
      { id: 'fewest', words: 'as few as bring every sound within the limit' },
      { id: 'both ends', words: 'one at each end of the board, always' },
      { id: 'figures', words: 'wherever the figures call for one' },
    ],
  },
  model: {
    id: 'amp model into an amplifier',
    topic: 'models',
    question: 'An amp model into a real amplifier’s preamp',
    positions: [
      { id: 'never', words: 'never' },
      { id: 'by ear', words: 'in the stead of a drive pedal, by ear' },
    ],
  },
  cabinet: {
    id: 'cabinet model on a cabinet',
    topic: 'models',
    question: 'A cabinet model heard through a guitar cabinet',
    positions: [
      { id: 'never both', words: 'never both' },
      { id: 'accepted', words: 'accepted' },
    ],
  },
} as const satisfies Readonly<Record<string, School>>;

export type SchoolName = keyof typeof SCHOOLS;

const inForce = ({ houseRules }: Reads<'houseRules'>, name: SchoolName): Position => {
  const { id, positions }: School = SCHOOLS[name];
  const said = houseRules.schools[id];
  return positions.find((position) => position.id === said) ?? positions[0];
};

/** The position that a house takes; one that is not known is none, and the first holds. */
export const positionOf = (of: Reads<'houseRules'>, name: SchoolName): string => inForce(of, name).id;

/** The side that is taken, in words: `Compressor: ahead of the drive`. */
export const schoolWords = (of: Reads<'houseRules'>, name: SchoolName): string =>
  `${SCHOOLS[name].question}: ${inForce(of, name).words}`;
