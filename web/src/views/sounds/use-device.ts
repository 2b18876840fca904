import { useState } from 'react';

/** An output of the machine's MIDI, as far as it is used here: the browser's own, or a stand-in's. */
export type Port = { readonly id: string; readonly name: string; send: (bytes: readonly number[]) => void };

/** The browser's MIDI, as far as it is asked: not every browser has it. */
type Access = {
  readonly outputs: ReadonlyMap<string, { id: string; name: string | null; send: (data: number[]) => void }>;
};
type WithMidi = { requestMIDIAccess?: (options: { sysex: boolean }) => Promise<Access> };

export type Device = {
  readonly state: 'not asked' | 'asking' | 'ready' | 'refused';
  readonly why: string;
  readonly ports: readonly Port[];
  readonly ask: () => void;
};

/** The MIDI outputs of this machine; asked for when the user says so. */
export function useDevice(): Device {
  const [state, setState] = useState<Device['state']>('not asked');
  const [why, setWhy] = useState('');
  const [ports, setPorts] = useState<readonly Port[]>([]);
  const ask = () => {
    const { requestMIDIAccess } = navigator as WithMidi;
    if (!requestMIDIAccess) {
      setState('refused');
      setWhy('This browser has no MIDI. The messages can be saved as a MIDI file instead.');
      return;
    }
    setState('asking');
    requestMIDIAccess.call(navigator, { sysex: false }).then(
      ({ outputs }) => {
        const found = [...outputs.values()].map((port): Port => ({
          id: port.id,
          name: port.name ?? port.id,
          send: (bytes) => port.send([...bytes]),
        }));
        setPorts(found);
        setState(found.length === 0 ? 'refused' : 'ready');
        setWhy(found.length === 0 ? 'No MIDI output is plugged into this machine.' : '');
      },
      () => {
        setState('refused');
        setWhy('The browser was not allowed to use MIDI. It can be allowed beside the address.');
      },
    );
  };
  return { state, why, ports, ask };
}
