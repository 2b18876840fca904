import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { curveOf, parseNetlist } from '../circuit';
import type { EditCall } from '../edits';
import type { Band, EqSetting, Scope } from '../model';
import { build, edited } from '../testing/build';
import { eqView, eqWords } from './along';
import { bandDb, bandsOf, eqDb } from './bands';
import { bandsText, parseBands } from './text';

const REST: Scope = { layer: 'rest' };
const SOUND = { variant: null, sound: 'sound-1' } as const;
const bands: fc.Arbitrary<Band> = fc.record({
  type: fc.constantFrom('peak' as const, 'low-shelf' as const, 'high-shelf' as const),
  hz: fc.double({ min: 40, max: 8_000, noNaN: true }),
  q: fc.double({ min: 0.4, max: 5, noNaN: true }),
});

describe('a band', () => {
  test('a peak has its gain at its frequency and none far off; shelves half of theirs there, all of it beyond', () => {
    fc.assert(
      fc.property(bands, fc.double({ min: -15, max: 15, noNaN: true }), (band, gain) => {
        const at = (ratio: number) => bandDb(band, gain, band.hz * ratio);
        const [low, here, high] = [at(1e-4), at(1), at(1e4)];
        const close = (a: number, b: number) => expect(a).toBeCloseTo(b, 3);
        close(here, band.type === 'peak' ? gain : gain / 2);
        close(low, band.type === 'low-shelf' ? gain : 0);
        close(high, band.type === 'high-shelf' ? gain : 0);
      }),
    );
  });

  test('as much down as up: the two undo each other at every frequency', () => {
    fc.assert(
      fc.property(
        bands,
        fc.double({ min: -15, max: 15, noNaN: true }),
        fc.double({ min: 20, max: 20_000, noNaN: true }),
        (band, gain, hertz) =>
          expect(bandDb(band, gain, hertz) + bandDb(band, -gain, hertz)).toBeCloseTo(0, 9),
      ),
    );
  });

  test('a peak of +12 dB at 1 kHz, Q 1, is that of the circuit with the same poles', () => {
    // A resonant circuit in series with a resistor, its voltage added: H = (s² + s A/Q + 1)/(s² + s/(A Q) + 1).
    const a = 10 ** (12 / 40);
    const omega = 2 * Math.PI * 1_000;
    const ohm = 1 / a;
    const netlist = parseNetlist(
      [
        't',
        'V1 s 0 AC 1',
        `L1 s a ${1 / omega}`,
        `C1 a b ${1 / omega}`,
        `R1 b 0 ${ohm}`,
        `E1 out s b 0 ${a * a - 1}`,
      ].join('\n'),
    );
    const hertz = Float64Array.of(100, 500, 1_000, 1_800, 6_000);
    const { magnitudeDb } = curveOf(netlist, 'out', hertz);
    hertz.forEach((hz, i) =>
      expect(bandDb({ type: 'peak', hz: 1_000, q: 1 }, 12, hz)).toBeCloseTo(magnitudeDb[i]!, 6),
    );
  });

  test('cuts are 3 dB down at their frequency and 12 dB an octave beyond', () => {
    const cut: EqSetting = { gainsDb: [], lowCutHz: 100, highCutHz: 5_000 };
    expect(eqDb([], cut, 100)).toBeCloseTo(-3.01, 2);
    expect(eqDb([], cut, 5_000)).toBeCloseTo(-3.01, 2);
    expect(eqDb([], cut, 12.5) - eqDb([], cut, 25)).toBeCloseTo(-12.04, 1);
    expect(eqDb([], cut, 700)).toBeCloseTo(0, 2);
  });
});

describe('along a way', () => {
  const set = (box: string, block: string, eq: EqSetting | null, scope: Scope = REST): EditCall => ({
    edit: 'setEq',
    arguments: { box, block, eq, scope },
  });
  const rig = () =>
    edited(
      build(
        'guitar, eq, od, valve head, graphic eq, cabinet 16',
        'guitar/out > graphic-equaliser/in',
        'graphic-equaliser/out > overdrive/in',
        'overdrive/out > valve-head/input',
        'valve-head/send > graphic-equaliser-2/in',
        'graphic-equaliser-2/out > valve-head/return',
        'valve-head/spk-16 = cabinet/in',
      ),
      ...['graphic-equaliser', 'graphic-equaliser-2'].map((box): EditCall => ({
        edit: 'setBlockState',
        arguments: { box, block: 'eq', state: 'on', scope: REST },
      })),
    );

  test('ahead of the preamp it is felt, behind it is tone; each with its own curve', () => {
    expect(eqView(rig(), SOUND, 0)).toBeNull();
    const noted = edited(
      rig(),
      set('graphic-equaliser', 'eq', { gainsDb: [0, 0, 0, 6] }),
      set('graphic-equaliser-2', 'eq', { gainsDb: [-3] }),
    );
    const view = eqView(noted, SOUND, 0)!;
    expect(view.gain).toMatch(/Preamp of Valve head/);
    expect(view.lines.map(({ side, words }) => [side, words])).toEqual([
      ['ahead', '800 +6 dB'],
      ['after', '100 −3 dB'],
    ]);
    const at = (curve: readonly number[], hertz: number) => curve[view.hz.findIndex((hz) => hz >= hertz)]!;
    expect(Math.max(...view.ahead)).toBeCloseTo(6, 1);
    expect(at(view.ahead, 100)).toBeLessThan(1);
    expect(at(view.after, 100)).toBeCloseTo(-3, 1);
  });

  test('a sound has its own setting; taken back it has that at rest', () => {
    const inSound: Scope = { layer: 'sound', id: 'sound-1' };
    const noted = edited(
      rig(),
      set('graphic-equaliser', 'eq', { gainsDb: [1] }),
      set('graphic-equaliser', 'eq', { gainsDb: [2], lowCutHz: 80 }, inSound),
    );
    expect(eqView(noted, SOUND, 0)!.lines[0]!.words).toBe('100 +2 dB; low cut 80 Hz');
    const back = edited(noted, set('graphic-equaliser', 'eq', null, inSound));
    expect(eqView(back, SOUND, 0)!.lines[0]!.words).toBe('100 +1 dB');
    expect(back.sounds[0]!.state.eq).toBeUndefined();
    expect(eqView(edited(back, set('graphic-equaliser', 'eq', null)), SOUND, 0)).toBeNull();
  });

  test('what is off is not in it; other bands have their own names', () => {
    const own = edited(
      rig(),
      {
        edit: 'setBands',
        arguments: {
          box: 'graphic-equaliser',
          block: 'eq',
          bands: [
            { type: 'low-shelf', hz: 120 },
            { type: 'peak', hz: 2_500, q: 2 },
          ],
        },
      },
      set('graphic-equaliser', 'eq', { gainsDb: [-4, 2.5], highCutHz: 7_000 }),
    );
    const block = own.boxes.find(({ id }) => id === 'graphic-equaliser')!.blocks[0]!;
    expect(bandsOf(block)).toHaveLength(2);
    expect(eqWords(block, block.eq!)).toBe('120 −4, 2.5k +2.5 dB; high cut 7000 Hz');
    const off = edited(own, {
      edit: 'setBlockState',
      arguments: { box: 'graphic-equaliser', block: 'eq', state: 'off', scope: REST },
    });
    expect(eqView(off, SOUND, 0)).toBeNull();
  });
});

test('bands are written as they are typed, and read back', () => {
  const text = '120 low, 400, 2.5k q2, 8k high';
  expect(parseBands(text)).toEqual([
    { type: 'low-shelf', hz: 120 },
    { type: 'peak', hz: 400 },
    { type: 'peak', hz: 2_500, q: 2 },
    { type: 'high-shelf', hz: 8_000 },
  ]);
  expect(bandsText(parseBands(text)!)).toBe(text);
  for (const bad of ['', 'loud', '0', '100, x', '100 wide']) expect(parseBands(bad)).toBeNull();
});
