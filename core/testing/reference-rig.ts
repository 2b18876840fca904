// The 20-box rig that the map's measures were tried on: loop switcher, four-cable unit, stereo house feed.
import { boxSchema, type Box, type Rig } from '../rig';
import { build, edited, plugged } from './build';

const jack = (id: string, label: string, direction: 'in' | 'out', more: object = {}) => ({
  id,
  label,
  direction,
  carries: 'instrument',
  connector: 'ts-635',
  ...more,
});

function switcher(): Box {
  const loops = [1, 2, 3, 4, 5];
  return boxSchema.parse({
    id: 'switcher',
    name: 'Loop switcher',
    tag: 'SWITCH',
    kind: 'loop switcher',
    place: 'floor',
    order: 4,
    jacks: [
      jack('in', 'IN', 'in'),
      jack('tuner', 'TUNER', 'out'),
      ...loops.flatMap((n) => [jack(`send-${n}`, `L${n} SEND`, 'out'), jack(`rtn-${n}`, `L${n} RTN`, 'in')]),
      jack('out', 'OUT', 'out'),
    ],
    blocks: loops.map((n) => ({
      id: `loop-${n}`,
      name: `Loop ${n}`,
      role: 'loop',
      states: [
        { id: 'on', name: 'on' },
        { id: 'off', name: 'off' },
      ],
      state: n === 3 ? 'on' : 'off',
    })),
    patches: [
      {
        id: 'inside',
        name: 'Inside',
        wires: [
          { from: { jack: 'in' }, to: { jack: 'tuner' } },
          ...loops.flatMap((n) => [
            {
              from: n === 1 ? { jack: 'in' } : { block: `loop-${n - 1}`, port: 'out' },
              to: { block: `loop-${n}`, port: 'in' },
            },
            { from: { block: `loop-${n}`, port: 'send' }, to: { jack: `send-${n}` } },
            { from: { jack: `rtn-${n}` }, to: { block: `loop-${n}`, port: 'return' } },
          ]),
          { from: { block: 'loop-5', port: 'out' }, to: { jack: 'out' } },
        ],
      },
    ],
  });
}

const renamed = (rig: Rig, names: Record<string, [string, string, number]>): Rig => ({
  ...rig,
  boxes: rig.boxes.map((box) => {
    const [name, tag, order] = names[box.id] ?? [box.name, box.tag, box.order];
    return { ...box, name, tag, order };
  }),
});

/** A DI with two channels, at the desk. */
function diBox(): Box {
  return boxSchema.parse({
    id: 'di',
    name: 'DI box',
    tag: 'DI',
    kind: 'DI',
    place: 'desk',
    order: 30,
    jacks: [
      jack('in-1', 'IN 1', 'in'),
      jack('in-2', 'IN 2', 'in'),
      jack('out-1', 'OUT 1', 'out', { carries: 'mic', connector: 'xlr-m', balance: 'transformer' }),
      jack('out-2', 'OUT 2', 'out', { carries: 'mic', connector: 'xlr-m', balance: 'transformer' }),
    ],
    patches: [
      {
        id: 'inside',
        name: 'Inside',
        wires: [1, 2].map((n) => ({ from: { jack: `in-${n}` }, to: { jack: `out-${n}` } })),
      },
    ],
  });
}

export function referenceRig(): Rig {
  const base = build(
    'guitar, fuzz, wah pedal, tuner, compressor, octave, od, distortion, booster, volume pedal, buffer, unit, delay unit, valve head 16, cab 16, desk'
      .replace(/wah pedal|compressor|octave|distortion|booster|volume pedal/g, 'chorus')
      .replace('delay unit', 'delay'),
  );
  const ids = base.boxes.filter((box) => box.from?.item === 'chorus').map((box) => box.id);
  const [wah = '', comp = '', oct = '', dist = '', boost = '', vol = ''] = ids;
  const named = renamed(base, {
    fuzz: ['Fuzz', 'FUZZ', 1],
    [wah]: ['Wah', 'WAH', 2],
    tuner: ['Tuner', 'TUNER', 3],
    [comp]: ['Compressor', 'COMP', 5],
    [oct]: ['Octave', 'OCT', 6],
    overdrive: ['Overdrive', 'OD', 7],
    [dist]: ['Distortion', 'DIST', 8],
    [boost]: ['Booster', 'BOOST', 9],
    [vol]: ['Volume', 'VOL', 10],
    buffer: ['Buffer', 'BUF', 11],
    'multi-effects': ['Multi-effects', 'MULTI', 12],
    'digital-delay': ['Delay unit', 'DELAY', 13],
  });
  const withBoxes = edited(
    named,
    { edit: 'addBox', arguments: { box: switcher() } },
    { edit: 'addBox', arguments: { box: diBox() } },
  );
  return plugged(
    withBoxes,
    'guitar/out > fuzz/in',
    `fuzz/out * ${wah}/in`,
    `${wah}/out > switcher/in`,
    'switcher/tuner > tuner/in',
    ...[comp, oct, 'overdrive', dist, boost].flatMap((id, i) => [
      `switcher/send-${i + 1} > ${id}/in`,
      `${id}/out > switcher/rtn-${i + 1}`,
    ]),
    `switcher/out > ${vol}/in`,
    `${vol}/out * buffer/in`,
    'buffer/out > multi-effects/input',
    'multi-effects/send-1 > valve-head/input',
    'valve-head/send > multi-effects/return-1',
    'multi-effects/send-2 > digital-delay/in',
    'digital-delay/out > multi-effects/return-2',
    'multi-effects/out-1-l > valve-head/return',
    'valve-head/spk-16 = cabinet/in',
    'multi-effects/out-2-l > di/in-1',
    'multi-effects/out-2-r > di/in-2',
    'di/out-1 - desk/ch-1',
    'di/out-2 - desk/ch-2',
  );
}
