// What is done to the order: asked of the worker, done as one edit, and said.
import type { Act } from '../../../../core/chain';
import type { Part } from '../../../../core/model';
import type { Preview } from '../../../../core/planner';
import { inWords } from '../../../../core/units';
import { goFocus } from '../../parts/focus';
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

/** Does an act, by what it is then: says why where it cannot be had. What was moved stays chosen. */
export async function doAct(store: OpenRig, act: Act, words?: string): Promise<boolean> {
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
  store.getState().hold(null);
  say(`${name}: ${leadWords(preview)}.`);
  return true;
}

/** Takes a part in hand, to be put elsewhere in the order. */
export async function holdPart(store: OpenRig, part: Part): Promise<void> {
  const { analyst, setting } = store.getState();
  const held = await analyst.ask<'place'>({ kind: 'place', setting, part });
  if (held) store.getState().hold(held);
  else say('It stands in no order by itself: choose one of its blocks.');
}

/** Moves a part by one step along the order. */
export async function stepPart(store: OpenRig, part: Part, by: 1 | -1): Promise<void> {
  const { analyst, setting } = store.getState();
  const act = await analyst.ask<'step'>({ kind: 'step', setting, part, by });
  if (act) await doAct(store, act);
  else say(`It can go no further ${by < 0 ? 'ahead' : 'back'} in the order.`);
  goFocus('rig');
}
