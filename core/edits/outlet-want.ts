import type { SingleEdit } from './named';
import type { JackRef } from '../model';

/** The edit that names an outlet as one that must be heard, in every sound or in some. */
export const outletWant = (at: JackRef, sounds: readonly string[] = []): SingleEdit => ({
  edit: 'setWant',
  arguments: {
    want: {
      type: 'output',
      id: outletWantId(at),
      at,
      sounds: [...sounds],
    },
  },
});

/** The id of the wish for an outlet: one for each jack. */
export const outletWantId = ({ box, jack }: JackRef): string => `out-${box}-${jack}`.slice(0, 60);
