import type { Group, Point } from '../../../../core/drawing';
import { jackKey, wiring } from '../../../../core/model';
import { useOpen } from '../../rig/use-open';

/** Leads that lie otherwise than the drawing shows, while the new one is under way: straight and dashed. */
export function Ghosts({ groups }: { groups: readonly Group[] }) {
  const { rig, setting } = useOpen('rig', 'setting');
  const jacks = new Map<string, Point>();
  const drawn = new Map<string, readonly Point[]>();
  for (const { at, items } of groups) {
    const onMap = ({ x, y }: Point): Point => ({ x: at.x + x, y: at.y + y });
    for (const item of items) {
      if (item.type === 'jack') jacks.set(item.part.id, onMap(item));
      if (item.type === 'path' && item.part && !drawn.has(item.part.id))
        drawn.set(item.part.id, [...item.points.slice(0, 1), ...item.points.slice(-1)].map(onMap));
    }
  }
  return wiring(rig, setting.variant).map(({ lead, from, to }) => {
    const [a, b] = [from[0], to[0]].map((ref) => (ref ? jacks.get(jackKey(ref)) : undefined));
    if (!a || !b) return null;
    const ends = drawn.get(lead.id);
    const lies = ends && [a, b].every((spot) => ends.some((end) => end.x === spot.x && end.y === spot.y));
    return lies ? null : (
      <line
        key={lead.id}
        x1={a.x}
        y1={a.y}
        x2={b.x}
        y2={b.y}
        strokeWidth={1.5}
        strokeDasharray="6 4"
        className="stroke-select"
      />
    );
  });
}
