// Rigs that show a finding about what is inside a unit and about sides, one edit from rigs that do not.
import type { EditCall, SingleEdit } from '../edits';
import { makeBox, CATALOGUE } from '../catalog';
import { makeLead, moveBlock, rowsOf, wiresOfRows, type Rig, type Rows, type Wire } from '../model';
import { build, edited, fourCable } from './build';
import type { Case } from './finding-cases';
import { replug, set, swap } from './short-edits';

const wireInside = (box: string, wires: readonly Wire[], patch = 'inside'): EditCall => ({
  edit: 'wireInside',
  arguments: { box, patch, wires },
});

const insideOf = (rig: Rig, id: string) => {
  const box = rig.boxes.find((one) => one.id === id)!;
  return { box, rows: rowsOf(box, box.patches[0]!.wires) };
};
const rewired = (rig: Rig, id: string, change: (rows: Rows) => Rows): EditCall => {
  const { box, rows } = insideOf(rig, id);
  return wireInside(id, wiresOfRows(box, change(rows)));
};

const large = (): Rig =>
  build(
    'guitar, four-loop unit, combo',
    'guitar/out > four-loop-unit/input',
    'four-loop-unit/out-1-l > combo/input',
  );

/** A stage feed, and behind it a leg with the cabinet model to the desk. */
const legs = (output: string): EditCall => {
  const rig = build('unit');
  return rewired(rig, 'multi-effects', (rows) => ({
    ...rows,
    rows: [
      { ...rows.rows[0]!, blocks: rows.rows[0]!.blocks.filter((id) => id !== 'cab'), outputs: ['out-1-l'] },
      { from: { after: 'reverb' }, blocks: ['cab'], outputs: [output] },
    ],
  }));
};

const split = (): Rig =>
  edited(
    build(
      'guitar, unit, combo, desk',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > combo/input',
      'multi-effects/out-2-l - desk/ch-1',
    ),
    legs('out-2-l'),
  );

/** A row ahead of the head's preamp, one behind it. */
const twoRows = (): Rig => {
  const rig = build(
    'guitar, unit, valve head, cabinet 16',
    'guitar/out > multi-effects/input',
    'multi-effects/send-1 > valve-head/input',
    'valve-head/send > multi-effects/return-1',
    'multi-effects/out-1-l > valve-head/return',
    'valve-head/spk-16 = cabinet/in',
  );
  return edited(
    rig,
    rewired(rig, 'multi-effects', (rows) => ({
      ...rows,
      rows: [
        { from: { jack: 'input' }, blocks: ['drive'], outputs: ['send-1'] },
        { from: { jack: 'return-1' }, blocks: ['chorus', 'delay', 'reverb'], outputs: ['out-1-l'] },
      ],
      loops: {},
    })),
  );
};
const bridged = (): EditCall => {
  const { box } = insideOf(twoRows(), 'multi-effects');
  return wireInside('multi-effects', [
    ...box.patches[0]!.wires,
    { from: { block: 'drive', port: 'out' }, to: { block: 'chorus', port: 'in' } },
  ]);
};

/** A unit with more blocks than it has room for, as a file may bring it. */
const overfull = () => {
  const unit = makeBox(
    CATALOGUE.find(({ id }) => id === 'multi-effects')!,
    {
      id: 'full',
      name: 'Full unit',
      tag: 'FULL',
      place: 'floor',
      order: 90,
    },
  );
  const [drive] = unit.blocks;
  const more = Array.from({ length: 6 }, (_, n) => ({ ...drive!, id: `more-${n}`, name: `Drive ${n + 2}` }));
  return { ...unit, blocks: [...unit.blocks, ...more] };
};

/** A stereo send of one jack. */
const stereoSend = (): Rig => {
  const rig = build(
    'guitar, delay, combo',
    'guitar/out > digital-delay/in',
    'digital-delay/out > combo/input',
  );
  return {
    ...rig,
    boxes: rig.boxes.map((box) => ({
      ...box,
      jacks: box.jacks.map((jack) =>
        box.id === 'digital-delay' && jack.id === 'out' ? { ...jack, channels: 2 } : jack,
      ),
    })),
  };
};

const pair = (): Rig =>
  build(
    'guitar, stereo delay, stereo reverb, combo',
    'guitar/out > stereo-delay/in-l',
    'stereo-delay/out-l > stereo-reverb/in-l',
    'stereo-delay/out-r > stereo-reverb/in-r',
    'stereo-reverb/out-l > combo/input',
  );

/** Both sides of a delay pedal into a pair of inputs of a rack. */
const intoRack = (): Rig =>
  edited(
    build(
      'guitar, stereo delay, rack unit, combo',
      'guitar/out > stereo-delay/in-l',
      'stereo-delay/out-l > rack-unit/in-1-l',
      'stereo-delay/out-r > rack-unit/in-1-r',
      'rack-unit/out-1-l > combo/input',
    ),
    wireInside('rack-unit', [
      { from: { jack: 'in-1-l' }, to: { block: 'delay', port: 'in' }, toChannel: 'left' },
      { from: { jack: 'in-1-r' }, to: { block: 'delay', port: 'in' }, toChannel: 'right' },
      { from: { block: 'delay', port: 'out' }, to: { jack: 'out-1-l' } },
    ]),
  );

/** Both sides of a unit to the desk, its drive at work. */
const wide = (): Rig =>
  edited(
    build(
      'guitar, unit, desk',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > desk/ch-1',
      'multi-effects/out-1-r > desk/ch-2',
    ),
    set('multi-effects', 'drive', 'on'),
  );
/** The feed leaves the row ahead of the delay. */
const early = (): EditCall =>
  rewired(build('unit'), 'multi-effects', (rows) => ({
    ...rows,
    rows: [
      { ...rows.rows[0]!, blocks: rows.rows[0]!.blocks.filter((id) => id !== 'cab'), outputs: ['out-1-l'] },
      { from: { after: 'chorus' }, blocks: ['cab'], outputs: ['out-2-l'] },
    ],
  }));

/** A rack and a second one that takes its digital output, both with a clock that is known. */
const digital = (): Rig => {
  const rig = build(
    'guitar, rack unit, combo',
    'guitar/out > rack-unit/input',
    'rack-unit/out-2-l > combo/input',
  );
  const rack = rig.boxes.find(({ id }) => id === 'rack-unit')!;
  const second = {
    ...rack,
    id: 'second',
    name: 'Second rack',
    tag: 'SECOND',
    jacks: rack.jacks.map((jack) => (jack.id === 'digital' ? { ...jack, direction: 'in' as const } : jack)),
    clock: { source: 'input' as const, rateHz: 48_000 },
  };
  const boxes = rig.boxes.map((box) =>
    box === rack ? { ...box, clock: { source: 'own' as const, rateHz: 48_000 } } : box,
  );
  const lead = makeLead({
    id: 'lead-9',
    number: 9,
    kind: 'digital',
    from: [{ box: 'rack-unit', jack: 'digital' }],
    to: [{ box: 'second', jack: 'digital' }],
  });
  return edited({ ...rig, boxes: [...boxes, second] }, { edit: 'plug', arguments: { lead } });
};

export const INSIDE_CASES: readonly Case[] = [
  {
    code: 'WIRE-LOOPPLACE',
    sound: large,
    spoil: rewired(large(), 'four-loop-unit', (rows) => moveBlock(rows, 'loop-2', { row: 0, index: 3 })),
    first: 'four-loop-unit/loop-2',
    severity: 'fault',
  },
  {
    code: 'WIRE-FEEDS',
    sound: split,
    spoil: legs('out-1-l'),
    first: 'multi-effects/out-1-l',
    severity: 'fault',
  },
  {
    code: 'WIRE-BRIDGE',
    sound: twoRows,
    spoil: bridged(),
    first: 'multi-effects/chorus',
    severity: 'fault',
  },
  {
    code: 'CAP-SLOTS',
    sound: () => build('guitar, combo', 'guitar/out > combo/input'),
    spoil: { edit: 'addBox', arguments: { box: overfull() } },
    first: 'full',
    severity: 'fault',
  },
  {
    code: 'GEAR-HIDDEN',
    sound: () => build('guitar, fuzz, combo', 'guitar/out > fuzz/in', 'fuzz/out > combo/input'),
    spoil: {
      edit: 'setHidden',
      arguments: { box: 'fuzz', hidden: [{ id: 'bias', label: 'BIAS', value: '', note: '' }] },
    },
    first: 'fuzz',
    severity: 'note',
    cure: 'none',
  },
  {
    code: 'WIRE-BALANCE',
    sound: stereoSend,
    spoil: { edit: 'setLeadKind', arguments: { id: 'lead-2', kind: 'stereo' } },
    first: 'lead-2',
    severity: 'caution',
  },
  {
    code: 'WIRE-INMODE',
    sound: intoRack,
    spoil: { edit: 'unplug', arguments: { lead: 'lead-3', side: 'to' } },
    first: 'rack-unit/in-1-l',
    severity: 'caution',
  },
  {
    code: 'STEREO-LOST',
    sound: () =>
      edited(
        build(
          'guitar, stereo delay, combo',
          'guitar/out > stereo-delay/in-l',
          'stereo-delay/out-l > combo/input',
        ),
        set('stereo-delay', 'delay', 'on'),
      ),
    spoil: replug('lead-2', 'from', 'stereo-delay/out-r'),
    first: 'stereo-delay/out-r',
    severity: 'caution',
  },
  {
    code: 'STEREO-CROSSED',
    sound: pair,
    spoil: swap('lead-2', 'to', 'lead-3', 'to'),
    first: 'lead-2',
    severity: 'caution',
  },
  {
    code: 'STEREO-NARROW',
    sound: wide,
    spoil: rewired(wide(), 'multi-effects', (rows) => moveBlock(rows, 'drive', { row: 0, index: 6 })),
    first: 'multi-effects/drive',
    severity: 'caution',
  },
  {
    code: 'SPLIT-TWIN',
    sound: () => edited(split(), set('multi-effects', 'reverb', 'off')),
    spoil: early(),
    first: 'multi-effects/delay',
    severity: 'caution',
  },
  {
    code: 'DIG-CLOCK',
    sound: digital,
    spoil: {
      edit: 'setClock',
      arguments: { box: 'second', clock: { source: 'own', rateHz: 48_000 } },
    },
    first: 'lead-9',
    severity: 'fault',
  },
  {
    code: 'GEAR-LEFTOVER',
    sound: () =>
      build('guitar, fuzz, combo, tuner', 'guitar/out > fuzz/in', 'fuzz/out > combo/input', 'tuner/out > .'),
    spoil: { edit: 'setTemporary', arguments: { id: 'lead-3', temporary: true } },
    first: 'lead-3',
    severity: 'caution',
  },
  {
    code: 'WIRE-TURNED',
    sound: fourCable,
    spoil: {
      edit: 'together',
      arguments: {
        label: 'Both halves exchanged',
        edits: [
          swap('lead-2', 'to', 'lead-4', 'to'),
          swap('lead-3', 'from', 'lead-5', 'from'),
        ] as SingleEdit[],
      },
    },
    first: 'multi-effects/loop-1',
    severity: 'fault',
  },
  {
    code: 'WIRE-ASIDE',
    sound: () =>
      build(
        'guitar, amp selector, combo',
        'guitar/out > amp-selector/in',
        'amp-selector/out-a > combo/input',
      ),
    spoil: replug('lead-2', 'from', 'amp-selector/tuner'),
    first: 'lead-2',
    severity: 'caution',
  },
];
