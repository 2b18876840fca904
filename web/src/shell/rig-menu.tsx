import { titleWords } from '../../../core/model';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Sheet } from '../parts/dialog';
import { TextField } from '../parts/field';
import { Menu, MenuItem, MenuLine } from '../parts/menu';
import { useOpen, useOpenRig, useOpenWith } from '../rig/use-open';
import { useNotice } from '../store/app';
import { exportRig } from '../store/files';
import { NameForm } from '../parts/name-form';

/** The rig's name, and what is done with the rig as a whole. */
export function RigMenu() {
  const store = useOpenRig();
  const { readOnly, session, commit } = useOpen('readOnly', 'session', 'commit');
  const title = useOpenWith(({ rig }) => rig.title);
  const revision = useOpenWith(({ rig }) => rig.revision);
  const notes = useOpenWith(({ rig }) => rig.notes);
  const navigate = useNavigate();
  const say = useNotice((state) => state.say);
  const [renaming, setRenaming] = useState(false);
  const [noting, setNoting] = useState(false);
  const save = () =>
    void exportRig(store.getState().rig).catch((error: unknown) =>
      say(error instanceof Error ? error.message : String(error), 'bad'),
    );
  return (
    <>
      <Menu
        trigger={
          <button
            type="button"
            className="flex min-h-7 max-w-60 items-center gap-1 rounded text-base"
            title={titleWords(title)}
          >
            <span className="truncate">{titleWords(title)}</span>
            <span aria-hidden="true" className="text-xs">
              ▾
            </span>
          </button>
        }
      >
        <MenuItem disabled={readOnly !== null} onSelect={() => setRenaming(true)}>
          Rename …
        </MenuItem>
        <MenuItem onSelect={() => setNoting(true)}>Notes …</MenuItem>
        <MenuItem onSelect={save}>Export to a file</MenuItem>
        <MenuItem
          disabled={readOnly !== null}
          onSelect={() => commit({ edit: 'markRevision', arguments: {} })}
        >
          Mark revision {revision + 1}
        </MenuItem>
        <MenuLine />
        <MenuItem onSelect={() => void navigate('/shelf')}>All rigs</MenuItem>
      </Menu>
      {noting ? (
        <Sheet
          title="Notes on the rig"
          text="They stand at the head of the sheet."
          onClose={() => setNoting(false)}
        >
          <TextField
            label="Notes on the rig"
            multiline
            value={notes}
            disabled={readOnly !== null}
            commit={(notes) => session.commit({ edit: 'setRigNotes', arguments: { notes } })}
          />
        </Sheet>
      ) : null}
      {renaming ? (
        <Sheet title="Rename rig" onClose={() => setRenaming(false)}>
          <NameForm
            initial={title}
            act="Rename"
            onDone={(title) =>
              commit({ edit: 'setTitle', arguments: { title } }) === null && setRenaming(false)
            }
          />
        </Sheet>
      ) : null}
    </>
  );
}
