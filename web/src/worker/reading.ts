import type { FindingLine } from '../../../core/findings';
import type { FileResult, ReadResult } from '../../../core/file';
import type { Rig } from '../../../core/model';
import type { ShelfCard } from '../../../core/papers';
import { sharedWorker } from './shared';

/** Reads the text of a rig file or of a whole shelf, away from the main thread. */
export const readFileText = (text: string): Promise<FileResult> => sharedWorker().api.readFile(text);

/** Checks a stored value as a file would be. */
export const readValue = (value: unknown): Promise<ReadResult> => sharedWorker().api.readValue(value);

/** What is found in a rig that is not open. */
export const findingsOf = async (rig: Rig): Promise<readonly FindingLine[]> =>
  (await sharedWorker().api.askOf(rig, {
    kind: 'findings',
    variant: null,
    sound: null,
  })) as readonly FindingLine[];

/** The small map and the words of a rig that is not open. */
export const shelfCardOf = async (rig: Rig): Promise<ShelfCard> =>
  (await sharedWorker().api.askOf(rig, { kind: 'shelf' })) as ShelfCard;
