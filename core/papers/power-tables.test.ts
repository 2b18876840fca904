import { expect, test } from '@jest/globals';
import { build, edited, fourCable } from '../testing/build';
import { fedRig } from '../testing/supplies';
import { sheetOf } from './index';

test('the sheet has the power plan: outlets, supplies and circuits as a whole, plugs, loads', () => {
  const rig = fedRig(
    [{ total: 500, outlets: [{ milliamps: 100 }, { milliamps: 100, volts: 18 }] }],
    [{ milliamps: 95, at: 'supply/out-1' }, { milliamps: 20 }],
  );
  const { powerTables, power } = sheetOf(rig, null);
  expect(power.unfed).toEqual(['Pedal 2']);
  expect(powerTables.map(({ heads, rows }) => [heads[0], rows])).toEqual([
    [
      'Feeds',
      [
        ['supply OUT 1', '9 V', 'Pedal 1', '95 of 100 mA: too much'],
        ['supply in all', '', 'Pedal 1', '95 of 500 mA'],
      ],
    ],
    ['Mains plug', [['supply', 'not read', 'not noted', '']]],
  ]);
  const amplified = sheetOf(build('guitar, valve head, cab 16', 'valve-head/spk-16 = cabinet/in'), null);
  expect(amplified.powerTables.at(-1)?.rows).toEqual([
    ['Valve head', 'SPK 16 Ω', '16 Ω', 'Cabinet 100 %, 20 W'],
  ]);
});

test('shields that are open, and what was heard of them, stand on the sheet', () => {
  const lifted = edited(fourCable(), {
    edit: 'setLeadBreak',
    arguments: { id: 'lead-5', break: { kind: 'lift', end: 'to' } },
  });
  expect(sheetOf(fourCable(), null).shields).toEqual([]);
  expect(sheetOf(lifted, null).shields).toMatchObject([
    { number: 5, shield: 'shield lifted at the far end', heard: [] },
  ]);
});
