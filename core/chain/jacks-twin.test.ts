// Jacks chosen by `wire` against every choice there is: a twin that knows of jacks and prices, and nothing of how to look.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { blockIn, endAt, inNight, isLink, jackKey, jackOf, type JackRef, type Rig } from '../model';
import { hands, spoiled } from '../testing/gear';
import { jacksFor, replugged, shuffled, started } from '../testing/jack-starts';
import { Met } from '../testing/met';
import { AT, places } from '../testing/order';
import {
  gapsOf,
  actChains,
  readingsIn,
  slotsOfHeld,
  wireAct,
  wireChains,
  writeChains,
  type Chain,
  type Held,
  type Tail,
} from './index';

type Join = { readonly from: JackRef; readonly to: JackRef };

/** What is plugged for the order in a rig, and which two of it are left and right of one gap. */
type Plugged = { readonly joins: readonly Join[]; readonly pairs: readonly (readonly [number, number])[] };

const reading = (rig: Rig) => readingsIn(inNight(rig, null))[0]!.reading;
const lines = (rig: Rig, chains: readonly Chain[]) => [...writeChains(rig, chains, true)].sort().join('\n');

/** The leads by which the sides part. */
function sidesOf({ end }: Tail): readonly (readonly string[])[] {
  if (end.kind !== 'split') return [];
  const own =
    end.how === 'sides' ? [end.tails.flatMap(({ places: [first] }) => first?.gap?.leads[0] ?? [])] : [];
  return [...own, ...end.tails.flatMap(sidesOf)];
}

/** By leads with one plug at each end; null: a chain goes through another. */
function pluggedFor(rig: Rig): Plugged | null {
  const gaps = reading(rig).chains.flatMap(gapsOf);
  const ids = [...new Set(gaps.flatMap(({ leads }) => leads))];
  const joins: Join[] = [];
  for (const id of ids) {
    const lead = rig.leads.find((one) => one.id === id)!;
    const [from, to] = [lead.from.at[0], lead.to.at[0]];
    if (!from || !to || lead.from.at.length + lead.to.at.length > 2 || isLink(lead)) return null;
    // A lead may lie the other way round.
    joins.push(jackOf(rig, from)!.direction === 'in' ? { from: to, to: from } : { from, to });
  }
  const pairs = [...gaps.map(({ leads }) => leads), ...reading(rig).chains.flatMap(sidesOf)].flatMap(
    ([a, b]): [number, number][] =>
      a !== undefined && b !== undefined ? [[ids.indexOf(a), ids.indexOf(b)]] : [],
  );
  return { joins, pairs };
}

/** The side that a jack gives or takes; null: both, or it goes by none. */
function sideOf(rig: Rig, ref: JackRef): 'left' | 'right' | null {
  const { box, jack } = endAt(rig, ref)!;
  const { wires } = box.patches.find(({ id }) => id === box.patch)!;
  const sides = wires.flatMap(({ from, to, fromChannel, toChannel, whileOpen }) => {
    if (whileOpen !== undefined) return [];
    if (jack.direction === 'in') return 'jack' in from && from.jack === jack.id ? [toChannel ?? null] : [];
    if (!('jack' in to) || to.jack !== jack.id) return [];
    // Of what is mono both jacks give the whole.
    const isMono = 'block' in from && blockIn(box, from.block)?.channelsOut === 1;
    return [isMono ? null : (fromChannel ?? null)];
  });
  const [first] = sides;
  return first && sides.every((side) => side === first) ? first : null;
}

/** Left and right exchanged: it reads alike, and is not the same. */
const isCrossed = (rig: Rig, { pairs, joins }: Plugged) => {
  const goes = (i: number, side: 'left' | 'right') =>
    [joins[i]!.from, joins[i]!.to].some((ref) => sideOf(rig, ref) === side);
  return pairs.some(([a, b]) => {
    const [first, second] = [joins[a]!.to, joins[b]!.to];
    const isTurned = first.box === second.box && first.jack > second.jack;
    return goes(a, 'right') || goes(b, 'left') || isTurned;
  });
};

/** Prices as a technician has them: a lead to fetch, less for each plug that only moves; and what is taken last. */
class Prices {
  private readonly standing = new Set<string>();
  private readonly held = new Set<string>();
  private readonly foreign = new Set<string>();

  /** @param rig as it would be; its boxes may be wired otherwise inside than before */
  constructor(
    before: Rig,
    private readonly rig: Rig,
  ) {
    const { chains, knots } = reading(before);
    const own = new Set([...chains.flatMap(gapsOf), ...knots].flatMap(({ leads }) => leads));
    for (const { id, from, to } of before.leads) {
      const isLoose = from.at.length === 0 || to.at.length === 0;
      for (const ref of [...from.at, ...to.at])
        (own.has(id) || isLoose ? this.held : this.foreign).add(jackKey(ref));
      for (const a of from.at) for (const b of to.at) this.standing.add(`${jackKey(a)} ${jackKey(b)}`);
    }
  }

  join({ from, to }: Join): number {
    const [a, b] = [jackKey(from), jackKey(to)];
    if (this.standing.has(`${a} ${b}`)) return 0;
    const plug = (key: string) => (this.foreign.has(key) ? 100 : this.held.has(key) ? -4 : 0);
    const [out, into] = [endAt(this.rig, from)!, endAt(this.rig, to)!];
    if ((out.jack.carries === 'speaker') !== (into.jack.carries === 'speaker')) return Infinity;
    const isMix = into.box.blocks.some(({ role }) => role === 'mix');
    const isAmp = into.jack.carries === 'instrument' && into.box.blocks.some(({ role }) => role === 'preamp');
    const isLess = isMix ? out.jack.balance === 'unbalanced' : isAmp && out.jack.fixedUnity !== true;
    return 20 + plug(a) + plug(b) + (isLess ? 0.5 : 0);
  }

  /** A send as an output and headphones are taken last; else the first jack of a box. */
  jack(ref: JackRef): number {
    const { box, jack } = endAt(this.rig, ref)!;
    const isLoop = box.loops?.some(({ sends, returns }) => [...sends, ...returns].includes(jack.id)) ?? false;
    return 0.01 * box.jacks.indexOf(jack) + (isLoop ? 1 : 0) + (jack.carries === 'phones' ? 2 : 0);
  }

  /** Half of what a stereo output gives, where one lead takes it alone. */
  right(ref: JackRef): number {
    return sideOf(this.rig, ref) === 'right' ? 6 : 0;
  }

  /** Left and right beside each other. */
  apart(a: JackRef, b: JackRef): number {
    if (a.box !== b.box || a.jack === b.jack) return 0;
    const { jacks } = endAt(this.rig, a)!.box;
    return (
      0.1 * Math.abs(jacks.findIndex(({ id }) => id === a.jack) - jacks.findIndex(({ id }) => id === b.jack))
    );
  }

  of({ pairs }: Plugged, joins: readonly Join[]): number {
    const jacks = new Map(joins.flatMap(({ from, to }) => [from, to]).map((ref) => [jackKey(ref), ref]));
    const sum = (all: readonly number[]) => all.reduce((a, b) => a + b, 0);
    return (
      sum(joins.map((one) => this.join(one))) +
      sum(joins.map(({ from }, i) => (pairs.flat().includes(i) ? 0 : this.right(from)))) +
      sum([...jacks.values()].map((ref) => this.jack(ref))) +
      sum(
        pairs.map(
          ([a, b]) => this.apart(joins[a]!.from, joins[b]!.from) + this.apart(joins[a]!.to, joins[b]!.to),
        ),
      )
    );
  }
}

/** More choices than this that are cheaper are not read: the case is not counted. */
const MOST = 60;

/**
 * The cheapest choice of jacks for the same joins that reads alike and costs less than what was chosen; null: none.
 * 'many': there was too much to look at.
 */
function cheaper(rig: Rig, trial: Rig, plugged: Plugged): string | null {
  const prices = new Prices(rig, trial);
  const wanted = lines(trial, reading(trial).chains);
  const chosen = prices.of(plugged, plugged.joins);
  const options = plugged.joins.map(({ from, to }) =>
    jacksFor(trial, from.box, 'out')
      .flatMap((a) => jacksFor(trial, to.box, 'in').map((b): Join => ({ from: a, to: b })))
      .map((join) => ({ join, price: prices.join(join) }))
      .filter(({ price }) => price < Infinity)
      .sort((a, b) => a.price - b.price),
  );
  const least = options.map((own) => own[0]?.price ?? 0);
  const rest = least.map((_, i) => least.slice(i).reduce((a, b) => a + b, 0));
  let looked = 0;
  let passed = 0;
  const search = (taken: ReadonlySet<string>, joins: readonly Join[], price: number): string | null => {
    if (price + (rest[joins.length] ?? 0) >= chosen - 1e-6) return null;
    passed += 1;
    if (passed > 50 * MOST) return 'many';
    const own = options[joins.length];
    if (!own) {
      if (prices.of(plugged, joins) >= chosen - 1e-6) return null;
      looked += 1;
      if (looked > MOST) return 'many';
      const at = new Map(
        plugged.joins.map((join, i) => [`${jackKey(join.from)} ${jackKey(join.to)}`, joins[i]!]),
      );
      const leads = trial.leads.map((lead) => {
        const [a, b] = [lead.from.at[0], lead.to.at[0]];
        const join =
          a && b && (at.get(`${jackKey(a)} ${jackKey(b)}`) ?? at.get(`${jackKey(b)} ${jackKey(a)}`));
        return join
          ? { ...lead, from: { ...lead.from, at: [join.from] }, to: { ...lead.to, at: [join.to] } }
          : lead;
      });
      const other = { ...trial, leads };
      if (lines(other, reading(other).chains) !== wanted) return null;
      // Leads between the same two boxes may have changed what they are for.
      const now = pluggedFor(other);
      const isBetter = now && !isCrossed(trial, now) && prices.of(now, now.joins) < chosen - 1e-6;
      return isBetter ? JSON.stringify({ joins, chosen }) : null;
    }
    for (const { join, price: more } of own) {
      const keys = [join.from, join.to].filter((ref) => jackOf(trial, ref)?.mult !== true).map(jackKey);
      if (keys.some((key) => taken.has(key))) continue;
      const found = search(new Set([...taken, ...keys]), [...joins, join], price + more);
      if (found) return found;
    }
    return null;
  };
  return search(new Set(), [], 0);
}

/** A stop of a rig put elsewhere, as the numbers say; null: none can be. */
function moved(rig: Rig, n: number, k: number) {
  const all = places(rig);
  const at = all[(n >> 2) % Math.max(1, all.length)];
  if (!at) return null;
  const held: Held = { kind: 'stretch', stretch: { ...at, count: 1 } };
  const { slots } = slotsOfHeld(rig, actChains(rig, AT), held);
  return slots.length > 0 ? wireAct(rig, AT, { act: 'put', held, slot: k % slots.length }) : null;
}

describe('the choice of jacks', () => {
  test('costs what the best of all choices does', () => {
    const met = new Met();
    fc.assert(
      fc.property(fc.nat({ max: started.length - 1 }), fc.nat(), fc.nat(), hands, (i, n, k, spoils) => {
        const { chains, hosts } = started[i]!;
        const rig = shuffled(started[i]!.rig, k);
        // From nothing; put right after hands were on it; or a stop put elsewhere.
        const before =
          n % 4 === 0
            ? { ...rig, leads: [] }
            : n % 4 === 1
              ? rig
              : n % 4 === 2
                ? replugged(rig, n >> 2)
                : spoiled(rig, spoils);
        const wired = n % 4 === 1 ? moved(rig, n, k) : wireChains(before, chains);
        if (!wired || 'reason' in wired) return met.count('not wired');
        const plugged = pluggedFor(wired.trial);
        if (!plugged) return met.count('links');
        const better = cheaper(before, wired.trial, plugged);
        if (better === 'many') return met.count('many');
        expect(better).toBeNull();
        met.count('tried');
        met.count('moved', Number(wired.change.put.length + wired.change.move.length > 0));
        met.count('in stereo', Number(plugged.pairs.length > 0));
        met.count('two hosts', Number(hosts > 1));
        met.count('with tails', Number(wired.chains.some(({ end }) => end.kind === 'split')));
      }),
      { numRuns: 1000, endOnFailure: true },
    );
    met.atLeast({ tried: 500, moved: 250, 'in stereo': 70, 'with tails': 120, 'two hosts': 150 });
  });
});
