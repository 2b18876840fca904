// The set: songs in order, what each is played on, and what hands do between them.
import { boxOf, derive, guitarOf, type Box, type Reads, type Song, type Sound } from '../model';
import { inWords } from '../units';
import { slotWords } from './combinations';
import { inSet } from './presses';

export type SetSound = {
  readonly id: string;
  readonly name: string;
  /** By its place in the list of sounds. */
  readonly place: number;
  /** The switches that call it: `UNIT bank 1, B`; none: nothing does. */
  readonly calledBy: readonly string[];
};

export type SetLine = {
  readonly song: Song;
  /** Counted from 1; null: not played this time. */
  readonly number: number | null;
  readonly guitar: Box | undefined;
  /** Is another guitar taken up for it than the song before had? */
  readonly isChange: boolean;
  /** `drop D`, `capo 2`, `10–52`, `Bridge`. */
  readonly facts: readonly string[];
  readonly sounds: readonly SetSound[];
  /** What hands do before it, the first thing first; none: it goes on as it is. */
  readonly before: readonly string[];
};

type ForSet = Reads<'boxes' | 'sounds' | 'songs' | 'switchPlan'>;

/** What a song is played on: its own guitar, else that of its first sound. */
export function guitarOfSong(of: Reads<'boxes' | 'sounds'>, { guitar, sounds }: Song): Box | undefined {
  const first = of.sounds.find(({ id }) => id === sounds[0]);
  return boxOf(of, guitar) ?? guitarOf(of, first);
}

const factsOf = ({ tuning, capo, gauge, pickup }: Song): readonly string[] => [
  ...(tuning ? [tuning] : []),
  ...(capo ? [`capo ${capo}`] : []),
  ...(gauge ? [gauge] : []),
  ...(pickup ? [pickup] : []),
];

/** What hands do between two songs; before the first, what is taken up. */
function between(of: ForSet, before: Song | undefined, song: Song): readonly string[] {
  const [was, now] = [before && guitarOfSong(of, before), guitarOfSong(of, song)];
  const by = song.handedBy ? `, from ${song.handedBy}` : '';
  const tuned = [...(song.tuning ? [song.tuning] : []), ...(song.capo ? [`capo ${song.capo}`] : [])];
  if (now && was !== now)
    return [
      `${before ? 'take' : 'begin with'} ${now.name}${tuned.length > 0 ? ` (${tuned.join(', ')})` : ''}${by}`,
    ];
  if (!before) return [];
  const fret = (capo: number | undefined) => (capo ? `capo to ${capo}` : 'capo off');
  return [
    ...((before.tuning ?? '') !== (song.tuning ?? '') && song.tuning
      ? [`tune ${now?.name ?? 'the guitar'} to ${song.tuning}`]
      : []),
    ...((before.capo ?? 0) !== (song.capo ?? 0) ? [fret(song.capo)] : []),
    ...((before.pickup ?? '') !== (song.pickup ?? '') && song.pickup ? [`pickup ${song.pickup}`] : []),
    ...(song.gauge && before.gauge && before.gauge !== song.gauge
      ? [`other strings: ${before.gauge} to ${song.gauge} on one guitar`]
      : []),
  ];
}

function soundIn(of: ForSet, id: string): readonly SetSound[] {
  const place = of.sounds.findIndex((sound) => sound.id === id);
  const sound: Sound | undefined = of.sounds[place];
  if (!sound) return [];
  const calledBy = of.switchPlan.flatMap((one) => {
    const box = boxOf(of, one.box);
    return box && one.act.type === 'sound' && one.act.sound === id
      ? [`${box.tag} ${slotWords(box, one)}`]
      : [];
  });
  return [{ id, name: sound.name, place, calledBy }];
}

/** Every song, in order; those that are left out have no number. */
export const setLines = derive(
  ['boxes', 'sounds', 'songs', 'switchPlan'],
  (of: ForSet): readonly SetLine[] => {
    const played = inSet(of.songs);
    return of.songs.map((song) => {
      const at = played.indexOf(song);
      const before = at < 0 ? undefined : played[at - 1];
      const guitar = guitarOfSong(of, song);
      return {
        song,
        number: at < 0 ? null : at + 1,
        guitar,
        isChange: before !== undefined && guitarOfSong(of, before) !== guitar,
        facts: factsOf(song),
        sounds: song.sounds.flatMap((id) => soundIn(of, id)),
        before: at < 0 ? [] : between(of, before, song),
      };
    });
  },
);

/** `8 songs, 3 guitar changes`, or what is lacking. */
export function setWordsOf(lines: readonly SetLine[]): string {
  const played = lines.filter(({ number }) => number !== null);
  const changes = played.filter(({ isChange }) => isChange).length;
  const silent = played.filter(({ sounds }) => sounds.length === 0).map(({ song }) => song.name);
  return [
    `${played.length} ${played.length === 1 ? 'song' : 'songs'}`,
    `${changes} guitar ${changes === 1 ? 'change' : 'changes'}`,
    ...(silent.length > 0 ? [`no sound yet in ${inWords(silent)}`] : []),
  ].join(', ');
}
