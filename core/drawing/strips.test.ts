import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { boxOf, type Rig } from '../model';
import { isOneInOneOut } from '../lengths';
import { build } from '../testing/build';
import { fullMap, itemsOf } from '../testing/full-map';
import { recipes, rigFrom } from '../testing/map-recipes';
import { Met } from '../testing/met';
import { referenceRig } from '../testing/reference-rig';

const plateOf = (rig: Rig, id: string) =>
  itemsOf(fullMap(rig), 'plate').find((plate) => plate.look === 'box' && plate.part?.id === id)!;
const leadPath = (rig: Rig, number: number) =>
  itemsOf(fullMap(rig), 'path').find((path) => path.part?.id === `lead-${number}`)!.points;

describe('strips', () => {
  const loop = build(
    'guitar, fuzz, od, chorus, reverb, valve head, cab 16',
    'guitar/out > fuzz/in',
    'fuzz/out > overdrive/in',
    'overdrive/out > valve-head/input',
    'valve-head/send > chorus/in',
    'chorus/out > reverb/in',
    'reverb/out > valve-head/return',
    'valve-head/spk-16 = cabinet/in',
  );

  test('what stands in the loop has a row of its own, below what stands ahead and level with the return', () => {
    const [fuzz, drive, chorus, reverb] = ['fuzz', 'overdrive', 'chorus', 'reverb'].map((id) =>
      plateOf(loop, id),
    );
    expect(drive!.y).toBe(fuzz!.y);
    expect(reverb!.y).toBe(chorus!.y);
    expect(chorus!.y).toBeGreaterThan(fuzz!.y + fuzz!.h);
    expect(leadPath(loop, 6)).toHaveLength(2);
  });

  test('what no source feeds yet is read in the order of its leads too, whichever was put in first', () => {
    const chain = build('od, fuzz, delay, combo', 'digital-delay/out > fuzz/in', 'fuzz/out > overdrive/in');
    const [delay, fuzz, drive] = ['digital-delay', 'fuzz', 'overdrive'].map((id) => plateOf(chain, id));
    expect([fuzz!.y, drive!.y]).toEqual([delay!.y, delay!.y]);
    expect(delay!.x).toBeLessThan(fuzz!.x);
    expect(fuzz!.x).toBeLessThan(drive!.x);
  });

  test('a row holds one strip only: neighbours in it are joined by a lead, or nothing is plugged into either', () => {
    const met = new Met();
    fc.assert(
      fc.property(recipes, (recipe) => {
        const rig = rigFrom(recipe);
        const rows = new Map<string, { x: number; id: string }[]>();
        for (const { look, part, x, y, h } of itemsOf(fullMap(rig), 'plate')) {
          const box = look === 'box' ? boxOf(rig, part?.id) : undefined;
          if (!box || !part || h !== 42 || !isOneInOneOut(box)) continue;
          const row = `${box.place} ${y}`;
          rows.set(row, [...(rows.get(row) ?? []), { x, id: part.id }]);
        }
        const joined = (a: string, b: string) =>
          rig.leads.some(
            (lead) => lead.from.at.some((r) => r.box === a) && lead.to.at.some((r) => r.box === b),
          );
        const isBare = (id: string) =>
          rig.leads.every((lead) => ![...lead.from.at, ...lead.to.at].some((ref) => ref.box === id));
        for (const row of rows.values()) {
          const ids = row.sort((p, q) => p.x - q.x).map(({ id }) => id);
          ids.slice(1).forEach((id, i) => {
            const before = ids[i]!;
            met.count(joined(before, id) ? 'joined' : 'bare');
            expect(joined(before, id) || joined(id, before) || (isBare(before) && isBare(id))).toBe(true);
          });
        }
      }),
      { numRuns: 60 },
    );
    met.atLeast({ joined: 25, bare: 3 });
  });

  test('a tuner on an output of a loop switcher hangs on its row, straight out', () => {
    const rig = referenceRig();
    expect(leadPath(rig, 4)).toHaveLength(2);
    expect(plateOf(rig, 'tuner').x).toBe(plateOf(rig, 'overdrive').x);
  });
});
