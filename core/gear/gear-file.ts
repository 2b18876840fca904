// Gear as a file: whole items as JSON, for another browser or another shop.
import { checkGuarded, GEAR_FORMAT } from '../file';
import { formatProblem } from '../model';
import { checkItem, type GearItem } from './item';

const GEAR_VERSION = 1;

export type GearFile = {
  readonly items: readonly GearItem[];
  /** Entries that do not pass, as they stand, each with what and where. */
  readonly unread: readonly { readonly name: string; readonly reason: string; readonly raw: unknown }[];
};

export type GearRead =
  | { readonly ok: true; readonly file: GearFile }
  | { readonly ok: false; readonly reason: string };

/** The text of a gear file: UTF-8 JSON, `NAME.humgear.json`. @param saved when, as an ISO date */
export const writeGear = (items: readonly GearItem[], saved: string): string =>
  `${JSON.stringify({ format: GEAR_FORMAT, version: GEAR_VERSION, saved, items }, null, 2)}\n`;

const named = (value: unknown): string =>
  typeof value === 'object' && value !== null && 'name' in value && typeof value.name === 'string'
    ? value.name
    : 'an entry without a name';

/** Items out of values that claim to be some: those that pass, and those that do not, with what and where. */
export function readItems(values: readonly unknown[]): GearFile {
  const read = values.map((raw) => ({ raw, checked: checkItem(raw) }));
  return {
    items: read.flatMap(({ checked }) => (checked.ok ? [checked.item] : [])),
    unread: read.flatMap(({ raw, checked }) =>
      checked.ok
        ? []
        : [{ name: named(raw), reason: checked.problems.slice(0, 5).map(formatProblem).join('; '), raw }],
    ),
  };
}

/** Is this a gear file, whatever is in it? */
const isGearFile = (value: unknown): boolean =>
  typeof value === 'object' && value !== null && 'format' in value && value.format === GEAR_FORMAT;

/** Reads the text of a gear file. Never throws; says what is wrong and where. */
export function readGear(text: string): GearRead {
  const guarded = checkGuarded(text);
  if (!guarded.ok) return { ok: false, reason: formatProblem(guarded.problem) };
  const { value } = guarded;
  if (!isGearFile(value))
    return { ok: false, reason: `this is no gear file: its format is not "${GEAR_FORMAT}"` };
  const { version, items } = value as { version?: unknown; items?: unknown };
  if (version !== GEAR_VERSION)
    return {
      ok: false,
      reason: `version: this gear file is of version ${String(version)}; this program reads version ${GEAR_VERSION}`,
    };
  if (!Array.isArray(items)) return { ok: false, reason: 'items: a gear file lists its items' };
  return { ok: true, file: readItems(items as unknown[]) };
}
