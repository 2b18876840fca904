import { expect, test } from '@jest/globals';
import { expose } from 'comlink';
import { placeBuffers } from '../../../core/buffers';
import { planHum } from '../../../core/hum';
import { chooseLevels } from '../../../core/levelling';
import { cardsOf, worthLookingUp } from '../../../core/planner';
import { build, edited, fourCable, plugged } from '../../../core/testing/build';
import { startSearch } from './search';
import { makeSearches, type Progress, type ShownPlan } from './searches';

/** The chains are drawn so wide, pixels. */
const WIDTH = 620;

/** A clock that runs as told, so that what is told when does not hang on this machine. */
function searchesBy(stepMs: number) {
  let at = 0;
  return makeSearches(() => (at += stepMs));
}

test('routings come with their chain and a small map, without their trial document, and can be cloned', async () => {
  const plan = await searchesBy(0).plan(build('guitar, unit, combo'), null, WIDTH, () => undefined);
  expect(plan.lines.map(({ name }) => name)).toEqual([['all in front']]);
  expect(plan.lines.every((line) => !('trial' in line) && !('chains' in line))).toBe(true);
  for (const { strip, map } of plan.lines) {
    expect(strip.items.length).toBeGreaterThan(0);
    expect(strip.width).toBe(WIDTH);
    expect(map.width).toBeGreaterThan(0);
  }
  expect(plan.whyNot.map(({ family }) => family)).toContain('four-cable');
  expect(structuredClone(plan)).toEqual(plan);
});

test('how far it is is told every 100 ms; each routing crosses once, with that or in the end', async () => {
  const told: Progress[] = [];
  const all = await searchesBy(0).plan(fourCable(), null, WIDTH, () => undefined);
  const plan = await searchesBy(60).plan(fourCable(), null, WIDTH, (progress) => told.push(progress));
  expect(told.length).toBeGreaterThan(1);
  // The wiring in force is judged ahead of all others.
  expect(told[0]!.plan.lines.every(({ inForce }) => inForce)).toBe(true);
  for (const { done, of } of told) expect(done).toBeLessThanOrEqual(of);
  expect([...told.map((one) => one.plan), plan].flatMap(({ lines }) => lines)).toEqual(all.lines);
});

test('others of a family are judged when they are asked for', async () => {
  const searches = searchesBy(0);
  const rig = build('guitar, fuzz, unit, valve head, cab 16, mic, desk');
  const { others, lines } = await searches.plan(rig, null, WIDTH, () => undefined);
  const keys = others['four-cable']!.slice(0, 2);
  const more = searches.judge(rig, null, WIDTH, keys);
  expect(more.length).toBeGreaterThan(0);
  for (const { name, key } of more) {
    expect(name[0]).toBe('four-cable');
    expect(lines.some((line) => line.key === key)).toBe(false);
  }
});

/** What a search comes to in the end, and how often it said on the way how far it is. */
function ended<S, R>(steps: Generator<S, R>): { readonly result: R; readonly steps: number } {
  for (let n = 0; ; n += 1) {
    const { value, done } = steps.next();
    if (done) return { result: value, steps: n };
  }
}

test('searches for buffers, levels, hum and figures go on to their ends, and say how far they are', async () => {
  const rig = fourCable();
  type All = ReturnType<typeof makeSearches>;
  const each: readonly (readonly [
    Generator<unknown, unknown>,
    (all: All, told: () => void) => Promise<unknown>,
  ])[] = [
    [placeBuffers(rig, null, 'all'), (all, told) => all.buffers(rig, null, told)],
    [chooseLevels(rig, null, 'dBu'), (all, told) => all.levels(rig, null, 'dBu', told)],
    [planHum(rig, null), (all, told) => all.hum(rig, null, told)],
    [worthLookingUp(rig, null), (all, told) => all.worth(rig, null, told)],
  ];
  const counts: number[] = [];
  for (const [generator, search] of each) {
    const { result, steps } = ended(generator);
    let told = 0;
    const count = () => (told += 1);
    expect(await search(searchesBy(0), count)).toEqual(result);
    expect(told).toBe(0);
    expect(await search(searchesBy(200), count)).toEqual(result);
    expect(told).toBe(steps);
    counts.push(steps);
  }
  expect(counts.filter((steps) => steps > 0).length).toBeGreaterThan(1);
}, 60_000);

function makeWorker(log: string[]) {
  const { port1, port2 } = new MessageChannel();
  const slow = { plan: () => new Promise<never>(() => undefined) };
  expose(slow, port2);
  return Object.assign(port1, {
    terminate: () => {
      log.push('ended');
      port1.close();
      port2.close();
    },
  }) as never;
}

test('a search that is cancelled ends its worker at once', async () => {
  const log: string[] = [];
  const search = startSearch<ShownPlan, Progress>(
    (searches, told) => searches.plan(fourCable(), null, WIDTH, told),
    () => undefined,
    () => makeWorker(log),
  );
  search.cancel();
  await expect(search.result).rejects.toThrow('cancelled');
  expect(log[0]).toBe('ended');
});

test('the next search goes by the handle of the last: a handle that is collected takes its worker along', async () => {
  const handles: unknown[] = [];
  for (let i = 0; i < 2; i += 1)
    await startSearch<readonly string[], never>(
      (searches) => {
        handles.push(searches);
        return Promise.resolve([]);
      },
      () => undefined,
      () => makeWorker([]),
    ).result;
  expect(handles[1]).toBe(handles[0]);
});

test('a lead where none of audio belongs, or a night that is plugged otherwise, takes no other card away', () => {
  const odd = plugged(build('guitar, unit, valve head, cab 16'), 'multi-effects/midi-out > valve-head/input');
  const cards = cardsOf(odd);
  expect(cards.some((card) => card.can)).toBe(true);
  const four = cards.find((card) => card.code === 'FOUR');
  expect(four?.can && four.putAway.map(({ number }) => number)).toEqual([1]);

  const night = edited(
    fourCable(),
    {
      edit: 'addVariant',
      arguments: {
        variant: {
          id: 'night',
          name: 'Night',
          leads: {},
          state: { blocks: {}, modes: {}, controls: {}, patches: {} },
          notes: '',
        },
      },
    },
    {
      edit: 'exchangeEnds',
      arguments: {
        a: { lead: 'lead-3', side: 'to' },
        b: { lead: 'lead-5', side: 'to' },
        scope: { layer: 'variant', id: 'night' },
      },
    },
  );
  expect(cardsOf(night)).toHaveLength(8);
  for (const card of cardsOf(night)) if (!card.can) expect(card.reason).toMatch(/\.$/);
});
