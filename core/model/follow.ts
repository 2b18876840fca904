// Walks a document along the paths of the table of references.
import { isPlain, type Plain } from './keyed';
import { DEPTH, type Reference } from './references';

/** A name as it stands in a document; it is what it says only while it is being looked at. */
export type Spot = {
  /** The ids of what is named, a box before its part. */
  readonly ids: readonly string[];
  /** `boxes[2].jacks[0].mode` */
  readonly path: string;
  /** Writes another name there. */
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

const formatSteps = (steps: readonly (string | number)[]): string =>
  steps.reduce<string>(
    (text, step) =>
      typeof step === 'number'
        ? `${text}[${step}]`
        : step.startsWith('"')
          ? `${text}[${step}]`
          : `${text}${text === '' ? '' : '.'}${step}`,
    '',
  );

/** One walk along a row. It is asked for every edit over the whole document: it says where it is only if it is asked. */
class Follow implements Spot {
  private readonly row: Row;
  private readonly steps: (string | number)[] = [];
  ids: readonly string[] = [];
  write: Spot['write'] = () => undefined;

  constructor(
    private readonly reference: Reference,
    private readonly look: Look,
    private readonly start: string,
  ) {
    this.row = rowOf(reference);
  }

  get path(): string {
    const here = formatSteps(this.steps);
    return this.start === '' ? here : `${this.start}.${here}`;
  }

  private isGone(ids: readonly string[], write: Spot['write']): boolean {
    this.ids = ids;
    this.write = write;
    return this.look(this) === 'gone';
  }

  /** The ids of a name that stands inside a thing with these ids. */
  private within(ids: readonly string[], name: string): readonly string[] {
    const { depth } = this.row;
    return depth === 1 ? [name] : [...ids.slice(0, depth - 1), name];
  }

  /** Walks on from the token; true: the name is gone, and whatever holds it is to be dropped further up. */
  walk(at: unknown, i: number, ids: readonly string[]): boolean {
    const token = this.row.tokens[i];
    if (!token || !isPlain(at)) return false;
    if (token.type === 'pair') return this.pair(at, token.first, token.second);
    if (token.type === 'part') return this.part(at, token.only);
    const inner = at[token.name];
    if (inner === undefined || inner === null) return false;
    this.steps.push(token.name);
    const gone =
      token.type === 'field'
        ? this.field(at, token.name, i, ids)
        : token.type === 'items'
          ? this.items(inner, i, ids)
          : token.type === 'keys'
            ? this.keys(at, token.name, i)
            : this.values(inner, i);
    this.steps.pop();
    return gone;
  }

  private pair(at: Plain, first: string, second: string): boolean {
    const [a, b] = [textOf(at[first]), textOf(at[second])];
    if (a === null || b === null) return false;
    return this.isGone([a, b], (ids) => Object.assign(at, { [first]: ids[0], [second]: ids[1] }));
  }

  private part(at: Plain, only: string): boolean {
    const id = at.type === only ? textOf(at.id) : null;
    if (id === null) return false;
    this.steps.push('id');
    const gone = this.isGone(id.split('/'), (ids) => (at.id = ids.join('/')));
    this.steps.pop();
    return gone;
  }

  private field(at: Plain, field: string, i: number, ids: readonly string[]): boolean {
    if (i < this.row.tokens.length - 1) return this.walk(at[field], i + 1, ids);
    const id = textOf(at[field]);
    if (id === null) return false;
    const gone = this.isGone(this.within(ids, id), (other) => (at[field] = other.at(-1)));
    if (gone && this.reference.gone === 'null') at[field] = null;
    if (gone && this.reference.gone === 'absent') delete at[field];
    return gone;
  }

  private items(list: unknown, i: number, ids: readonly string[]): boolean {
    if (!Array.isArray(list)) return false;
    const items = list as unknown[];
    const last = i === this.row.tokens.length - 1;
    const going: number[] = [];
    for (let n = 0; n < items.length; n += 1) {
      const item = items[n];
      this.steps.push(n);
      const gone =
        last && typeof item === 'string'
          ? this.isGone(this.within(ids, item), (other) => (items[n] = other.at(-1)))
          : this.walk(item, i + 1, isPlain(item) ? [...ids, String(item.id)] : ids);
      this.steps.pop();
      if (gone) going.push(n);
    }
    if (i !== this.row.dropAt) return going.length > 0;
    for (const n of going.reverse()) items.splice(n, 1);
    return false;
  }

  private keys(at: Plain, field: string, i: number): boolean {
    const record = at[field];
    if (!isPlain(record)) return false;
    const named = new Map<string, string>();
    const going: string[] = [];
    for (const key of Object.keys(record)) {
      this.steps.push(`"${key}"`);
      if (this.isGone(key.split('/'), (ids) => named.set(key, ids.join('/')))) going.push(key);
      this.steps.pop();
    }
    if (i === this.row.dropAt) for (const key of going) delete record[key];
    if (named.size > 0)
      at[field] = Object.fromEntries(
        Object.entries(record).map(([key, value]) => [named.get(key) ?? key, value]),
      );
    return i !== this.row.dropAt && going.length > 0;
  }

  private values(record: unknown, i: number): boolean {
    if (!isPlain(record)) return false;
    const last = i === this.row.tokens.length - 1;
    const going: string[] = [];
    for (const key of Object.keys(record)) {
      const value = record[key];
      const id = last ? textOf(value) : null;
      this.steps.push(`"${key}"`);
      const gone =
        id === null
          ? this.walk(value, i + 1, key.split('/'))
          : this.isGone(this.within(key.split('/'), id), (ids) => (record[key] = ids.at(-1)));
      this.steps.pop();
      if (gone) going.push(key);
    }
    if (i !== this.row.dropAt) return going.length > 0;
    for (const key of going) delete record[key];
    return false;
  }
}

/** Shows every name that a row of the table finds in a document, in its order. */
export function follow(document: unknown, reference: Reference, look: Look): void {
  new Follow(reference, look, '').walk(document, 0, []);
}

/** The same inside one box of it. @param path of the box */
export function followInBox(
  box: { readonly id: string },
  path: string,
  reference: Reference,
  look: Look,
): void {
  new Follow(reference, look, path).walk(box, 1, [box.id]);
}
