import {
  actWords,
  pressesView,
  proposeSwitches,
  setWords,
  totalWords,
  worstFirst,
  type Change,
  type PressesView,
} from '../core/control';
import { applyEdit } from '../core/edits';
import { writeRig } from '../core/file';
import { boxOf, inNight, switchesOf, type Rig } from '../core/model';
import { count } from '../core/units';
import { rigOf, soundOf, variantOf, write, type Call } from './input';

function printChange(call: Call, { sounds }: PressesView, change: Change) {
  const { from, to, presses, why, byHand, between } = change;
  const pressed = presses
    .map(({ tag, label, does }) => `${`${tag} ${label}`.trim()} (${does})`)
    .join(', then ');
  call.print(
    `${String(presses.length).padStart(3)}  ${sounds[from]?.name ?? ''} → ${sounds[to]?.name ?? ''}: ${pressed === '' ? 'nothing is pressed' : pressed}`,
  );
  for (const reason of why) call.print(`       why: ${reason}`);
  if (byHand.length > 0) call.print(`       by hand: ${byHand.join('; ')}`);
  for (const { text } of between) call.print(`       ${text}`);
}

/** `presses --plan`: what free switches are best given to do; with `-o` the rig with that plan. */
function planCommand(call: Call, rig: Rig): number {
  const of = inNight(rig, variantOf(call, rig));
  const { plan, isBest } = proposeSwitches(of);
  const then = pressesView({ ...of, switchPlan: plan });
  const out = call.values['-o'];
  if (out !== undefined) {
    write(call, out, writeRig(applyEdit(rig, { edit: 'setSwitchPlan', arguments: { plan } }).rig));
    if (out === '-') return 0;
  }
  if (call.flags.has('--json')) {
    call.printJson({ plan, is_best: isBest, presses_now: pressesView(of).total, presses: then.total });
    return 0;
  }
  for (const { box: id, switch: sw, bank, act } of plan) {
    const box = boxOf(rig, id);
    const label = box && switchesOf(box).find((one) => one.id === sw)?.label;
    call.print(
      `${box?.name ?? id} ${label ?? sw}${box?.banks ? `, bank ${bank + 1}` : ''}: ${actWords(rig, id, act)}`,
    );
  }
  call.print(
    `${count(then.total, 'press', 'presses')} over the set, today ${totalWords(pressesView(of))}; ${isBest ? 'no other plan has fewer' : 'the best that was found'}`,
  );
  return 0;
}

/** `presses`: what is pressed from sound to sound, worst first. */
export function pressesCommand(call: Call): number {
  const rig = rigOf(call);
  if (call.flags.has('--plan')) return planCommand(call, rig);
  const view = pressesView(inNight(rig, variantOf(call, rig)));
  const only = soundOf(call, rig);
  const changes = view.changes.filter(({ to }) => only === null || view.sounds[to]?.id === only);
  if (call.flags.has('--json')) {
    call.printJson({
      sounds: view.sounds,
      presses: view.counts.map((row) => row.map(({ presses }) => presses)),
      left_to_hands: view.counts.map((row) => row.map(({ hands }) => hands)),
      changes: changes.map(({ from, to, times, presses, why, byHand, between, isShortest }) => ({
        from: view.sounds[from]?.id,
        to: view.sounds[to]?.id,
        times,
        presses,
        why,
        by_hand: byHand,
        between,
        is_shortest: isShortest,
      })),
      songs: view.songs,
      total: view.total,
    });
    return 0;
  }
  for (const change of worstFirst(changes)) printChange(call, view, change);
  call.print(`${count(view.total, 'press', 'presses')} over the set. ${setWords(view)}`);
  return 0;
}
