// Where each box has its power from, in words on its plate.
import { derive, plugsAt, refAt, type Jack } from '../model';
import { dcFeeds, dcOutlets, mainsBoxes, milliampsOf, plugVa, unfed } from '../power';

/** Of a lead that feeds a box: what stands at the box's end, and of a plate what it draws. */
export type Feed = {
  /** `9 V 30 mA`; `110 VA` */
  readonly draws: string;
  /** `SUPPLY 3`; `Desk wall` */
  readonly from: string;
  /** The lead it comes by; null: its own mains lead. */
  readonly lead: string | null;
};

/** An outlet's name as it is read off in short: `3` of `OUT 3`. */
export const shortLabel = ({ label }: Jack): string => /\d+$/.exec(label)?.[0] ?? label;

/** The feed of each box of a night, by its id. */
export const feedWords = derive(['boxes', 'leads', 'variant', 'stage'], (of): ReadonlyMap<string, Feed> => {
  const found = new Map<string, Feed>();
  for (const { outlet, fed } of dcFeeds(of))
    for (const { box, lead } of fed)
      found.set(box.id, {
        draws: `${outlet.facts.volts.value} V ${Math.round(milliampsOf(box))} mA`,
        from: `${outlet.box.tag} ${shortLabel(outlet.jack)}`,
        lead: lead.id,
      });
  // Where no supply is in the rig nobody has come to it yet.
  const loose = dcOutlets(of).length > 0 ? 'unfed' : '';
  for (const { box } of unfed(of))
    found.set(box.id, { draws: `${Math.round(milliampsOf(box))} mA`, from: loose, lead: null });
  const all = mainsBoxes(of);
  for (const one of all) {
    const { box, via, wall } = one;
    const [end] = via;
    const va = plugVa(all, one);
    if (found.has(box.id)) continue;
    found.set(box.id, {
      draws: va === null ? '? VA' : `${Math.round(va)} VA`,
      from: end ? `${end.box.tag} ${shortLabel(end.jack)}` : (wall?.name ?? ''),
      lead: end ? (plugsAt(of, refAt(end)).find(({ far }) => far?.box === box.id)?.lead.id ?? null) : null,
    });
  }
  return found;
});
