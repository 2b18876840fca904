import { useState } from 'react';
import { Button } from './button';

/** A name asked for, with the one act that it is for. */
export function NameForm({
  initial,
  act,
  onDone,
}: {
  initial: string;
  act: string;
  onDone: (name: string) => void;
}) {
  const [name, setName] = useState(initial);
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') onDone(name.trim());
      }}
    >
      <input
        autoFocus
        aria-label="Name"
        value={name}
        maxLength={200}
        onChange={(event) => setName(event.target.value)}
        onFocus={(event) => event.target.select()}
        className="min-h-8 min-w-0 flex-1 rounded border border-line bg-raised px-2"
      />
      <Button look="strong" type="submit" disabled={name.trim() === ''}>
        {act}
      </Button>
    </form>
  );
}
