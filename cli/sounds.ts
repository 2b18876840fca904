import { headOf, soundsCsv, soundTable } from '../core/control';
import { inNight } from '../core/model';
import { rigOf, soundOf, variantOf, type Call } from './input';

/** `sounds`: what each sound sets, by box, and in what it differs from the sound before. */
export function soundsCommand(call: Call): number {
  const rig = rigOf(call);
  const of = inNight(rig, variantOf(call, rig));
  const { columns, rows: all } = soundTable(of);
  const only = soundOf(call, rig);
  const rows = all.filter(({ sound }) => only === null || sound.id === only);
  if (call.flags.has('--csv')) {
    call.print(soundsCsv(of).trimEnd());
    return 0;
  }
  if (call.flags.has('--json')) {
    call.printJson({
      sounds: rows.map(({ sound, cells }) => ({
        sound: sound.id,
        name: sound.name,
        sets: cells.flatMap(({ text, value, from, differs }, i) =>
          text === ''
            ? []
            : [
                {
                  box: columns[i]?.box?.id ?? null,
                  what: columns[i]?.name,
                  is: text,
                  value,
                  said_in: from,
                  differs,
                },
              ],
        ),
      })),
    });
    return 0;
  }
  for (const { sound, cells } of rows) {
    const told = (keep: (i: number) => boolean) =>
      columns
        .flatMap((column, i) => {
          const text = cells[i]?.text ?? '';
          return text !== '' && keep(i) ? [`${headOf(column)} ${text}`] : [];
        })
        .join(', ');
    call.print(`${sound.name}: ${told((i) => cells[i]?.isOn === true)}`);
    const other = told((i) => cells[i]?.differs === true);
    if (other !== '') call.print(`      other than before: ${other}`);
  }
  return 0;
}
