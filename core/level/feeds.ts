// Which knob moves which feed: for every level control the outputs that it changes.
import { actsOnBlock, inSetting, jackIn, movesJack, boxOf, type Box, type Control, type Rig } from '../model';
import { traceIn, type Path } from '../signal';

/** Something that is heard, by the jack that it comes in at. */
export type Feed = { readonly key: string; readonly words: string };

export type FeedKnob = {
  readonly box: Box;
  readonly control: Control;
  /** Keys of the feeds that it moves, in any sound. */
  readonly moves: readonly string[];
};

export type Feeds = { readonly feeds: readonly Feed[]; readonly knobs: readonly FeedKnob[] };

/** A loudspeaker by its name; a channel of a desk, a receiver, by its jack too. */
function feedOf(rig: Rig, { steps, output }: Path): Feed | null {
  const jack = steps.findLast((step) => step.type === 'jack');
  const box = boxOf(rig, output.box);
  if (!box || jack?.type !== 'jack') return null;
  const isSpeaker = box.blocks.some(({ id, role }) => id === output.block && role === 'speaker');
  const label = jack.box === box.id ? jackIn(box, jack.jack)?.label : undefined;
  return isSpeaker || label === undefined
    ? { key: box.id, words: box.name }
    : { key: `${box.id}/${jack.jack}`, words: `${label} of ${box.name}` };
}

/** Does a way pass what a control moves? */
const passes = ({ steps }: Path, box: Box, control: Control): boolean =>
  steps.some(
    (step) =>
      step.type !== 'lead' &&
      step.box === box.id &&
      (step.type === 'jack' ? movesJack(control, step.jack) : actsOnBlock(control, step.block)),
  );

/** Every level control of a rig in one night, with the feeds that it moves in any sound; those that move none are left out. */
export function feedsOf(rig: Rig, variant: string | null): Feeds {
  const feeds = new Map<string, Feed>();
  const moves = new Map<Control, Set<string>>();
  for (const { id } of rig.sounds)
    for (const path of traceIn(inSetting(rig, { variant, sound: id })).paths) {
      const feed = feedOf(rig, path);
      if (!feed) continue;
      feeds.set(feed.key, feed);
      for (const box of rig.boxes)
        for (const control of box.controls)
          if (control.sets === 'level' && passes(path, box, control))
            moves.set(control, (moves.get(control) ?? new Set()).add(feed.key));
    }
  return {
    feeds: [...feeds.values()],
    knobs: rig.boxes.flatMap((box) =>
      box.controls.flatMap((control): FeedKnob[] => {
        const own = moves.get(control);
        return own ? [{ box, control, moves: [...own] }] : [];
      }),
    ),
  };
}
