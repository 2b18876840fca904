// Level switches of jacks that a lead is newly plugged between.
import { sameEnds, type RunJob } from '../cables';
import type { RoutingChange } from '../edits';
import { endAt, type Jack, type JackEnd, type JackRef, type Rig } from '../model';

type Level = 'instrument' | 'line' | 'mic';

const inMode = (jack: Jack, at: JackRef, mode: Level): RoutingChange['modes'] =>
  jack.mode !== mode && jack.modes.some(({ id }) => id === mode) ? [{ ...at, mode }] : [];

const isHeard = ({ box }: JackEnd) => box.blocks.some(({ role }) => role === 'mix' || role === 'monitor');

/**
 * An input that can be told so takes mic level from what gives it, line level from all else; an output gives line level
 * to desks and monitors, instrument level to the input of an amplifier.
 */
export function modesFor(rig: Rig, jobs: readonly RunJob[]): RoutingChange['modes'] {
  const stands = ({ from, to }: RunJob) =>
    rig.leads.some((lead) => sameEnds(lead.from.at, from) && sameEnds(lead.to.at, [to]));
  return jobs.flatMap((job) => {
    const [from] = job.from;
    const [out, into] = [from && endAt(rig, from), endAt(rig, job.to)];
    if (!from || !out || !into || stands(job)) return [];
    const level = isHeard(into) ? 'line' : into.jack.carries === 'instrument' ? 'instrument' : null;
    return [
      ...inMode(into.jack, job.to, out.jack.carries === 'mic' ? 'mic' : 'line'),
      ...(level ? inMode(out.jack, from, level) : []),
    ];
  });
}
