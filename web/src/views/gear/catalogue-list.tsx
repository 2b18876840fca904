import { useState } from 'react';
import { boxesFromQuick, CATALOGUE, CATALOGUE_GROUPS, type Kind } from '../../../../core/catalog';
import type { SingleEdit } from '../../../../core/edits';
import { Button } from '../../parts/button';
import { Menu, MenuItem } from '../../parts/menu';
import { useOpen } from '../../rig/use-open';

/** The kinds to pick from, each press one box and what comes along with it; the list stays where the pointer is. */
export function CatalogueList() {
  const { rig, readOnly, select, commit } = useOpen('rig', 'readOnly', 'select', 'commit');
  // Open for a rig that begins; somebody who has gear in it opens it when it is wanted.
  const [open, setOpen] = useState(rig.boxes.length === 0);
  const add = (kind: Kind) => {
    const boxes = boxesFromQuick(rig, [
      { text: kind.words[0] ?? '', guesses: [{ kind, sets: [], cost: 0 }], certainty: 'word', repeat: 1 },
    ]);
    const edits = boxes.map((box): SingleEdit => ({ edit: 'addBox', arguments: { box } }));
    const [first] = boxes;
    const call = { edit: 'together', arguments: { label: `Add ${kind.name}`, edits } } as const;
    if (first && commit(call) === null) select({ type: 'box', id: first.id });
  };
  return (
    <>
      <details
        open={open}
        onToggle={(event) => setOpen(event.currentTarget.open)}
        className="hidden border-b border-hair bg-sheet px-4 pb-2 md:block"
      >
        <summary className="inline-flex min-h-7 cursor-pointer items-center rounded text-sm text-muted">
          Catalogue ({CATALOGUE.length} kinds)
        </summary>
        <div aria-label="Catalogue" role="group" className="flex flex-col gap-1 pt-1">
          {CATALOGUE_GROUPS.map(({ name, kinds }) => (
            <div key={name} className="grid grid-cols-[8rem_minmax(0,1fr)] items-baseline gap-2">
              <h3 className="text-xs font-normal text-muted">{name}</h3>
              <ul className="flex flex-wrap gap-1">
                {kinds.map((kind) => (
                  <li key={kind.id}>
                    <Button
                      look="plain"
                      className="border-hair px-2"
                      disabled={readOnly !== null}
                      title={kind.hint}
                      onClick={() => add(kind)}
                    >
                      + {kind.name}
                    </Button>
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </div>
      </details>
      <div className="border-b border-hair bg-sheet px-4 pb-3 md:hidden">
        <Menu trigger={<Button disabled={readOnly !== null}>Catalogue ▾</Button>}>
          {CATALOGUE.map((kind) => (
            <MenuItem key={kind.id} onSelect={() => add(kind)}>
              {kind.name} <span className="text-xs text-muted">{kind.hint}</span>
            </MenuItem>
          ))}
        </Menu>
      </div>
    </>
  );
}
