// The cheapest cure of hum, against every set done to the rig itself.
import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { inNight, inSetting, type Rig } from '../model';
import { traceIn } from '../signal';
import { build, fourCable } from '../testing/build';
import { changed, earthed, joined, lifted, powered, withJack } from '../testing/grounds';
import { outcome } from '../units';
import { HEARD_DB, humAlong } from './along';
import { humActs, shieldedLeads, type HumAct } from './acts';
import { cureHum, type HumCures } from './cures';
import { HumTrials } from './trials';

const cured = (rig: Rig): HumCures => outcome(cureHum(inNight(rig, null)));

const limited = (rig: Rig, humDb: number): Rig => ({
  ...rig,
  houseRules: { ...rig.houseRules, limits: { ...rig.houseRules.limits, humDb } },
});

/** Every earth of the rig proved. */
const proved = (rig: Rig): Rig =>
  rig.boxes
    .filter(({ power }) => power.class === 'I')
    .reduce((r, { id }) => powered(r, id, { earthProved: { by: 'Electrician', date: '2026-05-01' } }), rig);

/** One board into two combos, each on a circuit of its own. */
function twoCombos(): Rig {
  const rig = build(
    'guitar, unit, combo, combo',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > combo/input',
    'multi-effects/out-1-r > combo-2/input',
  );
  const outlet = (id: string, circuit: string) => ({ id, name: id, circuit, group: '' });
  const mains = {
    ...rig.stage.mains,
    circuits: ['one', 'two'].map((id) => ({ id, name: `Circuit ${id}` })),
    outlets: [outlet('left', 'one'), outlet('right', 'two')],
  };
  const staged: Rig = { ...rig, stage: { ...rig.stage, mains } };
  return withJack(withJack(staged, 'combo', 'mains', { wallOutlet: 'left' }), 'combo-2', 'mains', {
    wallOutlet: 'right',
  });
}

const doneTo = ({ at }: HumAct) => ('lead' in at ? at.lead.id : at.box.id);
const without = (rig: Rig, acts: readonly HumAct[]) =>
  acts.flatMap(({ edits }) => edits).reduce((r, edit) => applyEdit(r, edit).rig, rig);

/** How far the worst output of a rig as it stands is over its limit, the worst hum against its signal, and the loudest, dB. */
function standing(rig: Rig): { over: number; worst: number; loudest: number } {
  let [over, worst, loudest] = [0, -Infinity, -Infinity];
  for (const { id } of rig.sounds) {
    const of = inSetting(rig, { variant: null, sound: id });
    for (const path of traceIn(of).paths) {
      const route = humAlong(of, path);
      if (!route) continue;
      loudest = Math.max(loudest, route.humDbu);
      worst = Math.max(worst, -route.underDb);
      if (route.humDbu > route.pickupDbu - HEARD_DB)
        over = Math.max(over, rig.houseRules.limits.humDb - route.underDb);
    }
  }
  return { over, worst, loudest };
}

/** By hand: does what hangs together with all shields whole fall apart? */
function isAdrift(rig: Rig, acts: readonly HumAct[]): boolean {
  const opened = new Set(acts.filter(({ kind }) => kind !== 'gather' && kind !== 'restore').map(doneTo));
  const joined = (leads: Rig['leads']) => {
    const group = new Map(rig.boxes.map(({ id, power }) => [id, power.class === 'I' ? 'earth' : id]));
    for (let changed = true; changed;) {
      changed = false;
      for (const lead of leads) {
        const [a, b] = [lead.from.at[0]?.box ?? '', lead.to.at[0]?.box ?? ''];
        const [x, y] = [group.get(a), group.get(b)];
        if (!x || !y || x === y || lead.kind === 'speaker') continue;
        for (const [id, one] of group) if (one === y || one === x) group.set(id, x < y ? x : y);
        changed = true;
      }
    }
    return new Set(group.values()).size;
  };
  const rest = rig.leads.filter(({ id }) => !opened.has(id));
  return joined(rest) !== joined(rig.leads);
}

/** Every set of up to three acts, done to the rig by its edits. */
function byHand(rig: Rig): { cost: number; worst: number } | null {
  const acts = humActs(inNight(rig, null)).filter(({ unproved }) => unproved.length === 0);
  let best: { cost: number; worst: number } | null = null;
  const look = (set: readonly HumAct[]) => {
    if (new Set(set.map(doneTo)).size < set.length || isAdrift(rig, set)) return;
    const { over, worst } = standing(without(rig, set));
    const cost = set.reduce((sum, act) => sum + act.cost, 0);
    if (over === 0 && (!best || cost < best.cost || (cost === best.cost && worst < best.worst)))
      best = { cost, worst };
  };
  for (const [i, a] of acts.entries()) {
    look([a]);
    for (const [j, b] of acts.entries()) {
      if (j <= i) continue;
      look([a, b]);
      for (const c of acts.slice(j + 1)) look([a, b, c]);
    }
  }
  return best;
}

describe('the cheapest cure', () => {
  const rigs: readonly (readonly [string, Rig])[] = [
    ['a four-cable rig', proved(fourCable())],
    ['a four-cable rig, its unit earthed too', proved(earthed(fourCable(), 'multi-effects'))],
    ['the same with a lift', proved(lifted(earthed(fourCable(), 'multi-effects'), 'lead-3'))],
    ['two amplifiers on two circuits', proved(twoCombos())],
  ];

  test.each(rigs)('of %s is the one found by doing every set to the rig', (_, rig) => {
    const { loudest } = standing(rig);
    // Limits from what nearly is to what can hardly be reached.
    const under = standing(limited(rig, 1000)).over;
    for (const more of [1, 6, 15, 30]) {
      const asked = limited(rig, 1000 - under + more);
      const found = cured(asked);
      const by = byHand(asked);
      expect(found.today!.overDb).toBeGreaterThan(0);
      expect(Math.max(...found.today!.humDbu)).toBeCloseTo(loudest, 4);
      expect(found.isExact).toBe(true);
      if (!by) {
        // Four acts may do what three cannot.
        if (found.isEnough) expect(found.best!.acts).toHaveLength(4);
        continue;
      }
      expect(found.isEnough).toBe(true);
      expect(found.best!.cost).toBe(by.cost);
      expect(found.best!.worstDb).toBeCloseTo(by.worst, 0);
      // What it says it leaves is what its edits leave.
      expect(standing(without(asked, found.best!.acts)).over).toBe(0);
    }
  });

  test('is to plug both amplifiers into one group where that is enough', () => {
    const rig = proved(twoCombos());
    const today = standing(limited(rig, 1000)).over;
    const { best } = cured(limited(rig, 1000 - today + 10));
    expect(best!.acts.map(({ kind }) => kind)).toEqual(['gather']);
    expect(best!.acts[0]!.words).toMatch(/^Move the mains plug of Combo/);
  });

  test('lifting one lead between two amplifiers makes it worse, and is said so', () => {
    const { worse, single } = cured(proved(twoCombos()));
    const lift = worse.filter(({ act }) => act.kind === 'lift');
    expect(lift.length).toBeGreaterThan(0);
    for (const { db } of lift) expect(db).toBeGreaterThan(3);
    expect(single!.acts[0]!.kind).not.toBe('lift');
  });

  test('nothing is lifted or isolated beside an earth that nobody has proved; plugs are moved all the same', () => {
    const rig = twoCombos();
    const found = cured(limited(rig, 200));
    expect(found.unproved.map(({ name }) => name)).toEqual(['Combo', 'Combo 2']);
    expect(found.best?.acts.map(({ kind }) => kind) ?? []).toEqual(['gather']);
    expect(found.isEnough).toBe(false);
    // One of two is not enough: what is across the lead is of both.
    const half = powered(rig, 'combo', { earthProved: { by: 'Electrician', date: '2026-05-01' } });
    expect(cured(limited(half, 200)).unproved.map(({ name }) => name)).toEqual(['Combo 2']);
    // Proved once and recorded as missing since: not proved.
    const missing = powered(proved(rig), 'combo', { earth: 'missing' });
    expect(cured(limited(missing, 200)).unproved.map(({ name }) => name)).toContain('Combo');
  });

  test('a pedal that shares an outlet goes on one of its own: reckoned as the rig is then', () => {
    const bare = build(
      'guitar, fuzz, overdrive, combo, supply',
      'guitar/out > fuzz/in',
      'fuzz/out > overdrive/in',
      'overdrive/out > combo/input',
    );
    const supply = bare.boxes.find(({ jacks }) => jacks.some(({ dcOutlet }) => dcOutlet))!;
    const outlets = supply.jacks.filter(({ dcOutlet }) => dcOutlet).map(({ id }) => id);
    // Two outlets share their ground, the others have each their own.
    const shared = changed(bare, supply.id, (box) => ({
      ...box,
      jacks: box.jacks.map((jack) =>
        jack.dcOutlet
          ? {
              ...jack,
              dcOutlet: {
                ...jack.dcOutlet,
                milliamps: { value: 3000, source: 'manual' as const },
                group: outlets.indexOf(jack.id) < 2 ? 'pair' : null,
              },
            }
          : jack,
      ),
    }));
    const fed = ['fuzz', 'overdrive'].reduce(
      (r, id, i) =>
        powered(joined(r, 'dc', `${supply.id}/${outlets[i]!}`, `${id}/dc`), id, {
          dcVolts: { low: 9, high: 9 },
          dcMilliamps: { value: 2000, source: 'manual' },
          dcPolarity: 'centre-negative',
        }),
      shared,
    );
    const outletActs = (r: Rig) => humActs(inNight(r, null)).filter(({ kind }) => kind === 'outlet');
    const acts = outletActs(fed);
    // What wants to be known of a box before it is fed otherwise: its volts and its current.
    for (const unknown of ['dcVolts', 'dcMilliamps'] as const)
      expect(outletActs(powered(fed, 'fuzz', { [unknown]: undefined })).map(({ words }) => words)).toEqual([
        expect.stringMatching(/^Feed Overdrive by OUT 3 of/),
      ]);
    expect(acts.map(({ words }) => words)).toEqual([
      expect.stringMatching(/^Feed Fuzz by OUT 3 of .*, which has a ground of its own$/),
      expect.stringMatching(/^Feed Overdrive by OUT 4 of/),
    ]);
    const trials = new HumTrials(inNight(fed, null));
    for (const act of acts) {
      const found = trials.with(act.shield)!;
      const { loudest } = standing(without(fed, [act]));
      expect(loudest).toBeLessThan(standing(fed).loudest - 1);
      expect(Math.max(...found)).toBeCloseTo(loudest, 4);
    }
  });

  test('a switch lead whose sleeve joins two boxes is cut by contacts that float: as loud then as where they do', () => {
    const plain = build(
      'guitar, effects-only unit, valve head, cabinet 16',
      'guitar/out > effects-only-unit/input',
      'effects-only-unit/send > valve-head/input',
      'valve-head/send > effects-only-unit/return',
      'effects-only-unit/out-l > valve-head/return',
      'valve-head/spk-16 = cabinet/in',
    );
    const bare = joined(plain, 'switch', 'effects-only-unit/relay-1', 'valve-head/foot');
    const tied = withJack(bare, 'effects-only-unit', 'relay-1', { ground: 'audio' });
    const afloat = withJack(bare, 'effects-only-unit', 'relay-1', { ground: 'none' });
    const relays = (rig: Rig) => humActs(inNight(rig, null)).filter(({ kind }) => kind === 'relay');
    expect(relays(afloat)).toEqual([]);
    const found = relays(tied);
    const { number } = tied.leads.find(({ kind }) => kind === 'switch')!;
    expect(found).toMatchObject([
      {
        words: `Switch Valve head by a relay whose contacts float, in lead ${number}`,
        cost: tied.houseRules.limits.costRelay,
        edits: [],
        unproved: [{ id: 'valve-head' }],
      },
    ]);
    const then = new HumTrials(inNight(tied, null)).with(found[0]!.shield)!;
    expect(Math.max(...then)).toBeCloseTo(standing(afloat).loudest, 4);
    expect(Math.max(...then)).toBeLessThan(standing(tied).loudest - 0.1);
  });

  test('a desk stays on the outlets of the house; what else is plugged apart from most is moved', () => {
    const rig = twoCombos();
    const withDesk = build('guitar, combo, combo, desk', 'guitar/out > combo/input');
    const staged = { ...withDesk, stage: { ...withDesk.stage, mains: rig.stage.mains } };
    const at = (r: Rig, box: string, wallOutlet: string) => withJack(r, box, 'mains', { wallOutlet });
    const apart = at(at(at(staged, 'combo', 'left'), 'combo-2', 'left'), 'desk', 'right');
    const moved = (r: Rig) => humActs(inNight(r, null)).filter(({ kind }) => kind === 'gather');
    expect(moved(apart)).toEqual([]);
    expect(moved(at(apart, 'combo-2', 'right')).map(doneTo)).toEqual(['combo-2']);
  });

  test('a lift that has cut off the last ground of a box is restored before anything is told', () => {
    const adrift = limited(proved(lifted(fourCable(), 'lead-3', 'lead-4', 'lead-5')), 200);
    const { today, best } = cured(adrift);
    expect(today).toBeNull();
    expect(best!.acts.some(({ kind }) => kind === 'restore')).toBe(true);
  });

  test('a box on mains of which nobody has said how it is fed counts as not proved', () => {
    const rig = powered(proved(twoCombos()), 'combo', { class: 'none', earthProved: undefined });
    expect(cured(limited(rig, 200)).unproved.map(({ name }) => name)).toEqual(['Combo']);
    // What is double-insulated has no earth to be proved.
    const insulated = powered(rig, 'combo', { class: 'II' });
    expect(cured(limited(insulated, 200)).unproved).toEqual([]);
  });

  test('10 nF stand in the place of a lift where the house holds them cheaper', () => {
    const rig = limited(proved(fourCable()), 50);
    const kinds = (r: Rig) => new Set(humActs(inNight(r, null)).map(({ kind }) => kind));
    expect([kinds(rig).has('lift'), kinds(rig).has('cap')]).toEqual([true, false]);
    const limits = { ...rig.houseRules.limits, costCap: 1 };
    const cheap = { ...rig, houseRules: { ...rig.houseRules, limits } };
    expect([kinds(cheap).has('lift'), kinds(cheap).has('cap')]).toEqual([false, true]);
  });

  test('an outlet of a variant is taken in that variant alone', () => {
    const rig = fourCable();
    const acts = humActs({
      ...inNight(rig, null),
      variant: {
        id: 'night',
        name: 'Night',
        leads: {},
        state: { blocks: {}, modes: {}, controls: {}, patches: {} },
        notes: '',
      },
    });
    for (const { kind, edits } of acts)
      for (const { edit, arguments: given } of edits)
        if (edit === 'replug')
          expect([kind, given.scope]).toEqual(['outlet', { layer: 'variant', id: 'night' }]);
    expect(acts.length).toBeGreaterThan(0);
  });

  test('no act touches a mains lead, a speaker lead, both ends, or the only ground of a box', () => {
    const acts = humActs(inNight(proved(fourCable()), null));
    for (const { at, edits } of acts) {
      if ('lead' in at) expect(['mains', 'speaker', 'dc']).not.toContain(at.lead.kind);
      for (const edit of edits) expect(JSON.stringify(edit)).not.toContain('earth');
    }
    expect(isAdrift(fourCable(), acts.filter((act) => doneTo(act) === 'lead-1').slice(0, 1))).toBe(true);
    const { best, single } = cured(limited(proved(fourCable()), 200));
    for (const cure of [best, single])
      expect((cure?.acts ?? []).every((act) => doneTo(act) !== 'lead-1')).toBe(true);
  });
});

test('a shield is opened where the signal is received, whichever end was plugged first; a twin wants an end that balances', () => {
  const leads = (plug: string) =>
    shieldedLeads(inNight(build('guitar, od, combo, desk', plug), null)).map(({ receiving, canBeTwin }) => [
      receiving,
      canBeTwin,
    ]);
  expect(leads('overdrive/out > combo/input')).toEqual([['to', false]]);
  expect(leads('combo/input > overdrive/out')).toEqual([['from', false]]);
  expect(leads('overdrive/out - desk/ch-1')).toEqual([['to', true]]);
  expect(leads('desk/ch-1 - overdrive/out')).toEqual([['from', true]]);
});
