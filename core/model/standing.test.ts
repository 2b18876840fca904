import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyEdit, type EditCall } from '../edits';
import { judge } from '../findings';
import { traceIn } from '../signal';
import { largeRig } from '../testing/large-rig';
import { Met } from '../testing/met';
import { derive, everySound, inSetting, same, type Rig } from './index';
import { standingOf } from './standing';

const edited = (rig: Rig, call: EditCall): Rig => applyEdit(rig, call).rig;
const at = (rig: Rig, sound: string) => inSetting(rig, { variant: null, sound });

const few = <T>(...values: T[]) =>
  fc.dictionary(fc.constantFrom('a/a', 'b/b'), fc.constantFrom(...values), { noNullPrototype: true });
const position = (at: number) => ({ position: at, basis: null });
const standing = fc.record({
  guitar: fc.constantFrom(null, 'baritone'),
  pickup: fc.constantFrom(null, 'neck'),
  state: fc.record(
    {
      blocks: few('on', 'off'),
      modes: few('line', 'inst'),
      controls: few(position(0.5), position(1)),
      patches: few('dry', 'wet'),
      eq: few({ gainsDb: [3] }, { gainsDb: [3, 0] }),
    },
    { requiredKeys: ['blocks', 'modes', 'controls', 'patches'] },
  ),
});

test('law: two sounds have one standing just where guitar, pickup and states are the same', () => {
  const met = new Met();
  fc.assert(
    fc.property(standing, fc.oneof(standing, fc.constant(null)), (a, other) => {
      const b = other ?? structuredClone(a);
      const areAlike = same(a, b);
      met.count(areAlike ? 'alike' : 'unlike');
      expect(standingOf(a) === standingOf(b)).toBe(areAlike);
    }),
  );
  met.atLeast({ alike: 20, unlike: 20 });
});

test('each part of a standing tells sounds apart; their name, wish and order of states do not', () => {
  const sound = { guitar: null, pickup: null, state: { blocks: {}, modes: {}, controls: {}, patches: {} } };
  const one = standingOf(sound);
  const eq = { 'unit/eq': { gainsDb: [3] } };
  const control = { position: 0.5, basis: null };
  for (const other of [
    { ...sound, guitar: 'baritone' },
    { ...sound, pickup: 'neck' },
    { ...sound, state: { ...sound.state, blocks: { 'fuzz/fuzz': 'on' } } },
    { ...sound, state: { ...sound.state, modes: { 'fuzz/fuzz': 'on' } } },
    { ...sound, state: { ...sound.state, controls: { 'fuzz/level': control } } },
    { ...sound, state: { ...sound.state, controls: { 'fuzz/level': { ...control, position: 0.6 } } } },
    { ...sound, state: { ...sound.state, patches: { unit: 'wet' } } },
    { ...sound, state: { ...sound.state, eq } },
  ])
    expect(standingOf(other)).not.toBe(one);
  expect(standingOf({ ...sound, ...{ name: 'Lead', wish: { levelDb: 3 } } })).toBe(one);
  expect(standingOf(one)).toBe(one);
  const [ab, ba] = [
    { a: 'on', b: 'off' },
    { b: 'off', a: 'on' },
  ].map((blocks) => standingOf({ ...sound, state: { ...sound.state, blocks } }));
  expect(ba).toBe(ab);
});

test('what is worked out for one sound is there for those that stand like it, and stays while one is renamed', () => {
  const rig = largeRig(20, 8);
  const ways = everySound(rig).map((of) => traceIn({ ...of, variant: null }));
  // Every third sound of this rig has the same pedals on; the first has none noted.
  expect(new Set(ways).size).toBe(4);
  expect(ways[4]).toBe(ways[1]);
  const renamed = edited(rig, { edit: 'renameSound', arguments: { id: 'sound-2', name: 'Encore' } });
  expect(traceIn(at(renamed, 'sound-2'))).toBe(ways[1]);
  const switched = edited(renamed, {
    edit: 'setBlockState',
    arguments: { box: 'chorus', block: 'chorus', state: 'on', scope: { layer: 'sound', id: 'sound-2' } },
  });
  expect(traceIn(at(switched, 'sound-2'))).not.toBe(ways[1]);
  expect(traceIn(at(switched, 'sound-5'))).toBe(ways[4]);
});

test('a finding that sounds have alike is told of each of them by itself', () => {
  const found = judge(largeRig(20, 8), null).filter(
    ({ sound }) => sound === 'sound-2' || sound === 'sound-5',
  );
  const of = (id: string) => found.flatMap(({ sound, ...rest }) => (sound === id ? [rest] : []));
  expect(of('sound-2').length).toBeGreaterThan(0);
  expect(of('sound-5')).toEqual(of('sound-2'));
});

test('who reads the whole sound is handed the whole sound, whatever else is read', () => {
  const names = derive(['sound', 'standing'], ({ sound }) => sound?.name);
  const keys = derive(['standing'], ({ sound }) => Object.keys(sound ?? {}).sort());
  const rig = largeRig(20, 3);
  expect(['sound-1', 'sound-2', 'none'].map((id) => names(at(rig, id)))).toEqual([
    rig.sounds[0]?.name,
    'Sound 2',
    undefined,
  ]);
  expect(keys(at(rig, 'sound-2'))).toEqual(['guitar', 'pickup', 'state']);
  expect(keys(at(rig, 'none'))).toEqual([]);
});
