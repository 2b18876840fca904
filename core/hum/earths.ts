// Whose earth has to be proved before anything may be lifted or isolated.
import { chosen, derive, endAt, ownsEarth, pluggedIn, type Box } from '../model';
import { groundGraph } from './graph';

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
    const numberOf = new Map(nodes.flatMap(({ box }, i) => (box ? [[box, i] as const] : [])));
    const beside = nodes.map((): { readonly to: number; readonly lead: string | null }[] => []);
    for (const { kind, a, b, lead } of ties) {
      if (kind === 'earth' || kind === 'building') continue;
      beside[a]?.push({ to: b, lead: lead?.id ?? null });
      beside[b]?.push({ to: a, lead: lead?.id ?? null });
    }
    const reached = (start: number, without: string): readonly Box[] => {
      const seen = new Set([start]);
      const found: Box[] = [];
      for (const node of seen) {
        const box = nodes[node]?.box;
        if (box && ownsEarth(box)) {
          found.push(box);
          continue;
        }
        for (const { to, lead } of beside[node] ?? []) if (lead !== without) seen.add(to);
      }
      return found;
    };
    return new Map(
      pluggedIn(of).map(({ lead, from, to }) => {
        const ends = [from, to].flatMap((refs) => endAt(of, chosen(refs, undefined)) ?? []);
        const all = new Set(ends.flatMap(({ box }) => reached(numberOf.get(box) ?? -1, lead.id)));
        return [lead.id, of.boxes.filter((box) => all.has(box) && !isProved(box))] as const;
      }),
    );
  },
);

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
