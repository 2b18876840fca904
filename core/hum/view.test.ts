// What the Hum layer and its cures tell, in words and figures.
import { describe, expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { build } from '../testing/build';
import { lifted, powered } from '../testing/grounds';
import { largeRig } from '../testing/large-rig';
import { outcome } from '../units';
import { earthDue } from './earths';
import { humView, planHum, type HumPlan } from './index';

const SETTING = { variant: null, sound: 'sound-1' };

/** A unit into the return of a head, and into a desk on the house's circuit. */
const intoDesk = (): Rig =>
  build(
    'guitar, unit, valve head, cab 16, desk',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > valve-head/return',
    'multi-effects/out-2-l > desk/ch-1',
    'valve-head/spk-16 = cabinet/in',
  );

const proved = (rig: Rig): Rig =>
  ['valve-head', 'desk'].reduce(
    (r, id) => powered(r, id, { earthProved: { by: 'Electrician', date: '2026-05-01' } }),
    rig,
  );

const planned = (rig: Rig): HumPlan => outcome(planHum(rig, null));

describe('the view of a route', () => {
  test('says the worst in one sentence: how far under the signal, by which lead, from what, beside the pickup', () => {
    const { caption, end, leads, sources } = humView(intoDesk(), SETTING, 0);
    expect(caption).toMatch(
      /^Hum of the grounds is \d+ dB under the signal, \d+ dB over the limit: most of it by lead 2, from earths that differ; the pickup’s own is \d+ dB under it\. ±6 dB\.$/,
    );
    expect(end!.isTooMuch).toBe(true);
    expect(leads[0]!.number).toBe(2);
    expect(leads.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    // Of one name once, the strongest first.
    expect(new Set(sources.map(({ words }) => words)).size).toBe(sources.length);
    expect(sources.map(({ underDb }) => underDb)).toEqual(
      sources.map(({ underDb }) => underDb).sort((a, b) => a - b),
    );
  });

  test('names no source that nobody could hear: earths that nothing but a cabinet joins', () => {
    const { sources } = humView(largeRig(40, 1), SETTING, 0);
    expect(sources.map(({ words }) => words)).toEqual(['the field around the leads']);
  });

  test('tells each loop with what runs in it, what it adds, and what breaks it', () => {
    const [loop] = humView(proved(intoDesk()), SETTING, 0).loops;
    expect(loop!.words).toBe('leads 2 and 3 and the earths of Valve head and Desk');
    expect(loop!.ampere).toBeGreaterThan(1e-3);
    expect(loop!.addsDb).toBeGreaterThan(20);
    expect(loop!.breaks).toBe('lift the shield at the receiving end of lead 3');
  });

  test('beside an earth that is not proved a loop is broken by nothing but having it proved', () => {
    const [loop] = humView(intoDesk(), SETTING, 0).loops;
    expect(loop!.breaks).toBe('have the earth of Valve head and Desk proved first');
  });

  test('what is quieter here and louder at another amplifier breaks nothing', () => {
    const rig = ['combo', 'combo-2'].reduce(
      (r, id) => powered(r, id, { earthProved: { by: 'Electrician', date: '2026-05-01' } }),
      build(
        'guitar, unit, combo, combo',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > combo/input',
        'multi-effects/out-1-r > combo-2/input',
      ),
    );
    const [loop] = humView(rig, SETTING, 0).loops;
    expect(loop!.breaks).toBe('put an isolating transformer at the receiving end of lead 3');
  });

  test('what is broken already is no loop', () => {
    expect(humView(lifted(intoDesk(), 'lead-3'), SETTING, 0).loops).toHaveLength(0);
  });

  test('of a route that is none', () => {
    expect(humView(build('guitar, combo'), SETTING, 0)).toMatchObject({ end: null, leads: [], loops: [] });
  });

  test('names what is assumed, and what is noted no more', () => {
    const rig = intoDesk();
    const words = (r: Rig) => humView(r, SETTING, 0).assumed.join('; ');
    expect(words(rig)).toContain('0.2 µT around');
    const noted: Rig = {
      ...rig,
      stage: { ...rig.stage, places: rig.stage.places.map((place) => ({ ...place, fieldUt: 0.05 })) },
    };
    expect(words(noted)).not.toContain('µT');
    // A box on its own transformer, of which nobody has said what it leaks; those with an earth leak into that.
    expect(words(rig)).not.toContain('leakage');
    const insulated = powered(rig, 'valve-head', { class: 'II' });
    expect(words(insulated)).toMatch(/of leakage from Valve head;/);
    expect(
      words(powered(insulated, 'valve-head', { leakageUa: { value: 40, source: 'measured' } })),
    ).not.toContain('leakage');
  });
});

describe('the plan', () => {
  test('tells what the cheapest cure is, what it leaves, and that a loop less is not hum less', () => {
    const plan = planned(proved(intoDesk()));
    expect(plan.overDb).toBeGreaterThan(10);
    expect(plan.best!.acts.map(({ words }) => words)).toEqual([
      'Lift the shield at the receiving end of lead 3',
    ]);
    expect(plan.best!.edits).toEqual([
      { edit: 'setLeadBreak', arguments: { id: 'lead-3', break: { kind: 'lift', end: 'to' } } },
    ]);
    for (const { bestDb } of plan.outputs) expect(bestDb).toBeGreaterThan(plan.limitDb);
    expect(plan.loopFree).toEqual({ leads: [3], cost: 2 });
    expect(plan.worse.map(({ words }) => words)).toEqual(['Lift the shield at the receiving end of lead 2']);
  });

  test('has nothing but earths to be proved before they are', () => {
    const plan = planned(intoDesk());
    expect(plan.best).toBeNull();
    expect(plan.unproved.map(({ name }) => name)).toEqual(['Valve head', 'Desk']);
  });
});

test('an earth is due again after the months of the house, on the last day of a shorter month', () => {
  const [head] = powered(build('valve head'), 'valve-head', {
    earthProved: { by: 'Electrician', date: '2026-08-31' },
  }).boxes;
  expect(earthDue(head!, 12)).toBe('2027-08-31');
  expect(earthDue(head!, 6)).toBe('2027-02-28');
  expect(earthDue(build('valve head').boxes[0]!, 12)).toBeNull();
});
