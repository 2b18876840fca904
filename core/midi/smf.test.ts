// Files of MIDI read by a library and by a second reader of our own, byte for byte.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { writeSmf, type Marked } from './index';

/** Reads a track by itself: times, markers, channel messages as bytes. */
function readTrack(file: Uint8Array) {
  const ascii = (at: number, length: number) => String.fromCharCode(...file.slice(at, at + length));
  const number = (at: number, bytes: number) =>
    file.slice(at, at + bytes).reduce((sum, byte) => sum * 256 + byte, 0);
  if (ascii(0, 4) !== 'MThd' || number(4, 4) !== 6 || ascii(14, 4) !== 'MTrk')
    throw new Error('no such file');
  const end = 22 + number(18, 4);
  const events: { at: number; marker?: string; bytes?: number[] }[] = [];
  let [at, time] = [22, 0];
  const variable = () => {
    let value = 0;
    for (;;) {
      const byte = file[at++]!;
      value = value * 128 + (byte & 127);
      if (byte < 128) return value;
    }
  };
  while (at < end) {
    time += variable();
    const status = file[at++]!;
    if (status === 0xff) {
      const type = file[at++];
      const length = variable();
      const data = file.slice(at, at + length);
      at += length;
      if (type === 6) events.push({ at: time, marker: new TextDecoder().decode(data) });
    } else {
      const length = (status & 0xf0) === 0xc0 ? 1 : 2;
      events.push({ at: time, bytes: [status, ...file.slice(at, at + length)] });
      at += length;
    }
  }
  return {
    format: number(8, 2),
    tracks: number(10, 2),
    division: number(12, 2),
    events,
    isWhole: at === end && end === file.length,
  };
}

const SET: readonly Marked[] = [
  { name: 'Overture', messages: [[0xc0, 22]] },
  {
    name: 'Sturm – Ende',
    messages: [
      [0xb4, 0, 2],
      [0xb4, 32, 0],
      [0xc4, 44],
    ],
  },
  { name: 'Nothing', messages: [] },
];

describe('a file of the set', () => {
  test('a library reads its markers and messages, a bar apart', () => {
    const { header, tracks } = parseMidi(writeSmf('Pit', SET));
    expect(header).toMatchObject({ format: 0, numTracks: 1, ticksPerBeat: 480 });
    const said = tracks[0]!.map((event) =>
      event.type === 'programChange'
        ? ['program', event.deltaTime, event.channel, event.programNumber]
        : event.type === 'controller'
          ? ['control', event.deltaTime, event.channel, event.controllerType, event.value]
          : [event.type, event.deltaTime],
    );
    expect(said).toEqual([
      ['trackName', 0],
      ['setTempo', 0],
      ['marker', 0],
      ['program', 0, 0, 22],
      ['marker', 1920],
      ['control', 0, 4, 0, 2],
      ['control', 0, 4, 32, 0],
      ['program', 0, 4, 44],
      ['marker', 1920],
      ['endOfTrack', 1920],
    ]);
  });

  test('a second reader finds the same', () => {
    const { format, tracks, division, events, isWhole } = readTrack(writeSmf('Pit', SET));
    expect([format, tracks, division, isWhole]).toEqual([0, 1, 480, true]);
    expect(events).toEqual([
      { at: 0, marker: 'Overture' },
      { at: 0, bytes: [0xc0, 22] },
      { at: 1920, marker: 'Sturm – Ende' },
      { at: 1920, bytes: [0xb4, 0, 2] },
      { at: 1920, bytes: [0xb4, 32, 0] },
      { at: 1920, bytes: [0xc4, 44] },
      { at: 3840, marker: 'Nothing' },
    ]);
  });

  test('no sounds are a file all the same', () => {
    expect(readTrack(writeSmf('', []))).toMatchObject({ events: [], isWhole: true });
  });

  test('law: names of any length and any messages come back', () => {
    const message = fc.oneof(
      fc.tuple(fc.integer({ min: 0xc0, max: 0xcf }), fc.integer({ min: 0, max: 127 })),
      fc.tuple(
        fc.integer({ min: 0xb0, max: 0xbf }),
        fc.integer({ min: 0, max: 127 }),
        fc.integer({ min: 0, max: 127 }),
      ),
    );
    const marked = fc.record({
      name: fc.string({ maxLength: 300, unit: 'grapheme' }),
      messages: fc.array(message, { maxLength: 8 }),
    });
    fc.assert(
      fc.property(fc.array(marked, { maxLength: 6 }), (sounds) => {
        const { events, isWhole } = readTrack(writeSmf('Set', sounds));
        expect(isWhole).toBe(true);
        expect(events.flatMap(({ marker }) => marker ?? [])).toEqual(sounds.map(({ name }) => name));
        expect(events.flatMap(({ bytes }) => (bytes ? [bytes] : []))).toEqual(
          sounds.flatMap(({ messages }) => messages.map((one) => [...one])),
        );
      }),
      { numRuns: 60 },
    );
  });
});
