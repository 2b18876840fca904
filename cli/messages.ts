import { numbersView, proofWords, proveSounds, sentBy, soundsSmf } from '../core/control';
import { hexOf } from '../core/midi';
import { inNight } from '../core/model';
import { formatQuantity } from '../core/units';
import { rigOf, soundOf, variantOf, write, type Call } from './input';

/** `messages`: what each sound sends, what to dial for it, and whether it lands on simulated receivers. */
export function messagesCommand(call: Call): number {
  const rig = rigOf(call);
  const of = { ...inNight(rig, variantOf(call, rig)), title: rig.title };
  const only = soundOf(call, rig);
  const sounds = rig.sounds.filter(({ id }) => only === null || id === only);
  const file = call.values['--midi'];
  if (file !== undefined) {
    write(call, file, soundsSmf(of, sounds));
    if (file === '-') return 0;
  }
  const { columns, rows } = numbersView(of);
  const proof = proveSounds(of);
  const faults = proof.steps.flatMap(({ from, to, shown }) =>
    only !== null && proof.sounds[to]?.id !== only
      ? []
      : shown.flatMap(({ box, name, faults: own }) =>
          own.map((fault) => ({
            from: proof.sounds[from]?.id ?? null,
            to: proof.sounds[to]?.id,
            box,
            name,
            fault,
          })),
        ),
  );
  if (call.flags.has('--json')) {
    call.printJson({
      sounds: sounds.map((sound) => {
        const row = rows.find((one) => one.sound === sound.id);
        return {
          sound: sound.id,
          messages: sentBy(of, sound).map(({ sender, bytes }) => ({ from: sender.id, hex: hexOf(bytes) })),
          ms: row?.ms ?? 0,
          calls: (row?.cells ?? []).flatMap((cell, i) =>
            cell.shows === ''
              ? []
              : [
                  {
                    box: columns[i]?.box,
                    shows: cell.shows,
                    dial: cell.dial === '' ? null : cell.dial,
                    bank: cell.bank === '' ? null : cell.bank,
                    hex: cell.hex,
                    problem: cell.problem === '' ? null : cell.problem,
                  },
                ],
          ),
        };
      }),
      does_not_land: faults.map(({ from, to, box, fault }) => ({ from, to, box, fault })),
    });
    return faults.length > 0 ? 1 : 0;
  }
  for (const { sound, name, cells, controls, ms } of rows) {
    if (!sounds.some(({ id }) => id === sound)) continue;
    call.print(`${name}: ${ms > 0 ? `${formatQuantity(ms, 'ms')} on the wire` : 'sends nothing'}`);
    cells.forEach((cell, i) => {
      const column = columns[i];
      if (!column || cell.shows === '') return;
      const dial =
        cell.dial === ''
          ? ''
          : `dial ${cell.dial}${cell.bank === '' ? '' : ` (${cell.bank})`} on ${column.sender?.name ?? ''}, `;
      call.print(
        `  ${column.name} ${cell.shows}: ${dial}${cell.hex}${cell.problem === '' ? '' : ` — ${cell.problem}`}`,
      );
    });
    for (const line of controls) call.print(`  ${line}`);
  }
  for (const { from, to, name, fault } of faults) {
    const sound = (id: string | null | undefined) =>
      rig.sounds.find((one) => one.id === id)?.name ?? 'power-up';
    call.print(`does not land, ${sound(from)} → ${sound(to)}: ${name} ${fault}`);
  }
  call.print(proofWords(proof));
  return faults.length > 0 ? 1 : 0;
}
