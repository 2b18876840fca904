import type { SingleEdit } from './named';
import type { JackRef } from '../model';

/**
 * The edit that names an outlet as one that must be heard, in every sound or in some.
 * @param variant the night it is for; null: the base, and every variant without a wish of its own
 */
export const outletWant = (
  at: JackRef,
  sounds: readonly string[] = [],
  variant: string | null = null,
): SingleEdit => ({
  edit: 'setWant',
  arguments: {
    want: {
      type: 'output',
      id: outletWantId(at, variant),
      at,
      sounds: [...sounds],
      ...(variant === null ? {} : { variant }),
    },
  },
});

/** The id of the wish for an outlet: one for each jack and night. */
export const outletWantId = ({ box, jack }: JackRef, variant: string | null = null): string =>
  `out-${variant === null ? '' : `${variant}-`}${box}-${jack}`.slice(0, 60);
