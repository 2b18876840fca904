import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import {
  boxesFromQuick,
  chosenOf,
  readQuickLine,
  type Choice,
  type Kind,
  type QuickItem,
} from '../../../../core/catalog';
import type { EditCall, SingleEdit } from '../../../../core/edits';
import { sources } from '../../../../core/model';
import { count } from '../../../../core/units';
import { ActLink } from '../../parts/act-link';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { useKinds } from '../../store/use-kinds';

const choices = (item: QuickItem, kinds: readonly Kind[]) => {
  const guessed = item.guesses.map((guess) => guess.kind);
  return [...guessed, ...kinds.filter((kind) => !guessed.includes(kind))];
};

function Guess(props: {
  item: QuickItem;
  kinds: readonly Kind[];
  chosen: Choice | undefined;
  onChoose: (choice: Choice) => void;
}) {
  const { item, kinds, chosen, onChoose } = props;
  const { kind, sets } = chosenOf(item, chosen, kinds);
  const value = kind?.id ?? '';
  const rivals = item.guesses.length - 1;
  const unsure = chosen?.kind === undefined && item.certainty !== 'word';
  return (
    <li
      className={`flex items-center gap-1 rounded border px-2 py-0.5 text-sm ${
        value === ''
          ? 'border-danger bg-danger-tint'
          : unsure
            ? 'border-caution bg-caution-tint'
            : 'border-hair bg-raised'
      }`}
    >
      <span className="max-w-36 truncate text-muted">{item.text || '?'}</span>
      <span aria-hidden="true">→</span>
      <select
        aria-label={`What “${item.text}” is`}
        value={value}
        onChange={(event) => onChoose({ kind: event.target.value })}
        className="min-h-6 max-w-36 rounded bg-transparent font-semibold"
      >
        {value === '' ? <option value="">which kind?</option> : null}
        {choices(item, kinds).map((one) => (
          <option key={one.id} value={one.id}>
            {'model' in one ? `${one.name} (your own)` : one.name}
          </option>
        ))}
      </select>
      {kind?.sets ? (
        <select
          aria-label={`Which ${kind.name.toLowerCase()} “${item.text}” is`}
          value={sets[0]?.id ?? ''}
          onChange={(event) => onChoose({ ...chosen, set: event.target.value || null })}
          className="min-h-6 max-w-36 rounded bg-transparent"
        >
          <option value="">{kind.hint}</option>
          {kind.sets.map((set) => (
            <option key={set.id} value={set.id}>
              {set.name}
            </option>
          ))}
        </select>
      ) : null}
      {item.repeat > 1 ? <span>×{item.repeat}</span> : null}
      {item.ohm ? <span>{item.ohm} Ω</span> : null}
      {item.watts ? <span>{item.watts} W</span> : null}
      {unsure && rivals > 0 ? (
        <span className="text-xs text-caution">or {count(rivals, 'other')}</span>
      ) : null}
    </li>
  );
}

/** The word at the end of the line, completed from what is offered, one's own first. */
function completion(line: string, kinds: readonly Kind[]): string | null {
  const word = line.split(/[,|]/).at(-1)?.trimStart().toLowerCase() ?? '';
  if (word.length < 2) return null;
  const found = kinds.flatMap((kind) => kind.words).find((w) => w.startsWith(word) && w !== word);
  return found ? line + found.slice(word.length) : null;
}

/** What comes next once there is something to wire; after a line it takes the focus, so that Enter goes on. */
function Next({ takesFocus }: { takesFocus: boolean }) {
  const { rig } = useOpen('rig');
  const routable =
    sources(rig).length > 0 && rig.boxes.some((box) => box.blocks.some((b) => b.role === 'preamp'));
  if (rig.leads.length > 0 || !routable) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 pt-2 text-sm">
      <ActLink to={`/rig/${rig.id}/routes`} takesFocus={takesFocus}>
        See which routings can be had
      </ActLink>
      <span className="text-muted">Nothing is wired until one is taken.</span>
    </p>
  );
}

/** One line, comma by comma, in the player's words. */
export function QuickEntry() {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const field = useRef<HTMLInputElement>(null);
  const [line, setLine] = useState('');
  const [chosen, setChosen] = useState<Record<number, Choice>>({});
  const { kinds } = useKinds();
  const items = useMemo(() => readQuickLine(line, kinds), [line, kinds]);
  const boxes = useMemo(() => boxesFromQuick(rig, items, chosen, kinds), [rig, items, chosen, kinds]);
  const unknown = items.filter((item, i) => chosenOf(item, chosen[i], kinds).kind === undefined);
  const more = completion(line, kinds);
  const isEmpty = rig.boxes.length === 0;
  const [entered, setEntered] = useState(0);

  useEffect(() => {
    if (isEmpty) field.current?.focus();
  }, [isEmpty]);

  const add = () => {
    if (boxes.length === 0 || unknown.length > 0) return;
    const edits = boxes.map((box): SingleEdit => ({ edit: 'addBox', arguments: { box } }));
    const call: EditCall = {
      edit: 'together',
      arguments: { label: `Add ${count(boxes.length, 'box', 'boxes')}`, edits },
    };
    if (commit(call) !== null) return;
    setLine('');
    setChosen({});
    setEntered(entered + 1);
    field.current?.focus();
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Enter') add();
    if (
      (event.key === 'Tab' || event.key === 'ArrowRight') &&
      more !== null &&
      field.current?.selectionStart === line.length
    ) {
      if (event.shiftKey) return;
      event.preventDefault();
      setLine(more);
    }
  };

  return (
    <section aria-label="Quick entry" className="bg-sheet px-4 pt-3 pb-2">
      <div className="flex gap-2">
        <div className="relative min-w-0 flex-1">
          {more ? (
            <span
              aria-hidden="true"
              className="pointer-events-none absolute inset-0 flex items-center truncate px-3 text-base whitespace-pre text-muted"
            >
              <span className="invisible">{line}</span>
              {more.slice(line.length)}
            </span>
          ) : null}
          <input
            ref={field}
            aria-label="Gear in one line"
            aria-describedby="quick-hint"
            value={line}
            disabled={readOnly !== null}
            autoComplete="off"
            spellCheck={false}
            placeholder="guitar, tuner, fuzz, od x2, delay | unit | valve head, cab 16"
            onChange={(event) => {
              setLine(event.target.value);
              setChosen({});
            }}
            onKeyDown={onKey}
            className="relative min-h-9 w-full rounded border border-line bg-transparent px-3 text-base"
          />
        </div>
        <Button
          look="strong"
          className="min-h-9"
          disabled={boxes.length === 0 || unknown.length > 0}
          onClick={add}
        >
          {boxes.length === 0 ? 'Add' : `Add ${count(boxes.length, 'box', 'boxes')}`}
        </Button>
      </div>
      <p id="quick-hint" className="pt-1 text-xs text-muted">
        Commas between, <kbd className="font-mono">x2</kbd> repeats, a number after a cabinet or head is its
        ohms, with <kbd className="font-mono">w</kbd> its watts. Nothing is wired yet.
      </p>
      {items.length > 0 ? (
        <ul aria-label="What the line is taken for" className="flex flex-wrap gap-1.5 pt-2">
          {items.map((item, i) => (
            <Guess
              key={`${i} ${item.text}`}
              item={item}
              kinds={kinds}
              chosen={chosen[i]}
              onChoose={(choice) => setChosen((old) => ({ ...old, [i]: choice }))}
            />
          ))}
        </ul>
      ) : null}
      {unknown.length > 0 ? (
        <p role="status" className="pt-1 text-xs text-danger">
          No kind is like “{unknown.map((item) => item.text).join('”, “')}”: choose what it is, or change the
          word.
        </p>
      ) : null}
      {items.length === 0 && !isEmpty ? <Next key={entered} takesFocus={entered > 0} /> : null}
    </section>
  );
}
