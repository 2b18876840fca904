import { fourCable } from './build';
import { box, REST, SOUND, type Cases } from './edit-cases';

const unit = fourCable().boxes.find((box) => box.id === 'multi-effects')!;
const block = { ...unit.blocks[0]!, id: 'second' };
const wires = unit.patches[0]!.wires;
const withoutDrive = wires
  .filter((wire) => !('block' in wire.to && wire.to.block === 'drive'))
  .map((wire) =>
    'block' in wire.from && wire.from.block === 'drive' ? { ...wire, from: { jack: 'input' } } : wire,
  );

const IMPULSE = {
  name: 'closed 4x12.wav',
  sha256: '0123456789abcdef'.repeat(4),
  rateHz: 48_000,
  curveDb: Array.from({ length: 97 }, (_, i) => -Math.abs(i - 40) / 2),
};

/** States, modes, knobs and inner wirings. */
export const STATE_CASES: Cases<
  | 'setBlockState'
  | 'setMode'
  | 'setControl'
  | 'setPatch'
  | 'wireInside'
  | 'addPatch'
  | 'renamePatch'
  | 'removePatch'
  | 'addBlock'
  | 'removeBlock'
  | 'setCable'
  | 'setPot'
  | 'setRange'
  | 'setEq'
  | 'setBands'
  | 'setImpulse'
  | 'setPickups'
> = {
  setCable: {
    give: { id: 'lead-1', faradPerM: 60e-12 },
    see: (r) => r.leads.find(({ id }) => id === 'lead-1')!.faradPerM,
    then: 60e-12,
    refuse: { id: 'lead-1', faradPerM: 0 },
  },
  setPot: {
    give: {
      box: 'guitar',
      control: 'tone',
      pot: { type: 'pot', ohm: 250e3, taper: 'no-load', farad: 47e-9 },
    },
    see: (r) => box('guitar')(r)!.controls.find(({ id }) => id === 'tone')!.law,
    then: { type: 'pot', ohm: 250e3, taper: 'no-load', farad: 47e-9 },
    refuse: { box: 'guitar', control: 'tone', pot: { type: 'pot', ohm: 0, taper: 'audio' } },
  },
  setEq: {
    give: {
      box: 'multi-effects',
      block: 'cab',
      eq: { gainsDb: [], lowCutHz: 80, basis: 'wiring' },
      scope: SOUND,
    },
    see: (r) => r.sounds[0]!.state.eq,
    then: { 'multi-effects/cab': { gainsDb: [], lowCutHz: 80, basis: 'wiring' } },
    refuse: { box: 'multi-effects', block: 'cab', eq: { gainsDb: [41] }, scope: REST },
  },
  setImpulse: {
    give: { box: 'multi-effects', block: 'cab', impulse: IMPULSE },
    see: (r) => box('multi-effects')(r)!.blocks.find(({ id }) => id === 'cab')!.impulse,
    then: IMPULSE,
    refuse: { box: 'multi-effects', block: 'cab', impulse: { ...IMPULSE, sha256: 'x' } },
  },
  setBands: {
    give: { box: 'multi-effects', block: 'cab', bands: [{ type: 'peak', hz: 800 }] },
    see: (r) => box('multi-effects')(r)!.blocks.find(({ id }) => id === 'cab')!.bands,
    then: [{ type: 'peak', hz: 800 }],
    refuse: { box: 'fuzz', block: 'fuzz', bands: null },
  },
  setRange: {
    give: { box: 'multi-effects', control: 'output', range: { lo: -60, hi: 12 } },
    see: (r) => box('multi-effects')(r)!.controls.find(({ id }) => id === 'output')!.law,
    then: { type: 'db', lo: -60, hi: 12 },
    refuse: { box: 'multi-effects', control: 'output', range: { lo: 3, hi: 3 } },
  },
  setPickups: {
    give: {
      box: 'guitar',
      block: 'pickups',
      inside: {
        toneAt: 'wiper',
        combinations: [{ name: 'Both', joined: 'series', coils: [{ pickup: 'bridge' }, { pickup: 'neck' }] }],
      },
    },
    see: (r) => {
      const { toneAt, combinations } = box('guitar')(r)!.blocks[0]!;
      return [toneAt, combinations?.[0]?.joined];
    },
    then: ['wiper', 'series'],
    refuse: {
      box: 'guitar',
      block: 'pickups',
      inside: { combinations: [{ name: 'Both', joined: 'parallel', coils: [{ pickup: 'gone' }] }] },
    },
  },
  setBlockState: {
    give: { box: 'fuzz', block: 'fuzz', state: 'on', scope: SOUND },
    see: (r) => [r.sounds[0]!.state.blocks['fuzz/fuzz'], box('fuzz')(r)!.blocks[0]!.state],
    then: ['on', 'off'],
    refuse: { box: 'fuzz', block: 'fuzz', state: 'loud', scope: REST },
  },
  setMode: {
    give: { box: 'multi-effects', jack: 'send-1', mode: 'line', scope: REST },
    see: (r) => box('multi-effects')(r)!.jacks.find((j) => j.id === 'send-1')!.mode,
    then: 'line',
    refuse: { box: 'multi-effects', jack: 'send-1', mode: 'loud', scope: REST },
  },
  setControl: {
    give: { box: 'fuzz', control: 'volume', position: 0.5, basis: null, scope: SOUND },
    see: (r) => r.sounds[0]!.state.controls['fuzz/volume']!.position,
    then: 0.5,
    refuse: { box: 'fuzz', control: 'volume', position: 2, basis: null, scope: REST },
  },
  setPatch: {
    give: { box: 'fuzz', patch: 'other', scope: SOUND },
    see: (r) => r.sounds[0]!.state.patches.fuzz,
    then: 'other',
    refuse: { box: 'fuzz', patch: 'gone', scope: REST },
  },
  wireInside: {
    give: { box: 'fuzz', patch: 'inside', wires: [] },
    see: (r) => box('fuzz')(r)!.patches[0]!.wires,
    then: [],
    refuse: { box: 'fuzz', patch: 'inside', wires: [{ from: { jack: 'gone' }, to: { jack: 'out' } }] },
  },
  addPatch: {
    give: { box: 'fuzz', patch: { id: 'third', name: 'T', wires: [] } },
    see: (r) => box('fuzz')(r)!.patches.length,
    then: 3,
    refuse: { box: 'fuzz', patch: { id: 'other', name: 'O', wires: [] } },
  },
  renamePatch: {
    give: { box: 'fuzz', patch: 'other', name: 'Direct' },
    see: (r) => box('fuzz')(r)!.patches.find(({ id }) => id === 'other')!.name,
    then: 'Direct',
    refuse: { box: 'fuzz', patch: 'other', name: '' },
  },
  removePatch: {
    give: { box: 'fuzz', patch: 'other' },
    see: (r) => box('fuzz')(r)!.patches.length,
    then: 1,
    refuse: { box: 'fuzz', patch: 'inside' },
  },
  addBlock: {
    give: { box: 'multi-effects', block },
    see: (r) => box('multi-effects')(r)!.blocks.at(-1)!.id,
    then: 'second',
    refuse: { box: 'multi-effects', block: unit.blocks[0]! },
  },
  removeBlock: {
    give: { box: 'multi-effects', block: 'drive', wires: { inside: withoutDrive } },
    see: (r) => box('multi-effects')(r)!.blocks.some((b) => b.id === 'drive'),
    then: false,
    refuse: { box: 'multi-effects', block: 'drive', wires: {} },
  },
};
