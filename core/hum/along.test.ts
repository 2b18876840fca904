// Hum at the outputs of a rig, by hand.
import { describe, expect, test } from '@jest/globals';
import { inSetting, type Rig } from '../model';
import { dbuOf } from '../level';
import { traceIn } from '../signal';
import { build, fourCable } from '../testing/build';
import { changed, joined, lifted, powered, withJack } from '../testing/grounds';
import { humAlong, isTooMuch } from './along';
import { factorDb } from './factors';
import { coilsMv } from './pickup';

const AT_REST = { variant: null, sound: '' };

function humOf(rig: Rig, route = 0) {
  const of = inSetting(rig, AT_REST);
  const found = humAlong(of, traceIn(of).paths[route]!);
  expect(found).not.toBeNull();
  return found!;
}

/** A guitar by a fuzz into a combo; the fuzz on a double-insulated supply. */
function leaking(): Rig {
  const rig = build('guitar, fuzz, combo, supply', 'guitar/out > fuzz/in', 'fuzz/out > combo/input');
  const supply = rig.boxes.find(({ jacks }) => jacks.some(({ dcOutlet }) => dcOutlet))!;
  const outlet = supply.jacks.find(({ dcOutlet }) => dcOutlet)!.id;
  return powered(joined(rig, 'dc', `${supply.id}/${outlet}`, 'fuzz/dc'), supply.id, { class: 'II' });
}

describe('hum at an output', () => {
  test('is what stands in a lead by the small-signal gain from its far end on', () => {
    const rig = leaking();
    const { humDbu, leads, stops } = humOf(rig);
    const own = leads.find(({ lead }) => lead.id === 'lead-2')!;
    const input = stops.find(({ stop }) => stop.part.id === 'combo/input')!.stop;
    const gain = stops.at(-1)!.stop.gainDb - input.gainDb;
    expect(gain).toBeGreaterThan(15);
    expect(own.dbu).toBeCloseTo(dbuOf(own.volts) + gain, 6);
    // The other lead stands before the fuzz, whose gain it has too; its shield carries next to nothing.
    expect(humDbu).toBeGreaterThanOrEqual(own.dbu - 0.5);
    expect(own.share).toBeGreaterThan(0.5);
  });

  test('a ceiling takes nothing of it: gain is that of small signals', () => {
    const { stops } = humOf(fourCable());
    const [first, preamp] = [stops[0]!.stop, stops.find(({ stop }) => stop.label === 'Preamp')!.stop];
    expect(preamp.headroomDb).toBeLessThan(0);
    expect(preamp.gainDb - first.gainDb).toBeCloseTo(preamp.averageDbu - first.averageDbu, 6);
    expect(preamp.gainDb - first.gainDb).toBeGreaterThan(preamp.peakDbu - first.peakDbu + 6);
  });

  test('leads add with their signs; a stage between them that turns the signal turns what came before it', () => {
    const rig = fourCable();
    const plain = humOf(rig);
    const turned = humOf(
      changed(rig, 'valve-head', (box) => ({
        ...box,
        blocks: box.blocks.map((block) =>
          block.role === 'preamp'
            ? { ...block, states: block.states.map((state) => ({ ...state, inverts: !state.inverts })) }
            : block,
        ),
      })),
    );
    const volts = (id: string) => 10 ** (plain.leads.find(({ lead }) => lead.id === id)!.dbu / 20);
    const [front, back] = [volts('lead-3'), volts('lead-5')];
    // The field's loop runs out by the one and home by the other.
    expect(10 ** (plain.humDbu / 20)).toBeCloseTo(Math.abs(front - back), 6);
    expect(10 ** (turned.humDbu / 20)).toBeCloseTo(front + back, 6);
  });

  test('the sum over leads of one source is at most the sum of their amounts', () => {
    const route = humOf(fourCable());
    const most = route.leads.reduce((sum, { dbu }) => sum + 10 ** (dbu / 20), 0);
    expect(10 ** (route.humDbu / 20)).toBeLessThanOrEqual(most * (1 + 1e-9));
  });

  test('is told so far at each stop, never more than the leads up to there bring', () => {
    const { stops, humDbu } = humOf(fourCable());
    expect(stops[0]!.humDbu).toBeLessThan(-200);
    expect(stops.at(-1)!.humDbu).toBe(humDbu);
  });
});

describe('what a lead rejects', () => {
  test.each([
    ['transformer', 50, -60],
    ['transformer', 500, -40],
    ['balanced', 50, -50],
    ['twin-core', 100, -40],
    ['nothing', 50, 0],
  ] as const)('%s at %i Hz: %i dB', (rejects, hertz, db) => {
    expect(factorDb(rejects, hertz)).toBeCloseTo(db, 9);
  });

  test('a transformer in a lead leaves a thousandth of what stands across it', () => {
    const isolated = (rig: Rig): Rig => ({
      ...rig,
      leads: rig.leads.map((lead) =>
        lead.id === 'lead-3' ? { ...lead, break: { kind: 'transformer' as const } } : lead,
      ),
    });
    const rig = powered(fourCable(), 'multi-effects', { class: 'I' });
    const [open, apart] = [lifted(rig, 'lead-3'), isolated(rig)].map((one) =>
      humOf(one).leads.find(({ lead }) => lead.id === 'lead-3')!,
    );
    expect(apart!.volts).toBeCloseTo(open!.volts, 12);
    expect(apart!.dbu - open!.dbu).toBeCloseTo(-60, 6);
  });

  test.each([
    ['lifted', 'balanced', 'transformer'],
    ['audio', 'balanced', 'balanced'],
    // The same jacks by a lead of two contacts.
    ['audio', 'instrument', 'nothing'],
  ] as const)('a transformer output, its ground %s, into a desk by %s lead: %s', (ground, kind, rejects) => {
    const rig = build('guitar, passive di, desk', 'guitar/out > passive-di/in', 'passive-di/out > desk/ch-1');
    const switched = withJack(rig, 'passive-di', 'out', { ground, modes: [], mode: null });
    const led = { ...switched, leads: switched.leads.map((lead, i) => (i === 1 ? { ...lead, kind } : lead)) };
    expect(humOf(led).leads.at(-1)!.rejects).toBe(rejects);
  });
});

describe('the pickup', () => {
  const coil = (value: number, more = {}) => ({
    pickup: { id: 'p', name: 'P', humMvPerUt: { value, source: 'manual' as const } },
    half: false,
    flipped: false,
    ...more,
  });

  test('coils in series add, side by side they share, a turned one takes away', () => {
    expect(coilsMv([coil(1.2)], 'parallel')).toBeCloseTo(1.2);
    expect(coilsMv([coil(1.2), coil(1.2)], 'series')).toBeCloseTo(2.4);
    expect(coilsMv([coil(1.2), coil(1.2)], 'parallel')).toBeCloseTo(1.2);
    expect(coilsMv([coil(1.2), coil(1.2, { flipped: true })], 'series')).toBeCloseTo(0);
    expect(coilsMv([coil(0.07, { half: true })], 'parallel')).toBeCloseTo(1.2);
  });

  test('hears the field where the player stands, by the gain of the whole way', () => {
    const rig = fourCable();
    const { pickupDbu, stops } = humOf(rig);
    const near = {
      ...rig,
      stage: { ...rig.stage, places: rig.stage.places.map((one) => ({ ...one, fieldUt: 2 })) },
    };
    expect(humOf(near).pickupDbu - pickupDbu).toBeCloseTo(20, 6);
    expect(pickupDbu - stops.at(-1)!.stop.gainDb).toBeLessThan(-60);
  });
});

test('hum under the limit, or hidden by the pickup, is not too much', () => {
  const route = humOf(fourCable());
  const at = (humDbu: number, pickupDbu: number) => ({
    ...route,
    humDbu,
    pickupDbu,
    underDb: route.averageDbu - humDbu,
  });
  const loud = route.averageDbu - 40;
  expect(isTooMuch(at(loud, loud - 20), 50)).toBe(true);
  expect(isTooMuch(at(loud, loud + 5), 50)).toBe(true);
  expect(isTooMuch(at(loud, loud + 7), 50)).toBe(false);
  expect(isTooMuch(at(route.averageDbu - 51, -200), 50)).toBe(false);
});
