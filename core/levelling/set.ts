// How loud each song comes out on the guitar that it is played on, beside the first guitar.
import { guitarOfSong } from '../control';
import { derive, guitarOf } from '../model';
import { unevenGuitars } from './uneven';

export type SongLevel = {
  readonly song: string;
  /** Over the same sound on the first guitar, what is made up for it counted in, dB; the largest of its sounds. */
  readonly leftDb: number;
};

/** Songs on other guitars than the first sound's, with what that leaves louder or softer. */
export const songLevels = derive(
  ['boxes', 'leads', 'variant', 'sounds', 'songs'],
  (of): readonly SongLevel[] => {
    const first = guitarOf(of, of.sounds[0])?.id ?? null;
    return of.songs.flatMap((song): SongLevel[] => {
      const guitar = guitarOfSong(of, song)?.id ?? null;
      const left = of.sounds
        .filter(({ id }) => song.sounds.includes(id))
        .flatMap((sound) =>
          unevenGuitars({
            ...of,
            sounds: [
              { ...sound, guitar: first },
              { ...sound, id: `${sound.id}-played`, guitar },
            ],
          }),
        )
        .map(({ leftDb }) => leftDb);
      const [most] = left.toSorted((a, b) => Math.abs(b) - Math.abs(a));
      return most === undefined ? [] : [{ song: song.id, leftDb: most }];
    });
  },
);
