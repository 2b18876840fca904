// Our PDF pen: ink on white, vectors and embedded subsets of the shipped fonts, nothing random, so that the same rig
// and date give the same bytes wherever it is set.
import fontkit from '@cantoo/fontkit';
import {
  clip,
  endPath,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  type Color,
  type PDFFont,
  type PDFPage,
} from '@cantoo/pdf-lib';
import type { Tone } from '../drawing';
import { cleanText } from '../units';

/** Bytes of the fonts as TrueType files. */
export type PressFonts = { readonly sans: Uint8Array; readonly bold: Uint8Array; readonly mono: Uint8Array };
export type Face = keyof PressFonts;

/** Points of a paper, upright. */
export const PAPERS = { a4: { width: 595.28, height: 841.89 }, letter: { width: 612, height: 792 } } as const;
export type Paper = keyof typeof PAPERS;

export const MM = 72 / 25.4;
/** A pixel of a drawing at its own scale, in points: 96 to the inch. */
export const PX = 0.75;

const hex = (text: string): Color => {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((i) => Number.parseInt(text.slice(i, i + 2), 16) / 255);
  return rgb(r, g, b);
};

export const WHITE = hex('#ffffff');
export const INK: Readonly<Record<Tone, Color>> = {
  ink: hex('#1b2226'),
  muted: hex('#515a5f'),
  line: hex('#6f6c62'),
  hair: hex('#b9b3a4'),
  danger: hex('#9b1111'),
  fault: hex('#8a3c00'),
  caution: hex('#635000'),
  note: hex('#2a5870'),
};
export const SHADE = hex('#f3f1ea');

/** Signs that the shipped fonts lack, as signs they have. */
const STAND_INS: Readonly<Record<string, string>> = { '→': '›', '▸': '›', '▾': '', µ: 'u', '\u00a0': ' ' };

/** A font with its signs and their widths, in ems: without kerning a text is as wide as its signs together. */
class Type {
  private readonly widths = new Map<string, number>();
  private readonly signs: ReadonlySet<number>;

  constructor(readonly font: PDFFont) {
    this.signs = new Set(font.getCharacterSet());
  }

  has(sign: string): boolean {
    return this.signs.has(sign.codePointAt(0) ?? 0);
  }

  width(text: string): number {
    let sum = 0;
    for (const sign of text) {
      let width = this.widths.get(sign);
      if (width === undefined) this.widths.set(sign, (width = this.font.widthOfTextAtSize(sign, 1)));
      sum += width;
    }
    return sum;
  }
}

type Fonts = Readonly<Record<Face, Type>>;

export type TextStyle = {
  readonly face?: Face;
  /** Points. */
  readonly size?: number;
  readonly color?: Color;
  readonly anchor?: 'start' | 'middle' | 'end';
};

/** A page with its origin at the top left, in points. */
export class Pen {
  constructor(
    readonly page: PDFPage,
    private readonly fonts: Fonts,
  ) {}

  get width(): number {
    return this.page.getWidth();
  }
  get height(): number {
    return this.page.getHeight();
  }

  /** The text with what the fonts lack replaced; controls are spaces. */
  private clean(text: string, face: Face): string {
    return [...cleanText(text).replace(/\p{Cc}/gu, ' ')]
      .map((sign) => STAND_INS[sign] ?? (this.fonts[face].has(sign) ? sign : '?'))
      .join('');
  }

  measure(text: string, { face = 'sans', size = 9 }: TextStyle = {}): number {
    return this.fonts[face].width(this.clean(text, face)) * size;
  }

  /** As much of a text as fits a width, with an ellipsis where it is cut. */
  fit(text: string, width: number, style: TextStyle = {}): string {
    if (this.measure(text, style) <= width) return text;
    const kept = this.head(text, width - this.measure('…', style), style);
    return kept === '' ? '' : `${kept.trimEnd()}…`;
  }

  /** The first signs of a text that fit a width. */
  private head(text: string, width: number, style: TextStyle): string {
    let [kept, room] = ['', width];
    for (const sign of text) {
      room -= this.measure(sign, style);
      if (room < 0) break;
      kept += sign;
    }
    return kept;
  }

  /** A word in pieces that fit a width each; at least one sign in every piece. */
  private pieces(word: string, width: number, style: TextStyle): readonly string[] {
    const pieces: string[] = [];
    for (let rest = word; rest !== '';) {
      const piece = this.head(rest, width, style) || ([...rest][0] ?? '');
      pieces.push(piece);
      rest = rest.slice(piece.length);
    }
    return pieces.length === 0 ? [''] : pieces;
  }

  /** Lines of a text within a width, broken at spaces; a word longer than a line is broken where the line ends. */
  wrap(text: string, width: number, style: TextStyle = {}): readonly string[] {
    return text.split('\n').flatMap((paragraph) => {
      const lines: string[] = [];
      let line = '';
      for (const word of paragraph.split(' ')) {
        const longer = line === '' ? word : `${line} ${word}`;
        if (this.measure(longer, style) <= width) {
          line = longer;
          continue;
        }
        if (line !== '') lines.push(line);
        const broken = this.pieces(word, width, style);
        lines.push(...broken.slice(0, -1));
        line = broken.at(-1) ?? '';
      }
      return [...lines, line];
    });
  }

  text(x: number, y: number, text: string, style: TextStyle = {}) {
    const { face = 'sans', size = 9, color = INK.ink, anchor = 'start' } = style;
    const clean = this.clean(text, face);
    if (clean.trim() === '') return;
    const width = anchor === 'start' ? 0 : this.fonts[face].width(clean) * size;
    this.page.drawText(clean, {
      x: x - (anchor === 'middle' ? width / 2 : width),
      y: this.height - y,
      size,
      font: this.fonts[face].font,
      color,
    });
  }

  /** Draws within a rectangle only. */
  clipped(x: number, y: number, w: number, h: number, work: () => void) {
    this.page.pushOperators(pushGraphicsState(), rectangle(x, this.height - y - h, w, h), clip(), endPath());
    work();
    this.page.pushOperators(popGraphicsState());
  }

  line(
    from: { x: number; y: number },
    to: { x: number; y: number },
    { color = INK.ink, width = 0.75, dash }: { color?: Color; width?: number; dash?: readonly number[] } = {},
  ) {
    this.page.drawLine({
      start: { x: from.x, y: this.height - from.y },
      end: { x: to.x, y: this.height - to.y },
      color,
      thickness: width,
      ...(dash ? { dashArray: [...dash] } : {}),
    });
  }

  rect(
    x: number,
    y: number,
    w: number,
    h: number,
    { fill, stroke, width = 0.75 }: { fill?: Color; stroke?: Color; width?: number } = {},
  ) {
    this.page.drawRectangle({
      x,
      y: this.height - y - h,
      width: w,
      height: h,
      ...(fill ? { color: fill } : {}),
      ...(stroke ? { borderColor: stroke, borderWidth: width } : {}),
    });
  }

  circle(x: number, y: number, r: number, { fill, stroke }: { fill?: Color; stroke?: Color }) {
    this.page.drawCircle({
      x,
      y: this.height - y,
      size: r,
      ...(fill ? { color: fill } : {}),
      ...(stroke ? { borderColor: stroke, borderWidth: 0.75 } : {}),
    });
  }

  /** A path as SVG writes it, its origin at (x, y). */
  path(
    d: string,
    x: number,
    y: number,
    options: {
      scale?: number;
      fill?: Color;
      stroke?: Color;
      width?: number;
      dash?: readonly number[];
      round?: boolean;
    },
  ) {
    const { scale = 1, fill, stroke, width = 0.75, dash, round } = options;
    this.page.drawSvgPath(d, {
      x,
      y: this.height - y,
      scale,
      ...(fill ? { color: fill } : {}),
      ...(stroke ? { borderColor: stroke, borderWidth: width } : {}),
      ...(dash ? { borderDashArray: [...dash] } : {}),
      ...(round ? { borderLineCap: 1 } : {}),
    });
  }
}

export type Press = {
  readonly document: PDFDocument;
  readonly addPage: (size: readonly [number, number]) => Pen;
  readonly save: () => Promise<Uint8Array>;
};

/** Begins a document. @param date stands in its head and nowhere else, so that it alone makes two prints differ. */
export async function openPress(
  fonts: PressFonts,
  { title, date }: { title: string; date: Date },
): Promise<Press> {
  const document = await PDFDocument.create({ updateMetadata: false });
  document.registerFontkit(fontkit);
  document.setTitle(title, { showInWindowTitleBar: true });
  document.setProducer('Hum Map');
  document.setCreator('Hum Map');
  document.setLanguage('en');
  document.setCreationDate(date);
  document.setModificationDate(date);
  const embed = async (bytes: Uint8Array, customName: string) =>
    new Type(
      await document.embedFont(bytes, {
        subset: true,
        customName,
        // Every sign where its own width puts it, as it is measured.
        features: { kern: false, liga: false, calt: false },
      }),
    );
  const embedded: Fonts = {
    sans: await embed(fonts.sans, 'HumMap-Regular'),
    bold: await embed(fonts.bold, 'HumMap-SemiBold'),
    mono: await embed(fonts.mono, 'HumMap-Mono'),
  };
  return {
    document,
    addPage: (size) => new Pen(document.addPage([...size]), embedded),
    // Dates stand in the open, so that two prints can be compared but for them.
    save: () => document.save({ addDefaultPage: false, useObjectStreams: false }),
  };
}
