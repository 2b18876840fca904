import { chainsAt, orderLines, usualIn, wireAct, writeChains, type OrderLine } from '../core/chain';
import { applyEdit } from '../core/edits';
import { writeRig } from '../core/file';
import type { Rig, Setting } from '../core/model';
import { soundOf, variantOf, write, type Call } from './input';
import { touchedBy, touchedLine } from './wired';

/** The night and the sound whose inner wirings count: those at rest where no sound is said. */
const settingOf = (call: Call, rig: Rig): Setting => ({
  variant: variantOf(call, rig),
  sound: soundOf(call, rig) ?? 'all',
});

function printLine(call: Call, { at, inLoops, head, words, leads, reason, so, turned, house }: OrderLine) {
  if (head !== null) call.print(`${head}:`);
  const indent = '  '.repeat(inLoops + at.tail.length - 1);
  const by = leads.length > 0 ? ` (${leads.join(', ')})` : '';
  const against = so === 'against' ? [reason, ...turned] : turned;
  const why = so === 'against' ? [] : [reason];
  call.print(`${indent}${words}${by}: ${[...why, ...against.map((one) => `turned: ${one}`)].join(' ')}`);
  if (so === 'against' && house !== null) call.print(`${indent}  house rule: ${house}`);
}

/** `chain --why`: every stop with the reason for its place. */
export function whyCommand(call: Call, rig: Rig): number {
  const lines = orderLines(rig, chainsAt(rig, settingOf(call, rig)));
  if (call.flags.has('--json')) call.printJson({ rig: rig.id, lines });
  else if (lines.length === 0) call.print('nothing leads from an instrument yet');
  else for (const line of lines) printLine(call, line);
  return 0;
}

/** `chain --usual`: what the usual order would be, at what cost; with `-o` the rig wired so. */
export function usualCommand(call: Call, rig: Rig): number {
  const at = chainsAt(rig, settingOf(call, rig));
  const out = call.values['-o'];
  const { moved, left } = usualIn(rig, at);
  const wired = wireAct(rig, at, { act: 'usual' });
  const isMoved = !('reason' in wired);
  if (out !== undefined) {
    const after = isMoved ? applyEdit(rig, { edit: 'takeRouting', arguments: wired.change }).rig : rig;
    write(call, out, writeRig(after));
    if (out === '-') return 0;
  }
  if (call.flags.has('--json')) {
    const touched = isMoved ? touchedBy(wired.trial, wired.change) : null;
    call.printJson({
      usual: left.length === 0,
      moved,
      left,
      lines: isMoved ? writeChains(rig, wired.chains) : [],
      ...(touched ?? { fetch: [], move: [], putAway: [] }),
    });
    return 0;
  }
  if (isMoved) {
    for (const words of moved) call.print(words);
    for (const line of writeChains(wired.trial, wired.chains)) call.print(line);
    call.print(touchedLine(touchedBy(wired.trial, wired.change)));
  } else if (left.length === 0) call.print(wired.reason);
  for (const { words, reason } of left) call.print(`${words} stays: ${reason}`);
  return 0;
}
