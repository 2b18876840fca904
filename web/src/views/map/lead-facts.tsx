import { insertable, loomsOf, scopeIn } from '../../../../core/cables';
import { computedLength } from '../../../../core/lengths';
import {
  isLink,
  jackKey,
  jackWords,
  LEAD_KINDS,
  nightName,
  wiring,
  type JackRef,
  type Lead,
  type Side,
} from '../../../../core/model';
import { formatLength, parseLength } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Choice, Labelled, TextField } from '../../parts/field';
import { useLeaveFacts } from '../../rig/use-leave-facts';
import { Tick } from '../../parts/tick';
import { useOpen } from '../../rig/use-open';
import { usePreferences } from '../../store/app';
import { useDiffering } from './otherwise';
import { ShieldFacts } from './shield-facts';

function End({ lead, side, refs }: { lead: Lead; side: Side; refs: readonly JackRef[] }) {
  const { rig, setting, readOnly, select, commit, setHand } = useOpen(
    'rig',
    'setting',
    'readOnly',
    'select',
    'commit',
    'setHand',
  );
  const disabled = readOnly !== null;
  const scope = scopeIn(setting.variant);
  return (
    <div className="flex flex-wrap items-center gap-1">
      <span className="w-12 text-xs text-muted">{side === 'from' ? 'source' : 'far end'}</span>
      <span className="min-w-0 flex-1 font-mono text-xs">
        {refs.length === 0
          ? 'loose'
          : refs.map((ref, i) => (
              <button
                key={jackKey(ref)}
                type="button"
                className="min-h-6 rounded underline-offset-2 hover:underline"
                onClick={() => select({ type: 'jack', id: jackKey(ref) })}
              >
                {i > 0 ? 'or ' : ''}
                {jackWords(rig, ref)}
              </button>
            ))}
        {lead[side].adapters.map((adapter) => (
          <span key={adapter.name} className="block text-muted">
            adapter {adapter.name}
          </span>
        ))}
      </span>
      <Button
        className="min-h-6 px-1.5 text-xs"
        disabled={disabled}
        onClick={() => setHand({ kind: 'plug', lead: lead.id, side })}
      >
        {refs.length === 0 ? 'Plug …' : 'Move …'}
      </Button>
      {refs.length > 0 ? (
        <Button
          className="min-h-6 px-1.5 text-xs"
          disabled={disabled}
          onClick={() => commit({ edit: 'unplug', arguments: { lead: lead.id, side, ...scope } })}
        >
          Unplug
        </Button>
      ) : null}
    </div>
  );
}

/** Everything about one lead: ends, kind, length. */
export function LeadFacts({ id }: { id: string }) {
  const leave = useLeaveFacts();
  const { rig, setting, readOnly, session, ask } = useOpen('rig', 'setting', 'readOnly', 'session', 'ask');
  const { units } = usePreferences();
  const { commit, select } = useOpen('commit', 'select');
  const differing = useDiffering()?.find(({ part }) => part.type === 'lead' && part.id === id);
  const entry = wiring(rig, setting.variant).find(({ lead }) => lead.id === id);
  if (!entry) return null;
  const { lead, from, to } = entry;
  const disabled = readOnly !== null;
  const link = isLink(lead);
  const loom = loomsOf(rig, setting.variant).find(({ leads }) => leads.some((one) => one.id === id));
  const rule = computedLength(rig, lead);
  const setLength = (text: string) => {
    if (text.trim() === '') return session.commit({ edit: 'computeLeadLength', arguments: { id } });
    const lengthM = parseLength(text, units);
    return lengthM === null
      ? 'A length, such as 9 m or 30 ft.'
      : session.commit({ edit: 'setLeadLength', arguments: { id, lengthM, by: 'hand' } });
  };
  return (
    <section aria-label={`Facts of lead ${lead.number}`} className="flex flex-col gap-2 px-3 py-2">
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-sm">
          {link ? `Through the ${lead.kind}` : `Lead ${lead.number}`}
          {link ? null : <span className="font-normal text-muted"> · {lead.kind}</span>}
        </h2>
        <Button look="quiet" aria-label="Close the facts" onClick={leave}>
          ×
        </Button>
      </div>
      <End lead={lead} side="from" refs={from} />
      <End lead={lead} side="to" refs={to} />
      {differing && setting.variant !== null ? (
        <p className="flex flex-wrap items-center gap-2 text-xs text-muted">
          <span>
            In {nightName(rig, null)}: <span className="font-mono">{differing.was}</span>
          </span>
          <Button
            className="min-h-6 px-1.5 text-xs"
            disabled={disabled}
            onClick={() =>
              setting.variant !== null &&
              commit({ edit: 'followBase', arguments: { lead: id, variant: setting.variant } })
            }
          >
            As in {nightName(rig, null)}
          </Button>
        </p>
      ) : null}
      {link ? null : (
        <div className="grid grid-cols-2 gap-2">
          <Labelled label="Kind">
            {(field) => (
              <Choice
                id={field}
                value={lead.kind}
                disabled={disabled}
                options={LEAD_KINDS.filter((kind) => kind !== 'air' && kind !== 'radio').map((kind) => ({
                  value: kind,
                  label: kind,
                }))}
                onChange={(kind) => commit({ edit: 'setLeadKind', arguments: { id, kind } })}
              />
            )}
          </Labelled>
          <Labelled
            label={
              lead.lengthBy === 'computed'
                ? 'Length, by the rule'
                : `Length, ${lead.lengthBy === 'hand' ? 'by hand' : 'measured'}`
            }
            hint={
              lead.lengthBy === 'computed'
                ? rule?.toBeMade
                  ? 'to be made: longer than the stock'
                  : undefined
                : `the rule says ${rule ? formatLength(rule.lengthM, units) : 'nothing'}; empty it to go back`
            }
          >
            {(field) => (
              <TextField
                id={field}
                mono
                onPause={false}
                value={formatLength(lead.lengthM, units)}
                disabled={disabled}
                commit={setLength}
              />
            )}
          </Labelled>
        </div>
      )}
      {link || ['mains', 'dc', 'speaker'].includes(lead.kind) ? null : <ShieldFacts lead={lead} />}
      {link ? null : (
        <Tick
          checked={lead.temporary ?? false}
          disabled={disabled}
          onChange={(temporary) => commit({ edit: 'setTemporary', arguments: { id, temporary } })}
        >
          Temporary: for a test, to go again
        </Tick>
      )}
      {loom ? (
        <p className="text-xs text-muted">
          In the loom{' '}
          <button
            type="button"
            className="min-h-6 rounded underline underline-offset-2"
            onClick={() => select({ type: 'loom', id: loom.id })}
          >
            {loom.name}
          </button>
        </p>
      ) : null}
      <div className="flex flex-wrap gap-1">
        <Button
          disabled={disabled || to.length === 0 || insertable(rig, setting.variant).length === 0}
          onClick={() => ask({ kind: 'insert', lead: id })}
        >
          Insert a box …
        </Button>
        {link ? null : (
          <Button
            disabled={disabled || (from.length === 0 && to.length === 0)}
            onClick={() => commit({ edit: 'putAway', arguments: { lead: id, ...scopeIn(setting.variant) } })}
          >
            Put away
          </Button>
        )}
        <Button
          look="danger"
          disabled={disabled}
          onClick={() => commit({ edit: 'removeLead', arguments: { id } }) === null && leave()}
        >
          {rig.variants.length > 0 ? 'Remove on every night' : 'Remove'}
        </Button>
      </div>
      <TextField
        label={`Notes on lead ${lead.number}`}
        multiline
        placeholder="Notes"
        value={lead.notes}
        disabled={disabled}
        commit={(notes) => session.commit({ edit: 'setLeadNotes', arguments: { id, notes } })}
      />
    </section>
  );
}
