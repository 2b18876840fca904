import type { ReactNode } from 'react';

/** One heading of the inspector, folded or open. */
export function Section({
  title,
  open = false,
  children,
}: {
  title: string;
  open?: boolean;
  children: ReactNode;
}) {
  return (
    <details open={open} className="border-t border-hair">
      <summary className="flex min-h-8 cursor-pointer items-center px-3 text-sm font-semibold">
        {title}
      </summary>
      <div className="flex flex-col gap-2 px-3 pb-3">{children}</div>
    </details>
  );
}
