// Who hears whom over MIDI: a lead carries one way, an output says what its box says, or passes on what came in.
import { presents } from '../cables';
import { derive, endAt, freeSwitches, plugsAt, type Box, type Jack, type JackEnd, type Lead } from '../model';
import type { Wired } from './contacts';

/** A lead from an output to an input. */
export type Hop = {
  readonly lead: Lead;
  readonly out: JackEnd;
  readonly into: JackEnd;
  /** The pins lie otherwise at the other end: nothing is heard. */
  readonly isCrossed: boolean;
  /** Nobody has said how the pins lie on its TRS. */
  readonly isUnsure: boolean;
};

/** Something on TRS whose type matters. */
export type TrsPart = {
  readonly type: 'A' | 'B' | undefined;
  readonly name: string;
  readonly of: { readonly lead: string } | { readonly box: string; readonly jack: string };
};

/** What one box sends and another one hears. */
export type Hearing = {
  readonly sender: Box;
  readonly receiver: Box;
  /** From the sender on. */
  readonly hops: readonly Hop[];
};

export const sendsMidi = ({ carries, direction }: Jack): boolean => carries === 'midi' && direction !== 'in';
export const hearsMidi = ({ carries, direction }: Jack): boolean => carries === 'midi' && direction !== 'out';

/** Can a box be called by program? */
export const takesMidi = (box: Box): boolean => box.midi !== undefined || box.jacks.some(hearsMidi);

/** Has a box something of its own to say? */
const speaks = (box: Box): boolean =>
  box.midi !== undefined ||
  freeSwitches(box).length > 0 ||
  box.blocks.some(({ switchedBy }) => switchedBy === 'preset');

/** A splitter or merger: it has nothing of its own that could be called. */
export const isBetween = (box: Box): boolean => !speaks(box) && box.jacks.some(sendsMidi);

/** What an output sends: as it says, or as such boxes have it, a THRU what comes in. */
export const passesOf = (box: Box, jack: Jack): NonNullable<Jack['passes']> =>
  jack.passes ?? (jack.id.includes('thru') || !speaks(box) ? 'through' : 'own');

const isTrs = (connector: Jack['connector'] | null): boolean => connector?.startsWith('trs') === true;

/** What of a lead and its jacks decides how the pins lie: TRS jacks; from five pins on the lead, as it was made. */
export function trsParts({ lead, out, into }: Pick<Hop, 'lead' | 'out' | 'into'>): readonly TrsPart[] {
  const jacks = [out, into].flatMap((end): TrsPart[] =>
    isTrs(end.jack.connector)
      ? [
          {
            type: end.jack.trsType,
            name: `${end.jack.label} of ${end.box.name}`,
            of: { box: end.box.id, jack: end.jack.id },
          },
        ]
      : [],
  );
  const [from, to] = [presents(lead.from), presents(lead.to)].map(isTrs);
  return jacks.length === 0 || from === to
    ? jacks
    : [...jacks, { type: lead.trsType, name: `lead ${lead.number}`, of: { lead: lead.id } }];
}

/** How the pins lie along a lead: the same at both ends, or nobody knows. */
function pins(hop: Pick<Hop, 'lead' | 'out' | 'into'>): 'alike' | 'crossed' | 'unsure' {
  const types = trsParts(hop).map(({ type }) => type);
  const known = new Set(types.filter((type) => type !== undefined));
  if (known.size > 1) return 'crossed';
  return types.length > 1 && types.some((type) => type === undefined) ? 'unsure' : 'alike';
}

/** The leads that go on from an output. */
function hopsFrom(of: Wired, out: JackEnd): readonly Hop[] {
  return plugsAt(of, { box: out.box.id, jack: out.jack.id }).flatMap(({ lead, far }): Hop[] => {
    const into = endAt(of, far);
    if (!into || !hearsMidi(into.jack)) return [];
    const how = pins({ lead, out, into });
    return [{ lead, out, into, isCrossed: how === 'crossed', isUnsure: how === 'unsure' }];
  });
}

/** Every box that another one hears, the nearest first for each sender; what is crossed ends there. */
export const hearingsIn = derive(['boxes', 'leads', 'variant'], (of: Wired): readonly Hearing[] =>
  of.boxes.flatMap((sender) => {
    const own = sender.jacks.filter(
      (jack) => sendsMidi(jack) && speaks(sender) && passesOf(sender, jack) !== 'through',
    );
    const found: Hearing[] = [];
    const seen = new Set<Box>([sender]);
    let open = own.flatMap((jack) => hopsFrom(of, { box: sender, jack }).map((hop) => [hop]));
    while (open.length > 0) {
      const next: Hop[][] = [];
      for (const hops of open) {
        const last = hops.at(-1);
        const box = last?.into.box;
        if (!box || seen.has(box)) continue;
        seen.add(box);
        found.push({ sender, receiver: box, hops });
        if (last.isCrossed) continue;
        for (const jack of box.jacks)
          if (sendsMidi(jack) && passesOf(box, jack) !== 'own')
            next.push(...hopsFrom(of, { box, jack }).map((hop) => [...hops, hop]));
      }
      open = next;
    }
    return found;
  }),
);

/** Does it arrive? */
export const arrives = ({ hops }: Hearing): boolean => !hops.some(({ isCrossed }) => isCrossed);

/** What a box hears: of several senders the one that has the fewest boxes between, then the one with switches. */
export const senderOf = (of: Wired, receiver: Box): Hearing | null =>
  hearingsIn(of)
    .filter((one) => one.receiver === receiver && arrives(one))
    .toSorted(
      (a, b) =>
        a.hops.length - b.hops.length || freeSwitches(b.sender).length - freeSwitches(a.sender).length,
    )[0] ?? null;

/** More boxes one after the other than this are passed on to by a splitter instead. */
export const MOST_IN_A_ROW = 3;
