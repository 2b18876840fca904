import { escapeMarkup } from './escape';
import {
  arrowPoints,
  CORNER,
  JACK_RADIUS,
  leadLook,
  pathData,
  plateEdge,
  RING_WIDTH,
  ruleDash,
  SLEEVE_WORDS,
  textWidth,
  type Drawing,
  type Item,
  type Tone,
} from '../drawing';

/** Ink on white, whatever the theme of the screen. */
const INK: Readonly<Record<Tone, string>> = {
  ink: '#1b2226',
  muted: '#515a5f',
  line: '#6f6c62',
  hair: '#b9b3a4',
  danger: '#9b1111',
  fault: '#8a3c00',
  caution: '#635000',
  note: '#2a5870',
};

const FONT = {
  sans: 'Atkinson Hyperlegible Next, sans-serif',
  bold: 'Atkinson Hyperlegible Next, sans-serif',
  mono: 'Atkinson Hyperlegible Mono, monospace',
};

const dashed = (dash: readonly number[] | undefined) => (dash ? ` stroke-dasharray="${dash.join(' ')}"` : '');

/** The width the drawing was laid out with, so that words stay in their plates where the fonts are not at hand. */
const setTo = ({ text, face, size }: Extract<Item, { type: 'text' }>) =>
  `textLength="${Math.round(textWidth(text, face, size) * 10) / 10}" lengthAdjust="spacingAndGlyphs"`;

function itemSvg(item: Item): string {
  switch (item.type) {
    case 'plate': {
      const look =
        item.look === 'place'
          ? `fill="#f7f5ef" stroke="${INK.hair}"`
          : `fill="#ffffff" stroke="${INK[item.mark ?? 'ink']}"`;
      return `<rect x="${item.x}" y="${item.y}" width="${item.w}" height="${item.h}" rx="${CORNER.plate}" ${look} stroke-width="${plateEdge(item)}"/>`;
    }
    case 'text':
      return `<text x="${item.x}" y="${item.y}" font-family="${FONT[item.face]}" font-size="${item.size}" font-weight="${item.face === 'bold' ? 650 : 400}" text-anchor="${item.anchor}" fill="${INK[item.tone]}" ${setTo(item)}>${escapeMarkup(item.text)}</text>`;
    case 'path': {
      const d = pathData(item.points, item.hops);
      const colour = INK[item.mark ?? item.tone];
      const { width, dash, round, bare } = leadLook(item);
      const cap = round ? ' stroke-linecap="round"' : '';
      const line = `<path d="${d}" fill="none" stroke="${colour}" stroke-width="${width}"${dashed(dash)}${cap}/>`;
      return bare === undefined
        ? line
        : `${line}<path d="${d}" fill="none" stroke="#ffffff" stroke-width="${bare}"/>`;
    }
    case 'arrow':
      return `<polygon points="${arrowPoints(item.x, item.y, item.towards)}" fill="${INK.ink}"/>`;
    case 'sleeve':
      return `<rect x="${item.x}" y="${item.y}" width="${item.w}" height="${item.h}" rx="${CORNER.sleeve}" fill="#ffffff" stroke="${INK[item.mark ?? 'ink']}"/><text x="${item.x + item.w / 2}" y="${item.y + SLEEVE_WORDS.baseline}" font-family="${FONT.mono}" font-size="${SLEEVE_WORDS.size}" text-anchor="middle" fill="${INK.ink}">${escapeMarkup(item.text)}</text>`;
    case 'ring':
      return `<rect x="${item.x}" y="${item.y}" width="${item.w}" height="${item.h}" rx="${CORNER.ring}" fill="none" stroke="${INK.ink}" stroke-width="${RING_WIDTH}"/>`;
    case 'jack':
      return `<circle cx="${item.x}" cy="${item.y}" r="${JACK_RADIUS}" fill="${item.free ? '#ffffff' : INK.ink}" stroke="${INK.ink}"/>`;
    case 'rule':
      return `<path d="M${item.from.x} ${item.from.y}L${item.to.x} ${item.to.y}" stroke="${INK[item.tone]}"${dashed(ruleDash(item))}/>`;
  }
}

/** The drawing as the text of an SVG file: ink on white, attributes only, names escaped. */
export function svgOf(drawing: Drawing, title: string): string {
  const { width, height, items } = drawing;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">`,
    `<title>${escapeMarkup(title)}</title>`,
    `<rect width="${width}" height="${height}" fill="#ffffff"/>`,
    ...items.map(itemSvg),
    '</svg>\n',
  ].join('\n');
}
