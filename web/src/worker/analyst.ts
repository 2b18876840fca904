import type { EditCall } from '../../../core/edits';
import type { DocumentPatch } from '../../../core/model';
import { afterNextPaint } from '../store/after-paint';
import type { Session } from '../store/session';
import { faultWords } from './fault-words';
import { unpack, type Held } from './parcel';
import type { AnyQuery, Kind, QueryOf, ResultOf } from './queries';
import type { Ask, Batch } from './rig-worker';
import { replaceWorker, sharedWorker, type Running } from './shared';
import { makePatience } from './patience';

/** What is known of a question that stands; `turn`: of which document. */
export type Answer = {
  readonly key: string;
  readonly turn: number;
  /** The last good result; null: there was none yet. */
  readonly value: unknown;
  readonly fault: string | null;
  /** As much as can be told at once; the whole is under way. */
  readonly isDraft: boolean;
};
export type Answers = Readonly<Record<string, Answer>>;

/** The main thread's end of the worker that analyses one open rig. */
export type Analyst = {
  /** Has a question answered now and after each change of the rig, until the function that comes back is called. */
  readonly stand: <K extends Kind>(slot: string, query: QueryOf<K>) => () => void;
  /** Asks once. */
  readonly ask: <K extends Kind>(query: QueryOf<K>) => Promise<ResultOf<K>>;
  /** Has what stands worked out for edits that are likely next, one by one, while nothing else is asked. */
  readonly ahead: (edits: readonly EditCall[]) => void;
  /** Has all that stands told anew, of the whole document. */
  readonly retry: () => void;
  /** Is what an edit brings of the document as it is now worked out already? */
  readonly foresees: (edit: EditCall) => boolean;
  readonly end: () => void;
};

/** Where the analyst gets its worker from, and another one when that failed. */
export type Workers = {
  readonly first: () => Running;
  readonly instead: (failed: Running) => Running;
  readonly patienceMs?: number;
  /** Calls back once the page shows what it holds. */
  readonly afterPaint?: (then: () => void) => void;
};

/** Kinds of questions in the order in which they are put; all others come last, together. */
type Order = readonly (readonly Kind[])[];
/** What an edit is waited for comes with it; the map is shown once that is painted, and the rest after the map. */
const AFTER_EDIT: Order = [['findings', 'plugging'], ['map']];
/** What waits for nothing that is found comes ahead of it, behind a draft of the map. */
const ON_OPENING: Order = [['plugging'], ['routes', 'profile'], ['findings'], ['map']];

type Standing = { readonly query: AnyQuery; readonly key: string; users: number };

/**
 * Begins to analyse a session's rig: the document crosses whole once, then each edit as its patch, with the questions
 * that stand in the same message.
 * @param tell hands on what was told, all of one message at once
 */
export function startAnalyst(
  session: Session,
  tell: (change: (old: Answers) => Answers) => void,
  workers: Workers = { first: sharedWorker, instead: replaceWorker },
): Analyst {
  const { afterPaint = afterNextPaint } = workers;
  const within = makePatience(workers.patienceMs);
  const standing = new Map<string, Standing>();
  /** What the page holds of each slot, with the question it answers. */
  const held = new Map<string, Held & { readonly key: string }>();
  /** Slots whose last answer failed: who looks at the page is woken only where one of them is left. */
  const failed = new Set<string>();
  let running = workers.first();
  let ended = false;
  let foreseen: { readonly turn: number; readonly edits: readonly string[] } = { turn: 0, edits: [] };
  let looks = 0;
  const turnNow = () => session.state.getState().turn;

  const asksFor = (slots: readonly string[]): readonly Ask[] =>
    slots.flatMap((slot) => {
      const one = standing.get(slot);
      return one ? [{ slot, query: one.query, holds: held.get(slot)?.serial ?? null }] : [];
    });

  /** Ends a worker that failed; another begins from the document, with the questions that were asked. */
  function again(failed: Running): Running {
    if (running === failed) {
      running = workers.instead(failed);
      held.clear();
    }
    return running;
  }

  const openOn = (at: Running, asks: readonly Ask[]) => {
    const { rig, turn } = session.state.getState();
    return within(at, at.api.open(rig, turn, asks));
  };

  function take(batch: Batch, keys: ReadonlyMap<string, string>, isDraft = false) {
    if (ended) return;
    const told = batch.told.flatMap((one): readonly (readonly [string, Answer])[] => {
      const key = keys.get(one.slot);
      // A question that was put otherwise meanwhile is answered by its own message.
      if (key === undefined || standing.get(one.slot)?.key !== key) return [];
      if ('fault' in one) {
        failed.add(one.slot);
        return [[one.slot, { key, turn: batch.turn, value: null, fault: one.fault, isDraft }]];
      }
      failed.delete(one.slot);
      const now = unpack(one.parcel, held.get(one.slot));
      held.set(one.slot, { ...now, key });
      return [[one.slot, { key, turn: batch.turn, value: now.value, fault: null, isDraft }]];
    });
    if (told.length === 0) return;
    tell((old) => {
      const next = { ...old };
      for (const [slot, answer] of told) {
        const before = old[slot];
        if (before && isDraft) continue;
        if (before && before.key === answer.key && before.turn > answer.turn) continue;
        next[slot] = answer.fault === null ? answer : { ...answer, value: before?.value ?? null };
      }
      return next;
    });
  }

  const faultIn = (slots: readonly string[], error: unknown) => {
    if (ended) return;
    const fault = faultWords(error);
    tell((old) => {
      const next = { ...old };
      for (const slot of slots) {
        const key = standing.get(slot)?.key;
        // What nobody asks any more fails nobody.
        if (key === undefined) continue;
        failed.add(slot);
        next[slot] = {
          key,
          turn: turnNow(),
          value: old[slot]?.value ?? null,
          fault,
          isDraft: false,
        };
      }
      return next;
    });
  };

  const isMap = (slot: string) => standing.get(slot)?.query.kind === 'map';

  /** Asks for the maps among some slots without their marks, where none is on the page: the whole may be long in coming. */
  async function draft(slots: readonly string[]) {
    const asks = asksFor(slots.filter(isMap)).flatMap((ask): readonly Ask[] =>
      ask.query.kind === 'map' && ask.holds === null
        ? [{ ...ask, query: { ...ask.query, unmarked: true } }]
        : [],
    );
    if (asks.length === 0) return;
    const keys = new Map(asks.map(({ slot }) => [slot, standing.get(slot)?.key ?? '']));
    await within(running, running.api.tell(asks)).then(
      (batch) => take(batch, keys, true),
      // The whole is asked for by itself: a worker that fails is found out by that.
      () => undefined,
    );
  }

  /**
   * Sends one message; a worker that fails is replaced once, and the whole is asked anew of the next.
   * @param until the answer is kept back so long, and dropped if nobody wants it any more
   */
  async function put(
    slots: readonly string[],
    send: (at: Running, asks: readonly Ask[]) => Promise<Batch>,
    until?: Promise<boolean>,
  ) {
    const keys = new Map(slots.map((slot) => [slot, standing.get(slot)?.key ?? '']));
    const at = running;
    try {
      const batch = await within(at, send(at, asksFor(slots)));
      if (until && !(await until)) return;
      take(batch, keys);
    } catch {
      try {
        const other = again(at);
        take(await openOn(other, asksFor(slots)), keys);
      } catch (error) {
        again(running);
        openOn(running, []).catch(() => undefined);
        faultIn(slots, error);
      }
    }
  }

  /** Slots by what is looked at first; none of the waves is empty. */
  function inWaves(slots: Iterable<string>, order: Order): readonly (readonly string[])[] {
    const waves: string[][] = Array.from({ length: order.length + 1 }, () => []);
    for (const slot of slots) {
      const kind = standing.get(slot)?.query.kind;
      // What is in no wave of the order has the place at the end.
      waves.at(order.findIndex((kinds) => kind && kinds.includes(kind)))?.push(slot);
    }
    return waves.filter((wave) => wave.length > 0);
  }

  function follow(patches: readonly DocumentPatch[] | null) {
    const turn = turnNow();
    const { rig } = session.state.getState();
    const [first = [], ...rest] = inWaves(standing.keys(), AFTER_EDIT);
    let before = put(first, (at, asks) =>
      patches === null ? at.api.open(rig, turn, asks) : at.api.edit([...patches], turn, asks),
    );
    // All of it is asked for at once: the worker goes on while the page takes what came and paints it. A newer edit asks
    // for the rest itself.
    for (const wave of rest) {
      const until = before.then(() => new Promise<void>(afterPaint)).then(() => !ended && turnNow() === turn);
      before = put(wave, (at, asks) => at.api.rest(turn, asks), until);
    }
  }

  const stop = session.onChange(follow);
  void openOn(running, []).catch(() => {
    openOn(again(running), []).catch(() => undefined);
  });

  // What comes to stand in one breath is asked for in one message, what is looked at first at its head.
  let coming: string[] = [];
  function come(slot: string) {
    coming.push(slot);
    if (coming.length > 1) return;
    queueMicrotask(() => {
      const slots = new Set(coming);
      coming = [];
      const told = (wave: readonly string[]) => void put(wave, (at, asks) => at.api.tell(asks));
      const drafted = draft([...slots]);
      const waves = inWaves(slots, ON_OPENING);
      const map = waves.findIndex((wave) => wave.some(isMap));
      const ahead = map < 0 ? waves.length : map;
      waves.slice(0, ahead).forEach(told);
      // Of the map only what differs from its draft has to come.
      void drafted.then(() => waves.slice(ahead).forEach(told));
    });
  }

  return {
    stand(slot, query) {
      const key = JSON.stringify(query);
      const there = standing.get(slot);
      const one = there?.key === key ? there : { query, key, users: 0 };
      one.users += 1;
      if (one !== there) {
        standing.set(slot, one);
        come(slot);
      }
      return () => {
        one.users -= 1;
        if (one.users > 0 || standing.get(slot) !== one) return;
        standing.delete(slot);
        if (!failed.delete(slot)) return;
        tell((old) => {
          const last = old[slot];
          return last ? { ...old, [slot]: { ...last, fault: null, turn: -1 } } : old;
        });
      };
    },
    async ask<K extends Kind>(query: QueryOf<K>) {
      const attempt = (at: Running) =>
        within(at, at.api.ask(query) as Promise<unknown>) as Promise<ResultOf<K>>;
      const at = running;
      try {
        return await attempt(at);
      } catch {
        const other = again(at);
        await openOn(other, []);
        return attempt(other);
      }
    },
    ahead(edits) {
      const queries = asksFor(inWaves(standing.keys(), AFTER_EDIT).flat()).map(({ query }) => query);
      const turn = turnNow();
      const mine = (looks += 1);
      const look = async () => {
        for (const edit of edits) {
          // Another look, or another document, has no use for the rest.
          if (mine !== looks || turn !== turnNow()) return;
          if (!(await running.api.ahead(edit, queries))) return;
          const before = foreseen.turn === turn ? foreseen.edits : [];
          foreseen = { turn, edits: [...before, JSON.stringify(edit)] };
        }
      };
      // Nobody waits for it: a worker that fails is found out by what is asked next.
      look().catch(() => undefined);
    },
    retry: () => follow(null),
    foresees: (edit) => foreseen.turn === turnNow() && foreseen.edits.includes(JSON.stringify(edit)),
    end() {
      ended = true;
      stop();
    },
  };
}
