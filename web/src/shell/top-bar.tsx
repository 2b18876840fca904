import { Link, NavLink, useLocation } from 'react-router';
import { useOpen, useOpenRig, useOpenWith } from '../rig/use-open';
import { writeRig } from '../../../core/file';
import { slug } from '../../../core/model';
import { Button } from '../parts/button';
import { saveText } from '../store/files';
import { troubleWords } from '../store/trouble';
import { Find } from './find';
import { FirstLine } from './first-line';
import { NightMenu } from './night-menu';
import { PreferencesMenu } from './preferences-menu';
import { RigMenu } from './rig-menu';
import { SoundMenu } from './sound-menu';
import { VIEWS } from './views';

function Saved() {
  const { readOnly, saved, trouble } = useOpen('readOnly', 'saved', 'trouble');
  const text = readOnly !== null && saved === 'saved' ? 'read only' : saved === 'saving' ? 'saving' : saved;
  const bad = saved === 'unsaved';
  return (
    <span
      role="status"
      title={trouble ?? readOnly ?? (saved === 'saved' ? 'Every edit is stored in this browser.' : undefined)}
      className={`w-16 text-right max-sm:w-auto text-xs ${bad ? 'font-semibold text-danger' : 'text-muted'}`}
    >
      {text}
    </span>
  );
}

function Steps() {
  const { readOnly, history, step } = useOpen('readOnly', 'history', 'step');
  const [last, next] = [history.done.at(-1), history.undone.at(-1)];
  const arrow = (path: string) => (
    <svg
      width="16"
      height="16"
      viewBox="0 0 16 16"
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.6"
    >
      <path d={path} />
    </svg>
  );
  const name = (word: string, label?: string) => (label ? `${word}: ${label}` : word);
  return (
    <div className="flex">
      <Button
        look="quiet"
        aria-label={name('Undo', last?.label)}
        title={`${name('Undo', last?.label)} (Ctrl Z)`}
        disabled={!last || readOnly !== null}
        onClick={() => step('undo')}
      >
        {arrow('M6.5 3 3 6.5 6.5 10M3 6.5h6a4 4 0 0 1 0 8H7')}
      </Button>
      <Button
        look="quiet"
        aria-label={name('Redo', next?.label)}
        title={`${name('Redo', next?.label)} (Ctrl Y)`}
        disabled={!next || readOnly !== null}
        onClick={() => step('redo')}
      >
        {arrow('M9.5 3 13 6.5 9.5 10M13 6.5H7a4 4 0 0 0 0 8h2')}
      </Button>
    </div>
  );
}

/** The one bar: rig, views as words, sound, undo, saved. */
export function TopBar() {
  const store = useOpenRig();
  const { readOnly, session, trouble } = useOpen('readOnly', 'session', 'trouble');
  const id = useOpenWith(({ rig }) => rig.id);
  const { search } = useLocation();
  return (
    <header className="app-bar shrink-0 border-b border-hair bg-sheet">
      <div className="flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 px-3 py-1">
        <Link
          to="/shelf"
          className="flex min-h-7 items-center gap-2 rounded max-sm:-order-3"
          aria-label="Shelf: all rigs"
          title="All rigs"
        >
          <img src="/mark.svg" alt="" width="22" height="22" />
        </Link>
        <h1 className="max-sm:-order-2">
          <RigMenu />
        </h1>
        <nav
          aria-label="Views"
          className="flex flex-wrap items-center gap-1 max-sm:w-full max-sm:justify-between max-sm:gap-0"
        >
          {VIEWS.map((view) => (
            <NavLink
              key={view.path}
              to={{ pathname: `/rig/${id}/${view.path}`, search }}
              className={({ isActive, isPending }) =>
                `flex min-h-7 items-center rounded px-2 text-sm max-sm:px-1 ${
                  isActive
                    ? 'bg-ink text-on-ink'
                    : isPending
                      ? 'bg-raised text-ink'
                      : 'text-muted hover:text-ink'
                }`
              }
            >
              {view.name}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto flex flex-wrap items-center justify-end gap-x-2 gap-y-1 max-sm:contents">
          <Find />
          <NightMenu />
          <SoundMenu />
          <div className="flex items-center gap-x-2 max-sm:-order-1 max-sm:ml-auto">
            <Steps />
            <Saved />
          </div>
          <PreferencesMenu />
        </div>
      </div>
      <FirstLine />
      {(trouble ?? readOnly) !== null ? (
        <div
          role="alert"
          className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-fault bg-fault-tint px-3 py-1 text-sm text-fault"
        >
          <p>
            {trouble !== null
              ? `Not stored: ${troubleWords(trouble)} The rig is whole in this tab; it is tried again with each edit.`
              : readOnly}
          </p>
          {trouble !== null ? <Button onClick={session.retry}>Try again</Button> : null}
          <Button
            onClick={() => {
              const { rig } = store.getState();
              saveText(writeRig(rig, { withNames: true }), `${slug(rig.title)}.humrig.json`);
            }}
          >
            Save to a file
          </Button>
        </div>
      ) : null}
    </header>
  );
}
