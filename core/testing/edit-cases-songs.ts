import { SONG, type Cases } from './edit-cases';

/** The songs of the set. */
export const SONG_CASES: Cases<'addSong' | 'setSong' | 'moveSong' | 'removeSong'> = {
  addSong: {
    give: { song: { ...SONG, id: 'other' }, index: 0 },
    see: (r) => r.songs.map(({ id }) => id),
    then: ['other', 'tune'],
    refuse: { song: SONG, index: 0 },
  },
  setSong: {
    give: { song: { ...SONG, capo: 2, guitar: 'guitar' } },
    see: (r) => r.songs[0],
    then: { ...SONG, capo: 2, guitar: 'guitar' },
    refuse: { song: { ...SONG, guitar: 'fuzz' } },
  },
  moveSong: {
    give: { id: 'tune', index: 4 },
    see: (r) => r.songs.map(({ id }) => id),
    then: ['tune'],
    refuse: { id: 'none', index: 0 },
  },
  removeSong: { give: { id: 'tune' }, see: (r) => r.songs, then: [], refuse: { id: 'none' } },
};
