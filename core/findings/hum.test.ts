// What is found of hum: by which source, in one line, and what is offered, with nothing that is not safe.
import { describe, expect, test } from '@jest/globals';
import { humAlong, listenBasis, listenStep } from '../hum';
import { inNight, inSetting, pluggedIn, type Rig } from '../model';
import { traceIn } from '../signal';
import { build, edited, fourCable } from '../testing/build';
import { proved } from '../testing/finding-cases-hum';
import { earthed, joined, lifted, onTwoCircuits } from '../testing/grounds';
import { limit } from '../testing/short-edits';
import { cureOf, judge, merged, sentenceOf } from './index';

const found = (rig: Rig, code: string) => judge(rig, null).filter((f) => f.code === code);
const field = (rig: Rig, fieldUt: number) =>
  edited(rig, { edit: 'setPlaceField', arguments: { id: 'backline', fieldUt } });

/** Hum of the grounds under the signal, and the pickup’s, at the end of the first way, dB. */
const under = (rig: Rig) => {
  const of = inSetting(rig, { variant: null, sound: rig.sounds[0]!.id });
  const { underDb, pickupUnderDb } = humAlong(of, traceIn(of).paths[0]!)!;
  return { underDb, pickupUnderDb };
};

describe('hum over the limit', () => {
  test('is told with the figure of the layer, from the limit on and not before', () => {
    for (const fieldUt of [1, 2, 5, 20, 100]) {
      const rig = field(proved(fourCable()), fieldUt);
      const { underDb } = under(rig);
      const told = found(rig, 'HUM-LOOP')[0]?.figures[0]?.value;
      if (underDb < 50) expect(told).toBeCloseTo(underDb, 9);
      else expect(told).toBeUndefined();
    }
  });

  test('the pickup’s own hides what is 6 dB under it', () => {
    const rig = field(proved(fourCable()), 20);
    expect(found(rig, 'HUM-LOOP')).toHaveLength(1);
    const player = edited(rig, { edit: 'setPlaceField', arguments: { id: 'player', fieldUt: 900 } });
    expect(under(player).pickupUnderDb).toBeLessThan(under(player).underDb - 6);
    expect(found(player, 'HUM-LOOP')).toEqual([]);
  });

  test('its cure brings every output of the sound under the limit', () => {
    const rig = field(proved(fourCable()), 20);
    const [finding] = found(rig, 'HUM-LOOP');
    const cured = edited(rig, cureOf(rig, finding!)!.edit);
    expect(under(cured).underDb).toBeGreaterThan(50);
  });

  test('where no set of acts is enough nothing is offered', () => {
    const rig = edited(field(proved(fourCable()), 1000), limit('humDb', 90));
    for (const finding of found(rig, 'HUM-LOOP')) expect(cureOf(rig, finding)).toBeNull();
    expect(found(rig, 'HUM-LOOP')).toHaveLength(1);
  });

  test('beside an earth that nobody has proved nothing is offered, and why is said', () => {
    const rig = field(fourCable(), 20);
    const [finding] = found(rig, 'HUM-LOOP');
    expect(cureOf(rig, finding!)).toBeNull();
    expect(sentenceOf(rig, finding!).why).toMatch(
      /Nothing is lifted or isolated there before the earth of Valve head is proved by a qualified person\.$/,
    );
    expect(sentenceOf(proved(rig), found(proved(rig), 'HUM-LOOP')[0]!).why).not.toMatch(/proved/);
  });

  test('a run that hums because it is long and unbalanced is one line', () => {
    const rig = edited(
      earthed(
        build('guitar, unit, desk', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l > desk/ch-1'),
        'multi-effects',
      ),
      { edit: 'setLeadLength', arguments: { id: 'lead-2', lengthM: 20, by: 'hand' } },
    );
    expect(found(rig, 'HUM-LOOP').map(({ parts }) => parts[0]!.id)).toEqual(['lead-2']);
    const shown = merged(rig, judge(rig, null)).filter(({ finding }) => finding.code.startsWith('HUM'));
    expect(shown.map(({ finding, brings }) => [finding.code, brings.map(({ code }) => code)])).toEqual([
      ['HUM-UNBAL', ['HUM-LOOP']],
    ]);
  });
});

describe('opened shields', () => {
  const worse = (): Rig => lifted(proved(earthed(fourCable(), 'multi-effects')), 'lead-3');

  test('what somebody heard to be quieter is not said to be louder', () => {
    expect(found(worse(), 'HUM-LIFTWORSE')).toHaveLength(1);
    const rig = worse();
    const entry = pluggedIn(inNight(rig, null)).find(({ lead }) => lead.id === 'lead-3')!;
    const tick = {
      step: listenStep(entry.lead),
      basis: listenBasis(rig, entry),
      mark: 'done' as const,
      at: '2026-11-01T10:00:00Z',
      note: '',
      quieter: 'lifted' as const,
    };
    const walk = {
      id: 'w',
      type: 'listen' as const,
      started: tick.at,
      ended: null,
      venue: 'Hall',
      ticks: [],
    };
    const heard = edited(
      rig,
      { edit: 'startWalk', arguments: { walk } },
      { edit: 'tick', arguments: { walk: 'w', tick } },
    );
    expect(found(heard, 'HUM-LIFTWORSE')).toEqual([]);
  });

  test('the first cure is to restore it', () => {
    const [finding] = found(worse(), 'HUM-LIFTWORSE');
    expect(cureOf(worse(), finding!)!.label).toBe('Restore the shield of lead 3');
  });

  test('a box is adrift only where nothing else joins its ground', () => {
    const rig = build('guitar, fuzz, combo, supply', 'guitar/out > fuzz/in', 'fuzz/out > combo/input');
    const open = lifted(rig, 'lead-2');
    expect(found(open, 'HUM-ADRIFT').map(({ parts }) => parts.map(({ id }) => id))).toEqual([
      ['lead-2', 'fuzz'],
    ]);
    expect(found(lifted(fourCable(), 'lead-3'), 'HUM-ADRIFT')).toEqual([]);
    // A pair brings its return along.
    const pair: Rig = {
      ...open,
      leads: open.leads.map((lead) => (lead.id === 'lead-2' ? { ...lead, kind: 'balanced' } : lead)),
    };
    expect(found(pair, 'HUM-ADRIFT')).toEqual([]);
  });
});

describe('wirings that hum as a rule', () => {
  test('a desk on the house’s own circuit is no second circuit of the rig', () => {
    const apart = found(onTwoCircuits(), 'HUM-CIRCUITS');
    expect(apart.map(({ parts }) => parts.map(({ id }) => id).sort())).toEqual([
      ['valve-head', 'valve-head-2'],
    ]);
    const rig = onTwoCircuits();
    const noLead: Rig = { ...rig, leads: rig.leads.filter(({ id }) => id !== 'lead-3') };
    expect(found(noLead, 'HUM-CIRCUITS')).toEqual([]);
  });

  test('plugs are not moved to a circuit that they would overload', () => {
    const rig = onTwoCircuits();
    const { mains } = rig.stage;
    const tight: Rig = {
      ...rig,
      stage: {
        ...rig.stage,
        mains: { ...mains, circuits: mains.circuits.map((one) => ({ ...one, amps: 0.3 })) },
      },
    };
    expect(cureOf(rig, found(rig, 'HUM-CIRCUITS')[0]!)?.label).toMatch(
      /^Move the mains plug of .*, switched off$/,
    );
    expect(cureOf(tight, found(tight, 'HUM-CIRCUITS')[0]!)).toBeNull();
  });

  test('what hangs on one outlet by a chain shares its ground: a loop more', () => {
    const chain = (rig: Rig): Rig =>
      joined(
        joined(rig, 'dc', 'shared-supply/out-1', 'overdrive/dc'),
        'dc',
        'shared-supply/out-2',
        'digital-delay/dc',
      );
    const rig = chain(
      build(
        'guitar, od, delay, combo, shared supply',
        'guitar/out > overdrive/in',
        'overdrive/out > digital-delay/in',
        'digital-delay/out > combo/input',
      ),
    );
    const [finding] = found(rig, 'HUM-SUPPLY');
    expect(sentenceOf(rig, finding!).text).toBe(
      'Digital delay (digital) shares the ground of Shared supply with Overdrive.',
    );
    expect(cureOf(rig, finding!)).toBeNull();
  });
});
