// Plans of free switches against every plan there is, on small boards.
import fc from 'fast-check';
import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import type { Assignment, Rig, SwitchAct } from '../model';
import { anyBoard, board, call, drawn, of, slot, stand } from '../testing/feet';
import { proposeSwitches, walksOf } from './index';

/** A rig whose switcher has its first free switches alone, in one bank. */
const withFree = (rig: Rig, count: number): Rig =>
  applyEdit(rig, {
    edit: 'setSwitches',
    arguments: {
      box: 'four-loop-switcher',
      switches: rig.boxes
        .find(({ id }) => id === 'four-loop-switcher')!
        .switches!.filter(({ does }) => does === 'free')
        .slice(0, count),
      banks: null,
    },
  }).rig;

describe('proposals', () => {
  const cost = (rig: Rig, plan: readonly Assignment[]) => {
    const walks = walksOf(of(rig), plan);
    return [0, 1].reduce((sum, i) => {
      const { presses, byHand } = walks[i]![i + 1]!;
      return sum + presses.length + 1000 * byHand.length;
    }, 0);
  };

  test('every sound that has room in one bank is called by one press, in the order of the set', () => {
    const rig = {
      ...board(),
      songs: [{ id: 'song', name: 'Song', sounds: ['s2', 's0', 's1'], guitar: null, notes: '' }],
    };
    const { plan, isBest } = proposeSwitches(of(rig));
    expect(isBest).toBe(true);
    expect(plan.map(({ switch: sw, act }) => [sw, act])).toEqual([
      ['switch-1', call('s2')],
      ['switch-2', call('s0')],
      ['switch-3', call('s1')],
    ]);
  });

  test('one switch for sounds that differ by one thing steps that thing', () => {
    const base = stand(board(), 's1', { 'four-loop-switcher/loop-1': 'on' });
    const one = withFree(base, 1);
    const { plan } = proposeSwitches(of(one));
    expect(plan.map(({ act }) => act)).toEqual([
      { type: 'steps', blocks: [{ box: 'four-loop-switcher', block: 'loop-1' }] },
    ]);
  });

  test('with too few switches no other plan has fewer presses over the set', () => {
    fc.assert(
      fc.property(anyBoard, (some) => {
        const { rig } = drawn(some);
        const few = withFree(rig, 2);
        const { plan, isBest } = proposeSwitches(of(few));
        expect(isBest).toBe(true);
        const acts: SwitchAct[] = [
          ...['s0', 's1', 's2'].map(call),
          ...[['loop-1'], ['loop-2'], ['loop-1', 'loop-2']].map((blocks): SwitchAct => ({
            type: 'steps',
            blocks: blocks.map((block) => ({ box: 'four-loop-switcher', block })),
          })),
        ];
        const all = acts.flatMap((a) =>
          acts.map((b) =>
            cost(few, [slot('four-loop-switcher', 'switch-1', a), slot('four-loop-switcher', 'switch-2', b)]),
          ),
        );
        expect(cost(few, plan)).toBe(Math.min(...all));
      }),
      { numRuns: 8 },
    );
  });
});
