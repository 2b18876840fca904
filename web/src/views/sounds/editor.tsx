import { useState } from 'react';
import type { Choice } from '../../../../core/control';

/** A cell that is written into, with what it can be below it. */
export function Editor(props: {
  /** What is in it when it opens: the letter that opened it, or what stands there. */
  text: string;
  name: string;
  choices: readonly Choice[];
  /** @param towards where the cursor goes on from here */
  onWrite: (text: string, towards: 'down' | 'right') => void;
  onLeave: () => void;
}) {
  const { name, choices, onWrite, onLeave } = props;
  const [text, setText] = useState(props.text);
  const begun = choices.filter(({ name: own }) => own.toLowerCase().startsWith(text.trim().toLowerCase()));
  return (
    <div className="absolute inset-0 z-20">
      <input
        autoFocus
        aria-label={name}
        value={text}
        maxLength={200}
        className="h-full w-full border-2 border-select bg-sheet px-1 font-mono text-xs outline-none"
        onChange={(event) => setText(event.target.value)}
        onBlur={onLeave}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') onLeave();
          if (event.key !== 'Enter' && event.key !== 'Tab') return;
          event.preventDefault();
          onWrite(text, event.key === 'Enter' ? 'down' : 'right');
        }}
      />
      {begun.length > 0 ? (
        <ul className="absolute top-full left-0 max-h-48 min-w-full overflow-auto border border-line bg-raised text-xs shadow">
          {begun.map(({ id, name: own }) => (
            <li key={id}>
              <button
                type="button"
                tabIndex={-1}
                className="min-h-7 w-full px-2 text-left whitespace-nowrap hover:bg-select-tint"
                onPointerDown={(event) => {
                  event.preventDefault();
                  onWrite(own, 'down');
                }}
              >
                {own}
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
