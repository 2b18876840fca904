// Simulated receivers take bytes one by one: running status, clock between bytes, what is not theirs, banks that stay.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  displayOf,
  lampOf,
  POWERED_UP,
  readHex,
  readProgram,
  receiveAll,
  selectBytes,
  selectOf,
  STAND_INS,
  type ReceiverFacts,
} from './index';

const facts = (id: string): ReceiverFacts => STAND_INS.find((one) => one.id === id)!.facts;
const hex = (text: string) => {
  const read = readHex(text);
  if ('refused' in read) throw new Error(read.refused);
  return read.bytes;
};
const after = (id: string, text: string) => receiveAll(facts(id), POWERED_UP, hex(text));
const shown = (id: string, text: string) => displayOf(facts(id), after(id, text).state);

test.each<readonly [string, string, string]>([
  ['from-0', 'C0 16', '22'],
  ['from-1', 'C0 16', '23'],
  ['from-1', 'B0 00 00 B0 20 01 C0 00', '129'],
  ['four-letters', 'C0 2E', '12C'],
  ['four-letters', 'B0 00 01 B0 20 00 C0 00', '33A'],
  ['amplifier', 'C0 02', '3'],
  ['switcher', 'C0 06', '2-3'],
])('%s takes %s and shows %s', (id, bytes, display) => {
  expect(shown(id, bytes)).toBe(display);
});

describe('byte by byte', () => {
  test('nothing is known before the first call', () => {
    expect(displayOf(facts('from-0'), POWERED_UP)).toBe('–');
    expect(shown('from-0', '')).toBe('–');
  });

  test('running status: a second program without its status byte', () => {
    expect(after('from-0', 'C0 05 07').log.map(({ bytes, did }) => [bytes.length, did])).toEqual([
      [2, 'shows 5'],
      [1, 'shows 7'],
    ]);
  });

  test('clock between the bytes of a message ends nothing', () => {
    const { state, log } = after('from-0', 'C0 F8 16');
    expect([displayOf(facts('from-0'), state), log.map(({ words }) => words)]).toEqual([
      '22',
      ['F8, passed over', 'channel 1, program 22 on the wire'],
    ]);
  });

  test('what stands between F0 and F7 is passed over, and so is data that belongs to nothing', () => {
    expect(shown('from-0', 'F0 7D C0')).toBe('–');
    expect(shown('from-0', 'F0 7D 05 F7 C0 09')).toBe('9');
    expect(shown('from-0', '05 C0 09')).toBe('9');
    expect(shown('from-0', 'C0 F1 05')).toBe('–');
  });

  test('a message that is not whole is told, and does nothing', () => {
    const { log } = after('from-0', 'C0 05 B0 20');
    expect(log.map(({ words }) => words)).toEqual([
      'channel 1, program 5 on the wire',
      'no message, or one that is not whole',
    ]);
  });

  test('another channel is not heard, unless it hears them all', () => {
    expect(after('from-0', 'C1 05').log[0]!.did).toBe('not for its channel');
    const omni = { ...facts('from-0'), channel: 0 };
    expect(displayOf(omni, receiveAll(omni, POWERED_UP, hex('C1 05')).state)).toBe('5');
  });

  test('the bank that was told last stays in force', () => {
    expect(shown('from-1', 'B0 20 02 C0 00 C0 01')).toBe('258');
  });

  test('a program that it has not leaves it where it is', () => {
    const { state, log } = after('amplifier', 'C0 01 C0 09');
    expect([lampOf(facts('amplifier'), state), log[1]!.did]).toEqual([
      'crunch',
      'has no such program, stays',
    ]);
  });

  test('control changes: on from 64, a bank further, a toggle from nobody knows where', () => {
    expect(after('amplifier', 'B0 14 40 B0 14 3F').log.map(({ did }) => did)).toEqual([
      'boost on',
      'boost off',
    ]);
    expect(shown('switcher', 'C0 02 B0 6A 7F')).toBe('2-3');
    const turning = {
      ...facts('from-0'),
      controls: [{ id: 'delay', cc: 20, does: 'toggle' as const, name: 'delay' }],
    };
    expect(receiveAll(turning, POWERED_UP, hex('B0 14 7F B0 14 00')).log.map(({ did }) => did)).toEqual([
      'delay turned, to what is unknown',
      '',
    ]);
  });
});

test('two functions of one name are switched each by itself', () => {
  const twins = {
    ...facts('from-0'),
    controls: [20, 21].map((cc) => ({ id: `cc-${cc}`, cc, does: 'switch' as const, name: 'Delay' })),
  };
  const { state } = receiveAll(twins, POWERED_UP, hex('B0 14 7F B0 15 00'));
  expect([...state.switched]).toEqual([
    ['cc-20', true],
    ['cc-21', false],
  ]);
});

test('hex is read as people write it, and refused by the word that is none', () => {
  expect(readHex('0xC0,16; b0 00 02')).toEqual({ bytes: [0xc0, 0x16, 0xb0, 0, 2] });
  expect(readHex('C016')).toEqual({ bytes: [0xc0, 0x16] });
  expect(readHex('C0 1')).toEqual({ refused: expect.stringMatching(/^“1” is no byte/) });
});

test('law: what a display is to show is what it shows, on every stand-in', () => {
  fc.assert(
    fc.property(fc.constantFrom(...STAND_INS), fc.integer({ min: 0, max: 200 }), (one, index) => {
      const select = selectOf(one.facts.banking, index);
      fc.pre('program' in select && (one.facts.lamps?.has(index) ?? true));
      if (!('program' in select)) return;
      const { state } = receiveAll(one.facts, POWERED_UP, selectBytes(1, select));
      const read = readProgram(one.facts.counting, displayOf(one.facts, state));
      expect(read).toEqual({ index });
    }),
  );
});
