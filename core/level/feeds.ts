// Which knob moves which feed: for every level control the outputs that it changes.
import {
  actsOnBlock,
  blockIn,
  boxOf,
  derive,
  everySound,
  jackIn,
  movesJack,
  type Box,
  type Control,
  type Reads,
} from '../model';
import { isOn, traceIn, type Path } from '../signal';

/** Something that is heard, by the jack that it comes in at. */
export type Feed = {
  readonly key: string;
  readonly words: string;
  readonly box: Box;
  readonly kind: 'speaker' | 'monitor' | 'mix';
  /** A microphone hears a loudspeaker for it. */
  readonly isMiked: boolean;
};

export type FeedKnob = {
  readonly box: Box;
  readonly control: Control;
  /** Keys of the feeds that it moves, in any sound. */
  readonly moves: readonly string[];
  /** Those that it moves behind the last preamp, or model of one, on their way: their level and nothing of their sound. */
  readonly behind: readonly string[];
};

export type Feeds = { readonly feeds: readonly Feed[]; readonly knobs: readonly FeedKnob[] };

const KINDS: readonly (readonly [string, Feed['kind']])[] = [
  ['speaker', 'speaker'],
  ['monitor', 'monitor'],
  ['mix', 'mix'],
];

/** A loudspeaker by its name; a channel of a desk, a receiver, by its jack too. */
function feedOf(of: Reads<'boxes'>, { steps, sections, output }: Path): Feed | null {
  const jack = steps.findLast((step) => step.type === 'jack');
  const box = boxOf(of, output.box);
  const role = blockIn(box, output.block)?.role;
  const kind = KINDS.find(([name]) => name === role)?.[1];
  if (!box || !kind || jack?.type !== 'jack') return null;
  const label = jack.box === box.id ? jackIn(box, jack.jack)?.label : undefined;
  const own = { box, kind, isMiked: sections.some(({ block }) => block.role === 'mic') };
  return kind === 'speaker' || label === undefined
    ? { key: box.id, words: box.name, ...own }
    : { key: `${box.id}/${jack.jack}`, words: `${label} of ${box.name}`, ...own };
}

/** The last step of a way at which a control moves it; −1: at none. */
const movedAt = ({ steps }: Path, box: Box, control: Control): number =>
  steps.findLastIndex(
    (step) =>
      step.type !== 'lead' &&
      step.box === box.id &&
      (step.type === 'jack' ? movesJack(control, step.jack) : actsOnBlock(control, step.block)),
  );

/** The last step of a way at which it is amplified into the sound that it has; −1: at none. */
function voicedAt({ steps, sections }: Path): number {
  const voices = sections.filter(
    ({ block, state }) => (block.role === 'preamp' || block.role === 'ampModel') && isOn(state),
  );
  return steps.findLastIndex(
    (step) =>
      step.type === 'block' &&
      voices.some(({ box, block }) => box.id === step.box && block.id === step.block),
  );
}

type Moved = { readonly feed: Feed; readonly control: Control; readonly isBehind: boolean };

/** What each level control of a setting moves. */
const movedIn = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of): { readonly feeds: readonly Feed[]; readonly moved: readonly Moved[] } => {
    const all = traceIn(of).paths.flatMap((path) => {
      const feed = feedOf(of, path);
      return feed ? [{ path, feed }] : [];
    });
    return {
      feeds: all.map(({ feed }) => feed),
      moved: all.flatMap(({ path, feed }) => {
        const voiced = voicedAt(path);
        return [...new Set(path.sections.map(({ box }) => box))].flatMap((box) =>
          box.controls.flatMap((control): Moved[] => {
            const at = control.sets === 'level' ? movedAt(path, box, control) : -1;
            return at < 0 ? [] : [{ feed, control, isBehind: at > voiced }];
          }),
        );
      }),
    };
  },
);

/** Every level control in one night, with the feeds that it moves in any sound; those that move none are left out. */
export const feedsIn = derive(['boxes', 'leads', 'variant', 'sounds'], (of): Feeds => {
  const feeds = new Map<string, Feed>();
  const moves = new Map<Control, { readonly all: Set<string>; readonly behind: Set<string> }>();
  for (const { feeds: own, moved } of everySound(of).map(movedIn)) {
    for (const feed of own) feeds.set(feed.key, feed);
    for (const { feed, control, isBehind } of moved) {
      const known = moves.get(control) ?? { all: new Set(), behind: new Set() };
      moves.set(control, known);
      known.all.add(feed.key);
      if (isBehind) known.behind.add(feed.key);
    }
  }
  return {
    feeds: [...feeds.values()],
    knobs: of.boxes.flatMap((box) =>
      box.controls.flatMap((control): FeedKnob[] => {
        const own = moves.get(control);
        return own ? [{ box, control, moves: [...own.all], behind: [...own.behind] }] : [];
      }),
    ),
  };
});
