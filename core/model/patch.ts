import { isKeyed, isPlain, keyOf, same, type Plain } from './keyed';
import type { Rig } from './types';

/**
 * A step into a document: the name of a field; in a list of things with ids, the id of one of them. A number is
 * a place in a list: stores of earlier builds hold such steps, new patches never do, so that a patch means the
 * same thing whatever came to the list or left it meanwhile.
 */
type Step = string | number;

/**
 * One difference between two documents. `after`: behind which thing of its list an added one stands, null for
 * the first place. `order`: the ids of a list in their new order.
 */
export type DocumentPatch =
  | {
      readonly op: 'add' | 'replace';
      readonly path: readonly Step[];
      readonly value?: unknown;
      readonly after?: string | null;
    }
  | { readonly op: 'remove'; readonly path: readonly Step[] }
  | { readonly op: 'order'; readonly path: readonly Step[]; readonly value: readonly string[] };

/** A patch that does not fit the document it is put to. */
export class PatchError extends Error {
  override name = 'PatchError';
}

const keys = (list: readonly Plain[]): string[] => list.map((item) => keyOf(item) ?? '');

function listDifference(
  from: readonly Plain[],
  to: readonly Plain[],
  path: readonly Step[],
  out: DocumentPatch[],
) {
  const goal = new Map(to.map((item) => [keyOf(item) ?? '', item]));
  const known = new Map(from.map((item) => [keyOf(item) ?? '', item]));
  for (const key of known.keys()) if (!goal.has(key)) out.push({ op: 'remove', path: [...path, key] });
  const order = keys(from).filter((key) => goal.has(key));
  let before: string | null = null;
  for (const [key, item] of goal) {
    const was = known.get(key);
    if (was) valueDifference(was, item, [...path, key], out);
    else {
      out.push({ op: 'add', path: [...path, key], value: item, after: before });
      order.splice(before === null ? 0 : order.indexOf(before) + 1, 0, key);
    }
    before = key;
  }
  const wanted = [...goal.keys()];
  if (!same(order, wanted)) out.push({ op: 'order', path, value: wanted });
}

function valueDifference(from: unknown, to: unknown, path: readonly Step[], out: DocumentPatch[]) {
  if (Object.is(from, to)) return;
  if (isPlain(from) && isPlain(to)) {
    for (const key of Object.keys(from))
      if (!Object.hasOwn(to, key)) out.push({ op: 'remove', path: [...path, key] });
      else valueDifference(from[key], to[key], [...path, key], out);
    for (const key of Object.keys(to))
      if (!Object.hasOwn(from, key)) out.push({ op: 'add', path: [...path, key], value: to[key] });
  } else if (isKeyed(from) && isKeyed(to)) listDifference(from, to, path, out);
  else if (!same(from, to)) out.push({ op: 'replace', path, value: to });
}

/** What leads from one document to the other; nothing where they are deeply equal. */
export function differences(from: Rig, to: Rig): readonly DocumentPatch[] {
  const out: DocumentPatch[] = [];
  valueDifference(from, to, [], out);
  return out;
}

type Node = Plain | unknown[];

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;

/** Puts patches to a copy that shares what they leave alone. */
class Patcher {
  /** Parts that were copied for this document already. */
  private readonly own = new Set<Node>();

  copy<T extends Node>(node: T): T {
    if (this.own.has(node)) return node;
    const copied = (Array.isArray(node) ? [...node] : { ...node }) as T;
    this.own.add(copied);
    return copied;
  }

  /** The part that holds the last step of a path, ready to be changed. */
  private holder(root: Node, path: readonly Step[]): Node {
    let node = root;
    for (const step of path) {
      const inner = this.inner(node, step);
      if (!isNode(inner)) throw new PatchError(`there is nothing at ${path.join('/')}`);
      const copied = this.copy(inner);
      if (Array.isArray(node)) node[this.place(node, step)] = copied;
      else node[step] = copied;
      node = copied;
    }
    return node;
  }

  private inner(node: Node, step: Step): unknown {
    return Array.isArray(node) ? node[this.place(node, step)] : node[step];
  }

  private place(list: readonly unknown[], step: Step): number {
    const at = typeof step === 'number' ? step : list.findIndex((item) => keyOf(item) === step);
    if (at < 0 || at >= list.length) throw new PatchError(`"${step}" is not in its list`);
    return at;
  }

  put(root: Node, patch: DocumentPatch): void {
    if (patch.op === 'order') {
      const list = this.holder(root, patch.path);
      if (!Array.isArray(list)) throw new PatchError('only a list has an order');
      const places = patch.value.map((key) => this.place(list, key));
      if (places.length !== list.length) throw new PatchError('the order names other things than the list');
      list.splice(0, list.length, ...places.map((at) => list[at]));
      return;
    }
    const last = patch.path.at(-1);
    if (last === undefined) throw new PatchError('a whole document is no patch');
    const held = this.holder(root, patch.path.slice(0, -1));
    if (Array.isArray(held)) this.inList(held, last, patch);
    else if (patch.op === 'remove') delete held[last];
    else held[last] = patch.value;
  }

  private inList(list: unknown[], last: Step, patch: Exclude<DocumentPatch, { op: 'order' }>): void {
    if (patch.op === 'remove') list.splice(this.place(list, last), 1);
    else if (patch.op === 'add')
      list.splice(typeof last === 'number' ? last : this.placeAfter(list, patch.after), 0, patch.value);
    // Stores of earlier builds: a list that is cut to a length.
    else if (last === 'length' && typeof patch.value === 'number') list.length = patch.value;
    else list[this.place(list, last)] = patch.value;
  }

  private placeAfter(list: readonly unknown[], after: string | null | undefined): number {
    if (after === undefined) return list.length;
    return after === null ? 0 : this.place(list, after) + 1;
  }
}

/**
 * The document with patches applied, sharing what they leave alone.
 * @throws PatchError if they do not fit the document
 */
export function patchRig(rig: Rig, patches: readonly DocumentPatch[]): Rig {
  const patcher = new Patcher();
  const root = patcher.copy(rig);
  for (const patch of patches) patcher.put(root, patch);
  return root;
}
