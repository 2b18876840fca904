import { useState } from 'react';
import { newVariant, nightName } from '../../../core/model';
import { Button } from '../parts/button';
import { Sheet } from '../parts/dialog';
import { Menu, MenuChoice, MenuItem, MenuLine } from '../parts/menu';
import { NameForm } from '../parts/name-form';
import { useOpen } from '../rig/use-open';

type Asking = { readonly what: 'new' | 'rename'; readonly name: string };

/** The base wiring, where a choice wants a word. */
const BASE = '';

/** Which wiring is in force: the base or a variant; new, rename, remove. */
export function NightMenu() {
  const { rig, setting, setVariant, readOnly, commit } = useOpen(
    'rig',
    'setting',
    'setVariant',
    'readOnly',
    'commit',
  );
  const [asking, setAsking] = useState<Asking | null>(null);
  const { variant } = setting;
  const name = nightName(rig, variant);
  const disabled = readOnly !== null;
  const answer = (given: string) => {
    if (asking?.what === 'rename') {
      const refused = commit(
        variant === null
          ? { edit: 'renameBase', arguments: { name: given } }
          : { edit: 'renameVariant', arguments: { id: variant, name: given } },
      );
      if (refused === null) setAsking(null);
      return;
    }
    const made = newVariant(rig, variant, given);
    if (commit({ edit: 'addVariant', arguments: { variant: made } }) !== null) return;
    setVariant(made.id);
    setAsking(null);
  };
  return (
    <>
      <Menu
        align="end"
        trigger={
          <Button
            aria-label={`Variant: ${name}`}
            title="Which wiring is in force"
            className={variant === null ? undefined : 'border-select'}
          >
            <span className="text-muted max-lg:hidden">Variant</span>
            <span className="max-w-28 truncate font-semibold">{name}</span>
            <span aria-hidden="true">▾</span>
          </Button>
        }
      >
        <MenuChoice
          label="Wiring in force"
          value={variant ?? BASE}
          onChange={(id) => setVariant(id === BASE ? null : id)}
          options={[
            { value: BASE, label: nightName(rig, null) },
            ...rig.variants.map(({ id, name: label }) => ({ value: id, label })),
          ]}
        />
        <MenuLine />
        <MenuItem disabled={disabled} onSelect={() => setAsking({ what: 'new', name: 'Direct night' })}>
          New, wired as {name} is now …
        </MenuItem>
        <MenuItem disabled={disabled} onSelect={() => setAsking({ what: 'rename', name })}>
          Rename …
        </MenuItem>
        <MenuItem
          danger
          disabled={disabled || variant === null}
          onSelect={() => variant !== null && commit({ edit: 'removeVariant', arguments: { id: variant } })}
        >
          Remove
        </MenuItem>
      </Menu>
      {asking ? (
        <Sheet
          title={asking.what === 'new' ? 'New variant' : `Rename ${name}`}
          onClose={() => setAsking(null)}
        >
          <NameForm initial={asking.name} act={asking.what === 'new' ? 'Make' : 'Rename'} onDone={answer} />
        </Sheet>
      ) : null}
    </>
  );
}
