import { useMemo } from 'react';
import { drawPanel, type Spot } from '../../../../core/drawing';
import { kindOfPart, nameOfPart, ownerOf, type Address } from '../../../../core/gear';
import { useSize } from '../../parts/use-size';
import { DrawnItem } from '../../pen/items';
import { SpotFrame } from '../../pen/spot-frame';
import { SpotMark } from '../../pen/spot-mark';
import { usePanel } from './panel-context';
import { usePanelKeys } from './panel-keys';
import { useLayWire } from './use-lay-wire';

/** The spot that stands for what is selected: a switch position is seen at its jack. */
const spotOf = (address: Address): Address =>
  ['mode', 'state', 'pickup'].includes(kindOfPart(address)) ? ownerOf(address) : address;

const RINGS = {
  plain: 'stroke-transparent',
  selected: 'stroke-select',
  source: 'stroke-select [stroke-dasharray:2_2]',
  target: 'stroke-line [stroke-dasharray:2_3]',
} as const;

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
  const onKey = usePanelKeys();
  const layWire = useLayWire();
  const { spots } = drawing;
  const here = spotOf(selected);
  const stop = spots.some(({ address }) => address === here) ? here : (spots[0]?.address ?? '');
  const press = (address: Address) => (wiringFrom === null ? select(address) : layWire(address));
  const lookOf = ({ address }: Spot): keyof typeof RINGS => {
    if (address === wiringFrom) return 'source';
    if (wiringFrom !== null && kindOfPart(address) !== 'control') return 'target';
    return address === here ? 'selected' : 'plain';
  };

  return (
    <div ref={frame} className="min-w-0 overflow-x-auto">
      <SpotFrame
        label={`Panel of ${item.name}`}
        drawing={drawing}
        stop={stop}
        onMove={(address) => wiringFrom === null && select(address)}
        onPress={press}
        onKey={onKey}
      >
        {drawing.items.map(({ item: drawn, address }, i) => {
          const isWire = address !== null && (drawn.type === 'path' || drawn.type === 'arrow');
          const isSelected = isWire && address === selected && kindOfPart(address) === 'wire';
          return (
            <g
              key={`${address ?? ''} ${drawn.type} ${i}`}
              className={isWire ? 'cursor-pointer' : undefined}
              onClick={isWire ? () => select(address) : undefined}
            >
              <DrawnItem item={drawn} emphasis={isSelected ? 'selected' : undefined} />
            </g>
          );
        })}
        {spots.map((spot) => (
          <SpotMark
            key={spot.address}
            spot={spot}
            isStop={spot.address === stop}
            pressed={spot.address === here}
            ring={RINGS[lookOf(spot)]}
            className="cursor-pointer"
            onClick={() => press(spot.address)}
          />
        ))}
      </SpotFrame>
      <span className="sr-only" aria-live="polite">
        {wiringFrom === null ? '' : `Laying a wire from ${nameOfPart(item, wiringFrom)}`}
      </span>
    </div>
  );
}
