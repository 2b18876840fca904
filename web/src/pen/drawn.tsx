import { memo, useMemo } from 'react';
import { groupsOf, type Drawing, type Group, type Item } from '../../../core/drawing';
import { DrawnItem } from './items';
import type { Emphasis, EmphasisOf } from './look';

const partOf = (item: Item) => ('part' in item ? item.part : undefined);

/** The emphasis of each item of a group, as one text: a group whose text and items are the same is not drawn anew. */
const emphasesOf = ({ items }: Group, emphasisOf: EmphasisOf): string => {
  const each = items.map((item) => {
    const part = partOf(item);
    return part ? (emphasisOf(part) ?? '') : '';
  });
  return each.every((one) => one === '') ? '' : each.join('|');
};

/** Names of a group's items that stay with them when others come between: a terminal is not drawn anew as its name. */
function keysOf(items: Group['items']): readonly string[] {
  const seen = new Map<string, number>();
  return items.map((item) => {
    const name = `${item.type} ${partOf(item)?.id ?? ''}`;
    const nth = seen.get(name) ?? 0;
    seen.set(name, nth + 1);
    return `${name} ${nth}`;
  });
}

type ItemsProps = { readonly items: Group['items']; readonly emphases: string };

const DrawnItems = memo(function DrawnItems({ items, emphases }: ItemsProps) {
  const each = emphases === '' ? [] : emphases.split('|');
  const keys = keysOf(items);
  return items.map((item, i) => {
    const part = partOf(item);
    return (
      <g key={keys[i]} data-part={part ? `${part.type}:${part.id}` : undefined}>
        <DrawnItem item={item} emphasis={(each[i] || undefined) as Emphasis | undefined} />
      </g>
    );
  });
});

/** A group that only moved keeps its elements: one attribute changes. */
const DrawnGroup = memo(function DrawnGroup({ group, emphases }: { group: Group; emphases: string }) {
  const { key, at, items } = group;
  return (
    <g data-group={key} transform={`translate(${at.x} ${at.y})`}>
      <DrawnItems items={items} emphases={emphases} />
    </g>
  );
});

type Props = {
  /** By groups as it came from the worker, or whole. */
  readonly drawing: Drawing | { readonly groups: readonly Group[] };
  readonly emphasisOf: EmphasisOf;
};

/**
 * Draws primitives as SVG; every part carries its name, so that one listener above serves them all. Of a drawing that
 * came in groups only those are drawn anew that changed, or whose emphasis did; `emphasisOf` keeps its identity between.
 */
export const Drawn = memo(function Drawn({ drawing, emphasisOf }: Props) {
  const groups = useMemo(() => ('groups' in drawing ? drawing.groups : groupsOf(drawing.items)), [drawing]);
  return groups.map((group) => (
    <DrawnGroup key={group.key} group={group} emphases={emphasesOf(group, emphasisOf)} />
  ));
});

/** For drawings in which nothing is chosen. */
export const noEmphasis: EmphasisOf = () => undefined;
