// What a routing is called in the trade's words, read off its chains: for rigs that were plugged by hand too.
import { blockIn, boxOf, type Block, type Box, type Reads } from '../model';
import { inWords, weakly } from '../units';
import { stopsOf, type Chain, type End, type Stop, type Tail } from './chain';
import { halvesOf } from './acts';
import { isGrid } from './relay';

type Of = Reads<'boxes'>;
type Role = Block['role'];

/** A way from a source to where it ends, with the splits that it goes through by their places in it. */
type Way = {
  readonly stops: readonly Stop[];
  readonly parts: readonly number[];
  readonly end: End;
  /** It comes to its end left and right. */
  readonly wide: boolean;
};

const blocksOf = weakly((of: Of, { box, blocks }: Stop): readonly Block[] =>
  blocks.flatMap((id) => blockIn(boxOf(of, box), id) ?? []),
);
const has = (of: Of, stop: Stop, ...roles: readonly Role[]): boolean =>
  blocksOf(of, stop).some(({ role }) => roles.includes(role));

/** Every way through a chain, to each of its ends. */
function waysThrough({ places, end }: Tail): readonly Way[] {
  const own = places.flatMap(({ stops }) => [...stops]);
  const wide = places.at(-1)?.gap?.width === 'stereo';
  if (end.kind !== 'split') return [{ stops: own, parts: [], end, wide }];
  return end.tails.flatMap((tail) =>
    waysThrough(tail).map((way) => ({
      stops: [...own, ...way.stops],
      parts: [own.length, ...way.parts.map((at) => own.length + at)],
      end: way.end,
      wide: way.wide,
    })),
  );
}

const isUnit = (of: Of, stop: Stop): boolean => {
  const box = boxOf(of, stop.box);
  return box !== undefined && isGrid(box);
};

/** A stop that makes something of the sound: an effect or a model of a unit, a pedal. */
const isEffect = (of: Of, stop: Stop): boolean =>
  stop.loop === null && has(of, stop, 'effect', 'ampModel', 'cabModel');

/** How a way goes about the amplifier whose power stage it ends in. */
function aroundAmplifier(of: Of, { stops }: Way): string | null {
  const power = stops.findIndex((stop) => has(of, stop, 'power'));
  const own = stops[power];
  if (!own) return null;
  const preamp = stops.findIndex((stop) => has(of, stop, 'preamp'));
  const front = stops[preamp];
  const effects = stops.flatMap((stop, i) => (isEffect(of, stop) ? [{ stop, i }] : []));
  if (!front) {
    // A power amplifier by itself has no preamp to be left out.
    const hasPreamp = boxOf(of, own.box)?.blocks.some(({ role }) => role === 'preamp') === true;
    return hasPreamp ? 'straight into the power stage' : `direct, by ${boxOf(of, own.box)?.name ?? own.box}`;
  }
  if (
    front.box !== own.box &&
    has(of, front, 'preamp') &&
    boxOf(of, front.box)?.blocks.some(({ role }) => role === 'power')
  )
    return `${boxOf(of, front.box)?.name ?? front.box} into the power stage of ${boxOf(of, own.box)?.name ?? own.box}`;
  const ahead = effects.filter(({ i }) => i < preamp);
  const after = effects.filter(({ i }) => i > preamp && i < power);
  const ofUnit = (some: typeof effects) => some.some(({ stop }) => isUnit(of, stop));
  if (ofUnit(ahead) && ofUnit(after)) return 'four-cable';
  if (ahead.length > 0 && after.length > 0) return 'ahead of the preamp and in the loop';
  if (after.length > 0) return 'effects in the loop';
  return ahead.length > 0 ? 'all in front' : 'straight into the amplifier';
}

/** Does it take sound out of the air? */
const hears = (of: Of, { box }: Stop): boolean =>
  boxOf(of, box)?.jacks.some(({ carries, direction }) => carries === 'air' && direction === 'in') === true;

/** What leads to a desk or monitors beside the loudspeaker, and where it parts. */
function feedWords(of: Of, way: Way, main: Way): string | null {
  const last = way.stops.at(-1);
  if (!last || way.end.kind !== 'heard' || way.end.outlet === 'loudspeaker') return null;
  const shared = way.stops.findIndex((stop, i) => stop !== main.stops[i]);
  const own = way.stops.slice(shared < 0 ? way.stops.length : shared);
  const to = `${boxOf(of, last.box)?.name ?? last.box}${way.wide ? ' in stereo' : ''}`;
  if (own.some((stop) => hears(of, stop))) return `a microphone to ${to}`;
  const behind = way.stops.slice(0, shared < 0 ? undefined : shared).findLast(({ loop }) => loop === null);
  const from = boxOf(of, behind?.box);
  const isAmplifier =
    own.some((stop) => has(of, stop, 'power')) ||
    (behind !== undefined && has(of, behind, 'power', 'preamp'));
  if (isAmplifier) return `line out of ${from?.name ?? 'the amplifier'} to ${to}`;
  const doubled = own.some((stop) => blocksOf(of, stop).some(({ twinOf }) => twinOf !== undefined));
  if (doubled) return `feed to ${to} with its late effects doubled`;
  const left = main.stops
    .slice(Math.max(0, shared))
    .filter((stop) => isEffect(of, stop) && stop.box === from?.id);
  if (from && isGrid(from))
    return left.length === 0 ? `feed to ${to}, split last` : `feed to ${to}, split ahead of the late effects`;
  return `feed to ${to} by ${from?.name ?? 'a split'}`;
}

/** The stops of the ways that lead from a loop's send to its return; what parts and joins them again counts too. */
function insideOf(ways: readonly Way[], out: Stop): ReadonlySet<Stop> {
  const isBack = ({ box, loop }: Stop) =>
    box === out.box && loop?.side === 'back' && loop.block === out.loop?.block;
  const parts = ways.flatMap(({ stops, end }) => {
    const from = stops.indexOf(out);
    if (from < 0) return [];
    const back = stops.findIndex((stop, k) => k > from && isBack(stop));
    return [{ stops: stops.slice(from + 1, back < 0 ? undefined : back), isWhole: back >= 0, end }];
  });
  const inside = new Set(parts.flatMap(({ stops, isWhole }) => (isWhole ? stops : [])));
  const joined = parts.filter(
    ({ end, isWhole }) =>
      !isWhole &&
      end.kind === 'joins' &&
      (end.box === out.box ? end.block === out.loop?.block : [...inside].some(({ box }) => box === end.box)),
  );
  return new Set([...inside, ...joined.flatMap(({ stops }) => stops)]);
}

/** Boxes that hang in a loop which is no amplifier's: `Delay unit in Loop 2 of Multi-effects`. */
function insertWords(of: Of, chain: Chain, ways: readonly Way[]): readonly string[] {
  const stops = stopsOf(chain);
  return stops.flatMap((out): readonly string[] => {
    if (out.loop?.side !== 'out') return [];
    const { block } = out.loop;
    const inside = insideOf(ways, out);
    // A gate that only closes in the loop stands around something: that is told elsewhere.
    const isWhole = ({ box }: Stop) => stops.every((stop) => stop.box !== box || inside.has(stop));
    const hung = stops.filter(
      (stop) => inside.has(stop) && !has(of, stop, 'preamp', 'power') && isWhole(stop),
    );
    const host = boxOf(of, out.box);
    const names = [...new Set(hung.flatMap(({ box }) => boxOf(of, box)?.name ?? []))];
    if (names.length === 0 || !host) return [];
    return [`${inWords(names)} in ${blockIn(host, block)?.name ?? block} of ${host.name}`];
  });
}

/** A box with two halves around what stands between them on one way: `Gate around the preamp`; a gate by its key. */
function wrapWords(of: Of, ways: readonly Way[]): readonly string[] {
  const boxes = [...new Set(ways.flatMap(({ stops }) => stops.map(({ box }) => box)))];
  return boxes.flatMap((id): readonly string[] => {
    const box = boxOf(of, id);
    const isAmplifier = box?.blocks.some(({ role }) => role === 'power' || role === 'preamp');
    if (!box || isAmplifier || isGrid(box)) return [];
    if (ways.some(({ stops, end }) => end.kind === 'listens' && stops.at(-1)?.box === id))
      return [`${box.name} keyed by the clean signal`];
    return halvesOf(box) ? ways.flatMap((way) => aroundWords(of, way, box)) : [];
  });
}

function aroundWords(of: Of, { stops }: Way, box: Box): readonly string[] {
  const at = stops.flatMap(({ box: id }, i) => (id === box.id ? [i] : []));
  const [first, second] = at;
  if (first === undefined || second === undefined || at.length > 2) return [];
  const between = stops.slice(first + 1, second);
  const preamp = between.some((stop) => has(of, stop, 'preamp'));
  const effects = between.some((stop) => isEffect(of, stop));
  if (box.blocks.some(({ category }) => category === 'gate')) {
    const what = preamp && effects ? 'effects and the preamp' : preamp ? 'the preamp' : 'effects';
    return preamp || effects ? [`${box.name} around ${what}`] : [];
  }
  return preamp ? [`${box.name} ahead of the preamp and behind it`] : [];
}

/** Power stages that the ways of a chain end in, and how they part. */
function amplifierWords(of: Of, { end }: Tail, ways: readonly Way[]): string | null {
  const powers = new Set(
    ways.flatMap(({ stops }) => stops.filter((stop) => has(of, stop, 'power')).map(({ box }) => box)),
  );
  if (powers.size < 2) return null;
  const hows = new Set<string>();
  const look = (one: End) => {
    if (one.kind !== 'split') return;
    hows.add(one.how);
    for (const tail of one.tails) look(tail.end);
  };
  look(end);
  const names = inWords([...powers].map((id) => boxOf(of, id)?.name ?? id));
  if (hows.has('either')) return `${names}, one at a time`;
  if (hows.has('sides')) return `${names}, left and right`;
  const wet = ways.filter(({ stops }) => stops.some((stop) => has(of, stop, 'power')));
  const isDry = ({ stops, parts }: Way) => !stops.slice(parts[0]).some((stop) => isEffect(of, stop));
  return wet.some(isDry) && !wet.every(isDry) ? `${names}, one of them dry` : names;
}

const instruments = (of: Of, { sources }: Chain): readonly Box[] =>
  sources.flatMap((id) => {
    const box = boxOf(of, id);
    return box?.blocks.some(({ role }) => role === 'source') ? [box] : [];
  });

/**
 * What a routing is called: `four-cable; feed to Desk, split last; Delay unit in Loop 2 of Multi-effects`. The first of
 * it is the family; empty where nothing is heard yet.
 */
export function nameOf(of: Of, chains: readonly Chain[]): readonly string[] {
  const played = chains.filter((chain) => instruments(of, chain).length > 0);
  const [first, ...others] = played;
  if (!first) return [];
  const ways = waysThrough(first);
  const heard = ways.filter(({ end }) => end.kind === 'heard');
  const main = heard.find(({ stops }) => stops.some((stop) => has(of, stop, 'power'))) ?? heard[0];
  if (!main) return [];
  const around = aroundAmplifier(of, main);
  const family = around ?? (main.wide ? 'direct, in stereo' : 'direct');
  const wide = around !== null && main.wide ? ['in stereo'] : [];
  const feeds = heard.flatMap((way) => (way === main ? [] : (feedWords(of, way, main) ?? [])));
  const amplifiers = amplifierWords(of, first, heard);
  const ears = chains.flatMap((chain): readonly string[] => {
    const source = boxOf(of, chain.sources[0]);
    if (!source?.blocks.some(({ role }) => role === 'mix')) return [];
    const to = stopsOf(chain).at(-1)?.box;
    return [`${source.name}'s mix to ${boxOf(of, to)?.name ?? 'the ears'}`];
  });
  const more = others.flatMap((chain) => {
    const { end } = chain;
    const at = end.kind === 'joins' ? boxOf(of, end.box) : undefined;
    const how = at ? `mixed in at ${at.name}` : 'by a way of its own';
    return instruments(of, chain).map(({ name }) => `${name} ${how}`);
  });
  const last = boxOf(of, main.stops.at(-1)?.box)?.name ?? 'the desk';
  const miked = main.stops.some((stop) => hears(of, stop)) ? [`a microphone to ${last}`] : [];
  return [
    ...new Set([
      family,
      ...wide,
      ...(amplifiers ? [amplifiers] : []),
      ...miked,
      ...feeds,
      ...insertWords(of, first, ways),
      ...wrapWords(of, ways),
      ...more,
      ...ears,
    ]),
  ];
}
