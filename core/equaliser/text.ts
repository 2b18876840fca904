// Bands as they are typed: `120 low, 400, 2.5k q2, 8k high`.
import type { Band } from '../model';
import { hertzLabel } from './along';

const TOKEN = /^(\d+(?:[.,]\d+)?)\s*(k?)(?:hz)?(?:\s+(low|high))?(?:\s+q\s*(\d+(?:\.\d+)?))?$/i;
const KINDS = { low: 'low-shelf', high: 'high-shelf' } as const;

const isKind = (text: string): text is keyof typeof KINDS => text in KINDS;

/** @returns null where it is no list of bands */
export function parseBands(text: string): readonly Band[] | null {
  const found = text.split(/[,;]\s+|;/).map((token): Band | null => {
    const [, figure, kilo, kind = '', q] = TOKEN.exec(token.trim()) ?? [];
    if (figure === undefined) return null;
    const hz = Number(figure.replace(',', '.')) * (kilo ? 1000 : 1);
    const name = kind.toLowerCase();
    return {
      type: isKind(name) ? KINDS[name] : 'peak',
      hz,
      ...(q === undefined ? {} : { q: Number(q) }),
    };
  });
  return found.every((band) => band !== null && band.hz > 0) ? (found as readonly Band[]) : null;
}

export const bandsText = (bands: readonly Band[]): string =>
  bands
    .map(({ type, hz, q }) =>
      [
        hertzLabel(hz),
        ...(type === 'peak' ? [] : [type === 'low-shelf' ? 'low' : 'high']),
        ...(q === undefined ? [] : [`q${Number(q.toPrecision(3))}`]),
      ].join(' '),
    )
    .join(', ');
