// What a page says of findings that it was told of; no rule is needed for it.
import type { Severity } from '../model';
import { count } from '../units';
import type { Finding } from './finding';
import type { FindingLine } from './report';

/** Does it still ask for something? Accepted ones do not, except a danger: that can be seen, never hidden. */
export const isOpen = (line: Pick<FindingLine, 'accepted' | 'severity'>): boolean =>
  line.accepted === null || line.severity === 'danger';

/** The worst open finding about each part, by part key: `lead:lead-3`. */
export function marksOf(lines: readonly FindingLine[]): Readonly<Record<string, Severity>> {
  const marks: Record<string, Severity> = {};
  for (const line of lines.filter(isOpen))
    for (const part of line.parts) marks[`${part.type}:${part.id}`] ??= line.severity;
  return marks;
}

/** `1 danger · 2 faults`, the worst first; empty where nothing is found. */
export const severityCounts = (findings: readonly { readonly severity: Finding['severity'] }[]): string =>
  (['danger', 'fault', 'caution', 'note'] as const)
    .flatMap((severity) => {
      const n = findings.filter((f) => f.severity === severity).length;
      return n === 0 ? [] : [count(n, severity)];
    })
    .join(' · ');
