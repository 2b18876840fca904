// The order of rigs that are wired every way: written by hand, and laws over random ones.
import { describe, expect, test } from '@jest/globals';
import { inNight, type Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { set, swap } from '../testing/short-edits';
import { parseChains, readingsIn, writeChains, type Reading } from './index';

const read = (rig: Rig): Reading => readingsIn(inNight(rig, null))[0]!.reading;
const lines = (rig: Rig) => writeChains(rig, read(rig).chains);
const wired = (line: string, ...plugs: string[]) =>
  lines(build(line, ...plugs.map((p) => p.replace(' > ', ' = '))));

describe('rigs by hand', () => {
  test.each<[string, string, readonly string[], readonly string[]]>([
    [
      'pedals into a combo',
      'guitar, tuner, od, combo',
      ['guitar/out > tuner/in', 'tuner/out > overdrive/in', 'overdrive/out > combo/input'],
      ['GUITAR > TUNER > OVRDRV > COMBO'],
    ],
    [
      'not finished: where it ends so far',
      'guitar, tuner, od, combo',
      ['guitar/out > tuner/in', 'tuner/out > overdrive/in'],
      ['GUITAR > TUNER > OVRDRV > nothing'],
    ],
    ['nothing plugged', 'guitar, tuner, combo', [], []],
    [
      'a gate around the preamp: two hosts cross',
      'guitar, four-jack gate, valve head, cab 16',
      [
        'guitar/out > four-jack-gate/in',
        'four-jack-gate/send > valve-head/input',
        'valve-head/send > four-jack-gate/return',
        'four-jack-gate/out > valve-head/return',
        'valve-head/spk-16 > cabinet/in',
      ],
      ['GUITAR > FOUR[sense] > VALVE[preamp] > FOUR[gate] > VALVE[power] > CABINET'],
    ],
    [
      'a two-channel equaliser ahead of the preamp and in the loop',
      'guitar, two-channel eq, valve head, cab 16',
      [
        'guitar/out > two-channel-equaliser/in-a',
        'two-channel-equaliser/out-a > valve-head/input',
        'valve-head/send > two-channel-equaliser/in-b',
        'two-channel-equaliser/out-b > valve-head/return',
        'valve-head/spk-16 > cabinet/in',
      ],
      ['GUITAR > TWO[eq-a] > VALVE[preamp] > TWO[eq-b] > VALVE[power] > CABINET'],
    ],
    [
      'a parallel loop: what is dry stays in the box',
      'guitar, delay, parallel head, cab 16',
      [
        'guitar/out > valve-head-parallel-loop/input',
        'valve-head-parallel-loop/send > digital-delay/in',
        'digital-delay/out > valve-head-parallel-loop/return',
        'valve-head-parallel-loop/spk-16 > cabinet/in',
      ],
      ['GUITAR > VALVE[preamp divide] > DIGITAL > VALVE[blend power] > CABINET'],
    ],
    [
      'a switcher: loops in use host, an empty one is a wire, the tuner listens at its own output',
      'guitar, loop switcher, tuner, od, combo',
      [
        'guitar/out > four-loop-switcher/in',
        'four-loop-switcher/tuner > tuner/in',
        'four-loop-switcher/send-2 > overdrive/in',
        'overdrive/out > four-loop-switcher/return-2',
        'four-loop-switcher/out > combo/input',
      ],
      ['GUITAR > FOUR[buffer] { [loop-2(OVRDRV) mute] > COMBO | > TUNER }'],
    ],
    [
      'a selector is one at a time',
      'guitar, amp selector, combo, valve combo with loop',
      [
        'guitar/out > amp-selector/in',
        'amp-selector/out-a > combo/input',
        'amp-selector/out-b > valve-combo-with-loop/input',
      ],
      ['GUITAR > AMP either { > COMBO | > VALVE }'],
    ],
    [
      'a DI: on through its jack, and to the desk',
      'guitar, di, combo, desk',
      ['guitar/out > passive-di/in', 'passive-di/through > combo/input', 'passive-di/out > desk/ch-1'],
      ['GUITAR > PASSIVE { > COMBO | [transformer] > DESK[mix-1] }'],
    ],
    [
      'stereo to two halves',
      'guitar, stereo chorus, stereo delay, stereo power amp, stereo cab',
      [
        'guitar/out > stereo-chorus/in-l',
        'stereo-chorus/out-l > stereo-delay/in-l',
        'stereo-chorus/out-r > stereo-delay/in-r',
        'stereo-delay/out-l > stereo-power-amp/in-l',
        'stereo-delay/out-r > stereo-power-amp/in-r',
        'stereo-power-amp/spk-l > stereo-cabinet/in-l',
        'stereo-power-amp/spk-r > stereo-cabinet/in-r',
      ],
      ['GUITAR > STEREO >> STERD >> STERPA[power-l]+STERPA[power-r] >> STERC[speaker-l]+STERC[speaker-r]'],
    ],
    [
      'two DIs are a pair, two desk channels too',
      'guitar, stereo delay, di x2, desk',
      [
        'guitar/out > stereo-delay/in-l',
        'stereo-delay/out-l > passive-di/in',
        'stereo-delay/out-r > passive-di-2/in',
        'passive-di/out > desk/ch-1',
        'passive-di-2/out > desk/ch-2',
      ],
      ['GUITAR > STEREO >> PASSIVE+PASSD2 >> DESK[mix-1]+DESK[mix-2]'],
    ],
    [
      'two amplifiers, one a side',
      'guitar, stereo delay, combo, valve combo with loop',
      [
        'guitar/out > stereo-delay/in-l',
        'stereo-delay/out-l > combo/input',
        'stereo-delay/out-r > valve-combo-with-loop/input',
      ],
      ['GUITAR > STEREO sides { > COMBO | > VALVE }'],
    ],
    [
      'a gate that listens elsewhere',
      'guitar, splitter, od, keyed gate, combo',
      [
        'guitar/out > splitter/in',
        'splitter/out-a > overdrive/in',
        'overdrive/out > keyed-gate/in',
        'splitter/out-b > keyed-gate/key',
        'keyed-gate/out > combo/input',
      ],
      ['GUITAR > SPLTTR { > OVRDRV > KEYED[gate] > COMBO | > KEYED[sense] }'],
    ],
    [
      'a junction box is passed four times',
      'guitar, fuzz, delay, junction, valve head, cab 16',
      [
        'guitar/out > junction-box/guitar',
        'junction-box/to-front > fuzz/in',
        'fuzz/out > junction-box/from-front',
        'junction-box/amp-in > valve-head/input',
        'valve-head/send > junction-box/amp-send',
        'junction-box/to-loop > digital-delay/in',
        'digital-delay/out > junction-box/from-loop',
        'junction-box/amp-return > valve-head/return',
        'valve-head/spk-16 > cabinet/in',
      ],
      [
        'GUITAR > JNCTN:to-front > FUZZ > JNCTN:amp-in > VALVE[preamp] > JNCTN:to-loop > DIGITAL > JNCTN:amp-return > VALVE[power] > CABINET',
      ],
    ],
    [
      'two pickups, two chains',
      'piezo guitar, od, combo, desk',
      [
        'guitar-with-piezo/out > overdrive/in',
        'guitar-with-piezo/piezo-out > desk/ch-1',
        'overdrive/out > combo/input',
      ],
      ['GUITAR[pickups] > OVRDRV > COMBO', 'GUITAR[piezo] > DESK[mix-1]'],
    ],
    [
      'a desk’s mix is a beginning of its own',
      'guitar, combo, mic, desk, wedge',
      ['guitar/out > combo/input', 'microphone/out > desk/ch-1', 'desk/aux-1 > wedge/in'],
      ['GUITAR > COMBO', 'DESK:aux-1 > WEDGE'],
    ],
  ])('%s', (_name, line, plugs, expected) => {
    expect(wired(line, ...plugs)).toEqual(expected);
    const rig = build(line);
    expect(writeChains(rig, parseChains(rig, expected.join('\n')))).toEqual(expected);
  });

  test('four-cable: the unit hosts the preamp, the amplifier what comes late', () => {
    expect(lines(fourCable())).toEqual([
      expect.stringMatching(
        /^GUITAR > FUZZ > MULTI\[drive loop-1\(VALVE\[preamp\]\) .*reverb\] > VALVE\[power\] > CABINET/,
      ),
    ]);
  });

  test('crossed leads are a knot: told by their leads, and the chain ends there or passes it by', () => {
    const rig = fourCable();
    const lead = (box: string, jack: string) =>
      rig.leads.find(({ from }) => from.at.some((at) => at.box === box && at.jack === jack))!.id;
    const [a, b] = [lead('multi-effects', 'send-1'), lead('multi-effects', 'out-1-l')];
    const crossed = read(edited(rig, swap(a, 'from', b, 'from')));
    expect(crossed.knots).toHaveLength(1);
    expect([...crossed.knots[0]!.leads].sort()).toEqual(['lead-3', 'lead-4']);
    expect([...crossed.knots[0]!.boxes].sort()).toEqual(['multi-effects', 'valve-head']);
    expect(writeChains(rig, crossed.chains)).toEqual([
      'GUITAR > FUZZ > MULTI[drive loop-1(] > VALVE[power] > CABINET',
    ]);
  });

  test('what is on has no say: pedals, loops, mutes', () => {
    const rig = build(
      'guitar, tuner, loop switcher, od, combo',
      'guitar/out = tuner/in',
      'tuner/out = four-loop-switcher/in',
      'four-loop-switcher/send-1 = overdrive/in',
      'overdrive/out = four-loop-switcher/return-1',
      'four-loop-switcher/out = combo/input',
    );
    const before = lines(rig);
    expect(before).toEqual(['GUITAR > TUNER > FOUR[buffer loop-1(OVRDRV) mute] > COMBO']);
    for (const call of [
      set('tuner', 'tuner', 'tuning'),
      set('four-loop-switcher', 'loop-1', 'on'),
      set('four-loop-switcher', 'loop-1', 'off'),
      set('four-loop-switcher', 'mute', 'muted'),
    ])
      expect(lines(edited(rig, call))).toEqual(before);
  });
});
