// Rigs that show a finding of level, noise, time or polarity, one edit from rigs that do not.
import type { EditCall } from '../edits';
import { makeSound, type Rig } from '../model';
import { build, edited, fourCable } from './build';
import type { Case } from './finding-cases';
import { changed } from './grounds';
import { figure, limit, mode, replug, REST, set } from './short-edits';

const solo: EditCall = { edit: 'addSound', arguments: { sound: makeSound('solo', 'Solo'), index: 1 } };

const direct = (): Rig =>
  edited(
    build(
      'guitar, unit, desk, headphones',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > desk/ch-1',
      'multi-effects/phones » .',
    ),
    set('multi-effects', 'amp', 'on'),
    set('multi-effects', 'cab', 'on'),
    mode('multi-effects', 'out-1-l', 'line'),
    mode('desk', 'ch-1', 'line'),
  );

const LINE_NOTE: EditCall = {
  edit: 'setLeadNotes',
  arguments: { id: 'lead-2', notes: 'Line level, +8 dBu' },
};

/** A guitar by a splitter into two amplifiers, one of them behind an isolator. */
const twoAmps = (): Rig =>
  build(
    'guitar, splitter, isolator, combo, combo',
    'guitar/out > splitter/in',
    'splitter/out-a > combo/input',
    'splitter/out-b > isolator/in',
    'isolator/out > combo-2/input',
  );

/** A guitar split, and both ways on two channels of a desk. */
const twoFeeds = (...through: readonly string[]): Rig =>
  build(
    'guitar, splitter, isolator, delay, di, di, desk',
    'guitar/out > splitter/in',
    'splitter/out-a > passive-di/in',
    'passive-di/out - desk/ch-1',
    ...through,
    'passive-di-2/out - desk/ch-2',
  );

/** A delay in a loop that is beside the dry signal. */
const parallel = (): Rig =>
  edited(
    build(
      'guitar, parallel head, cab 16, delay',
      'guitar/out > valve-head-parallel-loop/input',
      'valve-head-parallel-loop/send > digital-delay/in',
      'digital-delay/out > valve-head-parallel-loop/return',
      'valve-head-parallel-loop/spk-16 = cabinet/in',
    ),
    set('digital-delay', 'delay', 'on'),
  );
const mix = (position: number): EditCall => ({
  edit: 'setControl',
  arguments: { box: 'digital-delay', control: 'mix', position, basis: null, scope: REST },
});

/** A pedal that line level does not clip. */
const roomy = (box: string, block: string): readonly EditCall[] => [
  figure(box, { on: 'mode', jack: 'in', mode: 'as-built', field: 'maxDbu' }, 24),
  figure(box, { on: 'mode', jack: 'out', mode: 'as-built', field: 'maxDbu' }, 24),
  figure(box, { on: 'state', block, state: 'on', field: 'ceilingDbu' }, 24),
];

/** A unit whose output has a mode for amplifiers and one for desks, into an amplifier. */
const withOutputModes = (): Rig =>
  changed(fourCable(), 'multi-effects', (box) => ({
    ...box,
    jacks: box.jacks.map((jack) =>
      jack.id === 'out-1-l'
        ? {
            ...jack,
            modes: jack.modes.map((one) => ({
              ...one,
              suits: one.id === 'line' ? ('direct' as const) : ('amplifier' as const),
            })),
          }
        : jack,
    ),
  }));

/** A unit whose amp model is a preamp alone, or a whole amplifier, into a power stage with valves. */
const withModelKinds = (): Rig =>
  edited(
    changed(
      build(
        'guitar, unit, valve head, cab 16',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > valve-head/return',
        'valve-head/spk-16 = cabinet/in',
      ),
      'multi-effects',
      (box) => ({
        ...box,
        blocks: box.blocks.map((block) => {
          const [on, ...others] = block.states;
          return block.id === 'amp' && on
            ? {
                ...block,
                states: [
                  { ...on, models: 'preamp' as const },
                  { ...on, id: 'whole', name: 'whole amplifier', models: 'amplifier' as const },
                  ...others,
                ],
              }
            : block;
        }),
      }),
    ),
    set('multi-effects', 'amp', 'on'),
  );

export const SIGNAL_CASES: readonly Case[] = [
  {
    code: 'MODEL-OUTMODE',
    sound: withOutputModes,
    spoil: mode('multi-effects', 'out-1-l', 'line'),
    first: 'multi-effects/out-1-l',
    severity: 'caution',
  },
  {
    code: 'MODEL-POWER',
    sound: withModelKinds,
    spoil: set('multi-effects', 'amp', 'whole'),
    first: 'multi-effects/amp',
    severity: 'note',
  },
  {
    code: 'LEVEL-CLIP',
    sound: () =>
      build('guitar, clean boost, combo', 'guitar/out > clean-boost/in', 'clean-boost/out > combo/input'),
    spoil: figure('combo', { on: 'mode', jack: 'input', mode: 'as-built', field: 'maxDbu' }, -2),
    first: 'combo/input',
    severity: 'fault',
    cure: 'none',
  },
  {
    code: 'LEVEL-UNITY',
    sound: fourCable,
    spoil: mode('multi-effects', 'return-1', 'line'),
    first: 'valve-head/return',
    severity: 'caution',
  },
  {
    code: 'LEVEL-SOUNDS',
    sound: () =>
      edited(
        build('guitar, clean boost, combo', 'guitar/out > clean-boost/in', 'clean-boost/out > combo/input'),
        solo,
      ),
    spoil: { edit: 'setSoundLevel', arguments: { id: 'solo', levelDb: 6 } },
    first: 'combo',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'LEVEL-GUITARS',
    sound: () =>
      edited(build('guitar, guitar, combo', 'guitar/out+guitar-2/out > combo/input'), solo, {
        edit: 'setGuitar',
        arguments: { sound: 'solo', guitar: 'guitar-2', pickup: null },
      }),
    spoil: figure('guitar-2', { on: 'pickup', block: 'pickups', pickup: 'bridge', field: 'averageDbu' }, -24),
    first: 'guitar-2',
    severity: 'note',
    cure: 'none',
  },
  {
    code: 'LEVEL-LOW',
    sound: () =>
      edited(
        build(
          'guitar, unit, chorus, combo',
          'guitar/out > multi-effects/input',
          'multi-effects/send-1 > chorus/in',
          'chorus/out > multi-effects/return-1',
          'multi-effects/out-1-l > combo/input',
        ),
        set('multi-effects', 'loop-1', 'on'),
        set('chorus', 'chorus', 'on'),
        ...roomy('chorus', 'chorus'),
      ),
    spoil: figure('chorus', { on: 'state', block: 'chorus', state: 'on', field: 'noiseOutDbu' }, -75),
    first: 'multi-effects/send-1',
    severity: 'note',
  },
  {
    code: 'LEVEL-DESK',
    sound: () => edited(direct(), LINE_NOTE),
    spoil: { edit: 'setLeadNotes', arguments: { id: 'lead-2', notes: '' } },
    first: 'desk/ch-1',
    severity: 'note',
  },
  {
    code: 'NOISE-FLOOR',
    sound: () =>
      edited(
        build(
          'guitar, fuzz, valve head, cab 16',
          'guitar/out > fuzz/in',
          'fuzz/out > valve-head/input',
          'valve-head/spk-16 = cabinet/in',
        ),
      ),
    spoil: {
      edit: 'together',
      arguments: {
        label: 'Everything on',
        edits: [
          { edit: 'setBlockState', arguments: { box: 'fuzz', block: 'fuzz', state: 'on', scope: REST } },
          {
            edit: 'setBlockState',
            arguments: { box: 'valve-head', block: 'preamp', state: 'lead', scope: REST },
          },
        ],
      },
    },
    first: 'fuzz',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'PHASE-AMPS',
    sound: twoAmps,
    spoil: set('isolator', 'transformer', 'turned'),
    first: 'combo',
    severity: 'caution',
  },
  {
    code: 'PHASE-BLEND',
    sound: () => twoFeeds('splitter/out-b > isolator/in', 'isolator/out > passive-di-2/in'),
    spoil: set('isolator', 'transformer', 'turned'),
    first: 'desk',
    severity: 'caution',
  },
  {
    code: 'TIME-NOTCH',
    sound: () => twoFeeds('splitter/out-b > digital-delay/in', 'digital-delay/out > .'),
    spoil: replug('lead-5', 'to', 'passive-di-2/in'),
    first: 'desk',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'LOOP-PARALLEL',
    sound: () => edited(parallel(), mix(1)),
    spoil: mix(0.5),
    first: 'valve-head-parallel-loop',
    severity: 'caution',
  },
  {
    code: 'TIME-TOTAL',
    sound: fourCable,
    spoil: {
      edit: 'setFigure',
      arguments: {
        box: 'multi-effects',
        at: { on: 'box', field: 'tripMs' },
        figure: { value: 6, source: 'measured' },
      },
    },
    first: 'cabinet',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'CONV-COUNT',
    sound: fourCable,
    spoil: limit('conversions', 1),
    first: 'cabinet',
    severity: 'note',
    cure: 'none',
  },
  {
    code: 'STALE-SETTINGS',
    sound: () =>
      edited(
        build(
          'guitar, line driver, combo, chorus',
          'guitar/out > line-driver/in',
          'line-driver/out > combo/input',
        ),
        {
          edit: 'setControl',
          arguments: { box: 'line-driver', control: 'level', position: 0.5, basis: null, scope: REST },
        },
      ),
    spoil: replug('lead-2', 'to', 'chorus/in'),
    first: 'line-driver',
    severity: 'note',
  },
  {
    code: 'SAFE-EARS',
    sound: direct,
    spoil: replug('lead-3', 'to', 'headphones/in'),
    first: 'headphones',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'KNOB-REACH',
    sound: () =>
      edited(
        build(
          'guitar, unit, splitter, powered speaker, desk',
          'guitar/out > multi-effects/input',
          'multi-effects/out-1-l > splitter/in',
          'splitter/out-a > powered-speaker/in',
          'splitter/out-b > .',
        ),
        set('multi-effects', 'amp', 'on'),
        set('multi-effects', 'cab', 'on'),
      ),
    spoil: replug('lead-4', 'to', 'desk/ch-1'),
    first: 'multi-effects',
    severity: 'caution',
    cure: 'none',
  },
];
