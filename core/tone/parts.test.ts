// The parts of a route that tone is told of.
import { expect, test } from '@jest/globals';
import { inSetting, makeSound } from '../model';
import { traceIn } from '../signal';
import { build, edited } from '../testing/build';
import { wired } from '../testing/order';
import { set } from '../testing/short-edits';
import { toneAlong } from './index';

test('sounds that are alike on a way share its parts, which are not reckoned anew for each', () => {
  const rig = edited(
    wired('guitar, overdrive, fuzz, combo', 'GUITAR > OVRDRV > COMBO'),
    { edit: 'addSound', arguments: { sound: makeSound('one', 'One'), index: 0 } },
    { edit: 'addSound', arguments: { sound: makeSound('two', 'Two'), index: 1 } },
    // What is in no way tells the two apart.
    set('fuzz', 'fuzz', 'on', { layer: 'sound', id: 'two' }),
  );
  const parts = rig.sounds.map(({ id }) => {
    const of = inSetting(rig, { variant: null, sound: id });
    return toneAlong(of, traceIn(of).paths[0]!)!.parts;
  });
  expect(parts.length).toBeGreaterThan(1);
  expect(new Set(parts).size).toBe(1);
});

test('what lies behind a preamp is the loop’s part, whatever else the signal passes there with it', () => {
  // Behind the preamp of a stereo combo the signal parts to two sides.
  const rig = build(
    'guitar, delay, stereo combo',
    'guitar/out > stereo-combo/input',
    'stereo-combo/send > digital-delay/in',
    'digital-delay/out > stereo-combo/return-l',
  );
  const of = inSetting(rig, { variant: null, sound: rig.sounds[0]!.id });
  const kinds = traceIn(of).paths.map((path) => toneAlong(of, path)!.parts.map(({ kind }) => kind));
  expect(kinds).toEqual([
    ['front', 'loop'],
    ['front', 'loop'],
  ]);
});
