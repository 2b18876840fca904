// Walks a document along the paths of the table of references.
import { isPlain, type Plain } from './keyed';
import { DEPTH, type Reference } from './references';

/** A name as it stands in a document. */
export type Spot = {
  /** The ids of what is named, a box before its part. */
  readonly ids: readonly string[];
  /** `boxes[2].jacks[0].mode` */
  readonly path: string;
  /** Writes another name there. Not while its record or list is being walked by anyone else. */
  readonly write: (ids: readonly string[]) => void;
};

/** What is to become of the name, said by whoever looks: it stays, or what it names is gone. */
export type Verdict = 'stays' | 'gone';
type Look = (spot: Spot) => Verdict;

type Token =
  | { readonly type: 'field'; readonly name: string }
  | { readonly type: 'items' | 'values' | 'keys'; readonly name: string }
  | { readonly type: 'pair'; readonly first: string; readonly second: string }
  | { readonly type: 'part'; readonly only: string };

function tokenOf(text: string): Token {
  const pair = /^\((\w+)([/:])(\w+)\)$/.exec(text);
  if (pair)
    return pair[2] === ':'
      ? { type: 'part', only: pair[1] ?? '' }
      : { type: 'pair', first: pair[1] ?? '', second: pair[3] ?? '' };
  for (const [ending, type] of [
    ['[]', 'items'],
    ['{key}', 'keys'],
    ['{}', 'values'],
  ] as const)
    if (text.endsWith(ending)) return { type, name: text.slice(0, -ending.length) };
  return { type: 'field', name: text };
}

type Row = { readonly tokens: readonly Token[]; readonly dropAt: number; readonly depth: number };

const rows = new Map<Reference, Row>();

function rowOf(reference: Reference): Row {
  const known = rows.get(reference);
  if (known) return known;
  const { at, to, gone } = reference;
  const row = {
    tokens: at.split('.').map(tokenOf),
    dropAt: typeof gone === 'object' ? gone.drop.split('.').length - 1 : -1,
    depth: DEPTH[to],
  };
  rows.set(reference, row);
  return row;
}

const textOf = (value: unknown): string | null => (typeof value === 'string' ? value : null);
const joined = (path: string, step: string) => (path === '' ? step : `${path}.${step}`);

class Follow {
  private readonly row: Row;

  constructor(
    private readonly reference: Reference,
    private readonly look: Look,
  ) {
    this.row = rowOf(reference);
  }

  private name(ids: readonly string[], path: string, write: Spot['write']): boolean {
    return this.look({ ids, path, write }) === 'gone';
  }

  /** The ids of a name that stands inside a thing with these ids. */
  private within(ids: readonly string[], name: string): readonly string[] {
    return [...ids.slice(0, this.row.depth - 1), name];
  }

  /** Walks on from the token; true: the name is gone, and whatever holds it is to be dropped further up. */
  walk(at: unknown, i: number, ids: readonly string[], path: string): boolean {
    const token = this.row.tokens[i];
    if (!token || !isPlain(at)) return false;
    switch (token.type) {
      case 'pair':
        return this.pair(at, token.first, token.second, path);
      case 'part':
        return this.part(at, token.only, path);
      case 'field':
        return this.field(at, token.name, i, ids, path);
      case 'items':
        return this.items(at[token.name], i, ids, joined(path, token.name));
      case 'keys':
        return this.keys(at, token.name, i, joined(path, token.name));
      case 'values':
        return this.values(at[token.name], i, joined(path, token.name));
    }
  }

  private pair(at: Plain, first: string, second: string, path: string): boolean {
    const [a, b] = [textOf(at[first]), textOf(at[second])];
    if (a === null || b === null) return false;
    return this.name([a, b], path, (ids) => Object.assign(at, { [first]: ids[0], [second]: ids[1] }));
  }

  private part(at: Plain, only: string, path: string): boolean {
    const id = at.type === only ? textOf(at.id) : null;
    if (id === null) return false;
    return this.name(id.split('/'), joined(path, 'id'), (ids) => (at.id = ids.join('/')));
  }

  private field(at: Plain, field: string, i: number, ids: readonly string[], path: string): boolean {
    const here = joined(path, field);
    if (i < this.row.tokens.length - 1) return this.walk(at[field], i + 1, ids, here);
    const id = textOf(at[field]);
    if (id === null) return false;
    const named = this.within(ids, id);
    const gone = this.name(named, here, (other) => (at[field] = other.at(-1)));
    if (gone && this.reference.gone === 'null') at[field] = null;
    if (gone && this.reference.gone === 'absent') delete at[field];
    return gone;
  }

  private items(list: unknown, i: number, ids: readonly string[], path: string): boolean {
    if (!Array.isArray(list)) return false;
    const items = list as unknown[];
    const last = i === this.row.tokens.length - 1;
    const going: number[] = [];
    for (let n = 0; n < items.length; n += 1) {
      const here = `${path}[${n}]`;
      const item = items[n];
      const gone =
        last && typeof item === 'string'
          ? this.name(this.within(ids, item), here, (other) => (items[n] = other.at(-1)))
          : this.walk(item, i + 1, isPlain(item) ? [...ids, String(item.id)] : ids, here);
      if (gone) going.push(n);
    }
    if (i !== this.row.dropAt) return going.length > 0;
    for (const n of going.reverse()) items.splice(n, 1);
    return false;
  }

  private keys(at: Plain, field: string, i: number, path: string): boolean {
    const record = at[field];
    if (!isPlain(record)) return false;
    const named = new Map<string, string>();
    const going: string[] = [];
    for (const key of Object.keys(record))
      if (this.name(key.split('/'), `${path}["${key}"]`, (ids) => named.set(key, ids.join('/'))))
        going.push(key);
    if (i === this.row.dropAt) for (const key of going) delete record[key];
    if (named.size > 0)
      at[field] = Object.fromEntries(
        Object.entries(record).map(([key, value]) => [named.get(key) ?? key, value]),
      );
    return i !== this.row.dropAt && going.length > 0;
  }

  private values(record: unknown, i: number, path: string): boolean {
    if (!isPlain(record)) return false;
    const last = i === this.row.tokens.length - 1;
    const going: string[] = [];
    for (const [key, value] of Object.entries(record)) {
      const here = `${path}["${key}"]`;
      const id = last ? textOf(value) : null;
      const gone =
        id === null
          ? this.walk(value, i + 1, key.split('/'), here)
          : this.name(this.within(key.split('/'), id), here, (ids) => (record[key] = ids.at(-1)));
      if (gone) going.push(key);
    }
    if (i !== this.row.dropAt) return going.length > 0;
    for (const key of going) delete record[key];
    return false;
  }
}

/** Shows every name that a row of the table finds in a document, in its order. */
export function follow(document: unknown, reference: Reference, look: Look): void {
  new Follow(reference, look).walk(document, 0, [], '');
}

/** The same inside one box of it. @param path of the box */
export function followInBox(
  box: { readonly id: string },
  path: string,
  reference: Reference,
  look: Look,
): void {
  new Follow(reference, look).walk(box, 1, [box.id], path);
}
