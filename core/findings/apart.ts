// A feed that is to have an output of its own: its lead to another jack of the box whose level moves two feeds.
import { trial } from '../edits';
import {
  boxOf,
  everySound,
  inNight,
  isAudio,
  isTurned,
  jackIn,
  pluggedIn,
  type Box,
  type Jack,
} from '../model';
import { traceIn, type Path } from '../signal';
import { cure, inNightAlone, type Cure } from './cure';
import { isFree, type View } from './finding';

const pathsOf = (view: Pick<View, 'rig' | 'variant'>): readonly Path[] =>
  everySound(inNight(view.rig, view.variant?.id ?? null)).flatMap((one) => traceIn(one).paths);

/** Where a path leaves a box for the last time, and the leads that it goes by from there. */
function behind({ steps }: Path, box: string) {
  const at = steps.findLastIndex((step) => step.type !== 'lead' && step.box === box);
  const exit = steps[at];
  return exit?.type === 'jack'
    ? { exit: exit.jack, leads: steps.slice(at).flatMap((step) => (step.type === 'lead' ? [step.lead] : [])) }
    : null;
}

/** Leads that only the ways to some outlets go by, the nearest to them first, each with the output that it comes from. */
function ownLeads(view: View, box: Box, outlets: readonly string[]) {
  const ways = pathsOf(view).flatMap((path) => {
    const way = behind(path, box.id);
    return way ? [{ ...way, isOwn: outlets.includes(path.output.box) }] : [];
  });
  const others = new Set(ways.flatMap(({ isOwn, leads }) => (isOwn ? [] : leads)));
  const own = ways.filter(({ isOwn }) => isOwn);
  const found = new Map(own.flatMap(({ exit, leads }) => leads.map((lead) => [lead, exit] as const)));
  return [...found].filter(([lead]) => !others.has(lead)).reverse();
}

const FEEDS: readonly Jack['carries'][] = ['instrument', 'line', 'mic'];
const isAlike = (a: Jack | undefined, b: Jack): boolean =>
  a !== undefined && (a.carries === b.carries || (FEEDS.includes(a.carries) && FEEDS.includes(b.carries)));

/**
 * Ways to give outlets an output of their own: each lead that only they have, at each output of the box that is free and
 * of the same sort, where they are still fed by it.
 * @param outlets boxes that are fed
 */
export function* ownOutput(view: View, id: string, outlets: readonly string[]): Generator<Cure> {
  const box = boxOf(view, id);
  if (!box) return;
  for (const [lead, exit] of ownLeads(view, box, outlets)) {
    const now = jackIn(box, exit);
    const run = pluggedIn(view).find((one) => one.lead.id === lead);
    // The end that sends: further on than at the box it stands in another.
    const side = run && isTurned(view, run) ? 'to' : 'from';
    const free = box.jacks.filter(
      (jack) => isAudio(jack) && jack.direction === 'out' && isAlike(now, jack) && isFree(view, box, jack),
    );
    for (const jack of free) {
      const moved = cure(view, {
        edit: 'replug',
        arguments: { lead, side, at: [{ box: id, jack: jack.id }] },
      });
      const after = trial(view.rig, inNightAlone(view, moved).edit);
      const isFed =
        after && pathsOf({ ...view, rig: after }).some(({ output }) => outlets.includes(output.box));
      if (isFed) yield moved;
    }
  }
}
