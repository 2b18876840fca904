import { combinationRows, combinationsIn } from '../core/control';
import { toCsv } from '../core/file';
import { inNight } from '../core/model';
import { rigOf, variantOf, type Call } from './input';

/** `combinations`: what sounds want of each switcher, as the table to store. */
export function combinationsCommand(call: Call): number {
  const rig = rigOf(call);
  const tables = combinationsIn(inNight(rig, variantOf(call, rig)));
  if (call.flags.has('--json')) {
    call.printJson({
      switchers: tables.map(({ box, linked, isStored, columns, rows, all, room }) => ({
        box,
        linked,
        is_stored: isStored,
        all,
        room,
        wanted: rows.map(({ states, sounds, calledBy }) => ({
          states: Object.fromEntries(columns.map(({ key }, i) => [key, states[i]?.text ?? ''])),
          sounds,
          called_by: calledBy,
        })),
      })),
    });
    return 0;
  }
  if (call.flags.has('--csv')) {
    call.print(toCsv(tables.flatMap((table) => [[table.name], ...combinationRows(table)])).trimEnd());
    return 0;
  }
  if (tables.length === 0) call.print('no switcher in this rig');
  for (const table of tables) {
    const { name, linked, rows, all, columns, isStored } = table;
    call.print(`${[name, ...linked].join(' with ')}: ${rows.length} of ${all} wanted`);
    for (const { states, sounds, calledBy } of rows) {
      const told = states.map(({ text }, i) => `${columns[i]?.tag ?? ''} ${columns[i]?.name ?? ''} ${text}`);
      const by = calledBy.length > 0 ? calledBy.join('; ') : isStored ? 'nothing calls it' : 'by hand';
      call.print(`  ${sounds.join(', ')} (${by}): ${told.join(', ')}`);
    }
  }
  return 0;
}
