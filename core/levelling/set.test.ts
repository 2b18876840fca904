import { expect, test } from '@jest/globals';
import { inNight, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { withSounds } from '../testing/feet';
import { songLevels } from './index';

/** Two guitars at one fuzz; a song on each. */
const rig = (): Rig => {
  const wired = withSounds(
    build(
      'guitar, guitar, od, combo',
      'guitar/out+guitar-2/out > overdrive/in',
      'overdrive/out > combo/input',
    ),
    'Clean',
    'Lead',
  );
  return {
    ...wired,
    songs: ['guitar', 'guitar-2'].map((guitar) => ({
      id: `on-${guitar}`,
      name: guitar,
      sounds: ['s0', 's1'],
      guitar,
      notes: '',
    })),
  };
};
const hotter = (db: number): Rig => ({
  ...rig(),
  boxes: rig().boxes.map((box) =>
    box.id === 'guitar-2'
      ? {
          ...box,
          blocks: box.blocks.map((block) => ({
            ...block,
            pickups: block.pickups.map((pickup) => ({
              ...pickup,
              averageDbu: { value: pickup.averageDbu!.value + db, source: 'measured' as const },
              peakDbu: { value: pickup.peakDbu!.value + db, source: 'measured' as const },
            })),
          })),
        }
      : box,
  ),
});
const levels = (r: Rig) =>
  songLevels(inNight(r, null)).map(({ song, leftDb }) => [song, Math.round(leftDb * 10) / 10]);

test('a song on another guitar comes out as much louder as its pickups are, one on the first not at all', () => {
  expect(levels(hotter(6))).toEqual([['on-guitar-2', 6]]);
  expect(levels(rig())).toEqual([['on-guitar-2', 0]]);
});

test('a song that says no guitar is played on that of its sound', () => {
  const own = edited(hotter(6), {
    edit: 'setSong',
    arguments: { song: { ...rig().songs[1]!, guitar: null } },
  });
  expect(levels(own)).toEqual([]);
});
