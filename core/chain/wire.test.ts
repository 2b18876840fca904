// Chains wired: by hand, and laws over random rigs.
import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { checkInvariants, inNight, jackKey, patchRig, type Rig, type Variant } from '../model';
const emptyState = (): Variant['state'] => ({ blocks: {}, modes: {}, controls: {}, patches: {} });
import { build, edited } from '../testing/build';
import {
  parseChains,
  readingsIn,
  remediesFor,
  wireChains,
  writeChains,
  type Wiring,
  withMore,
} from './index';

const chainsOf = (rig: Rig) => readingsIn(inNight(rig, null))[0]!.reading.chains;
const wired = (rig: Rig, text: string) => wireChains(rig, parseChains(rig, text));
const take = (rig: Rig, text: string): Wiring => {
  const result = wired(rig, text);
  if ('reason' in result) throw new Error(result.reason);
  return result;
};
const leads = (rig: Rig) =>
  rig.leads.map(
    ({ number, from, to }) => `${number} ${from.at.map(jackKey).join('|')} > ${to.at.map(jackKey).join('|')}`,
  );
const touched = ({ change: { put, move, away } }: Wiring) => ({
  put: put.length,
  move: move.map(({ lead }) => lead).sort(),
  away: [...away].sort(),
});

const GEAR = 'guitar, tuner, fuzz, od, delay, unit, valve head, cab 16, desk';
const FOUR =
  'GUITAR > TUNER > FUZZ > OVRDRV > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';
const four = () => take(build(GEAR), FOUR).trial;

describe('by hand', () => {
  test('bare gear is wired on the right jacks, a loop that is off goes on', () => {
    const { trial, change } = take(build(GEAR), FOUR);
    expect(leads(trial)).toEqual([
      '1 guitar/out > tuner/in',
      '2 tuner/out > fuzz/in',
      '3 fuzz/out > overdrive/in',
      '4 overdrive/out > multi-effects/input',
      '5 multi-effects/send-1 > valve-head/input',
      '6 valve-head/send > multi-effects/return-1',
      '7 multi-effects/out-1-l > valve-head/return',
      '8 valve-head/spk-16 > cabinet/in',
    ]);
    expect(change.states).toEqual([{ box: 'multi-effects', block: 'loop-1', state: 'on' }]);
    expect(checkInvariants(trial)).toEqual([]);
  });

  test('a pedal past its neighbour: three leads, one plug each, and the two change places', () => {
    const rig = four();
    const wiring = take(rig, FOUR.replace('FUZZ > OVRDRV', 'OVRDRV > FUZZ'));
    expect(touched(wiring)).toEqual({ put: 0, move: ['lead-2', 'lead-3', 'lead-4'], away: [] });
    const orderOf = (id: string) => wiring.trial.boxes.find((box) => box.id === id)!.order;
    expect(orderOf('overdrive')).toBeLessThan(orderOf('fuzz'));
  });

  test.each([
    ['over the preamp', FOUR.replace(' > OVRDRV', '').replace('> VALVE[power]', '> OVRDRV > VALVE[power]')],
    ['into the loop', FOUR.replace(' > OVRDRV', '').replace('VALVE[preamp]', 'OVRDRV > VALVE[preamp]')],
    ['put in', FOUR.replace('TUNER >', 'TUNER > DIGITAL >')],
    ['taken out', FOUR.replace(' > FUZZ', '')],
    [
      'all in front',
      'GUITAR > TUNER > FUZZ > OVRDRV > MULTI[drive amp cab chorus delay reverb] > VALVE > CABINET',
    ],
    [
      'in the loop only',
      'GUITAR > TUNER > FUZZ > OVRDRV > VALVE[preamp] > MULTI[drive amp cab chorus delay reverb] > VALVE[power] > CABINET',
    ],
    ['blocks of the unit in another order', FOUR.replace('chorus delay reverb', 'reverb chorus delay')],
    [
      'a feed split last',
      FOUR.replace(
        'amp cab chorus delay reverb] > VALVE[power] > CABINET',
        'amp chorus delay reverb] { > VALVE[power] > CABINET | [cab] > DESK[mix-1] }',
      ),
    ],
    [
      'a feed ahead of the late effects',
      FOUR.replace(
        'amp cab chorus delay reverb] > VALVE[power] > CABINET',
        'amp] { [chorus delay reverb] > VALVE[power] > CABINET | [cab] > DESK[mix-1] }',
      ),
    ],
  ])('%s: it reads as it was asked for, and undo gives the rig before', (_name, text) => {
    const rig = four();
    const { change, trial } = take(rig, text);
    expect(writeChains(trial, chainsOf(trial))).toEqual([text]);
    const applied = applyEdit(rig, { edit: 'takeRouting', arguments: change });
    expect(checkInvariants(applied.rig)).toEqual([]);
    expect(patchRig(applied.rig, applied.inverse)).toEqual(rig);
  });

  test('a pedal in a loop that the unit has no block for yet: it gets one, by its own jacks, once', () => {
    const text = FOUR.replace(' > OVRDRV', '').replace('delay reverb', 'delay loop-2(OVRDRV) reverb');
    const { change, trial } = take(four(), text);
    expect(change.blocks).toMatchObject([{ box: 'multi-effects', block: { id: 'loop-2', role: 'loop' } }]);
    expect(leads(trial).some((line) => line.endsWith('multi-effects/send-2 > overdrive/in'))).toBe(true);
    const third = wired(trial, text.replace('reverb]', 'reverb loop-3(FUZZ)]').replace('FUZZ > ', ''));
    expect(third).toMatchObject({ box: 'multi-effects' });
    expect(() => wired(trial, text.replace('loop-2(OVRDRV)', 'loop-4'))).toThrow(
      /nothing is said to hang in loop-4/,
    );
  });

  test('leads stay in the jacks that somebody chose, though others come first', () => {
    const rig = build(
      'guitar, unit, valve head, cab 8',
      'guitar/out = multi-effects/input',
      'multi-effects/out-1-r = valve-head/input',
      'valve-head/spk-8 = cabinet/in',
    );
    const moved = take(rig, writeChains(rig, chainsOf(rig)).join('\n'));
    expect(touched(moved)).toEqual({ put: 0, move: [], away: [] });
  });

  test('a box or a loop that stands there twice is refused by name', () => {
    const rig = build(GEAR);
    expect(wired(rig, 'GUITAR > FUZZ > FUZZ > CABINET')).toMatchObject({
      reason: 'Fuzz stands in the order twice.',
    });
    expect(wired(rig, 'GUITAR > MULTI[loop-1(FUZZ) loop-1(OVRDRV) amp] > CABINET')).toMatchObject({
      reason: 'Loop 1 of Multi-effects stands in the order twice.',
    });
  });

  test('what would read otherwise than it was asked for is refused with what it would read as', () => {
    const rig = build('guitar, amp selector, combo, valve combo with loop');
    expect(wired(rig, 'GUITAR > AMP { > COMBO | > VALVE }')).toEqual({
      box: null,
      stereo: false,
      reason: 'It would read as GUITAR > AMP either { > COMBO | > VALVE }.',
    });
  });

  test('a gate wrapped around the drives, then around the preamp too', () => {
    const rig = take(
      build('guitar, fuzz, od, four-jack gate, valve head, cab 16'),
      'GUITAR > FUZZ > OVRDRV > VALVE > CABINET',
    ).trial;
    for (const text of [
      'GUITAR > FOUR[sense] > FUZZ > OVRDRV > FOUR[gate] > VALVE > CABINET',
      'GUITAR > FOUR[sense] > FUZZ > OVRDRV > VALVE[preamp] > FOUR[gate] > VALVE[power] > CABINET',
    ])
      expect(writeChains(rig, chainsOf(take(rig, text).trial))).toEqual([text]);
  });

  test('a switcher: pedals in its loops, those that are emptied go off', () => {
    const rig = build('guitar, loop switcher, od, delay, combo');
    const both = take(rig, 'GUITAR > FOUR[buffer loop-1(OVRDRV) loop-3(DIGITAL) mute] > COMBO');
    expect(both.change.states).toHaveLength(2);
    const one = take(both.trial, 'GUITAR > FOUR[buffer loop-1(OVRDRV > DIGITAL) mute] > COMBO');
    expect(one.change.states).toEqual([{ box: 'four-loop-switcher', block: 'loop-3', state: 'off' }]);
    expect('reason' in wired(rig, 'GUITAR > FOUR[buffer loop-3(DIGITAL) loop-1(OVRDRV) mute] > COMBO')).toBe(
      true,
    );
  });

  test('stereo keeps both sides, and says where there is one only', () => {
    const rig = build('guitar, stereo chorus, stereo delay, od, powered speaker');
    const { trial } = take(rig, 'GUITAR > STEREO >> STERD > POWERED');
    expect(leads(trial)).toEqual([
      '1 guitar/out > stereo-chorus/in-l',
      '2 stereo-chorus/out-l > stereo-delay/in-l',
      '3 stereo-chorus/out-r > stereo-delay/in-r',
      '4 stereo-delay/out-l > powered-speaker/in',
    ]);
    const refused = parseChains(rig, 'GUITAR > STEREO >> OVRDRV > POWERED');
    const no = wireChains(rig, refused);
    expect(no).toMatchObject({
      box: 'overdrive',
      stereo: true,
      reason: 'Overdrive has no way through Overdrive in stereo as it is asked for.',
    });
    expect('reason' in no && remediesFor(rig, refused, no).order).toEqual({
      words: 'Overdrive in mono',
      lines: ['GUITAR > STEREO > OVRDRV > POWERED'],
    });
  });

  test('guitars that share a plug, radio and air; a lead in no chain stays', () => {
    const rig = build(
      'guitar, baritone, transmitter, od, combo, mic, desk, delay, reverb',
      'digital-delay/out = reverb/in',
    );
    const { trial, change } = take(
      rig,
      'GUITAR/BRTN > RADIO ~ RADIR > OVRDRV > COMBO ~ MCRPHN > DESK[mix-1]',
    );
    expect(trial.leads.some(({ from }) => from.at.length === 2)).toBe(true);
    expect(leads(trial)[0]).toBe('1 digital-delay/out > reverb/in');
    expect(change.away).toEqual([]);
  });

  test('what no jack is left for is refused whole, with what would do', () => {
    const rig = build('guitar, od, combo, valve combo with loop');
    const chains = parseChains(rig, 'GUITAR > OVRDRV { > COMBO | > VALVE }');
    const no = wireChains(rig, chains);
    if (!('reason' in no)) throw new Error('an overdrive has one output');
    expect(no.reason).toBe('Overdrive has no jack left for a way through Overdrive.');
    const { order, gear } = remediesFor(rig, chains, no);
    expect('change' in wired(rig, order!.lines.join('\n'))).toBe(true);
    expect(gear).toEqual({ words: 'one more output at Overdrive', box: 'overdrive', more: 'output' });
  });

  test('a loop that is missing: one more, or another gap; with either it can be wired', () => {
    const rig = four();
    const text = FOUR.replace('FUZZ > OVRDRV > ', '').replace(
      'chorus delay reverb',
      'chorus loop(FUZZ) delay loop(OVRDRV) reverb',
    );
    const chains = parseChains(rig, text);
    const no = wireChains(rig, chains);
    if (!('reason' in no)) throw new Error('it has two loops');
    expect(no.reason).toBe('Multi-effects has no loop left.');
    const { order, gear, together } = remediesFor(rig, chains, no);
    expect(gear).toMatchObject({ words: 'one more loop at Multi-effects', more: 'loop' });
    expect('change' in wireChains(withMore(rig, gear!), chains)).toBe(true);
    expect('change' in wired(rig, order!.lines.join('\n'))).toBe(true);
    expect(together).toEqual([]);
  });

  test('what no small change mends is told by the boxes that cannot stand together', () => {
    const rig = build('guitar, od, fuzz, combo, cab 8');
    const chains = parseChains(rig, 'GUITAR > CABINET > OVRDRV > COMBO > FUZZ');
    const no = wireChains(rig, chains);
    if (!('reason' in no)) throw new Error('a cabinet gives nothing on');
    const { order, gear, together } = remediesFor(rig, chains, no);
    expect([order, gear]).toEqual([null, null]);
    expect(together.length).toBeGreaterThan(0);
  });
});

describe('in a variant', () => {
  const night = (rig: Rig, id = 'direct'): Rig =>
    edited(rig, {
      edit: 'addVariant',
      arguments: { variant: { id, name: 'Direct night', leads: {}, state: emptyState(), notes: '' } },
    });
  const readIn = (rig: Rig, variant: string | null) =>
    writeChains(rig, readingsIn(inNight(rig, variant))[0]!.reading.chains);
  const DIRECT = 'GUITAR > TUNER > FUZZ > OVRDRV > MULTI[drive amp cab delay chorus reverb] > DESK[mix-1]';

  test('the variant reads as was asked for, the base stays lead by lead and wire by wire', () => {
    const rig = night(four());
    const result = wireChains(rig, parseChains(rig, DIRECT), { variant: 'direct', wirings: {} });
    if ('reason' in result) throw new Error(result.reason);
    const { trial, change } = result;
    expect(readIn(trial, 'direct')).toEqual([DIRECT]);
    expect(readIn(trial, null)).toEqual([FOUR]);
    expect(leads(trial).slice(0, 8)).toEqual(leads(rig).slice(0, 8));
    // The inside differs too: the variant has a wiring of its own.
    expect(change.wires).toMatchObject([{ box: 'multi-effects', name: 'Direct night' }]);
    const unit = (one: Rig) => one.boxes.find(({ id }) => id === 'multi-effects')!;
    expect(unit(trial).patch).toBe(unit(rig).patch);
    expect(unit(trial).patches).toHaveLength(unit(rig).patches.length + 1);
    expect(trial.variants[0]!.state.patches).toEqual({ 'multi-effects': change.wires[0]!.patch });
    expect(trial.boxes.map(({ order }) => order)).toEqual(rig.boxes.map(({ order }) => order));
    expect(checkInvariants(trial)).toEqual([]);
    const applied = applyEdit(rig, { edit: 'takeRouting', arguments: change });
    expect(patchRig(applied.rig, applied.inverse)).toEqual(rig);
    // Wired once more, its own wiring is changed: no other grows beside it.
    const again = wireChains(trial, parseChains(trial, DIRECT.replace('delay chorus', 'chorus delay')), {
      variant: 'direct',
      wirings: {},
    });
    if ('reason' in again) throw new Error(again.reason);
    expect(again.change.wires).toMatchObject([{ patch: change.wires[0]!.patch }]);
    expect(unit(again.trial).patches).toHaveLength(unit(trial).patches.length);
  });

  test('what the base is wired as leaves a variant that plugs otherwise alone', () => {
    const rig = night(four());
    const direct = wireChains(rig, parseChains(rig, DIRECT), { variant: 'direct', wirings: {} });
    if ('reason' in direct) throw new Error(direct.reason);
    const { trial } = take(direct.trial, FOUR.replace('FUZZ > OVRDRV', 'OVRDRV > FUZZ'));
    expect(readIn(trial, null)).toEqual([FOUR.replace('FUZZ > OVRDRV', 'OVRDRV > FUZZ')]);
    expect(checkInvariants(trial)).toEqual([]);
  });
});

describe('a loop that is not named', () => {
  test('is the one that costs least: where a pedal hangs already, else one that is there, else a new one', () => {
    const rig = four();
    const kept = take(rig, FOUR.replace('loop-1(', 'loop('));
    expect(touched(kept)).toEqual({ put: 0, move: [], away: [] });
    const second = take(
      rig,
      FOUR.replace(' > OVRDRV', '').replace('delay reverb', 'delay loop(OVRDRV) reverb'),
    );
    expect(writeChains(second.trial, chainsOf(second.trial))).toEqual([
      FOUR.replace(' > OVRDRV', '').replace('delay reverb', 'delay loop-2(OVRDRV) reverb'),
    ]);
    expect(
      wired(
        rig,
        FOUR.replace(' > OVRDRV', '')
          .replace(' > FUZZ', '')
          .replace('chorus delay', 'loop(OVRDRV) chorus loop(FUZZ) delay'),
      ),
    ).toMatchObject({ box: 'multi-effects', reason: 'Multi-effects has no loop left.' });
    expect(() => wired(rig, 'GUITAR > MULTI[loop amp] > CABINET')).toThrow(/its brackets begin and end here/);
  });

  test('of a switcher: the one whose place in the row it is', () => {
    const rig = build('guitar, loop switcher, od, fuzz, combo');
    const result = take(rig, 'GUITAR > FOUR[buffer loop(OVRDRV) loop(FUZZ) mute] > COMBO');
    expect(writeChains(result.trial, chainsOf(result.trial))).toEqual([
      'GUITAR > FOUR[buffer loop-1(OVRDRV) loop-2(FUZZ) mute] > COMBO',
    ]);
  });
});

describe('level switches', () => {
  test('follow what is newly plugged; where a lead stands they are somebody’s choice', () => {
    const rig = build('guitar, unit, desk');
    const { change, trial } = take(rig, 'GUITAR > MULTI[drive amp cab chorus delay reverb] > DESK[mix-1]');
    expect(change.modes).toEqual([
      { box: 'desk', jack: 'ch-1', mode: 'line' },
      { box: 'multi-effects', jack: 'out-1-l', mode: 'line' },
    ]);
    const other = edited(trial, {
      edit: 'setMode',
      arguments: { box: 'multi-effects', jack: 'out-1-l', mode: 'instrument', scope: { layer: 'rest' } },
    });
    expect(take(other, writeChains(other, chainsOf(other)).join('\n')).change.modes).toEqual([]);
  });
});
