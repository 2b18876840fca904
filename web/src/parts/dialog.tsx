import { lazy, Suspense, type ReactNode } from 'react';

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

/** A question over the page. Escape and a press outside answer with `onClose`. */
export const Sheet = (props: SheetProps) => (
  <Suspense fallback={null}>
    <LateSheet {...props} />
  </Suspense>
);
