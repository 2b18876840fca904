import { useState } from 'react';
import { freshId, slug } from '../../../../core/model';
import { resolve } from '../../../../core/signal';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { NameForm } from '../../parts/name-form';
import { FromLayer } from '../../inspector/blocks';
import { useOpen } from '../../rig/use-open';
import type { Inside } from './use-inside';

/** The inner wirings of a unit by name; which is in force is said by the sound that is chosen above. */
export function Wirings({ inside }: { inside: Inside }) {
  const { box, patch, disabled, commit } = inside;
  const { rig, setting, scope, sound } = useOpen('rig', 'setting', 'scope', 'sound');
  const [asking, setAsking] = useState<'new' | 'rename' | null>(null);
  const { from } = resolve(rig, setting).innerWiring(box);
  const use = (id: string | null) =>
    commit({ edit: 'setPatch', arguments: { box: box.id, patch: id, scope } });
  const answer = (name: string) => {
    if (asking === 'rename') {
      if (commit({ edit: 'renamePatch', arguments: { box: box.id, patch: patch.id, name } }) === null)
        setAsking(null);
      return;
    }
    const id = freshId(slug(name), new Set(box.patches.map((one) => one.id)));
    const refused = commit({
      edit: 'together',
      arguments: {
        label: `New inner wiring ${name}`,
        edits: [
          { edit: 'addPatch', arguments: { box: box.id, patch: { ...patch, id, name } } },
          { edit: 'setPatch', arguments: { box: box.id, patch: id, scope } },
        ],
      },
    });
    if (refused === null) setAsking(null);
  };
  return (
    <div role="group" aria-label="Inner wiring" className="flex flex-wrap items-center gap-1.5">
      <label className="flex items-center gap-1.5 text-xs text-muted">
        Inner wiring {sound ? `in ${sound.name}` : 'at rest'}
        <select
          value={patch.id}
          disabled={disabled}
          onChange={(event) => use(event.target.value)}
          className="min-h-7 rounded border border-line bg-raised px-1.5 text-sm text-ink"
        >
          {box.patches.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <FromLayer from={from} onBack={() => use(null)} />
      <Button look="quiet" disabled={disabled} onClick={() => setAsking('new')}>
        New from this …
      </Button>
      <Button look="quiet" disabled={disabled} onClick={() => setAsking('rename')}>
        Rename …
      </Button>
      {box.patches.length > 1 && box.patch !== patch.id ? (
        <Button
          look="quiet"
          disabled={disabled}
          onClick={() => commit({ edit: 'removePatch', arguments: { box: box.id, patch: patch.id } })}
        >
          Remove
        </Button>
      ) : null}
      {asking ? (
        <Sheet
          title={asking === 'new' ? 'New inner wiring' : 'Rename inner wiring'}
          text={asking === 'new' ? 'It begins as this one is, and is in force where you stand.' : undefined}
          onClose={() => setAsking(null)}
        >
          <NameForm
            initial={asking === 'rename' ? patch.name : ''}
            act={asking === 'new' ? 'Make' : 'Rename'}
            onDone={answer}
          />
        </Sheet>
      ) : null}
    </div>
  );
}
