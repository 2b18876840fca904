import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import type { Rig, Scope } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { wired } from '../testing/order';
import { cureOf, judge } from './index';

const REST: Scope = { layer: 'rest' };
const set = (box: string, block: string, state: string): EditCall => ({
  edit: 'setBlockState',
  arguments: { box, block, state, scope: REST },
});
const mode = (box: string, jack: string, id: string): EditCall => ({
  edit: 'setMode',
  arguments: { box, jack, mode: id, scope: REST },
});
const watts = (box: string, jack: string, value: number): EditCall => ({
  edit: 'setFigure',
  arguments: { box, at: { on: 'speaker', jack, field: 'watts' }, figure: { value, source: 'manual' } },
});
const found = (rig: Rig, code: string) => judge(rig, null).filter((f) => f.code === code);
const figure = (rig: Rig, code: string, name: string) =>
  found(rig, code)[0]?.figures.find((f) => f.name === name)?.value;

describe('power ends where it is dissipated', () => {
  /** Two cabinets side by side on one output of the head: 8 with 16 ohm. */
  const two = (): Rig => {
    const rig = build('guitar, valve head, cab 8, cab 16', 'guitar/out > valve-head/input');
    return edited(
      {
        ...rig,
        boxes: rig.boxes.map((box) =>
          box.id === 'cabinet'
            ? {
                ...box,
                jacks: [
                  ...box.jacks,
                  {
                    ...box.jacks[0]!,
                    id: 'through',
                    label: 'THROUGH',
                    direction: 'through' as const,
                    speaker: undefined,
                  },
                ],
              }
            : box,
        ),
      },
      ...(
        [
          ['valve-head/spk-4', 'cabinet/in'],
          ['cabinet/through', 'cabinet-2/in'],
        ] as const
      ).map(([from, to], i): EditCall => {
        const at = (key: string) => [{ box: key.split('/')[0]!, jack: key.split('/')[1]! }];
        const plug = { connector: 'ts-635', angle: 'straight', silent: false } as const;
        return {
          edit: 'plug',
          arguments: {
            lead: {
              ...fourCable().leads[5]!,
              id: `spk-${i}`,
              number: 10 + i,
              from: { at: at(from), plug, adapters: [] },
              to: { at: at(to), plug, adapters: [] },
            },
          },
        };
      }),
    );
  };

  test('8 with 16 ohm in parallel: 67 % and 33 % of 20 W, each half as much again behind valves', () => {
    const weak = edited(two(), watts('cabinet', 'in', 19), watts('cabinet-2', 'in', 9));
    const shares = found(weak, 'SAFE-RATING').map((f) => f.figures.map((x) => Number(x.value.toFixed(2))));
    expect(shares).toEqual([
      [19, 13.33, 20],
      [9, 6.67, 10],
    ]);
    expect(
      found(edited(weak, watts('cabinet', 'in', 20), watts('cabinet-2', 'in', 10)), 'SAFE-RATING'),
    ).toEqual([]);
  });

  test('behind an attenuator ends what it leaves; the amplifier sees the attenuator alone', () => {
    const rig = build(
      'guitar, valve head, attenuator, cab 16',
      'guitar/out > valve-head/input',
      'valve-head/spk-8 = attenuator/in',
      'attenuator/out = cabinet/in',
    );
    expect(judge(rig, null).filter((f) => f.severity === 'danger')).toEqual([]);
    const weak = edited(rig, watts('cabinet', 'in', 5));
    // 20 W less 8 dB are 3.2 W, half as much again 4.8 W.
    expect(found(edited(weak, watts('cabinet', 'in', 4.7)), 'SAFE-RATING')).toHaveLength(1);
    expect(found(weak, 'SAFE-RATING')).toEqual([]);
    const full = edited(weak, set('attenuator', 'attenuator', 'full'));
    expect(figure(full, 'SAFE-RATING', 'share')).toBeCloseTo(20, 6);
  });

  test('an attenuator without its cabinet is no load', () => {
    const rig = build(
      'guitar, valve head, attenuator',
      'guitar/out > valve-head/input',
      'valve-head/spk-8 = attenuator/in',
    );
    expect(found(rig, 'SAFE-NOLOAD')).toHaveLength(1);
  });
});

describe('leads', () => {
  test('a speaker lead in the signal path hums: a caution, not a danger', () => {
    const rig = edited(fourCable(), { edit: 'setLeadKind', arguments: { id: 'lead-3', kind: 'speaker' } });
    const [finding] = found(rig, 'SAFE-SPKLEAD');
    expect(finding!.severity).toBe('caution');
    expect(cureOf(rig, finding!)!.edit).toMatchObject({
      edit: 'setLeadKind',
      arguments: { kind: 'instrument' },
    });
  });

  test('a lead by hand may be shorter than its slack, not than its way', () => {
    const long = (lengthM: number) =>
      edited(fourCable(), { edit: 'setLeadLength', arguments: { id: 'lead-3', lengthM, by: 'hand' } });
    expect(found(long(6.6), 'WIRE-LENGTH')).toEqual([]);
    expect(figure(long(6), 'WIRE-LENGTH', 'route')).toBeCloseTo(6.5, 6);
    const cure = cureOf(long(6), found(long(6), 'WIRE-LENGTH')[0]!);
    expect(cure!.edit).toMatchObject({ edit: 'setLeadLength', arguments: { lengthM: 9 } });
  });

  test.each([
    ['line', 'mic', true],
    ['line', 'line', false],
    ['instrument', 'mic', false],
    ['instrument', 'line', true],
  ] as const)('%s level into an input set for %s: mismatch %p', (out, into, mismatch) => {
    const rig = edited(
      build('guitar, unit, desk', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l > desk/ch-1'),
      mode('multi-effects', 'out-1-l', out),
      mode('desk', 'ch-1', into),
    );
    expect(found(rig, 'LEVEL-MODE').length > 0).toBe(mismatch);
  });
});

describe('loops', () => {
  test('a send used as an output is a note where nothing comes back', () => {
    const rig = build(
      'guitar, valve head, cab 16, desk',
      'guitar/out > valve-head/input',
      'valve-head/send > desk/ch-1',
      'valve-head/spk-16 = cabinet/in',
    );
    expect(found(rig, 'WIRE-HALFLOOP').map((f) => [f.severity, f.parts[0]!.id])).toEqual([
      ['note', 'valve-head/send'],
    ]);
  });

  test('straight into the power stage the preamp is not missed', () => {
    const rig = build(
      'guitar, unit, valve head, cab 16',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > valve-head/return',
      'valve-head/spk-16 = cabinet/in',
    );
    expect(found(rig, 'WIRE-HALFLOOP')).toEqual([]);
  });

  test('a loop that holds the only preamp must be on', () => {
    const off = edited(fourCable(), set('multi-effects', 'loop-1', 'off'));
    // With an amp model in the grid it is one of two preamps, and MODEL-TWOPRE speaks of it.
    expect(found(off, 'WIRE-LOOPOFF')).toEqual([]);
    const unit = off.boxes.find((box) => box.id === 'multi-effects')!;
    const bare = edited(off, {
      edit: 'removeBlock',
      arguments: {
        box: unit.id,
        block: 'amp',
        wires: {
          inside: unit.patches[0]!.wires.flatMap((wire) => {
            if ('block' in wire.to && wire.to.block === 'amp')
              return [{ ...wire, to: { block: 'cab', port: 'in' as const } }];
            return 'block' in wire.from && wire.from.block === 'amp' ? [] : [wire];
          }),
        },
      },
    });
    expect(found(bare, 'WIRE-LOOPOFF').map((f) => f.data)).toEqual([
      expect.objectContaining({ preamp: true }),
    ]);
  });
});

describe('order', () => {
  test('what the player wants ahead of the preamp is no finding because of it; because of a pedal it is', () => {
    const wish = (box: string, block: string): EditCall => ({
      edit: 'setWant',
      arguments: { want: { type: 'effect', id: 'w', box, block, where: 'ahead' } },
    });
    const head = edited(
      wired('guitar, delay, eq, valve head, cab 16', 'GUITAR > DIGITAL > GRAPHIC > VALVE > CABINET'),
      set('valve-head', 'preamp', 'lead'),
      set('digital-delay', 'delay', 'on'),
      set('graphic-equaliser', 'eq', 'on'),
    );
    const codes = (rig: Rig) =>
      judge(rig, null).flatMap(({ code }) => (code.startsWith('ORDER') ? [code] : []));
    expect(codes(head)).toEqual(['ORDER-TIME', 'ORDER-EQ']);
    expect(codes(edited(head, wish('digital-delay', 'delay')))).toEqual(['ORDER-EQ']);
    expect(codes(edited(head, wish('graphic-equaliser', 'eq')))).toEqual(['ORDER-TIME']);
    const pedal = edited(
      wired('guitar, delay, od, combo', 'GUITAR > DIGITAL > OVRDRV > COMBO'),
      set('digital-delay', 'delay', 'on'),
      set('overdrive', 'drive', 'on'),
      wish('digital-delay', 'delay'),
    );
    expect(codes(pedal)).toEqual(['ORDER-TIME']);
  });

  const echo = () =>
    build(
      'guitar, delay, valve head, cab 16',
      'guitar/out > digital-delay/in',
      'digital-delay/out > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
    );

  test('setup D: an echo in front is fine on the clean channel, flagged on the driven one, and goes into the loop', () => {
    expect(found(echo(), 'ORDER-TIME')).toEqual([]);
    const driven = edited(echo(), set('valve-head', 'preamp', 'lead'));
    expect(found(driven, 'ORDER-TIME')).toHaveLength(1);
    const wanted = edited(driven, {
      edit: 'setSchool',
      arguments: { question: 'time ahead of gain', position: 'wanted' },
    });
    expect(found(wanted, 'ORDER-TIME')).toEqual([]);
  });

  test('a fuzz behind a true bypass sees the pickup, behind a buffer it does not', () => {
    const behind = (pedal: string) =>
      edited(
        build(
          `guitar, ${pedal}, fuzz, combo`,
          `guitar/out > ${pedal}/in`,
          `${pedal}/out > fuzz/in`,
          'fuzz/out > combo/input',
        ),
        set('fuzz', 'fuzz', 'on'),
      );
    expect(found(behind('overdrive'), 'ORDER-PICKUP')).toEqual([]);
    expect(found(behind('buffer'), 'ORDER-PICKUP').map((f) => f.data)).toEqual([
      expect.objectContaining({ driver: 'buffer/buffer' }),
    ]);
    const cured = edited(
      behind('buffer'),
      cureOf(behind('buffer'), found(behind('buffer'), 'ORDER-PICKUP')[0]!)!.edit,
    );
    expect(found(cured, 'ORDER-PICKUP')).toEqual([]);
  });
});

describe('direct feeds', () => {
  test('an acoustic with a piezo wants no amplifier, an electric does', () => {
    const straight = (guitar: string) =>
      build(`${guitar}, di, desk`, `${guitar}/out > passive-di/in`, 'passive-di/out - desk/ch-1');
    expect(found(straight('acoustic'), 'MODEL-MISSING')).toEqual([]);
    expect(found(straight('guitar'), 'MODEL-MISSING').map((f) => f.data)).toEqual([
      expect.objectContaining({ model: 'ampModel' }),
    ]);
  });

  test('what a microphone heard was sound in a room', () => {
    const rig = build(
      'guitar, combo, mic, desk',
      'guitar/out > combo/input',
      'combo/air ~ microphone/air',
      'microphone/out - desk/ch-1',
    );
    expect(found(rig, 'MODEL-MISSING')).toEqual([]);
  });
});
