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

test('only the sounds of the song count', () => {
  // Hotter by 6 dB at the bridge alone; one sound on each pickup.
  const [plain, hot] = [rig(), hotter(6)];
  const boxes = hot.boxes.map((box) => ({
    ...box,
    blocks: box.blocks.map((block) => ({
      ...block,
      pickups: block.pickups.map((pickup) =>
        pickup.id === 'bridge'
          ? pickup
          : plain.boxes
              .find(({ id }) => id === box.id)!
              .blocks.flatMap(({ pickups }) => pickups)
              .find(({ id }) => id === pickup.id)!,
      ),
    })),
  }));
  const sounds = hot.sounds.map((sound, i) => ({ ...sound, pickup: ['Bridge', 'Neck'][i]! }));
  const played = (...ids: string[]) =>
    levels({ ...hot, boxes, sounds, songs: hot.songs.map((song) => ({ ...song, sounds: ids })) });
  expect(played('s0')).toEqual([['on-guitar-2', 6]]);
  expect(played('s1')).toEqual([['on-guitar-2', 0]]);
  expect(played('s1', 's0')).toEqual([['on-guitar-2', 6]]);
});

test('a song that says no guitar is played on that of its sound', () => {
  const own = edited(hotter(6), {
    edit: 'setSong',
    arguments: { song: { ...rig().songs[1]!, guitar: null } },
  });
  expect(levels(own)).toEqual([]);
});
