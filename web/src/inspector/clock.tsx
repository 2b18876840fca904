import type { Box } from '../../../core/model';
import { parseQuantity } from '../../../core/units';
import { Choice, Labelled, TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { Section } from './section';

const SOURCES = [
  { value: '', label: 'nobody has said' },
  { value: 'own', label: 'leads by its own clock' },
  { value: 'input', label: 'follows the clock that comes in' },
] as const;

/** Of a box with digital jacks: whose clock leads, and at what rate. */
export function Clock({ box }: { box: Box }) {
  const { readOnly, session, commit } = useOpen('readOnly', 'session', 'commit');
  if (!box.jacks.some(({ carries }) => carries === 'digital')) return null;
  const { clock } = box;
  const disabled = readOnly !== null;
  const put = (next: Box['clock'] | null) =>
    ({ edit: 'setClock', arguments: { box: box.id, clock: next } }) as const;
  const setRate = (text: string) => {
    if (!clock) return 'Say first whose clock leads.';
    if (text.trim() === '') return session.commit(put({ source: clock.source }));
    const rateHz = parseQuantity(text.replace(/\s*k(hz)?$/i, 'e3'), 'Hz');
    return rateHz === null || rateHz <= 0
      ? 'Samples a second, such as 48000 or 48k.'
      : session.commit(put({ ...clock, rateHz }));
  };
  return (
    <Section title="Digital clock" open={clock !== undefined}>
      <div className="grid grid-cols-2 gap-2">
        <Labelled label="Clock">
          {(id) => (
            <Choice
              id={id}
              value={clock?.source ?? ''}
              disabled={disabled}
              options={SOURCES}
              onChange={(source) => commit(put(source === '' ? null : { ...clock, source }))}
            />
          )}
        </Labelled>
        <Labelled label="Samples a second">
          {(id) => (
            <TextField
              id={id}
              mono
              onPause={false}
              value={clock?.rateHz === undefined ? '' : String(clock.rateHz)}
              placeholder="48000"
              disabled={disabled}
              commit={setRate}
            />
          )}
        </Labelled>
      </div>
    </Section>
  );
}
