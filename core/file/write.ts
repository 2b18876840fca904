import { LIMITS, utf8Length, type HistoryRecord, type Rig } from '../model';

/** A whole shelf in one file, so that everything can be put away, or carried to another address, at a press. */
export const SHELF_FORMAT = 'hum-map/shelf';
export const SHELF_VERSION = 1;

/** A rig of a shelf; `binned`: when it was put into the bin, null on the shelf. */
export type ShelvedRig = { readonly rig: Rig; readonly binned: string | null };

/** One's own gear in a file by itself. */
export const GEAR_FORMAT = 'hum-map/gear';

type Options = { readonly withNames?: boolean };

const withoutNames = (rig: Rig, { withNames = false }: Options): Rig =>
  withNames ? rig : { ...rig, walks: rig.walks.map(({ who: _, ...walk }) => walk) };

/** JSON for people to read, set in; without it where only so the file is no larger than is read again. */
function jsonOf(value: unknown, most: number, indent: number): string {
  const text = `${JSON.stringify(value, null, indent)}\n`;
  // A sign takes three bytes at most: most texts need no counting.
  return text.length * 3 > most && utf8Length(text) > most ? `${JSON.stringify(value)}\n` : text;
}

/**
 * The text of a rig file: UTF-8 JSON, two spaces, a line feed at the end; compact where the file would be too large to
 * be read again. Who walked a walk is left out unless asked.
 */
export function writeRig(rig: Rig, options: Options = {}): string {
  return jsonOf(withoutNames(rig, options), LIMITS.fileBytes, 2);
}

/**
 * The text of a shelf file. Who walked a walk is left out unless asked.
 * @param unread records that could not be read, as they stand
 * @param saved when, as an ISO date
 * @param options `gear`: the items of the gear shelf
 */
export function writeShelf(
  rigs: readonly ShelvedRig[],
  unread: readonly unknown[],
  saved: string,
  options: Options & { readonly gear?: readonly unknown[] } = {},
): string {
  const { gear = [] } = options;
  const entries = rigs.map(({ rig, binned }) => ({ binned, document: withoutNames(rig, options) }));
  const shelf = { format: SHELF_FORMAT, version: SHELF_VERSION, saved, rigs: entries, unread, gear };
  return jsonOf(shelf, LIMITS.shelfBytes, 1);
}

/**
 * The text of a file with the edits that led to the document, so that they can be taken back where it is imported.
 * @param document as it is stored, whether or not it passes reading
 */
export const writeWithHistory = (document: Rig, records: readonly HistoryRecord[]): string =>
  jsonOf({ ...document, history: records }, LIMITS.fileBytes, 2);
