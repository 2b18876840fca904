import type { ReactNode } from 'react';

type Props = {
  readonly checked: boolean;
  readonly disabled?: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly className?: string;
  readonly children: ReactNode;
};

/** Something that is so or is not, with its words beside it. */
export const Tick = ({ checked, disabled, onChange, className = '', children }: Props) => (
  <label className={`flex min-h-6 items-center gap-2 text-sm ${className}`}>
    <input
      type="checkbox"
      checked={checked}
      disabled={disabled}
      onChange={({ target }) => onChange(target.checked)}
    />
    {children}
  </label>
);
