// What the lines of supplies and of heat say otherwise by what was found.
import { describe } from '@jest/globals';
import { build, edited } from '../testing/build';
import { changed } from '../testing/grounds';
import { sayings, spoilt, type Saying } from '../testing/sayings';
import { fedRig } from '../testing/supplies';

const OUT = 'supply/out-1';
const one = (milliamps: number) => fedRig([{ outlets: [{}] }], [{ milliamps, at: OUT }]);

const POWER: readonly Saying[] = [
  [
    'over what an outlet gives',
    'DC-CURRENT',
    () => one(130),
    'OUT 1 of supply gives 100 mA; Pedal 1 draws 130 mA. It starts late, resets, hums or clips',
    'in hand',
  ],
  [
    'within the margin of it',
    'DC-CURRENT',
    () => one(90),
    'OUT 1 of supply gives 100 mA; Pedal 1 draws 90 mA, less than 20 % in hand. Figures on plates are what a box draws as a rule',
    'It starts late',
  ],
  [
    'two of one outlet',
    'DC-CURRENT',
    () =>
      fedRig(
        [{ outlets: [{ mult: true }] }],
        [
          { milliamps: 70, at: OUT },
          { milliamps: 60, at: OUT },
        ],
      ),
    'gives 100 mA; Pedal 1 and Pedal 2 draw 130 mA.',
    'draws',
  ],
  [
    'within the margin of all outlets together',
    'DC-TOTAL',
    () =>
      fedRig(
        [{ total: 100, outlets: [{}, {}] }],
        [
          { milliamps: 45, at: OUT },
          { milliamps: 45, at: 'supply/out-2' },
        ],
      ),
    'All outlets of supply give 100 mA together; 90 mA are drawn, less than 20 % in hand. Figures on plates',
    'It starts late',
  ],
  [
    'what no outlet suits',
    'DC-UNFED',
    () =>
      changed(fedRig([{ outlets: [{}] }], [{ milliamps: 20, low: 9 }]), 'pedal-1', (box) => ({
        ...box,
        power: { ...box.power, dcKind: 'ac' },
      })),
    'No outlet is left that can feed Pedal 1 (9 V AC 20 mA). Volts, polarity and milliamps of every outlet were tried',
    'fed by no outlet',
  ],
  [
    'what an outlet suits',
    'DC-UNFED',
    () => fedRig([{ outlets: [{}] }], [{ milliamps: 20 }]),
    'Pedal 1 is fed by no outlet. An outlet is free, or can be made free, that suits.',
    'No outlet is left',
  ],
  [
    'several of those',
    'DC-UNFED',
    () => fedRig([{ outlets: [{}, {}] }], [{ milliamps: 20 }, { milliamps: 20 }]),
    'Pedal 1 and Pedal 2 are fed by no outlet.',
    'is fed',
  ],
  [
    'an amplifier in a closed place',
    'SAFE-HEAT',
    () => spoilt('SAFE-HEAT'),
    'A valve amplifier turns nearly all its mains watts to heat',
    'driven into it',
  ],
  [
    'a load in one',
    'SAFE-HEAT',
    () =>
      edited(
        build(
          'guitar, valve head, load box',
          'guitar/out > valve-head/input',
          'valve-head/spk-8 = load-box/in',
        ),
        { edit: 'setEnclosed', arguments: { id: 'backline', enclosed: true } },
      ),
    'Load box gives about 20 W of heat into Backline, a closed place of which no ventilation is noted. This can burn. A load turns all that is driven into it to heat',
    'Load box gives about 110 W',
  ],
];

describe('each wording of supplies', () => {
  sayings(POWER);
});
