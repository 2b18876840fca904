// What the lines of models, levels, noise and rings say otherwise by what was found.
import { describe } from '@jest/globals';
import { build, edited, fourCable } from '../testing/build';
import { changed } from '../testing/grounds';
import { sayings, sound, spoilt, type Saying } from '../testing/sayings';
import { figure, mode, set } from '../testing/short-edits';

/** The unit with its model of a preamp, or of a whole amplifier, into a clean power stage. */
const intoClean = (model: string) => {
  const unit = sound('MODEL-POWER').boxes.find(({ id }) => id === 'multi-effects')!;
  const rig = build(
    'guitar, unit, power amp, cab 16',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > power-amp/in',
    'power-amp/spk = cabinet/in',
  );
  return edited(
    changed(rig, 'multi-effects', () => unit),
    set('multi-effects', 'amp', model),
  );
};

const MODELS: readonly Saying[] = [
  [
    'a cabinet model ahead of a preamp',
    'MODEL-DOUBLE',
    () => edited(sound('MODEL-DOUBLE'), set('multi-effects', 'cab', 'on')),
    'A cabinet model ahead of a preamp cuts the highs before they are driven',
    'Two preamps in a row',
  ],
  [
    'an amp model ahead of a preamp',
    'MODEL-DOUBLE',
    () => spoilt('MODEL-DOUBLE'),
    'Two preamps in a row: the model is driven once more',
    'A cabinet model ahead',
  ],
  [
    'the model of a preamp into a clean power stage',
    'MODEL-POWER',
    () => intoClean('on'),
    'models a preamp alone, and the power stage of Power amp is clean. The give of a power stage is missing',
    'has one with valves',
  ],
  [
    'that of a whole amplifier into one with valves',
    'MODEL-POWER',
    () => spoilt('MODEL-POWER'),
    'has one with valves. Two power stages in a row: soft and thick',
    'is clean',
  ],
  [
    'an output for amplifiers that goes to a desk',
    'MODEL-OUTMODE',
    () => {
      const unit = sound('MODEL-OUTMODE').boxes.find(({ id }) => id === 'multi-effects')!;
      const rig = build(
        'guitar, unit, desk',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > desk/ch-1',
      );
      return edited(
        changed(rig, 'multi-effects', () => unit),
        set('multi-effects', 'loop-1', 'off'),
        mode('multi-effects', 'out-1-l', 'instrument'),
      );
    },
    'is in its mode for an amplifier and goes direct to Desk. Without the sound of a power stage and a cabinet',
    'direct mode',
  ],
  [
    'no amp model on the way to a desk',
    'MODEL-MISSING',
    () => edited(sound('MODEL-MISSING'), set('multi-effects', 'amp', 'off')),
    'No amp model or preamp on the way to Channel 1 of Desk. A bare guitar straight into a desk sounds thin',
    'cabinet model on',
  ],
  [
    'no cabinet model on the way to a desk',
    'MODEL-MISSING',
    () => spoilt('MODEL-MISSING'),
    'No cabinet model on the way to Channel 1 of Desk. Without a cabinet, real or modelled',
    'amp model or preamp',
  ],
  [
    'neither preamp',
    'MODEL-TWOPRE',
    () => edited(fourCable(), set('multi-effects', 'loop-1', 'off')),
    'Neither preamp: Amp model of Multi-effects and Loop 1 of Multi-effects (it holds Preamp of Valve head) are off. Exactly one preamp belongs on a path. A common switch for the two',
    'at once',
  ],
];

const boosted = (maxDbu: number) =>
  edited(
    sound('LEVEL-CLIP'),
    figure('combo', { on: 'mode', jack: 'input', mode: 'as-built', field: 'maxDbu' }, maxDbu),
  );
/** A ring through a chorus that gives back less than it gets. */
const round = (gainDb: number) =>
  edited(
    spoilt('SAFE-FEEDBACK'),
    figure('chorus', { on: 'state', block: 'chorus', state: 'on', field: 'gainSmallDb' }, gainDb),
    figure('chorus', { on: 'state', block: 'chorus', state: 'off', field: 'gainSmallDb' }, gainDb),
  );

/** Ears and the desk behind one knob of a unit. */
const earsBeside = (ears: string) =>
  build(
    `guitar, unit, ${ears}, desk`,
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > desk/ch-1',
    `multi-effects/out-1-r > ${ears.replaceAll(' ', '-')}/in`,
  );

const LEVELS: readonly Saying[] = [
  [
    'peaks over a ceiling',
    'LEVEL-CLIP',
    () => boosted(6),
    'Peaks of +7.7 dBu at INPUT of Combo: 1.7 dB over what it stands, +6 dBu. It clips where nothing is meant to',
    'are wanted',
  ],
  [
    'peaks near under one',
    'LEVEL-CLIP',
    () =>
      edited(
        build(
          'guitar, unit, combo',
          'guitar/out > multi-effects/input',
          'multi-effects/out-1-l > combo/input',
        ),
        figure('multi-effects', { on: 'mode', jack: 'input', mode: 'as-built', field: 'maxDbu' }, 9),
      ),
    'Peaks of +6.1 dBu at INPUT of Multi-effects: 2.9 dB under its +9 dBu, 6 are wanted. One hard strum, or another guitar',
    'over what it stands',
  ],
  [
    'noise as loud as the signal',
    'NOISE-FLOOR',
    () =>
      edited(
        spoilt('NOISE-FLOOR'),
        figure('fuzz', { on: 'state', block: 'fuzz', state: 'on', field: 'noiseOutDbu' }, 0),
      ),
    'Between notes the noise at Cabinet is as loud as the signal',
    'dB under the signal',
  ],
  [
    'a ring that howls',
    'SAFE-FEEDBACK',
    () => spoilt('SAFE-FEEDBACK'),
    '0 dB round. This can deafen and destroy gear: it howls.',
    'A knob turned up',
  ],
  [
    'a ring that is about to',
    'SAFE-FEEDBACK',
    () => round(-6),
    '−6 dB round. A knob turned up and it howls.',
    'This can deafen',
  ],
  [
    'ears behind a limiter, by a knob that moves the desk too',
    'SAFE-EARS',
    () => earsBeside('in-ear pack'),
    'OUTPUT of Multi-effects moves In-ear pack and CH 1 of Desk alike. The ear mix must not move what others hear',
    'Nothing limits',
  ],
  [
    'ears without one',
    'SAFE-EARS',
    () => earsBeside('headphones'),
    'Nothing limits what Headphones brings to the ears. OUTPUT of Multi-effects moves Headphones and CH 1 of Desk alike. This can deafen: a ring, a lead pulled live',
    'The ear mix must not move',
  ],
];

describe('each wording of models', () => {
  sayings(MODELS);
});
describe('each wording of levels, noise and rings', () => {
  sayings(LEVELS);
});
