import { byId, copy, demand, edit } from './edit';
import type { Box, Sent } from '../model';

/** How boxes count over MIDI, and what they are set to send. */
export const midiEdits = {
  /** How a box counts and what it hears; null: nothing is known of it. */
  setMidi: edit<{ box: string; midi: Box['midi'] | null }>('Change MIDI', (draft, { box: id, midi }) => {
    const box = byId(draft.boxes, id, 'box');
    const ccs = midi?.ccs ?? [];
    demand(new Set(ccs.map((one) => one.id)).size === ccs.length, 'Two control changes have the same id.');
    for (const { block, control } of ccs) {
      if (block !== undefined) byId(box.blocks, block, 'block');
      if (control !== undefined) byId(box.controls, control, 'control');
    }
    if (midi) box.midi = copy(midi);
    else delete box.midi;
  }),

  /** What a box is set to send to others, all of it; null: nobody has noted it. */
  setSent: edit<{ box: string; sent: readonly Sent[] | null }>(
    'Note what it sends',
    (draft, { box: id, sent }) => {
      const box = byId(draft.boxes, id, 'box');
      for (const { to } of sent ?? []) byId(draft.boxes, to, 'box');
      demand(
        new Set((sent ?? []).map(({ to }) => to)).size === (sent ?? []).length,
        'What is sent to one box stands once.',
      );
      if (sent) box.sent = copy(sent);
      else delete box.sent;
    },
  ),

  /** The program that calls a state of a block, as the display of its box shows it; null: none does. */
  setStateProgram: edit<{ box: string; block: string; state: string; program: string | null }>(
    'Change program of a state',
    (draft, { box, block, state: id, program }) => {
      const state = byId(byId(byId(draft.boxes, box, 'box').blocks, block, 'block').states, id, 'state');
      demand(
        program === null || (program.trim() !== '' && program.length <= 20),
        'A program is 1 to 20 signs.',
      );
      if (program === null) delete state.program;
      else state.program = program;
    },
  ),

  /** How the pins of five-pin MIDI lie on the TRS plug of a lead or on a jack, `box/jack`; null: nobody has said. */
  setTrsType: edit<
    { lead: string; type: 'A' | 'B' | null } | { box: string; jack: string; type: 'A' | 'B' | null }
  >('Change type of TRS', (draft, call) => {
    const part =
      'lead' in call
        ? byId(draft.leads, call.lead, 'lead')
        : byId(byId(draft.boxes, call.box, 'box').jacks, call.jack, 'jack');
    if (call.type === null) delete part.trsType;
    else part.trsType = call.type;
  }),
};
