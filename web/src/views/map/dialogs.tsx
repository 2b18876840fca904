import { leadOf } from '../../../../core/model';
import { insertable, insertEdit } from '../../../../core/cables';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { usePreferences } from '../../store/app';
import { actsOf } from './acts';
import { Sums } from './sums';

function Insert({ lead, onClose }: { lead: string; onClose: () => void }) {
  const { rig, setting, select, commit } = useOpen('rig', 'setting', 'select', 'commit');
  const number = leadOf(rig, lead)?.number;
  const boxes = insertable(rig, setting.variant);
  const put = (box: string) => {
    const call = insertEdit(rig, setting.variant, lead, box);
    if (call && commit(call) === null) {
      select({ type: 'box', id: box });
      onClose();
    }
  };
  return (
    <Sheet title={`Insert into lead ${number ?? ''}`} onClose={onClose}>
      <ul className="flex flex-wrap gap-1.5">
        {boxes.map((box, i) => (
          <li key={box.id}>
            <Button autoFocus={i === 0} onClick={() => put(box.id)}>
              <span className="font-mono text-xs text-muted">{box.tag}</span> {box.name}
            </Button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

function Keys({ onClose }: { onClose: () => void }) {
  const acts = actsOf(useOpenRig());
  const { keys } = usePreferences();
  return (
    <Sheet
      title="Keys of the map"
      text={
        keys
          ? 'They act while the map or the profile has the focus. Preferences turn single keys off; each act stands in the menu Acts too.'
          : 'Single keys are turned off in Preferences: arrows and Delete act, the rest stands in the menu Acts.'
      }
      onClose={onClose}
      wide
    >
      <dl className="grid grid-cols-1 gap-x-8 text-sm sm:grid-cols-2">
        {acts.map((act) => (
          <div key={act.key} className="flex justify-between border-b border-hair py-1">
            <dt>{act.label}</dt>
            <dd className="font-mono text-xs">{act.shown}</dd>
          </div>
        ))}
        <div className="flex justify-between border-b border-hair py-1">
          <dt>Undo, redo (anywhere)</dt>
          <dd className="font-mono text-xs">Ctrl Z, Ctrl Y</dd>
        </div>
        <div className="flex justify-between border-b border-hair py-1">
          <dt>Find (anywhere)</dt>
          <dd className="font-mono text-xs">Ctrl K</dd>
        </div>
      </dl>
    </Sheet>
  );
}

/** Whatever an act of the map has to ask. */
export function MapDialogs() {
  const { asking, ask } = useOpen('asking', 'ask');
  const close = () => ask(null);
  if (asking?.kind === 'insert') return <Insert lead={asking.lead} onClose={close} />;
  if (asking?.kind === 'keys') return <Keys onClose={close} />;
  if (asking?.kind === 'sums') return <Sums onClose={close} />;
  if (asking?.kind === 'danger')
    return (
      <Sheet title="Plug anyway?" text={asking.words} onClose={close}>
        <div className="flex gap-2">
          <Button autoFocus onClick={close}>
            Leave it
          </Button>
          <Button look="danger" onClick={asking.go}>
            Plug anyway
          </Button>
        </div>
      </Sheet>
    );
  return null;
}
