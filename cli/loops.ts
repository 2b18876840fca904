import { groupWords, namedLoops } from '../core/hum';
import { inNight } from '../core/model';
import { rigOf, variantOf, type Call } from './input';

/** `loops`: every ground loop of a rig by what it goes by, the shortest first. */
export function loopsCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const loops = namedLoops(inNight(rig, variant));
  if (call.flags.has('--json'))
    call.printJson({
      rig: rig.id,
      variant,
      independent_loops: loops.length,
      loops: loops.map(({ group, words, leads, boxes }) => ({
        group,
        words,
        leads: leads.map(({ number }) => number),
        boxes: boxes.map(({ id }) => id),
      })),
    });
  else {
    call.print(loops.length === 0 ? 'no ground loop' : groupWords(loops));
    for (const { group, words } of loops) call.print(`  ${group}: ${words}`);
  }
  return 0;
}
