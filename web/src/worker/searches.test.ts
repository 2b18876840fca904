import { expect, test } from '@jest/globals';
import { expose } from 'comlink';
import { cardsOf } from '../../../core/planner';
import { build, edited, fourCable, plugged } from '../../../core/testing/build';
import { startSearch } from './search';
import { makeSearches, type Progress, type ShownCard } from './searches';

/** A clock that runs as told, so that what is told when does not hang on this machine. */
function searchesBy(stepMs: number) {
  let at = 0;
  return makeSearches(() => (at += stepMs));
}

test('cards come with a small map and without their trial document, and can be cloned', async () => {
  const cards = await searchesBy(0).cards(build('guitar, unit, combo'), null, () => undefined);
  expect(cards.map((card) => [card.code, card.can, card.map !== null])).toEqual([
    ['FOUR', false, false],
    ['FOUR+FEED', false, false],
    ['FOUR+FEED', false, false],
    ['LOOP', false, false],
    ['FRONT', true, true],
    ['POWER', false, false],
    ['DIRECT', false, false],
    ['INSERT', false, false],
  ]);
  expect(cards.every((card) => !('trial' in card))).toBe(true);
  expect(structuredClone(cards)).toEqual(cards);
});

test('how far it is is told every 100 ms, with what is found so far', async () => {
  const told: Progress<ShownCard>[] = [];
  const cards = await searchesBy(30).cards(fourCable(), null, (progress) => told.push(progress));
  expect(told.length).toBeGreaterThan(1);
  expect(told.length).toBeLessThan(cards.length);
  for (const { done, of, found } of told) {
    expect(of).toBe(cards.length);
    expect(found).toEqual(cards.slice(0, done));
  }
});

function makeWorker(log: string[]) {
  const { port1, port2 } = new MessageChannel();
  const slow = { cards: () => new Promise<never>(() => undefined) };
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
  const search = startSearch<ShownCard>(
    (searches, told) => searches.cards(fourCable(), null, told),
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
    await startSearch<ShownCard>(
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
