import { useState } from 'react';
import { hexOf } from '../../../../core/midi';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { Labelled } from '../../parts/field';
import { useDevice } from './use-device';

const FIELD = 'min-h-8 w-full rounded border border-line bg-raised px-2 text-sm';

/** The messages of one sound to a real device: the port is chosen, and each message is shown as it is sent. */
export function SendDevice({
  sound,
  messages,
  onClose,
}: {
  sound: string;
  messages: readonly (readonly number[])[];
  onClose: () => void;
}) {
  const { state, why, ports, ask } = useDevice();
  const [chosen, setChosen] = useState('');
  const [sent, setSent] = useState<readonly string[]>([]);
  const port = ports.find(({ id }) => id === chosen) ?? ports[0];
  const send = () => {
    if (!port) return;
    for (const bytes of messages) {
      let line = `${hexOf(bytes)} to ${port.name}`;
      try {
        port.send(bytes);
      } catch (error) {
        line = `${hexOf(bytes)} was not taken: ${error instanceof Error ? error.message : String(error)}`;
      }
      setSent((old) => [...old, line]);
    }
  };
  return (
    <Sheet
      title={`Send ${sound} to a device`}
      text="It goes to the program that the sound calls, as from the foot. Nothing is stored in it. Volumes down first: what it lands on may be loud."
      onClose={onClose}
    >
      <div className="flex flex-col gap-3 text-sm">
        {state === 'ready' ? (
          <Labelled label="Output">
            {(id) => (
              <select
                id={id}
                className={FIELD}
                value={port?.id}
                onChange={(event) => setChosen(event.target.value)}
              >
                {ports.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
        ) : (
          <p className={state === 'refused' ? 'text-fault' : ''}>
            {state === 'refused'
              ? why
              : state === 'asking'
                ? 'The browser asks …'
                : 'The browser asks first whether it may use the MIDI of this machine.'}
          </p>
        )}
        <ol aria-label="What was sent" className="font-mono text-xs">
          {sent.map((line, i) => (
            <li key={`${i} ${line}`}>{line}</li>
          ))}
        </ol>
        <div className="flex justify-end gap-2">
          {state === 'ready' ? (
            <Button look="strong" disabled={messages.length === 0} onClick={send}>
              Send
            </Button>
          ) : (
            <Button look="strong" disabled={state === 'asking'} onClick={ask}>
              Ask for MIDI outputs
            </Button>
          )}
        </div>
      </div>
    </Sheet>
  );
}
