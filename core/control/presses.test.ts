// Presses against brute force on small rigs; what reaches over MIDI, relays and the control link; what is left to hands.
import fc from 'fast-check';
import { describe, expect, test } from '@jest/globals';
import type { Assignment, Rig, SwitchAct } from '../model';
import { build, edited, plugged } from '../testing/build';
import {
  anyBoard,
  board,
  call,
  drawn,
  goalOf,
  linkedStage,
  of,
  slot,
  stand,
  told,
  withSounds,
} from '../testing/feet';
import { changeOf, changesWithin, proposeSwitches, walksIn, walksOf } from './index';

describe('from sound to sound', () => {
  test('a pedal is one press of its own switch; a call takes with it what its box stores', () => {
    const rig = stand(board(), 's1', {
      'fuzz/fuzz': 'on',
      'four-loop-switcher/loop-1': 'on',
      'four-loop-switcher/loop-2': 'on',
    });
    const none = walksIn(of(rig));
    expect(told(none[0]![1]!)).toEqual([
      ['FUZZ Fuzz'],
      ['four-loop-switcher/loop-1', 'four-loop-switcher/loop-2'],
    ]);
    const plan = [
      slot('four-loop-switcher', 'switch-1', call('s0')),
      slot('four-loop-switcher', 'switch-2', call('s1')),
    ];
    const walks = walksOf(of(rig), plan);
    expect(told(walks[0]![1]!)).toEqual([['FOUR 2', 'FUZZ Fuzz'], []]);
    expect(told(walks[1]![0]!)).toEqual([['FOUR 1', 'FUZZ Fuzz'], []]);
    expect(told(walks[0]![2]!)).toEqual([[], []]);
  });

  test('a call in another bank has the way there before it, by the shorter side where banks go round', () => {
    const rig = stand(board(), 's1', { 'four-loop-switcher/loop-1': 'on' });
    const plan = [
      slot('four-loop-switcher', 'switch-1', call('s0')),
      slot('four-loop-switcher', 'switch-1', call('s1'), 7),
    ];
    expect(told(walksOf(of(rig), plan)[0]![1]!)[0]).toEqual(['FOUR BANK ▼', 'FOUR 1']);
    const ahead = (most: number) => changesWithin({ ...of(rig), switchPlan: plan }, most)[0]!.presses;
    expect([ahead(1), ahead(2)]).toEqual([null, 2]);
  });

  test('of calls that come to the same the one of the sound itself is told', () => {
    const plan = ['s0', 's1', 's2'].map((id, i) => slot('four-loop-switcher', `switch-${i + 1}`, call(id)));
    const rig = stand(stand(board(), 's1', { 'four-loop-switcher/loop-1': 'on' }), 's2', {
      'four-loop-switcher/loop-1': 'on',
    });
    const walks = walksOf(of(rig), plan);
    expect([told(walks[0]![1]!)[0], told(walks[0]![2]!)[0]]).toEqual([['FOUR 2'], ['FOUR 3']]);
  });

  test('what is right already and no switch can give back is not lost for a shorter way', () => {
    const loops = ['four-loop-switcher/loop-1', 'four-loop-switcher/loop-2'] as const;
    const [one, two] = loops;
    const rig = [
      { [one]: 'on', [two]: 'off' },
      { [one]: 'off', [two]: 'on' },
      { [one]: 'on', [two]: 'on' },
    ].reduce((r, states, i) => stand(r, `s${i}`, states), board());
    const step: SwitchAct = { type: 'steps', blocks: [{ box: 'four-loop-switcher', block: 'loop-2' }] };
    const plan = [
      slot('four-loop-switcher', 'switch-1', call('s1')),
      slot('four-loop-switcher', 'switch-2', step),
    ];
    expect(told(walksOf(of(rig), plan)[0]![2]!)).toEqual([['FOUR 2'], []]);
  });

  test('what is stepped together takes one press; by itself two', () => {
    const rig = stand(board(), 's1', {
      'four-loop-switcher/loop-1': 'on',
      'four-loop-switcher/loop-2': 'on',
    });
    const blocks = ['loop-1', 'loop-2'].map((block) => ({ box: 'four-loop-switcher', block }));
    const together = [slot('four-loop-switcher', 'switch-1', { type: 'steps', blocks })];
    const single = blocks.map((block, i) =>
      slot('four-loop-switcher', `switch-${i + 1}`, { type: 'steps', blocks: [block] }),
    );
    expect(walksOf(of(rig), together)[0]![1]!.presses).toHaveLength(1);
    expect(walksOf(of(rig), single)[0]![1]!.presses).toHaveLength(2);
  });
});

test('law: looked ahead so far, presses are as they are looked for to the end; what needs more is not counted', () => {
  const met = new Set<string>();
  fc.assert(
    fc.property(anyBoard, fc.integer({ min: 0, max: 3 }), (any, most) => {
      const { rig, plan } = drawn(any);
      const walks = walksOf(of(rig), plan);
      for (const { from, to, presses } of changesWithin({ ...of(rig), switchPlan: plan }, most)) {
        const [a, b] = [from, to].map(({ id }) => rig.sounds.findIndex((sound) => sound.id === id));
        const walk = walks[a!]![b!]!;
        if (presses !== null) expect(walk.presses).toHaveLength(presses);
        else expect(walk.presses.length > most || walk.byHand.length > 0).toBe(true);
        met.add(presses === null ? 'more' : String(presses));
      }
    }),
    { numRuns: 60 },
  );
  expect([...met].sort()).toEqual(expect.arrayContaining(['0', '1', 'more']));
});

describe('what a call reaches', () => {
  const midi = () =>
    withSounds(
      plugged(
        build(
          'guitar, midi footswitch, midi delay, relay footswitch, valve head, cab 16',
          'guitar/out > midi-delay/in-l',
        ),
        'midi-footswitch/midi-out : midi-delay/midi-in',
        'midi-delay/midi-thru : relay-footswitch/midi-in',
        'relay-footswitch/relay-1 / valve-head/foot',
      ),
      'Clean',
      'Lead',
    );
  const lead = { 'midi-delay/delay': 'on', 'valve-head/preamp': 'lead' };
  const plan = [
    slot('midi-footswitch', 'switch-1', call('s0')),
    slot('midi-footswitch', 'switch-2', call('s1')),
  ];

  test('over MIDI and its through-jacks, and from there by relay to the channel of the amplifier', () => {
    const rig = stand(stand(midi(), 's0', { 'midi-delay/delay': 'off' }), 's1', lead);
    expect(told(walksOf(of(rig), plan)[0]![1]!)).toEqual([['MIDI 2'], []]);
  });

  test('by one contact two channels of four; the others are left to hands', () => {
    const base = withSounds(
      plugged(
        build('guitar, midi footswitch, relay footswitch, four-channel head, cab 16'),
        'midi-footswitch/midi-out : relay-footswitch/midi-in',
        'relay-footswitch/relay-1 / four-channel-head/foot',
      ),
      'Clean',
      'Crunch',
      'Lead',
    );
    const rig = ['clean', 'crunch', 'lead'].reduce(
      (r, channel, i) => stand(r, `s${i}`, { 'four-channel-head/preamp': channel }),
      base,
    );
    const calls = ['s0', 's1', 's2'].map((id, i) => slot('midi-footswitch', `switch-${i + 1}`, call(id)));
    const walks = walksOf(of(rig), calls);
    expect(told(walks[0]![1]!)).toEqual([['MIDI 2'], []]);
    expect(told(walks[0]![2]!)[1]).toEqual(['four-channel-head/preamp']);
  });

  test('without the relay lead the channel is the foot’s at the relay box no more: it is left to hands', () => {
    const whole = stand(stand(midi(), 's0', { 'midi-delay/delay': 'off' }), 's1', lead);
    const lost = whole.leads.find(({ to }) => to.at.some(({ jack }) => jack === 'foot'))!;
    const rig = edited(whole, {
      edit: 'unplug',
      arguments: { lead: lost.id, side: 'to', scope: { layer: 'rest' } },
    });
    expect(told(walksOf(of(rig), plan)[0]![1]!)).toEqual([['MIDI 2'], ['valve-head/preamp']]);
  });
});

describe('linked switchers', () => {
  test('over the control link each of three sounds is one press, whichever was before', () => {
    const walks = walksIn(of(linkedStage('four-loop-switcher/control / amp-selector/remote')));
    for (const [from, row] of walks.entries())
      for (const [to, { presses, byHand }] of row.entries())
        if (from !== to)
          expect([from, to, told({ presses, byHand, isShortest: true })[0], byHand.length]).toEqual([
            from,
            to,
            [`FOUR ${to + 1}`],
            0,
          ]);
  });

  test('a mono plug holds the ring closed: one amplifier alone is for the selector’s own switch', () => {
    const walks = walksIn(of(linkedStage('four-loop-switcher/control > amp-selector/remote')));
    expect(told(walks[0]![1]!)[0]).toEqual(['FOUR 2', 'AMP Selector']);
    expect(told(walks[1]![2]!)[0]).toEqual(['FOUR 3']);
  });

  test('without it the selector takes a press or two of its own', () => {
    const walks = walksIn(of(linkedStage()));
    expect(told(walks[0]![1]!)[0]).toEqual(['FOUR 2', 'AMP Selector']);
    expect(told(walks[0]![2]!)[0]).toEqual(['FOUR 3', 'AMP Selector', 'AMP Selector']);
  });
});

test('setup S: a channel that no lead leads to is left to hands, and said so', () => {
  const rig = stand(
    withSounds(
      build(
        'guitar, unit, valve head, cab 16',
        'guitar/out > multi-effects/input',
        'multi-effects/send-1 > valve-head/input',
      ),
      'Loop',
      'Model',
    ),
    's1',
    { 'multi-effects/amp': 'on', 'valve-head/preamp': 'lead' },
  );
  const planned = { ...rig, switchPlan: proposeSwitches(of(rig)).plan };
  expect(told(walksIn(of(planned))[0]![1]!)).toEqual([['MULTI B'], ['valve-head/preamp']]);
  expect(changeOf(of(planned), 0, 1)!.byHand).toEqual(['Preamp of Valve head: lead']);
});

/** A machine of one’s own: blocks by key, fixed switches, and what the plan says, told by hand. */
type Twin = {
  readonly start: Record<string, string>;
  readonly goal: Record<string, string>;
  readonly bank: number;
};

function fewest(rig: Rig, plan: readonly Assignment[], { start, goal, bank }: Twin): number | null {
  const flip = (state: string) => (state === 'on' ? 'off' : 'on');
  const wanted = (id: string) => goalOf(rig, id);
  const moves: ((state: Record<string, string>, at: number) => [Record<string, string>, number] | null)[] = [
    (state, at) => [{ ...state, 'fuzz/fuzz': flip(state['fuzz/fuzz']!) }, at],
    (state, at) => [{ ...state, 'overdrive/drive': flip(state['overdrive/drive']!) }, at],
    (state, at) => [state, (at + 1) % 2],
    (state, at) => [state, (at + 1) % 2],
    ...plan.map(
      ({ bank: own, act }) =>
        (state: Record<string, string>, at: number): [Record<string, string>, number] | null => {
          if (at !== own) return null;
          if (act.type === 'sound') {
            const to = wanted(act.sound);
            const loops = Object.fromEntries(
              Object.entries(to).filter(([key]) => key.startsWith('four-loop')),
            );
            return [{ ...state, ...loops }, at];
          }
          if (act.type !== 'steps') return null;
          const next = { ...state };
          for (const one of act.blocks)
            next[`${one.box}/${one.block}`] = flip(next[`${one.box}/${one.block}`]!);
          return [next, at];
        },
    ),
  ];
  let states: [Record<string, string>, number][] = [[start, bank]];
  for (let presses = 0; presses <= 5; presses += 1) {
    if (states.some(([state]) => Object.entries(goal).every(([key, value]) => state[key] === value)))
      return presses;
    states = states.flatMap(([state, at]) =>
      moves.flatMap((move) => [move(state, at)].flatMap((next) => (next ? [next] : []))),
    );
  }
  return null;
}

test('on any small board the presses are as few as trying everything finds', () => {
  fc.assert(
    fc.property(anyBoard, (some) => {
      const { rig, plan } = drawn(some);
      const walks = walksOf(of(rig), plan);
      for (let from = 0; from < 3; from += 1)
        for (let to = 0; to < 3; to += 1) {
          const bank = plan.find(({ act }) => act.type === 'sound' && act.sound === `s${from}`)?.bank ?? 0;
          const twin = fewest(rig, plan, {
            start: goalOf(rig, `s${from}`),
            goal: goalOf(rig, `s${to}`),
            bank,
          });
          const { presses, byHand } = walks[from]![to]!;
          if (twin !== null) expect([presses.length, byHand.length]).toEqual([twin, 0]);
          else expect(byHand.length > 0 || presses.length > 5).toBe(true);
        }
    }),
    { numRuns: 40 },
  );
});
