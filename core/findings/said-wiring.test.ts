// What the lines of leads, splits and loads say otherwise by what was found.
import { describe } from '@jest/globals';
import { rowsOf, wiresOfRows } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { changed } from '../testing/grounds';
import { curings, sayings, spoilt, type Curing, type Saying } from '../testing/sayings';
import { figure, replug, set } from '../testing/short-edits';

/** Amplifiers of 400 kΩ each, all on the guitar's wire, by Y leads from one to the next. */
const loaded = (amplifiers: number) => {
  const combos = Array.from({ length: amplifiers }, (_, i) => (i === 0 ? 'combo' : `combo-${i + 1}`));
  const ys = combos.slice(1).map((_, i) => (i === 0 ? 'y-lead' : `y-lead-${i + 1}`));
  const rig = build(
    ['guitar', ...combos.map(() => 'combo'), ...ys.map(() => 'y lead')].join(', '),
    ...combos.map(
      (combo, i) =>
        `${i === 0 ? 'guitar/out' : `${ys[i - 1]}/two-b`} > ${ys[i] ? `${ys[i]}/one` : `${combo}/input`}`,
    ),
    ...ys.map((y, i) => `${y}/two-a > ${combos[i]}/input`),
  );
  const input = { on: 'mode', jack: 'input', mode: 'as-built', field: 'rIn' } as const;
  return edited(rig, ...combos.map((combo) => figure(combo, input, 400e3)));
};

const LEADS: readonly Saying[] = [
  [
    'two crossed leads that clash',
    'WIRE-DIRECTION',
    () => spoilt('WIRE-DIRECTION'),
    'Lead 3 and lead 4 are crossed: output into output, input into input. Nothing flows between two jacks of one direction. Exchanging two plugs puts both right.',
    'With the other crossing',
  ],
  [
    'a lead between two outputs',
    'WIRE-JOINED',
    () => spoilt('WIRE-JOINED'),
    'joins two outputs: OUT of Overdrive and OUT of Chorus. Each output loads the other: level is lost',
    'This can destroy gear',
  ],
  [
    'two stages into one cabinet',
    'WIRE-JOINED',
    () =>
      build(
        'guitar, valve head, valve head, cab 16 100w, y lead',
        'valve-head/spk-16 = y-lead/two-a',
        'valve-head-2/spk-16 = y-lead/two-b',
        'y-lead/one = cabinet/in',
      ),
    'Y lead joins two outputs: SPK 16 Ω of Valve head and SPK 16 Ω of Valve head 2. This can destroy gear and burn: each stage drives the other.',
    'level is lost',
  ],
  [
    'a plug with an adapter',
    'WIRE-PLUG',
    () => spoilt('WIRE-PLUG'),
    'It wants an adapter: ',
    'another lead is needed',
  ],
  [
    'a feed out of the socket for ears',
    'WIRE-GRID',
    () =>
      build('guitar, small unit, combo', 'guitar/out > small-unit/input', 'small-unit/phones > combo/input'),
    'What it feeds hears the level that is set for ears, and both sides of a stereo plug.',
    'must be the same',
  ],
  [
    'a lead in the jack of another loop',
    'WIRE-GRID',
    () => spoilt('WIRE-GRID'),
    'the lead is in SEND 2. The jack that a path names and the jack the lead is really in must be the same',
    'set for ears',
  ],
  [
    'the one preamp on a loop that is off',
    'WIRE-LOOPOFF',
    () =>
      changed(edited(fourCable(), set('multi-effects', 'loop-1', 'off')), 'multi-effects', (box) => ({
        ...box,
        blocks: box.blocks.map((block) =>
          block.id === 'amp' ? { ...block, role: 'effect' as const } : block,
        ),
      })),
    'Loop 1 of Multi-effects is off, and Preamp of Valve head hangs on it. It is the only preamp on the path',
    'asks for it by name',
  ],
  [
    'an effect that a sound asks for on one',
    'WIRE-LOOPOFF',
    () => spoilt('WIRE-LOOPOFF'),
    'In Solo Loop 1 of Multi-effects is off, and Chorus hangs on it. This sound asks for it by name',
    'only preamp',
  ],
  [
    'a ring by one plug',
    'WIRE-RING',
    () => edited(fourCable(), replug('lead-3', 'from', 'multi-effects/out-1-r')),
    'Lead 3 is plugged into OUT 1 R of Multi-effects; it belongs in SEND 1 of Multi-effects: as it is, the signal is closed on itself, 30 dB round.',
    'are crossed',
  ],
  [
    'a ring with gain',
    'WIRE-RING',
    () => spoilt('WIRE-RING'),
    'are crossed and close the signal on itself, 30 dB round. This can deafen and destroy gear',
    'turned up, it howls',
  ],
  [
    'both sides of a jack into a mono one',
    'WIRE-BALANCE',
    () => spoilt('WIRE-BALANCE'),
    'Lead 2 takes both sides of OUT of Digital delay into mono INPUT of Combo. One side ends in a jack that has no use for it',
    'balanced',
  ],
];

const LOADS: readonly Saying[] = [
  [
    'one input',
    'TONE-LOAD',
    () => loaded(1),
    'Guitar is loaded by 400 kΩ at INPUT of Combo. Under 470 kΩ a passive pickup loses its top and some level; 1 MΩ is good.',
    'on the same wire',
  ],
  [
    'two inputs on one wire',
    'TONE-LOAD',
    () => loaded(2),
    'Guitar is loaded by 200 kΩ at INPUT of Combo and 1 more input on the same wire.',
    'inputs on the same wire',
  ],
  [
    'three of them',
    'TONE-LOAD',
    () => loaded(3),
    'Guitar is loaded by 133 kΩ at INPUT of Combo and 2 more inputs on the same wire.',
    'more input on',
  ],
  [
    'a volume pedal behind a buffer',
    'TONE-VOLPOT',
    () => spoilt('TONE-VOLPOT'),
    'at half its track is 62.5 kΩ and drives lead 3, 9 m: 6.8 dB lost at 5 kHz. 250 kΩ is too high behind Buffer: 25 kΩ is right there',
    'which is passive',
  ],
  [
    'one of a low value behind a passive pickup',
    'TONE-VOLPOT',
    () =>
      build(
        'guitar, volume pedal low, combo',
        'guitar/out > volume-pedal-low/in',
        'volume-pedal-low/out > combo/input',
      ),
    'puts 25 kΩ across Guitar, which is passive. Behind a passive pickup a volume pedal wants 250 kΩ or more',
    'at half its track',
  ],
];

/** A loop that may stand first alone, on a leg of a split. */
const loopOnLeg = () => {
  const rig = build(
    'guitar, four-loop unit, combo, desk',
    'guitar/out > four-loop-unit/input',
    'four-loop-unit/out-1-l > combo/input',
    'four-loop-unit/out-2-l > desk/ch-1',
  );
  const unit = rig.boxes.find(({ id }) => id === 'four-loop-unit')!;
  const read = rowsOf(unit, unit.patches[0]!.wires);
  const [main] = read.rows;
  const blocks = main!.blocks.filter((id) => id !== 'loop-2');
  const rows = [
    { ...main!, blocks, outputs: ['out-1-l'] },
    { from: { after: blocks.at(-1)! }, blocks: ['loop-2'], outputs: ['out-2-l'] },
  ];
  const wires = wiresOfRows(unit, { ...read, rows });
  return edited(rig, { edit: 'wireInside', arguments: { box: unit.id, patch: unit.patch, wires } });
};

const CURES: readonly Curing[] = [
  [
    'two outputs, where something is there that takes one or the other',
    'WIRE-JOINED',
    () =>
      build(
        'guitar, od, chorus, delay, combo, y lead, input selector',
        'guitar/out > overdrive/in',
        'overdrive/out > y-lead/one',
        'y-lead/two-a > combo/input',
        'chorus/out > y-lead/two-b',
      ),
    'Re-plug lead 4 into IN A of Input selector',
  ],
  [
    'a loop on a leg of a split, which has no head of its own',
    'WIRE-LOOPPLACE',
    loopOnLeg,
    'Move Loop 2 to the start of the path',
  ],
  [
    'crossed leads',
    'WIRE-DIRECTION',
    () => spoilt('WIRE-DIRECTION'),
    'Exchange the plugs of lead 3 and lead 4',
  ],
  [
    'three wires on a stereo jack',
    'WIRE-BALANCE',
    () => spoilt('WIRE-BALANCE'),
    'Make lead 2 an instrument lead',
  ],
];

describe('each wording of leads', () => {
  sayings(LEADS);
});
describe('each wording of loads', () => {
  sayings(LOADS);
});
describe('each way to put one right', () => {
  curings(CURES);
});
