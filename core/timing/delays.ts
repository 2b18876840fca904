// Delay along a way: converters, links and the air between a loudspeaker and a microphone.
import { boxOf, derive, leadOf, type Box, type Figure, type Part } from '../model';
import { isOn, onSteps, resolveIn, traceIn, type Path } from '../signal';

/** Milliseconds, with their plausible range. */
export type Ms = { readonly ms: number; readonly lowMs: number; readonly highMs: number };

/** Something on the way that delays the signal. */
export type DelayStop = Ms & {
  readonly kind: 'converters' | 'block' | 'link' | 'air';
  readonly part: Part;
  /** Every part of the way from the stop before to this one. */
  readonly parts: readonly Part[];
  readonly box: Box;
  readonly label: string;
  /** The step of the way behind which it counts. */
  readonly step: number;
  /** All up to here. */
  readonly total: Ms;
};

export type DelayRoute = {
  readonly stops: readonly DelayStop[];
  readonly total: Ms;
  /** In by one converter of a box and out by another. */
  readonly trips: number;
};

/** Sound takes so long over a metre of air. */
const AIR_MS_PER_M = 2.9;
/** A digital link between two boxes. */
const LINK: Ms = { ms: 0.6, lowMs: 0.2, highMs: 1 };
export const NO_TIME: Ms = { ms: 0, lowMs: 0, highMs: 0 };

const ofFigure = (figure: Figure | undefined): Ms =>
  figure
    ? { ms: figure.value, lowMs: figure.low ?? figure.value, highMs: figure.high ?? figure.value }
    : NO_TIME;

export const plus = (a: Ms, b: Ms): Ms => ({
  ms: a.ms + b.ms,
  lowMs: a.lowMs + b.lowMs,
  highMs: a.highMs + b.highMs,
});

const exactly = (ms: number): Ms => ({ ms, lowMs: ms, highMs: ms });

type Found = {
  readonly kind: DelayStop['kind'];
  readonly box: Box;
  readonly label: string;
  readonly adds: Ms;
};

/** What a way is delayed by, step by step: trips × the box's trip, each block that is on, links, air. */
export const delaysAlong = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of, { steps }: Path): DelayRoute => {
    const resolved = resolveIn(of);
    const met = onSteps(resolved.boxes, steps);
    const inside = new Set<string>();
    const stops: DelayStop[] = [];
    let total = NO_TIME;
    let trips = 0;
    let parts: Part[] = [];
    const at = (i: number): Found | null => {
      const step = steps[i];
      if (!step) return null;
      if (step.type === 'lead') {
        const lead = leadOf(of, step.lead);
        const next = steps[i + 1];
        const box = next?.type === 'jack' ? boxOf(of, next.box) : undefined;
        if (!lead || !box) return null;
        if (lead.kind === 'digital') return { kind: 'link', box, label: `lead ${lead.number}`, adds: LINK };
        const ms = lead.lengthM * AIR_MS_PER_M;
        return lead.kind === 'air' && ms > 0 ? { kind: 'air', box, label: 'air', adds: exactly(ms) } : null;
      }
      const { box, jack, block } = met[i] ?? {};
      if (!box) return null;
      const state = block && resolved.blockState(box, block).state;
      if (block && state?.latencyMs && isOn(state))
        return { kind: 'block', box, label: block.name, adds: ofFigure(state.latencyMs) };
      if (!jack?.converts) return null;
      if (jack.direction === 'in') inside.add(box.id);
      else if (inside.delete(box.id)) {
        trips += 1;
        return { kind: 'converters', box, label: jack.label, adds: ofFigure(box.tripMs) };
      }
      return null;
    };
    met.forEach(({ part, box }, i) => {
      parts.push(part);
      if (box && part.type === 'block') parts.push({ type: 'box', id: box.id });
      const found = at(i);
      if (!found) return;
      const { adds, ...rest } = found;
      total = plus(total, adds);
      stops.push({ ...rest, ...adds, part, parts, step: i, total });
      parts = [];
    });
    return { stops, total, trips };
  },
);

/** All that has delayed the signal up to a step of its way. */
export const delayedAt = ({ stops }: DelayRoute, step: number): Ms =>
  stops.findLast((stop) => stop.step <= step)?.total ?? NO_TIME;

/** How late the signal is in each lead, the latest of all ways of a setting, ms. */
export const leadDelays = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of): ReadonlyMap<string, number> => {
    const found = new Map<string, number>();
    for (const path of traceIn(of).paths) {
      const route = delaysAlong(of, path);
      path.steps.forEach((step, i) => {
        if (step.type !== 'lead') return;
        const { ms } = delayedAt(route, i);
        found.set(step.lead, Math.max(ms, found.get(step.lead) ?? 0));
      });
    }
    return found;
  },
);
