// An item of the gear shelf in two short lines. One that is being made may lack any fact that it will have.
import { figurePlaces } from '../model';
import { count } from '../units';
import type { GearItem } from './item';

const given = (value: number | undefined): string => (value === undefined ? '–' : String(value));

/** What there is of an item: `6 jacks · 4 blocks · 120 × 80 × 40 mm · 140 EUR · new valves, 2026-03-01`. */
export function factWords({ size, price, service, part, jacks, blocks }: GearItem): string {
  const last = [...service].sort((a, b) => b.date.localeCompare(a.date))[0];
  const cost: readonly (number | string | undefined)[] = [price?.amount, price?.currency];
  return [
    count(jacks.length, part === 'lead' ? 'end' : 'jack'),
    blocks.length > 0 ? count(blocks.length, 'block') : '',
    size ? `${given(size.widthMm)} × ${given(size.depthMm)} × ${given(size.heightMm)} mm` : '',
    cost.filter((one) => one !== undefined).join(' '),
    last ? [last.what, last.date].filter((text) => text !== '').join(', ') : '',
  ]
    .filter((words) => words !== '')
    .join(' · ');
}

/** What of an item's figures is known: from a manual or a meter, assumed, and not at all. */
export function knownWords(item: GearItem): string {
  const places = figurePlaces(item);
  const of = (test: (source: string | undefined) => boolean) =>
    places.filter(({ figure }) => test(figure?.source)).length;
  const known = of((source) => source === 'manual' || source === 'measured');
  const assumed = of((source) => source === 'assumed');
  const open = of((source) => source === undefined);
  return [
    `${count(known, 'figure')} known`,
    assumed > 0 ? `${assumed} assumed` : '',
    open > 0 ? `${open} open` : '',
  ]
    .filter((words) => words !== '')
    .join(', ');
}
