import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { boxOf, jackIn, type Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { addLead, done, mode, planOf, range, state, turned, unityOf } from '../testing/levels';
import { chooseLevels, type LevelStep } from './index';

describe('unity', () => {
  test('a knob whose law is known is turned by what the insertion is over; what it leads to is at unity then', () => {
    const rig = edited(
      fourCable(),
      range('multi-effects', 'output', -60, 12),
      turned('multi-effects', 'output', 0.9),
    );
    const loop = unityOf(rig).find(({ kind }) => kind === 'loop')!;
    expect(loop.at).toEqual({ box: 'valve-head', jack: 'return' });
    // The knob stands at −60 + 0.9 × 72 dB; leads and impedances take a few hundredths.
    expect(loop.offDb).toBeCloseTo(4.8, 0);
    const plan = planOf(rig);
    expect(plan.sets.map(({ what }) => what)).toEqual(['OUTPUT of Multi-effects']);
    expect(plan.sets[0]!.why).toMatch(
      /^unity: else RETURN of Valve head gets 4\.\d dB more than with send and return joined/,
    );
    expect(plan.then.unityDb!).toBeLessThan(0.5);
    const after = unityOf(done(rig, plan)).find(({ kind }) => kind === 'loop')!;
    expect(after.offDb).toBeCloseTo(0, 3);
    expect(planOf(done(rig, plan)).sets).toEqual([]);
  });

  test('a knob of unknown law is not solved: the level that is wanted behind it is told', () => {
    const plan = planOf(fourCable());
    expect(plan.byEar.map(({ what, kind }) => [what, kind])).toEqual([
      ['SEND 1 LEVEL of Multi-effects', 'average'],
      ['OUTPUT of Multi-effects', 'average'],
    ]);
    const [front, loop] = ['front', 'loop'].map((kind) =>
      unityOf(fourCable()).find((one) => one.kind === kind)!,
    );
    expect(plan.byEar.map(({ dbu }) => dbu)).toEqual([front!.wantedDbu, loop!.wantedDbu]);
    // By hand: a humbucker by the house's lead into the head, at its stated level but for 0.1 dB of 1 Mohm more.
    expect(front!.wantedDbu).toBeCloseTo(-14, 0);
  });

  test('what an effect does that is on is no part of it', () => {
    const rig = fourCable();
    expect(unityOf(edited(rig, state('fuzz', 'fuzz', 'on'))).map(({ offDb }) => offDb)).toEqual(
      unityOf(rig).map(({ offDb }) => offDb),
    );
  });

  test('a send and a return set for unlike levels are that much apart', () => {
    const figure = (jack: string, value: number): EditCall =>
      ({
        edit: 'setFigure',
        arguments: {
          box: 'valve-head',
          at: {
            on: 'mode',
            jack,
            mode: boxOf(fourCable(), 'valve-head')!.jacks.find(({ id }) => id === jack)!.mode,
            field: 'nominalDbu',
          },
          figure: { value, source: 'manual' },
        },
      }) as EditCall;
    const at = (send: number, back: number) =>
      unityOf(edited(fourCable(), figure('send', send), figure('return', back))).find(
        ({ kind }) => kind === 'loop',
      )!.offDb;
    expect(at(4, -10) - at(4, 4)).toBeCloseTo(14, 6);
  });
});

describe('modes', () => {
  test('an output at line level into the front of an amplifier is set to instrument, and why is told', () => {
    const plan = planOf(edited(fourCable(), mode('multi-effects', 'send-1', 'line')));
    const line = plan.sets.find(({ what }) => what === 'SEND 1 of Multi-effects')!;
    expect([line.now, line.then]).toEqual(['line', 'instrument']);
    expect(line.why).toMatch(/INPUT of Valve head gets \d.*dB more than by one lead/);
    expect(plan.today.unityDb!).toBeGreaterThan(5);
    expect(plan.then.unityDb!).toBeLessThan(0.5);
    expect(plan.instead.every(({ why }) => why.length > 0)).toBe(true);
  });

  test('a channel of the desk that gets line level is told, with what peaks there', () => {
    const direct = (to: string) =>
      edited(
        build('guitar, unit, desk', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l - desk/ch-1'),
        mode('multi-effects', 'out-1-l', 'line'),
        mode('desk', 'ch-1', to),
      );
    const tell = (rig: Rig) => planOf(rig).notes.filter((note) => note.startsWith('Tell the desk'));
    expect(tell(direct('line'))).toEqual([
      expect.stringMatching(/^Tell the desk: CH 1 of Desk gets line level, peaks [+−]\d+ dBu\.$/),
    ]);
    expect(tell(fourCable())).toEqual([]);
  });

  test('a pad goes in where the source would pass what the input stands, and not where there is room', () => {
    const loud = (knob: number) =>
      edited(
        build(
          'guitar, small unit, active di, desk',
          'guitar/out > small-unit/input',
          'small-unit/out-l > active-di/in',
          'active-di/out - desk/ch-1',
        ),
        mode('small-unit', 'out-l', 'line'),
        range('small-unit', 'output', knob, knob + 1),
        turned('small-unit', 'output', 0),
        state('small-unit', 'drive', 'on'),
      );
    const hot = planOf(loud(14));
    expect(hot.today.over).toBeGreaterThan(0);
    expect(hot.sets.find(({ what }) => what === 'IN of Active DI')?.then).toMatch(/pad/);
    expect(planOf(loud(-20)).sets.find(({ what }) => what === 'IN of Active DI')).toBeUndefined();
  });

  const inSound = (sound: string, to: string): EditCall => ({
    edit: 'setMode',
    arguments: { box: 'multi-effects', jack: 'send-1', mode: to, scope: { layer: 'sound', id: sound } },
  });

  test('a jack that one sound sets wrong is set alike for all; what each sets its own way is left to them', () => {
    const one = edited(fourCable(), addLead(), inSound('lead', 'line'));
    const plan = planOf(one);
    expect(plan.sets.map(({ what, then }) => [what, then])).toEqual([
      ['SEND 1 of Multi-effects', 'instrument'],
    ]);
    const after = done(one, plan);
    expect(after.sounds[1]!.state.modes['multi-effects/send-1']).toBe('instrument');
    expect(planOf(after).sets).toEqual([]);

    const both = planOf(edited(one, inSound('sound-1', 'instrument')));
    expect(both.notes).toContain(
      'Left as it is, for each sound sets it its own way: SEND 1 of Multi-effects.',
    );
    expect(both.sets.map(({ what }) => what)).not.toContain('SEND 1 of Multi-effects');
  });

  test('an empty rig has nothing to set', () => {
    const none = planOf(build('guitar, fuzz'));
    expect([none.sets, none.unity, none.of]).toEqual([[], [], 1]);
  });

  test('in a variant it is set there, and the base stays', () => {
    const rig = edited(fourCable(), mode('multi-effects', 'send-1', 'line'), {
      edit: 'addVariant',
      arguments: {
        variant: {
          id: 'night',
          name: 'Night',
          leads: {},
          state: { blocks: {}, modes: {}, controls: {}, patches: {} },
          notes: '',
        },
      },
    });
    const after = done(rig, planOf(rig, 'night'));
    expect(after.variants[0]!.state.modes['multi-effects/send-1']).toBe('instrument');
    expect(jackIn(boxOf(after, 'multi-effects'), 'send-1')!.mode).toBe('line');
  });
});

test('it tells how far it is, to the end', () => {
  const steps = chooseLevels(fourCable(), null);
  const told: LevelStep[] = [];
  for (let next = steps.next(); !next.done; next = steps.next()) told.push(next.value);
  expect(told.map(({ looked }) => looked)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  expect(told.every(({ of }) => of === 8)).toBe(true);
});
