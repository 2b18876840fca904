// What the player hears by: the desk's mix, or an output of the unit beside what leads on.
import { quoted } from '../../chain';
import { isAudio, type Box } from '../../model';
import { boxesIn, endsOf, withEnds, type Draft, type Item } from '../draft';
import { hasRole, whole } from '../items';
import type { Ask, Part } from '../part';

const isMonitor = (box: Box) => box.blocks.some(({ role }) => role === 'monitor');
const isWide = (box: Box) => box.blocks.some(({ channelsIn }) => channelsIn > 1);

/** Monitors that nothing leads to and that are no goal: what must be heard by itself is led to by a feed. */
function ears(ask: Ask, draft: Draft): readonly Box[] {
  const used = boxesIn(draft);
  const isNamed = (box: Box) =>
    used.has(box.id) ||
    ask.gear.goals.some((goal) => goal.box.id === box.id) ||
    draft.also.some((line) => line.endsWith(` ${quoted(box.tag)}`));
  return ask.rig.boxes.filter((box) => isMonitor(box) && !isNamed(box));
}

/** The desk that a draft leads to, and an output of it that no other chain begins at. */
function mixOf({ rig }: Ask, draft: Draft): string | null {
  const used = boxesIn(draft);
  const starts = rig.boxes
    .filter((box) => used.has(box.id) && box.blocks.some(({ role }) => role === 'mix'))
    .flatMap((box) =>
      box.jacks
        .filter((jack) => jack.direction === 'out' && isAudio(jack))
        .map((jack) => `${quoted(box.tag)}:${jack.id}`),
    );
  return starts.find((start) => !draft.also.some((line) => line.startsWith(`${start} `))) ?? null;
}

export const earsBy: Part = {
  id: 'ears',
  about: 'whether the player hears the desk’s mix, or an output of the unit',
  vary: (ask, draft) => {
    const [box] = ears(ask, draft);
    if (!box) return [];
    const mix = mixOf(ask, draft);
    // In stereo where the desk can, and by one output.
    const widths = isWide(box) ? (['>>', '>'] as const) : (['>'] as const);
    const ends = endsOf(draft).map(({ items }) => items);
    const last = draft.line.at(-1);
    const own: Item = { ...whole(box), by: widths[0] };
    const isUnit = last !== undefined && ask.gear.unit.some((item) => item.box === last.box);
    return [
      ...(mix ? widths : []).map((by) => ({
        ...draft,
        also: [...draft.also, `${mix} ${by} ${quoted(box.tag)}`],
      })),
      ...(isUnit && hasRole(ask.rig, own, 'monitor') && ends.every((items) => items.length > 0)
        ? [withEnds(draft, [...ends, [own]])]
        : []),
    ].map((one) => ({ draft: one }));
  },
};
