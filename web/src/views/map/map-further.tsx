import { useMemo } from 'react';
import type { Group } from '../../../../core/drawing';
import type { Standing } from '../../parts/further';
import { FurtherMarks } from '../../parts/further-marks';
import type { Size } from '../../parts/use-size';
import { useOpenWith } from '../../rig/use-open';

type Props = {
  readonly groups: readonly Group[];
  readonly zoom: number;
  readonly pane: HTMLElement | null;
  readonly size: Size | null;
  readonly isInLine: boolean;
};

/** Boxes that the pane of the map cuts off or hides. */
export function MapFurther({ groups, zoom, pane, size, isInLine }: Props) {
  const boxes = useOpenWith(({ rig }) => rig.boxes);
  const things = useMemo(() => {
    const names = new Map(boxes.map(({ id, name }) => [id, name]));
    return groups.flatMap(({ at, items }) =>
      items.flatMap((item): Standing | readonly [] => {
        if (item.type !== 'plate' || item.part?.type !== 'box') return [];
        const [left, top] = [(at.x + item.x) * zoom, (at.y + item.y) * zoom];
        const name = names.get(item.part.id) ?? '';
        return { name, left, top, right: left + item.w * zoom, bottom: top + item.h * zoom };
      }),
    );
  }, [groups, zoom, boxes]);
  return <FurtherMarks pane={pane} size={size} things={things} isInLine={isInLine} />;
}
