import { expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { parseMidi } from 'midi-file';
import { writeRig } from '../core/file';
import { build, edited } from '../core/testing/build';
import { withSounds } from '../core/testing/feet';
import { at, hum, json } from './testing';

const rig = (dialled: string) =>
  edited(
    withSounds(
      build('midi footswitch, midi delay', 'midi-footswitch/midi-out : midi-delay/midi-in'),
      'One',
      'Two',
    ),
    { edit: 'setProgram', arguments: { sound: 's0', box: 'midi-delay', shown: '22' } },
    { edit: 'setDialled', arguments: { sound: 's0', box: 'midi-delay', dialled } },
  );
const written = (dialled: string) => {
  writeFileSync(at('messages.json'), writeRig(rig(dialled)));
  return at('messages.json');
};

test('messages tells what to dial and what goes over the wire, and that it lands', async () => {
  const { stdout, status } = await hum(['messages', written('23')]);
  expect(stdout.trim().split('\n')).toEqual([
    'One: 0.64 ms on the wire',
    '  MIDI delay 22: dial 23 on MIDI footswitch, C0 16',
    'Two: sends nothing',
    'All 3 calls land: 2 from power-up and 1 from one to the next.',
  ]);
  expect(status).toBe(0);
});

test('a wrong number is an exit code of its own, and named', async () => {
  const { status, value } = await json(['messages', written('22'), '--sound', 'One']);
  expect(status).toBe(1);
  expect(value).toMatchObject({
    sounds: [
      {
        sound: 's0',
        messages: [{ from: 'midi-footswitch', hex: 'C0 15' }],
        calls: [{ shows: '22', dial: '23', hex: 'C0 16' }],
      },
    ],
    does_not_land: [{ from: null, to: 's0', box: 'midi-delay', fault: 'shows 21, is to show 22' }],
  });
});

test('--midi writes the file that a sequencer reads', async () => {
  await hum(['messages', written('23'), '--midi', at('set.mid')]);
  const events = parseMidi(readFileSync(at('set.mid'))).tracks[0]!;
  expect(events.flatMap((event) => (event.type === 'marker' ? [event.text] : []))).toEqual(['One', 'Two']);
  expect(events.filter(({ type }) => type === 'programChange')).toMatchObject([{ programNumber: 22 }]);
});
