// Routings by their names: wired from a chain, plugged by hand, taken from a card.
import { describe, expect, test } from '@jest/globals';
import { inNight, type Rig } from '../model';
import { cardsOf } from '../planner';
import { build, edited } from '../testing/build';
import { wired } from '../testing/order';
import { nameOf, readingsIn } from './index';

const nameIn = (rig: Rig) => nameOf(rig, readingsIn(inNight(rig, null))[0]!.reading.chains);
const GEAR = 'guitar, fuzz, od, delay, unit, valve head, cab 16, desk, four-jack gate, di';
const UNIT = 'MULTI[drive loop-1(VALVE[preamp]) amp chorus delay reverb]';

describe('a routing is called', () => {
  test.each<[string, string, readonly string[]]>([
    [GEAR, 'GUITAR > FUZZ > MULTI > VALVE > CABINET', ['all in front']],
    [GEAR, 'GUITAR > VALVE[preamp] > MULTI > VALVE[power] > CABINET', ['effects in the loop']],
    [
      GEAR,
      'GUITAR > FUZZ > VALVE[preamp] > DIGITAL > VALVE[power] > CABINET',
      ['ahead of the preamp and in the loop'],
    ],
    [GEAR, `GUITAR > FUZZ > ${UNIT} > VALVE[power] > CABINET`, ['four-cable']],
    [GEAR, 'GUITAR > MULTI > VALVE[power] > CABINET', ['straight into the power stage']],
    [GEAR, 'GUITAR > VALVE > CABINET', ['straight into the amplifier']],
    [GEAR, 'GUITAR > MULTI > DESK[mix-1]', ['direct']],
    [
      GEAR,
      `GUITAR > ${UNIT} { > VALVE[power] > CABINET | [cab] > DESK[mix-1] }`,
      ['four-cable', 'feed to Desk, split last'],
    ],
    [
      GEAR,
      'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp] { [delay] > VALVE[power] > CABINET | [cab delay-2] > DESK[mix-1] }',
      ['four-cable', 'feed to Desk with its late effects doubled'],
    ],
    [
      GEAR,
      'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp] { [delay] > VALVE[power] > CABINET | [cab] > DESK[mix-1] }',
      ['four-cable', 'feed to Desk, split ahead of the late effects'],
    ],
    [
      GEAR,
      'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp delay loop-2(DIGITAL)] > VALVE[power] > CABINET',
      ['four-cable', 'Digital delay in Loop 2 of Multi-effects'],
    ],
    [
      GEAR,
      'GUITAR > FOUR[sense] > FUZZ > OVRDRV > FOUR[gate] > VALVE > CABINET',
      ['all in front', 'Four-jack gate around effects'],
    ],
    [
      GEAR,
      'GUITAR > FOUR[sense] > VALVE[preamp] > FOUR[gate] > DIGITAL > VALVE[power] > CABINET',
      ['effects in the loop', 'Four-jack gate around the preamp'],
    ],
    [
      GEAR,
      'GUITAR > PASSIVE { > VALVE > CABINET | [transformer] > DESK[mix-1] }',
      ['straight into the amplifier', 'feed to Desk by Passive DI'],
    ],
    [
      'guitar, two-channel equaliser, valve head, cab 16',
      'GUITAR > TWO[eq-a] > VALVE[preamp] > TWO[eq-b] > VALVE[power] > CABINET',
      ['ahead of the preamp and in the loop', 'Two-channel equaliser ahead of the preamp and behind it'],
    ],
    [
      'guitar, small head, load box, valve head, cab 16',
      'GUITAR > SMALL[preamp] { > VALVE[power] > CABINET | [power] > LOAD:in }',
      ['Small head into the power stage of Valve head'],
    ],
    [
      'guitar, od, amp selector, combo, valve combo with loop',
      'GUITAR > OVRDRV > AMP either { > COMBO | > VALVE }',
      ['all in front', 'Combo and Valve combo with loop, one at a time'],
    ],
    [
      'guitar, splitter, delay, combo, valve combo with loop',
      'GUITAR > SPLTTR { > COMBO | > DIGITAL > VALVE }',
      ['straight into the amplifier', 'Combo and Valve combo with loop, one of them dry'],
    ],
    [
      'guitar, combo, mic, desk, wedge',
      'GUITAR > COMBO ~ MCRPHN > DESK[mix-1]\nDESK:aux-1 > WEDGE',
      ['straight into the amplifier', 'a microphone to Desk', "Desk's mix to Wedge"],
    ],
    [
      'guitar, bass, input selector, combo',
      'GUITAR > INPUT > COMBO\nBASS > into INPUT[select]',
      ['straight into the amplifier', 'Bass mixed in at Input selector'],
    ],
    [
      'guitar, stereo delay, di x2, desk',
      'GUITAR > STEREO >> PASSIVE+PASSD2 >> DESK[mix-1]+DESK[mix-2]',
      ['direct, in stereo'],
    ],
  ])('%s: %s', (line, text, name) => {
    expect(nameIn(wired(line, text))).toEqual(name);
  });

  test('where nothing is heard it has no name', () => {
    expect(nameIn(build('guitar, fuzz, combo', 'guitar/out = fuzz/in'))).toEqual([]);
    expect(nameOf(build('guitar'), [])).toEqual([]);
  });

  test('plugged by hand it is called the same, whatever its boxes are called', () => {
    const rig = build(
      'guitar, unit, valve head, cab 16',
      'guitar/out = multi-effects/input',
      'multi-effects/send-1 = valve-head/input',
      'valve-head/send = multi-effects/return-1',
      'multi-effects/out-1-l = valve-head/return',
      'valve-head/spk-16 = cabinet/in',
    );
    const other = { ...rig, boxes: rig.boxes.map((box, i) => ({ ...box, name: `Box ${i}`, tag: `B${i}` })) };
    expect([nameIn(rig), nameIn(other)]).toEqual([['four-cable'], ['four-cable']]);
  });

  test('what hangs in a loop comes back to it: the loudspeaker of a head whose send is tapped does not', () => {
    const rig = build(
      'guitar, unit, valve head, cab 16, desk, delay, delay',
      'guitar/out = multi-effects/input',
      'multi-effects/send-1 = valve-head/input',
      'valve-head/send = multi-effects/return-1',
      'valve-head/spk-16 = cabinet/in',
      'multi-effects/out-1-l = desk/ch-1',
    );
    expect(nameIn(rig)).toEqual(['all in front', 'line out of Valve head to Desk']);
  });

  test('what parts in a loop and joins again before its return hangs there', () => {
    const rig = build(
      'guitar, four-loop switcher, splitter, od, fuzz, input selector, combo',
      'guitar/out = four-loop-switcher/in',
      'four-loop-switcher/send-1 = splitter/in',
      'splitter/out-a = overdrive/in',
      'splitter/out-b = fuzz/in',
      'overdrive/out = input-selector/in-a',
      'fuzz/out = input-selector/in-b',
      'input-selector/out = four-loop-switcher/return-1',
      'four-loop-switcher/out = combo/input',
    );
    expect(nameIn(rig)).toEqual([
      'all in front',
      'Splitter, Overdrive, Input selector and Fuzz in Loop 1 of Four-loop switcher',
    ]);
  });

  test('a card that is taken is called by its own family', () => {
    const rig = build('guitar, unit, valve head, cab 16');
    const called = new Map(
      cardsOf(rig).flatMap((card) =>
        card.can
          ? [[card.code, nameIn(edited(rig, { edit: 'takeRouting', arguments: card.change }))[0]] as const]
          : [],
      ),
    );
    expect(Object.fromEntries(called)).toMatchObject({
      FOUR: 'four-cable',
      FRONT: 'all in front',
      LOOP: 'effects in the loop',
      POWER: 'straight into the power stage',
    });
  });
});
