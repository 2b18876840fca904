// What must hold of every rig that is wired from chains.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { checkInvariants, inNight, isAudio, type Rig } from '../model';
import { gear, handled, rigOf, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { assign } from './assign';
import { parseChains, readingsIn, remediesFor, wireChains, withMore, writeChains, type Chain } from './index';

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

type End = { readonly box: string; readonly jack: string };

/**
 * Tries every way to join the boxes that the leads of a wired rig join, by any jacks of the right direction, that leaves
 * more leads as they were than it does; the first that reads alike. It knows nothing of how jacks are chosen.
 */
function fewerMoved(rig: Rig, wired: Rig, moved: number, text: readonly string[]): string | null {
  const standing = new Set(rig.leads.map(({ from, to }) => JSON.stringify([from.at[0], to.at[0]])));
  const plugged = wired.leads.filter(({ from, to }) => from.at.length > 0 && to.at.length > 0);
  const jacksOf = (box: string, direction: 'in' | 'out', like: End): readonly End[] => {
    const found = wired.boxes.find(({ id }) => id === box)!;
    const carries = found.jacks.find(({ id }) => id === like.jack)!.carries === 'speaker';
    return found.jacks
      .filter(
        (jack) => jack.direction === direction && isAudio(jack) && (jack.carries === 'speaker') === carries,
      )
      .map(({ id }) => ({ box, jack: id }));
  };
  const search = (
    i: number,
    taken: readonly string[],
    changed: number,
    ends: readonly (readonly [End, End])[],
  ): string | null => {
    if (changed >= moved) return null;
    const lead = plugged[i];
    if (!lead) {
      const leads = plugged.map((one, k) => ({
        ...one,
        from: { ...one.from, at: [ends[k]![0]] },
        to: { ...one.to, at: [ends[k]![1]] },
      }));
      return writeChains(wired, chainsOf({ ...wired, leads })).join() === text.join()
        ? JSON.stringify(ends)
        : null;
    }
    const [a, b] = [lead.from.at[0]!, lead.to.at[0]!];
    for (const from of jacksOf(a.box, 'out', a))
      for (const to of jacksOf(b.box, 'in', b)) {
        const keys = [`${from.box}/${from.jack}`, `${to.box}/${to.jack}`];
        if (keys.some((key) => taken.includes(key))) continue;
        const more = Number(!standing.has(JSON.stringify([from, to])));
        const better = search(i + 1, [...taken, ...keys], changed + more, [...ends, [from, to]]);
        if (better) return better;
      }
    return null;
  };
  return search(0, [], 0, []);
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
        // What is told is what is done: every lead that stands otherwise is fetched, moved or put away.
        const endsIn = (one: Rig) =>
          new Map(one.leads.map(({ id, from, to }) => [id, JSON.stringify([from.at, to.at])]));
        const [before, after] = [endsIn(rig), endsIn(there.trial)];
        const changed = [...after].filter(([id, ends]) => before.get(id) !== ends).map(([id]) => id);
        const { put, move, away } = there.change;
        expect([...put.map(({ id }) => id), ...move.map(({ lead }) => lead), ...away].sort()).toEqual(
          changed.sort(),
        );
        met.count('exchanged');
        met.count('moved', there.change.move.length);
      }),
      { numRuns: 120 },
    );
    met.atLeast({ exchanged: 60, moved: 120 });
  });

  test('no choice of jacks leaves more leads where they are: tried one by one', () => {
    const met = new Met();
    fc.assert(
      fc.property(
        fc.constantFrom('valve head', 'four-channel head'),
        fc.nat({ max: 5 }),
        fc.nat(),
        (amp, n, k) => {
          const gearOf = {
            guitars: 1,
            pedals: ['od', 'fuzz'],
            unit: 'unit',
            amp,
            around: [],
            ohm: 16,
            desk: true,
          };
          const rig = wiredWay(rigOf(gearOf as never), n);
          const asked = exchanged(chainsOf(rig), k) ?? chainsOf(rig);
          const wired = wireChains(rig, asked);
          if ('reason' in wired) throw new Error(wired.reason);
          const { put, move } = wired.change;
          const text = writeChains(wired.trial, chainsOf(wired.trial));
          const better = fewerMoved(rig, wired.trial, put.length + move.length, text);
          expect(better).toBeNull();
          met.count('tried');
          met.count('with leads to move', Number(put.length + move.length > 0));
        },
      ),
      { numRuns: 40 },
    );
    met.atLeast({ tried: 40, 'with leads to move': 10 });
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
        const { order, gear } = remediesFor(rig, asked, refusal);
        if (gear) expect('change' in wireChains(withMore(rig, gear), asked)).toBe(true);
        if (!order) return;
        expect('change' in wireChains(rig, parseChains(rig, order.lines.join('\n')))).toBe(true);
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
