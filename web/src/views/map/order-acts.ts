// What is done to the order: asked of the worker, done as one edit, and said.
import type { Act, Held } from '../../../../core/chain';
import type { Part } from '../../../../core/model';
import type { Preview } from '../../../../core/planner';
import { inWords } from '../../../../core/units';
import type { OpenRig } from '../../rig/open-rig';
import { useNotice } from '../../store/app';

const say = (text: string) => useNotice.getState().say(text);

const numbers = (leads: readonly { readonly number: number }[]) =>
  inWords(leads.map(({ number }) => String(number)));

/** What becomes of leads, in short: `move 2 and 3; fetch 9`. */
export function leadWords({ fetch, move, away }: Extract<Preview, { can: true }>): string {
  const parts = [
    ...(move.length > 0 ? [`move ${numbers(move)}`] : []),
    ...(fetch.length > 0 ? [`fetch ${numbers(fetch)}`] : []),
    ...(away.length > 0 ? [`put away ${numbers(away)}`] : []),
  ];
  return parts.length > 0 ? parts.join('; ') : 'no lead moves';
}

/** Acts are done one after the other: each is worked out on the rig as the one before has left it. */
let last: Promise<unknown> = Promise.resolve();

function inTurn(work: () => Promise<boolean>): Promise<boolean> {
  const done = last.then(work).catch((error: unknown) => {
    say(
      `The analysis failed (${error instanceof Error ? error.message : String(error)}). Nothing was changed.`,
    );
    return false;
  });
  last = done;
  return done;
}

/** Does an act, by what it is then; says why where it cannot be had. */
async function done(store: OpenRig, act: Act, words?: string): Promise<boolean> {
  const { analyst, setting } = store.getState();
  const query = { kind: 'preview', setting, act, ...(words === undefined ? {} : { words }) } as const;
  const { name, preview } = await analyst.ask<'preview'>(query);
  if (!preview.can) {
    say(preview.reason);
    return false;
  }
  const take = { edit: 'takeRouting', arguments: { ...preview.change, name } } as const;
  const refused = store.getState().commit({ edit: 'together', arguments: { label: name, edits: [take] } });
  if (refused !== null) return false;
  say(`${name}: ${leadWords(preview)}.`);
  return true;
}

/** Lets go of what was in hand; what was taken up since stays. */
export function letGoOf(store: OpenRig, held: Held): void {
  if (store.getState().held === held) store.getState().hold(null);
}

/** What an act has put somewhere already. */
const spent = new WeakSet<Held>();

/** Does an act with what is in hand, which it leaves; pressed twice it is done once, let go of before its turn never. */
export function doAct(store: OpenRig, act: Act, words?: string): Promise<boolean> {
  const { held } = store.getState();
  return inTurn(async () => {
    if (!held || spent.has(held) || store.getState().held === null) return false;
    if (!(await done(store, act, words))) return false;
    spent.add(held);
    letGoOf(store, held);
    return true;
  });
}

/** Does what leaves whatever was in hand when it was asked for. */
function leaving(store: OpenRig, work: () => Promise<boolean>): Promise<boolean> {
  const { held } = store.getState();
  return inTurn(async () => {
    const isDone = await work();
    if (isDone && held) letGoOf(store, held);
    return isDone;
  });
}

/** Does an act on the order as a whole, with nothing in hand. */
export const doOrder = (store: OpenRig, act: Act, words: string): Promise<boolean> =>
  leaving(store, () => done(store, act, words));

/** Takes a part in hand, to be put elsewhere in the order. */
export const holdPart = (store: OpenRig, part: Part): Promise<boolean> =>
  inTurn(async () => {
    const { analyst, setting } = store.getState();
    const held = await analyst.ask<'place'>({ kind: 'place', setting, part });
    if (held) store.getState().hold(held);
    else say('It stands in no order by itself: choose one of its blocks.');
    return held !== null;
  });

/** Moves a part by one step along the order. */
export const stepPart = (store: OpenRig, part: Part, by: 1 | -1): Promise<boolean> =>
  leaving(store, async () => {
    const { analyst, setting } = store.getState();
    const act = await analyst.ask<'step'>({ kind: 'step', setting, part, by });
    if (act) return done(store, act);
    say(`It can go no further ${by < 0 ? 'ahead' : 'back'} in the order.`);
    return false;
  });
