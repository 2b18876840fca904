// What takes the power of amplifiers, against figures worked out by hand and by Kirchhoff's laws.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { EditCall } from '../edits';
import { inNight, inSetting, type Jack, type JackEnd, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { switchedCabinets, withJack, withSpeaker } from '../testing/grounds';
import {
  gapsIn,
  loadsIn,
  sharesOf,
  slavingsIn,
  stagesIn,
  wattsInto,
  withoutLoad,
  type Load,
  type Output,
  type Stage,
} from './index';

const stageOf = (rig: Rig, box: string, sound: string | null = null): Stage => {
  const of = sound === null ? inNight(rig, null) : inSetting(rig, { variant: null, sound });
  return stagesIn(of).find((stage) => stage.box.id === box)!;
};
const used = (stage: Stage): Output => stage.outputs.find(({ load }) => load !== null)!;
const shares = (output: Output, watts: number) =>
  sharesOf(output.load!, watts).map(({ end, watts: own }) => [end.box.id, Number(own.toFixed(2))]);
const state = (box: string, block: string, to: string, sound?: string): EditCall => ({
  edit: 'setBlockState',
  arguments: {
    box,
    block,
    state: to,
    scope: sound === undefined ? { layer: 'rest' } : { layer: 'sound', id: sound },
  },
});

describe('loads together', () => {
  const chained = () =>
    build(
      'guitar, valve head 100w, cab with through 8, cab 16',
      'guitar/out > valve-head/input',
      'valve-head/spk-4 = cabinet-with-through/in',
      'cabinet-with-through/through = cabinet/in',
    );

  test('8 with 16 ohm in parallel: 5.33 ohm, 67 % and 33 %', () => {
    const output = used(stageOf(chained(), 'valve-head'));
    expect(output.load?.ohm).toBeCloseTo(16 / 3, 9);
    expect(shares(output, 100)).toEqual([
      ['cabinet-with-through', 66.67],
      ['cabinet', 33.33],
    ]);
  });

  test('a through jack in series: 24 ohm, 33 % and 67 %', () => {
    const rig = withJack(chained(), 'cabinet-with-through', 'through', { speaker: seriesFacts });
    const output = used(stageOf(rig, 'valve-head'));
    expect(output.load?.ohm).toBe(24);
    expect(shares(output, 100)).toEqual([
      ['cabinet-with-through', 33.33],
      ['cabinet', 66.67],
    ]);
  });

  test('an extension jack of the amplifier in series with its main tap', () => {
    const rig = build(
      'guitar, valve head 100w, cab 8, cab 8',
      'guitar/out > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
      'valve-head/spk-8 = cabinet-2/in',
    );
    const stage = stageOf(withSpeaker(rig, 'valve-head', 'spk-8', { inSeries: true }), 'valve-head');
    expect(used(stage).taps.map(({ id }) => id)).toEqual(['spk-16', 'spk-8']);
    expect(used(stage).load?.ohm).toBe(16);
    // As it is they are two taps in use at once.
    expect(stageOf(rig, 'valve-head').outputs.filter(({ load }) => load !== null)).toHaveLength(2);
  });

  test('two jacks of one impedance are one tap; those of a stage without a transformer are one whatever is printed', () => {
    const two = build(
      'guitar, valve head 100w, cab 16, cab 16',
      'guitar/out > valve-head/input',
      'valve-head/spk-8 = cabinet/in',
      'valve-head/spk-4 = cabinet-2/in',
    );
    const eight = { value: 8, source: 'manual' as const };
    expect(
      used(stageOf(withSpeaker(two, 'valve-head', 'spk-4', { ohm: eight }), 'valve-head')).load?.ohm,
    ).toBe(8);
    const solid = ['spk-16', 'spk-8', 'spk-4'].reduce(
      (r, jack) =>
        withSpeaker(r, 'valve-head', jack, { stage: 'solid', minOhm: { value: 4, source: 'manual' } }),
      two,
    );
    expect(used(stageOf(solid, 'valve-head')).load?.ohm).toBe(8);
  });

  test('a stereo cabinet is two loads, or by its switch one', () => {
    const rig = build(
      'guitar, stereo power amp, stereo cab',
      'stereo-power-amp/spk-l = stereo-cabinet/in-l',
      'stereo-power-amp/spk-r = stereo-cabinet/in-r',
    );
    const sides = stagesIn(inNight(rig, null)).map((stage) => used(stage).load?.ohm);
    expect(sides).toEqual([8, 8]);
    const mono = edited(rig, {
      edit: 'setMode',
      arguments: { box: 'stereo-cabinet', jack: 'in-l', mode: 'mono', scope: { layer: 'rest' } },
    });
    const [left] = stagesIn(inNight(mono, null));
    expect(used(left!).load).toMatchObject({ ohm: 16, stands: { value: 120 } });
  });

  test('a stage without a transformer gives less into more ohms, a valve stage its watts', () => {
    const rig = (amp: string, jack: string) => build(`guitar, ${amp}, cab 16`, `${jack} = cabinet/in`);
    const solid = used(stageOf(rig('power amp', 'power-amp/spk'), 'power-amp'));
    expect(wattsInto(solid)).toBe(50);
    const valve = used(stageOf(rig('valve head 50w', 'valve-head/spk-8'), 'valve-head'));
    expect(wattsInto(valve)).toBe(50);
  });

  /** Volts across a tree for one volt at its ends, by Ohm's law from the leaves up; the power in each leaf. */
  function powersByOhm(load: Load, volts: number): readonly number[] {
    if (load.kind === 'load') return [volts ** 2 / load.ohm!];
    if (load.kind === 'parallel') return load.of.flatMap((one) => powersByOhm(one, volts));
    const ampere = volts / load.of.reduce((sum, one) => sum + resistance(one), 0);
    return load.of.flatMap((one) => powersByOhm(one, ampere * resistance(one)));
  }
  const resistance = (load: Load): number => {
    if (load.kind === 'load') return load.ohm!;
    const own = load.of.map(resistance);
    return load.kind === 'series' ? own.reduce((a, b) => a + b, 0) : 1 / own.reduce((a, b) => a + 1 / b, 0);
  };

  const end = { box: { id: 'box' }, jack: { id: 'in' } } as JackEnd;
  const { tree } = fc.letrec<{ tree: Load }>((tie) => ({
    tree: fc.oneof(
      { maxDepth: 3 },
      fc
        .constantFrom(4, 8, 16)
        .map((ohm): Load => ({ kind: 'load', end, ohm, stands: undefined, passes: 0, behind: null })),
      fc
        .tuple(
          fc.constantFrom('parallel' as const, 'series' as const),
          fc.array(tie('tree'), { minLength: 2, maxLength: 3 }),
        )
        .map(([kind, of]): Load => {
          const ohms = of.map(({ ohm }) => ohm!);
          const ohm =
            kind === 'series' ? ohms.reduce((a, b) => a + b, 0) : 1 / ohms.reduce((a, b) => a + 1 / b, 0);
          return { kind, of, ohm };
        }),
    ),
  }));

  test('shares of any tree are those of Ohm’s law, and make up the whole', () => {
    let met = 0;
    fc.assert(
      fc.property(tree, fc.integer({ min: 1, max: 200 }), (load, watts) => {
        const own = sharesOf(load, watts).map((share) => share.watts);
        const volts = Math.sqrt(watts * resistance(load));
        powersByOhm(load, volts).forEach((power, i) => expect(own[i]).toBeCloseTo(power, 6));
        expect(own.reduce((a, b) => a + b, 0)).toBeCloseTo(watts, 6);
        if (own.length > 2) met += 1;
      }),
      { numRuns: 300 },
    );
    expect(met).toBeGreaterThan(50);
  });
});

const seriesFacts: NonNullable<Jack['speaker']> = {
  needsLoad: false,
  internalLoad: false,
  isLoad: 'never',
  bridged: 'no',
  inSeries: true,
};

describe('attenuators by their positions', () => {
  const rig = build(
    'guitar, valve head 20w, attenuator, cab 16',
    'guitar/out > valve-head/input',
    'valve-head/spk-8 = attenuator/in',
    'attenuator/out = cabinet/in',
  );
  const at = (position: string, r = rig) =>
    stageOf(edited(r, state('attenuator', 'attenuator', position)), 'valve-head');

  test('a position that leaves less is the load, and gives on what it leaves', () => {
    const output = used(at('less'));
    expect(output.load?.ohm).toBe(8);
    expect(shares(output, 20)).toEqual([
      ['attenuator', 20],
      ['cabinet', 3.17],
    ]);
  });

  test('straight through the cabinet is the load by itself', () => {
    const output = used(at('full'));
    expect(output.load?.ohm).toBe(16);
    expect(loadsIn(output.load).map(({ box }) => box.id)).toEqual(['cabinet']);
  });

  test('only a position that is itself a load needs no cabinet', () => {
    const bare = edited(rig, { edit: 'unplug', arguments: { lead: 'lead-3', side: 'to' } });
    expect(at('less', bare).outputs.every(({ load }) => load === null)).toBe(true);
    expect(used(at('load', bare)).load?.ohm).toBe(8);
    expect(shares(used(at('load')), 20)).toEqual([
      ['attenuator', 20],
      ['cabinet', 0],
    ]);
  });

  test('a sound that turns it out of that position leaves the amplifier bare: it is powered all the while', () => {
    const bare = edited(
      rig,
      { edit: 'unplug', arguments: { lead: 'lead-3', side: 'to' } },
      state('attenuator', 'attenuator', 'load'),
    );
    expect(withoutLoad(inNight(bare, null))).toEqual([]);
    const loud = edited(bare, state('attenuator', 'attenuator', 'full', 'sound-1'));
    expect(withoutLoad(inNight(loud, null)).map(({ box, sound }) => [box.id, sound?.id])).toEqual([
      ['valve-head', 'sound-1'],
    ]);
  });
});

describe('loads inside, switchers, slaves', () => {
  test('an internal load counts while it is switched in', () => {
    const rig = build('guitar, four-channel head', 'guitar/out > four-channel-head/input');
    expect(withoutLoad(inNight(rig, null))).toHaveLength(1);
    const inside = edited(rig, {
      edit: 'setMode',
      arguments: { box: 'four-channel-head', jack: 'spk-16', mode: 'load-in', scope: { layer: 'rest' } },
    });
    expect(withoutLoad(inNight(inside, null))).toEqual([]);
  });

  test('a switcher joins the amplifier to one cabinet at a time', () => {
    const rig = switchedCabinets('makes-first');
    expect(loadsIn(used(stageOf(rig, 'valve-head')).load).map(({ box }) => box.id)).toEqual(['cabinet']);
    const other = edited(rig, state('speaker-switcher', 'select', 'b'));
    expect(loadsIn(used(stageOf(other, 'valve-head')).load).map(({ box }) => box.id)).toEqual(['cabinet-2']);
  });

  test('one that breaks before it makes leaves a gap, unless another load stays', () => {
    const gaps = (rig: Rig) => gapsIn(inNight(rig, null)).map(({ at, isKnown }) => [at.box.id, isKnown]);
    expect(gaps(switchedCabinets('makes-first'))).toEqual([]);
    expect(gaps(switchedCabinets('breaks-first'))).toEqual([['speaker-switcher', true]]);
    expect(gaps(switchedCabinets('unknown'))).toEqual([['speaker-switcher', false]]);
    const beside = build(
      'guitar, valve head, cab with through 8, speaker switcher, cab 8',
      'valve-head/spk-4 = cabinet-with-through/in',
      'cabinet-with-through/through = speaker-switcher/in',
      'speaker-switcher/out-a = cabinet/in',
    );
    expect(gaps(withSpeaker(beside, 'speaker-switcher', 'in', { switching: 'breaks-first' }))).toEqual([]);
  });

  test('a small head behind which a big one plays: dB of its watts against the other’s; a microphone ends it', () => {
    const slaved = build(
      'guitar, vintage head, load box, power amp, cab 8',
      'guitar/out > valve-head-no-loop/input',
      'valve-head-no-loop/spk-8 = load-box/in',
      'load-box/line-out - power-amp/in',
      'power-amp/spk = cabinet/in',
    );
    const [head] = slaved.boxes.filter(({ id }) => id === 'valve-head-no-loop');
    const watts = head!.jacks.find(({ id }) => id === 'spk-8')!.speaker!.watts!.value;
    const [found] = slavingsIn(inSetting(slaved, { variant: null, sound: 'sound-1' }));
    expect([found?.small.id, found?.big.id]).toEqual(['valve-head-no-loop', 'power-amp']);
    expect(found?.gainDb).toBeCloseTo(10 * Math.log10(100 / watts), 9);
    const miked = build(
      'guitar, combo, mic, power amp, cab 8',
      'guitar/out > combo/input',
      'combo/air ~ microphone/air',
      'microphone/out - power-amp/in',
      'power-amp/spk = cabinet/in',
    );
    expect(slavingsIn(inSetting(miked, { variant: null, sound: 'sound-1' }))).toEqual([]);
  });
});
