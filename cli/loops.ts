import { groundCurrents, groupWords, namedLoops } from '../core/hum';
import { inNight, type Rig } from '../core/model';
import { formatQuantity } from '../core/units';
import { rigOf, variantOf, type Call } from './input';

/** What stands in series with each signal lead, all sources as powers, V; most first. */
function seriesOf(rig: Rig, variant: string | null) {
  return groundCurrents(inNight(rig, variant))
    .leads.map(({ lead, volts }) => ({ lead, volts: Math.hypot(...volts) }))
    .sort((a, b) => b.volts - a.volts);
}

/** `loops`: every ground loop of a rig by what it goes by, the shortest first, and what the grounds put into each lead. */
export function loopsCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const loops = namedLoops(inNight(rig, variant));
  const series = seriesOf(rig, variant);
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
      in_series: series.map(({ lead, volts }) => ({ lead: lead.number, volts })),
    });
  else {
    call.print(loops.length === 0 ? 'no ground loop' : groupWords(loops));
    for (const { group, words } of loops) call.print(`  ${group}: ${words}`);
    for (const { lead, volts } of series)
      call.print(
        `  lead ${lead.number}: about ${formatQuantity(Number(volts.toPrecision(2)), 'V')} in series with its signal`,
      );
  }
  return 0;
}
