import { useState } from 'react';
import { inOrder } from '../../../../core/lengths';
import { figuresOf, freshId, makePlace, slug, type Box, type Place } from '../../../../core/model';
import { formatLength, parseLength } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { TextField } from '../../parts/field';
import { Menu, MenuItem, MenuLine } from '../../parts/menu';
import { PlaceOutlets } from './mains';
import { selectedBox } from '../../../../core/acts';
import { useOpen } from '../../rig/use-open';
import { NameForm } from '../../parts/name-form';
import { usePreferences } from '../../store/app';

function Plate({ box }: { box: Box }) {
  const { rig, selection, select } = useOpen('rig', 'selection', 'select');
  const chosen = selectedBox(rig, selection)?.id === box.id;
  const assumed = figuresOf(box).filter(({ figure }) => figure.source === 'assumed').length;
  return (
    <li>
      <button
        type="button"
        aria-pressed={chosen}
        onClick={() => select(chosen ? null : { type: 'box', id: box.id })}
        className={`w-full rounded border px-2.5 py-1.5 text-left ${chosen ? 'border-select bg-select-tint' : 'border-line bg-raised hover:border-ink'}`}
      >
        <span className="flex flex-wrap items-baseline justify-between gap-x-2">
          <span className="max-w-full font-semibold break-words">{box.name}</span>
          <span className="font-mono text-xs text-muted">{box.tag}</span>
        </span>
        <span className="block text-xs text-muted">
          {box.name.startsWith(box.kind) ? '' : `${box.kind} · `}
          {assumed > 0 ? `${assumed} assumed` : 'all known'}
        </span>
      </button>
    </li>
  );
}

function Distance({ place }: { place: Place }) {
  const { readOnly } = useOpen('readOnly');
  const { units } = usePreferences();
  const { commit } = useOpen('commit');
  const change = (text: string) => {
    const metres = parseLength(text, units);
    if (metres === null) return 'A length, such as 5 m or 16 ft.';
    return commit({ edit: 'setDistance', arguments: { id: place.id, distanceM: metres } });
  };
  return (
    <div className="flex w-16 shrink-0 flex-col items-center gap-1 self-start pt-9">
      <span aria-hidden="true" className="h-px w-full bg-line" />
      <TextField
        label={`Distance to ${place.name}`}
        value={formatLength(place.distanceM, units)}
        commit={change}
        onPause={false}
        mono
        disabled={readOnly !== null}
      />
      {place.distanceBy === 'assumed' ? <span className="text-xs text-caution">assumed</span> : null}
    </div>
  );
}

const TITLES = { rename: 'Rename place', add: 'New place', air: 'What keeps this place cool' } as const;

function PlaceMenu({ place, index }: { place: Place; index: number }) {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const [asking, setAsking] = useState<'rename' | 'add' | 'air' | null>(null);
  const places = rig.stage.places;
  const answer = (name: string) => {
    if (asking === 'air') {
      commit({ edit: 'setVentilation', arguments: { id: place.id, ventilation: name } });
      setAsking(null);
      return;
    }
    const id = freshId(slug(name), new Set(places.map((p) => p.id)));
    const refused =
      asking === 'rename'
        ? commit({ edit: 'renamePlace', arguments: { id: place.id, name } })
        : commit({ edit: 'addPlace', arguments: { place: makePlace(id, name), index: index + 1 } });
    if (refused === null) setAsking(null);
  };
  const move = (to: number) => commit({ edit: 'movePlace', arguments: { id: place.id, index: to } });
  return (
    <>
      <Menu
        trigger={
          <Button look="quiet" aria-label={`Acts for the place ${place.name}`} disabled={readOnly !== null}>
            <span aria-hidden="true">•••</span>
          </Button>
        }
      >
        <MenuItem onSelect={() => setAsking('rename')}>Rename …</MenuItem>
        <MenuItem onSelect={() => setAsking('add')}>New place to the right …</MenuItem>
        <MenuItem disabled={index === 0} onSelect={() => move(index - 1)}>
          Move left
        </MenuItem>
        <MenuItem disabled={index === places.length - 1} onSelect={() => move(index + 1)}>
          Move right
        </MenuItem>
        <MenuItem
          onSelect={() =>
            commit({ edit: 'setEnclosed', arguments: { id: place.id, enclosed: !place.enclosed } })
          }
        >
          {place.enclosed ? 'An open place' : 'A closed place (cupboard, rack)'}
        </MenuItem>
        <MenuItem
          onSelect={() =>
            commit({
              edit: 'setChassisJoined',
              arguments: { id: place.id, joined: !place.chassisJoined },
            })
          }
        >
          {place.chassisJoined ? 'Chassis do not touch' : 'Chassis touch (rack ears, metal frame)'}
        </MenuItem>
        {place.enclosed ? <MenuItem onSelect={() => setAsking('air')}>What keeps it cool …</MenuItem> : null}
        <MenuLine />
        <MenuItem danger onSelect={() => commit({ edit: 'removePlace', arguments: { id: place.id } })}>
          Remove
        </MenuItem>
      </Menu>
      {asking ? (
        <Sheet title={TITLES[asking]} onClose={() => setAsking(null)}>
          <NameForm
            initial={{ rename: place.name, add: '', air: place.ventilation ?? '' }[asking]}
            act={{ rename: 'Rename', add: 'Make', air: 'Note' }[asking]}
            onDone={answer}
          />
        </Sheet>
      ) : null}
    </>
  );
}

/** The stage from left to right: places with their boxes, and the distances between. */
export function Stage() {
  const { rig } = useOpen('rig');
  return (
    <section aria-label="Stage" tabIndex={-1} data-focus="rig" className="flex gap-2 overflow-x-auto p-4">
      {rig.stage.places.map((place, i) => (
        <div key={place.id} className="flex shrink-0 gap-2">
          {i > 0 ? <Distance place={place} /> : null}
          <div className="w-40 shrink-0 rounded border border-hair bg-sheet p-1.5">
            <div className="flex items-center justify-between gap-1 pb-1">
              <h2 className="min-w-0 truncate text-sm" title={place.name}>
                {place.name}
                {place.enclosed || place.chassisJoined ? (
                  <span className="block text-xs font-normal text-muted">
                    {[
                      place.enclosed ? 'closed place' : '',
                      place.ventilation ?? '',
                      place.chassisJoined ? 'chassis touch' : '',
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </span>
                ) : null}
              </h2>
              <PlaceMenu place={place} index={i} />
            </div>
            <ul className="flex flex-col gap-1.5">
              {inOrder(rig.boxes.filter((box) => box.place === place.id)).map((box) => (
                <Plate key={box.id} box={box} />
              ))}
            </ul>
            {rig.boxes.some((box) => box.place === place.id) ? null : (
              <p className="py-3 text-center text-xs text-muted">nothing here</p>
            )}
            <PlaceOutlets place={place.id} />
          </div>
        </div>
      ))}
    </section>
  );
}
