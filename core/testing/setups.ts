// Rigs as they stand on stages, each by its gear and its order.
const REST = 'chorus delay reverb';

/** What it is, its gear, its chains. */
export const SETUPS: readonly (readonly [string, string, string])[] = [
  [
    'A: rack modeller round a head: front path and loop path as two rows',
    'guitar, rack unit, valve head, cab 16',
    `GUITAR > RACK[compressor drive amp] > VALVE[preamp] > RACK[${REST}] > VALVE[power] > CABINET`,
  ],
  [
    'B: loop switcher into an amp selector with its tuner out',
    'guitar, loop switcher, od, delay, amp selector, tuner, combo, valve combo with loop',
    'GUITAR > FOUR[buffer loop-1(OVRDRV) loop-2(DIGITAL) mute] > AMP[buffer] { [mute select] either { > COMBO | > VALVE } | > TUNER }',
  ],
  [
    'C: four-cable with a feed, split last',
    'guitar, fuzz, unit, valve head, cab 16, desk',
    `GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp ${REST}] { > VALVE[power] > CABINET | [cab] > DESK[mix-1] }`,
  ],
  [
    'C: four-cable with the late effects doubled',
    'guitar, fuzz, unit, valve head, cab 16, desk',
    `GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp] { [${REST}] > VALVE[power] > CABINET | [cab delay-2 reverb-2] > DESK[mix-1] }`,
  ],
  [
    'D: junction box, the delay in the loop',
    'guitar, fuzz, delay, junction, valve head, cab 16',
    'GUITAR > JNCTN:to-front > FUZZ > JNCTN:amp-in > VALVE[preamp] > JNCTN:to-loop > DIGITAL > JNCTN:amp-return > VALVE[power] > CABINET',
  ],
  [
    'D: junction box, all in front of a clean combo',
    'guitar, fuzz, delay, junction, combo',
    'GUITAR > JNCTN:to-front > FUZZ > DIGITAL > JNCTN:amp-in > COMBO',
  ],
  [
    'E: touring rig: a preamp pedal in one loop, the head in another, a load box to the house',
    'guitar, wah, treble booster, buffer, four-loop unit, preamp pedal, four-channel head, load box, desk',
    `GUITAR > TREBLE > WAH > BUFFER > FOUR[compressor drive loop-3(FOURCH[preamp]) loop-4(PREAMP) amp cab ${REST}] > FOURCH[power] > LOAD > DESK[mix-1]`,
  ],
  [
    'F: a second unit in a loop, ahead of the amp model',
    'guitar, unit, midi delay, combo',
    `GUITAR > MULTI[drive loop-1(MIDI) amp cab ${REST}] > COMBO`,
  ],
  [
    'F: the same behind it',
    'guitar, unit, midi delay, combo',
    `GUITAR > MULTI[drive amp loop-1(MIDI) cab ${REST}] > COMBO`,
  ],
  [
    'H: drives ahead, the head and an overdrive in loops, time pedals in another',
    'guitar, fuzz, distortion, boost, four-loop unit, valve head, od, chorus, delay, cab 16',
    `GUITAR > FUZZ > DSTRTN > CLEAN > FOUR[loop-1(OVRDRV) compressor drive loop-3(VALVE[preamp]) amp cab loop-4(CHORUS > DIGITAL) ${REST}] > VALVE[power] > CABINET`,
  ],
  [
    'I: the ear mix inside the unit, by a Y',
    'guitar, od, four-loop unit, y lead, di, desk, headphones',
    `GUITAR > OVRDRV > FOUR[loop-1(] > YLEAD { > FOUR[)loop-1 compressor drive amp cab ${REST}] > HDPHNS | > PASSIVE > DESK[mix-1] }`,
  ],
  [
    'K: a small head without a loop into a load box, on into a big one’s return',
    'guitar, vintage head, load box, valve head, cab 16',
    'GUITAR > VALVE > LOAD > VALVH[power] > CABINET',
  ],
  [
    'J: a two-channel equaliser, one ahead and one in the loop',
    'guitar, two-channel eq, four-channel head, cab 16',
    'GUITAR > TWO[eq-a] > FOUR[preamp] > TWO[eq-b] > FOUR[power] > CABINET',
  ],
  [
    'L: a small head’s send into the big one’s return, its own output into a load',
    'guitar, small head, load box, valve head, cab 16',
    'GUITAR > SMALL[preamp] { > VALVE[power] > CABINET | [power] > LOAD:in }',
  ],
  [
    'M: effects-only unit in four-cable',
    'guitar, wah, effects-only unit, valve head, cab 16',
    `GUITAR > WAH > EFFECTS[wah compressor drive] > VALVE[preamp] > EFFECTS[gate volume ${REST}] > VALVE[power] > CABINET`,
  ],
  [
    'N: a buffer into the board and one out of it',
    'guitar, two-buffer hub, fuzz, od, delay, combo',
    'GUITAR > TWO[first] > FUZZ > OVRDRV > DIGITAL > TWO[last] > COMBO',
  ],
  [
    'O: a gate round the drives',
    'guitar, four-jack gate, fuzz, od, combo',
    'GUITAR > FOUR[sense] > FUZZ > OVRDRV > FOUR[gate] > COMBO',
  ],
  [
    'P: a stereo combo, the unit straight to both returns',
    'guitar, unit, stereo combo',
    `GUITAR > STEREO[preamp divide] > MULTI[drive amp cab ${REST}] >> STEREO[blend-l power-l speaker-l]+STEREO[blend-r power-r speaker-r]`,
  ],
  [
    'Q: an amplifier with a line out, round an effects unit, and a powered speaker',
    'guitar, effects-only unit, small head, cab 16, powered speaker',
    `GUITAR > EFFECTS[wah compressor drive] > SMALL[preamp] > EFFECTS[gate volume ${REST}] > SMALL { [power] > CABINET | > POWERED }`,
  ],
  [
    'R: one modeller, pair of full-range speakers',
    'guitar, small unit, powered speaker x2',
    `GUITAR > SMALL[drive amp cab ${REST}] >> POWERED+POWES2`,
  ],
  [
    'R: one modeller, headphones',
    'guitar, small unit, headphones',
    `GUITAR > SMALL[drive amp cab ${REST}] >> HDPHNS`,
  ],
  [
    'R: one modeller, wedge and house',
    'guitar, unit, wedge, desk',
    `GUITAR > MULTI[drive amp cab ${REST}] { > WEDGE | > DESK[mix-1] }`,
  ],
  ['T: direct', 'guitar, unit, desk', `GUITAR > MULTI[drive amp cab ${REST}] > DESK[mix-1]`],
  ['T: in front', 'guitar, unit, combo', `GUITAR > MULTI[drive amp cab ${REST}] > COMBO`],
  [
    'G, S, T: four-cable',
    'guitar, unit, valve head, cab 16',
    `GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab ${REST}] > VALVE[power] > CABINET`,
  ],
  [
    'U: a power amp and its cabinet',
    'guitar, unit, power amp, cab 8',
    `GUITAR > MULTI[drive amp cab ${REST}] > POWER > CABINET`,
  ],
  [
    'V: a four-jack gate round the preamp',
    'guitar, four-jack gate, valve head, cab 16',
    'GUITAR > FOUR[sense] > VALVE[preamp] > FOUR[gate] > VALVE[power] > CABINET',
  ],
  [
    'W: magnetic and piezo pickups of one guitar',
    'piezo guitar, combo, di, desk',
    'GUITAR[pickups] > COMBO\nGUITAR[piezo] > PASSIVE > DESK[mix-1]',
  ],
  [
    'X: wet, dry, wet',
    'guitar, od, splitter, combo, stereo delay, stereo power amp, stereo cab',
    'GUITAR > OVRDRV > SPLTTR { > COMBO | > STEREO >> STERPA[power-l]+STERPA[power-r] >> STERC[speaker-l]+STERC[speaker-r] }',
  ],
  [
    'Y: two chains in one unit',
    'guitar, keyboard, rack unit, desk',
    `GUITAR > RACK[compressor drive amp cab] > DESK[mix-1]\nKYBRD > RACK[${REST}] > DESK[mix-2]`,
  ],
  [
    'Z: a head with an internal load, to the desk and to a cabinet',
    'guitar, four-channel head, cab 16, desk',
    'GUITAR > FOUR[preamp power] { > CABINET | [cab] > DESK[mix-1] }',
  ],
  [
    'AA: two amplifiers, one by an isolator',
    'guitar, splitter, isolator, combo, valve combo with loop',
    'GUITAR > SPLTTR { > COMBO | > ISLTR > VALVE }',
  ],
  [
    'AB: a class-D power amplifier',
    'guitar, unit, class-d power amp, cab 8',
    `GUITAR > MULTI[drive amp cab ${REST}] > CLASS > CABINET`,
  ],
];
