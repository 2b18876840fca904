// Where the stops of a chain stand in rows: from left to right, on in the next row where a row is full.
import { placesOf, type Chain, type End, type Gap, type Place, type Stop, type Tail } from '../chain';
import { boxOf, jackIn, leadOf, type Part, type Reads } from '../model';
import { textWidth, type Face } from './fonts';
import { blockWords } from './order-labels';

export const TEXT = 12;
export const SMALL = 10;
/** Rows begin here. */
const LEFT = 8;
/** The least room between two stops, with a lead's line in it; and without a lead. */
const GAP = 24;
const NEAR = 10;

/** A word in a row: a stop, or how a chain ends. */
export type Mark = {
  readonly x: number;
  readonly w: number;
  readonly words: string;
  readonly face: Face;
  /** The box that is passed; null: it is no stop. */
  readonly box: string | null;
  readonly part: Part | null;
  /** What lies ahead of it in this row. */
  readonly gap: (Gap & { readonly from: number; readonly above: string }) | null;
};

export type LaidRow = {
  readonly marks: readonly Mark[];
  /** The row and the x at which ways part above it; null: it begins, goes on from the row before, or says so. */
  readonly parts: { readonly row: number; readonly x: number } | null;
  /** It goes on from the row before. */
  readonly goesOn: boolean;
};

const INSIDE: Gap = { kind: 'inside', width: 'mono', leads: [] };

type Of = Reads<'boxes' | 'leads'>;

export const endWords = (of: Of, end: End): string | null => {
  switch (end.kind) {
    case 'joins':
      return `into ${boxOf(of, end.box)?.tag ?? end.box}`;
    case 'knot':
      return `knot ${end.knot + 1}`;
    case 'open':
      return 'nothing yet';
    case 'listens':
      return '(listens)';
    default:
      return null;
  }
};

export class RowLayer {
  readonly rows: LaidRow[] = [];
  private marks: Mark[] = [];
  private from: LaidRow['parts'] = null;
  private goesOn = false;
  private x = LEFT;
  /** Instruments that share the plug of the first. */
  private others = '';
  private readonly stops: ReadonlyMap<string, number>;

  constructor(
    private readonly of: Of,
    chains: readonly Chain[],
    private readonly width: number,
  ) {
    const stops = new Map<string, number>();
    for (const { stops: own } of chains.flatMap(placesOf))
      for (const { box } of own) stops.set(box, (stops.get(box) ?? 0) + 1);
    this.stops = stops;
  }

  /** Is the box passed more than once, so that its stops go by what is passed? */
  readonly isHost = (box: string): boolean => (this.stops.get(box) ?? 0) > 1;

  private labelOf(stop: Stop, parts = false): { words: string; face: Face } {
    const { box: id, blocks, loop, in: into, out } = stop;
    const box = boxOf(this.of, id);
    const tag = box?.tag ?? id;
    const jack = (ids: readonly string[]) => ids.map((one) => jackIn(box, one)?.label ?? one).join(' ');
    if (loop) return { words: blockWords(this.of, stop), face: 'mono' };
    if (!this.isHost(id)) return { words: tag, face: 'mono' };
    if (blocks.length === 0) return { words: jack((parts ? into : out).slice(0, 1)) || tag, face: 'mono' };
    return { words: blockWords(this.of, stop), face: 'sans' };
  }

  private finish() {
    if (this.marks.length > 0) this.rows.push({ marks: this.marks, parts: this.from, goesOn: this.goesOn });
    this.marks = [];
  }

  private put(words: string, face: Face, gap: Gap | null, of: Pick<Mark, 'box' | 'part'>, said = '') {
    const w = textWidth(words, face, TEXT);
    const numbers = gap?.leads.map((id) => leadOf(this.of, id)?.number ?? '').join(' ') ?? '';
    const above = [said, numbers].filter((one) => one !== '').join(' ');
    const near = gap === null || gap.kind === 'inside';
    const room = near ? NEAR : Math.max(GAP, textWidth(above, 'mono', SMALL) + 10);
    const isFirst = this.marks.length === 0;
    const hasGap = gap !== null && (!isFirst || this.from !== null);
    let x = this.x + (hasGap ? room : isFirst ? 0 : NEAR);
    if (!isFirst && x + w > this.width) {
      this.finish();
      this.goesOn = true;
      this.from = null;
      this.x = LEFT;
      x = LEFT + (gap ? room : 0);
    }
    this.marks.push({
      x,
      w,
      words,
      face,
      ...of,
      gap: gap && { ...gap, from: this.x, above },
    });
    this.x = x + w;
  }

  private place({ gap, stops: [first, second] }: Place, said: string, parts: boolean) {
    const part = ({ box, blocks }: Stop): Part =>
      blocks[0] === undefined ? { type: 'box', id: box } : { type: 'block', id: `${box}/${blocks[0]}` };
    const { words, face } = this.labelOf(first, parts);
    const others = gap === null ? this.others : '';
    this.put(`${words}${others}`, face, gap, { box: first.box, part: part(first) }, said);
    if (!second) return;
    const other = this.labelOf(second);
    this.put(`+ ${other.words}`, other.face, null, { box: second.box, part: part(second) });
  }

  /** Where ways part, in words: `UNIT, Reverb`. */
  private wordsBehind(): string {
    const last = this.marks.at(-1);
    const tag = last?.box && this.isHost(last.box) ? `${boxOf(this.of, last.box)?.tag ?? last.box}, ` : '';
    return `${tag}${last?.words ?? ''}`;
  }

  /** A row for another tail: under where ways part; where a row is in the way, with a word of where it comes from. */
  private branch(at: { readonly row: number; readonly x: number }, behind: string) {
    this.finish();
    this.goesOn = false;
    const isFree =
      at.x < this.width * 0.6 && this.rows.slice(at.row + 1).every(({ marks }) => (marks[0]?.x ?? 0) > at.x);
    [this.from, this.x] = isFree ? [at, at.x] : [null, LEFT];
    if (!isFree) this.put(`from ${behind}`, 'sans', null, { box: null, part: null });
  }

  private tail({ places, end }: Tail, said: string) {
    places.forEach((place, i) =>
      this.place(place, i === 0 ? said : '', end.kind === 'split' && i === places.length - 1),
    );
    if (end.kind !== 'split') {
      const words = endWords(this.of, end);
      if (words !== null)
        this.put(words, 'sans', (end.kind === 'joins' ? end.gap : null) ?? INSIDE, { box: null, part: null });
      return;
    }
    const at = { row: this.rows.length, x: this.x + 5 };
    const behind = this.wordsBehind();
    this.x += 10;
    end.tails.forEach((tail, i) => {
      if (i > 0) this.branch(at, behind);
      const side = end.how === 'sides' ? (i === 0 ? 'L' : 'R') : end.how === 'either' && i > 0 ? 'or' : '';
      this.tail(tail, side);
    });
  }

  /** One chain in rows of its own. */
  chain(chain: Chain) {
    this.finish();
    [this.from, this.goesOn, this.x] = [null, false, LEFT];
    this.others = chain.sources
      .slice(1)
      .map((id) => ` / ${boxOf(this.of, id)?.tag ?? id}`)
      .join('');
    this.tail(chain, '');
    this.finish();
  }
}
