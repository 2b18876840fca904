import { qrcode } from './qr';
import { labelsOf, loomLabelsOf, type LabelEnd } from '../papers';
import type { Rig } from '../model';
import { INK, MM, openPress, PAPERS, WHITE, type Pen } from './pen';
import type { Order } from './sheet';

export type LabelForm = 'wrap' | 'flag';

/** Sizes on paper. A wrap goes round the lead, its words thrice so that one is always up; a flag folds on itself. */
const FORMS = {
  wrap: { w: 60 * MM, h: 27 * MM },
  flag: { w: 88 * MM, h: 13 * MM },
} as const;

const MARGIN = 12 * MM;
const GAP = 3 * MM;

/** What is set on one label: large its mark, a lead's number or how many leads a loom ties, then its two ends. */
type Tag = {
  readonly mark: string;
  readonly here: LabelEnd;
  readonly there: LabelEnd;
  readonly band: string | null;
  readonly code: string;
};

const ends = ({ here, there }: Tag) => ({
  here: `${here.tag} ${here.jack}`.trim(),
  there: `${there.tag} ${there.jack}`.trim(),
});

/** The code as one path of dark squares with a quiet rim. */
function code(pen: Pen, text: string, x: number, y: number, size: number) {
  const squares = qrcode(text);
  const quiet = 2;
  const cell = size / (squares.length + 2 * quiet);
  // Dark squares side by side are one bar.
  const d = squares
    .flatMap((row, r) =>
      row.flatMap((dark, c) => {
        if (!dark || row[c - 1]) return [];
        const end = row.findIndex((on, at) => at > c && !on);
        const length = (end < 0 ? row.length : end) - c;
        return [`M${(c + quiet) * cell} ${(r + quiet) * cell}h${length * cell}v${cell}h${-length * cell}z`];
      }),
    )
    .join('');
  pen.rect(x, y, size, size, { fill: WHITE });
  pen.path(d, x, y, { fill: INK.ink });
}

/** A hatched band with words, so that it tells in black and white and in bad light. */
function band(pen: Pen, words: string, x: number, y: number, w: number, h: number) {
  pen.clipped(x, y, w, h, () => {
    pen.rect(x, y, w, h, { fill: WHITE, stroke: INK.ink, width: 0.75 });
    for (let at = -h; at < w; at += 4)
      pen.line({ x: x + at, y: y + h }, { x: x + at + h, y }, { color: INK.ink, width: 1.1 });
  });
  const size = 5.5;
  const text = pen.fit(words, w - 8, { face: 'bold', size });
  const width = pen.measure(text, { face: 'bold', size });
  pen.rect(x + w / 2 - width / 2 - 2, y + 0.4, width + 4, h - 0.8, { fill: WHITE });
  pen.text(x + w / 2, y + h / 2 + size * 0.36, text, { face: 'bold', size, anchor: 'middle' });
}

/** Words that a label is set with: this end, and where the other one is. */
const HERE = { face: 'bold', size: 8.5 } as const;
const THERE = { size: 8.5 } as const;

/** Number, this end, the other end; thrice from top to bottom, the code beside them. */
function wrap(pen: Pen, label: Tag, x: number, y: number) {
  const { w, h } = FORMS.wrap;
  const { here, there } = ends(label);
  const strip = label.band === null ? 0 : 8;
  const row = (h - strip) / 3;
  const square = Math.min(h - strip - 4, 17 * MM);
  const right = x + w - square - 5;
  for (let i = 0; i < 3; i += 1) {
    const top = y + strip + i * row;
    pen.text(x + 3, top + row * 0.74, label.mark, { face: 'mono', size: 16 });
    const left = x + 8 + pen.measure(label.mark, { face: 'mono', size: 16 });
    pen.text(left, top + row * 0.43, pen.fit(here, right - left, HERE), HERE);
    pen.text(left, top + row * 0.84, pen.fit(`› ${there}`, right - left, THERE), THERE);
    if (i > 0) pen.line({ x: x + 2, y: top }, { x: right, y: top }, { color: INK.hair, width: 0.4 });
  }
  code(pen, label.code, right + 3, y + strip + (h - strip - square) / 2, square);
  if (label.band !== null) band(pen, label.band, x, y, w, strip);
  pen.rect(x, y, w, h, { stroke: INK.hair, width: 0.5 });
}

/** Two halves round a fold: the same words on both, the band along the foot, the code on the left. */
function flag(pen: Pen, label: Tag, x: number, y: number) {
  const { w, h } = FORMS.flag;
  const { here, there } = ends(label);
  const strip = label.band === null ? 0 : 8;
  const half = w / 2;
  [x, x + half].forEach((left, i) => {
    const side = h - strip - 2;
    const inner = i === 0 ? left + side + 2 : left + 5;
    if (i === 0) code(pen, label.code, left + 1, y + 1, side);
    pen.text(inner, y + (h - strip) * 0.68, label.mark, { face: 'mono', size: 17 });
    const words = inner + pen.measure(label.mark, { face: 'mono', size: 17 }) + 4;
    const room = left + half - 5 - words;
    pen.text(words, y + (h - strip) * 0.42, pen.fit(here, room, HERE), HERE);
    pen.text(words, y + (h - strip) * 0.8, pen.fit(`› ${there}`, room, THERE), THERE);
    if (label.band !== null) band(pen, label.band, left + 1, y + h - strip, half - 2, strip - 1);
  });
  pen.line({ x: x + half, y }, { x: x + half, y: y + h }, { color: INK.line, width: 0.5, dash: [2, 2] });
  pen.rect(x, y, w, h, { stroke: INK.hair, width: 0.5 });
}

/**
 * Labels for both ends of every lead and of every loom, as a sheet to cut: `wrap` goes round the lead, `flag` folds over it.
 * @param only ids of leads to label; all that are plugged unless said
 */
export async function labelsPdf(
  rig: Rig,
  variant: string | null,
  order: Order & { readonly form: LabelForm; readonly only?: ReadonlySet<string> },
): Promise<Uint8Array> {
  const { fonts, paper, date, form, only } = order;
  const labels: readonly Tag[] = [
    ...labelsOf(rig, variant)
      .filter((label) => !only || only.has(label.lead))
      .map((label) => ({ ...label, mark: String(label.number) })),
    ...(only ? [] : loomLabelsOf(rig, variant).map((label) => ({ ...label, mark: `×${label.count}` }))),
  ];
  const press = await openPress(fonts, { title: `${rig.title}, ${form} labels`, date });
  const { width, height } = PAPERS[paper];
  const { w, h } = FORMS[form];
  const [top, left] = [MARGIN + 14, MARGIN];
  const columns = Math.max(1, Math.floor((width - 2 * left + GAP) / (w + GAP)));
  const rows = Math.max(1, Math.floor((height - top - MARGIN + GAP) / (h + GAP)));
  const perPage = columns * rows;
  const pages = Math.max(1, Math.ceil(labels.length / perPage));
  for (let page = 0; page < pages; page += 1) {
    const pen = press.addPage([width, height]);
    const day = date.toISOString().slice(0, 10);
    pen.text(
      left,
      MARGIN + 6,
      pen.fit(`${rig.title}, ${form} labels`, width / 2, { face: 'bold', size: 8 }),
      { face: 'bold', size: 8 },
    );
    pen.text(width - left, MARGIN + 6, `revision ${rig.revision}, ${day}, page ${page + 1} of ${pages}`, {
      size: 8,
      color: INK.muted,
      anchor: 'end',
    });
    labels.slice(page * perPage, (page + 1) * perPage).forEach((label, i) => {
      const x = left + (i % columns) * (w + GAP);
      const y = top + Math.floor(i / columns) * (h + GAP);
      if (form === 'wrap') wrap(pen, label, x, y);
      else flag(pen, label, x, y);
    });
  }
  return press.save();
}
