// What a place of the order offers beside being moved.
import { describe, expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { AT, done, places, read, wired } from '../testing/order';
import { choicesAt } from './index';

const GEAR = 'guitar, fuzz, od, unit, valve head, cab 16';
const FOUR =
  'GUITAR > FUZZ > OVRDRV > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';

function chosen(rig: Rig, words: string): string {
  const all = places(rig).flatMap((at) => choicesAt(rig, AT, at));
  const choice = all.find((one) => one.words === words);
  if (!choice) throw new Error(`${words}: ${all.map((one) => one.words).join('; ')}`);
  return read(done(rig, choice.act)).join('; ');
}

describe('what else a place offers', () => {
  const GATE = 'guitar, fuzz, od, four-jack gate, valve head, cab 16, desk, di';
  const GATED = 'GUITAR > FUZZ > OVRDRV > VALVE > CABINET';
  test.each<[string, string, string, string, string]>([
    ['taken out', GATE, GATED, 'Take Overdrive out', 'GUITAR > FUZZ > VALVE > CABINET'],
    [
      'a gate around one',
      GATE,
      GATED,
      'Wrap Four-jack gate around Overdrive',
      'GUITAR > FUZZ > FOUR[sense] > OVRDRV > FOUR[gate] > VALVE > CABINET',
    ],
    [
      'a gate around the drives',
      GATE,
      GATED,
      'Wrap Four-jack gate around Fuzz to Overdrive',
      'GUITAR > FOUR[sense] > FUZZ > OVRDRV > FOUR[gate] > VALVE > CABINET',
    ],
    [
      'a gate around drives and preamp',
      GATE,
      GATED,
      'Wrap Four-jack gate around Fuzz to Preamp of Valve head',
      'GUITAR > FOUR[sense] > FUZZ > OVRDRV > VALVE[preamp] > FOUR[gate] > VALVE[power] > CABINET',
    ],
    [
      'a gate that stands around the drives, around the preamp',
      GATE,
      'GUITAR > FOUR[sense] > FUZZ > OVRDRV > FOUR[gate] > VALVE > CABINET',
      'Wrap Four-jack gate around Preamp of Valve head',
      'GUITAR > FUZZ > OVRDRV > FOUR[sense] > VALVE[preamp] > FOUR[gate] > VALVE[power] > CABINET',
    ],
    [
      'a feed by a DI',
      GATE,
      GATED,
      'Split behind Overdrive, a way to Desk, by Passive DI',
      'GUITAR > FUZZ > OVRDRV > PASSIVE { > VALVE > CABINET | [transformer] > DESK[mix-1] }',
    ],
    [
      'a feed added where a pedal hangs in a loop',
      `${GEAR}, desk`,
      FOUR.replace(' > OVRDRV', '').replace('delay reverb', 'delay loop-2(OVRDRV) reverb'),
      'Split behind Reverb of Multi-effects, a way to Desk',
      'GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay loop-2(OVRDRV) reverb] { > VALVE[power] > CABINET | > DESK[mix-1] }',
    ],
    [
      'a second amplifier with its cabinet',
      'guitar, od, combo, splitter, valve head, cab 16',
      'GUITAR > OVRDRV > COMBO',
      'Split behind Overdrive, a way to Valve head, by Splitter',
      'GUITAR > OVRDRV > SPLTTR { > COMBO | > VALVE > CABINET }',
    ],
    [
      'the split later',
      `${GEAR}, desk`,
      'GUITAR > MULTI[drive amp] { [delay] > VALVE > CABINET | [cab] > DESK[mix-1] }',
      'Split later: behind Delay of Multi-effects',
      'GUITAR > MULTI[drive amp delay] { > VALVE > CABINET | [cab] > DESK[mix-1] }',
    ],
    [
      'the split earlier',
      `${GEAR}, desk`,
      'GUITAR > MULTI[drive amp delay] { > VALVE > CABINET | [cab] > DESK[mix-1] }',
      'Split earlier: Delay of Multi-effects on the way to Cabinet alone',
      'GUITAR > MULTI[drive amp] { [delay] > VALVE > CABINET | [cab] > DESK[mix-1] }',
    ],
    [
      'ears at an aux of the desk',
      'guitar, unit, desk, ears',
      'GUITAR > MULTI[drive amp cab chorus delay reverb] > DESK[mix-1]',
      'Desk’s mix to In-ear pack',
      'GUITAR > MULTI[drive amp cab chorus delay reverb] > DESK[mix-1]; DESK:aux-1 > INEAR',
    ],
    [
      'a block doubled on the other way',
      `${GEAR}, desk`,
      'GUITAR > MULTI[drive amp] { [delay] > VALVE > CABINET | [cab] > DESK[mix-1] }',
      'Double Delay of Multi-effects after Cabinet model of Multi-effects',
      'GUITAR > MULTI[drive amp] { [delay] > VALVE > CABINET | [cab delay-2] > DESK[mix-1] }',
    ],
  ])('%s', (_name, line, text, words, now) => {
    const rig = wired(line, text);
    expect(chosen(rig, words)).toBe(now);
  });

  test('a double switches with what it doubles', () => {
    const rig = wired(
      `${GEAR}, desk`,
      'GUITAR > MULTI[amp] { [delay] > VALVE > CABINET | [cab] > DESK[mix-1] }',
    );
    const words = 'Double Delay of Multi-effects after Cabinet model of Multi-effects';
    const choice = places(rig)
      .flatMap((at) => choicesAt(rig, AT, at))
      .find((one) => one.words === words);
    const trial = done(rig, choice!.act);
    const unit = trial.boxes.find(({ id }) => id === 'multi-effects')!;
    expect(unit.blocks.find(({ id }) => id === 'delay-2')).toMatchObject({
      name: 'Delay (double)',
      twinOf: 'delay',
    });
  });

  test('a second instrument, with nothing plugged in it yet, is joined where another is mixed in', () => {
    const rig = wired('guitar, bass, input selector, combo', 'GUITAR > INPUT > COMBO');
    expect(chosen(rig, 'Join into Input selector')).toBe('GUITAR > INPUT > COMBO; BASS > into INPUT[select]');
  });
});
