import { useState } from 'react';
import { combinationOf, newSound, pickupChoices, sources } from '../../../core/model';
import { Button } from '../parts/button';
import { Sheet } from '../parts/dialog';
import { Menu, MenuChoice, MenuItem, MenuLine } from '../parts/menu';
import { NameForm } from '../parts/name-form';
import { useOpen, useOpenWith } from '../rig/use-open';

type Asking = { readonly what: 'new' | 'rename'; readonly name: string };

/** Which sound is in force; new, rename, remove, order. */
export function SoundMenu() {
  const { sound, setSound, readOnly, commit } = useOpen('sound', 'setSound', 'readOnly', 'commit');
  const sounds = useOpenWith(({ rig }) => rig.sounds);
  const guitars = useOpenWith(({ rig }) => sources(rig));
  const [asking, setAsking] = useState<Asking | null>(null);
  const index = sounds.findIndex((s) => s.id === sound?.id);
  const played = guitars.find(({ id }) => id === sound?.guitar) ?? guitars[0];
  const source = played?.blocks.find(({ role, pickups }) => role === 'source' && pickups.length > 0);
  const choices = source ? pickupChoices(source) : [];

  const answer = (name: string) => {
    if (asking?.what === 'rename' && sound) {
      if (commit({ edit: 'renameSound', arguments: { id: sound.id, name } }) === null) setAsking(null);
      return;
    }
    const made = newSound({ sounds }, sound, name);
    const refused = commit({
      edit: 'addSound',
      arguments: { sound: made, index: (index < 0 ? sounds.length : index) + 1 },
    });
    if (refused !== null) return;
    setSound(made.id);
    setAsking(null);
  };
  const remove = () => {
    if (!sound) return;
    const next = sounds[index + 1] ?? sounds[index - 1];
    if (commit({ edit: 'removeSound', arguments: { id: sound.id } }) === null && next) setSound(next.id);
  };
  const move = (by: number) =>
    sound && commit({ edit: 'moveSound', arguments: { id: sound.id, index: index + by } });

  return (
    <>
      <Menu
        align="end"
        trigger={
          <Button aria-label={`Sound: ${sound?.name ?? 'All sounds'}`}>
            <span className="text-muted max-sm:hidden">Sound</span>
            <span className="max-w-32 truncate font-semibold">{sound?.name ?? 'All sounds'}</span>
            <span aria-hidden="true">▾</span>
          </Button>
        }
      >
        <MenuChoice
          label="Sound in force"
          value={sound?.id ?? 'all'}
          onChange={setSound}
          options={[
            ...sounds.map((s) => ({ value: s.id, label: s.name })),
            { value: 'all', label: 'All sounds (rest state)' },
          ]}
        />
        {sound && guitars.length > 1 ? (
          <MenuChoice
            label={`Played on, in ${sound.name}`}
            value={played?.id ?? ''}
            onChange={(guitar) =>
              commit({ edit: 'setGuitar', arguments: { sound: sound.id, guitar, pickup: null } })
            }
            options={guitars.map((box) => ({ value: box.id, label: box.name }))}
          />
        ) : null}
        {sound && choices.length > 1 ? (
          <MenuChoice
            label={`Pickups, in ${sound.name}`}
            value={source ? combinationOf(source, sound.pickup).name : ''}
            onChange={(pickup) =>
              commit({ edit: 'setGuitar', arguments: { sound: sound.id, guitar: sound.guitar, pickup } })
            }
            options={choices.map((name) => ({ value: name, label: name }))}
          />
        ) : null}
        <MenuLine />
        <MenuItem
          disabled={readOnly !== null}
          onSelect={() => setAsking({ what: 'new', name: `Sound ${sounds.length + 1}` })}
        >
          New from {sound ? 'this one' : 'rest'} …
        </MenuItem>
        <MenuItem
          disabled={!sound || readOnly !== null}
          onSelect={() => setAsking({ what: 'rename', name: sound?.name ?? '' })}
        >
          Rename …
        </MenuItem>
        <MenuItem disabled={index <= 0 || readOnly !== null} onSelect={() => move(-1)}>
          Earlier in the list
        </MenuItem>
        <MenuItem
          disabled={index < 0 || index === sounds.length - 1 || readOnly !== null}
          onSelect={() => move(1)}
        >
          Later in the list
        </MenuItem>
        <MenuItem danger disabled={!sound || sounds.length < 2 || readOnly !== null} onSelect={remove}>
          Remove
        </MenuItem>
      </Menu>
      {asking ? (
        <Sheet title={asking.what === 'new' ? 'New sound' : 'Rename sound'} onClose={() => setAsking(null)}>
          <NameForm initial={asking.name} act={asking.what === 'new' ? 'Make' : 'Rename'} onDone={answer} />
        </Sheet>
      ) : null}
    </>
  );
}
