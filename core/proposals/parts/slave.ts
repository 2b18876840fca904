// One amplifier's preamp, or all of it by a load box, into the power stage of another.
import { boxOf, type Box } from '../../model';
import { quoted } from '../../chain';
import { boxesIn, endsOf, withEnds, type Draft, type Item } from '../draft';
import { hasRole, whole } from '../items';
import { driven, halvesOf } from '../amplifiers';
import type { Ask, Part, Variation } from '../part';

/** A box that takes the power and is passed for that alone. */
const intoLoad = (box: Box): Item => {
  const jack = box.jacks.find(({ carries, direction }) => carries === 'speaker' && direction === 'in');
  const text = jack ? `${quoted(box.tag)}:${jack.id}` : quoted(box.tag);
  return { box: box.id, blocks: [], by: '>', kept: { text, boxes: [box.id] } };
};

/** Where the draft's own amplifier ends in a loudspeaker that is not built in: its way, and where its power stage stands. */
function headOf(ask: Ask, draft: Draft) {
  const ends = endsOf(draft).map(({ items }) => items);
  const at = ends.findIndex((items) => items.some((item) => hasRole(ask.rig, item, 'power')));
  const own = ends[at];
  const power = own?.findIndex((item) => hasRole(ask.rig, item, 'power')) ?? -1;
  const item = own?.[power];
  const box = boxOf(ask.rig, item?.box);
  if (!own || !item || !box || item.second || hasRole(ask.rig, item, 'speaker')) return null;
  return { ends, at, box, item, ahead: own.slice(0, power), behind: own.slice(power + 1) };
}

export const slave: Part = {
  id: 'slave',
  about: 'whether one amplifier’s preamp plays by the power stage of another',
  vary: (ask, draft) => {
    const head = headOf(ask, draft);
    if (!head || !head.box.blocks.some(({ role }) => role === 'preamp')) return [];
    const { ends, at, box, item, ahead, behind } = head;
    const used = boxesIn(draft);
    const load = ask.gear.loadBoxes.find(({ id }) => !used.has(id));
    const preamp = draft.line.findIndex((one) => one.box === box.id && hasRole(ask.rig, one, 'preamp'));
    const isWhole = hasRole(ask.rig, item, 'preamp') || draft.line.length - 1 === preamp;
    const stages = ask.gear.amplifiers
      .filter(({ box: { id } }) => !used.has(id))
      .flatMap((other) => (other.preamp || !hasRole(ask.rig, other.power, 'preamp') ? [other.power] : []))
      .filter(({ second }) => !second);
    return stages.flatMap((stage): readonly Variation[] => {
      const family = `${box.name} into the power stage of ${boxOf(ask.rig, stage.box)?.name ?? stage.box}`;
      if (!load) return [{ family, reason: `${box.name} must keep a load: there is no load box for it.` }];
      const speakers = hasRole(ask.rig, stage, 'speaker') ? [] : behind;
      const row = driven(ask.rig, ask.gear, stage, new Set([...used, load.id]));
      const voiced = [stage, ...(speakers.length > 0 ? speakers : row.slice(1))];
      // By its load box's line where nothing stands behind its preamp; by its send where it has a loop.
      const byLine = isWhole
        ? [withEnds(draft, ends.with(at, [...ahead, item, whole(load), ...voiced]))]
        : [];
      const bySend =
        preamp >= 0 && halvesOf(box).preamp
          ? [bySendOf(draft, preamp, ends.with(at, [...ahead, ...voiced]), [item, intoLoad(load)])]
          : [];
      return [...byLine, ...bySend].map((made) => ({ draft: made }));
    });
  },
};

/** The way of a power stage that is not heard parts from its preamp. */
function bySendOf(
  draft: Draft,
  preamp: number,
  ends: readonly (readonly Item[])[],
  silent: readonly Item[],
): Draft {
  if (preamp === draft.line.length - 1) return withEnds(draft, [...ends, silent]);
  const made = withEnds(draft, ends);
  return { ...made, ways: [...made.ways, { from: preamp + 1, items: silent }] };
}
