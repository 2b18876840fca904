import { useEffect } from 'react';
import { useOpen } from '../rig/use-open';

/** Fields without text: a key is never meant for what is written in them. */
const WITHOUT_TEXT = ['range', 'checkbox', 'radio', 'file', 'button', 'submit'];

/** In a field with text in it the keys belong to the text; an empty one has nothing to undo. */
const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement
    ? !WITHOUT_TEXT.includes(target.type) && target.value !== ''
    : target instanceof HTMLElement && target.isContentEditable;

/** Undo and redo by the keys every system has for them; in a text field they belong to the text. */
export function ShellKeys() {
  const { step } = useOpen('step');
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || isTyping(event.target)) return;
      const key = event.key.toLowerCase();
      const redo = key === 'y' || (key === 'z' && event.shiftKey);
      if (!redo && key !== 'z') return;
      event.preventDefault();
      step(redo ? 'redo' : 'undo');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [step]);
  return null;
}
