import type { Selection } from '../../../../core/acts';
import {
  joinable,
  joinLoomsEdit,
  loomsOf,
  nameLoomEdit,
  splitLoomEdit,
  type Loom,
} from '../../../../core/cables';
import type { EditCall } from '../../../../core/edits';
import { laidWords, wiring } from '../../../../core/model';
import { count, formatLength } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Labelled, TextField } from '../../parts/field';
import { useLeaveFacts } from '../../rig/use-leave-facts';
import { useOpen } from '../../rig/use-open';
import { usePreferences } from '../../store/app';

/** What is looked at after an edit of a loom: one that gets its first name gets an id of its own with it. */
function chosenAfter(edit: EditCall): Selection {
  if (edit.edit === 'nameLoom' || edit.edit === 'joinLooms') return { type: 'loom', id: edit.arguments.id };
  if (edit.edit !== 'splitLoom') return null;
  const { from } = edit.arguments;
  const [only = ''] = from.leads;
  return from.leads.length > 1 ? { type: 'loom', id: from.id } : { type: 'lead', id: only };
}

/** Does an edit of a loom, and keeps that loom chosen. */
function useLoomEdit() {
  const { session, select } = useOpen('session', 'select');
  return (edit: EditCall | null): string | null => {
    if (!edit) return null;
    const refused = session.commit(edit);
    if (refused === null) select(chosenAfter(edit));
    return refused;
  };
}

function Leads({ loom }: { loom: Loom }) {
  const { rig, setting, readOnly, select } = useOpen('rig', 'setting', 'readOnly', 'select');
  const { units } = usePreferences();
  const run = useLoomEdit();
  const plugged = wiring(rig, setting.variant);
  return (
    <ul aria-label="Leads of the loom" className="flex flex-col">
      {loom.leads.map((lead) => {
        const entry = plugged.find((one) => one.lead.id === lead.id);
        return (
          <li key={lead.id} className="flex items-center gap-1.5 border-b border-hair py-0.5">
            <button
              type="button"
              aria-label={`Lead ${lead.number}`}
              className="min-h-6 rounded-full border border-ink px-1.5 font-mono text-xs"
              onClick={() => select({ type: 'lead', id: lead.id })}
            >
              {lead.number}
            </button>
            <span className="min-w-0 flex-1 text-xs">
              <span className="font-mono">{laidWords(rig, entry ?? { from: [], to: [] })}</span>
              <span className="text-muted">
                {' '}
                {lead.kind}, {formatLength(lead.lengthM, units)}
              </span>
            </span>
            <Button
              className="min-h-6 px-1.5 text-xs"
              aria-label={`Take lead ${lead.number} out of the loom`}
              disabled={readOnly !== null}
              onClick={() => run(splitLoomEdit(rig, loom, [lead.id]))}
            >
              Take out
            </Button>
          </li>
        );
      })}
    </ul>
  );
}

/** What else runs between the same places, to be tied to it. */
function Others({ loom }: { loom: Loom }) {
  const { rig, setting, readOnly } = useOpen('rig', 'setting', 'readOnly');
  const run = useLoomEdit();
  const others = joinable(rig, setting.variant, loom);
  if (others.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-1">
      <span className="text-xs text-muted">Tie to it</span>
      {others.map((leads) => (
        <Button
          key={leads[0]?.id}
          className="min-h-6 px-1.5 text-xs"
          disabled={readOnly !== null}
          onClick={() => run(joinLoomsEdit(rig, loom, leads))}
        >
          {leads.length === 1 ? 'lead' : 'the loom of leads'} {leads.map(({ number }) => number).join(', ')}
        </Button>
      ))}
    </div>
  );
}

/** Everything about one loom: its name, what is tied into it, what could be. */
export function LoomFacts({ id }: { id: string }) {
  const leave = useLeaveFacts();
  const { rig, setting } = useOpen('rig', 'setting');
  const loom = loomsOf(rig, setting.variant).find((one) => one.id === id);
  return loom ? <Facts loom={loom} leave={leave} /> : null;
}

function Facts({ loom, leave }: { loom: Loom; leave: () => void }) {
  const { rig, readOnly } = useOpen('rig', 'readOnly');
  const { units } = usePreferences();
  const run = useLoomEdit();
  const nameOf = (place: string) => rig.stage.places.find(({ id }) => id === place)?.name;
  return (
    <section aria-label={`Facts of the loom ${loom.name}`} className="flex flex-col gap-2 px-3 py-2">
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-sm">
          Loom
          <span className="font-normal text-muted">
            {' '}
            · {count(loom.leads.length, 'lead')}, {nameOf(loom.places[0])} to {nameOf(loom.places[1])},
            longest {formatLength(loom.lengthM, units)}
          </span>
        </h2>
        <Button look="quiet" aria-label="Close the facts" onClick={leave}>
          ×
        </Button>
      </div>
      <Labelled label="Name">
        {(field) => (
          <TextField
            id={field}
            onPause={false}
            value={loom.name}
            disabled={readOnly !== null}
            commit={(name) => run(nameLoomEdit(rig, loom, name))}
          />
        )}
      </Labelled>
      <Leads loom={loom} />
      <Others loom={loom} />
    </section>
  );
}
