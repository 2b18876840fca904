// Facts of boxes that no figure holds: loops, knobs, outlets, counting.
import { describe, expect, test } from '@jest/globals';
import { patchUp } from '../bench';
import { judge, sentenceOf } from '../findings';
import { build, plugged } from '../testing/build';
import { jackFacts, jackIn, midiFacts, misplaced, moveBlock, rowsOf, type Box } from './index';

const boxes = build('unit, supply, midi delay').boxes;
const unit = boxes.find((box) => box.id === 'multi-effects')!;
const factsOf = (box: Box, jack: string) => jackFacts(box, jackIn(box, jack)!);

describe('facts in words', () => {
  test.each([
    ['multi-effects', 'send-1', 'moved by SEND 1 LEVEL, Loop 1, mono'],
    ['multi-effects', 'out-1-r', 'moved by OUTPUT'],
    ['multi-effects', 'out-2-l', 'fixed level'],
    ['multi-effects', 'input', ''],
    ['supply', 'out-7', '9 V, 500 mA, centre negative, isolated'],
  ])('%s, %s: %s', (box, jack, words) => {
    expect(
      factsOf(
        boxes.find((b) => b.id === box)!,
        jack,
      ),
    ).toBe(words);
  });

  test('outlets that share a ground, mains outlets, stereo loops', () => {
    const [out = unit.jacks[0]!] = boxes.find((box) => box.id === 'supply')!.jacks.slice(1);
    const shared = { ...out, dcOutlet: { ...out.dcOutlet!, kind: 'ac', group: 'A' } } as const;
    expect(jackFacts(unit, shared)).toMatch(/AC.*shares its ground \(A\)/);
    const mains = { ...out, dcOutlet: undefined, mainsOutlet: { earthed: false, group: 'strip' } } as const;
    expect(jackFacts(unit, mains)).toBe('no earth, rated with strip');
    const loop = {
      id: 's',
      name: 'Stereo',
      sends: ['send-1', 'send-2'],
      returns: ['return-1'],
      stands: 'first',
    } as const;
    expect(factsOf({ ...unit, loops: [loop] }, 'send-2')).toBe('Stereo, stereo, first only');
  });

  test('how programs are counted', () => {
    expect(midiFacts(boxes.find((box) => box.id === 'midi-delay')!)).toBe(
      'channel 1, counts from 0, 128 programs a bank, no bank number',
    );
    expect(
      midiFacts({
        ...unit,
        midi: { channel: 0, letters: 4, banks: 32, banksCountFrom: 1, bankBytes: '14-bit' },
      }),
    ).toBe('every channel, 4 letters to a number, 32 banks, banks from 1, bank in CC 0 and 32');
    expect(midiFacts({ ...unit, midi: undefined })).toBe('');
  });
});

describe('a master knob that moves several outputs', () => {
  const right = (jack: string) => {
    const rig = plugged(
      build('guitar, unit, valve head, cab 16'),
      'guitar/out > multi-effects/input',
      `multi-effects/${jack} > valve-head/return`,
      'valve-head/spk-16 = cabinet/in',
    );
    return {
      ...rig,
      boxes: rig.boxes.map((box) =>
        box.id === 'valve-head'
          ? { ...box, controls: box.controls.filter((control) => control.id !== 'master') }
          : box,
      ),
    };
  };

  test.each(['out-1-l', 'out-1-r'])(
    'is alive, turned down first and named as the last level, by %s',
    (jack) => {
      const rig = right(jack);
      const dead = judge(rig, null).filter((finding) => finding.code === 'KNOB-DEAD');
      expect(dead.flatMap(({ data }) => (data as { controls: string[] }).controls)).not.toContain('output');
      const open = judge(rig, null).find((finding) => finding.code === 'SAFE-OPENPOWER')!;
      expect(sentenceOf(rig, open).why).toContain('OUTPUT of Multi-effects');
      const down = patchUp(rig, null)
        .map(({ text }) => text)
        .join(' ');
      expect(down).toContain('OUTPUT of Multi-effects');
    },
  );
});

describe('a loop that may stand first only', () => {
  const analogue: Box = { ...unit, loops: unit.loops!.map((loop) => ({ ...loop, stands: 'first' })) };
  const rows = rowsOf(unit, unit.patches[0]!.wires);

  test('is in its place at the head of its row and nowhere else', () => {
    expect(rows.rows[0]!.blocks.indexOf('loop-1')).toBe(1);
    expect(misplaced(analogue, rows)).toBe(
      'Loop 1 of Multi-effects can stand first only: Loop 1 goes to the start of its row.',
    );
    expect(misplaced(analogue, moveBlock(rows, 'loop-1', { row: 0, index: 0 }))).toBeNull();
    expect(misplaced(unit, rows)).toBeNull();
  });

  test('two of them stand first together, as the unit is built', () => {
    const large = build('four-loop unit').boxes[0]!;
    const own = rowsOf(large, large.patches[0]!.wires);
    expect(own.rows[0]!.blocks.slice(0, 2)).toEqual(['loop-1', 'loop-2']);
    expect(misplaced(large, own)).toBeNull();
    expect(misplaced(large, moveBlock(own, 'loop-2', { row: 0, index: 0 }))).toBeNull();
    expect(misplaced(large, moveBlock(own, 'loop-2', { row: 0, index: 2 }))).toMatch(
      /Loop 2 .* can stand first only/,
    );
  });
});
