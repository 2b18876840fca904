import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { inSetting, type Rig, type Scope } from '../model';
import { traceIn } from '../signal';
import { build, edited, fourCable } from '../testing/build';
import { delaysAlong, leadDelays } from './delays';
import { meetingsIn } from './meets';
import { latencyView, meetingWords } from './view';

const REST: Scope = { layer: 'rest' };
const SOUND = { variant: null, sound: 'sound-1' } as const;
const of = (rig: Rig) => inSetting(rig, SOUND);
const state = (box: string, block: string, to: string): EditCall => ({
  edit: 'setBlockState',
  arguments: { box, block, state: to, scope: REST },
});
const trip = (box: string, value: number): EditCall => ({
  edit: 'setFigure',
  arguments: { box, at: { on: 'box', field: 'tripMs' }, figure: { value, source: 'manual' } },
});
const long = (id: string, lengthM: number): EditCall => ({
  edit: 'setLeadLength',
  arguments: { id, lengthM, by: 'hand' },
});

/** One guitar on two combos: straight, and by an isolator and a digital delay. */
const twoCombos = (): Rig =>
  edited(
    build(
      'guitar, splitter, isolator, digital delay, combo, combo',
      'guitar/out > splitter/in',
      'splitter/out-a > combo/input',
      'splitter/out-b > isolator/in',
      'isolator/out > digital-delay/in',
      'digital-delay/out > combo-2/input',
    ),
    trip('digital-delay', 1.5),
  );

describe('delay along a way', () => {
  test('a step at the end of each trip', () => {
    const rig = edited(fourCable(), trip('multi-effects', 2));
    const path = traceIn(of(rig)).paths[0]!;
    const route = delaysAlong(of(rig), path);
    expect(route.stops.map(({ kind, label, ms, total }) => [kind, label, ms, total.ms])).toEqual([
      ['converters', 'SEND 1', 2, 2],
      ['converters', 'OUT 1 L', 2, 4],
    ]);
    expect(route.total).toEqual({ ms: 4, lowMs: 4, highMs: 4 });
  });

  test('what is guessed has a range; a lead tells how late it is behind its converters', () => {
    const rig = fourCable();
    const { total } = delaysAlong(of(rig), traceIn(of(rig)).paths[0]!);
    expect(total.lowMs).toBe(1);
    expect(total.highMs).toBe(6);
    const leads = leadDelays(of(rig));
    expect(leads.get('lead-2')).toBe(0);
    expect(leads.get('lead-3')).toBeCloseTo(total.ms / 2, 9);
    expect(leads.get('lead-6')).toBeCloseTo(total.ms, 9);
  });

  test('a metre of air is 2.9 ms, a digital link 0.6', () => {
    const rig = edited(
      build(
        'guitar, combo, mic, desk',
        'guitar/out > combo/input',
        'combo/air ~ microphone/air',
        'microphone/out - desk/ch-1',
      ),
      long('lead-2', 2),
    );
    const path = traceIn(of(rig)).paths.find(({ output }) => output.box === 'desk')!;
    expect(delaysAlong(of(rig), path).total.ms).toBeCloseTo(5.8, 9);
  });
});

describe('where two ways meet', () => {
  test('two combos, one 1.5 ms late: notches from 333 Hz on, in the air', () => {
    const [meeting, ...others] = meetingsIn(of(twoCombos()));
    expect(others).toEqual([]);
    expect(meeting).toMatchObject({ where: 'air', unlike: false, byFader: false });
    expect(meeting!.seconds).toBeCloseTo(1.5e-3, 9);
    expect(meeting!.by.map((boxes) => boxes.map(({ id }) => id))).toEqual([
      ['isolator', 'digital-delay', 'combo-2'],
      ['combo'],
    ]);
    expect(meetingWords(meeting!)).toMatch(
      /^Combo and Combo 2 sound together: the way by Isolator, Digital delay and Combo 2 is 1\.5 ms later than the way by Combo; notches at 333 Hz, 1 kHz and 1\.7 kHz and on, all the way down\.$/,
    );
  });

  test('turned in one of them the bass goes; turned without any delay they cancel; the switch back mends it', () => {
    const turned = edited(twoCombos(), state('isolator', 'transformer', 'turned'));
    expect(meetingsIn(of(turned))[0]!.unlike).toBe(true);
    expect(meetingWords(meetingsIn(of(turned))[0]!)).toMatch(
      /turned against it; the bass goes, and notches at 667 Hz/,
    );
    const atOnce = edited(turned, trip('digital-delay', 0));
    expect(meetingWords(meetingsIn(of(atOnce))[0]!)).toMatch(
      /turned against the way by Combo; what is alike cancels/,
    );
    expect(meetingsIn(of(edited(atOnce, state('isolator', 'transformer', 'normal'))))).toEqual([]);
    const view = latencyView(turned, SOUND);
    expect(view.routes).toHaveLength(2);
    expect(view.routes.filter((route) => route.turned)).toHaveLength(1);
    expect(view.meetings[0]!.cure).toMatch(/polarity switch.*qualified person/i);
  });

  test('10 dB apart they still tell, farther they do not', () => {
    const apart = (db: number) =>
      meetingsIn(
        of({
          ...twoCombos(),
          boxes: twoCombos().boxes.map((box) =>
            box.id === 'digital-delay'
              ? {
                  ...box,
                  jacks: box.jacks.map((jack) => ({
                    ...jack,
                    modes: jack.modes.map((mode) =>
                      jack.id === 'in'
                        ? { ...mode, gainDb: { value: -db, source: 'manual' as const } }
                        : mode,
                    ),
                  })),
                }
              : box,
          ),
        }),
      );
    expect(apart(8)[0]!.weakerDb).toBeGreaterThan(1);
    expect(apart(40)).toEqual([]);
  });

  test('a feed and a microphone meet in the desk, as its faders stand', () => {
    const rig = edited(
      build(
        'guitar, splitter, digital delay, combo, mic, desk',
        'guitar/out > splitter/in',
        'splitter/out-a > combo/input',
        'combo/air ~ microphone/air',
        'microphone/out - desk/ch-1',
        'splitter/out-b > digital-delay/in',
        'digital-delay/out > desk/ch-2',
      ),
      long('lead-3', 0),
      trip('digital-delay', 2),
    );
    const meeting = meetingsIn(of(rig)).find(({ boxes }) => boxes[0]?.id === 'desk')!;
    expect(meeting).toMatchObject({ where: 'wire', byFader: true, weakerDb: 0 });
    expect(meeting.seconds).toBeCloseTo(2e-3, 9);
    expect(meetingWords(meeting)).toMatch(/^Two ways meet in Desk: .*, with both faders alike\.$/);
  });

  test('of a rig without a way there is nothing to tell', () => {
    const view = latencyView(build('guitar, combo'), SOUND);
    expect([view.routes, view.meetings, view.worst]).toEqual([[], [], '']);
  });
});
