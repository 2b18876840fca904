import { describe, expect, test } from '@jest/globals';
import { build } from '../testing/build';
import { AT } from '../testing/order';
import { PARTS } from './combine';
import { propose, type Proposals } from './propose';

function proposalsOf(line: string): Proposals {
  for (const { found } of propose(build(line), AT)) if (found) return found;
  throw new Error('nothing was found');
}

/** What each part makes of a rig that it serves; and a rig that it leaves alone. */
describe('parts', () => {
  const all = (line: string): readonly string[] =>
    proposalsOf(line).families.flatMap(({ best, others }) =>
      [...best, ...others].map(({ lines: texts }) => texts.join('\n')),
    );
  const CASES = [
    ['host', 'guitar, unit, valve head, cab 16', 'MULTI[drive loop', 'guitar, unit, desk'],
    ['order', 'guitar, unit, reverb, combo', 'REVERB', 'guitar, combo'],
    [
      'outboard',
      'guitar, delay, unit, valve head, cab 16',
      'VALVE[preamp] > DIGITAL > ',
      'guitar, delay, combo',
    ],
    ['load', 'guitar, valve head, cab 16, load box, mic, desk', 'VALVE > LOAD > DESK', 'guitar, combo, desk'],
    [
      'second',
      'guitar, amp selector, combo, valve combo with loop',
      'AMP either { > ',
      'guitar, combo, valve combo with loop',
    ],
    ['second', 'guitar, od, splitter, combo, valve combo with loop', 'SPLTTR { > ', 'guitar, od, combo'],
    [
      'second',
      'guitar, fuzz, stereo delay, combo, valve combo with loop',
      'STEREO sides { > ',
      'guitar, fuzz, delay, combo, valve combo with loop',
    ],
    [
      'second',
      'guitar, unit, combo, valve combo with loop',
      ' reverb] sides { > ',
      'guitar, od, combo, valve combo with loop',
    ],
    ['feed', 'guitar, unit, valve head, cab 16, mic, desk', '[cab] > DESK[mix-1]', 'guitar, unit, combo'],
    ['feed', 'guitar, combo, mic, desk', 'COMBO ~ MCRPHN > DESK[mix-1]', 'guitar, combo'],
    [
      'doubled',
      'guitar, unit, valve head, cab 16, mic, desk',
      '[cab delay-2 reverb-2]',
      'guitar, od, combo, mic, desk',
    ],
    [
      'wrap',
      'guitar, od, four-jack gate, valve head, cab 16',
      'FOUR[sense] > VALVE[preamp] > FOUR[gate]',
      'guitar, od, valve head, cab 16',
    ],
    [
      'wrap',
      'guitar, two-channel eq, valve head, cab 16',
      'TWO[eq-a] > VALVE[preamp] > TWO[eq-b]',
      'guitar, valve head, cab 16',
    ],
    ['insert', 'guitar, midi delay, unit, combo', 'MULTI[drive loop(MIDI) amp', 'guitar, delay, unit, combo'],
    [
      'switcher',
      'guitar, four-loop switcher, od, delay, combo',
      'FOUR[buffer loop-1(OVRDRV) loop-2(DIGITAL) mute]',
      'guitar, od, delay, combo',
    ],
    [
      'slave',
      'guitar, small head, load box, valve head, cab 16',
      'SMALL[preamp] { > VALVE[power] > CABINET | [power] > LOAD:in }',
      'guitar, small head, valve head, cab 16',
    ],
    [
      'slave',
      'guitar, vintage head, load box, valve head, cab 16',
      'VALVE > LOAD > VALVH[power] > CABINET',
      'guitar, vintage head, load box, cab 16',
    ],
    [
      'second',
      'guitar, splitter, isolator, combo, valve combo with loop',
      '| > ISLTR > VALVE }',
      'guitar, isolator, combo, valve combo with loop',
    ],
    [
      'second',
      'guitar, od, splitter, combo, stereo delay, stereo power amp, stereo cab',
      'SPLTTR { > COMBO | > STEREO >> STERPA[power-l]+STERPA[power-r] >> STERC[speaker-l]+STERC[speaker-r] }',
      'guitar, od, combo, stereo delay, stereo power amp, stereo cab',
    ],
    [
      'tuner',
      'guitar, od, tuner, amp selector, combo, valve combo with loop',
      'AMP[buffer] { [mute select] either { > ',
      'guitar, od, amp selector, combo, valve combo with loop',
    ],
    [
      'tap',
      'guitar, four-channel head, cab 16, mic, desk',
      '{ > CABINET | [cab] > DESK',
      'guitar, valve head, cab 16',
    ],
    ['wide', 'guitar, unit, powered speaker x2', '>> POWERED+POWES2', 'guitar, unit, powered speaker'],
    [
      'wide',
      'guitar, unit, stereo combo',
      '>> STEREO[blend-l power-l speaker-l]+STEREO[blend-r power-r speaker-r]',
      'guitar, od, stereo combo',
    ],
    [
      'wide',
      'guitar, stereo delay, di x2, desk',
      '>> PASSIVE+PASSD2 >> DESK[mix-1]+DESK[mix-2]',
      'guitar, od, di x2, desk',
    ],
    [
      'wrap',
      'guitar, keyed gate, od, valve head, cab 16',
      'GUITAR > KEYED[sense] > OVRDRV > VALVE[preamp] > KEYED[gate] > VALVE[power]',
      'guitar, od, valve head, cab 16',
    ],
    [
      'wrap',
      'guitar, two-buffer hub, fuzz, delay, combo',
      'GUITAR > TWO[first] > FUZZ > DIGITAL > TWO[last] > COMBO',
      'guitar, fuzz, delay, combo',
    ],
    [
      'junction',
      'guitar, junction, fuzz, delay, combo',
      'JNCTN:to-front > FUZZ > DIGITAL > JNCTN:amp-in > COMBO',
      'guitar, fuzz, delay, combo',
    ],
    [
      'junction',
      'guitar, junction, fuzz, delay, valve head, cab 16',
      'JNCTN:amp-in > VALVE[preamp] > JNCTN:to-loop > DIGITAL > JNCTN:amp-return > VALVE[power]',
      'guitar, fuzz, delay, valve head, cab 16',
    ],
    ['ears', 'guitar, unit, desk, ears', '\nDESK:aux-1 > INEAR', 'guitar, unit, desk'],
    ['ears', 'guitar, unit, desk, headphones', '>> HDPHNS', 'guitar, unit, desk'],
    [
      'instrument',
      'piezo guitar, combo, di, desk',
      'GUITAR[pickups] > COMBO\nGUITAR[piezo] > PASSIVE > DESK[mix-1]',
      'guitar, combo, di, desk',
    ],
    ['instrument', 'guitar, keyboard, combo, desk', '\nKYBRD > DESK[mix-1]', 'guitar, combo, desk'],
  ] as const;

  test.each(CASES)('%s: %s', (_id, line, text, other) => {
    expect(all(line).filter((one) => one.includes(text)).length).toBeGreaterThan(0);
    expect(all(other).filter((one) => one.includes(text))).toEqual([]);
  });

  test('each part has a rig that it serves, and one that it leaves alone', () => {
    const told = new Set<string>(CASES.map(([id]) => id));
    expect(PARTS.map(({ id }) => id).filter((id) => !told.has(id))).toEqual([]);
    expect(new Set(PARTS.map(({ id }) => id)).size).toBe(PARTS.length);
  });
});
