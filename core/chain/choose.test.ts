import { expect, test } from '@jest/globals';
import { boxOf, type Rig } from '../model';
import { build } from '../testing/build';
import { mixersOf } from './acts';
import { twinId, twinOf } from './choose';

const unit = () => boxOf(build('unit'), 'multi-effects')!;

test('one more of a block is called by the first number that is in no use', () => {
  const box = unit();
  expect(twinId(box, 'delay', new Set())).toBe('delay-2');
  expect(twinId(box, 'delay', new Set(['delay-2']))).toBe('delay-3');
  const delay = box.blocks.find(({ id }) => id === 'delay')!;
  const known = { ...box, blocks: [...box.blocks, { ...delay, id: 'second', twinOf: 'delay' }] };
  expect(twinId(known, 'delay', new Set())).toBe('second');
  expect(twinId(known, 'delay', new Set(['second']))).toBe('delay-2');
  expect(twinId(known, 'reverb', new Set())).toBe('reverb-2');
});

test('what doubles a block is told by its id: of a block that stays where it is nothing does', () => {
  expect(twinOf(unit(), 'delay-2')?.id).toBe('delay');
  expect(twinOf(unit(), 'delay')).toBeUndefined();
  expect(twinOf(unit(), 'loop-1-2')).toBeUndefined();
  expect(twinOf(unit(), 'nothing-2')).toBeUndefined();
});

test('a chain is mixed into the block that has a second input, and no other of its box', () => {
  const rig = build('guitar, fuzz, valve head, cab 16');
  const mixers = (of: Rig) => mixersOf(of).map(({ box, block }) => `${box.id}/${block}`);
  // The parallel loop of this head is mixed in behind its preamp.
  const parallel = build('guitar, parallel loop head, cab 16');
  expect(mixers(rig)).toEqual([]);
  expect(mixers(parallel)).toEqual(['valve-head-parallel-loop/blend']);
});
