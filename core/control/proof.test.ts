// Every sound on simulated receivers, as the senders are really set.
import { describe, expect, test } from '@jest/globals';
import { applyEdit, type EditCall } from '../edits';
import { hexOf } from '../midi';
import type { Rig } from '../model';
import { build, edited } from '../testing/build';
import { of, stand, withSounds } from '../testing/feet';
import { proofWords, proposeCcs, proveSounds, sentBy } from './index';

const shows = (sound: string, shown: string): EditCall => ({
  edit: 'setProgram',
  arguments: { sound, box: 'midi-delay', shown },
});
const dialled = (sound: string, text: string): EditCall => ({
  edit: 'setDialled',
  arguments: { sound, box: 'midi-delay', dialled: text },
});

/** A footswitch that counts from 1, a delay that counts from 0 on channel 1, a head by its programs on channel 2. */
const rig = (...edits: EditCall[]): Rig =>
  edited(
    stand(
      withSounds(
        build(
          'midi footswitch, midi delay, four-channel head',
          'midi-footswitch/midi-out : midi-delay/midi-in',
          'midi-delay/midi-thru : four-channel-head/midi-in',
        ),
        'One',
        'Two',
        'Three',
      ),
      's1',
      { 'four-channel-head/preamp': 'lead' },
    ),
    {
      edit: 'setMidi',
      arguments: { box: 'four-channel-head', midi: { channel: 2, countsFrom: 1, bankBytes: 'none' } },
    },
    shows('s0', '22'),
    shows('s1', '5'),
    ...edits,
  );
const wrong = (r: Rig) =>
  proveSounds(of(r)).steps.flatMap(({ from, to, shown }) =>
    shown.flatMap(({ tag, faults }) => faults.map((fault) => [from, to, tag, fault])),
  );

test('what is planned lands, from power-up and over every change of the set', () => {
  const proof = proveSounds(of(rig()));
  expect(proofWords(proof)).toBe('All 5 calls land: 3 from power-up and 2 from one to the next.');
  const [first] = proof.steps;
  expect([hexOf(first!.bytes), first!.ms]).toEqual(['C0 16 C1 00', expect.closeTo(1.28, 9)]);
  expect(first!.shown.map(({ display, lamp }) => [display, lamp])).toEqual([
    ['22', ''],
    ['1', 'clean'],
  ]);
});

test('a sound that calls nothing in a box leaves it where the one before put it', () => {
  const change = proveSounds(of(rig())).steps.find(({ from, to }) => from === 1 && to === 2)!;
  expect(change.shown[0]).toMatchObject({ display: '5', faults: [] });
});

describe('what is set in the sender is what is sent', () => {
  test('a number one off lands beside, and every call of it says so', () => {
    expect(wrong(rig(dialled('s0', '22')))).toEqual([[-1, 0, 'MIDID', 'shows 21, is to show 22']]);
    expect(wrong(rig(dialled('s1', '5')))).toEqual([
      [-1, 1, 'MIDID', 'shows 4, is to show 5'],
      [0, 1, 'MIDID', 'shows 4, is to show 5'],
    ]);
  });

  test('on another channel than is heard nothing comes, and the amplifier takes what was meant for it not', () => {
    const off = rig({
      edit: 'setSent',
      arguments: { box: 'midi-footswitch', sent: [{ id: 'd', to: 'midi-delay', channel: 2, ccs: [] }] },
    });
    expect(sentBy(of(off), off.sounds[0]!).map(({ bytes }) => hexOf(bytes))).toEqual(['C1 16', 'C1 00']);
    expect(wrong(off).filter(([from]) => from === -1)).toEqual([
      [-1, 0, 'MIDID', 'shows –, is to show 22'],
      [-1, 1, 'MIDID', 'shows –, is to show 5'],
    ]);
  });

  test('two boxes on one channel: the last program that was sent stands in both', () => {
    const shared = rig({
      edit: 'setMidi',
      arguments: { box: 'four-channel-head', midi: { channel: 1, countsFrom: 1, bankBytes: 'none' } },
    });
    expect(wrong(shared)[0]).toEqual([-1, 0, 'MIDID', 'shows 0, is to show 22']);
  });

  test('without its lead nothing reaches it', () => {
    const cut = rig({ edit: 'unplug', arguments: { lead: 'lead-1', side: 'to' } });
    expect(wrong(cut).map(([, , tag]) => tag)).toContain('MIDID');
  });
});

test('a control change puts its block where the sound wants it; unnumbered it is nothing that is proved', () => {
  const byHand: Rig = {
    ...rig(),
    boxes: rig().boxes.map((box) => ({
      ...box,
      blocks: box.blocks.map((block) => ({ ...block, switchedBy: 'hand' as const })),
    })),
  };
  const heard = edited(stand(byHand, 's1', { 'midi-delay/delay': 'off' }), {
    edit: 'setMidi',
    arguments: {
      box: 'midi-delay',
      midi: {
        channel: 1,
        countsFrom: 0,
        bankBytes: 'none',
        ccs: [{ id: 'on', cc: 30, does: 'switch', block: 'delay' }],
      },
    },
  });
  const set = applyEdit(heard, proposeCcs(of(heard)) as EditCall).rig;
  expect(wrong(set)).toEqual([]);
  const unlike = edited(set, {
    edit: 'setSent',
    arguments: {
      box: 'midi-footswitch',
      sent: [{ id: 'd', to: 'midi-delay', ccs: [{ id: 'on', hears: 'on', cc: 31 }] }],
    },
  });
  expect(wrong(unlike)[0]).toEqual([-1, 0, 'MIDID', 'Delay of MIDI delay is unknown, on is wanted']);
});
