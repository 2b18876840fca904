import { lazy, Suspense } from 'react';
import { removeEdit } from '../../../core/cables';
import { inOrder } from '../../../core/lengths';
import type { Box } from '../../../core/model';
import { formatLength, parseLength } from '../../../core/units';
import { Button } from '../parts/button';
import { Choice, Labelled, TextField } from '../parts/field';
import { Tick } from '../parts/tick';
import { useLeaveFacts } from '../rig/use-leave-facts';
import { useOpen } from '../rig/use-open';
import { usePreferences } from '../store/app';
import { Blocks } from './blocks';
import { Clock } from './clock';
import { Controls } from './controls';
import { Earth } from './earth';
import { Loads } from './loads';
import { MainsFacts } from './mains';
import { Equalisers } from './equaliser';
import { Figures } from './figures';
import { Hidden } from './hidden';
import { Jacks } from './jacks';
import { Paths } from './paths';
import { Pickups } from './pickups';
import { Section } from './section';
import { Speaker } from './speaker';
import { Wishes } from './wishes';

/** What is on the gear shelf of it: fetched once somebody looks at a box. */
const OnShelf = lazy(async () => ({ default: (await import('./on-shelf')).OnShelf }));

function Facts({ box }: { box: Box }) {
  const leave = useLeaveFacts();
  const { rig, readOnly, session } = useOpen('rig', 'readOnly', 'session');
  const { units } = usePreferences();
  const { commit } = useOpen('commit');
  const quiet = session.commit;
  const disabled = readOnly !== null;
  const placeDrop = rig.stage.places.find((place) => place.id === box.place)?.dropM ?? 0;
  const setDrop = (text: string) => {
    if (text.trim() === '') return quiet({ edit: 'setDrop', arguments: { id: box.id, dropM: null } });
    const dropM = parseLength(text, units);
    return dropM === null
      ? 'A length, such as 0.3 m.'
      : quiet({ edit: 'setDrop', arguments: { id: box.id, dropM } });
  };
  const setPlace = (place: string) => {
    const last = inOrder(rig.boxes.filter((other) => other.place === place)).at(-1);
    commit({
      edit: 'moveToPlace',
      arguments: { id: box.id, place, order: Math.max((last?.order ?? 0) + 1, box.order) },
    });
  };
  return (
    <div className="grid grid-cols-2 gap-2 px-3 pb-3">
      <div className="col-span-2">
        <Labelled label="Name">
          {(id) => (
            <TextField
              id={id}
              value={box.name}
              disabled={disabled}
              commit={(name) => quiet({ edit: 'renameBox', arguments: { id: box.id, name } })}
            />
          )}
        </Labelled>
      </div>
      <Labelled label="Tag (on sleeves, at most 7)">
        {(id) => (
          <TextField
            id={id}
            mono
            value={box.tag}
            maxLength={7}
            disabled={disabled}
            commit={(tag) => quiet({ edit: 'setTag', arguments: { id: box.id, tag: tag.trim() } })}
          />
        )}
      </Labelled>
      <Labelled label="Place">
        {(id) => (
          <Choice
            id={id}
            value={box.place}
            disabled={disabled}
            onChange={setPlace}
            options={rig.stage.places.map((place) => ({ value: place.id, label: place.name }))}
          />
        )}
      </Labelled>
      <Labelled
        label={
          box.dropM === undefined ? `Drop (place: ${formatLength(placeDrop, units)})` : 'Drop of its own'
        }
      >
        {(id) => (
          <TextField
            id={id}
            mono
            onPause={false}
            value={box.dropM === undefined ? '' : formatLength(box.dropM, units)}
            placeholder={formatLength(placeDrop, units)}
            disabled={disabled}
            commit={setDrop}
          />
        )}
      </Labelled>
      <Tick
        className="col-span-2"
        checked={box.temporary ?? false}
        disabled={disabled}
        onChange={(temporary) =>
          commit({ edit: 'setForTest', arguments: { box: box.id, block: null, temporary } })
        }
      >
        In for a test, to go again
      </Tick>
      <div className="flex items-end justify-end">
        <Button
          look="danger"
          disabled={disabled}
          onClick={() => commit(removeEdit(rig, box.id)) === null && leave()}
        >
          Remove
        </Button>
      </div>
    </div>
  );
}

/** Everything about one box, for the sound in force. */
export function Inspector({ box }: { box: Box }) {
  const { readOnly, session } = useOpen('readOnly', 'session');
  const leave = useLeaveFacts();
  return (
    <section aria-label={`Facts of ${box.name}`}>
      <div className="flex items-center justify-between gap-2 px-3 pt-2">
        <h2 className="min-w-0 truncate text-sm">
          {box.name}
          {box.name.startsWith(box.kind) ? null : (
            <span className="font-normal text-muted"> · {box.kind}</span>
          )}
        </h2>
        <Button look="quiet" aria-label="Close the facts" onClick={leave}>
          ×
        </Button>
      </div>
      <Facts box={box} />
      <Earth box={box} />
      <MainsFacts box={box} />
      <Blocks box={box} />
      <Paths box={box} />
      <Wishes box={box} />
      <Controls box={box} />
      <Equalisers box={box} />
      <Pickups box={box} />
      <Jacks box={box} />
      <Figures box={box} />
      <Loads box={box} />
      <Speaker box={box} />
      <Clock box={box} />
      <Hidden box={box} />
      <Suspense fallback={null}>
        <OnShelf box={box} />
      </Suspense>
      <Section title="Notes" open={box.notes !== ''}>
        <TextField
          label={`Notes on ${box.name}`}
          multiline
          value={box.notes}
          disabled={readOnly !== null}
          commit={(notes) => session.commit({ edit: 'setBoxNotes', arguments: { id: box.id, notes } })}
        />
      </Section>
    </section>
  );
}
