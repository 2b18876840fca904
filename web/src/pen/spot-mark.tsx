import type { Ref, SVGAttributes } from 'react';
import type { Spot } from '../../../core/drawing';

type Props = Omit<SVGAttributes<SVGGElement>, 'ref'> & {
  readonly spot: Spot;
  readonly isStop: boolean;
  readonly pressed: boolean;
  /** How its ring is drawn. */
  readonly ring: string;
  readonly hold?: Ref<SVGGElement>;
};

/** What can be pressed of a drawing, over its items. */
export function SpotMark({ spot, isStop, pressed, ring, hold, className = '', ...rest }: Props) {
  const { x, y, w, h } = spot.rect;
  return (
    <g
      ref={hold}
      role="button"
      data-spot={spot.address}
      tabIndex={isStop ? 0 : -1}
      aria-label={spot.words}
      aria-pressed={pressed}
      className={`outline-none [&:focus-visible>rect]:stroke-ink [&:focus-visible>rect]:[stroke-width:3] ${className}`}
      {...rest}
    >
      <rect x={x} y={y} width={w} height={h} rx={4} className={`fill-transparent ${ring}`} strokeWidth={2} />
    </g>
  );
}
