// Shields that are not as one expects them, or that somebody has listened to: for paper.
import { derive, laidWords, pluggedIn, shieldWords } from '../model';
import { heardOf, heardWords } from './heard';

export type ShieldLine = {
  readonly number: number;
  readonly ends: string;
  /** `shield lifted at the far end`, `whole` */
  readonly shield: string;
  /** The newest first. */
  readonly heard: readonly string[];
};

/** Leads with something in their shield, and those that were listened to, by number. */
export const shieldBook = derive(['boxes', 'leads', 'variant', 'walks'], (of): readonly ShieldLine[] =>
  pluggedIn(of)
    .flatMap((plugged): readonly ShieldLine[] => {
      const { lead } = plugged;
      const heard = heardOf(of).get(lead.id) ?? [];
      if (lead.break.kind === 'none' && heard.length === 0) return [];
      return [
        {
          number: lead.number,
          ends: laidWords(of, plugged),
          shield: shieldWords(of, plugged) || 'whole',
          heard: heard.map(heardWords),
        },
      ];
    })
    .sort((a, b) => a.number - b.number),
);
