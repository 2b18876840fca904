import { describe, expect, test } from '@jest/globals';
import { parseNetlist, solverOf, type Netlist } from '../circuit';
import { combinationOf, inSetting, instrumentOf, pickupChoices, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { wired } from '../testing/order';
import { segmentNetlist, segmentsIn } from './index';

const HZ = [80, 500, 1_500, 3_000, 6_000, 12_000];

function db(netlist: Netlist): readonly number[] {
  const { re, im } = solverOf(netlist, ['out']).run(HZ);
  return HZ.map((_, i) => 20 * Math.log10(Math.hypot(re[0]![i]!, im[0]![i]!)));
}

/** What arrives at the amplifier, with a selector position in the sound. */
function arriving(rig: Rig, pickup: string | null): readonly number[] {
  const sound = edited(rig, { edit: 'setGuitar', arguments: { sound: 'sound-1', guitar: 'guitar', pickup } });
  const [segment] = segmentsIn(inSetting(sound, { variant: null, sound: 'sound-1' }));
  return db(segmentNetlist(segment!, segment!.into[0]!.node, 't'));
}

/** A lead of 1 nF in all into 1 Mohm, behind coils written by hand that end at `pu`. */
const byHand = (...lines: readonly string[]) =>
  db(
    parseNetlist(
      [
        't',
        'V1 drv 0 AC 1',
        ...lines,
        'C98 out 0 500p',
        'R97 j out 0.8',
        'C97 j 0 500p',
        'R96 out 0 1meg',
        'C95 out 0 86.6p',
      ].join('\n'),
    ),
  );
const CONTROLS = ['Rt pu t 500k', 'Ct t 0 22n', 'Rvt pu j 0.1', 'Rvb j 0 500k', 'Ci j 0 100p'];
const coil = (
  n: string,
  from: string,
  low: string,
  hot: string,
  [r, l]: readonly [number, number] = [8200, 4.6],
) => [
  `R${n} ${from} m${n} ${r}`,
  `L${n} m${n} ${hot} ${l}`,
  `Re${n} m${n} ${hot} 500k`,
  `C${n} ${hot} ${low} 140p`,
];

const rig = () =>
  edited(wired('guitar, combo', 'GUITAR > COMBO'), {
    edit: 'setLeadLength',
    arguments: { id: 'lead-1', lengthM: 10, by: 'hand' },
  });
const inside = (own: object) =>
  edited(rig(), { edit: 'setPickups', arguments: { box: 'guitar', block: 'pickups', inside: own } });
const pot = (control: string, law: object) =>
  edited(rig(), {
    edit: 'setPot',
    arguments: { box: 'guitar', control, pot: { type: 'pot', ohm: 500e3, taper: 'audio', ...law } },
  });
const turned = (of: Rig, control: string, position: number) =>
  edited(of, {
    edit: 'setControl',
    arguments: { box: 'guitar', control, position, basis: null, scope: { layer: 'rest' } },
  });
const close = (a: readonly number[], b: readonly number[]) =>
  a.forEach((value, i) => expect(value).toBeCloseTo(b[i]!, 4));

describe('positions of a selector', () => {
  const block = () => rig().boxes.find(({ id }) => id === 'guitar')!.blocks[0]!;

  test('one pickup after the other with both between, unless something else is noted', () => {
    expect(pickupChoices(block())).toEqual(['Bridge', 'Both', 'Neck']);
    const names = (wanted: string | null) =>
      combinationOf(block(), wanted).coils.map(({ pickup }) => pickup.id);
    expect(names('Bridge')).toEqual(['bridge']);
    expect(names('Both')).toEqual(['bridge', 'neck']);
    expect(names('Neck')).toEqual(['neck']);
    // By the name of a pickup, by nothing, by a name that there is not: one, and always one.
    expect(names('Neck humbucker')).toEqual(['neck']);
    expect(names(null)).toEqual(['bridge']);
    expect(names('gone')).toEqual(['bridge']);
    const five = { ...block(), selector: ['1', '2', '3', '4', '5'] };
    const three = { ...five, pickups: [...five.pickups, { ...five.pickups[0]!, id: 'last' }] };
    const joined = five.selector.map((at) => combinationOf(three, at).coils.map(({ pickup }) => pickup.id));
    expect(joined).toEqual([['bridge'], ['bridge', 'neck'], ['neck'], ['neck', 'last'], ['last']]);
  });

  test('a piezo is known by what it is, a bass by what is noted', () => {
    expect(instrumentOf(block())).toBe('guitar');
    const of = (line: string) =>
      instrumentOf(build(line).boxes[0]!.blocks.find(({ role }) => role === 'source')!);
    expect(of('acoustic')).toBe('piezo');
    // One piezo beside a coil makes no acoustic of it.
    const piezo = build('acoustic').boxes[0]!.blocks.find(({ role }) => role === 'source')!.pickups;
    expect(instrumentOf({ ...block(), pickups: [...block().pickups, ...piezo] })).toBe('guitar');
    expect(instrumentOf({ ...block(), pickups: [] })).toBe('guitar');
    expect(of('bass')).toBe('bass');
  });

  test('one by itself, and both in parallel, are as written by hand', () => {
    close(arriving(rig(), 'Bridge'), byHand(...coil('1', 'drv', '0', 'pu'), ...CONTROLS));
    close(
      arriving(rig(), 'Both'),
      byHand(...coil('1', 'drv', '0', 'pu'), ...coil('2', 'drv', '0', 'pu'), ...CONTROLS),
    );
  });

  test('in series one stands on top of the other, and both sources add', () => {
    const series = inside({
      combinations: [{ name: 'Both', joined: 'series', coils: [{ pickup: 'bridge' }, { pickup: 'neck' }] }],
    });
    close(
      arriving(series, 'Both'),
      byHand(...coil('1', 'drv', '0', 'x'), 'E2 s2 x drv 0 1', ...coil('2', 's2', 'x', 'pu'), ...CONTROLS),
    );
    // Over the pots twice the voltage arrives, less what the higher resistance loses.
    expect(arriving(series, 'Both')[0]! - arriving(series, 'Bridge')[0]!).toBeCloseTo(6, 0);
  });

  test('one coil of a pair: half the resistance, 0.45 of the inductance, 5 dB less beside a whole one', () => {
    const split = inside({
      combinations: [
        { name: 'Both', joined: 'parallel', coils: [{ pickup: 'bridge' }, { pickup: 'neck', half: true }] },
        { name: 'Neck', joined: 'parallel', coils: [{ pickup: 'neck', half: true }] },
      ],
    });
    const half = [4100, 2.07] as const;
    close(
      arriving(split, 'Neck'),
      byHand(`E1 s1 0 drv 0 ${10 ** (-5 / 20)}`, ...coil('1', 's1', '0', 'pu', half), ...CONTROLS),
    );
    close(
      arriving(split, 'Both'),
      byHand(
        ...coil('1', 'drv', '0', 'pu'),
        `E2 s2 0 drv 0 ${10 ** (-5 / 20)}`,
        ...coil('2', 's2', '0', 'pu', half),
        ...CONTROLS,
      ),
    );
  });

  test('out of phase two alike take each other away', () => {
    const flipped = inside({
      combinations: [
        {
          name: 'Both',
          joined: 'parallel',
          coils: [{ pickup: 'bridge' }, { pickup: 'neck', flipped: true }],
        },
      ],
    });
    for (const value of arriving(flipped, 'Both')) expect(value).toBeLessThan(-100);
  });
});

describe('controls', () => {
  const alone = coil('1', 'drv', '0', 'pu');

  test('a treble bleed keeps the treble of a volume turned down: alone, in series and in parallel with a resistor', () => {
    const down = ['Rt pu t 500k', 'Ct t 0 22n', 'Rvt pu j 450k', 'Rvb j 0 50k', 'Ci j 0 100p'];
    const half = (law: object) => arriving(turned(pot('volume', law), 'volume', 0.5), 'Bridge');
    const bleed = (more: object) => half({ bleed: { farad: 1e-9, joined: 'series', ...more } });
    close(half({}), byHand(...alone, ...down));
    close(bleed({}), byHand(...alone, ...down, 'Cb pu j 1n'));
    close(bleed({ ohm: 150e3 }), byHand(...alone, ...down, 'Cb pu b 1n', 'Rb b j 150k'));
    close(bleed({ ohm: 150e3, joined: 'parallel' }), byHand(...alone, ...down, 'Cb pu j 1n', 'Rb pu j 150k'));
  });

  test('a tone control at the wiper, another capacitor, a no-load pot, another middle, the wire to the jack', () => {
    const wiper = turned(turned(inside({ toneAt: 'wiper' }), 'volume', 0.5), 'tone', 0);
    close(
      arriving(wiper, 'Bridge'),
      byHand(...alone, 'Rvt pu j 450k', 'Rvb j 0 50k', 'Rt j t 0.1', 'Ct t 0 22n', 'Ci j 0 100p'),
    );
    close(
      arriving(turned(pot('tone', { farad: 47e-9 }), 'tone', 0), 'Bridge'),
      byHand(...alone, 'Rvt pu j 0.1', 'Rvb j 0 500k', 'Rt pu t 0.1', 'Ct t 0 47n', 'Ci j 0 100p'),
    );
    close(
      arriving(pot('tone', { taper: 'no-load' }), 'Bridge'),
      byHand(...alone, 'Rvt pu j 0.1', 'Rvb j 0 500k', 'Ci j 0 100p'),
    );
    close(
      arriving(turned(pot('volume', { mid: 0.3 }), 'volume', 0.5), 'Bridge'),
      byHand(...alone, 'Rt pu t 500k', 'Ct t 0 22n', 'Rvt pu j 350k', 'Rvb j 0 150k', 'Ci j 0 100p'),
    );
    close(
      arriving(inside({ innerFarad: { value: 400e-12, source: 'measured' } }), 'Bridge'),
      byHand(...alone, 'Rt pu t 500k', 'Ct t 0 22n', 'Rvt pu j 0.1', 'Rvb j 0 500k', 'Ci j 0 400p'),
    );
  });
});
