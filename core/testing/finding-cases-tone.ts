// Rigs that show a finding of tone, one edit from rigs that do not.
import type { Rig } from '../model';
import { build, edited } from './build';
import type { Case } from './finding-cases';
import { figure, limit, long, set } from './short-edits';

/** One pedal between guitar and combo. */
const one = (line: string, box: string): Rig =>
  build(line, `guitar/out > ${box}/in`, `${box}/out > combo/input`);

export const TONE_CASES: readonly Case[] = [
  {
    code: 'TONE-DULL',
    sound: () => edited(one('guitar, od, combo', 'overdrive'), long('lead-1', 3), long('lead-2', 2.5)),
    spoil: long('lead-2', 15),
    first: 'lead-2',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'TONE-PEAK',
    sound: () => build('guitar, combo', 'guitar/out > combo/input'),
    spoil: long('lead-1', 0.5),
    first: 'lead-1',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'TONE-LOAD',
    sound: () => build('guitar, combo', 'guitar/out > combo/input'),
    spoil: figure('combo', { on: 'mode', jack: 'input', mode: 'as-built', field: 'rIn' }, 100e3),
    first: 'combo/input',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'TONE-DRIVE',
    sound: () =>
      edited(
        build('guitar, wah, combo', 'guitar/out > wah/in', 'wah/out > combo/input'),
        long('lead-2', 2),
        set('wah', 'wah', 'on'),
      ),
    spoil: long('lead-2', 15),
    first: 'wah',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'TONE-VOLPOT',
    sound: () =>
      edited(
        build(
          'guitar, buffer, volume, combo',
          'guitar/out > buffer/in',
          'buffer/out > volume-pedal/in',
          'volume-pedal/out > combo/input',
        ),
        long('lead-3', 2),
      ),
    spoil: long('lead-3', 9),
    first: 'volume-pedal',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'TONE-ISO',
    sound: () =>
      build(
        'guitar, buffer, isolator, combo',
        'guitar/out > buffer/in',
        'buffer/out > isolator/in',
        'isolator/out > combo/input',
      ),
    spoil: {
      edit: 'setFigure',
      arguments: {
        box: 'buffer',
        at: { on: 'mode', jack: 'out', mode: 'as-built', field: 'rOut' },
        figure: { value: 10e3, source: 'measured' },
      },
    },
    first: 'isolator',
    severity: 'caution',
    cure: 'none',
  },
  {
    code: 'TONE-OVERRIDDEN',
    sound: () =>
      edited(
        build(
          'guitar, buffer, wah, combo',
          'guitar/out > buffer/in',
          'buffer/out > wah/in',
          'wah/out > combo/input',
        ),
        long('lead-2', 0.3),
        long('lead-3', 9),
      ),
    spoil: set('wah', 'wah', 'on'),
    first: 'buffer',
    severity: 'note',
    cure: 'none',
  },
  {
    code: 'TONE-SPARE',
    sound: () =>
      edited(
        build(
          'guitar, delay, buffer, combo',
          'guitar/out > digital-delay/in',
          'digital-delay/out > buffer/in',
          'buffer/out > combo/input',
        ),
        limit('spareDb', 0),
      ),
    spoil: limit('spareDb', 0.3),
    first: 'buffer',
    severity: 'note',
  },
];
