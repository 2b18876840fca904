// What was heard at venues: whose it is, when it lapses, and that it goes before what is reckoned.
import { describe, expect, test } from '@jest/globals';
import { inNight, pluggedIn, type Rig, type Tick, type Walk } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { variant } from '../testing/edit-cases';
import { earthed, lifted, powered } from '../testing/grounds';
import { outcome } from '../units';
import { humActs } from './acts';
import { heardOfAct, heardWords, listenBasis, listenStep, newestHeard } from './heard';
import { listenings } from './listen';
import { planHum } from './plan';
import { shieldBook } from './shields';
import { humView } from './view';

/** A rig in which a lead was listened to. */
function heard(rig: Rig, lead: string, made: Partial<Tick>, more: Partial<Walk> = {}): Rig {
  const entry = pluggedIn(inNight(rig, null)).find((one) => one.lead.id === lead)!;
  const walk: Walk = {
    id: `walk-${rig.walks.length + 1}`,
    type: 'listen',
    variant: null,
    started: '2026-05-01',
    ended: '2026-05-01',
    venue: 'Town Hall',
    ticks: [
      {
        step: listenStep({ id: lead }),
        basis: listenBasis(rig, entry),
        mark: 'done',
        note: '',
        at: '2026-05-01T20:00:00Z',
        ...made,
      },
    ],
    ...more,
  };
  return edited(rig, { edit: 'startWalk', arguments: { walk } });
}

/** A four-cable rig whose unit and head both have an earth that is proved. */
function proved(): Rig {
  const rig = earthed(fourCable(), 'multi-effects');
  return ['multi-effects', 'valve-head'].reduce(
    (r, id) => powered(r, id, { earth: 'kept', earthProved: { by: 'Electrician', date: '2026-04-01' } }),
    rig,
  );
}

const newest = (rig: Rig, lead: string) => newestHeard(inNight(rig, null), lead);

describe('what was heard', () => {
  const rig = heard(proved(), 'lead-3', { quieter: 'lifted', value: 6 });

  test('stands in words with its figure, day and venue', () => {
    expect(heardWords(newest(rig, 'lead-3')!)).toBe('quieter lifted, by 6 dB; heard 2026-05-01, Town Hall');
    const alike = heard(proved(), 'lead-3', { quieter: 'alike', note: 'cabinet microphone' });
    expect(heardWords(newest(alike, 'lead-3')!)).toBe(
      'alike, lifted or whole; heard 2026-05-01, Town Hall, cabinet microphone',
    );
  });

  test('the newest goes before an older one, whichever was written first', () => {
    const later = heard(rig, 'lead-3', { quieter: 'whole', at: '2026-06-01' });
    expect(newest(later, 'lead-3')?.quieter).toBe('whole');
    const earlier = heard(rig, 'lead-3', { quieter: 'whole', at: '2026-03-01' });
    expect(newest(earlier, 'lead-3')?.quieter).toBe('lifted');
    // Two of one day: the one that was written last.
    expect(newest(heard(rig, 'lead-3', { quieter: 'whole' }), 'lead-3')?.quieter).toBe('whole');
  });

  test('is of its night, and of the lead as it was plugged; a skipped one says nothing', () => {
    const nights = edited(rig, { edit: 'addVariant', arguments: { variant: variant('other') } });
    expect(newestHeard(inNight(nights, 'other'), 'lead-3')).toBeNull();
    const there = heard(nights, 'lead-3', { quieter: 'whole' }, { variant: 'other' });
    expect(newestHeard(inNight(there, 'other'), 'lead-3')?.quieter).toBe('whole');
    expect(newest(there, 'lead-3')?.quieter).toBe('lifted');
    expect(newest(heard(proved(), 'lead-3', { quieter: 'lifted', mark: 'skipped' }), 'lead-3')).toBeNull();
    expect(newest(heard(proved(), 'lead-3', {}), 'lead-3')).toBeNull();
    const moved = edited(edited(rig, { edit: 'unplug', arguments: { lead: 'lead-5', side: 'to' } }), {
      edit: 'replug',
      arguments: { lead: 'lead-3', side: 'to', at: [{ box: 'valve-head', jack: 'return' }] },
    });
    expect(newest(moved, 'lead-3')).toBeNull();
  });

  test('stands in the book of shields beside what is in them', () => {
    const both = lifted(rig, 'lead-2');
    expect(shieldBook(inNight(both, null))).toEqual([
      { number: 2, ends: 'FUZZ OUT → MULTI INPUT', shield: 'shield lifted', heard: [] },
      expect.objectContaining({
        number: 3,
        shield: 'whole',
        heard: ['quieter lifted, by 6 dB; heard 2026-05-01, Town Hall'],
      }),
    ]);
  });
});

describe('goes before what is reckoned', () => {
  const acts = (rig: Rig) => {
    const of = inNight(rig, null);
    return humActs(of).flatMap((act) => {
      const ear = heardOfAct(of, act);
      return ear ? [`${act.kind} ${ear.stands}`] : [];
    });
  };
  const view = (rig: Rig) => humView(rig, { variant: null, sound: rig.sounds[0]!.id }, 0);

  test('for and against a lift, and a restoring', () => {
    const rig = proved();
    expect(acts(heard(rig, 'lead-3', { quieter: 'lifted' }))).toEqual(['lift for']);
    expect(acts(heard(rig, 'lead-3', { quieter: 'whole' }))).toEqual(['lift against']);
    expect(acts(heard(rig, 'lead-3', { quieter: 'alike' }))).toEqual(['lift against']);
    const open = lifted(rig, 'lead-3');
    expect(acts(heard(open, 'lead-3', { quieter: 'lifted' }))).toEqual(['restore against']);
    expect(acts(heard(open, 'lead-3', { quieter: 'whole' }))).toEqual(['restore for']);
  });

  test('a loop is broken by the lead that was heard to be quieter lifted; by no lift that was heard to do nothing', () => {
    const rig = proved();
    const before = view(rig).loops;
    for (const loop of before) {
      const one = loop.leads[0]!;
      const quieter = view(heard(rig, one.id, { quieter: 'lifted', value: 9 }));
      const same = quieter.loops.find(({ key }) => key === loop.key)!;
      expect(same.breaks).toMatch(new RegExp(`^lift .* lead ${one.number}$`));
      expect(same.heardDb).toBe(9);
      expect(same.heard).toEqual([expect.stringContaining(`lead ${one.number} quieter lifted, by 9 dB`)]);
      const louder = view(heard(rig, one.id, { quieter: 'whole' }));
      const other = louder.loops.find(({ key }) => key === loop.key)!;
      expect(other.breaks).not.toMatch(new RegExp(`^lift .* lead ${one.number}$`));
      expect(other.heardDb).toBeNull();
    }
    expect(before.length).toBeGreaterThanOrEqual(2);
  });

  test('the plan tells it with the figure that is reckoned, and offers what was heard to be quieter at a press', () => {
    const plan = (rig: Rig) => outcome(planHum(rig, null));
    const quieter = plan(heard(proved(), 'lead-3', { quieter: 'lifted', value: 9 }));
    expect(quieter.heard).toEqual([
      {
        words: 'Lift the shield at the receiving end of lead 3',
        heard: 'quieter lifted, by 9 dB; heard 2026-05-01, Town Hall',
        reckonedDb: expect.any(Number),
        edits: [{ edit: 'setLeadBreak', arguments: { id: 'lead-3', break: { kind: 'lift', end: 'to' } } }],
      },
    ]);
    expect(quieter.worse.map(({ words }) => words)).not.toContain(quieter.heard[0]!.words);
    const [{ reckonedDb, edits }] = quieter.heard as [(typeof quieter.heard)[number]];
    const worst = ({ outputs }: ReturnType<typeof plan>) =>
      Math.min(...outputs.map(({ todayDb }) => todayDb ?? 0));
    const then = plan(edited(proved(), edits[0]!));
    // As far as it stands under the signal then, beside today.
    expect(worst(then) - worst(quieter)).toBeCloseTo(reckonedDb, 6);
    expect(Math.abs(reckonedDb)).toBeGreaterThan(0.1);
    const louder = plan(heard(proved(), 'lead-3', { quieter: 'whole' }));
    expect(louder.heard.map(({ edits }) => edits)).toEqual([[]]);
    const acts = [louder.best, louder.single].flatMap((cure) => cure?.acts ?? []);
    expect(acts.map(({ words }) => words)).not.toContain(quieter.heard[0]!.words);
  });

  test('beside an earth that is not proved nothing is offered, whatever was heard', () => {
    const rig = powered(proved(), 'valve-head', { earthProved: undefined });
    const plan = outcome(planHum(heard(rig, 'lead-3', { quieter: 'lifted', value: 9 }), null));
    expect(plan.heard.map(({ edits }) => edits)).toEqual([[]]);
    expect(plan.unproved.map(({ id }) => id)).toEqual(['valve-head']);
  });
});

describe('which shields are listened to', () => {
  const of = (rig: Rig) => listenings(inNight(rig, null));

  test('of each loop one: the lead whose lift is reckoned to do most; every loop is met', () => {
    const rig = proved();
    const { leads, held } = of(rig);
    expect(held).toEqual([]);
    expect(leads.length).toBeGreaterThanOrEqual(2);
    const setting = { variant: null, sound: rig.sounds[0]!.id };
    for (const { leads: own } of humView(rig, setting, 0).loops)
      expect(leads.some(({ lead }) => own.some(({ id }) => id === lead.id))).toBe(true);
    for (const { loops } of leads) expect(loops.length).toBeGreaterThan(0);
    expect(leads.map(({ estimateDb }) => estimateDb)).toEqual(
      leads.map(({ estimateDb }) => estimateDb).sort((a, b) => b - a),
    );
  });

  test('whichever lead of a loop does most when lifted is among them, whatever its number', () => {
    const rig = proved();
    const alone = ({ id }: { readonly id: string }) =>
      of(lifted(rig, id)).leads.find(({ lead }) => lead.id === id)?.estimateDb ?? -Infinity;
    const looped = humView(rig, { variant: null, sound: rig.sounds[0]!.id }, 0).loops.flatMap(
      ({ leads }) => leads,
    );
    const best = Math.max(...looped.map(alone));
    expect(best).toBeGreaterThan(-Infinity);
    const [first] = of(rig).leads;
    expect(first!.estimateDb).toBeCloseTo(best, 9);
    // It stands for both loops that it is in.
    expect(of(rig).leads.map(({ lead }) => lead.number)).toEqual([3, 5]);
    expect(Math.max(...looped.map(({ number }) => number))).not.toBe(first!.lead.number);
  });

  test('a shield that is lifted already is listened to as well', () => {
    expect(of(lifted(proved(), 'lead-4')).leads.find(({ lead }) => lead.id === 'lead-4')).toMatchObject({
      isLifted: true,
    });
  });

  test('what waits for an earth is named with its leads; the last ground of a box is never lifted', () => {
    const { leads, held } = of(powered(proved(), 'valve-head', { earthProved: undefined }));
    expect(leads).toEqual([]);
    expect(held.map(({ box, leads: own }) => [box.id, own.map(({ number }) => number)])).toEqual([
      ['valve-head', [3, 4, 5]],
    ]);
    const last = build(
      'guitar, od, valve head',
      'guitar/out > overdrive/in',
      'overdrive/out > valve-head/input',
    );
    expect(of(last)).toEqual({ leads: [], held: [] });
  });

  test('the estimate is what the hum of the rig itself differs by', () => {
    const rig = proved();
    const { leads } = of(rig);
    const plan = (r: Rig) => outcome(planHum(r, null));
    for (const { lead, estimateDb } of leads) {
      const worst = (r: Rig) =>
        Math.max(
          ...plan(r).outputs.map(
            ({ todayDb, pickupUnderDb }) =>
              10 * Math.log10(10 ** (-(todayDb ?? 0) / 10) + 10 ** (-pickupUnderDb / 10)),
          ),
        );
      expect(worst(rig) - worst(lifted(rig, lead.id))).toBeCloseTo(estimateDb, 3);
    }
  });
});
