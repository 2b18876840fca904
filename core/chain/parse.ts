// Chains from their text; docs/chains.md says how it is read.
import { blockIn, boxOf, jackIn, type Box, type Reads } from '../model';
import type { Chain, End, Gap, Place, Stop, Tail } from './chain';
import { ANY_LOOP, anyLoop, isAnyLoop, twinOf } from './choose';
import { outletOf } from './edit';
import { blocksOf, KEYWORDS } from './notation';
import { INSIDE } from './parts';
import { isGrid, lineOf } from './relay';

/** What cannot be read in a line, where (from 1), and why. */
export class ChainError extends Error {
  override name = 'ChainError';

  constructor(
    readonly line: number,
    readonly column: number,
    reason: string,
  ) {
    super(`line ${line}, column ${column}: ${reason}`);
  }
}

type Token = {
  readonly text: string;
  readonly column: number;
  readonly kind: 'word' | 'quoted' | 'sign' | 'end';
};

const TOKEN = /\s*(?:("(?:[^"\\]|\\.)*")|([\p{L}\p{N}_.-]+)|(>>|>|~|\(\(|\(|\)\)|\)|[{}|+/[\]:]))/uy;

function tokensOf(text: string, line: number): readonly Token[] {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  let at = 0;
  while (text.slice(at).trim() !== '') {
    TOKEN.lastIndex = at;
    const found = TOKEN.exec(text);
    if (!found) {
      const column = at + text.slice(at).search(/\S/) + 1;
      throw new ChainError(line, column, `“${[...text.slice(column - 1)][0] ?? ''}” has no meaning here`);
    }
    const [whole, quote, word, sign = ''] = found;
    const column = at + whole.search(/\S/) + 1;
    at += whole.length;
    if (quote !== undefined) tokens.push({ text: JSON.parse(quote) as string, column, kind: 'quoted' });
    else tokens.push({ text: word ?? sign, column, kind: word === undefined ? 'sign' : 'word' });
  }
  return [...tokens, { text: 'the end of the line', column: text.length + 1, kind: 'end' }];
}

const gapOf = (sign: string): Gap => ({
  kind: sign === '~' ? 'air' : 'leads',
  width: sign === '>>' || sign === '((' || sign === '))' ? 'stereo' : 'mono',
  leads: [],
});

/** What a loop block is called that the unit does not have yet. */
const NEW_LOOP = /^loop-[1-9]\d?$/;

/** One line, read from left to right. */
class LineReader {
  private at = 0;
  private loops = 0;
  private readonly tokens: readonly Token[];

  constructor(
    private readonly of: Reads<'boxes'>,
    text: string,
    private readonly number: number,
  ) {
    this.tokens = tokensOf(text, number);
  }

  private get next(): Token {
    return this.tokens[this.at] ?? { text: '', column: 1, kind: 'end' };
  }

  private fail(reason: string, token = this.next): never {
    throw new ChainError(this.number, token.column, reason);
  }

  private isNext(...signs: readonly string[]): boolean {
    const { kind, text } = this.next;
    return kind === 'sign' && signs.includes(text);
  }

  private takes(...signs: readonly string[]): string | null {
    if (!this.isNext(...signs)) return null;
    const { text } = this.next;
    this.at += 1;
    return text;
  }

  private demand(...signs: readonly string[]): string {
    return this.takes(...signs) ?? this.fail(`“${signs.join('” or “')}” was expected, not ${this.next.text}`);
  }

  private keyword(...words: readonly string[]): string | null {
    const { kind, text } = this.next;
    if (kind !== 'word' || !words.includes(text)) return null;
    this.at += 1;
    return text;
  }

  private word(what: string): string {
    const { kind, text } = this.next;
    if (kind !== 'word' && kind !== 'quoted') this.fail(`${what} was expected, not ${text}`);
    this.at += 1;
    return text;
  }

  private box(): Box {
    const token = this.next;
    if (token.kind === 'word' && KEYWORDS.includes(token.text)) this.fail('a box by its tag was expected');
    const tag = this.word('a box by its tag');
    return (
      this.of.boxes.find((box) => box.tag === tag) ?? this.fail(`there is no box with the tag ${tag}`, token)
    );
  }

  private stop(box: Box, blocks: readonly string[], more: Partial<Stop> = {}): Stop {
    return { box: box.id, blocks, loop: null, in: [], out: [], parallel: false, ...more };
  }

  private blockId(box: Box): string {
    const token = this.next;
    const id = this.word('a block');
    // Any loop of the host that serves.
    if (id === ANY_LOOP && !blockIn(box, id)) {
      if (this.isNext('(', '((')) return anyLoop(this.number * 100 + (this.loops += 1));
      this.fail('“loop” is a loop that is not named: its brackets begin and end here', token);
    }
    // A unit with room for another loop has one as soon as it is named.
    const isNewLoop = NEW_LOOP.test(id) && isGrid(box) && (box.loops?.length ?? 0) > 0;
    return blockIn(box, id) || isNewLoop || twinOf(box, id)
      ? id
      : this.fail(`${box.tag} has no block ${id}`, token);
  }

  /** Between the brackets of a visit: blocks, and loops with what hangs in them. */
  private visit(box: Box, gap: Gap | null): readonly Place[] {
    const places: Place[] = [];
    const put = (ahead: Gap | null, stop: Stop) => places.push({ gap: ahead, stops: [stop] });
    const ahead = () => (places.length === 0 ? gap : INSIDE);
    let plain: string[] = [];
    const flush = () => {
      if (plain.length > 0) put(ahead(), this.stop(box, plain));
      plain = [];
    };
    const loopSide = (block: string, side: 'out' | 'back') =>
      this.stop(box, [block], { loop: { block, side } });
    while (!this.takes(']')) {
      if (this.takes(')', '))')) {
        if (places.length + plain.length > 0)
          this.fail('a loop comes back where brackets begin, or closes one that is open');
        put(gap, loopSide(this.blockId(box), 'back'));
        continue;
      }
      const block = this.blockId(box);
      const open = this.takes('(', '((');
      if (open === null && !blockIn(box, block) && !twinOf(box, block))
        this.fail(`nothing is said to hang in ${block}`);
      const isAny = isAnyLoop(block);
      if (open === null) {
        if ((blockIn(box, block) ?? twinOf(box, block))?.movable === true) {
          flush();
          put(ahead(), this.stop(box, [block]));
        } else plain.push(block);
        continue;
      }
      flush();
      put(ahead(), loopSide(block, 'out'));
      if (!isAny && this.takes(']')) return places;
      if (!this.isNext(')', '))')) places.push(...this.line(gapOf(open)));
      places.push({ gap: gapOf(this.demand(')', '))')), stops: [loopSide(block, 'back')] });
    }
    flush();
    return places;
  }

  /** Does a split follow of which a tail begins with brackets? */
  private goesOnInside(): boolean {
    let at = this.at;
    if (['either', 'sides'].includes(this.tokens[at]?.text ?? '')) at += 1;
    if (this.tokens[at]?.text !== '{') return false;
    let depth = 0;
    for (const [i, { text, kind }] of this.tokens.slice(at).entries()) {
      if (kind !== 'sign') continue;
      if (text === '{') depth += 1;
      if ((text === '{' || text === '|') && depth === 1 && this.tokens[at + i + 1]?.text === '[') return true;
      if (text === '}') depth -= 1;
      if (depth === 0) return false;
    }
    return false;
  }

  /** A box, whole, by its blocks or by a jack. */
  private passage(gap: Gap | null): readonly Place[] {
    const box = this.box();
    if (this.takes('[')) return this.visit(box, gap);
    if (this.takes(':')) {
      const token = this.next;
      const jack = this.word('a jack');
      if (!jackIn(box, jack)) this.fail(`${box.tag} has no jack ${jack}`, token);
      return [{ gap, stops: [this.stop(box, [], { out: [jack] })] }];
    }
    // Where ways part and one goes on inside the box, nothing of it is passed yet.
    if (this.goesOnInside()) return [{ gap, stops: [this.stop(box, [])] }];
    return isGrid(box)
      ? lineOf(box).map((block, i) => ({ gap: i === 0 ? gap : INSIDE, stops: [this.stop(box, [block])] }))
      : [{ gap, stops: [this.stop(box, blocksOf(box))] }];
  }

  private step(gap: Gap | null): readonly Place[] {
    const places = this.passage(gap);
    const [last] = places.slice(-1);
    if (!last || !this.takes('+')) return places;
    const [second] = this.passage(null);
    if (!second || places.length > 1) this.fail('a pair is two stops, left and right');
    return [{ gap: last.gap, stops: [last.stops[0], second.stops[0]] }];
  }

  /** Steps with arrows between, up to what ends them. */
  private line(first: Gap | null): Place[] {
    const places = [...this.step(first)];
    for (;;) {
      const before = this.at;
      const sign = this.takes('>>', '>', '~');
      if (sign === null) {
        // A pair inside the box of the stop before it.
        const isNear =
          this.next.kind !== 'sign' && this.next.kind !== 'end' && !KEYWORDS.includes(this.next.text);
        if (!isNear) return places;
        places.push(...this.step(INSIDE));
      } else if (KEYWORDS.includes(this.next.text) && this.next.kind === 'word') {
        this.at = before;
        return places;
      } else places.push(...this.step(gapOf(sign)));
    }
  }

  private end(behind: Stop | undefined): End {
    const sign = this.takes('>>', '>', '~');
    if (sign !== null) {
      if (this.keyword('nothing')) return { kind: 'open' };
      if (this.keyword('knot')) this.fail('a knot is told, it cannot be asked for');
      if (!this.keyword('into')) this.fail('a box, “into” or “nothing” was expected');
      const box = this.box();
      const block = this.takes('[') ? this.blockId(box) : null;
      if (block !== null) this.demand(']');
      return { kind: 'joins', box: box.id, block, gap: gapOf(sign) };
    }
    const how = this.keyword('either', 'sides') ?? 'both';
    if (!this.takes('{')) {
      if (how !== 'both') this.fail('“{” was expected');
      return outletOf(this.of, behind);
    }
    const tails = [this.tail(behind)];
    while (this.takes('|')) tails.push(this.tail(behind));
    this.demand('}');
    return { kind: 'split', how: how as 'both' | 'either' | 'sides', tails };
  }

  private tail(behind: Stop | undefined): Tail {
    const box = boxOf(this.of, behind?.box);
    const places: Place[] = [];
    if (box && this.takes('[')) places.push(...this.visit(box, INSIDE));
    const before = this.at;
    const sign = this.takes('>>', '>', '~');
    if (sign !== null && KEYWORDS.includes(this.next.text)) this.at = before;
    else if (sign !== null) places.push(...this.line(gapOf(sign)));
    const last = places.at(-1)?.stops.at(-1) ?? behind;
    return { places, end: this.end(last) };
  }

  chain(): Chain {
    const others: string[] = [];
    const places = [...this.passage(null)];
    while (this.takes('/')) others.push(this.box().id);
    const rest = this.tail(places.at(-1)?.stops[0]);
    if (this.next.kind !== 'end') this.fail(`${this.next.text} has no meaning here`);
    const source = places[0]?.stops[0].box ?? '';
    return { sources: [source, ...others], places: [...places, ...rest.places], end: rest.end };
  }
}

/**
 * Chains from text, a line each; empty lines are passed over. Leads and most jacks are not said in it: those of the
 * chains are empty.
 * @throws ChainError with the line and column of what cannot be read
 */
export function parseChains(of: Reads<'boxes'>, text: string): readonly Chain[] {
  return text
    .split('\n')
    .flatMap((line, i) => (line.trim() === '' ? [] : [new LineReader(of, line, i + 1).chain()]));
}
