import { expect, test } from '@jest/globals';
import { build, edited } from '../testing/build';
import { set } from '../testing/short-edits';
import { judge } from './judge';

test('each effect that stands the wrong way round has a line, however many of its class there are', () => {
  const names = ['looper', 'looper-2', 'overdrive', 'overdrive-2'];
  const rig = edited(
    build(
      'guitar, looper x2, od x2, combo',
      'guitar/out > looper/in',
      'looper/out > looper-2/in',
      'looper-2/out > overdrive/in',
      'overdrive/out > overdrive-2/in',
      'overdrive-2/out > combo/input',
    ),
    ...['overdrive', 'overdrive-2'].map((id) => set(id, 'drive', 'on')),
  );
  expect(rig.boxes.map(({ id }) => id)).toEqual(['guitar', ...names, 'combo']);
  const told = judge(rig, null).filter(({ code }) => code === 'ORDER-LOOPER');
  // One for each looper, by the first effect behind it.
  expect(told.map(({ parts }) => parts.map(({ id }) => id.split('/')[0]))).toEqual([
    ['looper', 'overdrive'],
    ['looper-2', 'overdrive'],
  ]);
});
