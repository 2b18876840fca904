import { expect, test } from '@jest/globals';
import { makePatience } from './patience';
import type { Running } from './shared';

const MS = 400;
const SILENT = 'the analysis did not answer';

const makeWorker = (broken: Promise<never> = new Promise(() => undefined)): Running =>
  ({ broken }) as Partial<Running> as Running;
const after = <T>(ms: number, value: T) => new Promise<T>((done) => setTimeout(() => done(value), ms));
const never = () => new Promise<string>(() => undefined);

test('a worker that says nothing is given up; what it was asked fails in words', async () => {
  const within = makePatience(MS);
  const at = makeWorker();
  await expect(within(at, after(MS / 2, 'told'))).resolves.toBe('told');
  await expect(within(at, never())).rejects.toThrow(SILENT);
});

test('one that breaks is not waited for, and what it refuses is told as it is', async () => {
  const within = makePatience(MS);
  const broken = after(10, null).then(() => Promise.reject(new Error('could not be started')));
  await expect(within(makeWorker(broken), never())).rejects.toThrow('could not be started');
  await expect(within(makeWorker(), Promise.reject(new Error('no rig is open')))).rejects.toThrow(
    'no rig is open',
  );
});

test('each answer is a sign of life for what waits behind it', async () => {
  const within = makePatience(MS);
  const at = makeWorker();
  const queue = [0.7, 1.4, 2.1].map((times) => within(at, after(times * MS, times)));
  await expect(Promise.all(queue)).resolves.toEqual([0.7, 1.4, 2.1]);
  // Of another worker it is none.
  const [mine, others] = [makeWorker(), makeWorker()];
  const waiting = makePatience(MS);
  const [silent] = await Promise.allSettled([
    waiting(mine, after(1.8 * MS, 'late')),
    waiting(others, after(0.7 * MS, 'told')),
  ]);
  expect(silent).toMatchObject({ status: 'rejected' });
});

test('a page that stood still gives the answer that lies there its time', async () => {
  const within = makePatience(MS);
  const told = within(makeWorker(), after(1.2 * MS, 'told'));
  await after(1, null);
  const until = performance.now() + 1.5 * MS;
  while (performance.now() < until) Math.sqrt(until);
  await expect(told).resolves.toBe('told');
});

test('the next worker has longer: the first may have been slow', async () => {
  const within = makePatience(MS);
  await expect(within(makeWorker(), never())).rejects.toThrow(SILENT);
  const next = makeWorker();
  await expect(within(next, after(2 * MS, 'told'))).resolves.toBe('told');
  await expect(within(next, never())).rejects.toThrow(SILENT);
});
