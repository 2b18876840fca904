// What must hold of every rig that is wired from chains.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { checkInvariants, inNight, type Rig } from '../model';
import { gear, handled, rigOf, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { assign } from './assign';
import { parseChains, readingsIn, remedyFor, wireChains, writeChains, type Chain } from './index';

const chainsOf = (rig: Rig) => readingsIn(inNight(rig, null))[0]!.reading.chains;

/** Two neighbours of the first chain exchanged, where both are pedals in a row of leads. */
function exchanged(chains: readonly Chain[], n: number): readonly Chain[] | null {
  const [first, ...others] = chains;
  const spots = (first?.places ?? []).flatMap(({ gap, stops }, i) => {
    const next = first!.places[i + 1];
    const isPlain = (one: typeof next) =>
      one?.gap?.kind === 'leads' && one.stops.length === 1 && one.stops[0].loop === null;
    const behind = first!.places[i + 2];
    return gap && isPlain({ gap, stops }) && isPlain(next) && behind?.gap?.kind === 'leads' ? [i] : [];
  });
  const at = spots[n % spots.length];
  if (!first || at === undefined) return null;
  const [a, b] = [first.places[at]!, first.places[at + 1]!];
  const places = first.places.with(at, { ...a, stops: b.stops }).with(at + 1, { ...b, stops: a.stops });
  return [{ ...first, places }, ...others];
}

describe('laws', () => {
  test('a rig wired as it reads changes nothing', () => {
    const met = new Met();
    fc.assert(
      fc.property(
        fc.oneof(
          handled,
          fc.tuple(gear, fc.nat()).map(([g, n]) => wiredWay(rigOf(g), n)),
        ),
        (rig) => {
          const { chains, knots } = readingsIn(inNight(rig, null))[0]!.reading;
          if (knots.length > 0) return;
          const result = wireChains(rig, chains);
          if ('reason' in result) {
            met.count('refused');
            return;
          }
          const { put, move, away, wires, states, adapters } = result.change;
          expect({ put, move, away, wires, states, adapters }).toEqual({
            put: [],
            move: [],
            away: [],
            wires: [],
            states: [],
            adapters: [],
          });
          met.count('as it is');
        },
      ),
      { numRuns: 150 },
    );
    met.atLeast({ 'as it is': 100 });
  });

  test('two stops exchanged and exchanged again: the chains are the same, no number is freed, what is in no chain stays', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, fc.nat(), fc.nat(), (g, n, k) => {
        const rig = wiredWay(rigOf({ ...g, pedals: [...g.pedals, 'od', 'fuzz'] }), n);
        const reading = readingsIn(inNight(rig, null))[0]!.reading;
        const asked = reading.knots.length === 0 ? exchanged(reading.chains, k) : null;
        const there = asked && wireChains(rig, asked);
        if (!there || 'reason' in there) return;
        expect(checkInvariants(there.trial)).toEqual([]);
        for (const lead of rig.leads)
          expect(there.trial.leads.find(({ id }) => id === lead.id)?.number).toBe(lead.number);
        for (const id of reading.rest.leads)
          expect(there.trial.leads.find((lead) => lead.id === id)).toEqual(
            rig.leads.find((lead) => lead.id === id),
          );
        const back = wireChains(there.trial, reading.chains);
        if ('reason' in back) throw new Error(back.reason);
        expect(writeChains(rig, chainsOf(back.trial))).toEqual(writeChains(rig, reading.chains));
        expect(back.trial.boxes.map(({ order }) => order)).toEqual(rig.boxes.map(({ order }) => order));
        met.count('exchanged');
        met.count('moved', there.change.move.length);
      }),
      { numRuns: 120 },
    );
    met.atLeast({ exchanged: 60, moved: 120 });
  });

  test('what is refused says why; what would do instead can be wired', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, fc.nat(), fc.nat(), (g, n, k) => {
        const rig = wiredWay(rigOf(g), n);
        // Every gap of the first chain in stereo, or a split where one output is.
        const [first, ...others] = chainsOf(rig);
        if (!first || first.places.length < 3) return;
        const at = 1 + (k % (first.places.length - 2));
        const places = first.places.map((place, i) =>
          i === at && place.gap?.kind === 'leads'
            ? { ...place, gap: { ...place.gap, width: 'stereo' as const } }
            : place,
        );
        const asked = [{ ...first, places }, ...others];
        const refusal = wireChains(rig, asked);
        if (!('reason' in refusal)) return;
        expect(refusal.reason).toMatch(/^[A-Z].*\.$/);
        met.count('refused');
        const remedy = remedyFor(rig, asked, refusal);
        if (!remedy) return;
        expect('change' in wireChains(rig, parseChains(rig, remedy.lines.join('\n')))).toBe(true);
        met.count('mended');
      }),
      { numRuns: 80 },
    );
    met.atLeast({ refused: 20, mended: 20 });
  });

  test('leads go to gaps at least cost: as the best of all ways to hand them out', () => {
    const met = new Met();
    const best = (cost: readonly (readonly number[])[], row = 0, used: readonly number[] = []): number =>
      row === cost.length
        ? 0
        : Math.min(
            ...cost[row]!.flatMap((own, j) =>
              used.includes(j) ? [] : [own + best(cost, row + 1, [...used, j])],
            ),
          );
    fc.assert(
      fc.property(
        fc
          .tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 0, max: 2 }))
          .chain(([n, more]) =>
            fc.array(
              fc.array(fc.integer({ min: 0, max: 40 }), { minLength: n + more, maxLength: n + more }),
              { minLength: n, maxLength: n },
            ),
          ),
        (cost) => {
          const columns = assign(cost);
          expect(new Set(columns).size).toBe(cost.length);
          expect(columns.reduce((sum, j, i) => sum + cost[i]![j]!, 0)).toBe(best(cost));
          met.count('handed out');
        },
      ),
      { numRuns: 500 },
    );
    met.atLeast({ 'handed out': 400 });
    expect(() => assign([[1], [2]])).toThrow(RangeError);
  });
});
