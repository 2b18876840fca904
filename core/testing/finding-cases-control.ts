// Rigs that show a finding about switching, one edit from rigs that do not.
import { build, edited } from './build';
import type { Case } from './finding-cases';
import { set } from './short-edits';

export const CONTROL_CASES: readonly Case[] = [
  {
    code: 'SOUND-RULE',
    sound: () =>
      edited(
        build(
          'guitar, od, delay, combo',
          'guitar/out > overdrive/in',
          'overdrive/out > digital-delay/in',
          'digital-delay/out > combo/input',
        ),
        set('digital-delay', 'delay', 'on'),
        {
          edit: 'setRule',
          arguments: {
            rule: {
              id: 'dry',
              kind: 'never',
              members: [
                { box: 'overdrive', block: 'drive' },
                { box: 'digital-delay', block: 'delay' },
              ],
              words: '',
            },
          },
        },
      ),
    spoil: set('overdrive', 'drive', 'on'),
    first: 'overdrive/drive',
    severity: 'caution',
  },
];
