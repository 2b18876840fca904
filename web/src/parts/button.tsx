import type { ButtonHTMLAttributes } from 'react';

type Look = 'plain' | 'strong' | 'quiet' | 'danger';

const LOOKS: Record<Look, string> = {
  plain: 'border border-line bg-raised text-ink hover:border-ink',
  strong: 'border border-ink bg-ink text-on-ink hover:opacity-90',
  quiet: 'border border-transparent text-ink hover:border-hair hover:bg-raised',
  danger: 'border border-danger bg-raised text-danger hover:bg-danger-tint',
};

/** A button of the sheet: 28 px high, or 44 on the bench. */
export function Button({
  look = 'plain',
  tall = false,
  wraps = false,
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look; tall?: boolean; wraps?: boolean }) {
  return (
    <button
      type="button"
      className={`inline-flex items-center justify-center gap-1.5 rounded disabled:opacity-50 ${
        wraps ? 'py-1 text-left' : 'whitespace-nowrap'
      } ${tall ? 'min-h-11 px-4 text-base' : 'min-h-7 px-2.5 text-sm'} ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
