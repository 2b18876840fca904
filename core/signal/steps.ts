// What a way through a graph passes, a thing at a time.
import type { Edge, Graph } from './graph';

/** One thing a path passes, in order. A block appears once, though it is entered and left by ports. */
export type Step =
  | { readonly type: 'jack'; readonly box: string; readonly jack: string }
  | { readonly type: 'lead'; readonly lead: string }
  | { readonly type: 'block'; readonly box: string; readonly block: string };

/** The step that each node of a graph is: the same number, and the same object, for all channels of a jack or block. */
export class Steps {
  readonly all: Step[] = [];
  private readonly known = new Map<string, number>();
  private readonly ofNodes: Int32Array;

  constructor(private readonly graph: Graph) {
    this.ofNodes = new Int32Array(graph.nodes.length).fill(-1);
  }

  /** @param key tells steps of one type apart */
  private number(type: Step['type'], key: string, make: () => Step): number {
    const name = `${type} ${key}`;
    const known = this.known.get(name);
    if (known !== undefined) return known;
    this.known.set(name, this.all.length);
    return this.all.push(make()) - 1;
  }

  private ofLead(lead: string): number {
    return this.number('lead', lead, () => ({ type: 'lead', lead }));
  }

  private ofNode(index: number): number {
    const known = this.ofNodes[index] ?? -1;
    const node = this.graph.nodes[index];
    if (known >= 0 || !node) return known;
    const { box } = node;
    const number =
      node.type === 'jack'
        ? this.number('jack', `${box}/${node.jack}`, () => ({ type: 'jack', box, jack: node.jack }))
        : this.number('block', `${box}/${node.block}`, () => ({ type: 'block', box, block: node.block }));
    return (this.ofNodes[index] = number);
  }

  /**
   * The numbers of the steps along a way.
   * @param normals whether a jack that hears another one, nothing being plugged into it, is a step
   */
  along(start: number, edges: readonly Edge[], normals: boolean): readonly number[] {
    const numbers = [this.ofNode(start)];
    const push = (number: number) => {
      if (numbers.at(-1) !== number) numbers.push(number);
    };
    for (const { via, to } of edges) {
      if (via.type === 'lead') push(this.ofLead(via.lead));
      if (normals || via.type !== 'normal') push(this.ofNode(to));
    }
    return numbers;
  }
}
