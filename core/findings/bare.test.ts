// What other wirings are tried on holds all that they are judged by, and nothing that a figure changes.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { figureKey, figuresOf, inNight, pluggedIn, type Rig } from '../model';
import { edited, fourCable } from '../testing/build';
import { gear, hands, rigOf, spoiled, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { swapped } from '../testing/mended';
import { bareOf } from './bare';
import { bestMove } from './misplaced';
import { judge } from './index';
import { scoreOf } from './score';
import { suspectsIn } from './suspects';
import { strayIn } from './stray';

const night = (rig: Rig) => inNight(rig, null);

/** Every figure of a rig with another value, one at a time. */
const refigured = (rig: Rig): readonly { readonly key: string; readonly rig: Rig }[] =>
  rig.boxes.flatMap((box) =>
    figuresOf(box).map(({ at, figure }) => ({
      key: figureKey(at).split('/').at(-1)!,
      rig: edited(rig, {
        edit: 'setFigure',
        arguments: { box: box.id, at, figure: { ...figure, value: figure.value * 1.5 + 0.1 } },
      }),
    })),
  );

test('wirings that differ by a figure or a length alone are one; input impedances are told apart', () => {
  const rig = fourCable();
  const bare = bareOf(night(rig));
  const isOne = (other: Rig) => {
    const own = bareOf(night(other));
    return own.boxes === bare.boxes && own.leads === bare.leads;
  };
  const told = [...new Set(refigured(rig).flatMap(({ key, rig: other }) => (isOne(other) ? [] : [key])))];
  expect(told).toEqual(['rIn']);
  expect(refigured(rig).length).toBeGreaterThan(40);
  const length = { edit: 'setLeadLength', arguments: { id: 'lead-2', lengthM: 9, by: 'hand' } } as const;
  expect(isOne(edited(rig, length))).toBe(true);
  const [a, b] = [{ lead: 'lead-1', side: 'to' } as const, { lead: 'lead-3', side: 'to' } as const];
  expect(isOne(swapped(rig, { a, b }))).toBe(false);
  expect(isOne(swapped(swapped(rig, { a, b }), { a, b }))).toBe(true);
});

describe('a wiring does without its figures as it does with them, and the same plug is moved', () => {
  const met = new Met();
  const isAlike = (rig: Rig) => {
    const of = night(rig);
    const bare = bareOf(of);
    expect(scoreOf(bare)).toEqual(scoreOf(of));
    expect(suspectsIn(bare)).toEqual(suspectsIn(of));
    const leads = pluggedIn(of).map(({ lead }) => lead.id);
    const move = bestMove(of, leads);
    expect(bestMove(bare, leads)).toEqual(move);
    met.count(move ? 'moved' : 'none');
    if (scoreOf(of)[6] > 0) met.count('a pickup in an input that is none for it');
  };

  test('law: random gear, wired and spoiled', () => {
    fc.assert(
      fc.property(gear, fc.nat(), hands, (g, n, spoils) => isAlike(spoiled(wiredWay(rigOf(g), n), spoils))),
      { numRuns: 60 },
    );
    met.atLeast({ moved: 10, none: 5 });
  });

  test('the guitar’s plug in place of each other that goes into a jack', () => {
    const rig = fourCable();
    for (const { id } of rig.leads.slice(1))
      isAlike(swapped(rig, { a: { lead: 'lead-1', side: 'to' }, b: { lead: id, side: 'to' } }));
    met.atLeast({ 'a pickup in an input that is none for it': 2 });
  });
});

test('what is looked for once stays known while figures change', () => {
  const [a, b] = [{ lead: 'lead-1', side: 'to' } as const, { lead: 'lead-3', side: 'to' } as const];
  const rig = swapped(fourCable(), { a, b });
  const codes = (of: Rig) => judge(of, null).map(({ code }) => code);
  expect(codes(rig).some((code) => code.startsWith('WIRE-'))).toBe(true);
  const others = refigured(rig).filter(({ key }) => key !== 'rIn');
  const stray = strayIn(night(rig));
  expect(others.every((other) => strayIn(night(other.rig)) === stray)).toBe(true);
});
