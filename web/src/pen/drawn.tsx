import { memo } from 'react';
import type { Drawing, Item } from '../../../core/drawing';
import { DrawnItem } from './items';
import type { EmphasisOf } from './look';

const partOf = (item: Item) => ('part' in item ? item.part : undefined);

/** What moves together: everything of one box, everything of one lead. */
function groupOf(item: Item): string {
  const part = partOf(item);
  if (!part) return '';
  if (part.type === 'lead') return item.type === 'sleeve' ? `sleeve:${part.id}` : `lead:${part.id}`;
  return `box:${part.id.split('/')[0] ?? ''}`;
}

type Group = { readonly key: string; readonly items: Item[] };

/** Frames first, then leads, boxes, sleeves: what lies on top is drawn last. */
function groupsOf(items: readonly Item[]): readonly Group[] {
  const groups = new Map<string, Group>();
  for (const item of items) {
    const key = groupOf(item);
    const group = groups.get(key);
    if (group) group.items.push(item);
    else groups.set(key, { key, items: [item] });
  }
  const rank = ({ key }: Group) =>
    key === '' ? 0 : key.startsWith('lead:') ? 1 : key.startsWith('box:') ? 2 : 3;
  return [...groups.values()].sort((a, b) => rank(a) - rank(b));
}

type Props = { readonly drawing: Drawing; readonly emphasisOf: EmphasisOf };

/**
 * Draws primitives as SVG; every part carries its name, so that one listener above serves them all. Drawn anew only
 * with another drawing or another emphasis: `emphasisOf` must keep its identity between.
 */
export const Drawn = memo(function Drawn({ drawing, emphasisOf }: Props) {
  return (
    <>
      {groupsOf(drawing.items).map(({ key, items }) => (
        <g key={key} data-group={key}>
          {items.map((item, i) => {
            const part = partOf(item);
            return (
              <g key={i} data-part={part ? `${part.type}:${part.id}` : undefined}>
                <DrawnItem item={item} emphasisOf={emphasisOf} />
              </g>
            );
          })}
        </g>
      ))}
    </>
  );
});

/** For drawings in which nothing is chosen. */
export const noEmphasis: EmphasisOf = () => undefined;
