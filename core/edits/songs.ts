import { byId, copy, demand, edit, insertAt, isNewId } from './edit';
import type { RigDraft, Song } from '../model';

function checkSong(draft: RigDraft, { name, sounds, guitar, capo }: Song) {
  demand(name.trim() !== '', 'A song has a name.');
  for (const sound of sounds) byId(draft.sounds, sound, 'sound');
  demand(
    capo === undefined || (Number.isInteger(capo) && capo >= 0 && capo <= 24),
    'A capo is at fret 0 to 24.',
  );
  if (guitar === null) return;
  const box = byId(draft.boxes, guitar, 'box');
  demand(
    box.blocks.some((block) => block.role === 'source'),
    `${box.name} is no instrument.`,
  );
}

/** The songs of the set, in the order in which they are played. */
export const songEdits = {
  addSong: edit<{ song: Song; index: number }>('New song', (draft, { song, index }) => {
    isNewId(draft.songs, song.id, 'song');
    checkSong(draft, song);
    insertAt(draft.songs, copy(song), index);
  }),

  /** A song as it is to be, in the place of the one of its id. */
  setSong: edit<{ song: Song }>('Change song', (draft, { song }) => {
    byId(draft.songs, song.id, 'song');
    checkSong(draft, song);
    draft.songs = draft.songs.map((one) => (one.id === song.id ? copy(song) : one));
  }),

  moveSong: edit<{ id: string; index: number }>('Move song', (draft, { id, index }) => {
    const song = byId(draft.songs, id, 'song');
    draft.songs = draft.songs.filter((one) => one.id !== id);
    insertAt(draft.songs, song, index);
  }),

  removeSong: edit<{ id: string }>('Remove song', (draft, { id }) => {
    byId(draft.songs, id, 'song');
    draft.songs = draft.songs.filter((one) => one.id !== id);
  }),
};
