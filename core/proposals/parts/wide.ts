// Left and right to the end: two returns, two loudspeakers, two channels of the desk.
import { blockIn, boxOf, type Box } from '../../model';
import { boxesIn, endsOf, passes, withEnds, type Draft, type Item } from '../draft';
import { hasRole, outputsBeside, whole } from '../items';
import type { Ask, Part } from '../part';

type End = readonly Item[];

const paired = (item: Item, box: string, blocks: readonly string[]): Item => ({
  ...item,
  by: '>>',
  second: { box, blocks },
});

/** A box of the same kind that is free, or an end by itself. */
function likeIt({ rig, gear }: Ask, item: Item, used: ReadonlySet<string>, ends: readonly End[]): Box | null {
  const own = boxOf(rig, item.box);
  const isAlike = (box: Box) =>
    own !== undefined &&
    box.id !== own.id &&
    box.blocks.map(({ role }) => role).join() === own.blocks.map(({ role }) => role).join() &&
    box.jacks.map(({ carries }) => carries).join() === own.jacks.map(({ carries }) => carries).join();
  const isAlone = (box: Box) => ends.some(([only, ...more]) => more.length === 0 && only?.box === box.id);
  const isFree = (box: Box) => !used.has(box.id) || isAlone(box);
  const isGoal = (box: Box) => (gear.goals.some((goal) => goal.box.id === box.id) ? 0 : 1);
  return (
    rig.boxes.filter((box) => isAlike(box) && isFree(box)).sort((a, b) => isGoal(a) - isGoal(b))[0] ?? null
  );
}

/** What a way ends in, left and right; null: there is no other side. */
function widened(ask: Ask, draft: Draft, end: End): End | null {
  const used = boxesIn(draft);
  const ends = endsOf(draft).map(({ items }) => items);
  const last = end.at(-1);
  const box = boxOf(ask.rig, last?.box);
  if (!last || !box || last.kept || last.by === '>>') return null;
  const ahead = end.slice(0, -1);
  // Two returns that are come to by one lead.
  if (last.second) return draft.line.at(-1)?.box === box.id ? null : [...ahead, { ...last, by: '>>' }];
  if (hasRole(ask.rig, last, 'mix')) {
    const other = box.blocks.find(({ id, role }) => role === 'mix' && !passes(draft, box.id, id));
    const [di] = ahead.slice(-1);
    const isDi = di !== undefined && ask.gear.dis.some(({ id }) => id === di.box);
    const free = ask.gear.dis.find(({ id }) => !used.has(id));
    if (!other || (isDi ? !free : ahead.length > 0 && hasRole(ask.rig, ahead[0] ?? last, 'power')))
      return null;
    const channels = paired(last, box.id, [other.id]);
    return isDi && free
      ? [...ahead.slice(0, -1), paired(di, free.id, whole(free).blocks), channels]
      : [...ahead, channels];
  }
  if (hasRole(ask.rig, last, 'monitor')) {
    if (last.blocks.some((id) => blockIn(box, id)?.channelsIn === 2))
      return [...ahead, { ...last, by: '>>' }];
    const other = likeIt(ask, last, used, ends);
    return other ? [...ahead, paired(last, other.id, whole(other).blocks)] : null;
  }
  return null;
}

/** What a way comes from, past a DI and the ways of an amplifier. */
function sourceOf({ rig, gear }: Ask, { line }: Draft, end: End): Box | undefined {
  const isDi = ({ box }: Item) => gear.dis.some(({ id }) => id === box);
  const last = end.slice(0, -1).findLast((item) => !isDi(item)) ?? line.at(-1);
  return boxOf(rig, last?.box);
}

export const wide: Part = {
  id: 'wide',
  about: 'whether a way is left and right to its end',
  vary: (ask, draft) => {
    const ends = endsOf(draft).map(({ items }) => items);
    return ends.flatMap((end, i) => {
      const source = sourceOf(ask, draft, end);
      const made = source && outputsBeside(source).length > 1 ? widened(ask, draft, end) : null;
      const joined = made?.at(-1)?.second?.box;
      const others = (one: End) => one.length !== 1 || one[0]?.box !== joined;
      return made
        ? [
            {
              draft: withEnds(
                draft,
                ends.with(i, made).filter((one) => one === made || others(one)),
              ),
            },
          ]
        : [];
    });
  },
};
