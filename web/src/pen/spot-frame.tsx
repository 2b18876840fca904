import { useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { spotTowards, type Spot } from '../../../core/drawing';

const ARROWS: Readonly<Record<string, 'left' | 'right' | 'up' | 'down'>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

type Props = {
  readonly label: string;
  readonly drawing: { readonly width: number; readonly height: number; readonly spots: readonly Spot[] };
  /** The one spot that the Tab key comes to. */
  readonly stop: string;
  /** Arrows lead there. */
  readonly onMove: (address: string) => void;
  /** Enter or the space bar on a spot. */
  readonly onPress: (address: string) => void;
  /** Every other key, with the spot that has the focus. */
  readonly onKey: (event: KeyboardEvent, address: string) => void;
  readonly children: ReactNode;
};

/** A drawing whose spots are walked by arrows: one stop of the Tab key; what an edit moved keeps the focus. */
export function SpotFrame({ label, drawing, stop, onMove, onPress, onKey, children }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const hasFocus = useRef(false);
  const focusSpot = (address: string) =>
    svg.current?.querySelector<SVGGElement>(`[data-spot="${CSS.escape(address)}"]`)?.focus();
  /** The spot that was come to last, by whatever means: a drawing made anew leaves the focus there. */
  const focused = useRef<string | null>(null);
  const stopBefore = useRef(stop);
  useEffect(() => {
    const stays = focused.current !== null && stopBefore.current === stop;
    const address =
      stays && drawing.spots.some((spot) => spot.address === focused.current) ? focused.current : stop;
    stopBefore.current = stop;
    if (hasFocus.current) focusSpot(address ?? stop);
  }, [stop, drawing]);
  const press = (event: KeyboardEvent) => {
    const address = document.activeElement?.getAttribute('data-spot') ?? stop;
    const towards = ARROWS[event.key];
    if ((event.key === 'Enter' || event.key === ' ') && !event.altKey) {
      event.preventDefault();
      onPress(address);
    } else if (towards && !event.altKey && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      const next = spotTowards(drawing.spots, address, towards);
      if (!next) return;
      onMove(next.address);
      focusSpot(next.address);
    } else onKey(event, address);
  };
  return (
    <svg
      ref={svg}
      role="group"
      aria-label={label}
      width={drawing.width}
      height={drawing.height}
      viewBox={`0 0 ${drawing.width} ${drawing.height}`}
      className="block select-none"
      onFocus={({ target }) => {
        hasFocus.current = true;
        focused.current = target.getAttribute('data-spot');
      }}
      onBlur={(event) => {
        if (event.relatedTarget !== null)
          hasFocus.current = svg.current?.contains(event.relatedTarget) ?? false;
      }}
      onKeyDown={press}
    >
      {children}
    </svg>
  );
}
