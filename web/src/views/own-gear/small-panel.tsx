import { memo, useMemo } from 'react';
import { drawPanel, type Panelled } from '../../../../core/drawing';
import { DrawnItem } from '../../pen/items';

const SIZE = { w: 148, h: 56 };
/** What of the panel stands outside its edges and is shown: the dots of its jacks. */
const RIM = 6;

/** A box's panel made small: its jacks, blocks and wires, without words and knobs. */
export const SmallPanel = memo(function SmallPanel({ box, patch }: { box: Panelled; patch: string }) {
  const { items, body } = useMemo(() => {
    const drawn = drawPanel(box, patch, 300)
      .items.filter(({ address }) => !address?.startsWith('controls/'))
      .map(({ item }) => item);
    const plate = drawn.find((item) => item.type === 'plate' && item.look === 'place');
    return { items: drawn, body: plate?.type === 'plate' ? plate : { x: 0, y: 0, w: 1, h: 1 } };
  }, [box, patch]);
  return (
    <svg
      aria-hidden="true"
      viewBox={`${body.x - RIM} ${body.y - RIM} ${body.w + 2 * RIM} ${body.h + 2 * RIM}`}
      width={SIZE.w}
      height={SIZE.h}
      className="shrink-0 [&_path]:[vector-effect:non-scaling-stroke] [&_rect]:[vector-effect:non-scaling-stroke]"
    >
      {items.map((item, i) =>
        item.type === 'text' ? null : <DrawnItem key={i} item={item} emphasis={undefined} />,
      )}
    </svg>
  );
});
