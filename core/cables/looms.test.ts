import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { checkInvariants, type Rig } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { fullMap, itemsOf } from '../testing/full-map';
import { recipes, rigFrom } from '../testing/map-recipes';
import { Met } from '../testing/met';
import { referenceRig } from '../testing/reference-rig';
import { joinable, joinLoomsEdit, loomsOf, nameLoomEdit, splitLoomEdit, type Loom } from './index';

const looms = (rig: Rig) =>
  loomsOf(rig, null).map(({ name, leads }) => `${name}: ${leads.map(({ number }) => number).join(' ')}`);
const first = (rig: Rig): Loom => loomsOf(rig, null)[0]!;

describe('looms', () => {
  test('the three stage runs of a four-cable rig are one; the player’s own lead, speakers and patches are none', () => {
    expect(looms(fourCable())).toEqual(['Floor–Backline: 3 4 5']);
    expect(first(fourCable())).toMatchObject({ places: ['floor', 'backline'], lengthM: 9 });
  });

  test('a single run goes alone; runs of other places are another loom, a switch lead goes along', () => {
    const one = build('guitar, fuzz, combo', 'guitar/out > fuzz/in', 'fuzz/out > combo/input');
    expect(looms(one)).toEqual([]);
    const feed = build(
      'unit, combo, desk',
      'multi-effects/out-1-l - desk/ch-1',
      'multi-effects/out-1-r - desk/ch-2',
    );
    expect(looms(plugged(feed, 'multi-effects/send-1 > combo/input'))).toEqual(['Floor–Desk: 1 2']);
    const [loom] = loomsOf(referenceRig(), null);
    expect(loom!.leads.map(({ kind }) => kind)).toContain('switch');
  });

  test('named, it keeps its leads, and what is laid between its places later goes with it', () => {
    const named = edited(fourCable(), nameLoomEdit(fourCable(), first(fourCable()), 'Stage loom'));
    expect(looms(named)).toEqual(['Stage loom: 3 4 5']);
    expect(named.looms).toEqual([{ id: 'loom', name: 'Stage loom', label: '' }]);
    const more = plugged(named, 'multi-effects/out-1-r > valve-head/spk-8');
    expect(looms(more)).toEqual(['Stage loom: 3 4 5 7']);
    expect(looms(edited(named, nameLoomEdit(named, first(named), 'Trunk')))).toEqual(['Trunk: 3 4 5']);
  });

  test('split in two; of a lead taken out by itself nothing is tied; joined it is one again', () => {
    const rig = plugged(fourCable(), 'multi-effects/send-2 > valve-head/spk-8');
    const two = edited(rig, splitLoomEdit(rig, first(rig), ['lead-5', 'lead-7'])!);
    expect(looms(two)).toEqual(['Floor–Backline: 3 4', 'Floor–Backline 2: 5 7']);
    expect(joinable(two, null, first(two)).map((leads) => leads.map(({ id }) => id))).toEqual([
      ['lead-5', 'lead-7'],
    ]);
    const alone = edited(two, splitLoomEdit(two, loomsOf(two, null)[1]!, ['lead-7'])!);
    expect(looms(alone)).toEqual(['Floor–Backline: 3 4']);
    const others = joinable(alone, null, first(alone));
    expect(others.map((leads) => leads.map(({ id }) => id))).toEqual([['lead-5'], ['lead-7']]);
    const again = edited(alone, joinLoomsEdit(alone, first(alone), others.flat()));
    expect(looms(again)).toEqual(['Floor–Backline: 3 4 5 7']);
    expect(again.looms).toHaveLength(1);
    expect(splitLoomEdit(rig, first(rig), [])).toBeNull();
    expect(splitLoomEdit(rig, first(rig), ['lead-3', 'lead-4', 'lead-5', 'lead-7'])).toBeNull();
  });

  test('a lead that is plugged elsewhere goes by its places, whatever loom it names', () => {
    const named = edited(fourCable(), nameLoomEdit(fourCable(), first(fourCable()), 'Stage loom'));
    const moved = edited(named, {
      edit: 'replug',
      arguments: { lead: 'lead-5', side: 'to', at: [{ box: 'multi-effects', jack: 'return-2' }] },
    });
    expect(looms(moved)).toEqual(['Stage loom: 3 4']);
  });

  test('law: after any split and join each stage run is in one loom at most, and the rig is whole', () => {
    const met = new Met();
    fc.assert(
      fc.property(
        recipes,
        fc.array(fc.tuple(fc.boolean(), fc.nat(), fc.nat()), { maxLength: 6 }),
        (recipe, steps) => {
          let rig = rigFrom(recipe);
          for (const [split, a, b] of steps) {
            const all = loomsOf(rig, null);
            const loom = all[a % Math.max(1, all.length)];
            if (!loom) return;
            const others = joinable(rig, null, loom);
            const lead = loom.leads[b % loom.leads.length]!.id;
            const edit = split
              ? splitLoomEdit(rig, loom, [lead])
              : others.length > 0
                ? joinLoomsEdit(rig, loom, others[b % others.length]!)
                : null;
            if (edit) rig = edited(rig, edit);
            met.count(edit === null ? 'nothing' : split ? 'split' : 'joined');
          }
          expect(checkInvariants(rig)).toEqual([]);
          const ids = loomsOf(rig, null).flatMap(({ leads }) => leads.map(({ id }) => id));
          expect(new Set(ids).size).toBe(ids.length);
          for (const { leads } of loomsOf(rig, null)) expect(leads.length).toBeGreaterThan(1);
        },
      ),
      { numRuns: 50 },
    );
    met.atLeast({ split: 15, joined: 1 });
  });
});

describe('a loom on the map', () => {
  test('is a ring across its runs with its name, count and length; each carries its id', () => {
    const map = fullMap(fourCable());
    const ring = itemsOf(map, 'ring');
    expect(ring.map(({ part }) => part)).toEqual([{ type: 'loom', id: 'floor~backline' }]);
    for (const lead of ['lead-3', 'lead-4', 'lead-5']) {
      const { y } = itemsOf(map, 'path').find(({ part }) => part?.id === lead)!.points[0]!;
      expect(y).toBeGreaterThan(ring[0]!.y);
      expect(y).toBeLessThan(ring[0]!.y + ring[0]!.h);
    }
    const words = itemsOf(map, 'text').filter(({ part }) => part?.type === 'loom');
    expect(words.map(({ text }) => text)).toEqual(['Floor–Backline', '3 × 9 m']);
  });

  test('lies around its own leads only: what runs between them is left out', () => {
    const met = new Met();
    fc.assert(
      fc.property(recipes, (recipe) => {
        const rig = rigFrom(recipe);
        const map = fullMap(rig);
        const of = new Map(
          loomsOf(rig, null).flatMap(({ id, leads }) => leads.map((lead) => [lead.id, id] as const)),
        );
        for (const ring of itemsOf(map, 'ring')) {
          const x = ring.x + ring.w / 2;
          for (const { points, part } of itemsOf(map, 'path'))
            points.slice(1).forEach((b, i) => {
              const a = points[i]!;
              const crosses = a.y === b.y && Math.min(a.x, b.x) < x && Math.max(a.x, b.x) > x;
              if (!crosses || a.y <= ring.y || a.y >= ring.y + ring.h) return;
              met.count('crossing');
              expect(of.get(part!.id)).toBe(ring.part.id);
            });
        }
      }),
      {
        numRuns: 25,
        examples: [
          [
            {
              pedals: ['chorus', 'tuner', 'delay', 'tuner'],
              routing: 'LOOP',
              desk: true,
              guitars: 1,
              spoil: [
                [1727110934, 925264119],
                [490343875, 1306007827],
              ],
            },
          ],
        ],
      },
    );
    met.atLeast({ crossing: 10 });
  });
});
