// Chains as one line of text: docs/chains.md says how it is read.
import { boxOf, jackIn, type Box, type Reads } from '../model';
import { ANY_LOOP, isAnyLoop } from './choose';
import { stopsOf, type Chain, type End, type Gap, type Place, type Stop, type Tail } from './chain';

/** Characters of a tag that stand by themselves; any other tag is put in quotes. */
const PLAIN = /^[\p{L}\p{N}_.-]+$/u;
/** Words that say how a chain goes on. */
export const KEYWORDS: readonly string[] = ['into', 'knot', 'nothing', 'either', 'sides'];
/** A tag as a line has it. */
export const quoted = (tag: string): string =>
  PLAIN.test(tag) && !KEYWORDS.includes(tag) ? tag : JSON.stringify(tag);

/** A loop that is not named is called just that. */
const loopName = (block: string): string => (isAnyLoop(block) ? ANY_LOOP : block);

const arrow = ({ kind, width }: Gap): string => (kind === 'air' ? '~' : width === 'stereo' ? '>>' : '>');

/** Blocks that a way through a box passes: a loop is named where it is in use only. */
export const blocksOf = (box: Box): readonly string[] =>
  box.blocks.filter(({ role }) => role !== 'loop').map(({ id }) => id);

class Writer {
  private readonly visits: ReadonlyMap<string, number>;

  constructor(
    private readonly of: Reads<'boxes'>,
    chains: readonly Chain[],
    private readonly sorted: boolean,
  ) {
    const visits = new Map<string, number>();
    for (const { box } of chains.flatMap(stopsOf)) visits.set(box, (visits.get(box) ?? 0) + 1);
    this.visits = visits;
  }

  private readonly tag = (id: string): string => quoted(boxOf(this.of, id)?.tag ?? id);

  /** A stop by itself: the box where it has no other and passes all of it, else with its blocks or its jack. */
  private stop({ box: id, blocks, in: into, out }: Stop, end: End | null = null): string {
    const box = boxOf(this.of, id);
    const all = box ? blocksOf(box) : [];
    const isWhole = this.visits.get(id) === 1 && all.length === blocks.length;
    if (isWhole) return this.tag(id);
    if (blocks.length > 0) return `${this.tag(id)}[${blocks.join(' ')}]`;
    const goesOnInside =
      end?.kind === 'split' && end.tails.some(({ places: [first] }) => first?.gap?.kind === 'inside');
    const jack = jackIn(box, (end ? undefined : out[0]) ?? into.at(-1));
    return jack && !goesOnInside ? `${this.tag(id)}:${jack.id}` : this.tag(id);
  }

  /** What stands between the brackets of a visit, from a place on to the last that is come to without a lead. */
  private visit(places: readonly Place[], from: number, to: number): { words: string; next: number } {
    const words: string[] = [];
    let at = from;
    for (;;) {
      const stop = places[at]?.stops[0];
      if (!stop) break;
      const { loop, box } = stop;
      if (loop?.side === 'out') {
        const back = places.findIndex(
          ({ stops: [other] }, i) =>
            i > at &&
            i < to &&
            other.box === box &&
            other.loop?.side === 'back' &&
            other.loop.block === loop.block,
        );
        if (back < 0) words.push(`${loopName(loop.block)}(`);
        else {
          const [open, close] = [places[at + 1]?.gap, places[back]?.gap].map(
            (gap) => gap?.width === 'stereo',
          );
          const hosted = this.line(places, at + 1, back);
          words.push(`${loopName(loop.block)}${open ? '((' : '('}${hosted}${close ? '))' : ')'}`);
          at = back;
        }
      } else words.push(loop ? `)${loop.block}` : stop.blocks.join(' '));
      at += 1;
      const next = places[at];
      if (at >= to || next?.gap?.kind !== 'inside' || next.stops.length === 2) break;
    }
    return { words: words.join(' '), next: at };
  }

  /**
   * Places from one to ahead of another: the first without its arrow.
   * @param end how it goes on where the last of them is the end of a chain
   * @param others what is said behind the first
   */
  private line(
    places: readonly Place[],
    from: number,
    to: number,
    end: End | null = null,
    others = '',
  ): string {
    const words: string[] = [];
    let at = from;
    while (at < to) {
      const place = places[at];
      if (!place) break;
      const { gap, stops } = place;
      if (at > from && gap && gap.kind !== 'inside') words.push(arrow(gap));
      const [first, second] = stops;
      const after = at + 1 < to ? places[at + 1] : undefined;
      const goesOn = after?.gap?.kind === 'inside' && after.stops.length === 1;
      if (second) {
        words.push(`${this.stop(first)}+${this.stop(second)}`);
        at += 1;
      } else if (first.loop || goesOn || gap?.kind === 'inside') {
        const { words: inside, next } = this.visit(places, at, to);
        words.push(gap?.kind === 'inside' ? `[${inside}]` : `${this.tag(first.box)}[${inside}]`);
        at = next;
      } else {
        words.push(this.stop(first, end?.kind === 'split' && at === to - 1 ? end : null));
        at += 1;
      }
      if (words.length === 1) words[0] += others;
    }
    return words.join(' ');
  }

  private end(end: End): readonly string[] {
    switch (end.kind) {
      case 'joins':
        return [
          end.gap ? arrow(end.gap) : '>',
          'into',
          end.block === null ? this.tag(end.box) : `${this.tag(end.box)}[${end.block}]`,
        ];
      case 'knot':
        return ['>', 'knot', String(end.knot + 1)];
      case 'open':
        return ['>', 'nothing'];
      case 'split':
        return [...(end.how === 'both' ? [] : [end.how]), `{ ${this.tails(end).join(' | ')} }`];
      default:
        return [];
    }
  }

  private tails({ how, tails }: Extract<End, { kind: 'split' }>): readonly string[] {
    const texts = tails.map((tail) => this.tail(tail));
    return this.sorted && how !== 'sides' ? texts.sort() : texts;
  }

  private tail({ places, end }: Tail): string {
    const gap = places[0]?.gap;
    const ahead = gap && gap.kind !== 'inside' ? [arrow(gap)] : [];
    const line = places.length > 0 ? [this.line(places, 0, places.length, end)] : [];
    return [...ahead, ...line, ...this.end(end)].join(' ');
  }

  chain({ sources, places, end }: Chain): string {
    const others = sources
      .slice(1)
      .map((id) => `/${this.tag(id)}`)
      .join('');
    const line = this.line(places, 0, places.length, end, others);
    return [line, ...this.end(end)].join(' ');
  }
}

/**
 * Chains as text, a line each: `GTR > MFX[drive loop-1(HEAD[preamp]) delay] > HEAD[power] > CAB`.
 * @param of the boxes that the chains are of
 * @param sorted tails stand in the order of their texts, for comparing
 */
export function writeChains(of: Reads<'boxes'>, chains: readonly Chain[], sorted = false): readonly string[] {
  const writer = new Writer(of, chains, sorted);
  return chains.map((chain) => writer.chain(chain));
}
