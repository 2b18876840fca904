import { Link } from 'react-router';
import { factWords, knownWords, type GearItem } from '../../../../core/gear';
import { Button } from '../../parts/button';
import { Menu, MenuItem, MenuLine } from '../../parts/menu';
import { SmallPanel } from './small-panel';

export type ItemActs = {
  readonly copy: (item: GearItem) => void;
  readonly save: (item: GearItem) => void;
  readonly table: (item: GearItem) => void;
  readonly bin: (item: GearItem) => void;
};

/** One box on the gear shelf. `made`: it is being made, or changed, and not on the shelf so. */
export function ItemLine({ item, made, acts }: { item: GearItem; made: boolean; acts: ItemActs }) {
  const isKnown = item.kind !== '' && !item.name.toLowerCase().includes(item.kind.toLowerCase());
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hair px-4 py-2 last:border-b-0">
      <SmallPanel box={item} patch={item.patch} />
      <div className="min-w-48 flex-1">
        <Link to={`/gear/${item.id}`} className="rounded font-semibold underline-offset-2 hover:underline">
          {item.name}
        </Link>
        {isKnown ? <span className="text-sm text-muted"> · {item.kind}</span> : null}
        <span className="block text-xs text-muted">{factWords(item)}</span>
        <span className="block text-xs text-muted">{knownWords(item)}</span>
      </div>
      <span className="w-36 text-xs text-muted">
        {item.revision > 0 ? `revision ${item.revision}` : 'not on the shelf yet'}
        {made ? (
          <span className="block text-caution">
            {item.revision > 0 ? 'changes not on the shelf' : 'being made'}
          </span>
        ) : null}
      </span>
      <Menu
        align="end"
        trigger={
          <Button look="quiet" aria-label={`Acts for ${item.name}`}>
            <span aria-hidden="true">•••</span>
          </Button>
        }
      >
        <MenuItem onSelect={() => acts.copy(item)}>Make another from it</MenuItem>
        <MenuItem disabled={item.revision === 0} onSelect={() => acts.save(item)}>
          Save as a gear file
        </MenuItem>
        <MenuItem disabled={item.revision === 0} onSelect={() => acts.table(item)}>
          Save its figures as a table
        </MenuItem>
        <MenuLine />
        <MenuItem danger onSelect={() => acts.bin(item)}>
          {item.revision > 0 ? 'Into the bin' : 'Throw away'}
        </MenuItem>
      </Menu>
    </li>
  );
}
