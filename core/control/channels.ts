// What of a box is switched from outside it: its channels and functions, what reaches them, what each sound wants.
import { derive, freeSwitches, isSwitched, switchesOf, type Block, type Box, type Reads } from '../model';
import { statesIn } from '../signal';
import { statesBy, type Pole, type Wired } from './contacts';
import { inputsIn, type Feed, type InputLine, type PoleLine } from './feeds';
import { reachOf } from './reach';

/** How a state of a channel is come to; that no entry says is left to a hand at the panel. */
export type Comes =
  /** A call sets it: over contacts, or (null) by the box's own preset. */
  | { readonly by: 'call'; readonly boxes: readonly Box[]; readonly closed: readonly Pole[] | null }
  /** Switches under a foot: contacts of another box, or (null) what steps it. */
  | { readonly by: 'switch'; readonly boxes: readonly Box[]; readonly closed: readonly Pole[] | null };

/** A thing of a box that is switched from outside. */
export type Channel = {
  /** `box/block`. */
  readonly key: string;
  readonly box: Box;
  readonly block: Block;
  /** The inputs whose contacts change it. */
  readonly inputs: readonly InputLine[];
  /** The state that each sound wants, by their places. */
  readonly wants: readonly string[];
  /** How its states are come to from under a foot, by their ids. */
  readonly comes: ReadonlyMap<string, Comes>;
};

/** Channels of an amplifier, and whatever else a contact changes. */
const isChannel = ({ blocks, part }: Box, block: Block): boolean =>
  part !== 'lead' &&
  isSwitched(block) &&
  (block.contacts !== undefined ||
    (block.role === 'preamp' && blocks.some(({ role }) => role === 'power' || role === 'speaker')));

/** Is the contact one that a switch of its box closes by itself? */
const hasSwitch = ({ box, jack, pole }: Feed): boolean =>
  switchesOf(box).some(
    (one) => one.does === 'contact' && one.jack === jack.id && (one.pole ?? 'tip') === pole,
  );

const callersIn = derive(['boxes', 'leads', 'variant'], (of: Wired): readonly Box[] =>
  of.boxes.filter((box) => freeSwitches(box).length > 0),
);

const heldOf = ({ poles }: InputLine): ReadonlySet<Pole> =>
  new Set(poles.filter(({ isHeld }) => isHeld).map(({ pole }) => pole));

/** What poles of one input give a block. */
const statesGiven = (input: InputLine, block: Block, poles: readonly PoleLine[]) =>
  statesBy(
    input.poles.flatMap(({ contacts }) => contacts.filter((one) => one.block === block)),
    poles.map(({ pole }) => pole),
    heldOf(input),
  );

/** Contacts that are under a foot themselves. */
function bySwitches(input: InputLine, block: Block): readonly (readonly [string, Comes])[] {
  const fed = input.poles.flatMap((line) => {
    const feeds = line.feeds.filter((feed) => !line.isHeld && feed.trouble === null && hasSwitch(feed));
    return feeds.length > 0 ? [{ line, boxes: feeds.map(({ box }) => box) }] : [];
  });
  const boxes = [...new Set(fed.flatMap((one) => one.boxes))];
  const steps = fed.some(({ line }) =>
    line.contacts.some((one) => one.block === block && one.is === 'momentary'),
  );
  if (fed.length === 0) return [];
  if (steps) return block.states.map(({ id }) => [id, { by: 'switch', boxes, closed: null }] as const);
  return [
    ...statesGiven(
      input,
      block,
      fed.map(({ line }) => line),
    ),
  ].map(([id, closed]) => [id, { by: 'switch', boxes, closed }] as const);
}

/** Calls that reach it: over its own presets, or over contacts. */
function byCalls(of: Wired, channel: Pick<Channel, 'key' | 'block' | 'inputs'>) {
  const { key, block, inputs } = channel;
  const found = new Map<string, Comes>();
  for (const caller of callersIn(of)) {
    const { things, boxes } = reachOf(of, caller);
    const can = things.get(key);
    if (can === undefined) continue;
    for (const { id } of block.states) {
      if (can !== null && !can.has(id)) continue;
      const closed = inputs.flatMap((input) => {
        const fed = input.poles.filter(({ feeds, isHeld }) =>
          feeds.some((feed) => !isHeld && feed.trouble === null && boxes.has(feed.box)),
        );
        return statesGiven(input, block, fed).get(id) ?? [];
      });
      const before = found.get(id);
      found.set(id, {
        by: 'call',
        boxes: [...(before?.boxes ?? []), caller],
        closed: can === null ? null : closed,
      });
    }
  }
  return found;
}

/** Every channel of a rig as it is wired. */
export const channelsIn = derive(
  ['boxes', 'leads', 'variant', 'sounds'],
  (of: Reads<'boxes' | 'leads' | 'variant' | 'sounds'>): readonly Channel[] => {
    const states = of.sounds.map((sound) => statesIn({ ...of, sound }));
    return of.boxes.flatMap((box) => {
      const blocks = box.blocks.filter((block) => isChannel(box, block));
      if (blocks.length === 0) return [];
      const all = inputsIn(of).filter((input) => input.box === box);
      return blocks.map((block): Channel => {
        const key = `${box.id}/${block.id}`;
        const inputs = all.filter(({ poles }) =>
          poles.some(({ contacts }) => contacts.some((one) => one.block === block)),
        );
        const own = switchesOf(box).some(
          ({ does, blocks: stepped = [] }) => does === 'steps' && stepped.includes(block.id),
        );
        const comes = new Map<string, Comes>([
          ...(own
            ? block.states.map(({ id }) => [id, { by: 'switch', boxes: [box], closed: null }] as const)
            : []),
          ...inputs.flatMap((input) => bySwitches(input, block)),
          ...byCalls(of, { key, block, inputs }),
        ]);
        const wants = states.map(({ blockState }) => blockState(box, block).state.id);
        return { key, box, block, inputs, wants, comes };
      });
    });
  },
);

/** States that sounds want and nothing under a foot gives; none as long as all want the same. */
export const notReached = ({ wants, comes, block }: Channel): readonly string[] => {
  const wanted = new Set(wants);
  return wanted.size < 2
    ? []
    : block.states.flatMap(({ id }) => (wanted.has(id) && !comes.has(id) ? [id] : []));
};

/** Is a pole closed in a sound, as what reaches it stands then? */
export function closedIn(
  channels: readonly Channel[],
  input: InputLine,
  line: PoleLine,
  place: number,
): boolean | null {
  if (line.isHeld) return true;
  for (const channel of channels) {
    if (!channel.inputs.includes(input) || !line.contacts.some(({ block }) => block === channel.block))
      continue;
    const come = channel.comes.get(channel.wants[place] ?? '');
    if (come && come.closed !== null) return come.closed.includes(line.pole);
  }
  return null;
}
