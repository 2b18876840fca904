import type { EditCall, SingleEdit } from '../edits';
import { neededLength, stockLength } from '../lengths';
import {
  isAudio,
  isLink,
  isPutAway,
  sameJack,
  wiring,
  type Jack,
  type JackRef,
  type Lead,
  type Plugged,
  type Rig,
  type Scope,
} from '../model';
import { adapterFor, connectorName, kindServes, plugFits } from './fit';
import { endOf, leadFor } from './lead-for';

/** What is in the hand: the first jack of a lead to be laid, or one plug of a lead that is there. */
export type Hand =
  | { readonly kind: 'new'; readonly at: JackRef }
  | {
      readonly kind: 'plug';
      readonly lead: string;
      readonly side: 'from' | 'to';
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
  /** What a press may do, the usual first; a wrong jack's are "swap", "move" and "plug anyway". */
  readonly offers: readonly PlugOffer[];
};

const scopeIn = (variant: string | null): { scope?: Scope } =>
  variant === null ? {} : { scope: { layer: 'variant', id: variant } };

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
  hand.kind === 'new' ? [hand.at] : (entry?.[hand.side === 'from' ? 'to' : 'from'] ?? []);

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

/** A lead put away that would serve, the lowest number first: it is taken before a new one is fetched. */
function atHand(rig: Rig, variant: string | null, wanted: Lead): Lead | undefined {
  const needed = neededLength(rig, wanted);
  const length = needed === null ? null : stockLength(needed, rig.stage.stockM).lengthM;
  return wiring(rig, variant)
    .filter((entry) => isPutAway(entry) && !isLink(entry.lead))
    .map(({ lead }) => lead)
    .filter((lead) => kindServes(lead.kind, wanted.kind) && (length === null || lead.lengthM === length))
    .sort((a, b) => a.number - b.number)[0];
}

function layEdit(rig: Rig, variant: string | null, a: JackRef, b: JackRef): EditCall {
  const fromIsB = endOf(rig, a).jack.direction === 'in' && endOf(rig, b).jack.direction !== 'in';
  const [from, to] = fromIsB ? [b, a] : [a, b];
  const lead = leadFor(rig, [from], to);
  const old = atHand(rig, variant, lead);
  if (!old) return { edit: 'plug', arguments: { lead, ...scopeIn(variant) } };
  const edits: SingleEdit[] = [
    { edit: 'replug', arguments: { lead: old.id, side: 'from', at: [from], ...scopeIn(variant) } },
    { edit: 'replug', arguments: { lead: old.id, side: 'to', at: [to], ...scopeIn(variant) } },
  ];
  for (const [side, ref] of [
    ['from', from],
    ['to', to],
  ] as const) {
    const adapter = adapterFor(old[side].plug.connector, endOf(rig, ref).jack.connector);
    if (adapter) edits.push({ edit: 'setAdapters', arguments: { lead: old.id, side, adapters: [adapter] } });
  }
  return { edit: 'together', arguments: { label: `Plug lead ${old.number}`, edits } };
}

function putEdit(
  rig: Rig,
  variant: string | null,
  lead: Lead,
  side: 'from' | 'to',
  at: JackRef,
  ends: readonly JackRef[],
): EditCall {
  const replug: SingleEdit = {
    edit: 'replug',
    arguments: { lead: lead.id, side, at: ends, ...scopeIn(variant) },
  };
  const adapter = adapterFor(lead[side].plug.connector, endOf(rig, at).jack.connector);
  const wanted = adapter ? [adapter] : [];
  if (JSON.stringify(lead[side].adapters) === JSON.stringify(wanted) || adapter === undefined) return replug;
  return {
    edit: 'together',
    arguments: {
      label: 'Re-plug lead',
      edits: [replug, { edit: 'setAdapters', arguments: { lead: lead.id, side, adapters: wanted } }],
    },
  };
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

/** How one jack answers; null for the jack the hand came from and for jacks that carry no sound. */
export function plugAnswer(rig: Rig, variant: string | null, hand: Hand, target: JackRef): PlugAnswer | null {
  const plugged = wiring(rig, variant);
  const { jack } = endOf(rig, target);
  if (!isAudio(jack)) return null;
  const entry = hand.kind === 'plug' ? plugged.find(({ lead }) => lead.id === hand.lead) : undefined;
  if (hand.kind === 'plug' && !entry) return null;
  const own = hand.kind === 'new' ? [hand.at] : (entry?.[hand.side] ?? []);
  const beyond = farEnds(hand, entry);
  const farEnd = beyond[0];
  if ([...own, ...beyond].some((ref) => sameJack(ref, target))) return null;
  const farJack = farEnd ? endOf(rig, farEnd).jack : undefined;
  const held = jack.mult ? undefined : holder(plugged, target);
  const wrong = objection(farJack, jack);
  const endsAfter = (): readonly JackRef[] => {
    const picked = hand.kind === 'plug' ? hand.at : undefined;
    const isShared = picked !== undefined && own.length > 1;
    return isShared ? own.map((ref) => (sameJack(ref, picked) ? target : ref)) : [target];
  };
  const layOrPut = (ends: readonly JackRef[]): EditCall =>
    hand.kind === 'plug' && entry
      ? putEdit(rig, variant, entry.lead, hand.side, target, ends)
      : layEdit(rig, variant, farEnd ?? target, target);
  const put = () => layOrPut(endsAfter());

  if (held && held.lead !== entry?.lead) {
    const offers: PlugOffer[] = [];
    const danger = wrong?.danger ?? false;
    const loosen: SingleEdit = {
      edit: 'unplug',
      arguments: { lead: held.lead.id, side: held.side, ...scopeIn(variant) },
    };
    if (hand.kind === 'plug' && own.length > 0)
      offers.push({
        words: `swap with lead ${held.lead.number}`,
        danger,
        edit: {
          edit: 'exchangeEnds',
          arguments: {
            a: { lead: hand.lead, side: hand.side },
            b: { lead: held.lead.id, side: held.side },
            ...scopeIn(variant),
          },
        },
      });
    if (hand.kind === 'new')
      offers.push({
        words: `move the plug of lead ${held.lead.number} here`,
        danger,
        edit: {
          edit: 'replug',
          arguments: { lead: held.lead.id, side: held.side, at: [hand.at], ...scopeIn(variant) },
        },
      });
    const call = put();
    offers.push({
      words: `take lead ${held.lead.number} out and plug`,
      danger,
      edit: {
        edit: 'together',
        arguments: {
          label: 'Plug lead',
          edits: [loosen, ...(call.edit === 'together' ? call.arguments.edits : [call])],
        },
      },
    });
    const also = wrong ? `, and ${wrong.words}` : '';
    return { at: target, verdict: 'wrong', words: `holds lead ${held.lead.number}${also}`, offers };
  }
  if (wrong)
    return {
      at: target,
      verdict: 'wrong',
      words: wrong.words,
      offers: [{ words: 'plug anyway', danger: wrong.danger, edit: put() }],
    };
  const adapters = needs(rig, hand, entry?.lead, target);
  if (adapters && adapters.length > 0 && endsAfter().length > 1)
    return {
      at: target,
      verdict: 'wrong',
      words: `the guitars share this plug, and here it wants an adapter: ${adapters.join(', ')}`,
      offers: [
        {
          words: 'take it off the shared lead and plug',
          danger: false,
          edit: layOrPut([target]),
        },
      ],
    };
  if (adapters === null)
    return {
      at: target,
      verdict: 'wrong',
      words: `${connectorName(jack.connector)} socket: this plug does not go in`,
      offers: [{ words: 'plug anyway', danger: false, edit: put() }],
    };
  const words = adapters.length > 0 ? `with adapter ${adapters.join(', ')}` : '';
  return {
    at: target,
    verdict: adapters.length > 0 ? 'fits with' : 'fits',
    words,
    offers: [{ words: words === '' ? 'plug' : `plug ${words}`, danger: false, edit: put() }],
  };
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
