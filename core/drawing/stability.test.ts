// What stays where it is when something else comes or goes.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { freeByBox, pickUp, plugAnswers, removeEdit } from '../cables';
import { applyEdit } from '../edits';
import { isOneInOneOut } from '../lengths';
import { boxOf, endAt, type Rig } from '../model';
import { fourCable } from '../testing/build';
import { fullMap, itemsOf } from '../testing/full-map';
import { KINDS, recipes, rigFrom } from '../testing/map-recipes';
import { Met } from '../testing/met';
import type { MapDrawing } from './index';

const plates = (drawing: MapDrawing) => itemsOf(drawing, 'plate').filter((plate) => plate.look !== 'place');

describe('stability', () => {
  /** Where boxes stand against the frame of their place. */
  const inFrame = (rig: Rig, drawing: MapDrawing) => {
    const frames = itemsOf(drawing, 'plate').filter((plate) => plate.look === 'place');
    return new Map(
      plates(drawing).map((plate) => {
        const place = boxOf(rig, plate.part!.id)!.place;
        const frame = frames[rig.stage.places.findIndex((p) => p.id === place)]!;
        return [plate.part!.id, { place, x: plate.x - frame.x, y: plate.y - frame.y }] as const;
      }),
    );
  };

  /** Boxes of one place that leads join one behind the other, one in and one out: strips of the map. */
  const stripsOf = (rig: Rig): string[][] => {
    const isLink = (id: string | undefined) => {
      const box = boxOf(rig, id);
      return box !== undefined && isOneInOneOut(box);
    };
    const next = new Map<string, string>();
    for (const { from, to } of rig.leads) {
      const [a, b] = [from.at[0]?.box, to.at[0]?.box];
      // Two inputs that a lead joins are no neighbours: nothing goes from the one to the other.
      const goesOn =
        endAt(rig, from.at[0])?.jack.direction !== 'in' && endAt(rig, to.at[0])?.jack.direction !== 'out';
      if (goesOn && a && b && isLink(a) && isLink(b) && boxOf(rig, a)!.place === boxOf(rig, b)!.place)
        next.set(a, b);
    }
    const heads = rig.boxes.filter(({ id }) => isLink(id) && ![...next.values()].includes(id));
    return heads.map(({ id }) => {
      const strip = [id];
      for (let at = next.get(id); at !== undefined && !strip.includes(at); at = next.get(at)) strip.push(at);
      return strip;
    });
  };
  const stripOf = (rig: Rig) =>
    new Map(stripsOf(rig).flatMap((strip) => strip.map((id) => [id, strip[0]] as const)));
  /** The order in which they are read, row by row like text. */
  const reading = (at: ReturnType<typeof inFrame>, ids: readonly string[]) =>
    [...ids].sort((p, q) => {
      const [a, b] = [at.get(p)!, at.get(q)!];
      return a.y - b.y || a.x - b.x;
    });

  test('a strip is read like text, in the order of the signal', () => {
    const met = new Met();
    fc.assert(
      fc.property(recipes, (recipe) => {
        const rig = rigFrom({ ...recipe, spoil: [] });
        const at = inFrame(rig, fullMap(rig));
        for (const strip of stripsOf(rig)) {
          expect(reading(at, strip)).toEqual(strip);
          met.count('neighbours', strip.length - 1);
        }
      }),
      { numRuns: 30 },
    );
    met.atLeast({ neighbours: 25 });
  });

  test('a pedal more or less moves no box of another place against its frame, and swaps no two boxes', () => {
    const met = new Met();
    fc.assert(
      fc.property(recipes, fc.nat(), (recipe, n) => {
        const rig = rigFrom(recipe);
        const pedals = rig.boxes.filter(
          (box) => KINDS.includes(box.from?.item ?? '') || box.from?.item === 'overdrive',
        );
        const gone = pedals[n % Math.max(1, pedals.length)];
        if (!gone) return;
        const call = removeEdit(rig, gone.id);
        const less = applyEdit(rig, call).rig;
        const [before, after] = [inFrame(rig, fullMap(rig)), inFrame(less, fullMap(less))];
        // With plugs moved at random the route itself runs otherwise without the pedal, and what hangs where with it.
        const isStrict = recipe.spoil.length === 0;
        for (const [id, now] of after) {
          const was = before.get(id)!;
          if (was.place === gone.place || !isStrict) continue;
          expect([id, now]).toEqual([id, was]);
          met.count('boxes of other places');
        }
        const old = stripOf(rig);
        for (const strip of stripsOf(less)) {
          const first = old.get(strip[0]!);
          if (!strip.every((id) => old.get(id) === first)) continue;
          expect(reading(after, strip)).toEqual(reading(before, strip));
          met.count('boxes that keep their order', strip.length - 1);
        }
        met.count('pedals taken out');
      }),
      { numRuns: 50 },
    );
    met.atLeast({ 'pedals taken out': 20, 'boxes that keep their order': 30, 'boxes of other places': 25 });
  });
});

describe('while a plug is in hand', () => {
  const words = (drawing: MapDrawing) => itemsOf(drawing, 'text').map((item) => item.text);
  const rest = (drawing: MapDrawing) => drawing.items.filter((item) => item.type !== 'text');

  test('plates tell what is free for it, and nothing moves', () => {
    const met = new Met();
    fc.assert(
      fc.property(recipes, fc.nat(), fc.constantFrom(0 as const, 1 as const), (recipe, pick, level) => {
        const rig = rigFrom(recipe);
        const jacks = rig.boxes.flatMap((box) => box.jacks.map((jack) => ({ box: box.id, jack: jack.id })));
        const at = jacks[pick % Math.max(1, jacks.length)];
        if (!at) return;
        const free = freeByBox(plugAnswers(rig, null, pickUp(rig, null, at)));
        const view = { open: [], names: 'all', marks: {} } as const;
        const [before, during] = [
          fullMap(rig, { level, view }),
          fullMap(rig, { level, view: { ...view, free } }),
        ];
        expect(rest(during)).toEqual(rest(before));
        met.count('told', words(during).join() === words(before).join() ? 0 : 1);
      }),
      { numRuns: 80 },
    );
    met.atLeast({ told: 40 });
  });

  test('in as many words as there is room for', () => {
    const hand = pickUp(fourCable(), null, { box: 'multi-effects', jack: 'send-2' });
    const free = freeByBox(plugAnswers(fourCable(), null, hand));
    const told = (level: 0 | 1) =>
      words(fullMap(fourCable(), { level, view: { open: [], names: 'all', marks: {}, free } }));
    expect(free['multi-effects']).toEqual({ free: 5, fits: 1 });
    expect(told(0)).toContain('+ 5 free, 1 fits');
    expect(told(1)).toContain('1 fits');
    expect(told(0)).not.toContain('+ 6 free jacks');
  });
});
