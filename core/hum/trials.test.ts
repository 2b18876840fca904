// Sets of acts reckoned by updates, against rigs that have them done.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inNight, inSetting, type Lead, type Rig } from '../model';
import { traceIn } from '../signal';
import { fourCable } from '../testing/build';
import { gear, rigOf, wiredWays } from '../testing/gear';
import { earthed, onTwoCircuits } from '../testing/grounds';
import { humAlong } from './along';
import { HumTrials, shieldsOf, type Shields } from './trials';

const KINDS = ['lift', 'cap', 'transformer', 'twin-core'] as const;

const broken = (rig: Rig, shields: Shields): Rig => ({
  ...rig,
  leads: rig.leads.map((lead) => {
    const kind = shields.get(lead.id);
    return kind && kind !== 'open' ? { ...lead, break: { kind } } : lead;
  }),
});

/** Hum at every output of a rig as it stands, dBu. */
const asItStands = (rig: Rig): readonly number[] =>
  rig.sounds.flatMap(({ id }) => {
    const of = inSetting(rig, { variant: null, sound: id });
    return traceIn(of).paths.flatMap((path) => humAlong(of, path)?.humDbu ?? []);
  });

function expectAlike(rig: Rig, shields: Shields) {
  const found = new HumTrials(inNight(rig, null)).with(shields);
  if (!found) return false;
  const by = asItStands(broken(rig, shields));
  expect(found).toHaveLength(by.length);
  by.forEach((dbu, i) => {
    // Under a nanovolt it is the rounding of what cancels.
    if (dbu > -175) expect(found[i]).toBeCloseTo(dbu, 4);
    else expect(found[i]).toBeLessThan(-160);
  });
  return true;
}

describe('sets of acts', () => {
  test('of a four-cable rig: every lead in every way, two at a time', () => {
    const rig = earthed(fourCable(), 'multi-effects');
    const runs = ['lead-3', 'lead-4', 'lead-5'];
    let tried = 0;
    for (const a of runs)
      for (const b of runs)
        for (const one of KINDS)
          for (const other of KINDS)
            tried += Number(
              expectAlike(rig, new Map([[a, one] as const, ...(a === b ? [] : [[b, other] as const])])),
            );
    expect(tried).toBeGreaterThan(100);
  });

  test('of two amplifiers on two circuits', () => {
    for (const kind of KINDS) expect(expectAlike(onTwoCircuits(), new Map([['lead-2', kind]]))).toBe(true);
  });

  test('of any rig', () => {
    let tried = 0;
    fc.assert(
      fc.property(
        gear,
        fc.array(fc.nat(40), { maxLength: 4 }),
        fc.array(fc.constantFrom(...KINDS), { minLength: 4, maxLength: 4 }),
        (g, at, kinds) => {
          for (const { rig } of wiredWays(rigOf(g)).slice(0, 2)) {
            const leads = rig.leads.filter(({ kind }) => kind !== 'speaker');
            const chosen = at.flatMap((n, i): [string, Lead['break']['kind']][] => {
              const lead = leads[n % Math.max(1, leads.length)];
              return lead ? [[lead.id, kinds[i]!]] : [];
            });
            tried += Number(chosen.length > 0 && expectAlike(rig, new Map(chosen)));
          }
        },
      ),
      { numRuns: 30 },
    );
    expect(tried).toBeGreaterThan(0);
  });

  test('what is recorded is what the rig has', () => {
    const rig = broken(fourCable(), new Map([['lead-4', 'lift']]));
    const shields = shieldsOf(rig);
    expect([...shields]).toEqual([['lead-4', 'lift']]);
    const found = new HumTrials(inNight(rig, null)).with(shields);
    asItStands(rig).forEach((dbu, i) => expect(found![i]).toBeCloseTo(dbu, 6));
  });

  test('the last ground of a box is never cut off', () => {
    const trials = new HumTrials(inNight(fourCable(), null));
    expect(trials.with(new Map([['lead-1', 'lift']]))).toBeNull();
    const runs = (['lead-3', 'lead-4', 'lead-5'] as const).map((id) => [id, 'lift'] as const);
    expect(trials.with(new Map(runs))).toBeNull();
    expect(trials.with(new Map(runs.slice(1)))).not.toBeNull();
  });
});
