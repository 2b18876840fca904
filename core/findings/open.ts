// What a page says of findings that it was told of; no rule is needed for it.
import type { Severity } from '../model';
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
