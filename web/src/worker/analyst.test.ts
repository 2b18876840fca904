import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { expose } from 'comlink';
import type { MapDrawing } from '../../../core/drawing';
import type { FindingLine } from '../../../core/findings';
import type { EditCall } from '../../../core/edits';
import { refusalOf } from '../../../core/file';
import type { DocumentPatch, Rig } from '../../../core/model';
import { fourCable, SOUND } from '../../../core/testing/build';
import { RigDatabase } from '../store/db';
import { createRig } from '../store/rigs';
import { openSession, type Session } from '../store/session';
import { startAnalyst, type Analyst, type Answers } from './analyst';
import type { Grouped } from './parcel';
import type { AnyQuery } from './queries';
import { makeRigWorker, type Ask } from './rig-worker';
import { begin, type Running } from './shared';
import { MAP } from './testing';

/** The real worker at the other end of a message channel, which may fail as told. */
function makeWorker(
  fault: 'none' | 'throws' | 'silent',
  log: string[],
): { running: Running; end: () => void } {
  const { port1, port2 } = new MessageChannel();
  const real = makeRigWorker();
  const kinds = (asks: readonly Ask[]) =>
    asks.map(({ query }) => ` ${query.kind}${'unmarked' in query ? ' unmarked' : ''}`).join('');
  const failing = <T>(asks: readonly unknown[], work: () => T): T | Promise<never> => {
    if (asks.length > 0 && fault === 'throws') throw new Error('broken');
    return asks.length > 0 && fault === 'silent' ? new Promise(() => undefined) : work();
  };
  expose(
    {
      open(rig: Rig, turn: number, asks: readonly Ask[]) {
        log.push(`open ${turn}${kinds(asks)}`);
        return failing(asks, () => real.open(rig, turn, asks));
      },
      edit(patches: DocumentPatch[], turn: number, asks: readonly Ask[]) {
        log.push(`edit ${turn}${kinds(asks)}`);
        return failing(asks, () => real.edit(patches, turn, asks));
      },
      tell(asks: readonly Ask[]) {
        log.push(`tell${kinds(asks)}`);
        return failing(asks, () => real.tell(asks));
      },
      rest(turn: number, asks: readonly Ask[]) {
        log.push(`rest ${turn}${kinds(asks)}`);
        return failing(asks, () => real.rest(turn, asks));
      },
      ahead(edit: EditCall, queries: readonly AnyQuery[]) {
        log.push(`ahead ${edit.edit}${queries.map(({ kind }) => ` ${kind}`).join('')}`);
        return failing(queries, () => real.ahead(edit, queries));
      },
      ask(query: AnyQuery) {
        log.push(`ask ${query.kind}`);
        return failing([query], () => real.ask(query));
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
  tellTo = null;
});
afterEach(async () => {
  analyst?.end();
  for (const end of ends) end();
  await session.settled();
  db.close();
  await db.delete();
});

let answers: Answers;
let tellTo: ((now: Answers) => void) | null = null;
/** Called when the page is said to have painted. */
let painted: (() => void)[];

function start(faults: ('none' | 'throws' | 'silent')[], log: string[] = []): Analyst {
  answers = {};
  painted = [];
  // One that is sound is waited for, however slow the machine; one that is silent is given up soon.
  const patienceMs = faults.includes('silent') ? 1_500 : 20_000;
  const next = () => {
    const made = makeWorker(faults.shift() ?? 'none', log);
    ends.push(made.end);
    return made.running;
  };
  analyst = startAnalyst(
    session,
    (change) => {
      answers = change(answers);
      tellTo?.(answers);
    },
    {
      first: next,
      instead: (failed) => {
        failed.worker.terminate();
        return next();
      },
      patienceMs,
      afterPaint: (then) => painted.push(then),
    },
  );
  return analyst;
}

const FINDINGS = { kind: 'findings', variant: null, sound: null } as const;
const ROUTES = { kind: 'routes', setting: SOUND } as const;
const UNPLUG = { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } } as const;
const unplug = () => session.commit(UNPLUG);

async function until(test: () => boolean) {
  for (let i = 0; i < 2_000 && !test(); i += 1) await new Promise((done) => setTimeout(done, 5));
  expect(test()).toBe(true);
}
const at = (slot: string, turn: number) =>
  until(() => answers[slot]?.turn === turn && !answers[slot].isDraft);
const codes = () => (answers.findings!.value as readonly FindingLine[]).map(({ code }) => code);
const drawing = () => answers.map?.value as Grouped<MapDrawing>;

describe('the analyst', () => {
  test('opens the document whole once; then an edit and the questions that stand are one message', async () => {
    const log: string[] = [];
    const a = start([], log);
    a.stand('findings', FINDINGS);
    await at('findings', 0);
    expect(codes()).toEqual(['TONE-DULL']);
    unplug();
    await at('findings', 1);
    expect(codes()[0]).toBe('SAFE-NOLOAD');
    session.undo();
    await at('findings', 2);
    expect(log).toEqual(['open 0', 'tell findings', 'edit 1 findings', 'edit 2 findings']);
  });

  test('what an edit is waited for comes with it; the rest is worked out meanwhile and shown once that is painted; a newer edit drops it', async () => {
    const log: string[] = [];
    const a = start([], log);
    a.stand('routes', ROUTES);
    a.stand('map', MAP);
    a.stand('findings', FINDINGS);
    await at('map', 0);
    const opened = log.length;
    unplug();
    await at('findings', 1);
    expect(log.at(-1)).toBe('rest 1 routes');
    await new Promise((done) => setTimeout(done, 50));
    expect(answers.map?.turn).toBe(0);
    session.undo();
    await at('findings', 2);
    painted.forEach((then) => then());
    // What was kept back of the first is dropped, and its turn passed on.
    await until(() => painted.length === 4);
    painted.forEach((then) => then());
    await at('routes', 2);
    expect(answers.map?.turn).toBe(2);
    expect(log.slice(opened)).toEqual([
      'edit 1 findings',
      'rest 1 map',
      'rest 1 routes',
      'edit 2 findings',
      'rest 2 map',
      'rest 2 routes',
    ]);
  });

  test('of what is opened a draft of the map comes first, and the map itself behind the findings', async () => {
    const log: string[] = [];
    const a = start([], log);
    let drafted: Answers = {};
    tellTo = (now) => {
      if (!now.findings && now.map) drafted = now;
    };
    a.stand('findings', FINDINGS);
    a.stand('routes', ROUTES);
    a.stand('map', MAP);
    await at('map', 0);
    expect(log).toEqual(['open 0', 'tell map unmarked', 'tell routes', 'tell findings', 'tell map']);
    expect(drafted.map).toMatchObject({ key: JSON.stringify(MAP), turn: 0, fault: null, isDraft: true });
    const [before, now] = [drafted.map?.value as Grouped<MapDrawing>, drawing()];
    // Only what is marked came anew.
    expect(now.groups.filter((group, i) => group !== before.groups[i]).length).toBeLessThan(
      before.groups.length / 2,
    );
    a.stand('map', { ...MAP, names: 'all' });
    await until(() => answers.map?.key !== JSON.stringify(MAP));
    expect(log.slice(5)).toEqual(['tell map']);
  });

  test('edits that were looked ahead at are foreseen as long as the document is the one that they were looked at for', async () => {
    const log: string[] = [];
    const a = start([], log);
    a.stand('map', MAP);
    a.stand('findings', FINDINGS);
    await at('map', 0);
    expect(a.foresees(UNPLUG)).toBe(false);
    const removal: EditCall = { edit: 'removeLead', arguments: { id: UNPLUG.arguments.lead } };
    a.ahead([UNPLUG, removal]);
    await until(() => a.foresees(removal));
    expect(a.foresees(UNPLUG)).toBe(true);
    expect(log.slice(-2)).toEqual(['ahead unplug findings map', 'ahead removeLead findings map']);
    // Another look before the first has come to its second edit: that one is left.
    const other: EditCall = { edit: 'removeLead', arguments: { id: 'lead-2' } };
    a.ahead([UNPLUG, removal]);
    a.ahead([UNPLUG, other]);
    await until(() => a.foresees(other));
    expect(log.filter((line) => line === 'ahead removeLead findings map')).toHaveLength(2);
    expect(a.foresees({ ...UNPLUG, arguments: { ...UNPLUG.arguments, side: 'from' } })).toBe(false);
    unplug();
    expect(a.foresees(UNPLUG)).toBe(false);
    await at('findings', 1);
    expect(codes()[0]).toBe('SAFE-NOLOAD');
  });

  test('a question stands as long as somebody wants it, and is asked once for all of them', async () => {
    const log: string[] = [];
    const a = start([], log);
    const [one, other] = [a.stand('findings', FINDINGS), a.stand('findings', { ...FINDINGS })];
    await at('findings', 0);
    one();
    unplug();
    await at('findings', 1);
    other();
    session.undo();
    expect(await a.ask<'routes'>(ROUTES)).toHaveLength(1);
    expect(log).toEqual(['open 0', 'tell findings', 'edit 1 findings', 'edit 2', 'ask routes']);
  });

  test('of a drawing only what changed comes anew; an answer that is the same is the same object', async () => {
    const a = start([]);
    a.stand('map', MAP);
    await at('map', 0);
    const before = drawing();
    session.commit({ edit: 'renameBox', arguments: { id: 'fuzz', name: 'Fuzzy' } });
    await at('map', 1);
    const changed = drawing().groups.filter((group, i) => group !== before.groups[i]);
    expect(changed.map(({ key }) => key)).toEqual(['box:fuzz']);
    expect(drawing().groups).toHaveLength(before.groups.length);
    session.commit({ edit: 'setRigNotes', arguments: { notes: 'x' } });
    const now = drawing();
    await at('map', 2);
    expect(drawing()).toBe(now);
  });

  test('one question that cannot be answered takes no other with it', async () => {
    const a = start([]);
    a.stand('bad', { kind: 'route', setting: null, route: 0 } as never);
    a.stand('routes', ROUTES);
    await at('routes', 0);
    expect(answers.bad).toMatchObject({ value: null, fault: expect.any(String) });
  });

  test.each(['throws', 'silent'] as const)(
    'a worker that %s is ended, and another begins from the document',
    async (fault) => {
      const log: string[] = [];
      const a = start([fault], log);
      unplug();
      a.stand('findings', FINDINGS);
      await at('findings', 1);
      expect(codes()[0]).toBe('SAFE-NOLOAD');
      expect(log.slice(-2)).toEqual(['terminate', 'open 1 findings']);
    },
  );

  test('what failed is told anew at a wish, and fails nobody once it is not asked any more', async () => {
    const a = start(['throws', 'throws', 'none']);
    a.stand('findings', FINDINGS);
    const leave = a.stand('routes', ROUTES);
    await until(() => answers.findings?.fault === 'broken' && answers.routes?.fault === 'broken');
    leave();
    expect([answers.findings?.fault, answers.routes?.fault]).toEqual(['broken', null]);
    a.retry();
    await until(() => answers.findings?.fault === null);
    expect(codes()).not.toHaveLength(0);
    expect(answers.routes?.value).toBeNull();
  });

  test('two that fail in a row are told; the last good answer stays', async () => {
    const faults: ('none' | 'throws')[] = ['none'];
    const a = start(faults);
    a.stand('findings', FINDINGS);
    await at('findings', 0);
    a.end();
    const b = start(['throws', 'throws', 'none']);
    b.stand('findings', FINDINGS);
    await until(() => answers.findings?.fault === 'broken');
    unplug();
    await at('findings', 1);
    expect([answers.findings?.fault, codes()[0]]).toEqual([null, 'SAFE-NOLOAD']);
  });
});
