import type { ReactNode } from 'react';

/** What stands where nothing is yet: one sentence, and the next useful act. */
export function Empty({ title, text, children }: { title: string; text?: string; children?: ReactNode }) {
  return (
    <div className="mx-auto flex max-w-lg flex-col items-center gap-3 px-6 py-14 text-center">
      <h2 className="text-lg">{title}</h2>
      {text ? <p className="text-sm whitespace-pre-line text-muted">{text}</p> : null}
      {children ? <div className="flex flex-wrap justify-center gap-2">{children}</div> : null}
    </div>
  );
}

/** Shown while something slow is under way, after a moment, so that quick things do not flicker. */
export function Busy({ what }: { what: string }) {
  return (
    <p role="status" className="animate-[appear_0s_250ms_both] px-6 py-14 text-center text-sm text-muted">
      {what} …
    </p>
  );
}
