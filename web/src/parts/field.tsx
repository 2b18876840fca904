import { useId, useState, type ReactNode } from 'react';
import { PAUSE_MS, useTyped } from './use-typed';

const box = 'min-h-7 w-full rounded border border-line bg-raised px-2 text-sm text-ink';

/** A label over its field. */
export function Labelled({
  label,
  hint,
  children,
}: {
  label: string;
  hint?: string;
  children: (id: string) => ReactNode;
}) {
  const id = useId();
  return (
    <div className="flex min-w-0 flex-col gap-0.5">
      <label htmlFor={id} className="text-xs text-muted">
        {label}
      </label>
      {children(id)}
      {hint ? <p className="text-xs text-muted">{hint}</p> : null}
    </div>
  );
}

/**
 * A line of text that commits itself on a pause in typing, on Enter and when left.
 * `commit` returns why the text cannot be taken, or null; a refused text stays to be mended.
 */
export function TextField(props: {
  id?: string;
  label?: string;
  value: string;
  commit: (text: string) => string | null;
  multiline?: boolean;
  mono?: boolean;
  onPause?: boolean;
  disabled?: boolean;
  maxLength?: number;
  placeholder?: string;
}) {
  const { value, commit, onPause = true } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const { hold, drop } = useTyped();
  const faultId = useId();

  const send = (text: string, leaving: boolean) => {
    drop();
    const refused = text === value ? null : commit(text);
    setFault(refused);
    if (refused === null && leaving) setDraft(null);
    else if (leaving) setDraft(text);
  };

  const className = `${box} ${props.mono ? 'font-mono' : ''} ${fault === null ? '' : 'border-danger'}`;
  const shared = {
    id: props.id,
    'aria-label': props.label,
    'aria-invalid': fault !== null,
    'aria-describedby': fault === null ? undefined : faultId,
    disabled: props.disabled,
    maxLength: props.maxLength,
    placeholder: props.placeholder,
    value: draft ?? value,
    onChange: (event: { target: { value: string } }) => {
      const text = event.target.value;
      setDraft(text);
      hold(() => send(text, false), onPause ? PAUSE_MS : null);
    },
    onBlur: () => draft !== null && send(draft, true),
  };
  return (
    <>
      {props.multiline ? (
        <textarea {...shared} rows={3} className={`${className} py-1`} />
      ) : (
        <input
          {...shared}
          className={className}
          type="text"
          onKeyDown={(event) => {
            if (event.key === 'Enter') send(draft ?? value, true);
            if (event.key === 'Escape' && draft !== null) {
              event.stopPropagation();
              drop();
              setDraft(null);
              setFault(null);
            }
          }}
        />
      )}
      {fault !== null ? (
        <p id={faultId} role="alert" className="text-xs text-danger">
          {fault}
        </p>
      ) : null}
    </>
  );
}

/** A list to choose one of. */
export function Choice<T extends string>(props: {
  id?: string;
  label?: string;
  value: T;
  options: readonly { readonly value: T; readonly label: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
  className?: string;
}) {
  return (
    <select
      id={props.id}
      aria-label={props.label}
      value={props.value}
      disabled={props.disabled}
      onChange={(event) => props.onChange(event.target.value as T)}
      className={`${box} ${props.className ?? ''}`}
    >
      {props.options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  );
}

/** Two to four ways, all in sight; one is in force. */
export function Ways<T extends string>(props: {
  label: string;
  value: T;
  options: readonly { readonly value: T; readonly label: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
}) {
  return (
    <div
      role="radiogroup"
      aria-label={props.label}
      className="inline-flex flex-wrap rounded border border-line"
    >
      {props.options.map((option) => (
        <button
          key={option.value}
          type="button"
          role="radio"
          aria-checked={option.value === props.value}
          disabled={props.disabled}
          onClick={() => props.onChange(option.value)}
          className={`min-h-6.5 px-2 text-xs ${option.value === props.value ? 'bg-ink text-on-ink' : 'bg-raised text-ink hover:bg-ground'}`}
        >
          {option.label}
        </button>
      ))}
    </div>
  );
}
