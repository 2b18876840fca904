// What is to be brought within the limit: each sound's ways, with every stretch as it would be cut by buffers.
import { curveOf } from '../circuit';
import { inSetting, type Rig } from '../model';
import { driven, partText, pieceBetween, reachedBy, wholeOf, type Part, type Stretch } from '../network';
import { wishFor, traceIn, type Path } from '../signal';
import { GRID, LEVEL_HZ, partsOf } from '../tone';
import type { Buffer } from './hand';
import type { Position } from './positions';
import { between, fromDriver, toInput, type Joined } from './twoport';

/** The grid, and behind it the frequency at which tone is none. */
export const HERTZ = Float64Array.of(...GRID, LEVEL_HZ);

/** Of no meaning: where the way goes into its own input. */
const NOWHERE = { ohm: 1e6, farad: 0 } as const;

/** A stretch that buffers may cut: its places in order, and the response between any two of them. */
export type CutStretch = {
  /** Numbers of positions, in order of the way. */
  readonly at: readonly number[];
  /**
   * Decibels from a place, with the buffer there, to a place with the buffer there; −1 and null: from the driver, into
   * the input.
   */
  readonly db: (from: number, drives: number, to: number, takes: number) => Float64Array;
};

/** One way of one or more sounds that are alike on it. */
export type Target = {
  readonly sounds: readonly string[];
  readonly stretches: readonly CutStretch[];
  /** Straight-in of all its parts, dB. */
  readonly straight: Float64Array;
  /** Positions ahead of a box that must see the pickup. */
  readonly barred: readonly number[];
  /** The first position of its front, and the last ahead of the amplifier. */
  readonly ends: readonly [number | null, number | null];
};

const dbOf = (part: Part): Float64Array => curveOf(driven(part), part.ends, HERTZ).magnitudeDb;

/** Remembers what a place in a table comes to. */
function kept<R>(): (key: string, work: () => R) => R {
  const known = new Map<string, R>();
  return (key, work) => {
    const found = known.get(key) ?? work();
    known.set(key, found);
    return found;
  };
}

function cutStretch(
  stretch: Stretch,
  positions: readonly Position[],
  buffers: readonly Buffer[],
): CutStretch {
  const places = stretch.leads.flatMap(({ lead }, k) => {
    const position = positions.findIndex((one) => one.lead === lead.id);
    return position < 0 ? [] : [{ position, k }];
  });
  const placed = (position: number) => places.find((one) => one.position === position)?.k ?? 0;
  const cut = (position: number, buffer: number, side: 'ahead' | 'behind') => {
    const cable = positions[position]?.pieces[buffer]?.[side];
    return cable ? { lead: placed(position), cable } : null;
  };
  const joined = kept<Joined>();
  const joinedOf = (from: number, drives: number, to: number, takes: number): Joined => {
    const [start, end] = [
      from < 0 ? null : cut(from, drives, 'behind'),
      to < 0 ? null : cut(to, takes, 'ahead'),
    ];
    // Buffers whose pieces are alike share what lies between.
    return joined(`${from} ${JSON.stringify(start)} ${to} ${JSON.stringify(end)}`, () => {
      if (!start && !end) {
        const whole = dbOf(wholeOf(stretch.segment, stretch.ends));
        return () => whole;
      }
      const own = pieceBetween(stretch, start, end);
      if (!start) return fromDriver(own, HERTZ);
      return end ? between(own, HERTZ) : toInput(own, HERTZ);
    });
  };
  // Asked for at every step of the search: found by a number, not by words.
  const [rows, columns] = [positions.length + 1, buffers.length + 1];
  const tables: (Float64Array | undefined)[] = [];
  return {
    at: places.map(({ position }) => position),
    db: (from, drives, to, takes) => {
      const at = (((from + 1) * columns + drives + 1) * rows + to + 1) * columns + takes + 1;
      const known = tables[at];
      if (known) return known;
      const made = joinedOf(
        from,
        drives,
        to,
        takes,
      )(buffers[drives]?.ohm ?? 0, buffers[takes]?.takes ?? NOWHERE);
      tables[at] = made;
      return made;
    },
  };
}

/** A source of no more than this is loaded by nothing: what hangs behind it elsewhere is no matter, ohm. */
const IDEAL_OHM = 1;

/** Leads that hang beside a way with nothing between that would keep their load from it. */
function hangingBeside({ segment, leads }: Stretch): readonly string[] {
  const { driver, links } = segment;
  const isIdeal = driver.kind === 'stage' && (driver.ohm ?? IDEAL_OHM) <= IDEAL_OHM;
  const keeps = (node: string) => isIdeal && node === driver.node;
  const nodes = leads.flatMap(({ from, to }) => [from, to].flatMap((jack) => segment.nodeOf(jack) ?? []));
  const reached = reachedBy(
    links.filter(({ from, to }) => !keeps(from) && !keeps(to)),
    nodes,
  );
  const isOn = new Set(leads.map(({ lead }) => lead.id));
  return links.flatMap(({ lead, from }) =>
    lead !== null && !isOn.has(lead) && reached.has(from) ? [lead] : [],
  );
}

/** Positions of a way ahead of the last box that must see the pickup, where a pickup is what drives. */
function barredOn(
  rig: Rig,
  path: Path,
  front: readonly Stretch[],
  positions: readonly Position[],
): readonly number[] {
  if (front[0]?.segment.driver.kind !== 'pickup') return [];
  const last = path.sections.findLast(({ box, block }) => wishFor(rig, box, block) === 'pickup');
  if (!last) return [];
  const end = path.steps.findIndex(
    (step) => step.type === 'block' && step.box === last.box.id && step.block === last.block.id,
  );
  return path.steps.slice(0, end).flatMap((step) => {
    const at = step.type === 'lead' ? positions.findIndex(({ lead }) => lead === step.lead) : -1;
    return at < 0 ? [] : [at];
  });
}

/**
 * Every way of every sound that carries tone; those that are alike stand together.
 * @returns with the leads that hang beside a way: a buffer in one would change what loads it, and is not tried
 */
export function targetsOf(
  rig: Rig,
  variant: string | null,
  positions: readonly Position[],
  buffers: readonly Buffer[],
): { readonly targets: readonly Target[]; readonly beside: readonly string[] } {
  const found = new Map<string, { target: Target; sounds: string[] }>();
  const beside = new Set<string>();
  // Sounds mostly differ in one stretch: what the others come to is worked out, and held, once.
  const cuts = kept<CutStretch>();
  for (const { id } of rig.sounds) {
    const of = inSetting(rig, { variant, sound: id });
    for (const path of traceIn(of).paths) {
      const parts = partsOf(of, path);
      const [front] = parts;
      if (!front) continue;
      const stretches = parts.flatMap((part) => part.stretches);
      for (const stretch of stretches) for (const lead of hangingBeside(stretch)) beside.add(lead);
      const barred = barredOn(rig, path, front.stretches, positions);
      const texts = stretches.map(
        ({ segment, ends, leads }) =>
          `${partText(wholeOf(segment, ends))} ${leads.map(({ lead }) => lead.id).join()}`,
      );
      const key = [...texts, ...parts.map(({ reference }) => partText(reference.part)), barred.join()].join(
        '|',
      );
      const known = found.get(key);
      if (known) {
        if (!known.sounds.includes(id)) known.sounds.push(id);
        continue;
      }
      const straight = new Float64Array(HERTZ.length);
      for (const { reference } of parts)
        dbOf(reference.part).forEach((value, i) => {
          straight[i] = (straight[i] ?? 0) + value;
        });
      const cut = stretches.map((one, i) => cuts(texts[i] ?? '', () => cutStretch(one, positions, buffers)));
      const free = cut
        .slice(0, front.stretches.length)
        .flatMap(({ at }) => at)
        .filter((at) => !barred.includes(at));
      const sounds = [id];
      found.set(key, {
        sounds,
        target: { sounds, stretches: cut, straight, barred, ends: [free[0] ?? null, free.at(-1) ?? null] },
      });
    }
  }
  return { targets: [...found.values()].map(({ target }) => target), beside: [...beside] };
}
