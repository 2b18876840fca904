import { useEffect, useMemo, useState } from 'react';
import { EDGES, furtherOf, furtherWords, type Edge, type Standing } from './further';
import type { Size } from './use-size';

/** What goes to an edge, and where its mark stands in the pane. */
const AT: Record<
  Edge,
  { readonly arrow: string; readonly by: readonly [number, number]; readonly place: string }
> = {
  bottom: { arrow: '▾', by: [0, 1], place: 'bottom-1 left-1/2 -translate-x-1/2' },
  top: { arrow: '▴', by: [0, -1], place: 'top-1 left-1/2 -translate-x-1/2' },
  right: { arrow: '▸', by: [1, 0], place: 'right-1 bottom-1' },
  left: { arrow: '◂', by: [-1, 0], place: 'left-1 bottom-1' },
};

/** Of a pane so much is gone on at a press: what stood at the edge is still seen. */
const PAGE = 0.8;

type Props = {
  readonly pane: HTMLElement | null;
  readonly size: Size | null;
  /** What stands on the sheet; the same list while nothing moved. */
  readonly things: readonly Standing[];
  /** In a line beside the pane, where over its edges they would hide words. */
  readonly isInLine?: boolean;
};

/**
 * At the edges of a pane that scrolls, what lies beyond, and a press that goes there. For eyes and pointers only: keys
 * walk the parts themselves, and a screen reader is told of all of them. Unless in a line they stand at the edges
 * of the pane's parent.
 */
export function FurtherMarks({ pane, size, things, isInLine = false }: Props) {
  const [at, setAt] = useState({ left: 0, top: 0 });
  useEffect(() => {
    if (!pane) return;
    const read = () => setAt({ left: pane.scrollLeft, top: pane.scrollTop });
    pane.addEventListener('scroll', read, { passive: true });
    return () => pane.removeEventListener('scroll', read);
  }, [pane]);
  const further = useMemo(() => (size ? furtherOf(things, { ...at, ...size }) : null), [things, at, size]);
  if (!pane || !size || !further) return null;
  return EDGES.flatMap((edge) => {
    const hidden = further.get(edge);
    if (!hidden) return [];
    const { arrow, by, place } = AT[edge];
    return (
      <button
        key={edge}
        type="button"
        tabIndex={-1}
        aria-hidden="true"
        data-further={edge}
        className={`no-print ${isInLine ? 'shrink-0' : `absolute ${place}`} min-h-6 max-w-56 truncate rounded border border-line bg-raised px-2 text-xs text-ink`}
        onClick={() => pane.scrollBy(by[0] * size.width * PAGE, by[1] * size.height * PAGE)}
      >
        {arrow} {furtherWords(hidden)}
      </button>
    );
  });
}
