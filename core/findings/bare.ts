// A wiring without its figures: what other wirings are tried on, so that they are not tried again when a figure changes.
import type { Box, Lead } from '../model';
import { alikeAreOne, numberOf, weakly } from '../units';
import type { Wired } from './finding';

type Valued = { readonly value: number; readonly source: string };

const isFigure = (value: unknown): value is Valued =>
  typeof value === 'object' && value !== null && 'value' in value && 'source' in value;

/**
 * What is left of a box’s figures: what an input is to a pickup counts, and of an output that it has an impedance at
 * all; an outlet cannot be without its volts.
 */
function barely(key: string, value: unknown): unknown {
  if (!isFigure(value)) return value;
  if (key === 'rOut') return { value: 0, source: 'assumed' };
  return key === 'rIn' || key === 'volts' ? { value: value.value, source: 'assumed' } : undefined;
}

const oneBox = alikeAreOne((box: Box) => JSON.stringify(box));
const bareBox = weakly((box: Box): Box => oneBox(JSON.parse(JSON.stringify(box, barely)) as Box));

const oneLead = alikeAreOne((lead: Lead) => JSON.stringify(lead));
/** A lead by what it is and where its plugs are. */
const bareLead = weakly(({ id, number, from, to, kind, break: cut }: Lead): Lead =>
  oneLead({
    id,
    number,
    from,
    to,
    kind,
    break: cut,
    lengthM: 0,
    lengthBy: 'computed',
    makeup: 'unknown',
    label: '',
    notes: '',
  }),
);

/** Lists of the same bare parts are one list. */
const listOf = <T extends object>(bare: (part: T) => T) => {
  const one = alikeAreOne((list: readonly T[]) => list.map(numberOf).join());
  return weakly((list: readonly T[]) => one(list.map(bare)));
};
const boxesOf = listOf(bareBox);
const leadsOf = listOf(bareLead);

/**
 * The same wiring without the figures of its boxes, and its leads without length, label and notes. Wirings that differ in
 * these alone are one: what was tried on the one is known of the other. Its boxes and leads are no part of the rig: what is
 * found on them is told by ids.
 */
export const bareOf = <T extends Wired>(of: T): T => ({
  ...of,
  boxes: boxesOf(of.boxes),
  leads: leadsOf(of.leads),
});
