import { heardWords, newestHeard, unprovedAcross } from '../../../../core/hum';
import { inNight, type Lead } from '../../../../core/model';
import { inWords } from '../../../../core/units';
import { Choice, Labelled } from '../../parts/field';
import { useOpen } from '../../rig/use-open';

const KINDS = [
  { value: 'none', label: 'whole' },
  { value: 'lift', label: 'lifted at one end' },
  { value: 'cap', label: '10 nF at one end' },
  { value: 'transformer', label: 'isolating transformer' },
  { value: 'twin-core', label: 'twin-core, open at the source' },
] as const;

const ENDS = [
  { value: 'from', label: 'source' },
  { value: 'to', label: 'far end' },
] as const;

/** What stands in the shield of a lead: nothing may, beside an earth that nobody has proved. */
export function ShieldFacts({ lead }: { lead: Lead }) {
  const { rig, setting, readOnly, commit } = useOpen('rig', 'setting', 'readOnly', 'commit');
  const { kind, end = kind === 'twin-core' ? 'from' : 'to' } = lead.break;
  const night = inNight(rig, setting.variant);
  const unproved = unprovedAcross(night).get(lead.id) ?? [];
  const heard = newestHeard(night, lead.id);
  const isHeld = unproved.length > 0;
  const disabled = readOnly !== null;
  const put = (next: Lead['break']) =>
    commit({ edit: 'setLeadBreak', arguments: { id: lead.id, break: next } });
  return (
    <div className="flex flex-col gap-1">
      <div className="grid grid-cols-2 gap-2">
        <Labelled label="Shield">
          {(id) => (
            <Choice
              id={id}
              value={kind}
              disabled={disabled || (isHeld && kind === 'none')}
              options={isHeld ? KINDS.filter(({ value }) => value === 'none' || value === kind) : KINDS}
              onChange={(next) =>
                put(
                  next === 'none'
                    ? { kind: 'none' }
                    : { kind: next, end: next === 'twin-core' ? 'from' : end },
                )
              }
            />
          )}
        </Labelled>
        {kind === 'none' ? null : (
          <Labelled label="At the">
            {(id) => (
              <Choice
                id={id}
                value={end}
                disabled={disabled}
                options={ENDS}
                onChange={(at) => put({ kind, end: at })}
              />
            )}
          </Labelled>
        )}
      </div>
      {heard ? <p className="text-xs">By ear: {heardWords(heard)}.</p> : null}
      {isHeld ? (
        <p className={`text-xs ${kind === 'none' ? 'text-muted' : 'text-danger'}`}>
          {kind === 'none' ? 'It stays whole: ' : 'Restore it: '}
          have the earth of {inWords(unproved.map(({ name }) => name))} proved first.
        </p>
      ) : null}
    </div>
  );
}
