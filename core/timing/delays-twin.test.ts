// Trips and delay by a slow, plain twin, on random small rigs.
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inSetting, jackIn, leadOf, type Rig } from '../model';
import { isOn, trace, type Path } from '../signal';
import { fourCable, SOUND } from '../testing/build';
import { gear, hands, rigOf, spoiled, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { delaysAlong } from './delays';

const rigs = fc.tuple(gear, fc.nat(), hands).map(([g, n, spoils]) => {
  const small = { ...g, pedals: g.pedals.slice(0, 3) };
  return spoiled(wiredWay(rigOf(small), n), spoils);
});

/** Metres of air on a way. */
const airOf = (rig: Rig, { steps }: Path) =>
  steps.reduce((sum, step) => {
    const lead = step.type === 'lead' ? leadOf(rig, step.lead) : undefined;
    return sum + (lead?.kind === 'air' ? lead.lengthM : 0);
  }, 0);

/** A box's converting jacks on the way, in order, as i and o: an o behind an i is a trip. */
const tripsBy = (rig: Rig, path: Path) =>
  rig.boxes.map((box) => {
    const letters = path.steps.flatMap((step) => {
      const jack = step.type === 'jack' && step.box === box.id ? jackIn(box, step.jack) : undefined;
      return jack?.converts ? [jack.direction === 'in' ? 'i' : 'o'] : [];
    });
    return { box, trips: [...letters.join('').matchAll(/i+o/g)].length };
  });

test('converter trips and delay are what the boxes on the way add up to', () => {
  const met = new Met();
  fc.assert(
    fc.property(rigs, (rig) => {
      for (const path of trace(rig, SOUND).paths) {
        const { trips, total } = delaysAlong(inSetting(rig, SOUND), path);
        const byBox = tripsBy(rig, path);
        const blocks = path.sections.filter(({ state }) => isOn(state));
        const expected =
          byBox.reduce((sum, one) => sum + one.trips * (one.box.tripMs?.value ?? 0), 0) +
          blocks.reduce((sum, { state }) => sum + (state.latencyMs?.value ?? 0), 0) +
          2.9 * airOf(rig, path);
        expect(trips).toBe(byBox.reduce((sum, one) => sum + one.trips, 0));
        expect(total.ms).toBeCloseTo(expected, 9);
        met.count('trips', trips);
        if (total.ms > 0) met.count('ways with a delay');
      }
    }),
    { numRuns: 60 },
  );
  met.atLeast({ trips: 12, 'ways with a delay': 8 });
});

test('a four-cable unit is passed twice: two trips of 1.22 ms', () => {
  const rig = fourCable();
  const { trips, total } = delaysAlong(inSetting(rig, SOUND), trace(rig, SOUND).paths[0]!);
  expect(trips).toBe(2);
  // The assumed middle of 0.5 to 3 ms to three digits, twice.
  expect(total.ms).toBeCloseTo(2 * 1.22, 9);
});
