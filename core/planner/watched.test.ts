import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { figuresOf, type Figure, type Rig } from '../model';
import { edited, fourCable } from '../testing/build';
import { gear, hands, rigOf, spoiled, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { judge } from '../testing/of-wiring';
import { readOf } from './watched';

const all = (rig: Rig): ReadonlySet<Figure> =>
  new Set(rig.boxes.flatMap((box) => figuresOf(box).map(({ figure }) => figure)));

test('what is read is told, and only of what is watched; the rig itself is left as it is', () => {
  const rig = fourCable();
  const [first, second, ...others] = all(rig);
  const before = JSON.stringify(rig);
  const firstOf = (of: Rig) => [...all(of)][0]!.value;
  expect(readOf(rig, all(rig), firstOf)).toEqual(new Set([first]));
  expect(readOf(rig, new Set(others), firstOf)).toEqual(new Set());
  expect(readOf(rig, all(rig), (of) => ({ ...[...all(of)][1] }))).toEqual(new Set([second]));
  let seen: Rig | null = null;
  readOf(rig, all(rig), (of) => (seen = of));
  expect(seen).toEqual(rig);
  expect(JSON.stringify(rig)).toBe(before);
});

test('law: findings are the same whatever a figure is that they did not look at', () => {
  const met = new Met();
  fc.assert(
    fc.property(gear, fc.nat(), hands, fc.nat(), (g, n, spoils, pick) => {
      const rig = spoiled(wiredWay(rigOf(g), n), spoils);
      const read = readOf(rig, all(rig), (of) => judge(of, null));
      const places = rig.boxes.flatMap((box) => figuresOf(box).map((one) => ({ box: box.id, ...one })));
      const unread = places.filter(({ figure }) => !read.has(figure));
      met.count('read', read.size);
      met.count('not read', unread.length);
      const told = JSON.stringify(judge(rig, null));
      for (const { box, at, figure } of unread.filter((_, i) => i % 8 === pick % 8)) {
        const other = { ...figure, value: figure.value * 3 + 1 };
        const after = edited(rig, { edit: 'setFigure', arguments: { box, at, figure: other } });
        expect(JSON.stringify(judge(after, null))).toBe(told);
        met.count('tried with another value');
      }
    }),
    { numRuns: 12 },
  );
  met.atLeast({ read: 100, 'not read': 100, 'tried with another value': 15 });
});
