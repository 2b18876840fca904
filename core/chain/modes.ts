// Level switches of jacks that a lead is newly plugged between.
import type { RunJob } from '../cables';
import type { RoutingChange } from '../edits';
import { endAt, sameEnds, type Jack, type JackEnd, type JackRef, type Rig } from '../model';

type Level = 'instrument' | 'line' | 'mic';

const hasMode = (jack: Jack, mode: Level) => jack.modes.some(({ id }) => id === mode);

const inMode = (jack: Jack, at: JackRef, mode: Level): RoutingChange['modes'] =>
  jack.mode !== mode && hasMode(jack, mode) ? [{ ...at, mode }] : [];

const isHeard = ({ box }: JackEnd) => box.blocks.some(({ role }) => role === 'mix' || role === 'monitor');

/** What level an output gives: as its switch is set for what it goes to, else as it is built. */
function levelOf(jack: Jack, set: Level | null): Level {
  if (set && hasMode(jack, set)) return set;
  return jack.carries === 'mic' || jack.carries === 'instrument' ? jack.carries : 'line';
}

/**
 * An output that has the switch gives line level to desks and monitors, and to the return of an amplifier, whose send has
 * given that; instrument level to the input of an amplifier or a pedal; an input that has it takes what comes.
 */
export function modesFor(rig: Rig, jobs: readonly RunJob[]): RoutingChange['modes'] {
  const stands = ({ from, to }: RunJob) =>
    rig.leads.some((lead) => sameEnds(lead.from.at, from) && sameEnds(lead.to.at, [to]));
  return jobs.flatMap((job) => {
    const [from] = job.from;
    const [out, into] = [from && endAt(rig, from), endAt(rig, job.to)];
    if (!from || !out || !into || stands(job)) return [];
    const { carries } = into.jack;
    const set = isHeard(into) || carries === 'line' ? 'line' : carries === 'instrument' ? 'instrument' : null;
    return [
      ...inMode(into.jack, job.to, levelOf(out.jack, set)),
      ...(set ? inMode(out.jack, from, set) : []),
    ];
  });
}
