import { LIMITS, sources, type Rig, type Song } from '../../../../core/model';
import { Button } from '../../parts/button';
import { Labelled, TextField } from '../../parts/field';
import { useOpen } from '../../rig/use-open';

const FIELD = 'min-h-7 w-full rounded border border-line bg-raised px-2 text-sm';

const TEXTS = [
  ['tuning', 'Tuning'],
  ['gauge', 'Strings'],
  ['pickup', 'Pickup'],
  ['handedBy', 'Handed by'],
] as const satisfies readonly (readonly [keyof Song, string])[];

/** A song without the facts that are empty. */
function withFact(song: Song, key: (typeof TEXTS)[number][0], text: string): Song {
  const next = { ...song, [key]: text };
  if (text.trim() === '') delete next[key];
  return next;
}

/** The sounds of a song in order: taken in, taken out, moved. */
function SongSounds({ song, rig, change }: { song: Song; rig: Rig; change: (next: Song) => void }) {
  const { readOnly } = useOpen('readOnly');
  const isReadOnly = readOnly !== null;
  const put = (sounds: readonly string[]) => change({ ...song, sounds: [...sounds] });
  const move = (i: number, by: -1 | 1) => {
    const sounds = [...song.sounds];
    const [one] = sounds.splice(i, 1);
    if (one === undefined) return;
    sounds.splice(i + by, 0, one);
    put(sounds);
  };
  return (
    <fieldset className="border-t border-hair pt-2">
      <legend className="pr-2 text-sm font-semibold">Its sounds</legend>
      <ol aria-label={`Sounds of ${song.name}`}>
        {song.sounds.map((id, i) => {
          const name = rig.sounds.find((sound) => sound.id === id)?.name ?? id;
          return (
            <li key={`${i} ${id}`} className="flex items-center gap-1 border-b border-hair py-0.5 text-sm">
              <span className="w-5 font-mono text-xs text-muted">{i + 1}</span>
              <span className="min-w-0 flex-1 truncate">{name}</span>
              <Button
                look="quiet"
                disabled={isReadOnly || i === 0}
                title={`${name} earlier`}
                onClick={() => move(i, -1)}
              >
                <span aria-hidden="true">↑</span>
                <span className="sr-only">{name} earlier</span>
              </Button>
              <Button
                look="quiet"
                disabled={isReadOnly}
                title={`${name} out of the song`}
                onClick={() => put(song.sounds.filter((_, k) => k !== i))}
              >
                <span aria-hidden="true">×</span>
                <span className="sr-only">{name} out of the song</span>
              </Button>
            </li>
          );
        })}
      </ol>
      <label className="mt-1 block text-xs text-muted">
        One more sound
        <select
          className={FIELD}
          disabled={isReadOnly}
          value=""
          onChange={(event) => put([...song.sounds, event.target.value])}
        >
          <option value="" disabled>
            choose
          </option>
          {rig.sounds.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
    </fieldset>
  );
}

/** What is said of one song. */
export function SongForm({ song, onGone }: { song: Song; onGone: () => void }) {
  const { rig, session, readOnly } = useOpen('rig', 'session', 'readOnly');
  const isReadOnly = readOnly !== null;
  const change = (next: Song) => session.commit({ edit: 'setSong', arguments: { song: next } });
  return (
    <div className="flex flex-col gap-2">
      <Labelled label="Song">
        {(id) => (
          <TextField
            id={id}
            value={song.name}
            disabled={isReadOnly}
            maxLength={LIMITS.nameLength}
            commit={(name) => change({ ...song, name })}
          />
        )}
      </Labelled>
      <Labelled label="Played on">
        {(id) => (
          <select
            id={id}
            className={FIELD}
            disabled={isReadOnly}
            value={song.guitar ?? ''}
            onChange={(event) =>
              change({ ...song, guitar: event.target.value === '' ? null : event.target.value })
            }
          >
            <option value="">as its sounds say</option>
            {sources(rig).map(({ id: box, name }) => (
              <option key={box} value={box}>
                {name}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      <div className="grid grid-cols-2 gap-2">
        {TEXTS.map(([key, label]) => (
          <Labelled key={key} label={label}>
            {(id) => (
              <TextField
                id={id}
                value={song[key] ?? ''}
                disabled={isReadOnly}
                maxLength={60}
                onPause={false}
                commit={(text) => change(withFact(song, key, text.trim()))}
              />
            )}
          </Labelled>
        ))}
        <Labelled label="Capo at fret">
          {(id) => (
            <TextField
              id={id}
              value={song.capo === undefined ? '' : String(song.capo)}
              mono
              disabled={isReadOnly}
              maxLength={2}
              onPause={false}
              commit={(text) => {
                const capo = Number(text);
                if (text.trim() !== '' && !Number.isInteger(capo)) return 'A whole number of frets.';
                const next = { ...song, capo };
                if (text.trim() === '' || capo === 0) delete (next as { capo?: number }).capo;
                return change(next);
              }}
            />
          )}
        </Labelled>
        <label className="flex min-h-7 items-center gap-1.5 self-end text-sm">
          <input
            type="checkbox"
            disabled={isReadOnly}
            checked={song.out !== true}
            onChange={(event) => {
              const next = { ...song, out: true };
              if (event.target.checked) delete (next as { out?: boolean }).out;
              change(next);
            }}
          />
          Played this time
        </label>
      </div>
      <SongSounds song={song} rig={rig} change={change} />
      <Labelled label="Notes">
        {(id) => (
          <TextField
            id={id}
            value={song.notes}
            multiline
            disabled={isReadOnly}
            maxLength={2000}
            commit={(notes) => change({ ...song, notes })}
          />
        )}
      </Labelled>
      <div>
        <Button
          look="quiet"
          disabled={isReadOnly}
          onClick={() => {
            if (session.commit({ edit: 'removeSong', arguments: { id: song.id } }) === null) onGone();
          }}
        >
          Remove the song
        </Button>
      </div>
    </div>
  );
}
