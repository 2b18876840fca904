import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Kind } from '../../../../core/catalog';
import { copyOfItem, emptyItem, itemFromKind, type FiguresRead, type GearItem } from '../../../../core/gear';
import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Busy, Empty } from '../../parts/empty';
import { Menu, MenuItem } from '../../parts/menu';
import { useFiles } from '../../parts/use-files';
import { database, now, useNotice } from '../../store/app';
import { saveText } from '../../store/files';
import { binItem, dropDraft, keepDraft, removeItem, restoreItem } from '../../store/gear';
import {
  lookAtFigures,
  saveFigures,
  saveGear,
  takeFigures,
  takeGearText,
  takenWords,
} from '../../store/gear-files';
import { troubleWords } from '../../store/trouble';
import { freshItemId, tellGear, useGearShelf } from '../../store/use-gear';
import { ImportDialog, type Asked } from '../shelf/import-dialog';
import { ShelfBar } from '../shelf/shelf-bar';
import { FiguresDialog } from './figures-dialog';
import { ItemLine, type ItemActs } from './item-line';
import { NewBox } from './new-box';

type Question =
  | { readonly kind: 'new' }
  | { readonly kind: 'figures'; readonly file: string; readonly read: FiguresRead }
  | { readonly kind: 'refused'; readonly asked: Asked };

const isTable = (file: File) => /\.(csv|txt|tsv)$/i.test(file.name);

/** Your own boxes: made once, offered in every rig before the kinds of the catalogue. */
export function OwnGearView() {
  const { shelf, fault } = useGearShelf();
  const [question, setQuestion] = useState<Question | null>(null);
  const navigate = useNavigate();
  const say = useNotice((state) => state.say);
  useEffect(() => {
    document.title = 'Gear – Hum Map';
  }, []);

  /** What the store refuses is said, not lost. */
  const act = (work: Promise<unknown>) =>
    void work
      .then(tellGear)
      .catch((error: unknown) => say(`The store refused: ${troubleWords(error)}`, 'bad'));

  const begin = (item: GearItem) =>
    act(
      keepDraft(database, { id: item.id, item, unread: {}, based: 0, changed: now() }).then(() =>
        navigate(`/gear/${item.id}`),
      ),
    );
  const fromKind = (kind: Kind) => begin(itemFromKind(kind, freshItemId(kind.name)));

  const acts: ItemActs = {
    copy: (item) => begin(copyOfItem(item, freshItemId(item.name))),
    save: (item) => saveGear([item]),
    table: (item) => saveFigures([item]),
    bin: (item) =>
      act(
        item.revision > 0
          ? binItem(database, item.id, now()).then(() => say(`“${item.name}” is in the bin below.`))
          : dropDraft(database, item.id),
      ),
  };

  const take = async (files: readonly File[]) => {
    for (const file of files) {
      const text = await file.text();
      if (isTable(file)) {
        setQuestion({ kind: 'figures', file: file.name, read: await lookAtFigures(text) });
        continue;
      }
      const taken = await takeGearText(text);
      const some = taken.added + taken.same > 0;
      if (some) say(takenWords(taken));
      if (taken.refused.length > 0)
        setQuestion({
          kind: 'refused',
          asked: { kind: 'refused', file: file.name, partly: some, problems: taken.refused },
        });
    }
  };

  const { pick, picker, over, drop } = useFiles(
    'Gear files and tables to import',
    '.json,.csv,.tsv,.txt,application/json,text/csv',
    (files) => act(take(files)),
  );

  const close = () => setQuestion(null);
  const items = (shelf?.items ?? []).map(({ item }) => item);
  const drafts = new Map((shelf?.drafts ?? []).map((draft) => [draft.id, draft]));
  const onlyMade = (shelf?.drafts ?? []).filter(({ id }) => !items.some((item) => item.id === id));
  const isEmpty = items.length + onlyMade.length === 0;

  return (
    <main tabIndex={-1} className="min-h-full pb-16" {...drop}>
      <ShelfBar at="gear">
        <Button look="strong" onClick={() => setQuestion({ kind: 'new' })}>
          New box
        </Button>
        <Button onClick={pick}>Import …</Button>
        <Menu align="end" trigger={<Button disabled={items.length === 0}>Save all …</Button>}>
          <MenuItem onSelect={() => saveGear(items)}>As a gear file</MenuItem>
          <MenuItem onSelect={() => saveFigures(items)}>All figures as a table, to be filled in</MenuItem>
        </Menu>
        {picker}
      </ShelfBar>
      <div className="mx-auto max-w-5xl px-4 pt-6">
        {fault !== null ? (
          <p
            role="alert"
            className="rounded border border-danger bg-danger-tint px-4 py-3 text-sm text-danger"
          >
            Your gear could not be read: {fault}
          </p>
        ) : shelf === null ? (
          <Busy what="Reading the gear shelf" />
        ) : isEmpty ? (
          <Empty
            title="No gear of your own yet"
            text="A box that the catalogue does not have, or whose figures you know better: make it once, and every rig is offered it first."
          >
            <Button look="strong" onClick={() => setQuestion({ kind: 'new' })}>
              New box
            </Button>
            <Button onClick={pick}>Import a gear file …</Button>
          </Empty>
        ) : (
          <ul
            aria-label="Your gear"
            tabIndex={-1}
            data-focus="gear"
            className={`rounded border bg-sheet ${over ? 'border-select' : 'border-hair'}`}
          >
            {onlyMade.map(({ id, item }) => (
              <ItemLine key={id} item={item} made acts={acts} />
            ))}
            {items.map((item) => (
              <ItemLine key={item.id} item={item} made={drafts.has(item.id)} acts={acts} />
            ))}
          </ul>
        )}
        {(shelf?.unread ?? []).map(({ id, name, reason, raw }) => (
          <p key={id} className="mt-4 rounded border border-danger px-4 py-2 text-sm">
            “{name}” could not be read: {reason}{' '}
            <Button onClick={() => saveText(JSON.stringify(raw, null, 2), `${id}.raw.json`)}>
              Save it as a file
            </Button>
          </p>
        ))}
        {(shelf?.binned.length ?? 0) > 0 ? (
          <details className="mt-6 text-sm">
            <summary className="inline-flex min-h-7 cursor-pointer items-center rounded text-muted">
              Bin ({shelf?.binned.length})
            </summary>
            <ul aria-label="Bin" className="mt-2 rounded border border-hair bg-sheet">
              {shelf?.binned.map(({ id, item }) => (
                <li
                  key={id}
                  className="flex items-center gap-4 border-b border-hair px-4 py-2 last:border-b-0"
                >
                  <span className="min-w-0 flex-1 truncate">{item.name}</span>
                  <Button onClick={() => act(restoreItem(database, id))}>Take back</Button>
                  <Button look="quiet" onClick={() => act(removeItem(database, id))}>
                    Remove for good
                  </Button>
                </li>
              ))}
            </ul>
          </details>
        ) : null}
        <p className="pt-6 text-xs text-muted">
          {isEmpty ? '' : `${count(items.length, 'box', 'boxes')}. `}
          {over
            ? 'Let go to import.'
            : 'Gear files and tables of figures can be dropped anywhere on this page. A table has one line a figure: fill it in beside the manual and bring it back.'}
        </p>
      </div>
      {question?.kind === 'new' ? (
        <NewBox onClose={close} onEmpty={() => begin(emptyItem(freshItemId('box')))} onKind={fromKind} />
      ) : null}
      {question?.kind === 'figures' ? (
        <FiguresDialog
          file={question.file}
          read={question.read}
          onClose={close}
          onTake={() => {
            close();
            act(
              takeFigures(question.read).then((left) =>
                left.length === 0
                  ? say(`${count(question.read.changes.length, 'figure')} taken.`)
                  : say(
                      `${left.join(', ')} became another meanwhile and was left. Import the table again.`,
                      'bad',
                    ),
              ),
            );
          }}
        />
      ) : null}
      {question?.kind === 'refused' ? (
        <ImportDialog asked={question.asked} onClose={close} onImport={close} />
      ) : null}
    </main>
  );
}
