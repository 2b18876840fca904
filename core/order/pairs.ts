// Why one effect stands ahead of another: the usual order as reasons for pairs of its places.
import type { Group } from './group';
import type { SchoolName } from './schools';

/** A pair of places: who stands ahead of whom, and why. `$a` and `$b` in the words are the names of the two. */
export type PairRule = {
  readonly first: readonly Group[];
  readonly then: readonly Group[];
  readonly why: string;
  /** What the other way round does: $b stands ahead of $a. */
  readonly otherwise: string;
  /** Either way round is good: each does something else. */
  readonly loose?: true;
  /** Only in houses of these positions. */
  readonly house?: readonly [SchoolName, ...string[]];
};

const BEHIND_GAIN: readonly Group[] = ['sweep', 'modulation', 'delay', 'reverb'];
const TAILS: readonly Group[] = ['delay', 'reverb', 'looper'];
const LEVELS: readonly Group[] = ['eq', 'volume', 'clean', 'cab'];
const GAINS: readonly Group[] = ['gain', 'preamp'];

/** The first that names a pair holds. */
export const PAIRS: readonly PairRule[] = [
  {
    first: ['wah'],
    then: [
      'pickup',
      'tuner',
      'gate',
      'pitch',
      'compressor',
      'boost',
      ...GAINS,
      ...LEVELS,
      ...BEHIND_GAIN,
      'looper',
    ],
    house: ['wah', 'wah first'],
    why: '$a is first: it sweeps what goes into all the rest.',
    otherwise: 'By house rule $a stands first.',
  },
  {
    first: ['pickup'],
    then: ['buffer'],
    why: '$a sees the pickup; buffered is what goes on.',
    otherwise: '$b takes the pickup away from $a.',
  },
  {
    first: ['pickup'],
    then: ['wah'],
    house: ['wah', 'fuzz first'],
    why: '$a is first and sees the pickup; $b sweeps what it gives.',
    otherwise: '$a wants the pickup bare, and $b stands between.',
  },
  {
    first: ['pickup'],
    then: ['tuner', 'gate', 'pitch', 'compressor', 'boost', ...GAINS, ...LEVELS, ...BEHIND_GAIN, 'looper'],
    why: '$a is first: its input is part of the guitar’s circuit.',
    otherwise: '$a wants the pickup bare, and $b stands between.',
  },
  {
    first: ['tuner'],
    then: ['pitch', ...GAINS, ...BEHIND_GAIN, 'looper'],
    house: ['tuner', 'first'],
    why: '$a hears the guitar as it is.',
    otherwise: '$a hears what $b makes of the note.',
  },
  {
    first: ['tuner'],
    then: ['gate', 'wah', 'compressor', 'boost', ...LEVELS],
    house: ['tuner', 'first'],
    why: '$a is ahead of all that acts on the note.',
    otherwise: '$a hears the note through $b.',
  },
  {
    first: ['gate'],
    then: TAILS,
    why: 'What $b adds rings on behind the gate.',
    otherwise: '$a cuts off what rings on from $b.',
  },
  {
    first: ['gate'],
    then: ['pitch', 'wah', 'compressor', 'boost', ...GAINS, ...LEVELS, 'sweep', 'modulation'],
    house: ['gate', 'guitar'],
    why: 'The guitar is the noise: it is gated before $b lifts it.',
    otherwise: 'The guitar is the noise, and $b lifts it ahead of $a.',
  },
  {
    first: ['gain', 'boost'],
    then: ['gate'],
    house: ['gate', 'drives', 'both'],
    why: 'The drives are the noise: $b closes behind $a.',
    otherwise: 'The noise of $a arises behind $b.',
  },
  {
    first: ['preamp'],
    then: ['gate'],
    house: ['gate', 'preamp', 'both'],
    why: 'The preamp is the noise: $b closes behind it.',
    otherwise: 'The noise of $a arises behind $b.',
  },
  {
    first: ['gate'],
    then: ['compressor', 'boost', ...GAINS, 'clean'],
    loose: true,
    why: '$a gates what comes in; what $b makes of noise it does not reach.',
    otherwise: '$a gates the noise of $b too.',
  },
  {
    first: ['pitch'],
    then: ['wah', 'compressor', 'boost', ...GAINS, ...BEHIND_GAIN],
    house: ['pitch', 'first'],
    why: '$a tracks best on a clean signal.',
    otherwise: '$a has to track what $b has made of the note.',
  },
  {
    first: ['wah'],
    then: ['compressor'],
    why: '$a follows the touch before it is evened out.',
    otherwise: '$b evens out the touch that $a follows.',
  },
  {
    first: ['wah'],
    then: ['boost', ...GAINS],
    why: 'The sweep of $a is driven: it speaks.',
    otherwise: '$a sweeps the distorted sound: harsher.',
  },
  {
    first: ['wah'],
    then: ['clean', ...BEHIND_GAIN],
    why: '$a sweeps the note, not what is added to it.',
    otherwise: '$a sweeps what $b adds as well.',
  },
  {
    first: ['compressor'],
    then: ['boost', ...GAINS, 'sweep'],
    house: ['compressor', 'first'],
    why: '$a evens out the guitar before it goes into $b.',
    otherwise: 'Behind $b, $a lifts the noise between the notes.',
  },
  {
    first: ['gain'],
    then: ['compressor'],
    house: ['compressor', 'after'],
    why: '$b evens out the levels of the drives.',
    otherwise: 'By house rule $b evens out the drives from behind.',
  },
  {
    first: ['compressor'],
    then: ['modulation', 'delay', 'reverb'],
    why: '$a evens out the note, not what is added to it.',
    otherwise: '$a pumps what $b adds.',
  },
  {
    first: ['boost'],
    then: GAINS,
    loose: true,
    why: 'Ahead of $b, $a gives more gain.',
    otherwise: 'Behind $b, $a is louder, not dirtier.',
  },
  {
    first: ['gain'],
    then: ['preamp'],
    why: '$a drives the preamp.',
    otherwise: 'Behind the preamp, $a distorts the finished sound.',
  },
  {
    first: ['gain'],
    then: ['clean'],
    why: '$a makes the gain, the preamp stays clean.',
    otherwise: 'Behind the preamp, $a distorts the finished sound.',
  },
  {
    first: GAINS,
    then: ['sweep'],
    house: ['sweep', 'after'],
    why: 'Behind gain, the sweep of $b stays clear.',
    otherwise: 'Ahead of gain, the sweep of $b is driven with the note.',
  },
  {
    first: ['sweep'],
    then: GAINS,
    house: ['sweep', 'ahead'],
    why: 'Ahead of the drive, the sweep of $a is chewier.',
    otherwise: 'By house rule $a stands ahead of the drive.',
  },
  {
    first: GAINS,
    then: ['modulation'],
    why: 'Behind gain, the movement of $b stays clear.',
    otherwise: 'Ahead of gain, the movement of $b is distorted with the note.',
  },
  {
    first: GAINS,
    then: ['delay', 'reverb'],
    house: ['time', 'after'],
    why: 'Behind gain what $b adds stays clear.',
    otherwise: 'What $b adds is driven with the note and blurs it.',
  },
  {
    first: ['clean'],
    then: [...BEHIND_GAIN, 'looper'],
    loose: true,
    why: 'Behind the preamp or in front: it is clean, both are fine.',
    otherwise: 'Into a clean preamp in front is fine.',
  },
  {
    first: GAINS,
    then: ['eq'],
    house: ['equaliser', 'after'],
    why: 'Behind gain, $b shapes the tone.',
    otherwise: 'Ahead of gain, $b shapes the feel more than the tone.',
  },
  {
    first: ['eq'],
    then: GAINS,
    house: ['equaliser', 'ahead'],
    why: 'Ahead of gain, $a shapes the feel.',
    otherwise: 'By house rule $a shapes the feel from ahead of gain.',
  },
  {
    first: GAINS,
    then: ['volume'],
    house: ['volume', 'after'],
    why: 'Behind gain, $b sets how loud.',
    otherwise: 'Ahead of gain, $b sets how dirty, not how loud.',
  },
  {
    first: ['volume'],
    then: GAINS,
    house: ['volume', 'ahead'],
    why: 'Ahead of gain, $a sets how dirty.',
    otherwise: 'By house rule $a sets how dirty, from ahead of gain.',
  },
  {
    first: ['volume'],
    then: TAILS,
    loose: true,
    why: 'What $b adds rings on when $a is closed.',
    otherwise: 'Closed, $a takes along what $b adds.',
  },
  {
    first: ['boost', 'eq', 'volume', ...GAINS, ...BEHIND_GAIN],
    then: ['looper'],
    house: ['looper', 'last'],
    why: '$b records all that was played.',
    otherwise: 'What $b plays back goes through $a once more.',
  },
  {
    first: [...GAINS, 'clean'],
    then: ['cab'],
    why: 'A cabinet model stands behind all gain, as a cabinet does.',
    otherwise: 'Behind the cabinet model, $a drives what a cabinet has already shaped.',
  },
  {
    first: ['boost', 'eq', 'volume', ...BEHIND_GAIN],
    then: ['cab'],
    house: ['cab', 'last'],
    why: 'The cabinet model is last: a feed parts just ahead of it.',
    otherwise: 'By house rule the cabinet model is last.',
  },
  {
    first: ['sweep', 'modulation'],
    then: ['delay'],
    why: 'The repeats carry the movement along.',
    otherwise: 'Behind $b, $a moves note and repeats as one.',
  },
  {
    first: ['sweep', 'modulation'],
    then: ['reverb'],
    why: 'The room hears the movement.',
    otherwise: 'Behind $b, $a moves the whole room.',
  },
  {
    first: ['delay'],
    then: ['reverb'],
    why: 'The repeats fade into the room.',
    otherwise: 'Behind $b, $a repeats the whole room and blurs it.',
  },
  {
    first: ['boost'],
    then: BEHIND_GAIN,
    loose: true,
    why: '$a lifts the note ahead of what $b adds.',
    otherwise: '$a lifts the note and what $b adds as one.',
  },
  {
    first: ['eq'],
    then: BEHIND_GAIN,
    loose: true,
    why: '$a shapes what goes into $b.',
    otherwise: '$a shapes what $b adds too.',
  },
  {
    first: ['boost', 'eq', 'volume', ...BEHIND_GAIN, 'looper'],
    then: ['cab'],
    loose: true,
    why: 'A cabinet model sounds alike behind $a or ahead of it.',
    otherwise: 'A cabinet model sounds alike ahead of $a or behind it.',
  },
];
