// What is under the foot as it is shown, written and tried; what is told of a change.
import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { boxOf, makeSound, type Rig } from '../model';
import { build, plugged } from '../testing/build';
import { board, call, of, slot, stand, withSounds } from '../testing/feet';
import { changed } from '../testing/grounds';
import {
  actChoices,
  actWords,
  bankIn,
  beginTrial,
  callEdit,
  changeOf,
  popsIn,
  pressOn,
  pressesView,
  readAct,
  readLabels,
  saidOf,
  setWords,
  slotEdit,
  soundIn,
  switchesSaid,
  underFoot,
  usualSwitches,
} from './index';

const SWITCHER = 'four-loop-switcher';
const rig = (): Rig => {
  const lead = stand(board(), 's1', { 'fuzz/fuzz': 'on', [`${SWITCHER}/loop-1`]: 'on' });
  return {
    ...lead,
    switchPlan: [slot(SWITCHER, 'switch-1', call('s0')), slot(SWITCHER, 'switch-2', call('s1'), 1)],
  };
};
const switcher = (r: Rig) => boxOf(r, SWITCHER)!;

describe('written and read', () => {
  test('a sound by its name, blocks to step by theirs, a tap; what is neither is refused by name', () => {
    const r = rig();
    for (const text of ['Two', 'two', 'tw'])
      expect(readAct(of(r), switcher(r), text)).toEqual({ act: { type: 'sound', sound: 's1' } });
    const step = readAct(of(r), switcher(r), 'step Loop 1 + loop 2');
    const act = 'act' in step ? step.act! : null;
    expect(act).toEqual({
      type: 'steps',
      blocks: [
        { box: SWITCHER, block: 'loop-1' },
        { box: SWITCHER, block: 'loop-2' },
      ],
    });
    expect(actWords(r, SWITCHER, act!)).toBe('step Loop 1 + Loop 2');
    expect(readAct(of(r), switcher(r), 'TAP')).toEqual({ act: { type: 'tap' } });
    expect(readAct(of(r), switcher(r), ' ')).toEqual({ act: null });
    expect(readAct(of(r), switcher(r), 'Fuzz')).toMatchObject({
      refused: expect.stringMatching(/^“Fuzz” is no sound/),
    });
    expect(actChoices(of(r), switcher(r)).map(({ name }) => name)).toEqual(
      expect.arrayContaining(['One', 'step Loop 4', 'tap']),
    );
  });

  test('an act takes the place of the one that was there; nothing takes it away', () => {
    const r = rig();
    const at = { box: SWITCHER, switch: 'switch-1', bank: 0 };
    const other = applyEdit(r, slotEdit(r, at, call('s2'))).rig;
    expect(other.switchPlan.filter((one) => one.switch === 'switch-1').map(({ act }) => act)).toEqual([
      call('s2'),
    ]);
    expect(applyEdit(r, slotEdit(r, at, null)).rig.switchPlan).toHaveLength(1);
    expect(applyEdit(r, slotEdit(r, { ...at, switch: 'switch-3' }, call('s2'))).rig.switchPlan).toHaveLength(
      3,
    );
  });

  test('banks that are used and the next one are shown, fixed switches by what they do', () => {
    const [first, ...others] = underFoot(of(rig()), 1);
    expect([first!.id, first!.banks.length, first!.more]).toEqual([SWITCHER, 3, 5]);
    expect(first!.banks[1]!.slots[1]).toMatchObject({ label: '2', text: 'Two', calls: 's1', isFree: true });
    expect(others.map(({ id }) => id)).toEqual(expect.arrayContaining(['fuzz', 'overdrive']));
    expect(underFoot(of(rig()), 3)[0]!.banks).toHaveLength(5);
    expect(underFoot(of(rig()), 30)[0]!.banks).toHaveLength(8);
  });
});

describe('the switches of a box', () => {
  test('are written by their printed names; what a name did stays', () => {
    const r = rig();
    const said = switchesSaid(switcher(r), { labels: readLabels('1, A,, A'), banks: 2, hasTap: true });
    expect(said.switches.map(({ label, does }) => [label, does])).toEqual([
      ['1', 'free'],
      ['A', 'free'],
      ['BANK ▼', 'bank-down'],
      ['BANK ▲', 'bank-up'],
      ['TAP', 'tap'],
    ]);
    const after = applyEdit(r, { edit: 'setSwitches', arguments: { box: SWITCHER, ...said } }).rig;
    expect(after.switchPlan.map(({ switch: sw }) => sw)).toEqual(['switch-1']);
    expect(saidOf(switcher(after))).toEqual({ labels: ['1', 'A'], banks: 2, hasTap: true });
    const usual = usualSwitches(switcher(after))!;
    expect(usual.switches).toEqual(switcher(r).switches);
    expect(usualSwitches({ ...switcher(after), from: null })).toBeNull();
    const [two] = build('two-loop switcher').boxes;
    expect(usualSwitches(two!)!.switches).toEqual(two!.switches);
    expect(usualSwitches({ ...two!, blocks: [] })).toBeNull();
  });

  test('of a pedal stay as they are beside a free one', () => {
    const fuzz = boxOf(rig(), 'fuzz')!;
    const { switches, banks } = switchesSaid(fuzz, { labels: ['A'], banks: 1, hasTap: false });
    expect([switches.map(({ does }) => does), banks]).toEqual([['steps', 'free'], null]);
  });
});

describe('stood on', () => {
  test('a call, what it does not reach, and what is in another bank', () => {
    const r = rig();
    let trial = beginTrial(of(r), 0);
    trial = pressOn(of(r), trial, SWITCHER, 'switch-2');
    expect(trial.pressed.at(-1)!.does).toBe('does nothing here');
    trial = pressOn(of(r), trial, SWITCHER, 'bank-up');
    expect([trial.pressed.at(-1)!.does, bankIn(of(r), trial, SWITCHER)]).toEqual(['to bank 2', 1]);
    trial = pressOn(of(r), trial, SWITCHER, 'switch-2');
    expect(soundIn(of(r), trial)).toEqual({ id: 's1', sound: 'Two', lacks: ['Fuzz is off'] });
    trial = pressOn(of(r), trial, 'fuzz', 'fuzz');
    expect(soundIn(of(r), trial)).toMatchObject({ sound: 'Two', lacks: [] });
  });
});

test('banks go round, or end where the box says so', () => {
  const pressed = (r: Rig, ...switches: string[]) =>
    bankIn(
      of(r),
      switches.reduce((trial, one) => pressOn(of(r), trial, SWITCHER, one), beginTrial(of(r), 0)),
      SWITCHER,
    );
  const { banks } = switcher(rig());
  expect(banks!.count).toBe(8);
  expect(pressed(rig(), 'bank-down')).toBe(7);
  expect(pressed(rig(), 'bank-down', 'bank-up')).toBe(0);
  const ends = changed(rig(), SWITCHER, (box) => ({ ...box, banks: { ...banks!, wraps: false } }));
  expect(pressed(ends, 'bank-down')).toBe(0);
  expect(pressed(ends, ...Array.from({ length: 9 }, () => 'bank-up'))).toBe(7);
});

describe('what is told of a change', () => {
  test('what is pressed, why, what hands do, and how the set comes out', () => {
    const change = changeOf(of(rig()), 0, 1)!;
    expect(change.presses.map(({ label, does }) => `${label}: ${does}`)).toEqual([
      'BANK ▲: to bank 2',
      '2: calls Two',
      ': Fuzz on',
    ]);
    expect(change.why).toEqual([
      'Four-loop switcher: what is wanted is in another bank',
      'Fuzz: by own switch, Four-loop switcher does not reach that far',
    ]);
    const view = pressesView(
      of({ ...rig(), songs: [{ id: 'a', name: 'A', sounds: ['s0', 's1', 's0'], guitar: null, notes: '' }] }),
    );
    expect([view.total, view.isOfSongs, view.songs]).toEqual([
      6,
      true,
      [{ name: 'A', most: 3, hands: false }],
    ]);
    expect(setWords(view)).toBe('2 changes: 0 by one press, 2 by more');
  });

  test('echoes that are cut off, and channels of unlike power', () => {
    const base = withSounds(
      build(
        'guitar, delay, valve head, cab 16',
        'guitar/out > digital-delay/in',
        'digital-delay/out > valve-head/input',
        'valve-head/spk-16 = cabinet/in',
      ),
      'One',
      'Two',
    );
    const rigOf = (tails: 'kept' | 'cut', power: readonly string[] = ['full', 'half']): Rig => {
      const other = stand(base, 's1', { 'digital-delay/delay': 'off', 'valve-head/preamp': 'lead' });
      return {
        ...other,
        boxes: other.boxes.map((box) => ({
          ...box,
          blocks: box.blocks.map((block) =>
            block.role === 'preamp'
              ? { ...block, states: block.states.map((state, i) => ({ ...state, powerSetting: power[i]! })) }
              : block,
          ),
        })),
        sounds: other.sounds.map((sound, i) =>
          i === 0 ? { ...sound, tails: { 'digital-delay/delay': tails } } : sound,
        ),
      };
    };
    const told = (tails: 'kept' | 'cut') => changeOf(of(rigOf(tails)), 0, 1)!.between.map(({ text }) => text);
    expect(told('cut')).toEqual([
      'Delay of Digital delay is cut off',
      'Valve head pops: clean is on full, lead on half',
    ]);
    expect(told('kept')[0]).toBe('Delay of Digital delay rings on');
    const popping = (power?: readonly string[]) =>
      popsIn(of(rigOf('cut', power))).map(({ box, block, changes }) => [box.id, block.id, changes.length]);
    expect(popping()).toEqual([['valve-head', 'preamp', 1]]);
    expect(popping(['full', 'full'])).toEqual([]);
  });

  test('half way nothing comes out where one box has let go and the other not yet taken up', () => {
    const two = plugged(
      withSounds(
        build(
          'guitar, amp selector, input selector, combo',
          'guitar/out > amp-selector/in',
          'input-selector/out > combo/input',
        ),
        'One',
        'Two',
      ),
      'amp-selector/out-a > input-selector/in-a',
      'amp-selector/out-b > input-selector/in-b',
    );
    const rig = stand(two, 's1', { 'amp-selector/select': 'b', 'input-selector/select': 'b' });
    const { presses, between } = changeOf(of(rig), 0, 1)!;
    expect(presses).toHaveLength(2);
    expect(between.map(({ text }) => text)).toEqual(['After Amp selector Selector: nothing at Combo']);
  });

  test('another guitar is taken, another pickup chosen; the same ones are not told', () => {
    const two = withSounds(build('guitar, guitar, combo'), 'One', 'Two', 'Three');
    const [first, second] = two.boxes.filter(({ id }) => id.startsWith('guitar'));
    const played: Rig = {
      ...two,
      sounds: two.sounds.map((sound, i) => ({
        ...sound,
        guitar: (i === 0 ? first : second)!.id,
        pickup: i === 2 ? 'bridge' : 'neck',
      })),
    };
    const hands = (from: number, to: number) => changeOf(of(played), from, to)!.byHand;
    expect([hands(0, 1), hands(1, 0), hands(1, 2)]).toEqual([
      [`take ${second!.name}`],
      [`take ${first!.name}`],
      [`${second!.name}: bridge`],
    ]);
    const alike = {
      ...played,
      sounds: played.sounds.map((sound) => ({ ...sound, guitar: null, pickup: 'neck' })),
    };
    expect(changeOf(of(alike), 0, 1)!.byHand).toEqual([]);
  });

  test('the first sound of a rig alone leads nowhere', () => {
    expect(pressesView(of({ ...board(), sounds: [makeSound('one', 'One')] })).changes).toEqual([]);
  });
});

describe('a switch that calls a sound', () => {
  const switchOf = (rig: Rig, sound: string) => callEdit(of(rig), sound)?.arguments.assignment;
  const first = switchOf(board(), 's0')!;

  test('the first free one of the first bank, and of those that are planned the next', () => {
    expect(first).toMatchObject({ box: 'four-loop-switcher', bank: 0, act: call('s0') });
    const planned = { ...board(), switchPlan: [slot(first.box, first.switch, call('s1'))] };
    const next = switchOf(planned, 's0')!;
    expect([next.box, next.bank]).toEqual([first.box, 0]);
    expect(next.switch).not.toBe(first.switch);
  });

  test('none where one calls it already; one in a further bank is not at hand', () => {
    const inBank = (bank: number) => ({
      ...board(),
      switchPlan: [slot(first.box, first.switch, call('s0'), bank)],
    });
    expect(switchOf(inBank(0), 's0')).toBeUndefined();
    expect(switchOf(inBank(1), 's0')?.switch).toBe(first.switch);
  });

  test('none where nothing is free', () => {
    expect(switchOf(withSounds(build('guitar, fuzz, combo'), 'One'), 's0')).toBeUndefined();
  });
});
