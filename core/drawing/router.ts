import type { Point, Rect, Side } from './primitives';

/** Pixels between two lanes: every coordinate of a plate, row and lead is a multiple of it. */
export const LANE = 6;

const DX = [1, -1, 0, 0] as const;
const DY = [0, 0, 1, -1] as const;
const OUTWARD: Readonly<Record<Side, number>> = { right: 0, left: 1, bottom: 2, top: 3 };

const STEP = 2;
const BEND = 14;
const CROSS = 8;
const SHARE = 240;
const BESIDE = 3;
const HUG = 2;

export type RouteEnd = Point & { readonly side: Side };

/**
 * Finds ways for leads between plates on a grid of lanes, one after another: short, with few bends, apart from each
 * other, never through a plate. A* with costs in small whole numbers, so that the same input gives the same way.
 */
export class Router {
  private readonly cols: number;
  private readonly rows: number;
  private readonly blocked: Uint8Array;
  private readonly beside: Uint8Array;
  /** Which lead runs along a cell, horizontally and vertically; 0 is none. */
  private readonly used: readonly [Int32Array, Int32Array];
  private readonly cost: Int32Array;
  private readonly came: Int32Array;
  private readonly stamp: Int32Array;
  private turn = 0;
  /** Open states by estimated cost; kept between searches to spare the garbage collector. */
  private readonly buckets: number[][] = [];

  constructor(width: number, height: number) {
    this.cols = Math.ceil(width / LANE) + 1;
    this.rows = Math.ceil(height / LANE) + 1;
    const n = this.cols * this.rows;
    this.blocked = new Uint8Array(n);
    this.beside = new Uint8Array(n);
    this.used = [new Int32Array(n), new Int32Array(n)];
    this.cost = new Int32Array(n * 4);
    this.came = new Int32Array(n * 4);
    this.stamp = new Int32Array(n * 4);
  }

  /** A plate: nothing runs through it or along its edge. */
  block(rect: Rect) {
    const [x0, x1] = [Math.floor(rect.x / LANE), Math.ceil((rect.x + rect.w) / LANE)];
    const [y0, y1] = [Math.floor(rect.y / LANE), Math.ceil((rect.y + rect.h) / LANE)];
    for (let y = Math.max(0, y0 - 1); y <= Math.min(this.rows - 1, y1 + 1); y += 1)
      for (let x = Math.max(0, x0 - 1); x <= Math.min(this.cols - 1, x1 + 1); x += 1) {
        const cell = y * this.cols + x;
        if (x >= x0 && x <= x1 && y >= y0 && y <= y1) this.blocked[cell] = 1;
        else this.beside[cell] = 1;
      }
  }

  /** Words that leads should go round where they can. */
  avoid(rect: Rect) {
    for (let y = Math.floor(rect.y / LANE); y <= Math.ceil((rect.y + rect.h) / LANE); y += 1)
      for (let x = Math.floor(rect.x / LANE); x <= Math.ceil((rect.x + rect.w) / LANE); x += 1)
        if (x >= 0 && y >= 0 && x < this.cols && y < this.rows) this.beside[y * this.cols + x] = 8;
  }

  private cellOut(end: RouteEnd): number {
    const d = OUTWARD[end.side];
    const x = Math.round(end.x / LANE) + (DX[d] ?? 0);
    const y = Math.round(end.y / LANE) + (DY[d] ?? 0);
    return Math.max(0, Math.min(this.rows - 1, y)) * this.cols + Math.max(0, Math.min(this.cols - 1, x));
  }

  /** The way of a lead as corner points from jack to jack, or null where plates leave none. */
  route(from: RouteEnd, to: RouteEnd, lead: number): readonly Point[] | null {
    const [start, goal] = [this.cellOut(from), this.cellOut(to)];
    const cells = this.search(start, OUTWARD[from.side], goal, OUTWARD[to.side] ^ 1, lead);
    if (!cells) return null;
    this.occupy(cells, lead);
    const points = [{ x: from.x, y: from.y }, ...cells.map((c) => this.point(c)), { x: to.x, y: to.y }];
    return corners(points);
  }

  private point(cell: number): Point {
    return { x: (cell % this.cols) * LANE, y: Math.floor(cell / this.cols) * LANE };
  }

  private occupy(cells: readonly number[], lead: number) {
    for (let i = 0; i < cells.length; i += 1) {
      const [here, next, before] = [cells[i] ?? 0, cells[i + 1], cells[i - 1]];
      for (const other of [next, before]) {
        if (other === undefined) continue;
        const axis = Math.abs(other - here) === 1 ? 0 : 1;
        this.used[axis][here] = lead;
      }
      if (cells.length === 1) this.used[0][here] = lead;
    }
  }

  /** What it costs to enter a cell in a direction. */
  private enter(cell: number, d: number, lead: number): number {
    const axis = d < 2 ? 0 : 1;
    let cost = STEP + (this.beside[cell] ?? 0) * HUG;
    const along = this.used[axis][cell] ?? 0;
    const across = this.used[axis === 0 ? 1 : 0][cell] ?? 0;
    if (along !== 0 && along !== lead) cost += SHARE;
    if (across !== 0 && across !== lead) cost += CROSS;
    const side = axis === 0 ? this.cols : 1;
    const before = this.used[axis][cell - side] ?? 0;
    const after = this.used[axis][cell + side] ?? 0;
    if (before !== 0 && before !== lead) cost += BESIDE;
    if (after !== 0 && after !== lead) cost += BESIDE;
    return cost;
  }

  private search(
    start: number,
    startDirection: number,
    goal: number,
    goalDirection: number,
    lead: number,
  ): number[] | null {
    if (this.blocked[start] || this.blocked[goal]) return null;
    this.turn += 1;
    const { buckets } = this;
    for (const bucket of buckets) if (bucket) bucket.length = 0;
    const [gx, gy] = [goal % this.cols, Math.floor(goal / this.cols)];
    // Never more than the rest costs: every lane of the way, and the turns without which it cannot be gone.
    const guess = (state: number) => {
      const cell = state >> 2;
      const d = state & 3;
      const y = Math.floor(cell / this.cols);
      const dx = gx - (cell - y * this.cols);
      const dy = gy - y;
      const steps = STEP * (Math.abs(dx) + Math.abs(dy));
      if (dx !== 0 && dy !== 0) return steps + BEND;
      const ahead = d < 2 ? dx * (DX[d] ?? 0) : dy * (DY[d] ?? 0);
      const aside = d < 2 ? dy : dx;
      return steps + (aside !== 0 || ahead < 0 ? BEND : 0);
    };
    const push = (state: number, cost: number, from: number) => {
      if (this.stamp[state] === this.turn && (this.cost[state] ?? 0) <= cost) return;
      this.stamp[state] = this.turn;
      this.cost[state] = cost;
      this.came[state] = from;
      (buckets[cost + guess(state)] ??= []).push(state);
    };
    push(start * 4 + startDirection, 0, -1);
    for (let f = 0; f < buckets.length; f += 1) {
      const bucket = buckets[f];
      for (let state = bucket?.pop(); state !== undefined; state = bucket?.pop()) {
        const cell = state >> 2;
        const d = state & 3;
        const cost = this.cost[state] ?? 0;
        if (cost + guess(state) !== f) continue;
        if (cell === goal && d === goalDirection) return this.wayTo(state);
        // At the goal the lead may still have to turn into the jack.
        if (cell === goal && d !== (goalDirection ^ 1)) push(cell * 4 + goalDirection, cost + BEND, state);
        const x = cell % this.cols;
        for (let next = 0; next < 4; next += 1) {
          if (next === (d ^ 1)) continue;
          const nx = x + (DX[next] ?? 0);
          const to = cell + (DX[next] ?? 0) + (DY[next] ?? 0) * this.cols;
          if (nx < 0 || nx >= this.cols || to < 0 || to >= this.blocked.length || this.blocked[to]) continue;
          push(to * 4 + next, cost + this.enter(to, next, lead) + (next === d ? 0 : BEND), state);
        }
      }
    }
    return null;
  }

  private wayTo(end: number): number[] {
    const cells: number[] = [];
    for (let state = end; state >= 0; state = this.came[state] ?? -1)
      if (cells[0] !== state >> 2) cells.unshift(state >> 2);
    return cells;
  }
}

/** Only the points at which a way turns. */
export function corners(points: readonly Point[]): readonly Point[] {
  const distinct = points.filter((p, i) => i === 0 || p.x !== points[i - 1]?.x || p.y !== points[i - 1]?.y);
  return distinct.filter((p, i) => {
    const [a, b] = [distinct[i - 1], distinct[i + 1]];
    if (!a || !b) return true;
    return !((a.x === p.x && p.x === b.x) || (a.y === p.y && p.y === b.y));
  });
}
