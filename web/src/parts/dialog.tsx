import { lazy, Suspense, useEffect, type ReactNode } from 'react';

export type SheetProps = {
  readonly title: string;
  readonly text?: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly wide?: boolean;
};

/** Fetches what questions are made of, so that the first one is asked at once. */
export const importSheet = () => import('./dialog-late');
const LateSheet = lazy(async () => ({ default: (await importSheet()).LateSheet }));

/** A question that is on its way: who presses Escape meanwhile has answered it. */
function Coming({ onClose }: Pick<SheetProps, 'onClose'>) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      event.stopPropagation();
      onClose();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, [onClose]);
  return null;
}

/** A question over the page. Escape and a press outside answer with `onClose`. */
export const Sheet = (props: SheetProps) => (
  <Suspense fallback={<Coming onClose={props.onClose} />}>
    <LateSheet {...props} />
  </Suspense>
);
