import { useId, type ChangeEvent, type FocusEvent, type ReactNode } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { Field } from '../../../../core/gear';
import { PAUSE_MS, useTyped } from '../../parts/use-typed';
import { formName, type PartTexts } from './part-texts';

const look = 'min-h-7 w-full rounded border border-line bg-raised px-2 text-sm text-ink';

/** Texts that are as they are typed may be kept at every pause; what is read and written anew waits to be left. */
const isLoose = ({ type }: Field) => type === 'text' || type === 'notes';
const isWide = ({ type }: Field) => type === 'notes' || type === 'jacks' || type === 'words';
const mayBeNone = ({ empty }: Field) => empty === 'absent' || empty === 'null';

/** Any number of jacks, each on or off. */
function Jacks({
  field,
  value,
  onChange,
}: {
  field: Field;
  value: string;
  onChange: (text: string) => void;
}) {
  const chosen = value.split(' ').filter(Boolean);
  const press = (id: string) =>
    onChange((chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]).join(' '));
  return (
    <span role="group" aria-label={field.label} className="flex flex-wrap gap-1">
      {field.options?.map(({ value: id, label }) => (
        <button
          key={id}
          type="button"
          aria-pressed={chosen.includes(id)}
          onClick={() => press(id)}
          className={`min-h-6 rounded border px-1.5 font-mono text-xs ${chosen.includes(id) ? 'border-ink bg-ink text-on-ink' : 'border-line bg-raised'}`}
        >
          {label}
        </button>
      ))}
    </span>
  );
}

function Options({ field, value }: { field: Field; value: string }) {
  const { options = [] } = field;
  const isKnown = options.some((option) => option.value === value);
  return (
    <>
      {mayBeNone(field) ? <option value="">–</option> : null}
      {isKnown || (value === '' && mayBeNone(field)) ? null : <option value={value}>choose</option>}
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </>
  );
}

/** One fact of a part: a text, a choice, a switch. What it says is kept when it is left, or at a pause. */
export function PartField(props: {
  field: Field;
  form: UseFormReturn<PartTexts>;
  /** Its text as it is kept: a field that has only just come is not in the form yet. */
  kept: string;
  fault: string | null;
  commit: (text: string) => void;
}) {
  const { field, form, kept, fault, commit } = props;
  const { label, type, options, hint } = field;
  const name = `fields.${formName(field.path)}` as const;
  const id = useId();
  const faultId = `${id}-fault`;
  const { hold, drop } = useTyped();
  const keep = () => {
    drop();
    commit(form.getValues(name));
  };
  const turn = (text: string) => {
    form.setValue(name, text);
    keep();
  };
  const { onChange, onBlur, ...registered } = form.register(name);
  const shared = {
    ...registered,
    id,
    'aria-invalid': fault !== null,
    'aria-describedby': fault === null ? undefined : faultId,
  };
  const typed = {
    ...shared,
    onChange: (event: ChangeEvent) => {
      void onChange(event);
      hold(keep, isLoose(field) ? PAUSE_MS : null);
    },
    onBlur: (event: FocusEvent) => {
      void onBlur(event);
      keep();
    },
  };

  if (type === 'flag')
    return (
      <label className="col-span-2 flex min-h-6 items-center gap-2 text-sm">
        <input
          type="checkbox"
          checked={form.watch(name, kept) === 'yes'}
          onChange={(event) => turn(event.target.checked ? 'yes' : '')}
        />
        {label}
      </label>
    );
  let control: ReactNode;
  if (type === 'jacks') control = <Jacks field={field} value={form.watch(name, kept)} onChange={turn} />;
  else if (options)
    control = (
      <select
        {...shared}
        onBlur={(event) => void onBlur(event)}
        onChange={(event) => {
          void onChange(event);
          keep();
        }}
        className={look}
      >
        <Options field={field} value={form.watch(name, kept)} />
      </select>
    );
  else if (type === 'notes') control = <textarea {...typed} rows={3} className={`${look} py-1`} />;
  else
    control = (
      <input
        {...typed}
        type="text"
        placeholder={hint}
        autoComplete="off"
        onKeyDown={(event) => event.key === 'Enter' && keep()}
        className={`${look} ${field.unit !== undefined || type === 'number' ? 'font-mono' : ''}`}
      />
    );
  return (
    <div className={`flex min-w-0 flex-col gap-0.5 ${isWide(field) ? 'col-span-2' : ''}`}>
      {type === 'jacks' ? (
        <span className="text-xs text-muted">{label}</span>
      ) : (
        <label htmlFor={id} className="text-xs text-muted">
          {label}
        </label>
      )}
      {control}
      {fault === null ? null : (
        <p id={faultId} role="alert" className="text-xs text-danger">
          {fault}
        </p>
      )}
    </div>
  );
}
