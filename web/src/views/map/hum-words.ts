import { formatDb } from '../../../../core/units';

/** Against the signal, dB: negative is under it. */
export const againstDb = (underDb: number | null): string =>
  underDb === null ? '–' : formatDb(Math.round(-underDb));
