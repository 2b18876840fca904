import type { EditCall } from '../edits';
import {
  isAudio,
  otherSide,
  sameJack,
  wiring,
  type Jack,
  type JackRef,
  type Lead,
  type Plugged,
  type Rig,
  type Side,
} from '../model';
import { adapterFor, connectorName, plugFits } from './fit';
import { endOf, leadFor } from './lead-for';
import { layEdit, putEdit, scopeIn } from './plug-edits';

/** What is in the hand: the first jack of a lead to be laid, or one plug of a lead that is there. */
export type Hand =
  | { readonly kind: 'new'; readonly at: JackRef }
  | {
      readonly kind: 'plug';
      readonly lead: string;
      readonly side: Side;
      /** Where it was picked up; of an end that guitars share only this jack is given up. */
      readonly at?: JackRef;
    };

export type PlugOffer = {
  readonly words: string;
  readonly edit: EditCall;
  /** It can hurt gear or ears: ask once before it is done. */
  readonly danger: boolean;
};

/** How a jack answers what is in the hand. */
export type PlugAnswer = {
  readonly at: JackRef;
  readonly verdict: 'fits' | 'fits with' | 'wrong';
  /** What it fits with, or why it is wrong; empty where it simply fits. */
  readonly words: string;
  /** It holds no other lead, or may hold several. */
  readonly free: boolean;
  /** What a press may do, the usual first; a wrong jack's are "swap", "move" and "plug anyway". */
  readonly offers: readonly PlugOffer[];
};

const holder = (plugged: readonly Plugged[], ref: JackRef) => {
  for (const entry of plugged)
    for (const side of ['from', 'to'] as const)
      if (entry[side].some((at) => sameJack(at, ref))) return { ...entry, side };
  return undefined;
};

/** Picking a jack up: the plug that is in it, else the beginning of a new lead. */
export function pickUp(rig: Rig, variant: string | null, at: JackRef): Hand {
  const { jack } = endOf(rig, at);
  const held = jack.mult ? undefined : holder(wiring(rig, variant), at);
  return held ? { kind: 'plug', lead: held.lead.id, side: held.side, at } : { kind: 'new', at };
}

/** Jacks at the other end of what is in the hand. */
const farEnds = (hand: Hand, entry: Plugged | undefined): readonly JackRef[] =>
  hand.kind === 'new' ? [hand.at] : (entry?.[otherSide(hand.side)] ?? []);

/** Why these two jacks should not be joined, and whether it can hurt; null where nothing speaks against it. */
function objection(a: Jack | undefined, b: Jack): { words: string; danger: boolean } | null {
  const air = (jack: Jack) => jack.carries === 'air' || jack.carries === 'radio';
  if (a && air(a) !== air(b)) return { words: 'sound through the air joins no lead', danger: false };
  if (a && a.direction === b.direction && (a.direction === 'in' || a.direction === 'out'))
    return {
      words: a.direction === 'out' ? 'an output too' : 'an input too',
      danger: a.carries === 'speaker' || b.carries === 'speaker',
    };
  if (a && (a.carries === 'speaker') !== (b.carries === 'speaker')) {
    const hot = [a, b].some((jack) => jack.carries === 'speaker' && jack.direction === 'out');
    return {
      words: hot ? 'not for speaker level' : 'takes a speaker output only',
      danger: hot,
    };
  }
  if (a && (a.carries === 'digital') !== (b.carries === 'digital'))
    return { words: 'digital and analogue', danger: false };
  return null;
}

/** What it takes for the plug to go in: nothing, adapters by name, or null where there is no such adapter. */
function needs(rig: Rig, hand: Hand, lead: Lead | undefined, target: JackRef): readonly string[] | null {
  if (hand.kind === 'plug' && lead) {
    const { connector } = lead[hand.side].plug;
    if (plugFits(connector, endOf(rig, target).jack.connector)) return [];
    const adapter = adapterFor(connector, endOf(rig, target).jack.connector);
    return adapter ? [adapter.name] : null;
  }
  if (hand.kind !== 'new') return [];
  const laid = leadFor(rig, [hand.at], target);
  const names = [...laid.from.adapters, ...laid.to.adapters].map((adapter) => adapter.name);
  const unfit = (['from', 'to'] as const).some((side) => {
    const ref = side === 'from' ? hand.at : target;
    return adapterFor(laid[side].plug.connector, endOf(rig, ref).jack.connector) === undefined;
  });
  return unfit ? null : names;
}

/** What there is between the hand and one jack. */
type Meeting = {
  readonly rig: Rig;
  readonly variant: string | null;
  readonly hand: Hand;
  readonly target: JackRef;
  readonly jack: Jack;
  /** The lead whose plug is in the hand; none while a new one is begun. */
  readonly lead: Lead | undefined;
  /** Where the plug in the hand stands now, or the jack a new lead begins at. */
  readonly own: readonly JackRef[];
  readonly farEnd: JackRef | undefined;
  /** Another lead that the jack holds. */
  readonly held: (Plugged & { readonly side: Side }) | undefined;
  readonly wrong: ReturnType<typeof objection>;
};

/** null for the jack the hand came from, for its far end, and for jacks that carry no sound. */
function meet(rig: Rig, variant: string | null, hand: Hand, target: JackRef): Meeting | null {
  const { jack } = endOf(rig, target);
  if (!isAudio(jack)) return null;
  const plugged = wiring(rig, variant);
  const entry = hand.kind === 'plug' ? plugged.find(({ lead }) => lead.id === hand.lead) : undefined;
  if (hand.kind === 'plug' && !entry) return null;
  const own = hand.kind === 'new' ? [hand.at] : (entry?.[hand.side] ?? []);
  const beyond = farEnds(hand, entry);
  if ([...own, ...beyond].some((ref) => sameJack(ref, target))) return null;
  const [farEnd] = beyond;
  const held = jack.mult ? undefined : holder(plugged, target);
  return {
    rig,
    variant,
    hand,
    target,
    jack,
    lead: entry?.lead,
    own,
    farEnd,
    held: held?.lead === entry?.lead ? undefined : held,
    wrong: objection(farEnd && endOf(rig, farEnd).jack, jack),
  };
}

/** Where the end stands once it is plugged here: of jacks that guitars share only the one it was taken from is given up. */
function endsAfter({ hand, own, target }: Meeting): readonly JackRef[] {
  const picked = hand.kind === 'plug' ? hand.at : undefined;
  return picked !== undefined && own.length > 1
    ? own.map((ref) => (sameJack(ref, picked) ? target : ref))
    : [target];
}

/** The plug goes in, or the new lead is laid. */
const putIn = (meeting: Meeting, ends = endsAfter(meeting)): EditCall =>
  meeting.hand.kind === 'plug' && meeting.lead
    ? putEdit(meeting.rig, meeting.variant, meeting.lead, meeting.hand.side, meeting.target, ends)
    : layEdit(meeting.rig, meeting.variant, meeting.farEnd ?? meeting.target, meeting.target);

const answer = (
  { target, held }: Meeting,
  verdict: PlugAnswer['verdict'],
  words: string,
  ...offers: readonly PlugOffer[]
): PlugAnswer => ({ at: target, verdict, words, free: held === undefined, offers });

/** A jack that holds a lead: the two change places, its plug comes to the hand's jack, or it is taken out. */
function heldAnswer(meeting: Meeting, held: NonNullable<Meeting['held']>): PlugAnswer {
  const { variant, hand, own, wrong } = meeting;
  const danger = wrong?.danger ?? false;
  const [number, scope] = [held.lead.number, scopeIn(variant)];
  const theirs = { lead: held.lead.id, side: held.side };
  const instead: PlugOffer[] =
    hand.kind === 'new'
      ? [
          {
            words: `move the plug of lead ${number} here`,
            danger,
            edit: { edit: 'replug', arguments: { ...theirs, at: [hand.at], ...scope } },
          },
        ]
      : own.length > 0
        ? [
            {
              words: `swap with lead ${number}`,
              danger,
              edit: {
                edit: 'exchangeEnds',
                arguments: { a: { lead: hand.lead, side: hand.side }, b: theirs, ...scope },
              },
            },
          ]
        : [];
  const call = putIn(meeting);
  const puts = call.edit === 'together' ? call.arguments.edits : [call];
  const takeOut: PlugOffer = {
    words: `take lead ${number} out and plug`,
    danger,
    edit: {
      edit: 'together',
      arguments: {
        label: 'Plug lead',
        edits: [{ edit: 'unplug', arguments: { ...theirs, ...scope } }, ...puts],
      },
    },
  };
  const also = wrong ? `, and ${wrong.words}` : '';
  return answer(meeting, 'wrong', `holds lead ${number}${also}`, ...instead, takeOut);
}

/** A free jack that nothing speaks against: the plug goes in as it is, with an adapter, or not at all. */
function freeAnswer(meeting: Meeting): PlugAnswer {
  const { rig, hand, lead, target, jack } = meeting;
  const adapters = needs(rig, hand, lead, target);
  if (adapters === null)
    return answer(meeting, 'wrong', `${connectorName(jack.connector)} socket: this plug does not go in`, {
      words: 'plug anyway',
      danger: false,
      edit: putIn(meeting),
    });
  if (adapters.length === 0)
    return answer(meeting, 'fits', '', { words: 'plug', danger: false, edit: putIn(meeting) });
  const named = adapters.join(', ');
  if (endsAfter(meeting).length > 1)
    return answer(meeting, 'wrong', `the guitars share this plug, and here it wants an adapter: ${named}`, {
      words: 'take it off the shared lead and plug',
      danger: false,
      edit: putIn(meeting, [target]),
    });
  const words = `with adapter ${named}`;
  return answer(meeting, 'fits with', words, { words: `plug ${words}`, danger: false, edit: putIn(meeting) });
}

/** How one jack answers; null for the jack the hand came from and for jacks that carry no sound. */
export function plugAnswer(rig: Rig, variant: string | null, hand: Hand, target: JackRef): PlugAnswer | null {
  const meeting = meet(rig, variant, hand, target);
  if (!meeting) return null;
  const { held, wrong } = meeting;
  if (held) return heldAnswer(meeting, held);
  if (wrong)
    return answer(meeting, 'wrong', wrong.words, {
      words: 'plug anyway',
      danger: wrong.danger,
      edit: putIn(meeting),
    });
  return freeAnswer(meeting);
}

const VERDICTS = ['fits', 'fits with', 'wrong'] as const;

/** Every jack's answer to what is in the hand: what fits first, then in the order of the rig. */
export function plugAnswers(rig: Rig, variant: string | null, hand: Hand): readonly PlugAnswer[] {
  return rig.boxes
    .flatMap((box) =>
      box.jacks.flatMap((jack) => plugAnswer(rig, variant, hand, { box: box.id, jack: jack.id }) ?? []),
    )
    .map((answer, i) => ({ answer, i }))
    .sort((a, b) => VERDICTS.indexOf(a.answer.verdict) - VERDICTS.indexOf(b.answer.verdict) || a.i - b.i)
    .map(({ answer }) => answer);
}

/** How many jacks of a box are free, and how many of these take what is in the hand. */
export type FreeJacks = { readonly free: number; readonly fits: number };

/** The free jacks of each box that has any, counted from all answers. */
export function freeByBox(answers: readonly PlugAnswer[]): Readonly<Record<string, FreeJacks>> {
  const counts: Record<string, FreeJacks> = {};
  for (const { at, verdict, free } of answers) {
    if (!free) continue;
    const { free: before, fits } = counts[at.box] ?? { free: 0, fits: 0 };
    counts[at.box] = { free: before + 1, fits: fits + (verdict === 'wrong' ? 0 : 1) };
  }
  return counts;
}
