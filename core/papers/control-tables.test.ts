import { expect, test } from '@jest/globals';
import { build, edited } from '../testing/build';
import { calledStage } from '../testing/called-stage';
import { sheetOf } from './index';

const tables = (rig: Parameters<typeof sheetOf>[0]) =>
  new Map(sheetOf(rig, null).controlTables.map(({ title, rows }) => [title, rows]));

test('the sheet says which switch does what, and what is dialled for each sound as its sender counts', () => {
  const rig = calledStage({
    edit: 'setMidi',
    arguments: { box: 'midi-footswitch', midi: { countsFrom: 1, programs: 128, bankBytes: 'none' } },
  });
  const told = tables(rig);
  expect(told.get('Switches')).toEqual([
    ['MIDI footswitch', '1', '1', 'Clean', ''],
    ['MIDI footswitch', '1', '2', 'Lead', ''],
    ['MIDI footswitch', '', 'BANK ▼', 'bank before', ''],
    ['MIDI footswitch', '', 'BANK ▲', 'next bank', ''],
    ['Relay footswitch', '', '1', 'Preamp of VALVE', ''],
    ['Relay footswitch', '', '2', 'leads nowhere', ''],
  ]);
  expect(told.get('Numbers to dial')).toEqual([
    ['Clean', 'MIDI delay', '7', 'MIDI footswitch', '8', 'C0 07'],
    ['Clean', 'Relay footswitch', '0', 'MIDI footswitch', '1', 'C1 00'],
    ['Lead', 'MIDI delay', '9', 'MIDI footswitch', '10', 'C0 09'],
    ['Lead', 'Relay footswitch', '1', 'MIDI footswitch', '2', 'C1 01'],
  ]);
  expect(told.has('Control changes')).toBe(false);
});

test('a control change stands with its number at both ends; what is noted otherwise than it should is told', () => {
  const rig = edited(
    calledStage({ edit: 'setDialled', arguments: { sound: 's0', box: 'midi-delay', dialled: '7' } }),
    {
      edit: 'setMidi',
      arguments: {
        box: 'midi-delay',
        midi: { channel: 1, countsFrom: 0, ccs: [{ id: 'on', cc: 20, does: 'switch', block: 'delay' }] },
      },
    },
    {
      edit: 'setSent',
      arguments: {
        box: 'midi-footswitch',
        sent: [{ id: 'd', to: 'midi-delay', ccs: [{ id: 'on', hears: 'on', cc: 21 }] }],
      },
    },
  );
  const [row] = tables(rig).get('Control changes')!;
  expect(row!.slice(0, 4)).toEqual(['Delay of MIDI delay', '1', '20', '21']);
  expect(row![4]).toMatch(/^127 on, 0 off; /);
  expect(tables(rig).get('Numbers to dial')![0]![4]).toBe('8, noted 7: lands on 6');
});

test('a board of pedals with a switch each has nothing to plan', () => {
  expect(tables(build('guitar, fuzz, delay, combo')).size).toBe(0);
});
