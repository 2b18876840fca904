// Leads as they are plugged, with the jacks they are in and the ground of each as it is switched at rest.
import { chosen, derive, endAt, pluggedIn, type Box, type Jack, type JackEnd, type Lead } from '../model';
import { resolveIn } from '../signal';

export type LeadEnds = {
  readonly lead: Lead;
  /** Two where both ends are plugged, `from` before `to`. */
  readonly ends: readonly JackEnd[];
  /** In the order of the ends. */
  readonly grounds: readonly Jack['ground'][];
};

export const endsIn = derive(['boxes', 'leads', 'variant'], (of): readonly LeadEnds[] => {
  const resolved = resolveIn({ ...of, sound: null });
  return pluggedIn(of).map(({ lead, from, to }) => {
    const ends = [from, to].flatMap((refs) => endAt(of, chosen(refs, undefined)) ?? []);
    const grounds = ends.map(({ box, jack }) => resolved.jackMode(box, jack).mode?.ground ?? jack.ground);
    return { lead, ends, grounds };
  });
});

/** A desk hangs on the house's own circuit. */
export const isDesk = ({ blocks }: Box): boolean => blocks.some(({ role }) => role === 'mix');
