// What drives hum, and what of it stands in series with each signal.
import { describe, expect, test } from '@jest/globals';
import { inNight, type Rig } from '../model';
import { build, fourCable, plugged } from '../testing/build';
import { changed, joined, lifted, onTwoCircuits, powered } from '../testing/grounds';
import { groundCurrents } from './currents';
import { groundGraph, shieldOhm } from './graph';
import { ASSUMED, fieldVolts } from './sources';

const of = (rig: Rig) => inNight(rig, null);
const rms = (values: readonly number[]) => Math.hypot(...values);
/** What stands in a lead, of the sources of one kind, V. */
const inLead = (rig: Rig, id: string, kind?: string) => {
  const { sources, leads } = groundCurrents(of(rig));
  const own = leads.find(({ lead }) => lead.id === id)!;
  return rms(own.volts.filter((_, i) => kind === undefined || sources[i]!.kind === kind));
};

describe('the field', () => {
  test('is 2 π f B l x along a run, x its place across the bundle', () => {
    const rig = fourCable();
    const run = 5;
    const at = (id: string) =>
      fieldVolts(
        of(rig),
        rig.leads.find((lead) => lead.id === id)!,
      );
    // Leads 3, 4 and 5 run between floor and backline, half a metre from each other while nobody has tied them.
    const perX = 2 * Math.PI * 50 * 0.2e-6 * run;
    expect(Math.abs(at('lead-3'))).toBe(0);
    expect(Math.abs(at('lead-4'))).toBeCloseTo(perX * 0.5, 9);
    expect(Math.abs(at('lead-5'))).toBeCloseTo(perX, 9);
    // Lead 4 comes back from the backline: stored the other way round.
    expect(Math.sign(at('lead-4'))).toBe(-Math.sign(at('lead-5')));
  });

  test('drives currents in loops only; opened in two of three shields it drives none', () => {
    const total = (rig: Rig) => {
      const { ties } = groundCurrents(of(rig));
      return rms(ties.filter(({ tie }) => tie.kind === 'signal').map(({ ampere }) => ampere));
    };
    expect(total(fourCable())).toBeGreaterThan(1e-6);
    expect(total(lifted(fourCable(), 'lead-3', 'lead-4'))).toBeLessThan(1e-15);
  });

  test('a whole shield has i R across it, and so much stands in series with its signal', () => {
    const rig = fourCable();
    const { ties, leads } = groundCurrents(of(rig));
    for (const { lead, volts } of leads) {
      const own = ties.find(({ tie }) => tie.lead === lead)!;
      expect(rms(volts)).toBeCloseTo(own.ampere * shieldOhm(lead), 12);
    }
  });
});

describe('earths', () => {
  test('lifting every shield between two earthed boxes leaves more than it takes', () => {
    const rig = powered(fourCable(), 'multi-effects', { class: 'I' });
    const open = lifted(rig, 'lead-3', 'lead-4', 'lead-5');
    expect(inLead(open, 'lead-3', 'earths')).toBeGreaterThan(3 * inLead(rig, 'lead-3', 'earths'));
    expect(inLead(open, 'lead-3', 'earths')).toBeCloseTo(ASSUMED.groupV, 6);
  });

  test('a noted difference stands for the assumed one', () => {
    const between = (one: Rig) => inLead(lifted(one, 'lead-3'), 'lead-3', 'earths');
    expect(between(onTwoCircuits())).toBeCloseTo(ASSUMED.circuitsV, 3);
    expect(between(onTwoCircuits([{ a: 'left', b: 'right', volts: 0.08 }]))).toBeCloseTo(0.08, 3);
  });

  test('of three outlets in a row the differences add up as powers, and a third figure adds nothing', () => {
    const between = (noted: Parameters<typeof onTwoCircuits>[0], circuit = 'three') => {
      const rig = onTwoCircuits(noted);
      const { mains } = rig.stage;
      const middle = { id: 'middle', name: 'Middle', circuit, group: '' };
      const circuits = [...mains.circuits, { id: 'three', name: 'three' }];
      const staged: Rig = {
        ...rig,
        stage: { ...rig.stage, mains: { ...mains, circuits, outlets: [...mains.outlets, middle] } },
      };
      return inLead(lifted(staged, 'lead-3'), 'lead-3', 'earths');
    };
    const row = [
      { a: 'left', b: 'middle', volts: 0.03 },
      { a: 'right', b: 'middle', volts: 0.04 },
    ];
    expect(between(row)).toBeCloseTo(0.05, 3);
    expect(between([...row, { a: 'left', b: 'right', volts: 1 }])).toBeCloseTo(0.05, 3);
    // Of one circuit it stands between the outlets, and what lies between circuits stays as it is assumed.
    expect(between([{ a: 'middle', b: 'left', volts: 0.03 }], 'one')).toBeCloseTo(
      Math.hypot(0.03, ASSUMED.circuitsV),
      3,
    );
  });
});

describe('leakage', () => {
  test('of a supply runs by the shields to the nearest earthed box: 100 µA in one shield', () => {
    const rig = build('guitar, fuzz, combo, supply', 'guitar/out > fuzz/in', 'fuzz/out > combo/input');
    const supply = rig.boxes.find(({ jacks }) => jacks.some(({ dcOutlet }) => dcOutlet))!;
    const outlet = supply.jacks.find(({ dcOutlet }) => dcOutlet)!.id;
    const fed = powered(joined(rig, 'dc', `${supply.id}/${outlet}`, 'fuzz/dc'), supply.id, { class: 'II' });
    const shield = shieldOhm(fed.leads[1]!);
    expect(inLead(fed, 'lead-2', 'leakage')).toBeCloseTo(100e-6 * shield, 9);
    expect(inLead(fed, 'lead-1', 'leakage')).toBeCloseTo(0, 12);
    const noted = powered(fed, supply.id, { leakageUa: { value: 15, source: 'measured' } });
    expect(inLead(noted, 'lead-2', 'leakage')).toBeCloseTo(15e-6 * shield, 9);
  });

  test('where nothing is earthed it goes nowhere', () => {
    const rig = powered(build('guitar, fuzz', 'guitar/out > fuzz/in'), 'fuzz', { class: 'II' });
    expect(groundGraph(of(rig)).ties).toHaveLength(1);
    expect(inLead(rig, 'lead-1', 'leakage')).toBe(0);
  });

  test('what floats beside what is earthed drives nothing', () => {
    const rig = powered(build('guitar, fuzz, combo', 'guitar/out > fuzz/in'), 'fuzz', { class: 'II' });
    expect(groundGraph(of(rig)).nodes.some(({ is }) => is === 'building')).toBe(true);
    const leaking = (one: Rig) =>
      groundCurrents(of(one)).sources.flatMap(({ kind, box }) => (kind === 'leakage' ? [box?.id] : []));
    expect(leaking(rig)).toEqual([]);
    expect(leaking(plugged(rig, 'fuzz/out > combo/input'))).toEqual(['fuzz']);
  });
});

describe('ripple', () => {
  test('of what shares outlets splits between its lead of the supply and the shields; an isolated outlet sends none', () => {
    const rig = build('guitar, fuzz, overdrive, combo, supply', 'fuzz/out > overdrive/in');
    const supply = rig.boxes.find(({ jacks }) => jacks.some(({ dcOutlet }) => dcOutlet))!;
    const outlets = supply.jacks.filter(({ dcOutlet }) => dcOutlet);
    const shared = (group: string | null): Rig => {
      const joint = changed(rig, supply.id, (box) => ({
        ...box,
        jacks: box.jacks.map((jack) =>
          jack.dcOutlet ? { ...jack, dcOutlet: { ...jack.dcOutlet, group } } : jack,
        ),
      }));
      const fed = ['fuzz', 'overdrive'].reduce(
        (r, id, i) => joined(r, 'dc', `${supply.id}/${outlets[i]!.id}`, `${id}/dc`),
        joint,
      );
      return powered(fed, 'fuzz', { dcMilliamps: { value: 100, source: 'measured' } });
    };
    const own = (r: Rig) => {
      const { sources, leads } = groundCurrents(of(r));
      const at = sources.findIndex(({ kind, box }) => kind === 'ripple' && box?.id === 'fuzz');
      return at < 0 ? null : Math.abs(leads.find(({ lead }) => lead.id === 'lead-1')!.volts[at]!);
    };
    // One per cent of 100 mA: by 0.1 ohm home, or by the shield and the other's 0.1 ohm.
    const shield = shieldOhm(rig.leads[0]!);
    expect(own(shared('all'))).toBeCloseTo((1e-3 * 0.1 * shield) / (0.2 + shield), 9);
    expect(own(shared(null))).toBeNull();
  });
});
