import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { useState, type KeyboardEvent } from 'react';
import { setLines, setWordsOf, type PressesView, type SetLine } from '../../../../core/control';
import { freshId, slug } from '../../../../core/model';
import { formatDb } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { today, useNotice } from '../../store/app';
import { saveText } from '../../store/files';
import { useAnalysis } from '../../worker/use-analysis';
import { SoundsHead } from './parts-of-view';
import { SongForm } from './song-form';

type Counts = PressesView['counts'];

/** The sounds of a song in order, with what is pressed from each to the next. */
function Sounds({ line, from, counts }: { line: SetLine; from: number | null; counts: Counts | null }) {
  return (
    <ol aria-label={`Sounds of ${line.song.name} in order`} className="flex flex-wrap items-center gap-y-1">
      {line.sounds.map(({ name, place }, i) => {
        const before = i === 0 ? from : (line.sounds[i - 1]?.place ?? null);
        const change = before === null || before === place ? null : counts?.[before]?.[place];
        return (
          <li key={`${i} ${place}`} className="flex items-center">
            {change ? (
              <span
                className={`px-1.5 font-mono text-xs ${change.presses > 1 || change.hands > 0 ? 'font-bold text-caution' : 'text-muted'}`}
                title={`${change.presses} pressed${change.hands > 0 ? ', hands too' : ''}`}
              >
                {`${change.presses}${change.hands > 0 ? '+hand' : ''}→`}
              </span>
            ) : i > 0 ? (
              <span className="px-1.5 text-xs text-muted">→</span>
            ) : null}
            <span className="rounded-sm border border-line bg-raised px-1.5 text-sm leading-6">{name}</span>
          </li>
        );
      })}
      {line.sounds.length === 0 ? <li className="text-sm text-caution">no sound yet</li> : null}
    </ol>
  );
}

/** One song in the set: drawn to its place, or moved by keys. */
function SongRow(props: {
  line: SetLine;
  from: number | null;
  counts: Counts | null;
  level: number | null;
  isChosen: boolean;
  disabled: boolean;
  onChoose: () => void;
  onStep: (by: 1 | -1) => void;
}) {
  const { line, from, counts, level, isChosen, disabled, onChoose, onStep } = props;
  const { song, number, guitar, facts, before } = line;
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: song.id, disabled });
  const { setNodeRef: setPlace, isOver } = useDroppable({ id: song.id });
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1, ArrowDown: 1 } as const;
    const step = by[event.key as keyof typeof by];
    if (!step) return;
    event.preventDefault();
    if (event.altKey) onStep(step);
    else {
      const all = [...document.querySelectorAll<HTMLElement>('[data-song]')];
      all[all.indexOf(event.currentTarget as HTMLElement) + step]?.focus();
    }
  };
  return (
    <li ref={setPlace} className={isOver ? 'bg-select-tint' : ''}>
      {before.length > 0 ? (
        <p className="border-b border-hair bg-ground px-4 py-0.5 text-xs font-semibold">
          {before.join('; ')}
        </p>
      ) : null}
      <div
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
        className={`flex items-start gap-3 border-b border-hair px-4 py-1.5 ${isChosen ? 'bg-select-tint' : ''} ${
          isDragging ? 'relative z-10 bg-raised shadow' : ''
        } ${number === null ? 'opacity-60' : ''}`}
      >
        <button
          ref={setNodeRef}
          type="button"
          data-song={song.id}
          aria-pressed={isChosen}
          aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
          title="Draw it to another place, or Alt and an arrow"
          className="flex min-h-7 w-56 shrink-0 cursor-grab items-baseline gap-2 text-left"
          {...listeners}
          onClick={onChoose}
          onKeyDown={onKey}
        >
          <span className="w-6 shrink-0 text-right font-mono text-lg leading-7 font-semibold">
            {number ?? '–'}
          </span>
          <span className="min-w-0 font-semibold">{song.name}</span>
        </button>
        <p className="w-52 shrink-0 text-sm leading-7">
          {guitar?.name ?? 'no guitar'}
          <span className="text-muted">{facts.length > 0 ? `, ${facts.join(', ')}` : ''}</span>
          {level !== null && Math.abs(level) >= 0.5 ? (
            <span className="block text-xs leading-4 text-caution">
              {formatDb(level)} dB beside the first guitar
            </span>
          ) : null}
        </p>
        <div className="min-w-0 flex-1 pt-0.5">
          <Sounds line={line} from={from} counts={counts} />
        </div>
      </div>
    </li>
  );
}

/** The songs in the order in which they are played, and what lies between them. */
export function SetView() {
  const { rig, setting, session, readOnly, analyst } = useOpen(
    'rig',
    'setting',
    'session',
    'readOnly',
    'analyst',
  );
  const { value } = useAnalysis<'set'>({ kind: 'set', variant: setting.variant });
  const say = useNotice((state) => state.say);
  const [chosen, setChosen] = useState<string | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const isReadOnly = readOnly !== null;
  const lines = setLines(rig);
  const levels = new Map(value?.levels.map(({ song: id, leftDb }) => [id, leftDb]));
  const song = rig.songs.find(({ id }) => id === chosen);
  const move = (id: string, index: number) => {
    const name = rig.songs.find((one) => one.id === id)?.name ?? '';
    if (index < 0 || index >= rig.songs.length) return;
    if (session.commit({ edit: 'moveSong', arguments: { id, index } }) === null)
      say(`${name} is number ${index + 1} of ${rig.songs.length}.`);
  };
  const add = () => {
    const id = freshId('song', new Set(rig.songs.map((one) => one.id)));
    const made = { id, name: `Song ${rig.songs.length + 1}`, sounds: [], guitar: null, notes: '' };
    if (session.commit({ edit: 'addSong', arguments: { song: made, index: rig.songs.length } }) === null)
      setChosen(id);
  };
  const save = () => {
    analyst
      .ask<'setSheet'>({ kind: 'setSheet', variant: setting.variant, day: today() })
      .then((page) => saveText(page, `${slug(rig.title)}-set.html`, 'text/html'))
      .catch((error: unknown) => say(error instanceof Error ? error.message : String(error), 'bad'));
  };
  /** The sound that stands when a song begins: the last of the song before. */
  const lastBefore = (i: number): number | null =>
    lines
      .slice(0, i)
      .filter(({ number, sounds }) => number !== null && sounds.length > 0)
      .at(-1)
      ?.sounds.at(-1)?.place ?? null;
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead
        title="Set"
        text={
          lines.length === 0
            ? 'No songs yet: a song uses sounds, a set is songs in order.'
            : `${setWordsOf(lines)}. Between sounds: what is pressed.`
        }
      >
        <Button disabled={isReadOnly} onClick={add}>
          New song
        </Button>
        <Button
          disabled={lines.length === 0}
          title="A page to print, with a card for each song on a phone"
          onClick={save}
        >
          Save set sheet
        </Button>
      </SoundsHead>
      <div className="flex min-h-0 flex-1 flex-col overflow-auto bg-sheet lg:flex-row lg:overflow-hidden">
        <DndContext
          sensors={sensors}
          accessibility={{ screenReaderInstructions: { draggable: '' } }}
          onDragEnd={({ active, over }) => {
            if (over && over.id !== active.id)
              move(
                String(active.id),
                rig.songs.findIndex(({ id }) => id === over.id),
              );
          }}
        >
          <ol aria-label="Songs of the set" className="min-w-0 lg:flex-1 lg:overflow-auto">
            {lines.map((line, i) => (
              <SongRow
                key={line.song.id}
                line={line}
                from={lastBefore(i)}
                counts={value?.counts ?? null}
                level={levels.get(line.song.id) ?? null}
                isChosen={line.song.id === chosen}
                disabled={isReadOnly}
                onChoose={() => setChosen(line.song.id)}
                onStep={(by) => move(line.song.id, i + by)}
              />
            ))}
            {lines.length === 0 ? (
              <li className="px-4 py-6 text-sm text-muted">
                Songs stand here in the order in which they are played, each with its guitar, its tuning and
                the sounds that it uses.
              </li>
            ) : null}
          </ol>
        </DndContext>
        {song ? (
          <aside
            aria-label={`Song: ${song.name}`}
            className="w-full shrink-0 border-t border-hair px-4 py-3 lg:w-80 lg:overflow-auto lg:border-t-0 lg:border-l"
          >
            <SongForm key={song.id} song={song} onGone={() => setChosen(null)} />
          </aside>
        ) : null}
      </div>
    </div>
  );
}
