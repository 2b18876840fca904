import { cleanText } from '../units';

/** Text as it may stand in SVG and HTML, in an attribute too. Control characters are spaces: XML has no room for them. */
export const escapeMarkup = (text: string): string =>
  cleanText(text)
    .replace(
      /[&<>"']/g,
      (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c] ?? c,
    )
    .replace(/[^\P{Cc}\n]/gu, ' ');
