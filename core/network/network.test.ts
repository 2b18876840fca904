import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { curveOf, parseNetlist, solverOf, writeNetlist, type Netlist } from '../circuit';
import { readRig } from '../file';
import { boxOf, inSetting, makeSound, type Block, type Jack, type Rig } from '../model';
import { edited } from '../testing/build';
import { wired } from '../testing/order';
import CASES from '../testing/segment-cases.json';
import { set } from '../testing/short-edits';
import { routeNetlist, segmentNetlist, segmentsIn, trackShare } from './index';
import { dividerOf, rheostatOf } from './pots';

const SWEEP = { by: 'dec', points: 4, from: 20, to: 20_000 } as const;
const setting = (rig: Rig, sound = rig.sounds[0]!.id, variant: string | null = null) =>
  inSetting(rig, { variant, sound });
const segments = (rig: Rig) => segmentsIn(setting(rig));
const drivenBy = (rig: Rig, box: string) => segments(rig).find(({ driver }) => driver.box === box)!;

/** Decibels at a jack, behind the source of its segment. */
function db(netlist: Netlist, hertz: number): number {
  const { re, im } = solverOf(netlist, ['out']).run([hertz]);
  return 20 * Math.log10(Math.hypot(re[0]![0]!, im[0]![0]!));
}
const at = (rig: Rig, driver: string, listener: string, hertz: number): number => {
  const segment = drivenBy(rig, driver);
  const { node } = segment.into.find(({ box }) => box === listener)!;
  return db(segmentNetlist(segment, node, 't'), hertz);
};

describe('the segments of the demo rigs', () => {
  const demo = (name: string): Rig => {
    const read = readRig(readFileSync(`demo/${name}.humrig.json`, 'utf8'));
    if (!read.ok) throw new Error(`${name} is no sound rig`);
    return read.rig;
  };
  const known = new Map(CASES.cases.map((one) => [one.netlist, one]));

  test.each(['fly-kit', 'pit-chair', 'stage-walk-on'])(
    '%s: each, in each sound, is as an independent simulator has it',
    (name) => {
      const rig = demo(name);
      let count = 0;
      for (const variant of [null, ...rig.variants.map(({ id }) => id)])
        for (const sound of rig.sounds)
          for (const segment of segmentsIn(setting(rig, sound.id, variant)))
            for (const { node } of segment.into) {
              const netlist = { ...segmentNetlist(segment, node, 'segment'), sweep: SWEEP };
              const own = known.get(writeNetlist(netlist));
              expect(own).toBeDefined();
              const { magnitudeDb, phaseDeg } = curveOf(netlist, 'out');
              own!.magnitude_db.forEach((value, i) => {
                expect(Math.abs(magnitudeDb[i]! - value)).toBeLessThan(0.001);
                const turn = Math.abs(((((phaseDeg[i]! - own!.phase_deg[i]!) % 360) + 540) % 360) - 180);
                expect(turn).toBeLessThan(0.01);
              });
              count += 1;
            }
      expect(count).toBeGreaterThan(2);
    },
  );
});

describe('what a segment is made of', () => {
  test('a guitar by a lead into an amplifier is the circuit that is written by hand', () => {
    const rig = wired('guitar, combo', 'GUITAR > COMBO');
    const [segment, ...others] = segments(rig);
    expect(others).toEqual([]);
    expect(segment!.driver).toMatchObject({ box: 'guitar', kind: 'pickup', ohm: null });
    expect(segment!.leads.map(({ number }) => number)).toEqual([1]);
    const [lead] = segment!.leads;
    const farad = (lead!.lengthM * 100e-12) / 2;
    const hand = parseNetlist(
      [
        't',
        'V1 s 0 AC 1',
        'R1 s m 8200',
        'L1 m pu 4.6',
        'Re m pu 500k',
        'C1 pu 0 140p',
        'R2 pu t 500k',
        'C2 t 0 22n',
        'R3 pu j 0.1',
        'R4 j 0 500k',
        'Ci j 0 100p',
        `C3 j 0 ${farad}`,
        `R5 j out ${lead!.lengthM * 0.08}`,
        `C4 out 0 ${farad}`,
        'R6 out 0 1meg',
        'C5 out 0 86.6p',
      ].join('\n'),
    );
    for (const hertz of [100, 1_000, 2_500, 5_000, 12_000])
      expect(at(rig, 'guitar', 'combo', hertz)).toBeCloseTo(db(hand, hertz), 3);
  });

  test('a pedal that is off is a wire with a little to ground; on, it ends the segment', () => {
    const rig = wired('guitar, fuzz, overdrive, combo', 'GUITAR > FUZZ > OVRDRV > COMBO');
    const off = edited(rig, set('fuzz', 'fuzz', 'off'), set('overdrive', 'drive', 'off'));
    const [whole, ...none] = segments(off).filter(({ driver }) => driver.kind === 'pickup');
    expect(none).toEqual([]);
    expect(whole!.leads).toHaveLength(3);
    const on = edited(off, set('overdrive', 'drive', 'on'));
    expect(drivenBy(on, 'guitar').leads).toHaveLength(2);
    expect(drivenBy(on, 'overdrive').leads).toHaveLength(1);
    expect(drivenBy(on, 'overdrive').driver).toMatchObject({ block: 'drive', kind: 'stage' });
    expect(drivenBy(on, 'guitar').into.map(({ box }) => box)).toEqual(['overdrive']);
  });

  test('off, a pedal whose circuit hangs on loads the pickup as its input does; one with true bypass does not', () => {
    const off = edited(wired('guitar, fuzz, combo', 'GUITAR > FUZZ > COMBO'), set('fuzz', 'fuzz', 'off'));
    const changed = (block: (one: Block) => Partial<Block>, jack: Partial<Jack> = {}): Rig => ({
      ...off,
      boxes: off.boxes.map((box) =>
        box.id === 'fuzz'
          ? {
              ...box,
              blocks: box.blocks.map((one) => ({ ...one, ...block(one) })),
              jacks: box.jacks.map((one) => (one.id === 'in' ? { ...one, ...jack } : one)),
            }
          : box,
      ),
    });
    const loss = (rig: Rig) => at(rig, 'guitar', 'combo', 1_000);
    const input = { rIn: { value: 10e3, source: 'manual' }, cIn: { value: 0, source: 'manual' } } as const;
    const mode = { ...boxOf(off, 'fuzz')!.jacks.find(({ id }) => id === 'in')!.modes[0]!, ...input };
    const hung = ({ states }: Block): Partial<Block> => ({
      bypassKind: 'hung',
      states: states.map((state) => (state.id === 'off' ? state : { ...state, ...input })),
    });
    const byState = loss(changed(hung));
    // The same figures noted at the jack, as the makers of pedals give them.
    const byJack = loss(changed(() => ({ bypassKind: 'hung' }), { modes: [mode] }));
    const bypassed = loss(changed(() => ({ bypassKind: 'true' }), { modes: [mode] }));
    expect(bypassed).toBeCloseTo(loss(wired('guitar, combo', 'GUITAR > COMBO')), 0);
    expect(bypassed - byState).toBeGreaterThan(8);
    expect(byJack).toBeCloseTo(byState, 9);
  });

  test('sounds that differ only in what an input takes have a segment each; what they have alike is one', () => {
    const plain = wired('guitar, overdrive, buffer, combo', 'GUITAR > OVRDRV > BUFFER > COMBO');
    const hot = (block: Block): Block => ({
      ...block,
      states: [...block.states, { ...block.states[1]!, id: 'hot', rIn: { value: 47e3, source: 'manual' } }],
    });
    const rig = edited(
      {
        ...plain,
        boxes: plain.boxes.map((box) =>
          box.id === 'overdrive' ? { ...box, blocks: box.blocks.map(hot) } : box,
        ),
      },
      set('overdrive', 'drive', 'on', { layer: 'sound', id: plain.sounds[0]!.id }),
      { edit: 'addSound', arguments: { sound: makeSound('hot', 'Hot'), index: 1 } },
      set('overdrive', 'drive', 'hot', { layer: 'sound', id: 'hot' }),
    );
    const [first, second] = rig.sounds.map(({ id }) => segmentsIn(setting(rig, id)));
    const heard = [first!, second!].map((all) => all[0]!.into.map(({ ohm }) => ohm));
    expect(heard).toEqual([[expect.any(Number)], [47e3]]);
    expect(heard[0]).not.toEqual([47e3]);
    expect([first!.length, second!.length]).toEqual([3, 3]);
    first!.slice(1).forEach((segment, i) => expect(second![i + 1]).toBe(segment));
  });

  test('leads of a way that parts passively load each other', () => {
    const alone = wired('guitar, combo', 'GUITAR > COMBO');
    const rig = wired(
      'guitar, four-loop switcher, fuzz, combo',
      'GUITAR > FOUR[buffer loop-1(FUZZ) mute] > COMBO',
    );
    const off = edited(rig, set('fuzz', 'fuzz', 'off'));
    // A loop with a pedal that is off is a wire of two leads.
    const driver = segments(off).find(({ driver: { box } }) => box === 'four-loop-switcher')!;
    expect(driver.leads.map(({ number }) => number)).toEqual([2, 3, 4]);
    expect(drivenBy(alone, 'guitar').leads).toHaveLength(1);
  });

  test('a bare volume pedal is a pot in the way: closed by half it costs level and treble', () => {
    const rig = wired('guitar, volume pedal, combo', 'GUITAR > VOLUME > COMBO');
    const half = edited(rig, {
      edit: 'setControl',
      arguments: {
        box: 'volume-pedal',
        control: 'treadle',
        position: 0.7,
        scope: { layer: 'rest' },
        basis: null,
      },
    });
    expect(segments(rig)).toHaveLength(1);
    const [open, low] = [rig, half].map((one) => at(one, 'guitar', 'combo', 500));
    expect(low! - open!).toBeLessThan(-9);
    const treble = (one: Rig) => at(one, 'guitar', 'combo', 5_000) - at(one, 'guitar', 'combo', 500);
    expect(treble(half)).not.toBeCloseTo(treble(rig), 0);
  });

  test('an isolator is a transformer, and an output behind a splitter has its own resistance', () => {
    const rig = wired(
      'guitar, splitter, isolator, combo, valve combo with loop',
      'GUITAR > SPLTTR { > COMBO | > ISLTR > VALVE }',
    );
    const segment = drivenBy(rig, 'splitter');
    expect(segment.into.map(({ box }) => box).sort()).toEqual(['combo', 'valve-combo-with-loop']);
    expect(segment.links.flatMap(({ elements }) => elements).some(({ kind }) => kind === 'K')).toBe(true);
    const bass =
      at(rig, 'splitter', 'valve-combo-with-loop', 5) - at(rig, 'splitter', 'valve-combo-with-loop', 500);
    expect(bass).toBeLessThan(-0.3);
    expect(at(rig, 'splitter', 'combo', 5) - at(rig, 'splitter', 'combo', 500)).toBeGreaterThan(bass);
  });

  test('jacks of a unit that converts end segments; speaker leads carry power, not tone', () => {
    const rig = wired(
      'guitar, unit, valve head, cab 16',
      'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET',
    );
    expect(
      segments(rig)
        .map(({ driver, into }) => `${driver.box} → ${into.map(({ box }) => box).join()}`)
        .sort(),
    ).toEqual([
      'guitar → multi-effects',
      'multi-effects → valve-head',
      'multi-effects → valve-head',
      'valve-head → multi-effects',
    ]);
  });
});

describe('a route', () => {
  const rig = () =>
    edited(
      wired('guitar, fuzz, overdrive, delay, combo', 'GUITAR > FUZZ > OVRDRV > DIGITAL > COMBO'),
      set('fuzz', 'fuzz', 'off'),
      set('overdrive', 'drive', 'on'),
    );

  test('is its segments one behind the other: the sum of their decibels', () => {
    const of = setting(rig());
    const whole = routeNetlist(of, 'guitar', 'combo', 'input')!;
    const all = segmentsIn(of);
    for (const hertz of [100, 1_000, 5_000, 15_000]) {
      const sum = all.reduce(
        (total, segment) => total + db(segmentNetlist(segment, segment.into[0]!.node, 't'), hertz),
        0,
      );
      expect(db(whole, hertz)).toBeCloseTo(sum, 6);
    }
    expect(parseNetlist(writeNetlist(whole))).toEqual(whole);
  });

  test('can be cut at any jack on the way, and leads nowhere else', () => {
    const of = setting(rig());
    expect(
      routeNetlist(of, 'guitar', 'overdrive', 'in')!.elements.filter(({ kind }) => kind === 'E'),
    ).toHaveLength(1);
    expect(routeNetlist(of, 'guitar', 'fuzz', 'in')).not.toBeNull();
    expect(routeNetlist(of, 'guitar', 'combo', 'mains')).toBeNull();
    expect(routeNetlist(of, 'fuzz', 'combo', 'input')).toBeNull();
  });
});

describe('potentiometers', () => {
  test.each([
    [0.7, 'linear', 0.7],
    [0.5, 'audio', 0.1],
    [0.7, 'audio', 0.2584],
    [1, 'audio', 1],
    [0, 'audio', 0],
    [0.5, 'reverse', 0.9],
    [0.3, 'reverse', 0.7416],
  ] as const)('at %d of a %s track the wiper has %d of it', (x, taper, share) => {
    expect(trackShare(x, { taper })).toBeCloseTo(share, 4);
  });

  test('a divider has two parts, neither under what a contact has; a no-load pot is open at its end', () => {
    expect(dividerOf(250e3, 0.35)).toEqual({ top: 162_500, bottom: 87_500 });
    expect(dividerOf(500e3, 1)).toEqual({ top: 0.1, bottom: 500e3 });
    expect(rheostatOf({ ohm: 500e3, taper: 'audio' }, 1)).toBe(500e3);
    expect(rheostatOf({ ohm: 500e3, taper: 'no-load' }, 1)).toBeNull();
    expect(rheostatOf({ ohm: 500e3, taper: 'linear' }, 0)).toBe(0.1);
    // Half way a track with its middle at three tenths has that share.
    expect(trackShare(0.5, { taper: 'audio', mid: 0.3 })).toBeCloseTo(0.3, 12);
  });
});
