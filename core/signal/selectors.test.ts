// What a state joins: one output of a selector at a time, and a key that is listened to only.
import { describe, expect, test } from '@jest/globals';
import { boxSchema, type Box, type Rig } from '../model';
import { build, edited, plugged, SOUND } from '../testing/build';
import { trace } from './index';

const jack = (id: string, direction: 'in' | 'out') => ({
  id,
  label: id.toUpperCase(),
  direction,
  carries: 'instrument' as const,
  connector: 'ts-635' as const,
});

const selector: Box = boxSchema.parse({
  id: 'selector',
  name: 'Amp selector',
  tag: 'AB',
  kind: 'selector',
  place: 'floor',
  order: 20,
  jacks: [jack('in', 'in'), jack('a', 'out'), jack('b', 'out')],
  blocks: [
    {
      id: 'select',
      name: 'Select',
      role: 'split',
      state: 'a',
      states: [
        { id: 'a', name: 'A', passes: ['in', 'out'] },
        { id: 'b', name: 'B', passes: ['in', 'out2'] },
        { id: 'both', name: 'A and B' },
      ],
    },
  ],
  patches: [
    {
      id: 'inside',
      name: 'Inside',
      wires: [
        { from: { jack: 'in' }, to: { block: 'select', port: 'in' } },
        { from: { block: 'select', port: 'out' }, to: { jack: 'a' } },
        { from: { block: 'select', port: 'out2' }, to: { jack: 'b' } },
      ],
    },
  ],
});

const gate: Box = boxSchema.parse({
  id: 'gate',
  name: 'Keyed gate',
  tag: 'GATE',
  kind: 'gate',
  place: 'floor',
  order: 21,
  jacks: [jack('in', 'in'), jack('key', 'in'), jack('out', 'out')],
  blocks: [
    {
      id: 'gate',
      name: 'Gate',
      role: 'effect',
      category: 'gate',
      state: 'on',
      states: [{ id: 'on', name: 'on' }],
    },
  ],
  patches: [
    {
      id: 'inside',
      name: 'Inside',
      wires: [
        { from: { jack: 'in' }, to: { block: 'gate', port: 'in' } },
        { from: { jack: 'key' }, to: { block: 'gate', port: 'key' } },
        { from: { block: 'gate', port: 'out' }, to: { jack: 'out' } },
      ],
    },
  ],
});

const withBoxes = (rig: Rig, ...boxes: Box[]) =>
  edited(rig, ...boxes.map((box) => ({ edit: 'addBox', arguments: { box } }) as const));

const ends = (rig: Rig) =>
  trace(rig, SOUND)
    .paths.map((path) => path.output.box)
    .sort();

describe('a selector', () => {
  const rig = plugged(
    withBoxes(build('guitar, combo, solid-state combo'), selector),
    'guitar/out > selector/in',
    'selector/a > combo/input',
    'selector/b > solid-state-combo/input',
  );
  const set = (state: string) =>
    edited(rig, {
      edit: 'setBlockState',
      arguments: { box: 'selector', block: 'select', state, scope: { layer: 'rest' } },
    });

  test.each([
    ['a', ['combo']],
    ['b', ['solid-state-combo']],
    ['both', ['combo', 'solid-state-combo']],
  ])('in state %s passes %j', (state, heard) => {
    expect(ends(set(state))).toEqual(heard);
  });
});

describe('a key', () => {
  test('is listened to, and nothing that comes by it is heard', () => {
    const split = withBoxes(build('guitar, combo'), selector, gate);
    const rig = edited(
      plugged(
        split,
        'guitar/out > selector/in',
        'selector/a > gate/in',
        'selector/b > gate/key',
        'gate/out > combo/input',
      ),
      {
        edit: 'setBlockState',
        arguments: { box: 'selector', block: 'select', state: 'both', scope: { layer: 'rest' } },
      },
    );
    expect(ends(rig)).toEqual(['combo']);
    const byKey = edited(rig, { edit: 'unplug', arguments: { lead: 'lead-2', side: 'to' } });
    expect(ends(byKey)).toEqual([]);
  });
});
