import type { Session } from '../store/session';
import type { Kind, QueryOf, ResultOf } from './queries';
import { replaceWorker, sharedWorker, type Running } from './shared';

/** A worker that has not answered by then is ended and begun again from the document. */
const PATIENCE_MS = 5_000;

export type Answered<K extends Kind> = { readonly revision: number; readonly result: ResultOf<K> };

/** The main thread's end of the worker that analyses one open rig. */
export type Analyst = {
  readonly ask: <K extends Kind>(query: QueryOf<K>) => Promise<Answered<K>>;
  readonly end: () => void;
};

/** Where the analyst gets its worker from, and another one when that failed. */
export type Workers = {
  readonly first: () => Running;
  readonly instead: (failed: Running) => Running;
  readonly patienceMs?: number;
};

/** What people look at first is answered first. */
const RANK: Readonly<Partial<Record<Kind, number>>> = { findings: 0, plugging: 0, map: 1 };

function patience(ms: number): { late: Promise<never>; done: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('the analysis did not answer')), ms);
  });
  return { late, done: () => clearTimeout(timer) };
}

type Ahead = {
  readonly key: string;
  readonly revision: number;
  readonly answer: Promise<Answered<'findings'>>;
  asked: boolean;
};

/** Begins to analyse a session's rig: the document crosses whole once, then each edit as its patch. */
export function startAnalyst(
  session: Session,
  workers: Workers = { first: sharedWorker, instead: replaceWorker },
): Analyst {
  let running = open(workers.first());

  function open(at: Running): Running {
    const { rig, turn: revision } = session.state.getState();
    at.api.open(rig, revision).catch(() => undefined);
    return at;
  }

  function again(failed: Running) {
    if (running === failed) running = open(workers.instead(failed));
  }

  // The findings are what an edit is waited for: they are worked out while the screen still draws the edit.
  let standing: QueryOf<'findings'> | null = null;
  let ahead: Ahead | null = null;

  const stop = session.onChange((patches) => {
    const at = running;
    const { rig, turn: revision } = session.state.getState();
    const sent = patches === null ? at.api.open(rig, revision) : at.api.patch([...patches], revision);
    sent.catch(() => again(at));
    // Nobody asked for the last ones: nobody looks at findings now.
    if (ahead?.asked === false) standing = null;
    ahead = standing && { key: JSON.stringify(standing), revision, asked: false, answer: attempt(standing) };
    ahead?.answer.catch(() => undefined);
  });

  /** The findings that are on their way already, if they are what is asked for. */
  function underWay<K extends Kind>(query: QueryOf<K>): Promise<Answered<K>> | null {
    if (query.kind !== 'findings') return null;
    standing = query;
    const { turn: revision } = session.state.getState();
    if (ahead?.revision !== revision || ahead.key !== JSON.stringify(query)) return null;
    ahead.asked = true;
    return ahead.answer as Promise<Answered<Kind>> as Promise<Answered<K>>;
  }

  async function attempt<K extends Kind>(query: QueryOf<K>): Promise<Answered<K>> {
    const at = running;
    const { late, done } = patience(workers.patienceMs ?? PATIENCE_MS);
    try {
      return await Promise.race([at.api.ask(query), late, at.broken]);
    } catch (error) {
      again(at);
      throw error;
    } finally {
      done();
    }
  }

  // Asked in one breath, sent by rank.
  let waiting: { readonly rank: number; readonly send: () => void }[] = [];
  function queue(rank: number, send: () => void) {
    if (waiting.length === 0)
      queueMicrotask(() => {
        const sent = [...waiting].sort((a, b) => a.rank - b.rank);
        waiting = [];
        for (const entry of sent) entry.send();
      });
    waiting.push({ rank, send });
  }

  return {
    ask: <K extends Kind>(query: QueryOf<K>) =>
      new Promise<Answered<K>>((resolve, reject) =>
        queue(RANK[query.kind] ?? 2, () => {
          (underWay<K>(query) ?? attempt<K>(query)).catch(() => attempt<K>(query)).then(resolve, reject);
        }),
      ),
    end: stop,
  };
}
