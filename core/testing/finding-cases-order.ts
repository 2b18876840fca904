// Rigs that show a finding about the order, one edit from rigs that do not.
import { build, edited } from './build';
import { set } from './short-edits';
import type { Case } from './finding-cases';
import { parseChains, wireChains } from '../chain';
import type { Rig } from '../model';

/** Pedals in a row into a combo, in the order that they are named; all of them on. */
const row = (line: string, chain: string, ...on: readonly (readonly [string, string])[]): Rig => {
  const rig = build(line);
  const wired = wireChains(rig, parseChains(rig, chain));
  if ('reason' in wired) throw new Error(wired.reason);
  return on.reduce((now, [box, block]) => edited(now, set(box, block, 'on')), wired.trial);
};

export const ORDER_CASES: readonly Case[] = [
  {
    code: 'ORDER-GATE',
    sound: () =>
      row('guitar, delay, gate, combo', 'GUITAR > DIGITAL > GATE > COMBO', ['digital-delay', 'delay']),
    spoil: set('gate', 'gate', 'on'),
    first: 'gate/gate',
    severity: 'caution',
  },
  {
    code: 'ORDER-TUNER',
    sound: () => row('guitar, od, tuner, combo', 'GUITAR > OVRDRV > TUNER > COMBO'),
    spoil: set('overdrive', 'drive', 'on'),
    first: 'tuner/tuner',
    severity: 'note',
  },
  {
    code: 'ORDER-PITCH',
    sound: () =>
      row('guitar, od, octave, combo', 'GUITAR > OVRDRV > PITCH > COMBO', ['pitch-shifter', 'pitch']),
    spoil: set('overdrive', 'drive', 'on'),
    first: 'pitch-shifter/pitch',
    severity: 'note',
  },
  {
    code: 'ORDER-EQ',
    sound: () =>
      row('guitar, eq, od, combo', 'GUITAR > GRAPHIC > OVRDRV > COMBO', ['graphic-equaliser', 'eq']),
    spoil: set('overdrive', 'drive', 'on'),
    first: 'graphic-equaliser/eq',
    severity: 'note',
  },
  {
    code: 'ORDER-VOLUME',
    sound: () => row('guitar, volume, od, combo', 'GUITAR > VOLUME > OVRDRV > COMBO'),
    spoil: set('overdrive', 'drive', 'on'),
    first: 'volume-pedal/volume',
    severity: 'note',
  },
  {
    code: 'ORDER-LOOPER',
    sound: () => row('guitar, looper, od, combo', 'GUITAR > LOOPER > OVRDRV > COMBO'),
    spoil: set('overdrive', 'drive', 'on'),
    first: 'looper/looper',
    severity: 'note',
  },
  {
    code: 'ORDER-CAB',
    sound: () =>
      row('guitar, unit, desk', 'GUITAR > MULTI[cab drive amp reverb] > DESK[mix-1]', [
        'multi-effects',
        'cab',
      ]),
    spoil: set('multi-effects', 'drive', 'on'),
    first: 'multi-effects/cab',
    severity: 'note',
  },
];
