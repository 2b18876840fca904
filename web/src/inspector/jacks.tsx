import { jackFacts, midiFacts, type Box, type Jack } from '../../../core/model';
import { resolve } from '../../../core/signal';
import { Choice, TextField } from '../parts/field';
import { Tick } from '../parts/tick';
import { useOpen } from '../rig/use-open';
import { FromLayer } from './blocks';
import { Section } from './section';

const DIRECTION: Record<Jack['direction'], string> = {
  in: 'in',
  out: 'out',
  through: 'through',
  both: 'in and out',
};

function JackLine({ box, jack }: { box: Box; jack: Jack }) {
  const { rig, setting, scope, readOnly, session, commit } = useOpen(
    'rig',
    'setting',
    'scope',
    'readOnly',
    'session',
    'commit',
  );
  const resolved = resolve(rig, setting);
  const { mode, from } = resolved.jackMode(box, jack);
  const holds = resolved.runs.filter((run) =>
    [run.from, run.to].some((end) => end?.box === box.id && end.jack === jack.id),
  );
  const facts = jackFacts(box, jack);
  const set = (to: string | null) =>
    commit({ edit: 'setMode', arguments: { box: box.id, jack: jack.id, mode: to, scope } });
  return (
    <li className="flex flex-col gap-1 border-t border-hair pt-1.5 first:border-t-0 first:pt-0">
      <div className="grid grid-cols-[8rem_minmax(0,1fr)] items-center gap-2">
        <TextField
          label={`Printed name of ${jack.label}`}
          mono
          value={jack.label}
          disabled={readOnly !== null}
          commit={(label) =>
            session.commit({ edit: 'setJackLabel', arguments: { box: box.id, jack: jack.id, label } })
          }
        />
        <span className="text-xs text-muted">
          {DIRECTION[jack.direction]}, {jack.carries}, {jack.connector}
          {holds.length > 0 ? (
            <span className="text-ink"> · lead {holds.map((run) => run.lead.number).join(', ')}</span>
          ) : jack.normalledFrom ? (
            ' · normalled'
          ) : (
            ' · free'
          )}
          {facts === '' ? null : <span className="block">{facts}</span>}
        </span>
      </div>
      {jack.phantom ? (
        <Tick
          checked={jack.phantom.is === 'on'}
          disabled={readOnly !== null}
          onChange={(is) =>
            void commit({
              edit: 'setPhantom',
              arguments: { box: box.id, jack: jack.id, is: is ? 'on' : 'off' },
            })
          }
        >
          48 V on {jack.label}
          {jack.phantom.switch === undefined ? '' : ', and all on its switch'}
        </Tick>
      ) : null}
      {jack.modes.length > 1 && mode ? (
        <div className="flex flex-wrap items-center gap-2">
          <Choice
            label={`Mode of ${jack.label}`}
            className="max-w-40"
            value={mode.id}
            disabled={readOnly !== null}
            options={jack.modes.map((m) => ({ value: m.id, label: m.name }))}
            onChange={set}
          />
          <FromLayer from={from} onBack={() => set(null)} />
        </div>
      ) : null}
    </li>
  );
}

/** Jacks as printed on the box, their modes, and what is plugged into them. */
export function Jacks({ box }: { box: Box }) {
  const midi = midiFacts(box);
  return (
    <Section title={`Jacks (${box.jacks.length})`}>
      {midi === '' ? null : <p className="text-xs text-muted">MIDI: {midi}</p>}
      <ul className="flex flex-col gap-1.5">
        {box.jacks.map((jack) => (
          <JackLine key={jack.id} box={box} jack={jack} />
        ))}
      </ul>
    </Section>
  );
}
