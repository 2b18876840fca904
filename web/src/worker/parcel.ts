// How answers cross from the worker: what the other side holds already is not sent again.
import { groupsOf, type Drawing, type Group } from '../../../core/drawing';

/** A drawing as the page holds it: by groups, each the same object as long as nothing in it changed or moved. */
export type Grouped<D extends Drawing> = Omit<D, 'items'> & { readonly groups: readonly Group[] };

/** An answer as the page holds it. */
export type OnPage<T> = T extends Drawing ? Grouped<T> : T;

/** A group whose items are as they were crosses by its key and its place alone. */
type CrossingGroup = Omit<Group, 'items'> & { readonly items?: Group['items'] };

type Contents =
  | { readonly kind: 'same' }
  | { readonly kind: 'value'; readonly value: unknown }
  | { readonly kind: 'drawing'; readonly about: object; readonly groups: readonly CrossingGroup[] };

/** An answer on its way. `serial` counts what was sent into its slot; the page says which it holds. */
export type Parcel = { readonly serial: number; readonly contents: Contents };

const isDrawing = (value: unknown): value is Drawing =>
  typeof value === 'object' && value !== null && 'items' in value && Array.isArray(value.items);

type Sent = { readonly serial: number; readonly text: string; readonly groups: ReadonlyMap<string, string> };

const NO_GROUPS: ReadonlyMap<string, string> = new Map();

/** The worker's end. */
export class Packer {
  private readonly sent = new Map<string, Sent>();
  private serial = 0;

  /** @param holds the serial of what the page holds in this slot; null: nothing */
  pack(slot: string, value: unknown, holds: number | null): Parcel {
    const before = this.sent.get(slot);
    const known = before?.serial === holds ? before : undefined;
    if (isDrawing(value)) return this.packDrawing(slot, value, known);
    const text = JSON.stringify(value) ?? '';
    if (known?.text === text) return { serial: known.serial, contents: { kind: 'same' } };
    return this.send(slot, text, NO_GROUPS, { kind: 'value', value });
  }

  private packDrawing(slot: string, { items, ...about }: Drawing, known: Sent | undefined): Parcel {
    const groups = groupsOf(items);
    const texts = new Map(groups.map((group) => [group.key, JSON.stringify(group.items)]));
    const text = JSON.stringify([about, groups.map(({ key, at }) => [key, at.x, at.y])]);
    const changed = groups.filter(({ key }) => known?.groups.get(key) !== texts.get(key));
    if (known?.text === text && changed.length === 0)
      return { serial: known.serial, contents: { kind: 'same' } };
    const anew = new Set(changed);
    const crossing = groups.map((group) => (anew.has(group) ? group : { key: group.key, at: group.at }));
    return this.send(slot, text, texts, { kind: 'drawing', about, groups: crossing });
  }

  private send(slot: string, text: string, groups: Sent['groups'], contents: Contents): Parcel {
    this.serial += 1;
    this.sent.set(slot, { serial: this.serial, text, groups });
    return { serial: this.serial, contents };
  }
}

/** What the page holds of a slot. */
export type Held = { readonly serial: number; readonly value: unknown };

/** The page's end: puts together what came and what is held. */
export function unpack({ serial, contents }: Parcel, held: Held | undefined): Held {
  if (contents.kind === 'same' && held) return held;
  if (contents.kind === 'value') return { serial, value: contents.value };
  if (contents.kind !== 'drawing') throw new Error('the worker thinks that something is here that is not');
  const before = new Map(
    ((held?.value as Partial<Grouped<Drawing>> | undefined)?.groups ?? []).map((group) => [group.key, group]),
  );
  const groups = contents.groups.map(({ key, at, items }): Group => {
    if (items) return { key, at, items };
    const group = before.get(key);
    if (!group) throw new Error('a part of the drawing did not come');
    return group.at.x === at.x && group.at.y === at.y ? group : { ...group, at };
  });
  return { serial, value: { ...contents.about, groups } };
}
