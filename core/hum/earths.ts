// Whose earth has to be proved before anything may be lifted or isolated.
import { derive, isAudio, isLink, ownsEarth, type Box, type Jack, type JackEnd, type Lead } from '../model';
import { endsIn } from './ends';
import { groundGraph, type GroundNode } from './graph';

/** Is the earth of a box proved, and not known to be lifted or missing since? */
export const isProved = ({ power }: Box): boolean =>
  power.earthProved !== undefined && power.earth !== 'lifted' && power.earth !== 'missing';

/** The day by which the earth of a box is to be proved anew, `2027-05-01`; null: nobody has proved it. @param months of the house */
export function earthDue({ power: { earthProved } }: Box, months: number): string | null {
  if (!earthProved) return null;
  const [year = 0, month = 1, day = 1] = earthProved.date.split('-').map(Number);
  const whole = year * 12 + month - 1 + months;
  const [y, m] = [Math.floor(whole / 12), (whole % 12) + 1];
  // The last day of a month that is shorter.
  const last = new Date(Date.UTC(y, m, 0)).getUTCDate();
  return `${y}-${String(m).padStart(2, '0')}-${String(Math.min(day, last)).padStart(2, '0')}`;
}

/**
 * For each lead by its id: boxes with an earth of their own that nobody has proved, on both sides of it. A side is what its end is
 * joined to by other grounds than this lead's, as far as the next boxes that have one.
 */
export const unprovedAcross = derive(
  ['boxes', 'leads', 'variant', 'stage'],
  (of): ReadonlyMap<string, readonly Box[]> => {
    const { nodes, ties } = groundGraph(of);
    const beside = new Map<Box | GroundNode, Beside[]>();
    const at = (node: number) => nodes[node]?.box ?? nodes[node];
    for (const { kind, a, b, lead } of ties) {
      const [from, to] = [at(a), at(b)];
      if (kind === 'earth' || kind === 'building' || !from || !to) continue;
      beside.set(from, [...(beside.get(from) ?? []), { to, lead: lead?.id ?? null }]);
      beside.set(to, [...(beside.get(to) ?? []), { to: from, lead: lead?.id ?? null }]);
    }
    return new Map(
      endsIn(of).map(({ lead, ends }) => {
        const all = new Set(ends.flatMap(({ box }) => earthsFrom(box, beside, lead.id)));
        return [lead.id, of.boxes.filter((box) => all.has(box) && !isProved(box))] as const;
      }),
    );
  },
);

/** A box, or a ground that is no box's, and what a lead joins it to. */
type Beside = { readonly to: Box | GroundNode; readonly lead: string | null };

const isBox = (node: Box | GroundNode): node is Box => 'power' in node;

/** The next boxes with an earth of their own, from a box on, by any way but one lead. */
function earthsFrom(
  start: Box,
  beside: ReadonlyMap<Box | GroundNode, readonly Beside[]>,
  without: string,
): readonly Box[] {
  const seen = new Set<Box | GroundNode>([start]);
  const found: Box[] = [];
  for (const node of seen) {
    if (isBox(node) && ownsEarth(node)) found.push(node);
    else for (const { to, lead } of beside.get(node) ?? []) if (lead !== without) seen.add(to);
  }
  return found;
}

/** What a box isolates by a transformer or a lift of its own: the lead there, and earths on both sides of it that nobody has proved. */
export type Isolated = { readonly lead: Lead; readonly end: JackEnd; readonly unproved: readonly Box[] };

const ISOLATES: readonly Jack['ground'][] = ['transformer', 'lifted'];

/** Isolators and lifts of boxes that stand between two sides which each have an earth, as long as one is not proved. */
export const isolatedIn = derive(['boxes', 'leads', 'variant'], (of): readonly Isolated[] => {
  // Several isolators in a row are one: a side is told by where the signal leads, by whatever it passes.
  const beside = new Map<Box, Beside[]>();
  const audio = endsIn(of).filter(
    ({ lead, ends }) =>
      !isLink(lead) && ends.every(({ jack }) => isAudio(jack) && jack.carries !== 'speaker'),
  );
  for (const { lead, ends } of audio)
    for (const [a, b] of [ends, ends.toReversed()])
      if (a && b) beside.set(a.box, [...(beside.get(a.box) ?? []), { to: b.box, lead: lead.id }]);
  return audio.flatMap(({ lead, ends, grounds }): Isolated[] => {
    const end = ends.find((_, i) => ISOLATES.includes(grounds[i] ?? 'audio'));
    const sides = ends.map(({ box }) => earthsFrom(box, beside, lead.id));
    if (!end || sides.length < 2 || sides.some((side) => side.length === 0)) return [];
    const unproved = of.boxes.filter((box) => sides.flat().includes(box) && !isProved(box));
    return unproved.length > 0 ? [{ lead, end, unproved }] : [];
  });
});

/** A page of the earth book: a box with an earth of its own, as paper tells it. */
export type EarthLine = {
  readonly box: string;
  /** `joined to the plug’s pin`, `lifted`. */
  readonly earth: string;
  /** `by Electrician, 2026-05-01`; `not proved`. */
  readonly proved: string;
  /** The day by which it is to be proved anew; empty: it never was. */
  readonly due: string;
  readonly isProved: boolean;
};

export const EARTH_WORDS: Readonly<Record<Box['power']['earth'], string>> = {
  unknown: 'nobody has looked',
  kept: 'joined to the plug’s pin',
  lifted: 'lifted',
  missing: 'none: a two-wire lead',
};

/** Every box with an earth of its own; those that are not proved first. */
export const earthBook = derive(['boxes', 'houseRules'], (of): readonly EarthLine[] =>
  of.boxes
    .filter(ownsEarth)
    .map((box): EarthLine => {
      const { earth, earthProved } = box.power;
      return {
        box: box.name,
        earth: EARTH_WORDS[earth],
        proved: earthProved ? `by ${earthProved.by}, ${earthProved.date}` : 'not proved',
        due: earthDue(box, of.houseRules.limits.earthMonths) ?? '',
        isProved: isProved(box),
      };
    })
    .sort((a, b) => Number(a.isProved) - Number(b.isProved)),
);
