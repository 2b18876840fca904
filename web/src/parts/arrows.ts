import type { KeyboardEvent } from 'react';

/** Arrow keys go from one answer of a list to the next; what cannot be pressed is passed over. */
export function onAnswerArrow(event: KeyboardEvent<HTMLElement>) {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const buttons = [
    ...event.currentTarget.querySelectorAll<HTMLButtonElement>('button[data-answer]:not(:disabled)'),
  ];
  const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
  const next = buttons[at + (event.key === 'ArrowDown' ? 1 : -1)];
  if (!next) return;
  event.preventDefault();
  next.focus();
}
