// Who hears whom, what each sound calls in whom, what is dialled for it and where that lands; channels and numbers.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyEdit, type EditCall } from '../edits';
import { boxOf, type Box, type Lead, type Rig } from '../model';
import { hexOf } from '../midi';
import { build, edited, plugged } from '../testing/build';
import { of, stand, withSounds } from '../testing/feet';
import {
  ccLines,
  channelFaults,
  freeChannel,
  hearingsIn,
  messagesOf,
  numbersView,
  proposeCcs,
  rightlyDialled,
  senderOf,
  unknownStates,
} from './index';
import { dialledSelect } from './messages';
import { reachOf } from './reach';

type Midi = NonNullable<Box['midi']>;
const midi = (rig: Rig, box: string, facts: Midi) =>
  edited(rig, { edit: 'setMidi', arguments: { box, midi: { ...boxOf(rig, box)!.midi, ...facts } } });
const shows = (rig: Rig, sound: string, box: string, shown: string) =>
  edited(rig, { edit: 'setProgram', arguments: { sound, box, shown } });
const dialled = (rig: Rig, sound: string, box: string, text: string) =>
  edited(rig, { edit: 'setDialled', arguments: { sound, box, dialled: text } });
const call = (rig: Rig, box: string, sound = 0) =>
  messagesOf(of(rig), rig.sounds[sound]!).programs.find(({ receiver }) => receiver.id === box);
const ways = (rig: Rig) =>
  hearingsIn(of(rig)).map(({ sender, receiver, hops }) => [sender.tag, receiver.tag, hops.length]);

const board = (...plugs: string[]) =>
  withSounds(
    plugged(
      build('midi footswitch, midi delay, four-channel head, four-loop switcher, thru box, midi merge'),
      ...plugs,
    ),
    'One',
    'Two',
  );

describe('who hears whom', () => {
  test('a THRU passes on what came in, an OUT says what its own box says', () => {
    const thru = board(
      'midi-footswitch/midi-out : midi-delay/midi-in',
      'midi-delay/midi-thru : four-channel-head/midi-in',
    );
    expect(ways(thru)).toEqual([
      ['MIDI', 'MIDID', 1],
      ['MIDI', 'FOUR', 2],
    ]);
    const own = board(
      'midi-footswitch/midi-out : four-loop-switcher/midi-in',
      'four-loop-switcher/midi-out : four-channel-head/midi-in',
    );
    const [, second] = ways(own);
    expect(second).toEqual([boxOf(own, 'four-loop-switcher')!.tag, 'FOUR', 1]);
    expect(senderOf(of(own), boxOf(own, 'four-channel-head')!)!.sender.id).toBe('four-loop-switcher');
  });

  test('through a thru box to several, and through a merger from two', () => {
    const rig = board(
      'midi-footswitch/midi-out : midi-merge-box/in-1',
      'four-loop-switcher/midi-out : midi-merge-box/in-2',
      'midi-merge-box/out : midi-thru-box/midi-in',
      'midi-thru-box/thru-1 : midi-delay/midi-in',
      'midi-thru-box/thru-2 : four-channel-head/midi-in',
    );
    const receivers = hearingsIn(of(rig)).flatMap(({ sender, receiver }) =>
      ['midi-delay', 'four-channel-head'].includes(receiver.id) ? [`${sender.id} ${receiver.id}`] : [],
    );
    expect(receivers.sort()).toEqual([
      'four-loop-switcher four-channel-head',
      'four-loop-switcher midi-delay',
      'midi-footswitch four-channel-head',
      'midi-footswitch midi-delay',
    ]);
    expect(numbersView(of(rig)).columns.map(({ name }) => name)).not.toContain('MIDI merge box');
  });

  test('TRS of unlike types is not heard, of types that nobody has said is unsure', () => {
    const trs = (out: 'A' | 'B' | undefined, into: 'A' | 'B' | undefined, lead?: Lead['trsType']) => {
      const rig = board('midi-footswitch/midi-out : midi-delay/midi-in');
      const small = { connector: 'trs-35' } as const;
      const made: Rig = {
        ...rig,
        boxes: rig.boxes.map((box) => ({
          ...box,
          jacks: box.jacks.map((jack) =>
            jack.id === 'midi-out' && box.id === 'midi-footswitch'
              ? { ...jack, ...small, trsType: out }
              : jack.id === 'midi-in' && box.id === 'midi-delay' && lead === undefined
                ? { ...jack, ...small, trsType: into }
                : jack,
          ),
        })),
        leads: rig.leads.map((one) => ({
          ...one,
          ...(lead ? { trsType: lead } : {}),
          from: { ...one.from, plug: { ...one.from.plug, ...small } },
          to: lead ? one.to : { ...one.to, plug: { ...one.to.plug, ...small } },
        })),
      };
      const [hop] = hearingsIn(of(made))[0]!.hops;
      return hop!.isCrossed ? 'crossed' : hop!.isUnsure ? 'unsure' : 'heard';
    };
    expect([
      trs('A', 'A'),
      trs('A', 'B'),
      trs('A', undefined),
      trs('A', undefined, 'A'),
      trs('A', undefined, 'B'),
    ]).toEqual(['heard', 'crossed', 'unsure', 'heard', 'crossed']);
  });
});

describe('what a sound calls', () => {
  const wired = () =>
    board(
      'midi-footswitch/midi-out : midi-delay/midi-in',
      'midi-delay/midi-thru : four-channel-head/midi-in',
    );

  test('22 counted from 0 is dialled 23 where it is counted from 1, and goes as 22', () => {
    const one = call(shows(wired(), 's0', 'midi-delay', '22'), 'midi-delay')!;
    expect([one.dial, hexOf(one.bytes), one.problem]).toEqual(['23', 'C0 16', null]);
  });

  test('a channel that a program calls needs no number of its own; one that says another is told', () => {
    const rig = stand(wired(), 's1', { 'four-channel-head/preamp': 'lead' });
    expect([0, 1].map((i) => call(rig, 'four-channel-head', i)!.shows)).toEqual(['1', '3']);
    const other = shows(rig, 's1', 'four-channel-head', '2');
    expect(call(other, 'four-channel-head', 1)!.problem).toBe('the sound wants lead, which is 3');
  });

  test('what is dialled lands where both ways of counting put it', () => {
    const rig = shows(wired(), 's0', 'midi-delay', '22');
    const landed = (text: string) => call(dialled(rig, 's0', 'midi-delay', text), 'midi-delay')!.lands;
    expect([landed('23'), landed('22'), landed('0'), landed('200')]).toEqual(['22', '21', null, null]);
  });

  test('bank bytes stand ahead of the number, in what is to be dialled and in what is', () => {
    const banked = midi(wired(), 'midi-delay', { bankBytes: 'lsb', programs: 100, banks: 4, channel: 5 });
    const one = call(shows(banked, 's0', 'midi-delay', '345'), 'midi-delay')!;
    expect([rightlyDialled(one), hexOf(one.bytes)]).toEqual(['0/3/46', 'B4 00 00 B4 20 03 C4 2D']);
    const lands = (text: string) =>
      call(dialled(shows(banked, 's0', 'midi-delay', '345'), 's0', 'midi-delay', text), 'midi-delay')!.lands;
    expect([lands('0/3/46'), lands('3/0/46'), lands('46')]).toEqual(['345', '45', '45']);
  });

  test('what it cannot be called by is said: beyond its programs, or not as it counts', () => {
    const problem = (shown: string) => call(shows(wired(), 's0', 'midi-delay', shown), 'midi-delay')!.problem;
    expect(problem('130')).toMatch(/beyond the first 128/);
    expect(problem('12C')).toMatch(/is not how it counts: a number/);
  });

  test('a sender of which nobody has said how it counts is asked about, not guessed', () => {
    const rig = edited(shows(wired(), 's0', 'midi-delay', '22'), {
      edit: 'setMidi',
      arguments: { box: 'midi-footswitch', midi: {} },
    });
    expect(numbersView(of(rig)).rows[0]!.cells[0]).toMatchObject({
      dial: '',
      hex: 'C0 16',
      problem: 'nobody has said how MIDI footswitch counts',
    });
  });

  test('time of a sound on the wire: two bytes a program, eight with its bank', () => {
    const rig = midi(shows(wired(), 's0', 'midi-delay', '22'), 'four-channel-head', { bankBytes: 'msb' });
    expect(numbersView(of(rig)).rows[0]).toMatchObject({ bytes: 10, ms: expect.closeTo(3.2, 9) });
  });
});

describe('channels', () => {
  const pair = (first: number, second: number) => {
    const rig = board(
      'midi-footswitch/midi-out : midi-delay/midi-in',
      'midi-delay/midi-thru : four-channel-head/midi-in',
    );
    const set = midi(midi(rig, 'midi-delay', { channel: first }), 'four-channel-head', { channel: second });
    return shows(set, 's0', 'midi-delay', '22');
  };
  const told = (rig: Rig) =>
    channelFaults(of(rig)).map((one) =>
      one.what === 'shared' ? [one.receiver.tag, one.other.tag, one.channel] : [one.sends, one.hears],
    );

  test('two boxes on one channel that are called unlike hear each other’s programs', () => {
    expect(told(pair(1, 1))).toEqual([['MIDID', 'FOUR', 1]]);
    expect(told(pair(1, 2))).toEqual([]);
  });

  test('one that hears every channel hears what is meant for the other, and the table says so', () => {
    expect(told(pair(2, 0)).length).toBe(1);
    expect(numbersView(of(pair(2, 0))).columns.map(({ channel }) => channel)).toEqual(
      expect.arrayContaining(['channel 2', 'every channel']),
    );
  });

  test('the lowest channel that none of a sender’s receivers hears is free for another; of none the last', () => {
    const free = (rig: Rig) => freeChannel(of(rig), boxOf(rig, 'midi-footswitch')!);
    expect([free(pair(1, 1)), free(pair(2, 1)), free(pair(2, 3))]).toEqual([2, 3, 1]);
    const alone = board('midi-footswitch/midi-out : midi-delay/midi-in');
    const all = Array.from({ length: 16 }, (_, i) => i + 1).reduce((rig, channel) => {
      const id = `midi-delay-${channel}`;
      const box = { ...boxOf(alone, 'midi-delay')!, id, midi: { channel } };
      return { ...rig, boxes: [...rig.boxes, box] };
    }, alone);
    const heard = { ...all, boxes: all.boxes.filter(({ id }) => id !== 'midi-delay-16') };
    const joined = (rig: Rig): Rig => ({
      ...rig,
      leads: rig.boxes
        .filter(({ id }) => id.startsWith('midi-delay-'))
        .map(({ id }) => {
          const [lead] = alone.leads;
          return { ...lead!, id: `to-${id}`, to: { ...lead!.to, at: [{ box: id, jack: 'midi-in' }] } };
        }),
    });
    expect([free(joined(heard)), free(joined(all))]).toEqual([16, 16]);
  });

  test('what is noted in the sender is held against what is heard', () => {
    const rig = edited(pair(1, 2), {
      edit: 'setSent',
      arguments: { box: 'midi-footswitch', sent: [{ id: 'd', to: 'midi-delay', channel: 3, ccs: [] }] },
    });
    expect(told(rig)).toEqual([[3, 1]]);
  });
});

describe('control changes', () => {
  const HEARD = [
    { id: 'delay', cc: 7, does: 'switch', block: 'delay' },
    { id: 'tap', cc: 120, does: 'tap' },
  ] as const satisfies Midi['ccs'];
  const byHand = (rig: Rig): Rig => ({
    ...rig,
    boxes: rig.boxes.map((box) => ({
      ...box,
      blocks: box.blocks.map((block) => ({ ...block, switchedBy: 'hand' as const })),
    })),
  });
  const rig = (ccs: Midi['ccs'] = HEARD) =>
    stand(byHand(midi(board('midi-footswitch/midi-out : midi-delay/midi-in'), 'midi-delay', { ccs })), 's1', {
      'midi-delay/delay': 'off',
    });
  const take = (r: Rig) => applyEdit(r, proposeCcs(of(r)) as EditCall).rig;

  test('once it is numbered at both ends each sound sends it, and a call reaches the block', () => {
    const bare = rig();
    const caller = (r: Rig) => reachOf(of(r), boxOf(r, 'midi-footswitch')!).things.get('midi-delay/delay');
    expect([caller(bare), messagesOf(of(bare), bare.sounds[1]!).controls]).toEqual([undefined, []]);
    const set = take(bare);
    expect([...caller(set)!].sort()).toEqual(['off', 'on']);
    expect(
      [0, 1].map((i) => messagesOf(of(set), set.sounds[i]!).controls.map(({ bytes }) => hexOf(bytes))),
    ).toEqual([['B0 07 7F'], ['B0 07 00']]);
  });

  test('another number at the other end is a fault, and reaches nothing', () => {
    const unlike = edited(take(rig()), {
      edit: 'setSent',
      arguments: {
        box: 'midi-footswitch',
        sent: [{ id: 'd', to: 'midi-delay', ccs: [{ id: 'delay', hears: 'delay', cc: 8 }] }],
      },
    });
    expect(ccLines(of(unlike))[0]!.faults).toEqual(['8 is sent, 7 is heard']);
    expect(reachOf(of(unlike), boxOf(unlike, 'midi-footswitch')!).things.has('midi-delay/delay')).toBe(false);
  });

  test('a toggle is never called, and told as unknown', () => {
    const turned = take(rig([{ ...HEARD[0], does: 'toggle' }]));
    expect(messagesOf(of(turned), turned.sounds[0]!).controls).toEqual([]);
    expect(unknownStates(of(turned)).map(({ key, by }) => [key, by])).toEqual([
      ['midi-delay/delay', 'toggle'],
    ]);
    expect(unknownStates(of(take(rig())))).toEqual([]);
  });

  test('law: a plan that is taken leaves no number wrong, and none to be changed', () => {
    const cc = fc.constantFrom(0, 6, 20, 21, 38, 64, 99, 102, 123);
    fc.assert(
      fc.property(cc, cc, cc, fc.constantFrom(0, 1, 2), (a, b, c, channel) => {
        const heard = [
          { id: 'delay', cc: a, does: 'switch', block: 'delay' },
          { id: 'tap', cc: b, does: 'tap' },
        ] as const;
        const both = plugged(rig([...heard]), 'midi-delay/midi-thru : four-channel-head/midi-in');
        const two = midi(both, 'four-channel-head', {
          channel,
          ccs: [{ id: 'preamp', cc: c, does: 'switch', block: 'preamp' }],
        });
        const sounding = stand(two, 's1', { 'four-channel-head/preamp': 'lead' });
        const plan = proposeCcs(of(sounding));
        const after = plan ? applyEdit(sounding, plan).rig : sounding;
        const wrong = ccLines(of(after))
          .filter(({ sends }) => sends !== null)
          .flatMap(({ faults }) => faults);
        expect([wrong, proposeCcs(of(after))]).toEqual([[], null]);
      }),
      { numRuns: 60 },
    );
  });
});

test('what is dialled goes over the wire as it is, or cannot be dialled', () => {
  const sender = boxOf(
    midi(board(), 'midi-footswitch', { countsFrom: 0, programs: 128 }),
    'midi-footswitch',
  )!;
  const bytes = (text: string) => {
    const select = dialledSelect(sender, text);
    return select && [select.msb, select.lsb, select.program];
  };
  expect([bytes('0'), bytes('127'), bytes('0/3/23'), bytes('127/127/127')]).toEqual([
    [null, null, 0],
    [null, null, 127],
    [0, 3, 23],
    [127, 127, 127],
  ]);
  const none = ['128', '1/2', '0/1/2/3', '128/0/1', '0/128/1', '-1/0/1', '0.5/0/1', 'a/0/1', 'twelve', ''];
  expect(none.filter((text) => bytes(text) !== null)).toEqual([]);
});
