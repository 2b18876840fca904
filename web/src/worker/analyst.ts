import { wrap, type Remote } from 'comlink';
import type { Session } from '../store/session';
import type { Kind, QueryOf, ResultOf } from './queries';
import type { RigWorker } from './rig.worker';

/** A worker that has not answered by then is ended and begun again from the document. */
const PATIENCE_MS = 5_000;

const RANK: Readonly<Partial<Record<Kind, number>>> = { findings: 0, plugging: 0, map: 1 };

export type Answered<K extends Kind> = { readonly revision: number; readonly result: ResultOf<K> };

/** The main thread's end of the worker that analyses one open rig. */
export type Analyst = {
  readonly ask: <K extends Kind>(query: QueryOf<K>) => Promise<Answered<K>>;
  readonly end: () => void;
};

type Running = { readonly worker: Worker; readonly api: Remote<RigWorker>; readonly broken: Promise<never> };

const spawn = () => new Worker(new URL('./rig.worker.ts', import.meta.url), { type: 'module' });

/** Begins a worker for a session: the document crosses whole once, then each edit as its patch. */
export function startAnalyst(session: Session, makeWorker: () => Worker = spawn): Analyst {
  let running = begin();

  function begin(): Running {
    const worker = makeWorker();
    const api = wrap<RigWorker>(worker);
    const broken = new Promise<never>((_, reject) => {
      worker.onerror = (event) => reject(new Error(event.message || 'the worker could not be started'));
    });
    // Watched only while somebody waits for an answer.
    broken.catch(() => undefined);
    const { rig, revision } = session.state.getState();
    api.open(rig, revision).catch(() => undefined);
    return { worker, api, broken };
  }

  function again(failed: Running) {
    if (running !== failed) return;
    failed.worker.terminate();
    running = begin();
  }

  const stop = session.onChange((patches) => {
    const at = running;
    const { rig, revision } = session.state.getState();
    const sent = patches === null ? at.api.open(rig, revision) : at.api.patch([...patches], revision);
    sent.catch(() => again(at));
  });

  function patience(): { late: Promise<never>; done: () => void } {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new Error('the analysis did not answer')), PATIENCE_MS);
    });
    return { late, done: () => clearTimeout(timer) };
  }

  async function attempt<K extends Kind>(query: QueryOf<K>): Promise<Answered<K>> {
    const at = running;
    const { late, done } = patience();
    try {
      return await Promise.race([at.api.ask(query), late, at.broken]);
    } catch (error) {
      again(at);
      throw error;
    } finally {
      done();
    }
  }

  /** Asked in one breath, sent by what people look at first. */
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
          attempt<K>(query)
            .catch(() => attempt<K>(query))
            .then(resolve, reject);
        }),
      ),
    end: () => {
      stop();
      running.worker.terminate();
    },
  };
}
