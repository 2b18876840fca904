// Rigs that show a finding about contacts and presses, one edit from rigs that do not.
import { build, edited } from './build';
import { call, slot, stand, withSounds } from './feet';
import type { Case } from './finding-cases';

/** What a switch jack puts on a contact, or a contact stands. */
const CONTACT = (box: string, jack: string, value: number) =>
  ({
    edit: 'setFigure',
    arguments: {
      box,
      at: { on: 'contact', jack, field: 'switchVolts' },
      figure: { value, source: 'manual' },
    },
  }) as const;

export const FEET_CASES: readonly Case[] = [
  {
    code: 'SAFE-SWITCHVOLT',
    sound: () =>
      edited(
        build('relay footswitch, relay footswitch, valve head', 'relay-footswitch/relay-1 / valve-head/foot'),
        CONTACT('relay-footswitch', 'relay-1', 24),
        CONTACT('relay-footswitch-2', 'relay-1', 60),
      ),
    spoil: CONTACT('valve-head', 'foot', 40),
    first: 'lead-1',
    severity: 'danger',
  },
  {
    code: 'CTRL-PRESSES',
    sound: () => {
      const rig = withSounds(build('four-loop switcher'), 'One', 'Two');
      const two = { 'four-loop-switcher/loop-1': 'on', 'four-loop-switcher/loop-2': 'on' };
      return {
        ...stand(rig, 's1', two),
        switchPlan: [
          slot('four-loop-switcher', 'switch-1', call('s0')),
          slot('four-loop-switcher', 'switch-2', call('s1')),
          slot('four-loop-switcher', 'switch-1', call('s1'), 1),
        ],
      };
    },
    spoil: {
      edit: 'clearSwitch',
      arguments: { box: 'four-loop-switcher', switch: 'switch-2', bank: 0 },
    },
    first: 'four-loop-switcher',
    severity: 'note',
  },
];
