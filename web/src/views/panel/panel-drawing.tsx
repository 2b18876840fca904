import { useEffect, useMemo, useRef, type KeyboardEvent } from 'react';
import { drawPanel, spotTowards, type Spot } from '../../../../core/drawing';
import { idOf, kindOfPart, ownerOf, type Address } from '../../../../core/gear';
import { useSize } from '../../parts/use-size';
import { DrawnItem } from '../../pen/items';
import { usePanel } from './panel-context';
import { usePanelKeys } from './panel-keys';
import { useLayWire } from './use-lay-wire';

const ARROWS: Readonly<Record<string, 'left' | 'right' | 'up' | 'down'>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

/** The spot that stands for what is selected: a switch position is seen at its jack. */
const spotOf = (address: Address): Address =>
  ['mode', 'state', 'pickup'].includes(kindOfPart(address)) ? ownerOf(address) : address;

type SpotProps = {
  readonly spot: Spot;
  readonly look: 'plain' | 'selected' | 'source' | 'target';
  readonly isStop: boolean;
  readonly onPress: () => void;
};

const RINGS = {
  plain: 'stroke-transparent',
  selected: 'stroke-select',
  source: 'stroke-select [stroke-dasharray:2_2]',
  target: 'stroke-line [stroke-dasharray:2_3]',
} as const;

function SpotMark({ spot, look, isStop, onPress }: SpotProps) {
  const { x, y, w, h } = spot.rect;
  return (
    <g
      role="button"
      data-spot={spot.address}
      tabIndex={isStop ? 0 : -1}
      aria-label={spot.words}
      aria-pressed={look === 'selected'}
      className="cursor-pointer outline-none [&:focus-visible>rect]:stroke-ink [&:focus-visible>rect]:[stroke-width:3]"
      onClick={onPress}
    >
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        rx={4}
        className={`fill-transparent ${RINGS[look]}`}
        strokeWidth={2}
      />
    </g>
  );
}

/** The panel itself: one stop of the Tab key, the arrows go from part to part. */
export function PanelDrawing() {
  const { item, patch, selected, wiringFrom, select } = usePanel(
    'item',
    'patch',
    'selected',
    'wiringFrom',
    'select',
  );
  const [frame, size] = useSize();
  const width = size?.width ?? 0;
  const drawing = useMemo(() => drawPanel(item, patch, Math.max(320, width - 2)), [item, patch, width]);
  const svg = useRef<SVGSVGElement>(null);
  const onKey = usePanelKeys();
  const layWire = useLayWire();
  const { spots } = drawing;
  const here = spotOf(selected);
  const stop = spots.some(({ address }) => address === here) ? here : (spots[0]?.address ?? '');

  const focusSpot = (address: Address) =>
    svg.current?.querySelector<SVGGElement>(`[data-spot="${CSS.escape(address)}"]`)?.focus();
  const hadFocus = useRef(false);
  // The part that an edit made or moved keeps the focus that its like had.
  useEffect(() => {
    if (hadFocus.current) focusSpot(here);
  }, [here, drawing]);

  const press = (address: Address) => (wiringFrom === null ? select(address) : layWire(address));
  const move = (event: KeyboardEvent) => {
    const towards = ARROWS[event.key];
    if (!towards || event.altKey || event.ctrlKey || event.metaKey) return onKey(event);
    event.preventDefault();
    const from = document.activeElement?.getAttribute('data-spot') ?? stop;
    const next = spotTowards(spots, from, towards);
    if (!next) return;
    if (wiringFrom === null) select(next.address);
    focusSpot(next.address);
  };

  return (
    <div ref={frame} className="min-w-0 overflow-x-auto">
      <svg
        ref={svg}
        role="group"
        aria-label={`Panel of ${item.name}`}
        width={drawing.width}
        height={drawing.height}
        viewBox={`0 0 ${drawing.width} ${drawing.height}`}
        className="block select-none"
        onFocus={() => (hadFocus.current = true)}
        onBlur={(event) => {
          if (event.relatedTarget !== null)
            hadFocus.current = svg.current?.contains(event.relatedTarget) ?? false;
        }}
        onKeyDown={(event) => {
          const address = document.activeElement?.getAttribute('data-spot');
          if ((event.key === 'Enter' || event.key === ' ') && address) {
            event.preventDefault();
            press(address);
          } else move(event);
        }}
      >
        {drawing.items.map(({ item: drawn, address }, i) => {
          const isWire = address !== null && (drawn.type === 'path' || drawn.type === 'arrow');
          return (
            <g
              key={`${address ?? ''} ${drawn.type} ${i}`}
              className={isWire ? 'cursor-pointer' : undefined}
              onClick={isWire ? () => select(address) : undefined}
            >
              <DrawnItem
                item={drawn}
                emphasis={
                  isWire && address === selected && kindOfPart(address) === 'wire' ? 'selected' : undefined
                }
              />
            </g>
          );
        })}
        {spots.map((spot) => (
          <SpotMark
            key={spot.address}
            spot={spot}
            isStop={spot.address === stop}
            look={
              spot.address === wiringFrom
                ? 'source'
                : wiringFrom !== null && kindOfPart(spot.address) !== 'control'
                  ? 'target'
                  : spot.address === here
                    ? 'selected'
                    : 'plain'
            }
            onPress={() => press(spot.address)}
          />
        ))}
      </svg>
      <span className="sr-only" aria-live="polite">
        {wiringFrom === null ? '' : `Laying a wire from ${idOf(wiringFrom)}`}
      </span>
    </div>
  );
}
