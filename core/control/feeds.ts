// What stands at each pole of a switch input: the contact that reaches it, over which leads, and what is wrong with it.
import { isMonoPlug } from '../cables';
import {
  derive,
  endAt,
  jackKey,
  plugsAt,
  refAt,
  type Box,
  type Jack,
  type JackEnd,
  type Lead,
} from '../model';
import {
  contactsOf,
  givenBy,
  hasRing,
  heldAt,
  troubleOf,
  wiresFrom,
  type Action,
  type Contact,
  type Pole,
  type PoleAt,
  type Trouble,
  type Wired,
} from './contacts';

/** A contact that reaches a pole. */
export type Feed = {
  readonly box: Box;
  readonly jack: Jack;
  readonly pole: Pole;
  readonly is: Action;
  /** From the input to it. */
  readonly leads: readonly Lead[];
  /** The jack of a lead with tails by which it comes out of that lead towards the contact. */
  readonly tail: Jack | null;
  /** Its contacts touch no ground of its box. */
  readonly isFloating: boolean;
  readonly trouble: Trouble | null;
};

/** A pole of an input: what it switches, and what reaches it. */
export type PoleLine = {
  readonly pole: Pole;
  readonly contacts: readonly Contact[];
  readonly feeds: readonly Feed[];
  /** Grounded by the plug itself. */
  readonly isHeld: boolean;
};

/** A switch input as it is wired. */
export type InputLine = {
  readonly box: Box;
  readonly jack: Jack;
  readonly poles: readonly PoleLine[];
  /** Plugs in it. */
  readonly leads: readonly Lead[];
  /** A plug in it that only looks as if it belonged there: its far end carries something else. */
  readonly stranger: { readonly lead: Lead; readonly far: JackEnd | null } | null;
};

type Step = { readonly at: PoleAt; readonly leads: readonly Lead[]; readonly tail: Jack | null };

const keyOf = (at: PoleAt) => `${jackKey(at)}/${at.pole}`;

/** The contacts that reach a pole of an input, the nearest first. */
function feedsOf(of: Wired, input: JackEnd, pole: Pole, wanted: Action): readonly Feed[] {
  const first: PoleAt = { ...refAt(input), pole };
  const seen = new Set([keyOf(first)]);
  const queue: Step[] = [{ at: first, leads: [], tail: null }];
  const found: Feed[] = [];
  for (const { at, leads, tail } of queue) {
    const end = endAt(of, at);
    if (end && end.jack.carries === 'switch' && end.jack.direction === 'out' && end.box.part !== 'lead') {
      const is = givenBy(end.jack, at.pole);
      if (is !== null)
        found.push({
          ...end,
          pole: at.pole,
          is,
          leads,
          tail,
          isFloating: end.jack.ground === 'none',
          trouble: troubleOf(input.jack, wanted, end.jack, is),
        });
    }
    for (const next of wiresFrom(of, at)) {
      if (seen.has(keyOf(next))) continue;
      seen.add(keyOf(next));
      const inside = next.box === at.box;
      const lead = inside
        ? undefined
        : plugsAt(of, at).find(({ far }) => far && far.box === next.box && far.jack === next.jack)?.lead;
      queue.push({
        at: next,
        leads: lead ? [...leads, lead] : leads,
        tail: inside ? (endAt(of, next)?.jack ?? tail) : tail,
      });
    }
  }
  return found;
}

/** A plug from a jack that carries something else. */
function strangerAt(of: Wired, end: JackEnd): InputLine['stranger'] {
  for (const { lead, far } of plugsAt(of, refAt(end))) {
    const other = endAt(of, far) ?? null;
    if (lead.kind === 'midi' || (other && other.jack.carries !== 'switch')) return { lead, far: other };
  }
  return null;
}

const POLES = ['tip', 'ring'] as const;

/** Every switch input of a box, pole by pole. */
const inputsOf = (of: Wired, box: Box): readonly InputLine[] =>
  box.jacks
    .filter(({ carries, direction }) => carries === 'switch' && direction !== 'out' && box.part !== 'lead')
    .map((jack): InputLine => {
      const end = { box, jack };
      const contacts = contactsOf(box, jack);
      const held = heldAt(of, end);
      return {
        ...end,
        poles: POLES.filter((pole) => pole === 'tip' || hasRing(jack.connector)).map((pole): PoleLine => {
          const own = contacts.filter((contact) => contact.pole === pole);
          return {
            pole,
            contacts: own,
            feeds: feedsOf(of, end, pole, own[0]?.is ?? 'either'),
            isHeld: held.has(pole),
          };
        }),
        leads: plugsAt(of, refAt(end)).map(({ lead }) => lead),
        stranger: strangerAt(of, end),
      };
    });

/** Every switch input of the rig. */
export const inputsIn = derive(['boxes', 'leads', 'variant'], (of: Wired): readonly InputLine[] =>
  of.boxes.flatMap((box) => inputsOf(of, box)),
);

/** Would a contact at the tip of an output do what an input wants? */
export function couldSwitch(input: Jack, wanted: Action, output: Jack): boolean {
  const given = output.carries === 'switch' && output.direction === 'out' ? givenBy(output, 'tip') : null;
  return given !== null && troubleOf(input, wanted, output, given) === null;
}

/** Is one of its plugs mono? */
export const isMonoLead = ({ from, to }: Lead): boolean => [from, to].some(isMonoPlug);
