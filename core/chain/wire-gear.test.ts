// Gear wired from a line of text alone: routings of every family, read back as they were written.
import { describe, expect, test } from '@jest/globals';
import { checkInvariants, inNight, jackKey } from '../model';
import { build, edited } from '../testing/build';
import { parseChains, readingsIn, wireChains, withMore, writeChains } from './index';

describe('gear wired from its chain alone, and read as it was written', () => {
  test.each<[string, string]>([
    [
      'guitar, stereo chorus, stereo delay, stereo power amp, stereo cab',
      'GUITAR > STEREO >> STERD >> STERPA[power-l]+STERPA[power-r] >> STERC[speaker-l]+STERC[speaker-r]',
    ],
    ['guitar, stereo delay, di x2, desk', 'GUITAR > STEREO >> PASSIVE+PASSD2 >> DESK[mix-1]+DESK[mix-2]'],
    ['guitar, stereo delay, combo, valve combo with loop', 'GUITAR > STEREO sides { > COMBO | > VALVE }'],
    [
      'guitar, unit, stereo combo',
      'GUITAR > MULTI[drive amp cab chorus delay reverb] > STEREO[blend-l power-l speaker-l]+STEREO[blend-r power-r speaker-r]',
    ],
    [
      'guitar, unit, stereo combo',
      'GUITAR > STEREO[preamp divide] > MULTI[drive amp cab chorus delay reverb] >> STEREO[blend-l power-l speaker-l]+STEREO[blend-r power-r speaker-r]',
    ],
    ['guitar, bass, input selector, combo', 'GUITAR > INPUT > COMBO\nBASS > into INPUT[select]'],
    ['guitar, amp selector, combo, valve combo with loop', 'GUITAR > AMP either { > COMBO | > VALVE }'],
    ['guitar, di, combo, desk', 'GUITAR > PASSIVE { > COMBO | [transformer] > DESK[mix-1] }'],
    [
      'guitar, od, four-loop unit, y lead, di, desk, headphones',
      'GUITAR > OVRDRV > FOUR[loop-1(] > YLEAD { > FOUR[)loop-1 compressor drive amp cab chorus delay reverb] > HDPHNS | > PASSIVE > DESK[mix-1] }',
    ],
    [
      'guitar, splitter, od, keyed gate, combo',
      'GUITAR > SPLTTR { > OVRDRV > KEYED[gate] > COMBO | > KEYED[sense] }',
    ],
    [
      'guitar, loop switcher, tuner, od, combo',
      'GUITAR > FOUR[buffer] { [loop-2(OVRDRV) mute] > COMBO | > TUNER }',
    ],
    [
      'guitar, fuzz, delay, junction, valve head, cab 16',
      'GUITAR > JNCTN:to-front > FUZZ > JNCTN:amp-in > VALVE[preamp] > JNCTN:to-loop > DIGITAL > JNCTN:amp-return > VALVE[power] > CABINET',
    ],
    [
      'guitar, small head, load box, valve head, cab 16',
      'GUITAR > SMALL[preamp] { > VALVE[power] > CABINET | [power] > LOAD:in }',
    ],
    [
      'guitar, delay, parallel head, cab 16',
      'GUITAR > VALVE[preamp divide] > DIGITAL > VALVE[blend power] > CABINET',
    ],
    ['guitar, combo, mic, desk, wedge', 'GUITAR > COMBO ~ MCRPHN > DESK[mix-1]\nDESK:aux-1 > WEDGE'],
    [
      'guitar, rack unit, valve head, cab 16, desk',
      'GUITAR > RACK[compressor drive amp] > VALVE[preamp] > RACK[chorus delay reverb] { > VALVE[power] > CABINET | [cab] > DESK[mix-1] }',
    ],
    [
      'guitar, four-loop unit, od, distortion, valve head, cab 16',
      'GUITAR > FOUR[loop-1(OVRDRV) loop-2(DSTRTN) compressor drive loop-3(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET',
    ],
    [
      'guitar, unit, effects-only unit, valve head, cab 16',
      'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > EFFECTS[wah compressor drive gate volume chorus delay reverb] > VALVE[power] > CABINET',
    ],
  ])('%s', (line, text) => {
    const rig = build(line);
    const wired = wireChains(rig, parseChains(rig, text));
    if ('reason' in wired) throw new Error(wired.reason);
    const { trial } = wired;
    const [{ reading } = { reading: null }] = readingsIn(inNight(trial, null));
    expect(writeChains(trial, reading?.chains ?? [])).toEqual(text.split('\n'));
    expect(checkInvariants(trial)).toEqual([]);
  });
});

test.each([
  [
    'has an output fewer goes by one of them',
    [],
    ['guitar/out|baritone/out > fuzz/in', 'guitar/more-out > desk/ch-1'],
  ],
  [
    'has as many goes by both',
    ['baritone'],
    ['guitar/out|baritone/out > fuzz/in', 'guitar/more-out|baritone/more-out > desk/ch-1'],
  ],
])('a guitar that shares the plugs of one with two outputs and %s', (_, more, wanted) => {
  const text = 'GUITAR/BRTN { > FUZZ > COMBO | > DESK[mix-1] }';
  const rig = ['guitar', ...more].reduce(
    (one, box) => withMore(one, { box, more: 'output' }),
    build('guitar, baritone, fuzz, combo, desk'),
  );
  const wired = wireChains(rig, parseChains(rig, text));
  if ('reason' in wired) throw new Error(wired.reason);
  const ends = wired.trial.leads.map(
    ({ from, to }) => `${from.at.map(jackKey).join('|')} > ${to.at.map(jackKey).join('|')}`,
  );
  expect(ends).toEqual(expect.arrayContaining(wanted));
  expect(writeChains(wired.trial, wired.chains)).toEqual([text]);
});

test('air that was plugged into a jack which is needed cannot be put away: refused in words', () => {
  const gear = build('guitar, fuzz, combo, mic, desk');
  const before = wireChains(gear, parseChains(gear, 'GUITAR > COMBO ~ MCRPHN > DESK[mix-1]'));
  if ('reason' in before) throw new Error(before.reason);
  const rig = before.trial;
  const [air, lead] = ['air', 'instrument'].map((kind) => rig.leads.find((one) => one.kind === kind)!.id);
  const astray = edited(rig, {
    edit: 'exchangeEnds',
    arguments: { a: { lead: air!, side: 'from' }, b: { lead: lead!, side: 'from' } },
  });
  expect(wireChains(astray, parseChains(astray, 'GUITAR > FUZZ > COMBO'))).toEqual({
    box: null,
    stereo: false,
    reason: expect.stringMatching(
      /^As the rig is plugged it cannot be taken: OUT of Guitar already holds lead/,
    ),
  });
});
