// `moves`: from the wiring of one night to that of another.
import { movesBetween, SECTIONS } from '../core/bench';
import { nightName } from '../core/model';
import { BadInput, nightOf, rigOf, type Call } from './input';

export function movesCommand(call: Call): number {
  const rig = rigOf(call);
  if (call.values['--from'] === undefined && call.values['--to'] === undefined)
    throw new BadInput('moves wants --from or --to, the nights it leads between');
  const [from, to] = [nightOf(call, rig, '--from'), nightOf(call, rig, '--to')];
  const steps = movesBetween(rig, from, to);
  if (call.flags.has('--json')) {
    call.printJson({
      from,
      to,
      steps: steps.map(({ id, section, text, lead, how, ends, caution }) => ({
        id,
        section,
        text,
        lead: lead && { id: lead.id, number: lead.number, from: lead.from, to: lead.to },
        how,
        ends,
        caution,
      })),
    });
    return 0;
  }
  call.print(`${nightName(rig, from)} to ${nightName(rig, to)}`);
  if (steps.length === 0) call.print('nothing is to be moved');
  for (const { id, title } of SECTIONS) {
    const own = steps.filter(({ section }) => section === id);
    if (own.length > 0) call.print(`\n${title}`);
    for (const { text, lead, how, caution } of own) {
      const what = lead ? `${lead.number}  ${lead.from} -> ${lead.to}${how ? `: ${how}` : ''}` : text;
      call.print(`  ${what}${caution ? `  (${caution})` : ''}`);
    }
  }
  return 0;
}
