import { freshId, type Box } from '../../../core/model';
import { Button } from '../parts/button';
import { TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { Section } from './section';

/** Trims and switches inside the box: a spare must copy them. */
export function Hidden({ box }: { box: Box }) {
  const { readOnly, session, commit, sound } = useOpen('readOnly', 'session', 'commit', 'sound');
  const disabled = readOnly !== null;
  const put = (hidden: Box['hidden']) => ({ edit: 'setHidden', arguments: { box: box.id, hidden } }) as const;
  const change = (id: string, field: 'label' | 'value') => (text: string) =>
    session.commit(put(box.hidden.map((item) => (item.id === id ? { ...item, [field]: text } : item))));
  const assume = (item: Box['hidden'][number], of: string) => (text: string) => {
    const others = (item.assumed ?? []).filter((one) => one.sound !== of);
    const assumed = text.trim() === '' ? others : [...others, { sound: of, value: text.trim() }];
    return session.commit(put(box.hidden.map((one) => (one.id === item.id ? { ...one, assumed } : one))));
  };
  const add = () => {
    const id = freshId('hidden', new Set(box.hidden.map((item) => item.id)));
    commit(put([...box.hidden, { id, label: 'Switch inside', value: '', note: '' }]));
  };
  return (
    <Section title={`Hidden settings (${box.hidden.length})`} open={box.hidden.length > 0}>
      {box.hidden.map((item) => (
        <div key={item.id} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-1.5">
          <TextField
            label="What is set"
            value={item.label}
            disabled={disabled}
            commit={change(item.id, 'label')}
          />
          <TextField
            label={`How ${item.label} is set`}
            value={item.value}
            placeholder="how"
            disabled={disabled}
            commit={change(item.id, 'value')}
          />
          <Button
            look="quiet"
            disabled={disabled}
            aria-label={`Remove ${item.label}`}
            onClick={() => commit(put(box.hidden.filter((other) => other.id !== item.id)))}
          >
            ×
          </Button>
          {sound ? (
            <>
              <span className="truncate text-xs text-muted">{sound.name} was set up with</span>
              <TextField
                label={`How ${item.label} was set for ${sound.name}`}
                value={item.assumed?.find((one) => one.sound === sound.id)?.value ?? ''}
                placeholder="as it is"
                disabled={disabled}
                commit={assume(item, sound.id)}
              />
            </>
          ) : null}
        </div>
      ))}
      <div>
        <Button disabled={disabled} onClick={add}>
          Note a trim or a switch
        </Button>
      </div>
    </Section>
  );
}
