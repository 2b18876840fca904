// What a setting was noted in: the boxes next to it by the leads of the signal.
import type { Lead, Variant } from './types';

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
 * A short hash of what a box is plugged to: which of its jacks goes to which box. By it is known later that something
 * noted at the box was noted before the wiring around it changed.
 */
export function basisOf(leads: readonly Lead[], variant: Pick<Variant, 'leads'> | null, box: string): string {
  const around = leads
    .filter(({ kind }) => CARRIES_SIGNAL.includes(kind))
    .flatMap(({ id, from, to }) => {
      const ends = variant?.leads[id] ?? { from: from.at, to: to.at };
      return [
        ...ends.from.flatMap((own) =>
          own.box === box ? ends.to.map((far) => `${own.jack}>${far.box}`) : [],
        ),
        ...ends.to.flatMap((own) =>
          own.box === box ? ends.from.map((far) => `${own.jack}<${far.box}`) : [],
        ),
      ];
    });
  return hashOf([...new Set(around)].sort().join(' '));
}
