// What is done with the names of parts: told whether they lead anywhere, forgotten, changed.
import { follow, followInBox, type Spot, type Verdict } from './follow';
import { blockIn, boxOf, jackIn, leadOf } from './look-up';
import type { Problem } from './problem';
import { BETWEEN_PARTS, DEPTH, INSIDE_A_BOX, type Named, type Reference } from './references';
import type { Box, Rig, RigDraft } from './types';
import { weakly } from '../units';

const has = (list: readonly { readonly id: string }[], id: string) => list.some((item) => item.id === id);

/** Whether a box has the part that is named; the box's own id stands first. */
function isInBox(box: Box, to: Named, [, part = '', choice = '']: readonly string[]): boolean {
  switch (to) {
    case 'jack':
      return jackIn(box, part) !== undefined;
    case 'mode':
      return jackIn(box, part)?.modes.some(({ id }) => id === choice) ?? false;
    case 'block':
      return blockIn(box, part) !== undefined;
    case 'block state':
      return blockIn(box, part)?.states.some(({ id }) => id === choice) ?? false;
    case 'pickup':
      return has(blockIn(box, part)?.pickups ?? [], choice);
    case 'control':
      return has(box.controls, part);
    case 'inner wiring':
      return has(box.patches, part);
    case 'switch':
      return has(box.switches ?? [], part);
    default:
      return false;
  }
}

function isInRig(rig: Rig, to: Named, ids: readonly string[]): boolean {
  const [id = ''] = ids;
  switch (to) {
    case 'place':
      return has(rig.stage.places, id);
    case 'circuit':
      return has(rig.stage.mains.circuits, id);
    case 'mains outlet':
      return has(rig.stage.mains.outlets, id);
    case 'lead':
      return leadOf(rig, id) !== undefined;
    case 'loom':
      return has(rig.looms, id);
    case 'sound':
      return has(rig.sounds, id);
    case 'variant':
      return has(rig.variants, id);
    default: {
      const box = boxOf(rig, id);
      return box !== undefined && (to === 'box' || isInBox(box, to, ids));
    }
  }
}

const problemAt = (to: Named, { ids, path }: Spot): Problem => ({
  path,
  reason: `there is no ${to} "${ids.join('/')}"`,
});

/** Names inside a box that lead nowhere, with their path from the box on. */
export const lostInBox = weakly((box: Box): readonly Problem[] => {
  const problems: Problem[] = [];
  for (const row of INSIDE_A_BOX)
    followInBox(box, '', row, (spot) => {
      if (!isInBox(box, row.to, spot.ids)) problems.push(problemAt(row.to, spot));
      return 'stays';
    });
  return problems;
});

/** Every name in the document that leads nowhere. */
export function lostNames(rig: Rig): readonly Problem[] {
  const problems = rig.boxes.flatMap((box, i) =>
    lostInBox(box).map(({ path, reason }) => ({ path: `boxes[${i}].${path}`, reason })),
  );
  for (const row of BETWEEN_PARTS)
    follow(rig, row, (spot) => {
      if (!isInRig(rig, row.to, spot.ids)) problems.push(problemAt(row.to, spot));
      return 'stays';
    });
  return problems;
}

const begins = (ids: readonly string[], first: readonly string[]) => first.every((id, i) => ids[i] === id);

/** Rows that can name the part, or something inside it where the part is a box. */
const rowsFor = (rows: readonly Reference[], kind: Named) =>
  rows.filter((row) => row.to === kind || (kind === 'box' && DEPTH[row.to] > 1));

/** Shows every name of a part: those of a box's own parts stand in the box, and go where it goes. */
function followPart(draft: RigDraft, kind: Named, ids: readonly string[], look: (spot: Spot) => Verdict) {
  const seen = (spot: Spot) => (begins(spot.ids, ids) ? look(spot) : 'stays');
  for (const row of rowsFor(BETWEEN_PARTS, kind)) follow(draft, row, seen);
  const box = kind === 'box' ? undefined : draft.boxes.find(({ id }) => id === ids[0]);
  if (box) for (const row of rowsFor(INSIDE_A_BOX, kind)) followInBox(box, '', row, seen);
}

/**
 * Takes every name of a part, and of what is inside it, out of a draft; the part itself is the caller's.
 * @param ids as the table has them: of a box, of a box and its jack
 */
export const forget = (draft: RigDraft, kind: Named, ids: readonly string[]): void =>
  followPart(draft, kind, ids, () => 'gone');

/** The same where the part is inside a box that stands alone, such as a model of gear. */
export function forgetInBox(box: { readonly id: string }, kind: Named, ids: readonly string[]): void {
  for (const row of rowsFor(INSIDE_A_BOX, kind))
    followInBox(box, '', row, (spot) => (begins(spot.ids, [box.id, ...ids]) ? 'gone' : 'stays'));
}

/** Writes another id wherever a part is named. @param ids of the part; the last of them becomes `to` */
export const renameAll = (draft: RigDraft, kind: Named, ids: readonly string[], to: string): void =>
  followPart(draft, kind, ids, (spot) => {
    spot.write(spot.ids.with(ids.length - 1, to));
    return 'stays';
  });
