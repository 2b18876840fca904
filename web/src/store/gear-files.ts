// Gear out of files onto the gear shelf, and back.
import {
  figuresCsv,
  readFigures,
  readGear,
  readItems,
  writeGear,
  type FiguresRead,
  type GearItem,
} from '../../../core/gear';
import { slug } from '../../../core/model';
import { count } from '../../../core/units';
import { database, now, today } from './app';
import { saveText } from './files';
import { readGearShelf, storeItem, takeItems } from './gear';
import { freshItemId, tellGear } from './use-gear';

export type GearTaken = {
  readonly added: number;
  readonly same: number;
  /** What stood under the same id as another: it came as an item of its own. */
  readonly copies: readonly string[];
  /** What could not be taken, each with its reason. */
  readonly refused: readonly string[];
};

/** Puts what passes of some values on the gear shelf. */
export async function takeGear(values: readonly unknown[]): Promise<GearTaken> {
  const { items, unread } = readItems(values);
  const taken = await takeItems(database, items, now(), freshItemId);
  if (taken.added > 0) tellGear();
  return { ...taken, refused: unread.map(({ name, reason }) => `${name}: ${reason}`) };
}

/** Takes the text of a gear file. */
export async function takeGearText(text: string): Promise<GearTaken> {
  const read = readGear(text);
  if (!read.ok) return { added: 0, same: 0, copies: [], refused: [read.reason] };
  const { items, unread } = read.file;
  return takeGear([...items, ...unread.map(({ raw }) => raw)]);
}

/** What a table of figures would change; nothing is stored. */
export async function lookAtFigures(text: string): Promise<FiguresRead> {
  const { items } = await readGearShelf(database);
  return readFigures(
    text,
    items.map(({ item }) => item),
  );
}

/** Puts items with the figures of a table on the shelf. @returns what became other meanwhile and was left */
export async function takeFigures({ items }: FiguresRead): Promise<readonly string[]> {
  const left: string[] = [];
  for (const item of items) {
    const stored = await storeItem(database, item, item.revision, now());
    if (!stored.ok) left.push(item.name);
  }
  tellGear();
  return left;
}

const nameOf = (items: readonly GearItem[]) => {
  const [first] = items;
  return items.length === 1 && first ? slug(first.name) : `gear-${today()}`;
};

export const saveGear = (items: readonly GearItem[]) =>
  saveText(writeGear(items, now()), `${nameOf(items)}.humgear.json`);

export const saveFigures = (items: readonly GearItem[]) =>
  saveText(figuresCsv(items), `${nameOf(items)}-figures.csv`, 'text/csv');

/** What was taken, in one sentence. */
export function takenWords({ added, same, copies }: GearTaken): string {
  const passed = same > 0 ? `, ${same} stood there already` : '';
  const apart =
    copies.length > 0 ? `; ${copies.join(', ')} differed from what stood there and came as a copy` : '';
  return `${count(added, 'box', 'boxes')} on your gear shelf${passed}${apart}.`;
}
