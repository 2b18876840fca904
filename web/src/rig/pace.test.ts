import { expect, test } from '@jest/globals';
import { createStore } from 'zustand/vanilla';
import { pace } from './pace';

const make = () => {
  const store = createStore(() => ({ turn: 0, answer: 0 }));
  const paced = pace(store);
  const seen: string[] = [];
  paced.shown.subscribe(({ turn, answer }) => seen.push(`${turn} ${answer}`));
  return { store, ...paced, seen };
};

test('views follow the store at once; held, they are drawn once for all that changed till they are let go', () => {
  const { store, hold, letGo, seen } = make();
  store.setState({ turn: 1 });
  expect(seen).toEqual(['1 0']);
  hold();
  store.setState({ turn: 2 });
  store.setState({ answer: 2 });
  expect(seen).toEqual(['1 0']);
  expect(store.getState()).toEqual({ turn: 2, answer: 2 });
  letGo();
  expect(seen).toEqual(['1 0', '2 2']);
  store.setState({ turn: 3 });
  expect(seen).toEqual(['1 0', '2 2', '3 2']);
});

test('an answer that does not come is not waited for, and one that comes late changes nothing but itself', async () => {
  const { store, hold, letGo, seen } = make();
  hold();
  hold();
  store.setState({ turn: 1 });
  await new Promise((done) => setTimeout(done, 40));
  expect(seen).toEqual(['1 0']);
  store.setState({ answer: 1 });
  letGo();
  expect(seen).toEqual(['1 0', '1 1']);
});
