import type { Group, Point } from '../../../../core/drawing';
import { jackKey, wiring, type JackRef } from '../../../../core/model';
import { useOpen, useOpenWith } from '../../rig/use-open';
import type { QueryOf, ResultOf } from '../../worker/queries';

type Drawn = {
  /** Where a jack is drawn; where it is not, the middle of its box. */
  readonly spotOf: (ref: JackRef | undefined) => Point | undefined;
  /** The ends of a lead as it is drawn. */
  readonly endsOf: (lead: string) => readonly Point[] | undefined;
};

function drawnIn(groups: readonly Group[]): Drawn {
  const jacks = new Map<string, Point>();
  const boxes = new Map<string, Point>();
  const leads = new Map<string, readonly Point[]>();
  for (const { at, items } of groups) {
    const onMap = ({ x, y }: Point): Point => ({ x: at.x + x, y: at.y + y });
    for (const item of items) {
      if (item.type === 'jack') jacks.set(item.part.id, onMap(item));
      if (item.type === 'plate' && item.part?.type === 'box')
        boxes.set(item.part.id, onMap({ x: item.x + item.w / 2, y: item.y + item.h / 2 }));
      if (item.type === 'path' && item.part && !leads.has(item.part.id))
        leads.set(item.part.id, [...item.points.slice(0, 1), ...item.points.slice(-1)].map(onMap));
    }
  }
  return {
    spotOf: (ref) => ref && (jacks.get(jackKey(ref)) ?? boxes.get(ref.box)),
    endsOf: (lead) => leads.get(lead),
  };
}

const line = (key: string, a: Point | undefined, b: Point | undefined) =>
  a && b ? (
    <line
      key={key}
      x1={a.x}
      y1={a.y}
      x2={b.x}
      y2={b.y}
      strokeWidth={1.5}
      strokeDasharray="6 4"
      className="stroke-select"
    />
  ) : null;

/** Leads that lie otherwise than the drawing shows, while the new one is under way: straight and dashed. */
export function Ghosts({ groups }: { groups: readonly Group[] }) {
  const { rig, setting } = useOpen('rig', 'setting');
  const { spotOf, endsOf } = drawnIn(groups);
  return wiring(rig, setting.variant).map(({ lead, from, to }) => {
    const [a, b] = [spotOf(from[0]), spotOf(to[0])];
    const ends = endsOf(lead.id);
    const lies =
      ends && [a, b].every((spot) => spot && ends.some((end) => end.x === spot.x && end.y === spot.y));
    return lies ? null : line(lead.id, a, b);
  });
}

/** Leads as they would lie, while what is in hand is pointed at a place of the order. */
export function Planned({ groups }: { groups: readonly Group[] }) {
  const { rig, setting, held, gap } = useOpen('rig', 'setting', 'held', 'gap');
  const change = useOpenWith(({ answers, turn }) => {
    const answer = answers.preview;
    if (!answer?.value || answer.turn !== turn) return null;
    const { act } = JSON.parse(answer.key) as QueryOf<'preview'>;
    const { preview } = answer.value as ResultOf<'preview'>;
    return act.act === 'put' && act.slot === gap && preview.can ? preview.change : null;
  });
  if (!held || !change) return null;
  const { spotOf } = drawnIn(groups);
  const now = new Map(wiring(rig, setting.variant).map((plugged) => [plugged.lead.id, plugged]));
  return (
    <>
      {change.put.map(({ id, from, to }) => line(id, spotOf(from.at[0]), spotOf(to.at[0])))}
      {change.move.map(({ lead, from, to }) => {
        const own = now.get(lead);
        return line(lead, spotOf((from ?? own?.from)?.[0]), spotOf((to ?? own?.to)?.[0]));
      })}
    </>
  );
}
