// What a setting was noted in: the boxes next to it by the leads of the signal.
import type { Reads } from './slices';
import type { Lead, Variant } from './types';
import { onward } from './wiring';

const CARRIES_SIGNAL: readonly Lead['kind'][] = [
  'instrument',
  'patch',
  'speaker',
  'balanced',
  'stereo',
  'digital',
];

/** FNV-1a over 32 bits. */
export function hashOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}

/**
 * A short hash of what a box is plugged to: which of its jacks goes to which box, whichever way round the lead between
 * them is plugged. By it is known later that something noted at the box was noted before the wiring around it changed.
 */
export function basisOf(
  of: Reads<'boxes' | 'leads'>,
  variant: Pick<Variant, 'leads'> | null,
  box: string,
): string {
  const around = of.leads
    .filter(({ kind }) => CARRIES_SIGNAL.includes(kind))
    .map(({ id, from, to }) => variant?.leads[id] ?? { from: from.at, to: to.at })
    .filter((ends) => [...ends.from, ...ends.to].some((at) => at.box === box))
    .map((ends) => onward(of, ends))
    .flatMap(({ from, to }) => [
      ...from.flatMap((own) => (own.box === box ? to.map((far) => `${own.jack}>${far.box}`) : [])),
      ...to.flatMap((own) => (own.box === box ? from.map((far) => `${own.jack}<${far.box}`) : [])),
    ]);
  return hashOf([...new Set(around)].sort().join(' '));
}
