// Switch leads: which contact closes which pole of which jack, and what a block does then.
import { isMonoPlug, presents } from '../cables';
import {
  boxOf,
  endAt,
  plugsAt,
  refAt,
  type Block,
  type Box,
  type Figure,
  type Jack,
  type JackEnd,
  type JackRef,
  type Lead,
  type PlugAt,
  type Reads,
} from '../model';

export type Pole = 'tip' | 'ring';
export type PoleAt = JackRef & { readonly pole: Pole };
export type Wired = Reads<'boxes' | 'leads' | 'variant'>;
export type Action = NonNullable<Jack['tip']>;

/** A second pole: a stereo plug, or a plug of many pins, whose second function is called its ring here. */
export const hasRing = (connector: Jack['connector'] | null): boolean =>
  connector !== null && (connector.startsWith('trs') || connector === 'din-7' || connector === 'din-8');
/** A plug with two poles on both ends: a lead takes the ring along. */
export const takesRing = ({ from, to }: Lead): boolean => hasRing(presents(from)) && hasRing(presents(to));

const NO_POLES: ReadonlySet<Pole> = new Set();
const RING: ReadonlySet<Pole> = new Set(['ring']);

/** The poles of an input that the plug in it grounds by itself: the sleeve of a mono plug lies on the ring. */
export function heldAt(of: Wired, end: JackEnd): ReadonlySet<Pole> {
  const isMono = ({ lead, side }: PlugAt) => isMonoPlug(lead[side]);
  return end.jack.connector.startsWith('trs') && plugsAt(of, refAt(end)).some(isMono) ? RING : NO_POLES;
}

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
export function wiresFrom(of: Wired, at: PoleAt): readonly PoleAt[] {
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
const suits = (given: Action, wanted: Action): boolean =>
  given === wanted || given === 'either' || wanted === 'either';

/** Why a contact does not do what the input wants of it. */
export type Trouble =
  /** It stays, where an impulse is wanted; it goes back, where it is to stay. */
  | { readonly what: 'latching' | 'momentary' }
  /** The jack puts more volts on it than it stands. */
  | { readonly what: 'volts'; readonly volts: number; readonly stands: number };

const most = (figure: Figure | undefined) => figure && (figure.high ?? figure.value);
const least = (figure: Figure | undefined) => figure && (figure.low ?? figure.value);

/** What keeps a contact of an output from doing what an input wants of it; null: nothing. */
export function troubleOf(input: Jack, wanted: Action, output: Jack, given: Action): Trouble | null {
  if (!suits(given, wanted)) return { what: given === 'latching' ? 'latching' : 'momentary' };
  const [volts, stands] = [most(input.switchVolts), least(output.switchVolts)];
  return volts !== undefined && stands !== undefined && volts > stands
    ? { what: 'volts', volts, stands }
    : null;
}

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

/** What the poles at hand can give a block, by state the poles that are closed for it; the others stay open. */
export function statesBy(
  contacts: readonly Contact[],
  poles: readonly Pole[],
  held: ReadonlySet<Pole> = NO_POLES,
): ReadonlyMap<string, readonly Pole[]> {
  const found = new Map<string, readonly Pole[]>();
  for (const closed of sets(poles)) {
    const state = stateBy(contacts, new Set([...closed, ...held]));
    if (state !== null && !found.has(state)) found.set(state, [...closed]);
  }
  return found;
}

/**
 * What the block comes to when one pole is opened or closed, from each of its states; at an impulse the next.
 * @param contacts all that act on the block at this jack
 */
export function turnOf(
  contacts: readonly Contact[],
  pole: Pole,
  held: ReadonlySet<Pole> = NO_POLES,
): ReadonlyMap<string, string> {
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
  for (const chosen of sets(poles.filter((one) => !held.has(one)))) {
    const closed = new Set([...chosen, ...held]);
    const other = new Set(poles.filter((one) => held.has(one) || closed.has(one) !== (one === pole)));
    const [now, then] = [stateBy(contacts, closed), stateBy(contacts, other)];
    if (now !== null && then !== null && !turned.has(now)) turned.set(now, then);
  }
  return turned;
}
