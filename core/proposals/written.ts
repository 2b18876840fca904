// A draft as chains in text.
import { blocksOf, isGrid, quoted } from '../chain';
import { boxOf, type Reads } from '../model';
import { endsOf, type Draft, type Item } from './draft';

type Of = Reads<'boxes'>;

const hasLoops = (of: Of, id: string): boolean => {
  const box = boxOf(of, id);
  return box !== undefined && isGrid(box) && (box.loops?.length ?? 0) > 0;
};

/** A passage by itself: the box where all of it is passed, else with what is. */
function side(of: Of, { box: id, blocks }: Pick<Item, 'box' | 'blocks'>): string {
  const box = boxOf(of, id);
  const tag = quoted(box?.tag ?? id);
  const isWhole = box !== undefined && !isGrid(box) && blocks.length === blocksOf(box).length;
  return isWhole ? tag : `${tag}[${blocks.join(' ')}]`;
}

/** Items as text, what stands between two passages through a unit in a loop of it; null: loops would cross. */
function written(of: Of, items: readonly Item[], rows: readonly string[]): string | null {
  let text = '';
  for (let i = 0; i < items.length;) {
    const [first] = items.slice(i);
    if (!first) break;
    if (first.kept || first.second) {
      const { kept, second } = first;
      const pair = second ? `${side(of, first)}+${side(of, second)}` : '';
      // Halves of the box just ahead are come to inside it.
      const isInside = second?.box === first.box && items[i - 1]?.box === first.box;
      text += `${isInside ? '' : ` ${first.by}`} ${kept?.text ?? pair}`;
      i += 1;
      continue;
    }
    const words: string[] = [];
    for (;;) {
      const run = items.slice(i).findIndex((item) => item.box !== first.box || item.kept || item.second);
      const to = run < 0 ? items.length : i + run;
      words.push(...items.slice(i, to).flatMap(({ blocks }) => [...blocks]));
      const again = items.slice(to).findIndex((item) => item.box === first.box);
      if (again < 0 || rows.includes(first.box) || !hasLoops(of, first.box)) {
        i = to;
        break;
      }
      const held = items.slice(to, to + again);
      const crosses = held.some(
        (item) =>
          !rows.includes(item.box) &&
          hasLoops(of, item.box) &&
          items.slice(to + again).some(({ box }) => box === item.box),
      );
      const inner = crosses ? null : written(of, held, rows);
      if (inner === null) return null;
      const [open, close] = [held[0], items[to + again]].map((item) => item?.by === '>>');
      words.push(`loop${open ? '((' : '('}${inner.replace(/^ >>? /, '')}${close ? '))' : ')'}`);
      i = to + again;
    }
    text += ` ${first.by} ${side(of, { box: first.box, blocks: words })}`;
  }
  return text;
}

/** Items in a row as text, with their arrows; null: it cannot be written. */
export const rowText = (of: Of, items: readonly Item[]): string | null => written(of, items, []);

/** A way as it stands in braces; one that goes on in the box ahead of it begins inside. */
function branch(of: Of, ahead: Item | undefined, items: readonly Item[], rest: string): string {
  const [first] = items;
  const tag = quoted(boxOf(of, first?.box)?.tag ?? '');
  const begins = ` ${first?.by ?? '>'} ${tag}[`;
  return ahead && first && ahead.box === first.box && rest.startsWith(begins)
    ? rest.slice(begins.length - 1)
    : rest.trimStart();
}

/** A draft as chains, a line each; null: it cannot be written, its loops would cross. */
export function draftText(of: Of, draft: Draft): string | null {
  const { line, ways, rows, how } = draft;
  const build = (from: number): string | null => {
    const apart = ways
      .filter((way) => way.from > from && way.from < line.length)
      .sort((a, b) => a.from - b.from)[0];
    const to = apart?.from ?? line.length;
    const own = line.slice(from, to);
    const ends = apart ? [] : endsOf(draft);
    const [only] = ends;
    if (!apart && ends.length === 1 && only) return written(of, [...own, ...only.items], rows);
    const text = written(of, own, rows);
    if (text === null) return null;
    const ahead = line[to - 1];
    const tails = apart
      ? [
          { items: line.slice(to), text: build(to) },
          { items: apart.items, text: written(of, apart.items, rows) },
        ]
      : ends.map(({ items }) => ({ items, text: written(of, items, rows) }));
    const branches = tails.map((tail) => tail.text && branch(of, ahead, tail.items, tail.text));
    const parts = apart || how === 'both' ? '' : ` ${how}`;
    return branches.includes(null) ? null : `${text}${parts} { ${branches.join(' | ')} }`;
  };
  const text = build(0);
  return text === null ? null : [`${draft.begin}${text}`, ...draft.also].join('\n');
}
