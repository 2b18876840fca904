import type { Box } from './types';

/**
 * Has it an earth of its own that is to be proved? A class I box; and, as long as nobody has said how it is fed, one that
 * takes mains: what is not known is not taken to be safe. An outlet strip is none: nobody plays it.
 */
export const ownsEarth = ({ power, jacks }: Box): boolean =>
  power.class === 'I' ||
  (power.class === 'none' &&
    jacks.some(({ carries, direction }) => carries === 'mains' && direction !== 'out') &&
    jacks.every(({ mainsOutlet }) => mainsOutlet === undefined));
