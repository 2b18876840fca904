import { useEffect, useEffectEvent, useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { BLOCK_TEMPLATES, JACK_TEMPLATES, idOf, kindOfPart } from '../../../../core/gear';
import { Button } from '../../parts/button';
import { Menu, MenuItem } from '../../parts/menu';
import { database, now, useNotice } from '../../store/app';
import { dropDraft, readGearItem, storeItem } from '../../store/gear';
import { saveGear } from '../../store/gear-files';
import { troubleWords } from '../../store/trouble';
import { freshItemId, tellGear } from '../../store/use-gear';
import { usePanel, usePanelStore } from './panel-context';
import { PanelDrawing } from './panel-drawing';
import { KEYS } from './panel-keys';
import { troublesOf } from './panel-store';
import { PartFacts } from './part-facts';

/** Puts the box on the shelf; one that another tab changed meanwhile goes there as a box of its own. */
function useStore() {
  const store = usePanelStore();
  const say = useNotice((state) => state.say);
  const navigate = useNavigate();
  return async () => {
    const { item, based, stored } = store.getState();
    try {
      const done = await storeItem(database, item, based, now());
      if (done.ok) {
        stored(done.item);
        say(`“${item.name}” is on your gear shelf, revision ${done.item.revision}.`);
      } else if (done.why === 'problems') say(done.words.join(' '), 'bad');
      else {
        const id = freshItemId(item.name);
        await storeItem(
          database,
          { ...item, id, name: `${item.name} (from this tab)`.slice(0, 200) },
          0,
          now(),
        );
        await dropDraft(database, item.id);
        say(`“${item.name}” was changed in another tab meanwhile: this one stands beside it.`, 'bad');
        await navigate(`/gear/${id}`);
      }
      tellGear();
    } catch (error) {
      say(`The store refused: ${troubleWords(error)}`, 'bad');
    }
  };
}

/** Takes the box back to what stands on the shelf; what was changed since is still to be undone and redone. */
function useDiscard() {
  const store = usePanelStore();
  const say = useNotice((state) => state.say);
  return async () => {
    const { item, stored } = store.getState();
    try {
      const { row } = await readGearItem(database, item.id);
      if (!row) return;
      await dropDraft(database, item.id);
      stored(row.item);
      tellGear();
    } catch (error) {
      say(`The store refused: ${troubleWords(error)}`, 'bad');
    }
  };
}

type BarProps = { readonly onStore: () => void; readonly onDiscard: () => void; readonly isRight: boolean };

function Bar({ onStore, onDiscard, isRight }: BarProps) {
  const { item, based, changed, past, future, undo, redo } = usePanel(
    'item',
    'based',
    'changed',
    'past',
    'future',
    'undo',
    'redo',
  );
  const standing =
    based === 0
      ? 'not on the shelf yet'
      : changed
        ? `revision ${based}, changed since`
        : `on the shelf, revision ${based}`;
  return (
    <header className="flex min-h-11 flex-wrap items-center gap-2 border-b border-hair bg-sheet px-3 py-1">
      <Link to="/gear" aria-label="Gear shelf" className="flex items-center gap-2 rounded">
        <img src="/mark.svg" alt="" width="22" height="22" />
        <span className="text-sm text-muted">Gear</span>
      </Link>
      <h1 className="min-w-0 truncate text-base">{item.name || 'A box without a name'}</h1>
      {item.name.toLowerCase().includes(item.kind.toLowerCase()) ? null : (
        <span className="text-sm text-muted">{item.kind}</span>
      )}
      <span className={`text-xs ${changed || based === 0 ? 'text-caution' : 'text-muted'}`}>{standing}</span>
      <div className="ml-auto flex gap-2">
        <Button look="quiet" disabled={past.length === 0} title={past.at(-1)?.label} onClick={undo}>
          Undo
        </Button>
        <Button look="quiet" disabled={future.length === 0} title={future.at(-1)?.label} onClick={redo}>
          Redo
        </Button>
        {changed && based > 0 ? (
          <Button look="quiet" onClick={onDiscard}>
            As on the shelf
          </Button>
        ) : null}
        <Button disabled={based === 0 || changed} onClick={() => saveGear([item])}>
          Save as a file
        </Button>
        <Button look="strong" disabled={!isRight || (!changed && based > 0)} onClick={onStore}>
          Put on the shelf
        </Button>
      </div>
    </header>
  );
}

function Tools() {
  const { item, patch, selected, wiringFrom, edit, show, beginWire, select } = usePanel(
    'item',
    'patch',
    'selected',
    'wiringFrom',
    'edit',
    'show',
    'beginWire',
    'select',
  );
  const kind = kindOfPart(selected);
  const jack = item.jacks.find(({ id }) => kind === 'jack' && id === idOf(selected));
  const addJack = (template: string) =>
    edit({
      edit: 'add part',
      owner: '',
      list: 'jacks',
      template,
      panel: jack?.panel ?? 'rear',
      ...(jack ? { after: jack.id } : {}),
    });
  const canBegin = kind === 'jack' || kind === 'block';
  return (
    <div
      role="toolbar"
      aria-label="Parts of the panel"
      className="flex min-h-9 flex-wrap items-center gap-1.5 border-b border-hair bg-sheet px-3 py-1"
    >
      <Menu trigger={<Button className="min-h-7">Jack …</Button>}>
        {JACK_TEMPLATES.map(({ id, name }) => (
          <MenuItem key={id} onSelect={() => addJack(id)}>
            {name}
          </MenuItem>
        ))}
      </Menu>
      <Menu trigger={<Button className="min-h-7">Block …</Button>}>
        {BLOCK_TEMPLATES.map(({ id, name }) => (
          <MenuItem
            key={id}
            onSelect={() => edit({ edit: 'add part', owner: '', list: 'blocks', template: id })}
          >
            {name}
          </MenuItem>
        ))}
      </Menu>
      <Button onClick={() => edit({ edit: 'add part', owner: '', list: 'controls' })}>Knob</Button>
      <Button
        aria-pressed={wiringFrom !== null}
        disabled={wiringFrom === null && !canBegin}
        title={canBegin ? undefined : 'Choose the jack or block that it comes from'}
        onClick={() => beginWire(wiringFrom === null ? selected : null)}
      >
        {wiringFrom === null ? 'Wire from here' : 'No wire'}
      </Button>
      <Button
        look={selected === '' ? 'plain' : 'quiet'}
        aria-pressed={selected === ''}
        onClick={() => select('')}
      >
        The box
      </Button>
      {item.patches.length > 1 ? (
        <label className="ml-auto flex items-center gap-1.5 text-xs text-muted">
          Inner wiring
          <select
            value={patch}
            onChange={(event) => show(event.target.value)}
            className="min-h-7 rounded border border-line bg-raised px-1.5 text-sm text-ink"
          >
            {item.patches.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
                {id === item.patch ? ', at rest' : ''}
              </option>
            ))}
          </select>
        </label>
      ) : null}
    </div>
  );
}

/** What keeps the box off the shelf; each leads to its part. */
function Troubles() {
  const { item, unread, select, based } = usePanel('item', 'unread', 'select', 'based');
  const troubles = useMemo(() => troublesOf(item, unread), [item, unread]);
  if (troubles.length === 0) return null;
  return (
    <section
      aria-label="What keeps it off the shelf"
      className="border-b border-caution bg-caution-tint px-3 py-1.5 text-sm"
    >
      <p>{based === 0 ? 'Not ready for the shelf yet:' : 'Not on the shelf as it is now:'}</p>
      <ul className="flex flex-wrap gap-x-4">
        {troubles.slice(0, 6).map(({ address, field, words }) => (
          <li key={`${address} ${field} ${words}`}>
            <button
              type="button"
              className="min-h-6 rounded text-left underline underline-offset-2"
              onClick={() => select(address)}
            >
              {words}
            </button>
          </li>
        ))}
        {troubles.length > 6 ? <li className="text-muted">and {troubles.length - 6} more</li> : null}
      </ul>
    </section>
  );
}

/** Panel, tools and facts side by side. */
export function PanelDesk() {
  const { item, unread, undo, redo, wiringFrom } = usePanel('item', 'unread', 'undo', 'redo', 'wiringFrom');
  const isRight = useMemo(() => troublesOf(item, unread).length === 0, [item, unread]);
  const onStore = useStore();
  const onDiscard = useDiscard();
  useEffect(() => {
    document.title = `${item.name} – Hum Map`;
  }, [item.name]);
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
    // A text that is being typed has an undo of its own.
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
    const key = event.key.toLowerCase();
    if (key !== 'z' && key !== 'y') return;
    event.preventDefault();
    if (key === 'y' || event.shiftKey) redo();
    else undo();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <Bar onStore={() => void onStore()} onDiscard={() => void onDiscard()} isRight={isRight} />
      <main tabIndex={-1} className="flex min-h-0 flex-1 flex-col lg:flex-row">
        <div className="flex min-w-0 flex-col lg:min-h-0 lg:flex-1 lg:overflow-auto">
          <Tools />
          <Troubles />
          <div className="flex-1 p-3">
            <PanelDrawing />
            <p role="status" className="min-h-6 px-1 pt-2 text-sm">
              {wiringFrom === null ? '' : 'Press the jack or block that the wire goes to; Escape lays none.'}
            </p>
          </div>
          <p className="flex flex-wrap gap-x-4 gap-y-1 px-4 pb-3 text-xs text-muted">
            {KEYS.map(([key, does]) => (
              <span key={key}>
                <kbd className="font-mono text-ink">{key}</kbd> {does}
              </span>
            ))}
          </p>
        </div>
        <aside
          aria-label="Facts"
          className="w-full shrink-0 border-t border-hair bg-sheet lg:w-88 lg:overflow-auto lg:border-t-0 lg:border-l"
        >
          <PartFacts />
        </aside>
      </main>
    </div>
  );
}
