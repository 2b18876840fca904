// The rig as it is wired, as a draft that parts can change.
import {
  actChains,
  blocksOf,
  isGrid,
  quoted,
  stopsOf,
  writeChains,
  type Chain,
  type ChainsAt,
  type End,
  type Place,
  type Tail,
} from '../chain';
import { boxOf, type Reads, type Rig } from '../model';
import type { Draft, Item, Way } from './draft';
import { hasRole } from './items';

type Of = Reads<'boxes'>;

const byOf = ({ gap }: Place): Item['by'] =>
  gap?.kind === 'air' ? '~' : gap?.kind === 'leads' && gap.width === 'stereo' ? '>>' : '>';

/** Where what is in one box without a lead begins, of places up to one. */
function visitAt(places: readonly Place[], at: number): number {
  const id = places[at]?.stops[0].box;
  let from = at;
  while (from > 0 && places[from]?.gap?.kind === 'inside' && places[from - 1]?.stops[0].box === id) from -= 1;
  return from;
}

/** Places, and how they go on, left as they stand. */
function keptOf(of: Of, places: readonly Place[], end: End): Item | null {
  const [first, ...others] = places;
  if (!first) return null;
  const chain: Chain = { sources: [first.stops[0].box], places: [{ ...first, gap: null }, ...others], end };
  const text = writeChains(of, [chain])[0]?.replace(/ > nothing$/, '') ?? '';
  const boxes = [...new Set(stopsOf(chain).map(({ box }) => box))];
  return { box: first.stops[0].box, blocks: [], by: byOf(first), kept: { text, boxes } };
}

/** A passage that no blocks tell of: by the jack that it leaves by, or is come to by where it parts. */
function throughOf(of: Of, place: Place, end: End | null): Item {
  const [{ box, in: into, out }] = place.stops;
  const isInside =
    end?.kind === 'split' && end.tails.some(({ places: [first] }) => first?.gap?.kind === 'inside');
  const jack = isInside ? undefined : ((end?.kind === 'split' ? undefined : out[0]) ?? into.at(-1));
  const tag = quoted(boxOf(of, box)?.tag ?? box);
  const text = jack === undefined ? tag : `${tag}:${jack}`;
  return { box, blocks: [], by: byOf(place), kept: { text, boxes: [box] } };
}

/**
 * Places as items, loops left out: what hangs in one is told by what stands around it.
 * @param end how they go on behind the last
 * @returns null: they are no plain row
 */
function itemsOf(of: Of, places: readonly Place[], end: End | null): readonly Item[] | null {
  const items: Item[] = [];
  for (let i = 0; i < places.length; i += 1) {
    const place = places[i];
    if (!place) break;
    const [{ box: id, blocks, loop }, second] = place.stops;
    const box = boxOf(of, id);
    const last = items.at(-1);
    if (!box) return null;
    if (second) {
      if (loop || second.loop || blocks.length === 0 || second.blocks.length === 0) return null;
      items.push({ box: id, blocks, by: byOf(place), second: { box: second.box, blocks: second.blocks } });
    } else if (loop && !isGrid(box)) {
      // Loops of a switcher stand in their own order.
      const from = visitAt(places, i);
      const to = places.findLastIndex(({ stops: [stop] }) => stop.box === id);
      const row = places.slice(from, to + 1);
      const kept = keptOf(of, row, { kind: 'open' });
      const isCrossed = places.some(
        ({ stops: [stop] }, k) => (k < from || k > to) && kept?.kept?.boxes.includes(stop.box),
      );
      if (!kept || isCrossed) return null;
      while (items.at(-1)?.box === id) items.pop();
      items.push(kept);
      i = to;
    } else if (loop) {
      const isWhole = places.some(
        ({ stops: [{ box: host, loop: other }] }) =>
          host === id && other?.block === loop.block && other.side !== loop.side,
      );
      if (!isWhole) return null;
      // Where no block of the unit stands beside its loop, it is passed all the same.
      if (last?.box !== id) items.push({ box: id, blocks: [], by: byOf(place) });
    } else if (blocks.length === 0) items.push(throughOf(of, place, i === places.length - 1 ? end : null));
    // What is built in one behind the other is one passage.
    else if (!isGrid(box) && last?.box === id && !last.kept && place.gap?.kind === 'inside')
      items[items.length - 1] = { ...last, blocks: [...last.blocks, ...blocks] };
    else items.push({ box: id, blocks, by: byOf(place) });
  }
  return items;
}

/** A way behind a split as items; where it parts once more, that is kept as it stands. */
function wayItems(of: Of, { places, end }: Tail): readonly Item[] | null {
  if (end.kind !== 'split')
    return isUnheard({ places, end }) || isEnd(end) ? itemsOf(of, places, null) : null;
  const from = visitAt(places, places.length - 1);
  const kept = keptOf(of, places.slice(from), end);
  const own = kept && itemsOf(of, places.slice(0, from), null);
  return kept && own && [...own, kept];
}

const isUnheard = ({ end }: Tail): boolean => end.kind === 'tuner' || end.kind === 'listens';

type Flat = Pick<Draft, 'line' | 'ways' | 'how'>;

/** A chain behind its first place as one line with its ways; null: it parts in another manner. */
function flat(of: Of, { places, end }: Tail, ahead: readonly Item[], sides: readonly Way[]): Flat | null {
  const own = itemsOf(of, places, end);
  if (!own) return null;
  const line = [...ahead, ...own];
  if (end.kind === 'heard' || end.kind === 'load' || end.kind === 'open')
    return { line, ways: [...sides, { from: line.length, items: [] }], how: 'both' };
  if (end.kind !== 'split') return null;
  const { how } = end;
  const heard = end.tails.filter((tail) => !isUnheard(tail));
  const unheard = end.tails.filter(isUnheard).map((tail) => wayItems(of, tail));
  if (unheard.includes(null)) return null;
  const more = unheard.flatMap((items) => (items ? [{ from: line.length, items }] : []));
  const [only] = heard;
  if (heard.length === 1 && only && how === 'both') return flat(of, only, line, [...sides, ...more]);
  const tails = heard.map((tail) => wayItems(of, tail));
  if (more.length > 0 || tails.includes(null)) return null;
  return {
    line,
    ways: [...sides, ...tails.flatMap((items) => (items ? [{ from: line.length, items }] : []))],
    how,
  };
}

/** What it is heard by, and all behind it, is a way and no longer the line. */
function parted(of: Of, flat: Flat): Flat {
  const { line, ways } = flat;
  const [only, ...others] = ways.filter(({ from }) => from === line.length);
  if (!only || others.length > 0 || only.items.length > 0) return flat;
  const at = line.findIndex((item) => hasRole(of, item, 'power', 'speaker', 'monitor', 'mix'));
  if (at < 0) return flat;
  const sides = ways.filter((way) => way !== only && way.from <= at);
  return { ...flat, line: line.slice(0, at), ways: [...sides, { from: at, items: line.slice(at) }] };
}

const isEnd = ({ kind }: End): boolean => kind === 'heard' || kind === 'load';

/** The chains beside that of the instruments, as text: a desk's mix into ears. */
export function otherLines(rig: Rig, at: ChainsAt): readonly string[] {
  const chains = actChains(rig, at);
  return writeChains(
    rig,
    chains.filter((chain) => !isPlayed(rig, chain) && chain.places.length > 1),
  );
}

/** What a chain passes several times, and leaves by no loop. */
function rowsIn(chain: Chain): readonly string[] {
  const stops = stopsOf(chain);
  const runs = stops.filter(({ box }, i) => stops[i - 1]?.box !== box).map(({ box }) => box);
  return [...new Set(runs)].filter(
    (id) =>
      runs.filter((one) => one === id).length > 1 &&
      !stops.some(({ box, loop }) => box === id && loop !== null),
  );
}

const isPlayed = (of: Of, { sources }: Chain): boolean =>
  sources.some((id) => boxOf(of, id)?.blocks.some(({ role }) => role === 'source'));

/** Does what a draft was made of lead anywhere? */
const isHeard = ({ end }: Tail): boolean =>
  end.kind === 'heard' || end.kind === 'load' || (end.kind === 'split' && end.tails.some(isHeard));

/**
 * The first chain of the instruments as a draft, the others as they stand beside it. Null: nothing is heard by it, or it
 * parts in a manner that drafts cannot tell (within a loop, into a ring).
 */
export function presentDraft(rig: Rig, at: ChainsAt): Draft | null {
  const chains = actChains(rig, at);
  const main = chains.find((chain) => isPlayed(rig, chain) && isHeard(chain));
  const [first, ...places] = main?.places ?? [];
  if (!main || !first) return null;
  const box = boxOf(rig, main.sources[0]);
  const isWhole = box !== undefined && first.stops[0].blocks.length === blocksOf(box).length;
  const made = flat(rig, { places, end: main.end }, [], []);
  if (!made) return null;
  const names = main.sources.map((id) => quoted(boxOf(rig, id)?.tag ?? id));
  const inner = isWhole || first.stops[0].blocks.length === 0 ? '' : `[${first.stops[0].blocks.join(' ')}]`;
  const others = chains.filter(
    (chain) => chain !== main && !(chain.places.length === 1 && chain.end.kind === 'open'),
  );
  const { line, ways, how } = parted(rig, made);
  return {
    begin: `${names[0] ?? ''}${inner}${names
      .slice(1)
      .map((name) => `/${name}`)
      .join('')}`,
    line,
    ways,
    how,
    also: writeChains(rig, others),
    rows: rowsIn(main),
  };
}
