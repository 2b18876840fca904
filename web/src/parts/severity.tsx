import type { Severity } from '../../../core/model';

export const SEVERITY_TEXT: Readonly<Record<Severity, string>> = {
  danger: 'text-danger',
  fault: 'text-fault',
  caution: 'text-caution',
  note: 'text-note',
};

export const SEVERITY_EDGE: Readonly<Record<Severity, string>> = {
  danger: 'border-l-danger',
  fault: 'border-l-fault',
  caution: 'border-l-caution',
  note: 'border-l-note',
};

/** The severity in its word, small capitals by size: colour is never alone. */
export function SeverityWord({ severity }: { severity: Severity }) {
  return (
    <span className={`text-xs font-semibold tracking-wide uppercase ${SEVERITY_TEXT[severity]}`}>
      {severity}
    </span>
  );
}
