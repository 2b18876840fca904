// What must be heard beside the amplifier: by a microphone, or by a feed that parts last.
import { blockIn, boxOf } from '../../model';
import type { Outlet } from '../../signal';
import { boxesIn, endsOf, passes, withEnds, withLine, type Draft, type Item } from '../draft';
import { hasRole, lateIn, whole } from '../items';
import type { Ask, Part } from '../part';

export const goalItem = ({ box, block }: Outlet): Item => ({ box: box.id, blocks: [block.id], by: '>' });

/** Where it must be heard and no way leads to, loudspeakers apart. */
export const missing = ({ gear }: Ask, draft: Draft): readonly Outlet[] =>
  gear.goals.filter(({ kind, box, block }) => kind !== 'loudspeaker' && !passes(draft, box.id, block.id));

/** The microphone ahead of a loudspeaker that nothing listens to yet; null: there is none of the two. */
function miked(ask: Ask, draft: Draft, goal: Outlet): Draft | null {
  const { microphone } = ask.gear;
  if (goal.kind !== 'desk' || !microphone || boxesIn(draft).has(microphone.id)) return null;
  const ends = endsOf(draft).map(({ items }) => items);
  const at = ends.findIndex((items) => {
    const last = items.at(-1);
    return last !== undefined && hasRole(ask.rig, last, 'speaker');
  });
  const own = ends[at];
  if (!own) return null;
  const ear: Item = { ...whole(microphone), by: '~' };
  return withEnds(draft, ends.with(at, [...own, ear, goalItem(goal)]));
}

/** A feed that parts behind all effects, with the cabinet model where a cabinet is heard beside it, by a DI if there is one. */
function fed(ask: Ask, draft: Draft, goal: Outlet, di: boolean): Draft | null {
  const ends = endsOf(draft).map(({ items }) => items);
  const isCab = (item: Item) => hasRole(ask.rig, item, 'cabModel');
  const last = draft.line.at(-1);
  // What is fed parts ahead of a preamp that goes straight into its power stage.
  if (last && hasRole(ask.rig, last, 'preamp') && ends.length === 1 && ends[0]?.[0]?.box === last.box)
    return fed(ask, withEnds(withLine(draft, draft.line.slice(0, -1)), [[last, ...ends[0]]]), goal, di);
  const isOpen = ends.length === 1 && ends[0]?.length === 0;
  // Only beside a cabinet is the model for the feed alone.
  const isReal = ends.some((items) => items.some((item) => hasRole(ask.rig, item, 'speaker')));
  const cabs = isReal ? draft.line.filter(isCab) : [];
  const line = draft.line.filter((item) => !cabs.includes(item));
  const used = boxesIn(draft);
  const box = ask.gear.dis.find(({ id }) => !used.has(id));
  if (di && (!box || goal.kind !== 'desk')) return null;
  if (line.length === 0) return null;
  const feed = [...cabs, ...(di && box ? [whole(box)] : []), goalItem(goal)];
  return withEnds(withLine(draft, line), isOpen ? [feed] : [...ends, feed]);
}

export const feed: Part = {
  id: 'feed',
  about: 'how the desk and monitors hear it',
  vary: (ask, draft) => {
    let made: readonly Draft[] = [draft];
    for (const goal of missing(ask, draft))
      made = made.flatMap((one) =>
        [miked(ask, one, goal), fed(ask, one, goal, false), fed(ask, one, goal, true)].flatMap(
          (next) => next ?? [],
        ),
      );
    return made.flatMap((one) => (one === draft ? [] : [{ draft: one }]));
  },
};

/** Echoes and reverbs of the unit once more on the feed: what is heard at the desk is driven by no cabinet model. */
export const doubled: Part = {
  id: 'doubled',
  about: 'whether late effects stand on both ways of a split',
  vary: (ask, draft) => {
    const ends = endsOf(draft).map(({ items }) => items);
    const [box] = ask.gear.unit.map((item) => item.box);
    const cab = ends.findIndex(([first]) => first !== undefined && hasRole(ask.rig, first, 'cabModel'));
    const own = ends[cab];
    const late = lateIn(ask.rig, draft.line, (id) => id === box);
    if (ends.length !== 2 || !own || late.length === 0) return [];
    const twins = late.map((item): Item => ({ ...item, blocks: item.blocks.map((id) => `${id}-2`) }));
    const known = boxOf(ask.rig, box);
    if (
      twins.some(({ blocks }) =>
        blocks.some((id) => blockIn(known, id)?.twinOf === undefined && blockIn(known, id)),
      )
    )
      return [];
    const line = draft.line.slice(0, draft.line.length - late.length);
    const [first, ...rest] = own;
    const made = ends.map((items, i) =>
      i === cab ? [...(first ? [first] : []), ...twins, ...rest] : [...late, ...items],
    );
    return [{ draft: withEnds(withLine(draft, line), made) }];
  },
};
