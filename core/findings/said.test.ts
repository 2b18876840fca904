// What lines say that are worded otherwise by what was found: each way once, and nothing of the other.
import { describe } from '@jest/globals';
import type { Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { switchedCabinets, tapAcross, withJack, withSpeaker } from '../testing/grounds';
import { judge } from '../testing/of-wiring';
import { sayings, spoilt, type Saying } from '../testing/sayings';
import { set } from '../testing/short-edits';

const manual = (value: number) => ({ value, source: 'manual' as const });

/** A stage into one cabinet: what they are made for, in ohms; in watts, if said. */
const stage = (gear: string, tap: string, cab: string, into: { ohm: number; watts?: number }): Rig => {
  const amp = gear.replace(/ \d+w$/, '').replaceAll(' ', '-');
  return withSpeaker(build(`guitar, ${gear}, ${cab}`, `${amp}/${tap} = cabinet/in`), 'cabinet', 'in', {
    ohm: manual(into.ohm),
    ...(into.watts ? { watts: manual(into.watts) } : {}),
  });
};
const heads = (...plugs: string[]) => build('guitar, valve head, valve head, cab 16 100w, y lead', ...plugs);

const ROWS: readonly Saying[] = [
  [
    'a valve stage off by less than 2:1',
    'SAFE-IMPED',
    () => stage('valve head', 'spk-16', 'cab 16', { ohm: 8, watts: 500 }),
    'A mismatch within 2:1',
    'This can destroy gear',
  ],
  [
    'a valve stage off by more',
    'SAFE-IMPED',
    () => stage('valve head', 'spk-16', 'cab 16', { ohm: 4, watts: 500 }),
    'Over 2:1 a valve stage is outside what its transformer stands',
    'A mismatch within',
  ],
  [
    'a solid-state stage over its rated load',
    'SAFE-IMPED',
    () =>
      withSpeaker(stage('power amp', 'spk', 'cab 16', { ohm: 16, watts: 900 }), 'power-amp', 'spk', {
        ohm: manual(8),
      }),
    'gives less power',
    'This can destroy gear',
  ],
  [
    'a solid-state stage under its least load',
    'SAFE-IMPED',
    () =>
      withSpeaker(stage('power amp', 'spk', 'cab 16', { ohm: 2, watts: 900 }), 'power-amp', 'spk', {
        ohm: manual(8),
      }),
    'Under its least load a solid-state stage gives more current than it stands',
    'gives less power',
  ],
  [
    'no cabinet at all',
    'SAFE-NOLOAD',
    () => build('guitar, valve head', 'guitar/out > valve-head/input'),
    'There is no free cabinet or load in this rig.',
    'makes before it breaks',
  ],
  [
    'a cabinet that stands by',
    'SAFE-NOLOAD',
    () => build('guitar, valve head, cab 16', 'guitar/out > valve-head/input'),
    'A valve stage without a load can burn its output transformer',
    'no free cabinet',
  ],
  [
    'a switcher that is known to break first',
    'SAFE-NOLOAD',
    () => switchedCabinets('breaks-first'),
    'breaks before it makes: each time it is switched',
    'Look up whether',
  ],
  [
    'a switcher of which that is not known',
    'SAFE-NOLOAD',
    () => switchedCabinets('unknown'),
    'Look up whether',
    'breaks before it makes: each time',
  ],
  [
    'two stages joined by a Y',
    'WIRE-JOINED',
    () =>
      heads(
        'valve-head/spk-16 = y-lead/one',
        'valve-head-2/spk-16 = y-lead/two-a',
        'y-lead/two-b = cabinet/in',
      ),
    'each stage drives the other. Switch the amplifiers off',
    'level is lost',
  ],
  [
    'two outputs of a unit joined by a Y',
    'WIRE-JOINED',
    () =>
      build(
        'guitar, unit, combo, y lead',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > y-lead/one',
        'multi-effects/out-1-r > y-lead/two-b',
        'y-lead/two-a > combo/input',
      ),
    'Each output loads the other: level is lost',
    'Switch the amplifiers off',
  ],
  [
    'a speaker lead in the signal path',
    'SAFE-SPKLEAD',
    () => edited(fourCable(), { edit: 'setLeadKind', arguments: { id: 'lead-3', kind: 'speaker' } }),
    'in the signal path is a speaker lead. It has no shield: it hums.',
    'heats under speaker current',
  ],
  [
    'a signal lead on a speaker output',
    'SAFE-SPKLEAD',
    () => edited(fourCable(), { edit: 'setLeadKind', arguments: { id: 'lead-6', kind: 'instrument' } }),
    'heats under speaker current and may short. Switch the amplifier off',
    'it hums',
  ],
  [
    'a microphone before its own wedge',
    'SAFE-FEEDBACK',
    () =>
      build(
        'mic, desk, wedge',
        'microphone/out - desk/ch-1',
        'desk/aux-1 - wedge/in',
        'wedge/air ~ microphone/air',
      ),
    'comes back to it over the air',
    'comes round on itself',
  ],
  [
    'a cabinet that stands less than its share, behind a valve stage',
    'SAFE-RATING',
    () => stage('valve head 50w', 'spk-16', 'cab 16', { ohm: 16, watts: 20 }),
    'Behind a valve stage a load wants one and a half times its share',
    'it stands across',
  ],
  [
    'the same behind a solid-state stage',
    'SAFE-RATING',
    () =>
      withSpeaker(stage('power amp', 'spk', 'cab 8', { ohm: 8, watts: 5 }), 'power-amp', 'spk', {
        ohm: manual(8),
      }),
    'A load wants at least its share.',
    'Behind a valve stage',
  ],
  [
    'more volts than a contact stands',
    'SAFE-SWITCHVOLT',
    () => spoilt('SAFE-SWITCHVOLT'),
    'Unplug it with the amplifier switched off',
    'nobody has noted',
  ],
  [
    'a jack of which nobody has noted what it puts on a contact that does not float',
    'SAFE-SWITCHVOLT',
    () =>
      withJack(
        build('relay footswitch, valve head', 'relay-footswitch/relay-1 / valve-head/foot'),
        'relay-footswitch',
        'relay-1',
        { ground: 'audio' },
      ),
    'nobody has noted what',
    'Unplug it with the amplifier switched off',
  ],
  [
    'a circuit that carries too much',
    'SAFE-MAINS',
    () => spoilt('SAFE-MAINS'),
    'else it trips in the show',
    'a transformer carries 1.3 times',
  ],
  [
    'a valve amplifier in a closed place',
    'SAFE-HEAT',
    () => spoilt('SAFE-HEAT'),
    'turns nearly all its mains watts to heat',
    'A load turns all',
  ],
  [
    'a bare guitar into a desk',
    'MODEL-MISSING',
    () => build('guitar, desk', 'guitar/out > desk/ch-1'),
    'A bare guitar straight into a desk sounds thin and harsh.',
    'amp model of',
  ],
  [
    'a guitar that is in nothing while another is',
    'WIRE-SILENT',
    () => build('guitar, baritone, combo', 'baritone/out > combo/input'),
    'OUT of Guitar is plugged nowhere. From there no lead or inner wire leads on.',
    'which mutes',
  ],
  [
    'a pedal whose output is free',
    'WIRE-SILENT',
    () => build('guitar, fuzz, combo', 'guitar/out > fuzz/in'),
    'the signal ends at',
    'is plugged nowhere',
  ],
  [
    'a tuner that is left muted',
    'WIRE-SILENT',
    () =>
      edited(
        build('guitar, tuner, combo', 'guitar/out > tuner/in', 'tuner/out > combo/input'),
        set('tuner', 'tuner', 'tuning'),
      ),
    'which mutes. A mute that is left on silences everything behind it.',
    'no lead or inner wire leads on',
  ],
  [
    'a tap across a valve stage',
    'SAFE-RATING',
    () => tapAcross(60),
    'Behind a valve stage a tap wants one and a half times its share',
    'end in it',
  ],
];

describe('each wording', () => {
  sayings(ROWS, judge);
});
