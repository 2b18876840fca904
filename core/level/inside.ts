// What of a box's inside moves a level: its knobs, and what a block hears while nothing is plugged.
import { jackIn, type Block, type Box, type Control, type JackMode } from '../model';
import type { Resolved, Step } from '../signal';
import { weakly } from '../units';
import { potDb } from './knobs';

const levelControls = weakly(({ controls }: Box) => controls.filter(({ sets }) => sets === 'level'));

/** What level knobs of a box come to together, dB. */
export const levelKnobs = (resolved: Resolved, box: Box, isMeant: (control: Control) => boolean): number =>
  levelControls(box).reduce(
    (sum, control) =>
      isMeant(control) ? sum + potDb(control.law, resolved.control(box, control).position) : sum,
    0,
  );

/** The mode of the jack that a block is wired to. */
export function normalledMode(resolved: Resolved, box: Box, block: Block): JackMode | undefined {
  const { patch } = resolved.innerWiring(box);
  const wire = patch.wires.find(({ from, to }) => 'block' in to && to.block === block.id && 'jack' in from);
  const jack = jackIn(box, wire && 'jack' in wire.from ? wire.from.jack : null);
  return jack && resolved.jackMode(box, jack).mode;
}

/** The mode of the jack that a way leaves a box by, behind a step of it. */
export function modeBehind(
  resolved: Resolved,
  steps: readonly Step[],
  from: number,
  box: Box,
): JackMode | undefined {
  const step = steps.slice(from + 1).find((one) => one.type === 'jack' && one.box === box.id);
  const jack = step?.type === 'jack' ? jackIn(box, step.jack) : undefined;
  return jack && resolved.jackMode(box, jack).mode;
}
