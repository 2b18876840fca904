import { box, type Cases } from './edit-cases';

const MIDI = { channel: 3, countsFrom: 1, letters: 4, bankBytes: 'none' } as const;
const SENT = [{ id: 'head', to: 'valve-head', channel: 2, ccs: [] }];
const state = (r: Parameters<ReturnType<typeof box>>[0]) =>
  box('valve-head')(r)!.blocks.find(({ id }) => id === 'preamp')!.states[0]!;

/** How boxes count, and what they send. */
export const MIDI_CASES: Cases<'setMidi' | 'setSent' | 'setDialled' | 'setStateProgram' | 'setTrsType'> = {
  setMidi: {
    give: { box: 'multi-effects', midi: MIDI },
    see: (r) => box('multi-effects')(r)!.midi,
    then: MIDI,
    refuse: {
      box: 'multi-effects',
      midi: { ccs: [{ id: 'a', cc: 20, does: 'switch', block: 'nothing' }] },
    },
  },
  setSent: {
    give: { box: 'multi-effects', sent: SENT },
    see: (r) => box('multi-effects')(r)!.sent,
    then: SENT,
    refuse: { box: 'multi-effects', sent: [...SENT, { ...SENT[0]!, id: 'twice' }] },
  },
  setDialled: {
    give: { sound: 'sound-1', box: 'multi-effects', dialled: '0/0/23' },
    see: (r) => r.sounds[0]!.dialled,
    then: { 'multi-effects': '0/0/23' },
    refuse: { sound: 'sound-1', box: 'multi-effects', dialled: ' ' },
  },
  setStateProgram: {
    give: { box: 'valve-head', block: 'preamp', state: 'clean', program: '1' },
    see: (r) => state(r).program,
    then: '1',
    refuse: { box: 'valve-head', block: 'preamp', state: 'clean', program: '' },
  },
  setTrsType: {
    give: { lead: 'lead-1', type: 'B' },
    see: (r) => r.leads[0]!.trsType,
    then: 'B',
    refuse: { lead: 'none', type: 'A' },
  },
};
