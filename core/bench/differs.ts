// What a night has otherwise than another, in words: for the bar over the map, the schedule and the sheet.
import {
  differencesBetween,
  isLink,
  isPutAway,
  laidWords,
  type InnerWiring,
  type Part,
  type Plugged,
  type Rig,
} from '../model';
import { formatClock } from '../units';
import { linkWords } from './parts';

/** One thing that is otherwise. */
export type Differing = {
  /** One of its own among all that differs: `lead-3`, `mode-desk/ch-1`. */
  readonly id: string;
  readonly part: Part;
  /** `Lead 6`, `Loop 1 of Multi-effects`. */
  readonly what: string;
  readonly now: string;
  readonly was: string;
};

const UNKNOWN = 'not recorded';
const clock = (position: number | null) => (position === null ? UNKNOWN : formatClock(position));
const named = (one: InnerWiring | undefined) => one?.name ?? UNKNOWN;

/** Where a lead lies, in words. */
export const lies = (rig: Rig, plugged: Pick<Plugged, 'from' | 'to'>): string =>
  isPutAway(plugged) ? 'put away' : laidWords(rig, plugged);

/**
 * What is otherwise in one night than in another: leads by their numbers, then insides, states, modes and knobs.
 * @param from what it was; null: the base wiring
 */
export function differingIn(rig: Rig, from: string | null, to: string | null): readonly Differing[] {
  const { leads, states, modes, controls, wirings } = differencesBetween(rig, from, to);
  return [
    ...leads
      .toSorted((a, b) => a.lead.number - b.lead.number)
      .map(({ lead, was, now }): Differing => {
        const { id } = lead;
        const part: Part = { type: 'lead', id };
        if (!isLink(lead))
          return { id, part, what: `Lead ${lead.number}`, now: lies(rig, now), was: lies(rig, was) };
        const there = (one: Plugged) => (isPutAway(one) ? 'away' : 'there');
        const what = linkWords(rig, lead, isPutAway(now) ? was : now);
        return { id, part, what, now: there(now), was: there(was) };
      }),
    ...wirings.map(({ box, was, now }): Differing => ({
      id: `wiring-${box.id}`,
      part: { type: 'box', id: box.id },
      what: `Inner wiring of ${box.name}`,
      now: named(now),
      was: named(was),
    })),
    ...states.map(({ box, block, was, now }): Differing => ({
      id: `state-${box.id}/${block.id}`,
      part: { type: 'block', id: `${box.id}/${block.id}` },
      what: `${block.name} of ${box.name}`,
      now,
      was,
    })),
    ...modes.map(({ box, jack, was, now }): Differing => ({
      id: `mode-${box.id}/${jack.id}`,
      part: { type: 'jack', id: `${box.id}/${jack.id}` },
      what: `${jack.label} of ${box.name}`,
      now,
      was,
    })),
    ...controls.map(({ box, control, was, now }): Differing => ({
      id: `knob-${box.id}/${control.id}`,
      part: { type: 'box', id: box.id },
      what: `${control.label} of ${box.name}`,
      now: clock(now),
      was: clock(was),
    })),
  ];
}
