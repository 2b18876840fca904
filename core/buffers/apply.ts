// A placement as changes of the order: what stands elsewhere is taken out, then each is put where it goes.
import { actChains, chainsAt, heldFrom, slotsOfHeld, wireAct, type Held } from '../chain';
import { applyEdit, type SingleEdit } from '../edits';
import { boxOf, type Rig } from '../model';
import { bareOf } from './hand';
import { boughtFor } from './offers';
import type { More, Stands } from './place';
import { around } from './positions';

const LABEL = 'Place buffers';

type Done = { readonly rig: Rig; readonly edits: readonly SingleEdit[] };
type Refused = { readonly reason: string };

const stands = (rig: Rig, variant: string | null, { box: id, from, to }: Stands): boolean => {
  const box = boxOf(rig, id);
  const own = box && around(rig, variant, box);
  return own !== undefined && own.from === from && own.to === to;
};

/** Puts a buffer into the lead between two jacks, or two side by side into the leads of a stereo signal. */
function put(rig: Rig, variant: string | null, all: readonly [Stands, ...Stands[]]): Done | Refused {
  const [one, right] = all;
  const at = chainsAt(rig, { variant, sound: rig.sounds[0]?.id ?? 'all' });
  const held: Held = { kind: 'box', box: one.box, ...(right ? { right: right.box } : {}) };
  let reason = `${one.name} cannot stand ${one.words}.`;
  const { slots } = slotsOfHeld(rig, actChains(rig, at), held);
  for (let slot = 0; slot < slots.length; slot += 1) {
    const wired = wireAct(rig, at, { act: 'put', held, slot });
    if ('reason' in wired) reason = wired.reason;
    else if (all.every((each) => stands(wired.trial, variant, each)))
      return {
        rig: wired.trial,
        edits: [{ edit: 'takeRouting', arguments: { ...wired.change, name: LABEL } }],
      };
  }
  return { reason };
}

/**
 * The edits that add some buffers to a rig, and bring all to a placement.
 * @param wanted where they would stand, those that are added as boxes to be
 * @returns why not, where an act is refused
 */
export function boughtEdits(
  rig: Rig,
  variant: string | null,
  { wares, stands: wanted }: Pick<More, 'wares' | 'stands'>,
): { readonly edits: readonly SingleEdit[] } | Refused {
  const boxes = boughtFor(rig, wares);
  const added = [...boxes.values()].map((box): SingleEdit => ({ edit: 'addBox', arguments: { box } }));
  const idOf = (id: string) => boxes.get(id)?.id ?? id;
  const placed = placementEdits(
    added.reduce((now, call) => applyEdit(now, call).rig, rig),
    variant,
    wanted.map((one) => ({ ...one, box: idOf(one.box), beside: one.beside && idOf(one.beside) })),
  );
  return 'reason' in placed ? placed : { edits: [...added, ...placed.edits] };
}

/**
 * The edits that bring a rig's buffers to a placement, to be done as one.
 * @returns none where they stand so; why not, where an act is refused
 */
export function placementEdits(
  rig: Rig,
  variant: string | null,
  wanted: readonly Stands[],
): { readonly edits: readonly SingleEdit[]; readonly trial: Rig } | Refused {
  let now: Done = { rig, edits: [] };
  const step = (next: Done) => {
    now = { rig: next.rig, edits: [...now.edits, ...next.edits] };
  };
  for (const { box } of bareOf(rig, variant).buffers) {
    const own = wanted.find((one) => one.box === box);
    if (own && stands(now.rig, variant, own)) continue;
    const at = chainsAt(now.rig, { variant, sound: now.rig.sounds[0]?.id ?? 'all' });
    const held = heldFrom(now.rig, at, { type: 'box', id: box });
    if (held?.kind !== 'stretch') continue;
    const wired = wireAct(now.rig, at, { act: 'take out', stretch: held.stretch });
    if ('reason' in wired) return wired;
    step({ rig: wired.trial, edits: [{ edit: 'takeRouting', arguments: { ...wired.change, name: LABEL } }] });
  }
  for (const one of wanted) {
    if (stands(now.rig, variant, one)) continue;
    const right = wanted.find(({ box }) => box === one.beside);
    const done = put(now.rig, variant, right ? [one, right] : [one]);
    if ('reason' in done) return done;
    step(done);
  }
  return { edits: now.edits, trial: now.rig };
}
