import { besideSignal, formatDb } from '../../../../core/units';

/** Against the signal, dB: negative is under it, 0 as loud or louder: a stage that clips brings out no more. */
export const againstDb = (underDb: number | null): string =>
  underDb === null ? '–' : formatDb(besideSignal(underDb));
