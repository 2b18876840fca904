import type { NumbersView } from '../../../../core/control';
import { TextField } from '../../parts/field';
import { useOpen } from '../../rig/use-open';

type Cell = NumbersView['rows'][number]['cells'][number];

/** From what is dialled over the wire to what is shown: the sound's call of one box. */
export function NumberCell({
  cell,
  sound,
  column,
}: {
  cell: Cell;
  sound: { id: string; name: string };
  column: NumbersView['columns'][number];
}) {
  const { session, readOnly } = useOpen('session', 'readOnly');
  const { shows, dial, bank, hex, problem, dialled, lands } = cell;
  const isReadOnly = readOnly !== null;
  const put = (edit: 'shown' | 'dialled') => (text: string) => {
    const value = text.trim() === '' ? null : text.trim();
    return session.commit(
      edit === 'shown'
        ? { edit: 'setProgram', arguments: { sound: sound.id, box: column.box, shown: value } }
        : { edit: 'setDialled', arguments: { sound: sound.id, box: column.box, dialled: value } },
    );
  };
  return (
    <div className="min-w-0 py-1">
      <div className="flex items-start">
        <span className="w-20 shrink-0 text-right">
          <span className="font-mono text-lg leading-7 font-semibold">{dial === '' ? '–' : dial}</span>
          {bank === '' ? null : <span className="block text-xs leading-4 text-muted">{bank}</span>}
        </span>
        <span className="relative mx-2 h-9 min-w-24 flex-1" title="On the wire">
          <span className="absolute inset-x-0 top-3.5 border-t border-ink" />
          <span className="absolute inset-x-0 top-4 truncate text-center font-mono text-xs text-muted">
            {hex}
          </span>
        </span>
        <span className="w-16 shrink-0" data-field={`${column.box} shows`}>
          <TextField
            label={`${column.name} shows in ${sound.name}`}
            value={shows}
            mono
            onPause={false}
            disabled={isReadOnly}
            maxLength={20}
            placeholder="–"
            commit={put('shown')}
          />
        </span>
        <span className="ml-3 w-20 shrink-0" data-field={`${column.box} dialled`}>
          {shows === '' || column.sender === null ? null : (
            <TextField
              label={`Dialled for ${column.name} in ${sound.name}`}
              value={dialled}
              mono
              onPause={false}
              disabled={isReadOnly}
              maxLength={20}
              commit={put('dialled')}
            />
          )}
          {dialled === '' ? null : lands === '' ? (
            <span className="block text-xs text-muted">right</span>
          ) : (
            <b className="block text-xs text-fault">lands {lands === 'nowhere' ? lands : `on ${lands}`}</b>
          )}
        </span>
      </div>
      {problem === '' ? null : <p className="text-xs text-fault">{problem}</p>}
    </div>
  );
}
