import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { expose } from 'comlink';
import { patchRig, refusalOf, type DocumentPatch, type Rig } from '../../../core/rig';
import { fourCable } from '../../../core/testing/build';
import { RigDatabase } from '../store/db';
import { createRig } from '../store/rigs';
import { openSession, type Session } from '../store/session';
import { startAnalyst, type Analyst } from './analyst';
import { answer } from './answer';
import type { AnyQuery } from './queries';
import { begin, type Running } from './shared';

/** A worker of the real protocol at the other end of a message channel, which may fail as told. */
function makeWorker(
  fault: 'none' | 'throws' | 'silent',
  log: string[],
): { running: Running; end: () => void } {
  const { port1, port2 } = new MessageChannel();
  let held: { rig: Rig; revision: number } | null = null;
  expose(
    {
      open(rig: Rig, revision: number) {
        log.push(`open ${revision}`);
        held = { rig, revision };
      },
      patch(patches: DocumentPatch[], revision: number) {
        log.push(`patch ${revision}`);
        if (held?.revision !== revision - 1) throw new Error('out of turn');
        held = { rig: patchRig(held.rig, patches), revision };
      },
      ask(query: AnyQuery) {
        log.push(`ask ${query.kind}`);
        if (fault === 'throws') throw new Error('broken');
        if (fault === 'silent') return new Promise(() => undefined);
        return { revision: held!.revision, result: answer(held!.rig, query) };
      },
    },
    port2,
  );
  const worker = Object.assign(port1, { terminate: () => log.push('terminate') });
  const close = () => {
    port1.close();
    port2.close();
  };
  return { running: begin(worker as never), end: close };
}

let db: RigDatabase;
let session: Session;
let ends: (() => void)[];
let analyst: Analyst | null;

beforeEach(async () => {
  db = new RigDatabase('analyst');
  await createRig(db, fourCable(), '2026-03-01');
  session = openSession({
    db,
    tab: 't',
    stored: { rig: fourCable(), revision: 0, log: [], created: '2026-03-01' },
    ports: {
      now: () => '2026-03-01',
      reload: () => Promise.resolve({ gone: 'gone' }),
      check: refusalOf,
      keepCopy: () => Promise.resolve(),
    },
  });
  ends = [];
  analyst = null;
});
afterEach(async () => {
  analyst?.end();
  for (const end of ends) end();
  await session.settled();
  db.close();
  await db.delete();
});

function start(faults: ('none' | 'throws' | 'silent')[], log: string[]): Analyst {
  const next = () => {
    const made = makeWorker(faults.shift() ?? 'none', log);
    ends.push(made.end);
    return made.running;
  };
  analyst = startAnalyst(session, {
    first: next,
    instead: (failed) => {
      failed.worker.terminate();
      return next();
    },
    patienceMs: 150,
  });
  return analyst;
}

const findings = { kind: 'findings', variant: null, sound: null } as const;
const unplug = () => session.commit({ edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } });

describe('the analyst', () => {
  test('opens the document whole once, then sends patches', async () => {
    const log: string[] = [];
    const a = start([], log);
    expect((await a.ask<'findings'>(findings)).result).toEqual([]);
    unplug();
    const { revision, result } = await a.ask<'findings'>(findings);
    expect([revision, result[0]!.code]).toEqual([1, 'SAFE-NOLOAD']);
    session.undo();
    expect((await a.ask<'findings'>(findings)).revision).toBe(2);
    expect(log).toEqual(['open 0', 'ask findings', 'patch 1', 'ask findings', 'patch 2', 'ask findings']);
  });

  test('what is asked in one breath is sent by what is looked at first', async () => {
    const log: string[] = [];
    const a = start([], log);
    const setting = { variant: null, sound: 'sound-1' };
    await Promise.all([a.ask<'routes'>({ kind: 'routes', setting }), a.ask<'findings'>(findings)]);
    expect(log).toEqual(['open 0', 'ask findings', 'ask routes']);
  });

  test('findings once asked for are worked out with the next edit, before they are asked for; unasked no more', async () => {
    const log: string[] = [];
    const a = start([], log);
    await a.ask<'findings'>(findings);
    log.length = 0;
    unplug();
    const early = a.ask<'findings'>(findings);
    expect((await early).result[0]!.code).toBe('SAFE-NOLOAD');
    expect(log).toEqual(['patch 1', 'ask findings']);
    session.undo();
    session.redo();
    session.undo();
    const { revision, result } = await a.ask<'findings'>({ ...findings, sound: 'sound-1' });
    expect([revision, result]).toEqual([4, []]);
    expect(log.slice(2)).toEqual(['patch 2', 'ask findings', 'patch 3', 'patch 4', 'ask findings']);
  });

  test.each(['throws', 'silent'] as const)(
    'a worker that %s is ended, and another begins from the document',
    async (fault) => {
      const log: string[] = [];
      const a = start([fault], log);
      unplug();
      const { revision, result } = await a.ask<'findings'>(findings);
      expect([revision, result[0]!.code]).toEqual([1, 'SAFE-NOLOAD']);
      expect(log.slice(-3)).toEqual(['terminate', 'open 1', 'ask findings']);
    },
  );

  test('two that fail in a row are told', async () => {
    const a = start(['throws', 'throws'], []);
    await expect(a.ask<'findings'>(findings)).rejects.toThrow('broken');
  });
});
