// What each lead shows of a layer's quantity: its weight, the figure on its sleeve, where what drives it begins and ends.
import type { Layer } from '../layers';
import { humAlong } from '../hum';
import { leadLevels } from '../level';
import type { Reads } from '../model';
import { traceIn } from '../signal';
import { leadTones, shortOhm } from '../tone';
import { leadDelays } from '../timing';
import { formatDb, shortLevel, type LevelUnit } from '../units';
import type { Routed } from './leads';
import type { Item, Point, Quantity } from './primitives';
import { rule } from './profile-parts';

type Shown = {
  readonly step: Quantity;
  /** None where it would say nothing. */
  readonly figure?: string;
  /** Where the leads of a drive begin: who it is. */
  readonly driver?: string;
  readonly begins?: boolean;
  readonly ends?: boolean;
};

/** By lead. */
export type Quantities = ReadonlyMap<string, Shown>;

/** Peak of what a lead carries, in five steps of weight and colour: from a microphone's level to a hot line's, dBu. */
const STEPS_DBU = [-30, -10, 4, 14] as const;
/** Treble that is lost up to a lead's far end, dB at 5 kHz. */
const STEPS_LOST_DB = [0.5, 1.5, 3, 6] as const;

/** How late the signal is in a lead, ms. */
const STEPS_MS = [0, 2, 5, 10] as const;

const stepOf = (value: number, limits: readonly number[]): Quantity =>
  limits.filter((limit) => value > limit).length as Quantity;

/** A lead's share of the hum at the end of a route, of all its leads' powers. */
const STEPS_SHARE = [0.01, 0.05, 0.2, 0.5] as const;
/** A share is told of from here on. */
const TELLS_SHARE = 0.005;

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'stage' | 'houseRules'>;

/** Of one route: what each lead brings to its end. */
function humShares(of: Of, route: number): Quantities {
  const path = traceIn(of).paths[route];
  return new Map(
    ((path && humAlong(of, path))?.leads ?? []).map(({ lead, share }): [string, Shown] => [
      lead.id,
      {
        step: stepOf(share, STEPS_SHARE),
        ...(share >= TELLS_SHARE ? { figure: `${Math.round(share * 100)}%` } : {}),
      },
    ]),
  );
}

/** How a quantity is told: in which unit, and of hum of which route. */
export type Telling = { readonly levels?: LevelUnit | undefined; readonly route?: number | undefined };

/** What the leads of a rig show in a layer; null: it has no quantity. */
export function quantitiesIn(
  of: Of,
  layer: Layer,
  { levels = 'dBu', route = 0 }: Telling = {},
): Quantities | null {
  if (layer === 'hum') return humShares(of, route);
  if (layer === 'level')
    return new Map(
      [...leadLevels(of)].map(([lead, { peakDbu }]): [string, Shown] => [
        lead,
        { step: stepOf(peakDbu, STEPS_DBU), figure: shortLevel(peakDbu, levels) },
      ]),
    );
  if (layer === 'tone')
    return new Map(
      [...leadTones(of)].map(([lead, { db, drive, begins, ends }]): [string, Shown] => [
        lead,
        {
          step: stepOf(-db, STEPS_LOST_DB),
          figure: formatDb(db),
          driver: `${drive.box.tag} ${shortOhm(drive.ohm)}`,
          begins,
          ends,
        },
      ]),
    );
  if (layer === 'latency')
    return new Map(
      [...leadDelays(of)].map(([lead, ms]): [string, Shown] => [
        lead,
        ms === 0 ? { step: 0 } : { step: stepOf(ms, STEPS_MS), figure: String(Number(ms.toFixed(1))) },
      ]),
    );
  return null;
}

/** How far a bracket stands off a lead, how far its ends turn in, and how far it is from the plate, px. */
const [OFF, TURN, CLEAR] = [6, 4, 5];

/** An end of a bracket across a lead, open towards where the lead goes on. */
function hook(at: Point, on: Point): readonly Item[] {
  const length = Math.hypot(on.x - at.x, on.y - at.y);
  if (length === 0) return [];
  const [ux, uy] = [(on.x - at.x) / length, (on.y - at.y) / length];
  const near = { x: at.x + ux * CLEAR, y: at.y + uy * CLEAR };
  const [a, b] = [1, -1].map((side) => ({ x: near.x - uy * OFF * side, y: near.y + ux * OFF * side }));
  if (!a || !b) return [];
  const turned = (p: Point) => ({ x: p.x + ux * TURN, y: p.y + uy * TURN });
  return [rule(a, b, 'ink'), rule(a, turned(a), 'ink'), rule(b, turned(b), 'ink')];
}

/** Brackets around what each thing drives: where its first lead begins and its last one ends. */
export const bracketsOn = (routed: readonly Routed[], shown: Quantities): readonly Item[] =>
  routed.flatMap(({ lead, points, tail }) => {
    const own = shown.get(lead.id);
    if (!own || tail || points.length < 2) return [];
    const [first, second] = [points[0], points[1]];
    const [last, before] = [points.at(-1), points.at(-2)];
    return [
      ...(own.begins && first && second ? hook(first, second) : []),
      ...(own.ends && last && before ? hook(last, before) : []),
    ];
  });
