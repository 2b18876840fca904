import { INK, MM, SHADE, type Face, type Pen, type Press } from './pen';

export const MARGIN = 12 * MM;
/** Room for the line at the head of each page. */
const HEAD = 16;

export type Column = {
  readonly title: string;
  /** Share of the width. */
  readonly share: number;
  readonly face?: Face;
};

const SIZE = 8.5;
const LEADING = 1.3;
const PAD = 2.5;
/** So many lines are kept together on a page. */
const KEPT_LINES = 12;

/** Text and tables set one below the other, on as many pages as they need; a row splits only where it is longer than a page. */
export class Flow {
  readonly pens: Pen[] = [];
  private pen: Pen;
  private y = 0;

  constructor(
    private readonly press: Press,
    private size: readonly [number, number],
  ) {
    this.pen = this.newPage();
  }

  get width(): number {
    return this.size[0] - 2 * MARGIN;
  }
  private get bottom(): number {
    return this.size[1] - MARGIN;
  }

  newPage(size: readonly [number, number] = this.size): Pen {
    this.size = size;
    this.pen = this.press.addPage(size);
    this.pens.push(this.pen);
    this.y = MARGIN + HEAD;
    return this.pen;
  }

  /** The room left on a page for something drawn on it. */
  room(): { pen: Pen; x: number; y: number; width: number; height: number } {
    return { pen: this.pen, x: MARGIN, y: this.y, width: this.width, height: this.bottom - this.y };
  }

  private ensure(height: number) {
    if (this.y + height > this.bottom && this.y > MARGIN + HEAD) this.newPage();
  }

  space(points: number) {
    this.y += points;
  }

  /** @param after height of what must stand on the same page */
  heading(text: string, { size = 11, after = 30 }: { size?: number; after?: number } = {}) {
    this.ensure(size * 1.8 + after);
    this.y += size * 1.4;
    this.pen.text(MARGIN, this.y, text, { face: 'bold', size });
    this.y += size * 0.5;
  }

  /** Something drawn across the page, whole on one. */
  drawing(height: number, draw: (pen: Pen, x: number, y: number) => void) {
    this.ensure(height);
    draw(this.pen, MARGIN, this.y);
    this.y += height;
  }

  /** Lines of text; each `lead` part of a line stands ahead in bold. */
  paragraph(
    text: string,
    { bold = '', size = SIZE, muted = false }: { bold?: string; size?: number; muted?: boolean } = {},
  ) {
    const indent = bold === '' ? 0 : this.pen.measure(`${bold} `, { face: 'bold', size });
    const first = this.pen.wrap(text, this.width - indent, { size })[0] ?? '';
    const rest = text.slice(first.length).trimStart();
    const lines = [first, ...(rest === '' ? [] : this.pen.wrap(rest, this.width, { size }))];
    // Together where a page has room for all of it; a longer one goes on over as many pages as it needs.
    this.ensure(Math.min(lines.length, KEPT_LINES) * size * LEADING);
    lines.forEach((line, i) => {
      this.ensure(size * LEADING);
      this.y += size * LEADING;
      if (i === 0 && bold !== '') this.pen.text(MARGIN, this.y, bold, { face: 'bold', size });
      this.pen.text(MARGIN + (i === 0 ? indent : 0), this.y, line, {
        size,
        color: muted ? INK.muted : INK.ink,
      });
    });
    this.y += 2;
  }

  /** A line to be ticked: a box, then its text. */
  tick(text: string, { mono = '' }: { mono?: string } = {}) {
    const [size, indent] = [SIZE, 14];
    const width = mono === '' ? 0 : this.pen.measure(`${mono}  `, { face: 'mono', size });
    const lines = this.pen.wrap(text, this.width - indent - width, { size });
    this.ensure(Math.min(lines.length, KEPT_LINES) * size * LEADING + 3);
    this.pen.rect(MARGIN, this.y + 3, 8, 8, { stroke: INK.ink, width: 0.75 });
    lines.forEach((line, i) => {
      this.ensure(size * LEADING);
      this.y += size * LEADING;
      if (i === 0 && mono !== '') this.pen.text(MARGIN + indent, this.y, mono, { face: 'mono', size });
      this.pen.text(MARGIN + indent + width, this.y, line, { size });
    });
    this.y += 3;
    this.pen.line(
      { x: MARGIN, y: this.y },
      { x: MARGIN + this.width, y: this.y },
      { color: INK.hair, width: 0.5 },
    );
  }

  table(columns: readonly Column[], rows: readonly (readonly string[])[]) {
    const total = columns.reduce((sum, column) => sum + column.share, 0);
    const widths = columns.map((column) => (this.width * column.share) / total);
    const head = () => {
      const height = SIZE * LEADING + 2 * PAD;
      this.pen.rect(MARGIN, this.y, this.width, height, { fill: SHADE });
      this.row(
        columns.map(({ title }) => [title]),
        widths,
        () => 'bold',
      );
    };
    const set = rows.map((row) =>
      columns.map(({ face = 'sans' }, i) =>
        this.pen.wrap(row[i] ?? '', (widths[i] ?? 0) - 2 * PAD, { face, size: SIZE }),
      ),
    );
    const heightOf = (cells: readonly (readonly string[])[]) =>
      Math.max(1, ...cells.map((lines) => lines.length)) * SIZE * LEADING + 2 * PAD;
    this.ensure(3 * (SIZE * LEADING + 2 * PAD));
    head();
    const turn = () => {
      this.newPage();
      head();
    };
    const whole = this.bottom - (MARGIN + HEAD) - (SIZE * LEADING + 2 * PAD);
    const put = (cells: readonly (readonly string[])[]) =>
      this.row(cells, widths, (i) => columns[i]?.face ?? 'sans');
    for (const cells of set) {
      let rest = cells;
      // A row that no page has room for is cut where a page ends, and goes on at the head of the next.
      while (heightOf(rest) > whole) {
        const lines = Math.floor((this.bottom - this.y - 2 * PAD) / (SIZE * LEADING));
        if (lines > 2) {
          put(rest.map((cell) => cell.slice(0, lines)));
          rest = rest.map((cell) => cell.slice(lines));
        }
        turn();
      }
      if (this.y + heightOf(rest) > this.bottom) turn();
      put(rest);
    }
    this.y += 4;
  }

  private row(cells: readonly (readonly string[])[], widths: readonly number[], faceOf: (i: number) => Face) {
    const height = Math.max(1, ...cells.map((lines) => lines.length)) * SIZE * LEADING + 2 * PAD;
    let x = MARGIN;
    cells.forEach((lines, i) => {
      const width = widths[i] ?? 0;
      this.pen.rect(x, this.y, width, height, { stroke: INK.hair, width: 0.5 });
      lines.forEach((line, n) =>
        this.pen.text(x + PAD, this.y + PAD + SIZE * (0.95 + n * LEADING), line, {
          face: faceOf(i),
          size: SIZE,
        }),
      );
      x += width;
    });
    this.y += height;
  }

  /** The line at the head of every page, once it is known how many there are. */
  heads(left: string, middle: string, right: (page: number, of: number) => string) {
    this.pens.forEach((pen, i) => {
      const y = MARGIN + 7;
      pen.text(MARGIN, y, pen.fit(left, pen.width * 0.4, { face: 'bold', size: 8 }), {
        face: 'bold',
        size: 8,
      });
      pen.text(pen.width / 2, y, middle, { size: 8, color: INK.muted, anchor: 'middle' });
      pen.text(pen.width - MARGIN, y, right(i + 1, this.pens.length), {
        size: 8,
        color: INK.muted,
        anchor: 'end',
      });
      pen.line({ x: MARGIN, y: y + 4 }, { x: pen.width - MARGIN, y: y + 4 }, { color: INK.hair, width: 0.5 });
    });
  }
}
