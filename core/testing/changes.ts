// Changes of an order as technicians make them, each with the leads that it takes.
const REST = 'chorus delay reverb';

type OrderChange = {
  readonly what: string;
  readonly gear: string;
  readonly before: string;
  readonly after: string;
  /** Leads to fetch, to move, to put away. */
  readonly leads: readonly [number, number, number];
  /** The stop that is taken up: its box, or the title of its handle on the profile. */
  readonly stop: string;
  /** What is pressed in the list of places and acts, from its beginning. */
  readonly press: string;
};

export const CHANGES: readonly OrderChange[] = [
  {
    what: 'over the preamp',
    gear: 'guitar, od, delay, valve head, cab 16',
    before: 'GUITAR > OVRDRV > DIGITAL > VALVE > CABINET',
    after: 'GUITAR > OVRDRV > VALVE[preamp] > DIGITAL > VALVE[power] > CABINET',
    leads: [2, 1, 1],
    stop: 'DIGITAL',
    press: 'between Preamp and Power stage of Valve head',
  },
  {
    what: 'into a loop',
    gear: 'guitar, od, unit, combo',
    before: `GUITAR > OVRDRV > MULTI[drive amp cab ${REST}] > COMBO`,
    after: `GUITAR > MULTI[drive loop-1(OVRDRV) amp cab ${REST}] > COMBO`,
    leads: [1, 2, 0],
    stop: 'OVRDRV',
    press: 'between Drive and Amp model of Multi-effects',
  },
  {
    what: 'out of a loop',
    gear: 'guitar, od, unit, combo',
    before: `GUITAR > MULTI[drive loop-1(OVRDRV) amp cab ${REST}] > COMBO`,
    after: `GUITAR > OVRDRV > MULTI[drive amp cab ${REST}] > COMBO`,
    leads: [0, 2, 1],
    stop: 'OVRDRV',
    press: 'after Guitar',
  },
  {
    what: 'a gate around drives',
    gear: 'guitar, fuzz, od, four-jack gate, valve head, cab 16',
    before: 'GUITAR > FUZZ > OVRDRV > VALVE > CABINET',
    after: 'GUITAR > FOUR[sense] > FUZZ > OVRDRV > FOUR[gate] > VALVE > CABINET',
    leads: [2, 2, 0],
    stop: 'FUZZ',
    press: 'Wrap Four-jack gate around Fuzz to Overdrive',
  },
  {
    what: 'a gate that stands around drives, around the preamp',
    gear: 'guitar, fuzz, od, four-jack gate, valve head, cab 16',
    before: 'GUITAR > FOUR[sense] > FUZZ > OVRDRV > FOUR[gate] > VALVE > CABINET',
    after: 'GUITAR > FUZZ > OVRDRV > FOUR[sense] > VALVE[preamp] > FOUR[gate] > VALVE[power] > CABINET',
    leads: [2, 3, 1],
    stop: 'VALVE Preamp',
    press: 'Wrap Four-jack gate around Preamp of Valve head',
  },
  {
    what: 'a feed beside an insert',
    gear: 'guitar, midi delay, unit, valve head, cab 16, desk',
    before: `GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab loop-2(MIDI) ${REST}] > VALVE[power] > CABINET`,
    after: `GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab loop-2(MIDI) ${REST}] { > VALVE[power] > CABINET | > DESK[mix-1] }`,
    leads: [1, 0, 0],
    stop: 'MULTI Reverb',
    press: 'Split behind Reverb of Multi-effects, a way to Desk',
  },
  {
    what: 'a two-channel equaliser ahead of the preamp and behind it',
    gear: 'guitar, two-channel eq, valve head, cab 16',
    before: 'GUITAR > TWO[eq-a] > VALVE > CABINET',
    after: 'GUITAR > TWO[eq-a] > VALVE[preamp] > TWO[eq-b] > VALVE[power] > CABINET',
    leads: [2, 0, 0],
    stop: 'VALVE Preamp',
    press: 'Wrap Two-channel equaliser around Preamp of Valve head',
  },
  {
    what: 'from a loop of one unit into a loop of another',
    gear: 'guitar, od, four-loop unit, unit, combo',
    before: `GUITAR > FOUR[compressor drive loop-3(OVRDRV) amp cab ${REST}] > MULTI[drive amp cab ${REST}] > COMBO`,
    after: `GUITAR > FOUR[compressor drive amp cab ${REST}] > MULTI[drive loop-1(OVRDRV) amp cab ${REST}] > COMBO`,
    leads: [0, 2, 0],
    stop: 'OVRDRV',
    press: 'between Drive and Amp model of Multi-effects',
  },
  {
    what: 'onto the way of one of two amplifiers',
    gear: 'guitar, od, delay, splitter, combo, valve combo with loop',
    before: 'GUITAR > OVRDRV > DIGITAL > SPLTTR { > COMBO | > VALVE }',
    after: 'GUITAR > OVRDRV > SPLTTR { > COMBO | > DIGITAL > VALVE }',
    leads: [1, 2, 1],
    stop: 'DIGITAL',
    press: 'after Splitter, ahead of Preamp of Valve combo with loop',
  },
  {
    what: 'into a loop of a switcher',
    gear: 'guitar, four-loop switcher, od, delay, combo',
    before: 'GUITAR > FOUR[buffer loop-1(OVRDRV) mute] > DIGITAL > COMBO',
    after: 'GUITAR > FOUR[buffer loop-1(OVRDRV) loop-2(DIGITAL) mute] > COMBO',
    leads: [1, 2, 0],
    stop: 'DIGITAL',
    press: 'between Loop 1 and Mute of Four-loop switcher',
  },
  {
    what: 'over another in stereo',
    gear: 'guitar, od, stereo chorus, stereo delay, di x2, desk',
    before: 'GUITAR > OVRDRV > STEREO >> STERD >> PASSIVE+PASSD2 >> DESK[mix-1]+DESK[mix-2]',
    after: 'GUITAR > OVRDRV > STERD >> STEREO >> PASSIVE+PASSD2 >> DESK[mix-1]+DESK[mix-2]',
    leads: [0, 5, 0],
    stop: 'STEREO',
    press: 'after Stereo delay',
  },
];
