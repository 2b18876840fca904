// Which jacks serve: for each visit where it comes in, for each leg where it leaves, at least cost.
import { endAt, isAudio, jackIn, jackKey, pluggedIn, type Box, type JackRef, type Reads } from '../model';
import type { Leg, Legs, Run, Visit } from './legs';
import { segmentsOf, type Segment } from './segments';

/** The jacks of one end: one, or left and right. */
export type Jacks = readonly [string] | readonly [string, string];

/** Jacks by visit and by leg; null: nothing is plugged there. */
export type Fitted = {
  readonly entries: readonly (Jacks | null)[];
  readonly exits: readonly (Jacks | null)[];
};

/** Why a visit or a leg finds no jacks. */
export type Unfit = {
  readonly box: string;
  readonly blocks: readonly string[];
  /** No way through the box passes these blocks; or what would serve is taken, or comes in one channel only. */
  readonly reason: 'no way' | 'taken';
  readonly stereo: boolean;
};

const loopsIn = ({ visits, legs }: Legs, box: string): string => {
  const out = legs.flatMap(({ visit, out: to }) =>
    visits[visit]?.box === box && to.kind === 'loop' ? [to.loop] : [],
  );
  const back = visits.flatMap((visit) =>
    visit.box === box && visit.entry.kind === 'back' ? [visit.entry.loop] : [],
  );
  return [...new Set([...out, ...back])].sort().join(' ');
};

const same = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((one, i) => one === b[i]);

/** Segments of a visit that a leg may be. */
const segmentsFor = (all: readonly Segment[], { entry }: Visit, { blocks, out }: Leg): readonly Segment[] =>
  all.filter(
    (segment) =>
      (out.kind === 'within'
        ? same(segment.blocks.slice(0, blocks.length), blocks)
        : same(segment.blocks, blocks)) &&
      (entry.kind === 'source') === (segment.entry === null) &&
      segment.back === (entry.kind === 'back' ? entry.loop : null) &&
      segment.loop === (out.kind === 'loop' ? out.loop : null) &&
      // Where a chain ends the box may have an output, with nothing in it.
      (out.kind === 'end' || out.kind === 'within' || segment.exit !== null),
  );

/** Left and right among jacks: what is on the left side with what is on the right alone, or one with both. */
function pairsOf(
  box: Box,
  sides: readonly { readonly jack: string; readonly channels: number }[],
  width: Run['width'],
): readonly Jacks[] {
  const masks = new Map<string, number>();
  for (const { jack, channels } of sides) masks.set(jack, (masks.get(jack) ?? 0) | channels);
  const ids = [...masks.keys()];
  if (width === 'mono') return ids.map((id): Jacks => [id]);
  const wide = ids.filter((id) => jackIn(box, id)?.channels === 2).map((id): Jacks => [id]);
  const rights = ids.filter((id) => masks.get(id) === 2);
  const lefts = ids.filter((id) => ((masks.get(id) ?? 0) & 1) === 1);
  return [...wide, ...lefts.flatMap((left) => rights.map((right): Jacks => [left, right]))];
}

/** One lead at the right side of a stereo output: half of the sound, unless it is asked for. */
const isRightAlone = (
  segments: readonly Segment[] | undefined,
  leg: { readonly leg: Leg } | undefined,
  exit: Jacks | null,
): boolean =>
  exit?.length === 1 &&
  leg?.leg.side === null &&
  (segments ?? []).filter((one) => one.exit === exit[0]).every(({ channels }) => channels === 2);

/** Left and right by leads of their own want two jacks, as one stereo gap does. */
const widthOut = (runs: readonly Run[]) =>
  runs.some(({ width, out }) => width === 'stereo' || out !== null) ? 'stereo' : 'mono';
const widthInto = (runs: readonly Run[]) =>
  runs.some(({ width, into }) => width === 'stereo' || into !== null) ? 'stereo' : 'mono';

type Option = {
  readonly entry: Jacks | null;
  readonly exits: readonly (Jacks | null)[];
  /** So many leads take the right side of a stereo output alone. */
  readonly rights: number;
};

/** Every way that a visit may be plugged. */
function optionsOf(
  box: Box,
  visit: Visit,
  legs: readonly { readonly leg: Leg; readonly runs: readonly Run[] }[],
  into: readonly Run[],
  all: readonly Segment[],
): readonly Option[] {
  const fits = legs.map(({ leg }) => segmentsFor(all, visit, leg));
  const entries: readonly (Jacks | null)[] =
    visit.entry.kind === 'source'
      ? [null]
      : pairsOf(box, sidesIn(box, fits[0]), widthInto(into)).filter(
          ([first]) => visit.jack === null || visit.jack === first,
        );
  return entries.flatMap((entry): readonly Option[] => {
    const exits = legs.map(({ leg, runs }, i): readonly (Jacks | null)[] => {
      const own = (fits[i] ?? []).filter(
        (segment) => entry === null || segment.entry === entry[0] || segment.entry === entry[1],
      );
      if (leg.out.kind === 'end' || leg.out.kind === 'within') return own.length > 0 ? [null] : [];
      const serving = own.filter(({ channels }) => leg.side === null || channels === leg.side + 1);
      const sides = serving.flatMap(({ exit, channels }) =>
        exit === null ? [] : [{ jack: exit, channels }],
      );
      return pairsOf(box, sides, widthOut(runs)).filter(([first]) => leg.jack === null || leg.jack === first);
    });
    return exits
      .reduce<readonly (readonly (Jacks | null)[])[]>(
        (sofar, own) => sofar.flatMap((before) => own.map((exit) => [...before, exit])),
        [[]],
      )
      .map((one) => ({
        entry,
        exits: one,
        rights: one.filter((exit, i) => isRightAlone(fits[i], legs[i], exit)).length,
      }));
  });
}

/** The jacks by which segments come in, with their sides; of none any input. */
const sidesIn = (box: Box, segments: readonly Segment[] | undefined) =>
  segments
    ? segments.flatMap(({ entry, enters }) => (entry === null ? [] : [{ jack: entry, channels: enters }]))
    : box.jacks
        .filter((jack) => jack.direction !== 'out' && isAudio(jack))
        .map(({ id }) => ({ jack: id, channels: 3 }));

/** The jacks that a run joins, two by two. */
export function jacksOfRun(
  { out, into }: Run,
  exit: Jacks | null,
  entry: Jacks | null,
): readonly (readonly [string, string])[] {
  if (!exit || !entry) return [];
  const [outs, ins] = [
    out === null ? exit : [exit[out] ?? exit[0]],
    into === null ? entry : [entry[into] ?? entry[0]],
  ];
  return Array.from(
    { length: Math.max(outs.length, ins.length) },
    (_, i) => [outs[i] ?? exit[0], ins[i] ?? entry[0]] as const,
  );
}

type State = {
  readonly cost: number;
  readonly used: ReadonlySet<string>;
  readonly entries: readonly (Jacks | null)[];
  readonly exits: readonly (Jacks | null)[];
};

/** To a desk goes what is balanced, to the input of an amplifier what no knob moves, where there is a choice. */
function unlikely(of: Reads<'boxes'>, a: JackRef, b: JackRef): number {
  const [from, to] = [endAt(of, a), endAt(of, b)];
  if (!from || !to) return 0;
  const roles = to.box.blocks.map(({ role }) => role);
  if (roles.includes('mix') && from.jack.balance === 'unbalanced') return 0.5;
  return roles.includes('preamp') && to.jack.carries === 'instrument' && from.jack.fixedUnity !== true
    ? 0.5
    : 0;
}

/** What it costs that two jacks are joined: nothing where a lead stands there, less where one stands at one of them. */
function costs(of: Reads<'boxes' | 'leads' | 'variant'>): (a: JackRef, b: JackRef) => number {
  const joined = new Set<string>();
  const held = new Set<string>();
  for (const { from, to } of pluggedIn(of))
    for (const a of from) {
      held.add(jackKey(a));
      for (const b of to) joined.add(`${jackKey(a)} ${jackKey(b)}`);
    }
  for (const { to } of pluggedIn(of)) for (const b of to) held.add(jackKey(b));
  return (a, b) => {
    if (joined.has(`${jackKey(a)} ${jackKey(b)}`)) return 0;
    return 20 - 4 * Number(held.has(jackKey(a))) - 4 * Number(held.has(jackKey(b))) + unlikely(of, a, b);
  };
}

/** Left and right of one pair lie beside each other. */
const apart = (box: Box, jacks: Jacks | null): number => {
  const [a, b] = (jacks ?? []).map((jack) => box.jacks.findIndex(({ id }) => id === jack));
  return a === undefined || b === undefined ? 0 : 0.1 * Math.abs(b - a);
};

/** A little more for what a technician takes last: a send as an output, headphones. */
function preference(box: Box, jack: string): number {
  const loop = box.loops?.some(({ sends, returns }) => [...sends, ...returns].includes(jack)) ?? false;
  const at = box.jacks.findIndex(({ id }) => id === jack);
  return 0.01 * at + (loop ? 1 : 0) + (box.jacks[at]?.carries === 'phones' ? 2 : 0);
}

/**
 * The jacks that serve at least cost, the state kept by what of boxes still to be passed is taken.
 * @returns the jacks, or the first visit that finds none
 */
export function fit(of: Reads<'boxes' | 'leads' | 'variant'>, legs: Legs): Fitted | Unfit {
  const cost = costs(of);
  const last = new Map(legs.visits.map(({ box }, i) => [box, i]));
  let states: readonly State[] = [
    { cost: 0, used: new Set(), entries: [], exits: legs.legs.map(() => null) },
  ];
  for (const [v, visit] of legs.visits.entries()) {
    const box = of.boxes.find(({ id }) => id === visit.box);
    if (!box) throw new RangeError(`there is no box ${visit.box}`);
    const own = legs.legs.flatMap((leg, i) =>
      leg.visit === v ? [{ leg, i, runs: legs.runs.filter((run) => run.leg === i) }] : [],
    );
    const into = legs.runs.filter((run) => run.to === v);
    const options = optionsOf(box, visit, own, into, segmentsOf(box, loopsIn(legs, box.id)));
    const unfit = (reason: Unfit['reason']): Unfit => ({
      box: visit.box,
      blocks: own[0]?.leg.blocks ?? [],
      reason,
      stereo: widthInto(into) === 'stereo' || own.some(({ runs }) => widthOut(runs) === 'stereo'),
    });
    if (options.length === 0) return unfit('no way');
    const next = new Map<string, State>();
    for (const state of states)
      for (const { entry, exits, rights } of options) {
        const wanted = [...(entry ?? []), ...exits.flatMap((exit) => exit ?? [])].map((jack) =>
          jackKey({ box: box.id, jack }),
        );
        const isTaken = (key: string, i: number) =>
          !isMult(box, key) && (state.used.has(key) || wanted.indexOf(key) !== i);
        if (wanted.some(isTaken)) continue;
        const joins = into.reduce((sum, run) => {
          const source = legs.visits[legs.legs[run.leg]?.visit ?? -1]?.box;
          const pairs = jacksOfRun(run, state.exits[run.leg] ?? null, entry);
          return (
            sum +
            pairs.reduce(
              (all, [a, b]) => all + (source ? cost({ box: source, jack: a }, { box: box.id, jack: b }) : 0),
              0,
            )
          );
        }, 0);
        const more = [...(entry ?? []), ...exits.flatMap((exit) => exit ?? [])].reduce(
          (sum, jack) => sum + preference(box, jack),
          [entry, ...exits].reduce((sum, jacks) => sum + apart(box, jacks), 6 * rights),
        );
        const used = new Set(
          [...state.used, ...wanted].filter((key) => (last.get(key.slice(0, key.indexOf('/'))) ?? -1) > v),
        );
        const exitsNow = [...state.exits];
        own.forEach(({ i }, k) => (exitsNow[i] = exits[k] ?? null));
        const pending = legs.runs.filter(({ to }) => to > v).map(({ leg }) => exitsNow[leg]?.join() ?? '');
        const key = `${[...used].sort().join()} ${pending.join(';')}`;
        const known = next.get(key);
        const total = state.cost + joins + more;
        if (!known || total < known.cost - 1e-9)
          next.set(key, { cost: total, used, entries: [...state.entries, entry], exits: exitsNow });
      }
    if (next.size === 0) return unfit('taken');
    states = [...next.values()];
  }
  const best = states.reduce((a, b) => (b.cost < a.cost - 1e-9 ? b : a));
  return { entries: best.entries, exits: best.exits };
}

const isMult = (box: Box, key: string): boolean =>
  jackIn(box, key.slice(key.indexOf('/') + 1))?.mult ?? false;
