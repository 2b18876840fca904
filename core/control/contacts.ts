// Switch leads: which contact closes which pole of which jack, and what a block does then.
import {
  boxOf,
  endAt,
  plugsAt,
  type Block,
  type Box,
  type Jack,
  type JackRef,
  type Lead,
  type Reads,
} from '../model';

export type Pole = 'tip' | 'ring';
type PoleAt = JackRef & { readonly pole: Pole };
type Wired = Reads<'boxes' | 'leads' | 'variant'>;
type Action = NonNullable<Jack['tip']>;

const hasRing = (connector: Jack['connector']): boolean => connector.startsWith('trs');
/** A plug with two poles on both ends: a lead takes the ring along. */
const takesRing = ({ from, to }: Lead): boolean => hasRing(from.plug.connector) && hasRing(to.plug.connector);

/** A pole of an input, and what it switches there. */
export type Contact = {
  readonly pole: Pole;
  readonly is: Action;
  readonly block: Block;
  /** The block's state while the contact is open, and while it is closed; null: as the other pole has it. */
  readonly open: string | null;
  readonly closed: string | null;
};

/** What the poles of a switch input switch; where no block says so the tip is for the channel. */
export function contactsOf(box: Box, jack: Jack): readonly Contact[] {
  if (jack.carries !== 'switch' || jack.direction === 'out') return [];
  const said = box.blocks.flatMap((block) =>
    (block.contacts ?? []).flatMap((contact): Contact[] => {
      const { pole, is, open = null, closed = null } = contact;
      return contact.jack === jack.id ? [{ pole, is, block, open, closed }] : [];
    }),
  );
  const channel = box.blocks.find(({ role, states }) => role === 'preamp' && states.length > 1);
  const [first, second] = channel?.states ?? [];
  return said.length > 0 || !channel || !first || !second || box.blocks.some(({ contacts }) => contacts)
    ? said
    : [{ pole: 'tip', is: 'latching', block: channel, open: first.id, closed: second.id }];
}

/** What a contact of a switch output can be; null: it has no such pole. */
export function givenBy(jack: Jack, pole: Pole): Action | null {
  if (jack.tip || jack.ring) return jack[pole] ?? null;
  return pole === 'tip' || hasRing(jack.connector) ? 'either' : null;
}

/** A pole is the same wire on: through leads, and through what has three ends. */
function wiresFrom(of: Wired, at: PoleAt): readonly PoleAt[] {
  const along = plugsAt(of, at).flatMap(({ lead, far }) =>
    far && (at.pole === 'tip' || takesRing(lead)) ? [{ ...far, pole: at.pole }] : [],
  );
  const box = boxOf(of, at.box);
  if (box?.part !== 'lead') return along;
  const inside = box.patches.flatMap(({ wires }) =>
    wires.flatMap(({ from, to, fromChannel }) => {
      if (!('jack' in from) || !('jack' in to)) return [];
      // One side of a stereo plug goes to a tail of its own.
      const pairs: readonly (readonly [Pole, Pole])[] =
        fromChannel === undefined
          ? [
              ['tip', 'tip'],
              ['ring', 'ring'],
            ]
          : [[fromChannel === 'left' ? 'tip' : 'ring', 'tip']];
      return pairs.flatMap(([near, far]): PoleAt[] => {
        if (from.jack === at.jack && near === at.pole) return [{ box: box.id, jack: to.jack, pole: far }];
        if (to.jack === at.jack && far === at.pole) return [{ box: box.id, jack: from.jack, pole: near }];
        return [];
      });
    }),
  );
  return [...along, ...inside];
}

/** A contact that arrives, and where. */
export type Arrival = Contact & { readonly box: Box; readonly jack: Jack };

/** The inputs that a contact of an output reaches. */
export function contactsFrom(of: Wired, from: PoleAt): readonly Arrival[] {
  const seen = new Set<string>();
  const found: Arrival[] = [];
  const queue: PoleAt[] = [from];
  for (let at = queue.shift(); at; at = queue.shift()) {
    const key = `${at.box}/${at.jack}/${at.pole}`;
    if (seen.has(key)) continue;
    seen.add(key);
    const end = endAt(of, at);
    const { pole } = at;
    if (end)
      for (const contact of contactsOf(end.box, end.jack))
        if (contact.pole === pole) found.push({ ...contact, ...end });
    queue.push(...wiresFrom(of, at));
  }
  return found;
}

/** Can a contact do what the input wants? */
export const suits = (given: Action, wanted: Action): boolean =>
  given === wanted || given === 'either' || wanted === 'either';

/** The state of a block while these poles are closed. */
const stateBy = (contacts: readonly Contact[], closed: ReadonlySet<Pole>): string | null =>
  contacts.reduce<string | null>(
    (state, contact) => (closed.has(contact.pole) ? contact.closed : contact.open) ?? state,
    null,
  );

const sets = (poles: readonly Pole[]): readonly ReadonlySet<Pole>[] =>
  poles.reduce<readonly ReadonlySet<Pole>[]>(
    (all, pole) => [...all, ...all.map((one) => new Set([...one, pole]))],
    [new Set()],
  );

/** The states that the poles at hand can give a block; the others stay open. */
export const statesBy = (contacts: readonly Contact[], poles: readonly Pole[]): ReadonlySet<string> =>
  new Set(sets(poles).flatMap((closed) => stateBy(contacts, closed) ?? []));

/**
 * What the block comes to when one pole is opened or closed, from each of its states; at an impulse the next.
 * @param contacts all that act on the block at this jack
 */
export function turnOf(contacts: readonly Contact[], pole: Pole): ReadonlyMap<string, string> {
  const turned = new Map<string, string>();
  const [first] = contacts;
  const wanted = contacts.find((contact) => contact.pole === pole);
  if (!first || !wanted) return turned;
  const { states } = first.block;
  if (wanted.is === 'momentary') {
    states.forEach(({ id }, i) => turned.set(id, states[(i + 1) % states.length]?.id ?? id));
    return turned;
  }
  const poles = contacts.map((contact) => contact.pole);
  for (const closed of sets(poles)) {
    const other = new Set(poles.filter((one) => closed.has(one) !== (one === pole)));
    const [now, then] = [stateBy(contacts, closed), stateBy(contacts, other)];
    if (now !== null && then !== null && !turned.has(now)) turned.set(now, then);
  }
  return turned;
}
