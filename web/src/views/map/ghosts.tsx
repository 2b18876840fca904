import { useState } from 'react';
import type { Group, Point } from '../../../../core/drawing';
import { jacksInLayer } from '../../../../core/layers';
import { boxOf, jackKey, wiring, type JackRef, type Plugged } from '../../../../core/model';
import { useOpen, useOpenWith } from '../../rig/use-open';
import type { QueryOf, ResultOf } from '../../worker/queries';

/** Where a jack is drawn; where it is not, the middle of its box. */
type SpotOf = (ref: JackRef | undefined) => Point | undefined;

function spotsIn(groups: readonly Group[]): SpotOf {
  const jacks = new Map<string, Point>();
  const boxes = new Map<string, Point>();
  for (const { at, items } of groups) {
    const onMap = ({ x, y }: Point): Point => ({ x: at.x + x, y: at.y + y });
    for (const item of items) {
      if (item.type === 'jack') jacks.set(item.part.id, onMap(item));
      if (item.type === 'plate' && item.part?.type === 'box')
        boxes.set(item.part.id, onMap({ x: item.x + item.w / 2, y: item.y + item.h / 2 }));
    }
  }
  return (ref) => ref && (jacks.get(jackKey(ref)) ?? boxes.get(ref.box));
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

const liesOf = ({ from, to }: Plugged) => `${from.map(jackKey).join(' ')} > ${to.map(jackKey).join(' ')}`;

/**
 * Leads of the layer that lie otherwise than when the drawing was last that of the rig, while the new one is under way:
 * straight and dashed.
 */
export function Ghosts({ groups, isStale }: { groups: readonly Group[]; isStale: boolean }) {
  const { rig, setting, layer } = useOpen('rig', 'setting', 'layer');
  const now = wiring(rig, setting.variant);
  const [drawn, setDrawn] = useState(now);
  if (!isStale && drawn !== now) setDrawn(now);
  if (!isStale || drawn === now) return null;
  const lay = new Map(drawn.map((plugged) => [plugged.lead.id, liesOf(plugged)]));
  const spotOf = spotsIn(groups);
  const isOf = (ref: JackRef | undefined) => {
    const box = ref && boxOf(rig, ref.box);
    return box ? jacksInLayer(box, layer).some(({ id }) => id === ref.jack) : false;
  };
  return now.map((plugged) => {
    const [from, to] = [plugged.from[0], plugged.to[0]];
    return lay.get(plugged.lead.id) !== liesOf(plugged) && isOf(from) && isOf(to)
      ? line(plugged.lead.id, spotOf(from), spotOf(to))
      : null;
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
  const spotOf = spotsIn(groups);
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
