import { useEffect, useEffectEvent, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { titleWords, makeRig } from '../../../../core/model';
import { rigHas } from '../../../../core/search';
import { Button } from '../../parts/button';
import { Busy, Empty } from '../../parts/empty';
import { useFiles } from '../../parts/use-files';
import { database, now, today, useNotice, usePreferences } from '../../store/app';
import { restoreDemo } from '../../store/demo';
import { takeGearText, takenWords } from '../../store/gear-files';
import { troubleWords } from '../../store/trouble';
import {
  addRig,
  copyTitle,
  exportRig,
  importRig,
  readFile,
  saveText,
  type ImportResult,
} from '../../store/files';
import { count } from '../../../../core/units';
import { binRig, restoreRig } from '../../store/rigs';
import { salvageFile } from '../../store/salvage';
import { randomId } from '../../store/tab';
import { importShelf, saveShelf } from '../../store/shelf-file';
import { readValue } from '../../worker/reading';
import { Bin } from './bin';
import { ImportDialog, type Asked } from './import-dialog';
import { RigLine, type RigActs } from './rig-line';
import { ShelfBar } from './shelf-bar';
import { StorageLine } from './storage-line';
import { useShelf, type ShelfEntry } from './use-shelf';

type Mode = 'keep-both' | 'replace';

/** So many rigs are seen at a glance. */
const FEW = 12;

const newId = () => `rig-${randomId().slice(0, 8)}`;

/** All rigs under this address: open, make, copy, import, export, bin. */
export function Shelf() {
  const { contents, fault, refresh } = useShelf();
  const [asked, setAsked] = useState<Asked | null>(null);
  const [sought, setSought] = useState('');
  const isSought = ({ head, rig }: ShelfEntry) =>
    rig ? rigHas(rig, sought) : head.title.toLowerCase().includes(sought.toLowerCase());
  const entries = contents?.entries ?? [];
  const shown = entries.length > FEW ? entries.filter(isSought) : entries;
  const navigate = useNavigate();
  const say = useNotice((state) => state.say);

  useEffect(() => {
    document.title = 'Shelf – Hum Map';
  }, []);

  /** Every act of the shelf ends here: what the store refuses is said, not lost. */
  const act = (work: Promise<unknown>) =>
    void work
      .then(refresh)
      .catch((error: unknown) => say(`The store refused: ${troubleWords(error)}`, 'bad'));

  const houseRules = usePreferences((state) => state.house) ?? undefined;
  const makeNew = () =>
    act(
      addRig(makeRig({ id: newId(), title: 'New rig', created: today(), houseRules })).then((id) =>
        navigate(`/rig/${id}/gear`, { replace: wanted === 'new' }),
      ),
    );

  const demo = () => act(restoreDemo().then(() => say('A fresh copy of the demo is on the shelf.')));

  const store = (read: Pick<Extract<ImportResult, { kind: 'read' }>, 'rig' | 'history'>, mode: Mode) => {
    const { rig, history } = read;
    setAsked(null);
    act(importRig(rig, mode, { history }).then(() => say(`“${titleWords(rig.title)}” is on the shelf.`)));
  };
  const takeShelf = async ({ file, shelf }: Extract<ImportResult, { kind: 'shelf' }>) => {
    const { added, same, gear } = await importShelf(shelf);
    const passed = same > 0 ? `, ${count(same, 'rig')} stood here already` : '';
    const boxes = gear.added > 0 ? ` ${takenWords(gear)}` : '';
    say(`${count(added, 'rig')} taken from “${file}”${passed}.${boxes}`);
    const problems = [...shelf.unread.map(({ reason }) => reason), ...gear.refused];
    if (problems.length > 0) setAsked({ kind: 'refused', file, partly: true, problems });
  };
  const takeGearFile = async ({ file, text }: Extract<ImportResult, { kind: 'gear' }>) => {
    const gear = await takeGearText(text);
    const { added, same, refused } = gear;
    if (added + same > 0) say(takenWords(gear), 'plain', { words: 'Open the gear shelf', to: '/gear' });
    if (refused.length > 0) setAsked({ kind: 'refused', file, partly: added + same > 0, problems: refused });
  };
  const take = async (files: readonly File[]) => {
    for (const file of files) {
      const result = await readFile(file);
      if (result.kind === 'refused') setAsked(result);
      else if (result.kind === 'shelf') await takeShelf(result);
      else if (result.kind === 'gear') await takeGearFile(result);
      else if (result.clash) setAsked({ kind: 'clash', rig: result.rig, history: result.history });
      else store(result, 'keep-both');
    }
  };

  const acts: RigActs = {
    copy: ({ rig }) => rig && act(addRig({ ...rig, id: newId(), title: copyTitle(rig.title) })),
    save: ({ head, rig }) =>
      act(
        rig
          ? exportRig(rig)
          : salvageFile(database, head.id).then(({ text, ending }) => saveText(text, `${head.id}.${ending}`)),
      ),
    bin: ({ head }) =>
      act(
        binRig(database, head.id, now()).then(() =>
          say(`“${titleWords(head.title)}” is in the bin; it can be taken back for 30 days.`),
        ),
      ),
  };

  const { pick, picker, over, drop } = useFiles('Rig files to import', '.json,application/json', (files) =>
    act(take(files)),
  );

  // Links from elsewhere may ask for an act; it is done once, and a reload does not do it again.
  const [params, setParams] = useSearchParams();
  const wanted = params.get('act');
  const onWanted = useEffectEvent(() => {
    if (wanted === 'new') makeNew();
    if (wanted === 'import') pick();
    if (wanted !== null && wanted !== 'new') setParams({}, { replace: true });
  });
  useEffect(() => onWanted(), [wanted]);

  return (
    <main tabIndex={-1} className="min-h-full pb-16" {...drop}>
      <ShelfBar at="rigs">
        <Button look="strong" onClick={makeNew}>
          New rig
        </Button>
        <Button onClick={pick}>Import …</Button>
        <Button look="quiet" onClick={demo}>
          Restore demo
        </Button>
        {picker}
      </ShelfBar>
      <div className="mx-auto max-w-5xl px-4 pt-6">
        {fault !== null ? (
          <p
            role="alert"
            className="rounded border border-danger bg-danger-tint px-4 py-3 text-sm text-danger"
          >
            The rigs of this address could not be read: {fault}
          </p>
        ) : contents === null ? (
          <Busy what="Reading the shelf" />
        ) : contents.entries.length === 0 ? (
          <Empty
            title="No rigs under this address"
            text="Rigs made under another address or port are still there. A new rig begins with one line of gear."
          >
            <Button look="strong" onClick={makeNew}>
              New rig
            </Button>
            <Button onClick={pick}>Import a file …</Button>
            <Button onClick={demo}>Restore the demo</Button>
          </Empty>
        ) : (
          <>
            {contents.entries.length > FEW ? (
              <input
                type="search"
                aria-label="Search the shelf"
                placeholder="Search: title, box, sound"
                value={sought}
                maxLength={80}
                onChange={(event) => setSought(event.target.value)}
                className="mb-3 min-h-8 w-72 max-w-full rounded border border-line bg-raised px-2 text-sm"
              />
            ) : null}
            <ul
              className={`rounded border bg-sheet ${over ? 'border-select' : 'border-hair'}`}
              aria-label="Rigs"
              tabIndex={-1}
              data-focus="rigs"
            >
              {shown.map((entry) => (
                <RigLine key={entry.head.id} entry={entry} acts={acts} />
              ))}
              {shown.length === 0 ? (
                <li className="px-4 py-3 text-sm text-muted">No rig on the shelf has “{sought}”.</li>
              ) : null}
            </ul>
          </>
        )}
        {contents ? (
          <Bin heads={contents.binned} onRestore={(head) => act(restoreRig(database, head.id))} />
        ) : null}
        <StorageLine
          turn={contents}
          some={contents !== null && contents.entries.length + contents.binned.length > 0}
          onSave={(withNames) =>
            act(
              saveShelf({ withNames, check: readValue }).then((n) =>
                say(`${count(n, 'rig')} saved to one file.`),
              ),
            )
          }
        />
        <p className="pt-6 text-xs text-muted">
          {over ? 'Let go to import.' : 'Rig, shelf and gear files can be dropped anywhere on this page.'}
        </p>
      </div>
      {asked ? (
        <ImportDialog
          asked={asked}
          onClose={() => setAsked(null)}
          onImport={(mode) => asked.kind === 'clash' && store(asked, mode)}
        />
      ) : null}
    </main>
  );
}
