import { expect, test } from '@jest/globals';
import { fourCable } from '../testing/build';
import { rigHas } from './index';

test('a rig is found by words of its title, its boxes and its sounds, in any case and order', () => {
  const rig = { ...fourCable(), title: 'Pit chair' };
  for (const words of ['', 'pit', 'CHAIR pit', 'fuzz', 'valve cabinet', 'sound 1', 'backline '])
    expect(rigHas(rig, words)).toBe(true);
  for (const words of ['combo', 'pit combo']) expect(rigHas(rig, words)).toBe(false);
});
