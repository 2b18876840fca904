// What must hold of the order of any rig.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inNight, pluggedIn, type Rig } from '../model';
import { settingsOf, trace } from '../signal';
import { gear, handled, rigOf, wiredWays } from '../testing/gear';
import { largeRig } from '../testing/large-rig';
import { Met } from '../testing/met';
import {
  gapsOf,
  readingsIn,
  parseChains,
  stopsOf,
  writeChains,
  type Chain,
  type End,
  type Reading,
  type Tail,
} from './index';

const read = (rig: Rig): Reading => readingsIn(inNight(rig, null))[0]!.reading;

/** Every way from the beginning of a chain to an end, as blocks; a join goes on in the chain that it joins. */
function waysOf(chains: readonly Chain[]): readonly (readonly string[])[] {
  const keysOf = (tail: Tail) =>
    tail.places.flatMap(({ stops }) =>
      stops.flatMap(({ box, blocks }) => blocks.map((block) => `${box}/${block}`)),
    );
  const straight = (
    tail: Tail,
    before: readonly string[],
  ): readonly { keys: readonly string[]; end: End }[] => {
    const keys = [...before, ...keysOf(tail)];
    return tail.end.kind === 'split'
      ? tail.end.tails.flatMap((one) => straight(one, keys))
      : [{ keys, end: tail.end }];
  };
  const all = chains.flatMap((chain) => straight(chain, []));
  return all.flatMap(({ keys, end }) => {
    if (end.kind !== 'joins') return [keys];
    const at = (own: readonly string[]) =>
      own.findIndex((key) =>
        end.block === null ? key.startsWith(`${end.box}/`) : key === `${end.box}/${end.block}`,
      );
    return all.flatMap((other) =>
      at(other.keys) >= 0 ? [[...keys, ...other.keys.slice(at(other.keys))]] : [],
    );
  });
}

const isWithin = (own: readonly string[], way: readonly string[]): boolean => {
  let i = 0;
  for (const key of way) if (key === own[i]) i += 1;
  return i === own.length;
};

/** A reading without what the order of jacks in a box decides. */
function canonical({ chains, knots, rest }: Reading): unknown {
  const text = (value: unknown) => JSON.stringify(value);
  const tailOf = ({ places, end }: Tail): unknown => ({
    places: places.map(({ gap, stops }) => [
      gap && { ...gap, leads: [...gap.leads].sort() },
      stops
        .map((stop) => ({ ...stop, in: [...stop.in].sort(), out: [...stop.out].sort() }))
        .map(text)
        .sort(),
    ]),
    end: end.kind === 'split' ? { ...end, tails: end.tails.map(tailOf).map(text).sort() } : end,
  });
  return {
    chains: chains.map((chain) => [text(tailOf(chain)), chain.sources]),
    knots: knots
      .map((knot) => [[...knot.leads].sort(), [...knot.boxes].sort()])
      .map(text)
      .sort(),
    rest: { leads: [...rest.leads].sort(), boxes: rest.boxes },
  };
}

/** Rigs with a feed of their own to the house. */
const split = gear
  .map((g) => wiredWays(rigOf({ ...g, unit: 'unit', amp: g.amp ?? 'valve head', desk: true })))
  .map((ways) => ways.find(({ code }) => code === 'FOUR+FEED')?.rig ?? ways[0]!.rig);

describe('laws', () => {
  test('in every sound each path is a way through the chains, less what is off', () => {
    const met = new Met();
    fc.assert(
      fc.property(
        fc.oneof(
          handled,
          gear.map((g) => wiredWays(rigOf(g))[0]?.rig ?? rigOf(g)),
        ),
        (rig) => {
          const reading = read(rig);
          if (reading.knots.length > 0) {
            met.count('knots');
            return;
          }
          const ways = waysOf(reading.chains);
          for (const setting of settingsOf(rig, null))
            for (const path of trace(rig, setting).paths) {
              const keys = path.sections
                .filter(({ block }) => block.role !== 'loop')
                .map(({ box, block }) => `${box.id}/${block.id}`);
              expect({ keys, in: ways.some((way) => isWithin(keys, way)) }).toEqual({ keys, in: true });
              met.count('paths');
            }
        },
      ),
      { numRuns: 200 },
    );
    met.atLeast({ paths: 150, knots: 2 });
  });

  test('each lead that carries sound is in one gap, in a knot, or in the rest; each block is told once', () => {
    const met = new Met();
    fc.assert(
      fc.property(handled, (rig) => {
        const { chains, knots, rest } = read(rig);
        const gaps = chains.flatMap(gapsOf).flatMap(({ leads }) => leads);
        expect(new Set(gaps).size).toBe(gaps.length);
        const told = new Set([...gaps, ...knots.flatMap(({ leads }) => leads), ...rest.leads]);
        expect(rest.leads.filter((lead) => gaps.includes(lead))).toEqual([]);
        const carrying = pluggedIn(inNight(rig, null)).filter(({ lead }) =>
          ['instrument', 'patch', 'line', 'speaker', 'balanced', 'mic'].includes(lead.kind),
        );
        for (const { lead, from, to } of carrying)
          if (from.length > 0 || to.length > 0) expect([lead.id, told.has(lead.id)]).toEqual([lead.id, true]);
        const blocks = chains
          .flatMap(stopsOf)
          .flatMap(({ box, blocks: own, loop }) => own.map((block) => `${box}/${block} ${loop?.side ?? ''}`));
        expect(new Set(blocks).size).toBe(blocks.length);
        met.count('gaps', gaps.length);
        met.count('rest', rest.leads.length);
        met.count('knots', knots.length);
      }),
      { numRuns: 200 },
    );
    met.atLeast({ gaps: 500, rest: 50, knots: 2 });
  });

  test('with every name changed, and jacks and blocks in another order, the chains are the same', () => {
    const met = new Met();
    fc.assert(
      fc.property(fc.oneof(handled, split), (rig) => {
        const turned: Rig = {
          ...rig,
          boxes: rig.boxes.map((box, i) => ({
            ...box,
            name: `Box ${i}`,
            tag: `B${i}`,
            jacks: box.jacks.map((jack, j) => ({ ...jack, label: `J${j}` })).toReversed(),
            blocks: box.blocks.map((block, j) => ({ ...block, name: `K${j}` })).toReversed(),
            patches: box.patches.map((patch) => ({ ...patch, wires: patch.wires.toReversed() })),
          })),
        };
        const [a, b] = [read(rig), read(turned)];
        // Which of two ways that meet is the chain and which joins it, jack order says.
        if (JSON.stringify(a).includes('"joins"')) return;
        expect(canonical(b)).toEqual(canonical(a));
        met.count('chains', a.chains.length);
        met.count('splits', JSON.stringify(a).split('"split"').length - 1);
      }),
      { numRuns: 150 },
    );
    met.atLeast({ chains: 100, splits: 20 });
  });

  test('what is written reads back as the same order', () => {
    const met = new Met();
    fc.assert(
      fc.property(fc.oneof(handled, split), (rig) => {
        const { chains, knots } = read(rig);
        if (knots.length > 0) return;
        const lines = writeChains(rig, chains);
        expect(writeChains(rig, parseChains(rig, lines.join('\n')))).toEqual(lines);
        met.count('lines', lines.length);
        met.count('loops', lines.join().split('(').length - 1);
        met.count('splits', lines.join().split('{').length - 1);
      }),
      { numRuns: 150 },
    );
    met.atLeast({ lines: 100, loops: 10, splits: 20 });
  });

  test('a large rig is one chain with its pedals in order', () => {
    const [first] = read(largeRig(80)).chains;
    expect(stopsOf(first!).length).toBeGreaterThan(60);
  });
});
