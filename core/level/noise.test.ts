import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseNetlist } from '../circuit';
import { inSetting, type Rig } from '../model';
import { trace } from '../signal';
import { build, edited, SOUND } from '../testing/build';
import { set } from '../testing/short-edits';
import { dbuOf, powerSum, thermalDbu } from './chain';
import { levelsAlong } from './index';
import { stageNoise, thermalAt } from './noise';

const partOf = (...lines: readonly string[]) => ({
  elements: parseNetlist(['t', ...lines].join('\n')).elements,
  ends: 'out',
});
const stopsOf = (rig: Rig) => levelsAlong(inSetting(rig, SOUND), trace(rig, SOUND).paths[0]!).stops;
const noiseAt = (rig: Rig, id: string) => stopsOf(rig).find(({ part }) => part.id === id)!.noiseDbu;

describe('thermal noise', () => {
  test.each([
    [1e3, -122.7],
    [10e3, -112.7],
    [1e6, -92.7],
  ])('of %d ohm is %d dBu, as the formula has it', (ohm, dbu) => {
    const noise = thermalAt(partOf(`R1 drv out ${ohm}`));
    expect(noise).toBeCloseTo(dbu, 1);
    expect(noise).toBeCloseTo(thermalDbu(ohm), 4);
  });

  test('of a humbucker with its controls, 710 pF in all and 1 Mohm it is −110.4 dBu', () => {
    const humbucker = partOf(
      'R1 drv m 8200',
      'L1 m out 4.6',
      'C1 out 0 710p',
      'R2 out 0 500k',
      'R3 out t 500k',
      'C2 t 0 22n',
      'R4 out 0 1meg',
    );
    expect(thermalAt(humbucker)).toBeCloseTo(-110.4, 1);
  });

  test('a capacitor across it never adds, and two inputs side by side have less than one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 1e6, noNaN: true }),
        fc.double({ min: 1e-12, max: 1e-7, noNaN: true }),
        (ohm, farad) => {
          const bare = thermalAt(partOf(`R1 drv out ${ohm}`));
          expect(thermalAt(partOf(`R1 drv out ${ohm}`, `C1 out 0 ${farad}`))).toBeLessThanOrEqual(
            bare + 1e-6,
          );
          expect(thermalAt(partOf(`R1 drv out ${ohm}`, `R2 out 0 ${ohm}`))).toBeCloseTo(
            bare + 10 * Math.log10(0.5),
            3,
          );
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('noise along a route', () => {
  const rig = (...edits: Parameters<typeof edited>[1][]) =>
    edited(
      build('guitar, od, combo', 'guitar/out > overdrive/in', 'overdrive/out > combo/input'),
      set('overdrive', 'drive', 'on'),
      ...edits,
    );

  test('a pickup into a drive that is on: its own hiss at the input, the drive’s carried by its gain', () => {
    const input = noiseAt(rig(), 'overdrive/in');
    expect(input).toBeGreaterThan(-114);
    expect(input).toBeLessThan(-106);
    const drive = rig()
      .boxes.find(({ id }) => id === 'overdrive')!
      .blocks[0]!.states.find(({ id }) => id === 'on')!;
    const gain = drive.gainSmallDb!.value + (drive.levelAfterDb?.value ?? 0);
    const knob = stopsOf(rig()).find(({ part }) => part.id === 'overdrive/drive')!;
    // What is turned down behind it takes from both alike.
    const level = knob.noiseDbu - powerSum(powerSum(input, -103) + gain, -95);
    expect(level).toBeLessThanOrEqual(0.01);
    expect(knob.noiseDbu).toBeGreaterThan(input + 10);
  });

  test('off, the wire adds nothing; a noted figure takes the place of what is usual', () => {
    const off = edited(rig(), set('overdrive', 'drive', 'off'));
    expect(noiseAt(off, 'combo/input')).toBeLessThan(-105);
    const hissing = rig({
      edit: 'setFigure',
      arguments: {
        box: 'overdrive',
        at: { on: 'state', block: 'drive', state: 'on', field: 'noiseInDbu' },
        figure: { value: -80, source: 'measured' },
      },
    });
    expect(noiseAt(hissing, 'overdrive/drive') - noiseAt(rig(), 'overdrive/drive')).toBeGreaterThan(15);
  });

  test('a converter adds its own at the input and 108 dB below its maximum at the output', () => {
    const unit = build(
      'guitar, unit, combo',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > combo/input',
    );
    const out = unit.boxes
      .find(({ id }) => id === 'multi-effects')!
      .jacks.find(({ id }) => id === 'out-1-l')!;
    const most = out.modes.find(({ id }) => id === out.mode)!.maxDbu!.value;
    expect(noiseAt(unit, 'multi-effects/input')).toBeGreaterThan(-105);
    expect(noiseAt(unit, 'multi-effects/out-1-l')).toBeGreaterThanOrEqual(most - 108);
  });

  test('what is usual of a stage goes by its role and kind of effect, and a digital block adds none', () => {
    const kinds = build('guitar, fuzz, delay, buffer, combo, unit').boxes;
    const of = (box: string, block: number, state: string) => {
      const own = kinds.find(({ id }) => id === box)!;
      const at = own.blocks[block]!;
      return stageNoise(own, at, at.states.find(({ id }) => id === state) ?? at.states[0]!);
    };
    expect(of('fuzz', 0, 'on')).toEqual({ inDbu: -103, outDbu: -95 });
    expect(of('buffer', 0, 'on')).toEqual({ inDbu: -112, outDbu: -112 });
    expect(of('multi-effects', 0, 'on').inDbu).toBeLessThan(-200);
    expect(dbuOf(0)).toBeLessThan(-200);
  });
});
