import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseNetlist, solverOf } from '../circuit';
import { inSetting, type Rig } from '../model';
import { stretchesAlong } from '../network';
import { traceIn } from '../signal';
import { edited } from '../testing/build';
import { wired } from '../testing/order';
import { figure, set } from '../testing/short-edits';
import {
  drivesAlong,
  GRID,
  leadTones,
  MARKS,
  stageChange,
  straightWords,
  toneAlong,
  toneCaption,
  type ToneRoute,
} from './index';

const setting = (rig: Rig) => inSetting(rig, { variant: null, sound: rig.sounds[0]!.id });

function tonesOf(rig: Rig): readonly ToneRoute[] {
  const of = setting(rig);
  return traceIn(of).paths.flatMap((path) => toneAlong(of, path) ?? []);
}
const toneOf = (rig: Rig): ToneRoute => tonesOf(rig)[0]!;
const drivesOf = (rig: Rig) => drivesAlong(setting(rig), toneOf(rig).parts);

/** Leads by their number, each so long. */
const lengths = (rig: Rig, metres: Readonly<Record<number, number>>): Rig =>
  edited(
    rig,
    ...rig.leads.flatMap(({ id, number }) =>
      metres[number] === undefined
        ? []
        : [{ edit: 'setLeadLength', arguments: { id, lengthM: metres[number], by: 'hand' } } as const],
    ),
  );
const turned = (rig: Rig, box: string, control: string, position: number): Rig =>
  edited(rig, {
    edit: 'setControl',
    arguments: { box, control, position, basis: null, scope: { layer: 'rest' } },
  });

/** Decibels of a netlist written by hand. */
function db(lines: readonly string[], hertz: readonly number[]): readonly number[] {
  const { re, im } = solverOf(parseNetlist(['t', 'V1 drv 0 AC 1', ...lines].join('\n')), ['out']).run(hertz);
  return hertz.map((_, i) => 20 * Math.log10(Math.hypot(re[0]![i]!, im[0]![i]!)));
}
const GUITAR = [
  'R1 drv m 8200',
  'L1 m pu 4.6',
  'Re m pu 500k',
  'C1 pu 0 140p',
  'Rt pu t 500k',
  'Ct t 0 22n',
  'Rvt pu j 0.1',
  'Rvb j 0 500k',
  'Ci j 0 100p',
];
const cable = (name: string, from: string, to: string, metres: number) => [
  `Ca${name} ${from} 0 ${metres * 50e-12}`,
  `Rc${name} ${from} ${to} ${metres * 0.08}`,
  `Cb${name} ${to} 0 ${metres * 50e-12}`,
];
const AMP = ['Ri out 0 1meg', 'Cin out 0 86.6p'];
const STRAIGHT = [...GUITAR, ...cable('0', 'j', 'out', 5.5), ...AMP];
const HZ = [500, ...MARKS];
/** What is left of a difference at the marks once it is none at 500 Hz. */
const differs = (
  rig: readonly (readonly string[])[],
  straight: readonly (readonly string[])[] = [STRAIGHT],
) => {
  const sum = (all: readonly (readonly string[])[], at: number) =>
    all.reduce((total, lines) => total + db(lines, HZ)[at]!, 0);
  const level = sum(rig, 0) - sum(straight, 0);
  return MARKS.map((_, i) => sum(rig, i + 1) - sum(straight, i + 1) - level);
};
const close = (a: readonly number[], b: readonly number[], digits = 4) =>
  a.forEach((value, i) => expect(value).toBeCloseTo(b[i]!, digits));

const straight = () => wired('guitar, combo', 'GUITAR > COMBO');

describe('the front part', () => {
  test('by the lead that straight-in is played by nothing differs, at any of 97 frequencies', () => {
    const tone = toneOf(lengths(straight(), { 1: 5.5 }));
    expect(GRID).toHaveLength(97);
    expect([GRID[0], GRID[96]]).toEqual([80, 8_000]);
    expect(Math.max(...tone.difference.map(Math.abs))).toBeLessThan(1e-9);
    expect(tone.response).toEqual(tone.straight);
    expect(straightWords(setting(straight()), tone)).toBe('5.5 m into Combo');
  });

  test('a longer lead: as two circuits written by hand', () => {
    const tone = toneOf(lengths(straight(), { 1: 12 }));
    close(tone.marksDb, differs([[...GUITAR, ...cable('1', 'j', 'out', 12), ...AMP]]));
    expect(tone.dull.db).toBeLessThan(-4);
    expect(tone.steps.map(({ ownDb }) => ownDb)).toEqual([tone.marksDb[2]]);
  });

  test('the house has another lead: 3 m of 150 pF/m', () => {
    const rig = edited(
      lengths(straight(), { 1: 3 }),
      { edit: 'setLimit', arguments: { limit: 'toneLeadM', value: 3 } },
      { edit: 'setLimit', arguments: { limit: 'toneLeadPfPerM', value: 150 } },
      { edit: 'setCable', arguments: { id: 'lead-1', faradPerM: 150e-12 } },
    );
    expect(Math.max(...toneOf(rig).difference.map(Math.abs))).toBeLessThan(1e-9);
  });

  test('a buffer ends the stretch: the product of both, what the stage itself does left out', () => {
    const rig = lengths(wired('guitar, buffer, combo', 'GUITAR > BUFFER > COMBO'), { 1: 4, 2: 9 });
    const buffer = rig.boxes.find(({ id }) => id === 'buffer')!;
    const into = buffer.jacks.find(({ direction }) => direction === 'in')!.modes[0]!;
    const out = buffer.jacks.find(({ direction }) => direction === 'out')!.modes[0]!;
    const first = [
      ...GUITAR,
      ...cable('1', 'j', 'out', 4),
      `Ri out 0 ${into.rIn!.value}`,
      `Cin out 0 ${into.cIn!.value}`,
    ];
    const second = [`Ro drv j ${out.rOut!.value}`, ...cable('2', 'j', 'out', 9), ...AMP];
    close(toneOf(rig).marksDb, differs([first, second]));
    expect(
      drivesOf(rig).map(({ box, ohm, leads }) => [box.id, Number(ohm.toPrecision(3)), leads.length]),
    ).toEqual([
      ['guitar', 8010, 1],
      ['buffer', out.rOut!.value, 1],
    ]);
  });

  test('beside a wire in its place a buffer changes what is reckoned by hand: its own input goes with it', () => {
    const rig = edited(
      lengths(wired('guitar, buffer, combo', 'GUITAR > BUFFER > COMBO'), { 1: 4, 2: 9 }),
      figure('buffer', { on: 'mode', jack: 'in', mode: 'as-built', field: 'rIn' }, 100_000),
    );
    const of = setting(rig);
    const [ahead, behind] = stretchesAlong(of, traceIn(of).paths[0]!);
    const [input, output] = (['in', 'out'] as const).map(
      (way) =>
        rig.boxes.find(({ id }) => id === 'buffer')!.jacks.find(({ direction }) => direction === way)!
          .modes[0]!,
    );
    const first = [
      ...GUITAR,
      ...cable('1', 'j', 'out', 4),
      'Ri out 0 100k',
      `Cin out 0 ${input!.cIn!.value}`,
    ];
    const second = [`Ro drv j ${output!.rOut!.value}`, ...cable('2', 'j', 'out', 9), ...AMP];
    const wire = [...GUITAR, ...cable('1', 'j', 'x', 4), ...cable('2', 'x', 'out', 9), ...AMP];
    const [all, one, other] = [wire, first, second].map((lines) => db(lines, [...GRID, 500]));
    const change = all!.map((value, i) => value - one![i]! - other![i]!);
    const most = Math.max(...change.map((value) => Math.abs(value - change.at(-1)!)));
    expect(most).toBeGreaterThan(2);
    expect(stageChange(ahead!, behind!)).toBeCloseTo(most, 4);
  });

  test('pedals that are off load it, lead by lead, and the leads’ shares are the whole', () => {
    const rig = edited(
      lengths(wired('guitar, fuzz, overdrive, combo', 'GUITAR > FUZZ > OVRDRV > COMBO'), {
        1: 6,
        2: 1,
        3: 9,
      }),
      set('fuzz', 'fuzz', 'off'),
      set('overdrive', 'drive', 'off'),
    );
    const tone = toneOf(rig);
    expect(tone.steps.map(({ lead }) => lead.number)).toEqual([1, 2, 3]);
    expect(tone.steps.reduce((sum, { ownDb }) => sum + ownDb, 0)).toBeCloseTo(tone.marksDb[2]!, 9);
    // The long one to the amplifier loses most.
    expect(tone.steps.map(({ ownDb }) => ownDb).indexOf(Math.min(...tone.steps.map((s) => s.ownDb)))).toBe(2);
    close(tone.marksDb, tone.steps.at(-1)!.marksDb, 9);
    expect(toneCaption(tone, drivesOf(rig), 1.5)).toMatch(
      /^Most treble is lost in lead 3: −\d\.\d dB at 5 kHz, driven by Guitar, 8\.01 kΩ\. Against straight in −\d+\.\d dB at \d\.\d+ kHz, over the limit of 1\.5 dB\.$/,
    );
  });

  test('what is farther from straight in is told, at its frequency: treble that is lost, or a peak', () => {
    const rig = lengths(wired('guitar, combo', 'GUITAR > COMBO'), { 1: 5.5 });
    const tone = toneOf(rig);
    const caption = (dull: number, peak: number) =>
      toneCaption(
        { ...tone, dull: { db: dull, hz: 6_300 }, peak: { db: peak, hz: 3_200 } },
        drivesOf(rig),
        1.5,
      );
    expect(caption(-2.1, 1)).toContain('Against straight in −2.1 dB at 6.3 kHz, over the limit of 1.5 dB.');
    expect(caption(-1.2, 2.5)).toContain('Against straight in +2.5 dB at 3.2 kHz, over the limit of 1.5 dB.');
    expect(caption(-1.2, 1)).toContain('Against straight in at most −1.2 dB at 6.3 kHz.');
  });

  test('a box that wants the pickup and is on: straight-in goes into that', () => {
    const rig = lengths(wired('guitar, fuzz, combo', 'GUITAR > FUZZ > COMBO'), { 1: 5.5, 2: 0.1 });
    const tone = toneOf(edited(rig, set('fuzz', 'fuzz', 'on')));
    expect(tone.parts[0]!.reference.into).toBe('fuzz');
    // Its own load is no fault; what is left is the short lead that it drives.
    expect(Math.abs(tone.dull.db)).toBeLessThan(0.1);
    expect(toneOf(edited(rig, set('fuzz', 'fuzz', 'off'))).parts[0]!.reference.into).toBe('combo');
  });

  test('a volume pedal turned down drives what is behind it: (Rs + R(1 − r)) beside R r', () => {
    const rig = turned(
      lengths(wired('guitar, volume pedal, combo', 'GUITAR > VOLUME > COMBO'), { 1: 3, 2: 8 }),
      'volume-pedal',
      'treadle',
      0.5,
    );
    const pot = rig.boxes.find(({ id }) => id === 'volume-pedal')!.controls[0]!.law as { ohm: number };
    const share = 0.1;
    const source = 1 / (1 / 8200 + 1 / 500e3);
    const expected = 1 / (1 / (source + pot.ohm * (1 - share)) + 1 / (pot.ohm * share));
    const [guitar, volume] = drivesOf(rig);
    expect(guitar!.leads.map(({ number }) => number)).toEqual([1]);
    expect(volume!.box.id).toBe('volume-pedal');
    expect(volume!.ohm / expected).toBeCloseTo(1, 1);
    expect(volume!.leads.map(({ number }) => number)).toEqual([2]);
    // 8 m and the input, from that resistance.
    expect(volume!.farad).toBeCloseTo(886.6e-12, 14);
    expect(volume!.figure.hz).toBeCloseTo(1 / (2 * Math.PI * volume!.ohm * 886.6e-12), 0);
    expect(toneCaption(toneOf(rig), drivesOf(rig), 1.5)).toContain('in lead 2');
  });
});

describe('other sources, other ends', () => {
  test('an active guitar is told by itself through 1 m', () => {
    const tone = toneOf(lengths(wired('active guitar, combo', 'ACTIVE > COMBO'), { 1: 1 }));
    expect(tone.parts[0]!.reference.lengthM).toBe(1);
    expect(Math.max(...tone.difference.map(Math.abs))).toBeLessThan(1e-9);
  });

  test('without an amplifier straight-in ends in 1 Mohm; a bass in the house’s 4.7, a piezo in its 10', () => {
    const into = (line: string, chain: string) => toneOf(wired(line, chain)).parts[0]!.reference;
    expect(into('guitar, di, desk', 'GUITAR > PASSIVE > DESK[mix-1]')).toMatchObject({
      ohm: 1e6,
      into: null,
    });
    expect(into('bass, combo', 'BASS > COMBO')).toMatchObject({ ohm: 4.7e6, into: null, lengthM: 5.5 });
    expect(into('acoustic, di, desk', 'ACSTC > PASSIVE > DESK[mix-1]')).toMatchObject({
      ohm: 10e6,
      into: null,
    });
  });

  test('a passive DI on a piezo takes its bass; treble is what is judged as dull', () => {
    const tone = toneOf(wired('acoustic, di, desk', 'ACSTC > PASSIVE > DESK[mix-1]'));
    expect(tone.difference[0]).toBeLessThan(-6);
    expect(tone.dull.hz).toBeGreaterThanOrEqual(1_000);
  });
});

describe('loops', () => {
  const CHAIN =
    'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';
  const fourCable = () => wired('guitar, unit, valve head, cab 16', CHAIN);

  test('a send by its leads and a unit to the return, against both joined, is added', () => {
    const rig = fourCable();
    const tone = toneOf(rig);
    expect(tone.parts.map(({ kind, stretches }) => [kind, stretches.length])).toEqual([
      ['front', 2],
      ['loop', 2],
    ]);
    expect(tone.parts[1]!.reference).toMatchObject({ kind: 'joined', into: 'valve-head' });
    // A long send lead on a valve's cathode loses treble, and nothing of the front has changed.
    const send = tone.steps[2]!.lead.number;
    const long = toneOf(lengths(rig, { [send]: 60 }));
    expect(long.steps[1]!.marksDb).toEqual(tone.steps[1]!.marksDb);
    expect(long.steps[2]!.ownDb).toBeLessThan(tone.steps[2]!.ownDb - 1);
  });

  test('nothing is told behind the loudspeaker, nor of a box without leads', () => {
    const rig = wired('guitar, combo, mic, desk', 'GUITAR > COMBO');
    expect(toneOf(rig).steps.map(({ to }) => to.box)).toEqual(['combo']);
  });
});

describe('laws', () => {
  test('above the shorter lead’s resonance a longer lead, or more pF/m, never brings treble', () => {
    let met = 0;
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 15, noNaN: true }),
        fc.double({ min: 0.2, max: 10, noNaN: true }),
        fc.boolean(),
        (metres, more, byCable) => {
          const short = lengths(straight(), { 1: metres });
          const long = byCable
            ? edited(short, {
                edit: 'setCable',
                arguments: {
                  id: 'lead-1',
                  faradPerM: (100e-12 * (metres + Math.min(more, 8 * metres))) / metres,
                },
              })
            : lengths(straight(), { 1: metres + more });
          const [a, b] = [toneOf(short), toneOf(long)];
          // Of the coil with all that hangs on it: from there on the capacitance alone decides.
          const resonance = 1 / (2 * Math.PI * Math.sqrt(4.6 * (326.6e-12 + metres * 100e-12)));
          const peak = GRID.findIndex((hertz) => hertz >= resonance);
          if (peak < 0) return;
          // Both are told against their own level at 500 Hz, which a lead does not move by a hundredth.
          for (let i = peak; i < GRID.length; i += 1) {
            expect(b.response[i]).toBeLessThanOrEqual(a.response[i]! + 0.02);
            met += 1;
          }
        },
      ),
      { numRuns: 60 },
    );
    expect(met).toBeGreaterThan(500);
  });
});

describe('what leads show', () => {
  test('of two ways the worse; where what drives them begins and ends', () => {
    const rig = lengths(
      wired('guitar, splitter, combo, valve combo with loop', 'GUITAR > SPLTTR { > COMBO | > VALVE }'),
      { 1: 3, 2: 1, 3: 40 },
    );
    // One lead drives both ways, and each has a straight-in of its own.
    const straight = tonesOf(rig).map(({ parts }) => parts[0]!.reference.into);
    expect(straight).toHaveLength(2);
    expect(new Set(straight)).toEqual(new Set(['combo', 'valve-combo-with-loop']));
    const leads = leadTones(setting(rig));
    const of = (number: number) => leads.get(rig.leads.find((lead) => lead.number === number)!.id)!;
    expect([1, 2, 3].map((n) => [of(n).begins, of(n).ends])).toEqual([
      [true, true],
      [true, true],
      [true, true],
    ]);
    expect(of(1).drive.box.id).toBe('guitar');
    expect(of(1).db).toBe(Math.min(...tonesOf(rig).map(({ steps }) => steps[0]!.marksDb[2]!)));
    // 40 m on a splitter's isolated output lose more than 1 m on the other.
    const last = tonesOf(rig).map(({ steps }) => steps.at(-1)!);
    const own = (n: number) => last.find(({ lead }) => lead.number === n)!.ownDb;
    expect(own(3)).toBeLessThan(own(2));
  });
});
