// The set: what hands do between songs, what each is played on, what is left out.
import { expect, test } from '@jest/globals';
import type { Rig, Song } from '../model';
import { build } from '../testing/build';
import { call, of, slot, withSounds } from '../testing/feet';
import { followings, inSet } from './presses';
import { setLines, setWordsOf } from './index';

const song = (id: string, more: Partial<Song> = {}): Song => ({
  id,
  name: id.toUpperCase(),
  sounds: ['s0'],
  guitar: null,
  notes: '',
  ...more,
});
const rig = (...songs: Song[]): Rig => ({
  ...withSounds(build('guitar, guitar, four-loop switcher'), 'Clean', 'Lead'),
  songs,
  switchPlan: [slot('four-loop-switcher', 'switch-2', call('s0'), 1)],
});
const before = (...songs: Song[]) => setLines(of(rig(...songs))).map((line) => line.before);

test('a guitar is taken up, handed and retuned where the song before had it otherwise', () => {
  expect(
    before(
      song('a', { tuning: 'standard' }),
      song('b', { tuning: 'standard' }),
      song('c', { guitar: 'guitar-2', tuning: 'drop D', capo: 2, handedBy: 'Kit' }),
      song('d', { guitar: 'guitar-2', tuning: 'standard' }),
    ),
  ).toEqual([
    ['begin with Guitar (standard)'],
    [],
    ['take Guitar 2 (drop D, capo 2), from Kit'],
    ['tune Guitar 2 to standard', 'capo off'],
  ]);
});

test('one guitar cannot have other strings a song later', () => {
  expect(before(song('a', { gauge: '10–46' }), song('b', { gauge: '12–56' }))[1]).toEqual([
    'other strings: 10–46 to 12–56 on one guitar',
  ]);
});

test('a song that is left out has no number, and the one behind it follows the one before', () => {
  const songs = [song('a'), song('b', { out: true, guitar: 'guitar-2' }), song('c')];
  expect(setLines(of(rig(...songs))).map(({ number, before: todo }) => [number, todo])).toEqual([
    [1, ['begin with Guitar']],
    [null, []],
    [2, []],
  ]);
  expect(setWordsOf(setLines(of(rig(...songs))))).toBe('2 songs, 0 guitar changes');
  expect(inSet(songs).map(({ id }) => id)).toEqual(['a', 'c']);
});

test('presses follow the songs that are played', () => {
  const songs = [song('a', { sounds: ['s0', 's1', 's0'] }), song('b', { sounds: ['s1'], out: true })];
  expect(followings(of(rig(...songs)))).toEqual([
    { from: 0, to: 1, times: 1 },
    { from: 1, to: 0, times: 1 },
  ]);
});

test('a sound of a song is named with the switches that call it', () => {
  expect(setLines(of(rig(song('a'))))[0]!.sounds).toEqual([
    { id: 's0', name: 'Clean', place: 0, calledBy: [expect.stringMatching(/ bank 2, 2$/)] },
  ]);
});
