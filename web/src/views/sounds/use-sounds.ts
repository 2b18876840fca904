// The table of sounds of the open rig, as it is shown, and the acts on what is chosen of it.
import { useMemo, useState } from 'react';
import {
  clearCells,
  copyCells,
  fillDown,
  pasteInto,
  pressCells,
  readSounds,
  soundTable,
  typeInto,
  type Column,
  type TableAct,
} from '../../../../core/control';
import { inNight, newSound } from '../../../../core/model';
import { useOpen } from '../../rig/use-open';
import { clamp, spans, type Chosen } from './selection';

const FIRST: Chosen = { begun: { row: 0, column: 0 }, at: { row: 0, column: 0 } };

export function useSounds() {
  const { rig, setting, readOnly, session } = useOpen('rig', 'setting', 'readOnly', 'session');
  const of = inNight(rig, setting.variant);
  const table = soundTable(of);
  /** The one box that is looked at; null: all. */
  const [only, setOnly] = useState<string | null>(null);
  const [pinned, setPinned] = useState<readonly string[]>([]);
  const [wanted, setChosen] = useState<Chosen>(FIRST);
  const [refused, setRefused] = useState<string | null>(null);

  const shown = useMemo(() => {
    const own = table.columns.filter(({ box }) => only === null || box?.id === only);
    const isPinned = ({ box }: Column) => pinned.includes(box?.id ?? '');
    return [...own.filter(isPinned), ...own.filter((column) => !isPinned(column))];
  }, [table.columns, only, pinned]);
  const numberOf = useMemo(() => new Map(table.columns.map((column, i) => [column, i])), [table.columns]);
  const size = { rows: table.rows.length, columns: shown.length };
  const chosen: Chosen = { begun: clamp(wanted.begun, size), at: clamp(wanted.at, size) };
  const { rows, columns } = spans(chosen);
  const range = { rows, columns: columns.flatMap((at) => shown[at] ?? []) };

  /** Does what an act comes to; says why where it does not. @returns whether nothing is refused */
  const run = (act: TableAct): boolean => {
    const why = act === null ? null : 'refused' in act ? act.refused : session.commit(act.edit);
    setRefused(why);
    return why === null;
  };
  return {
    rig,
    table,
    shown,
    size,
    chosen,
    refused,
    only,
    pinned,
    numberOf,
    isReadOnly: readOnly !== null,
    setChosen: (next: Chosen) => {
      setRefused(null);
      setChosen(next);
    },
    look: (box: string | null) => {
      setOnly(box);
      setChosen(FIRST);
    },
    pin: (box: string) =>
      setPinned((old) => (old.includes(box) ? old.filter((id) => id !== box) : [...old, box])),
    /** A new sound under the cursor's, which is as that one is. */
    add: () => {
      const from = rig.sounds[chosen.at.row] ?? null;
      const sound = newSound(rig, from, `Sound ${rig.sounds.length + 1}`);
      const index = chosen.at.row + 1;
      setRefused(session.commit({ edit: 'addSound', arguments: { sound, index } }));
      setChosen({ begun: { row: index, column: 0 }, at: { row: index, column: 0 } });
    },
    /** The cursor's sound earlier or later; the cursor goes with it. */
    move: (by: -1 | 1) => {
      const { row, column } = chosen.at;
      const [sound, there] = [rig.sounds[row], { row: row + by, column }];
      if (!sound || !rig.sounds[row + by]) return;
      setRefused(session.commit({ edit: 'moveSound', arguments: { id: sound.id, index: row + by } }));
      setChosen({ begun: there, at: there });
    },
    press: () => run(pressCells(of, range)),
    clear: () => run(clearCells(of, range)),
    type: (text: string) => run(typeInto(of, range, text)),
    fill: () => run(fillDown(of, range)),
    copy: () => copyCells(of, range),
    paste: (text: string) => run(pasteInto(of, range, shown, text)),
    read: (text: string) => run(readSounds(of, text)),
    of,
  };
}

export type Sounds = ReturnType<typeof useSounds>;
