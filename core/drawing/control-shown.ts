// What layer Control shows of each lead and box in the sound in force.
import { carriedIn, notReachedIn } from '../control';
import { refAt, type JackEnd } from '../model';
import { openedAt, type Drawn, type MapLead } from './model';
import { textWidth } from './fonts';
import type { Placement } from './place';
import { text } from './plates';
import { overlaps, type Item, type Quantity, type Rect } from './primitives';
import { SIZE } from './sizes';

/** Of a lead: what stands on its sleeve, its weight, and whether nothing gets through it. */
type ShownLead = { readonly figure?: string; readonly weight: Quantity; readonly isWrong: boolean };

/** A lead that carries something in the sound, and one that is idle in it. */
const [BUSY, IDLE] = [2, 0] as const satisfies readonly Quantity[];

const refOf = (end: JackEnd | null) => (end ? refAt(end) : undefined);

/** The leads of control, the way they carry. */
export const controlLeads = (rig: Drawn): readonly MapLead[] =>
  carriedIn(rig).map(({ lead, from, to, flows }) => ({
    id: lead.id,
    number: lead.number,
    kind: lead.kind,
    from: refOf(from),
    to: refOf(to),
    others: [],
    flows,
    opened: openedAt(lead, false),
  }));

/** By lead, what it carries. */
export const carriedShown = (rig: Drawn): ReadonlyMap<string, ShownLead> =>
  new Map(
    carriedIn(rig).map(({ lead, short, what, trouble }): [string, ShownLead] => [
      lead.id,
      {
        ...(short === '' ? {} : { figure: short }),
        weight: what.length > 0 ? BUSY : IDLE,
        isWrong: trouble !== '',
      },
    ]),
  );

/**
 * Under the plates of what the sound wants something of that no lead brings: that it is not reached, and what it is
 * as far as there is room beside what lies there.
 */
export const notReachedUnder = (
  rig: Drawn,
  { placed }: Placement,
  taken: readonly Rect[],
): readonly Item[] => {
  const told = new Set<string>();
  return notReachedIn(rig).flatMap(({ box, wants }): readonly Item[] => {
    const rect = placed.find((one) => one.box.box.id === box.id)?.rect;
    if (!rect || told.has(box.id)) return [];
    told.add(box.id);
    const line = (words: string) =>
      text(rect.x, rect.y + rect.h + 13, words, { tone: 'fault', part: { type: 'box', id: box.id } });
    const whole = `not reached: ${wants}`;
    const room = { x: rect.x, y: rect.y + rect.h + 2, w: textWidth(whole, 'sans', SIZE.text), h: SIZE.text };
    return [line(taken.some((other) => overlaps(other, room)) ? 'not reached' : whole)];
  });
};
