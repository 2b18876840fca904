import { boxesFromQuick, CATALOGUE, type Kind } from '../../../../core/catalog';
import { Button } from '../../parts/button';
import { Menu, MenuItem } from '../../parts/menu';
import { useCommit, useRig } from '../../rig/context';

/** The kinds to pick from, each press one box; the list stays where the pointer is. */
export function CatalogueList() {
  const { rig, readOnly, select } = useRig();
  const commit = useCommit();
  const add = (kind: Kind) => {
    const [box] = boxesFromQuick(rig, [
      { text: kind.words[0] ?? '', guesses: [{ kind, cost: 0 }], certainty: 'word', repeat: 1 },
    ]);
    if (box && commit({ edit: 'addBox', arguments: { box } }) === null) select({ type: 'box', id: box.id });
  };
  return (
    <>
      <ul
        aria-label="Catalogue"
        className="hidden flex-wrap gap-1.5 border-b border-hair bg-sheet px-4 pb-3 md:flex"
      >
        {CATALOGUE.map((kind) => (
          <li key={kind.id}>
            <Button
              look="plain"
              className="border-hair"
              disabled={readOnly !== null}
              title={kind.hint}
              onClick={() => add(kind)}
            >
              + {kind.name}
            </Button>
          </li>
        ))}
      </ul>
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
