// One rig in which every row of the table of references finds a name.
import { readRigValue } from '../file';
import type { Rig } from '../model';
import { ACCEPTED, rigForEdits, variant, WALK } from './edit-cases';

type Loose = Record<string, unknown>;

function withNames(rig: Rig): Loose {
  const boxes = rig.boxes.map((box) =>
    box.id === 'guitar'
      ? {
          ...box,
          blocks: box.blocks.map((block) => ({
            ...block,
            combinations: [{ name: 'Both', coils: [{ pickup: 'bridge' }, { pickup: 'neck', half: true }] }],
          })),
        }
      : box.id === 'valve-head'
        ? {
            ...box,
            jacks: box.jacks.map((jack) => (jack.id === 'mains' ? { ...jack, wallOutlet: 'left' } : jack)),
            blocks: box.blocks.map((block) =>
              block.id === 'preamp'
                ? { ...block, contacts: [{ id: 'tip', jack: 'foot', open: 'clean', closed: 'lead' }] }
                : block,
            ),
            switches: [{ id: 'panel', label: 'CHANNEL', does: 'steps', blocks: ['preamp'], jack: 'foot' }],
            memory: { stored: [{ sound: 'sound-2', date: '2026-03-01' }] },
            sent: [{ id: 'unit', to: 'multi-effects', channel: 1 }],
          }
        : box.id === 'fuzz'
          ? {
              ...box,
              hidden: [
                { id: 'bias', label: 'Bias', value: '5 V', assumed: [{ sound: 'sound-2', value: '4.5 V' }] },
              ],
              midi: { ccs: [{ id: 'drive', cc: 20, does: 'switch', block: 'fuzz', control: 'volume' }] },
              blocks: [...box.blocks, { ...box.blocks[0], id: 'twin', twinOf: 'fuzz' }],
              patches: [
                ...box.patches,
                {
                  id: 'third',
                  name: 'Third',
                  wires: [{ ...box.patches[0]!.wires[0]!, whileOpen: 'out', whilePlugged: 'in' }],
                },
              ],
              controls: [
                ...box.controls,
                {
                  ...box.controls[0]!,
                  id: 'at-jack',
                  actsOn: { jack: 'out' },
                  moves: ['out', 'in'],
                },
              ],
            }
          : box,
  );
  const state = {
    blocks: { 'fuzz/fuzz': 'on' },
    modes: { 'multi-effects/send-1': 'line' },
    controls: { 'fuzz/volume': { position: 0.4 } },
    patches: { fuzz: 'other' },
    eq: { 'fuzz/fuzz': { gainsDb: [3] } },
  };
  const jack = { box: 'valve-head', jack: 'spk-8' };
  return {
    ...rig,
    stage: {
      ...rig.stage,
      mains: {
        circuits: [{ id: 'a', name: 'A' }],
        outlets: ['left', 'right', 'far'].map((id) => ({ id, name: id, circuit: 'a', place: 'floor' })),
        earthDifferences: [{ a: 'left', b: 'right', volts: 0.1 }],
      },
    },
    boxes,
    soundRules: rig.soundRules.map((rule) => ({ ...rule, states: { 'fuzz/fuzz': 'on' } })),
    switchPlan: [
      ...rig.switchPlan,
      {
        id: 'steps',
        box: 'multi-effects',
        switch: 'switch-c',
        act: { type: 'steps', blocks: [{ box: 'multi-effects', block: 'delay' }] },
      },
    ],
    looms: [{ id: 'loom', name: 'Loom' }],
    leads: rig.leads.map((lead, i) => (i === 0 ? { ...lead, loom: 'loom' } : lead)),
    wants: [...rig.wants, { type: 'output', id: 'out', at: jack, sounds: ['sound-2'], variant: 'night' }],
    sounds: rig.sounds.map((sound) =>
      sound.id === 'sound-2'
        ? {
            ...sound,
            guitar: 'guitar',
            state,
            messages: [{ id: 'm', to: 'multi-effects', bytes: [192, 3] }],
            programs: { 'multi-effects': '12' },
            dialled: { 'multi-effects': '13' },
            tails: { 'multi-effects/delay': 'kept' },
            moves: { cabinet: { box: 'fuzz', control: 'volume' } },
          }
        : sound,
    ),
    variants: [
      {
        ...variant('night'),
        state,
        leads: { 'lead-6': { from: [jack], to: [{ box: 'cabinet', jack: 'in' }] } },
      },
    ],
    walks: [...rig.walks, { ...WALK, id: 'moves', type: 'moves', variant: 'night', from: 'night' }],
    songs: [{ id: 'song', name: 'Song', sounds: ['sound-1', 'sound-2'], guitar: 'guitar', notes: '' }],
    acceptedFindings: [
      ACCEPTED,
      { ...ACCEPTED, id: 'b', sound: 'sound-2', variant: 'night' },
      ...(
        [
          ['box', 'fuzz'],
          ['jack', 'fuzz/out'],
          ['block', 'multi-effects/delay'],
          ['lead', 'lead-3'],
        ] as const
      ).map(([type, id]) => ({ ...ACCEPTED, id: type, parts: [{ type, id }] })),
    ],
  };
}

/** @throws if it does not pass reading: every name in it leads somewhere */
export function namedRig(): Rig {
  const read = readRigValue(withNames(rigForEdits()));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.rig;
}
