import { movedPlace, type Pedal } from '../../../../core/control';
import { inNight, isSwitched, type Moves, type Sound } from '../../../../core/model';
import { TextField } from '../../parts/field';
import { useOpen } from '../../rig/use-open';
import { Sweep } from './pedal-drawing';

const FIELD = 'min-h-7 rounded border border-line bg-raised px-2 text-sm';

const CURVES = [
  ['even', 'even'],
  ['early', 'early'],
  ['late', 'late'],
] as const;

const percent = (at: number) => `${Math.round(at * 100)} %`;

function readPercent(text: string): number | null {
  const match = /^\s*(\d{1,3})\s*%?\s*$/.exec(text);
  const at = match ? Number(match[1]) / 100 : NaN;
  return at >= 0 && at <= 1 ? at : null;
}

/** What a pedal moves in one sound, over which range, by which curve. */
export function PedalMoves({ pedal, sound }: { pedal: Pedal; sound: Sound }) {
  const { rig, setting, session, readOnly } = useOpen('rig', 'setting', 'session', 'readOnly');
  const isReadOnly = readOnly !== null;
  const target = pedal.into?.box;
  const moves = sound.moves?.[pedal.box.id];
  const set = (next: Moves | null) =>
    session.commit({ edit: 'setMoves', arguments: { sound: sound.id, pedal: pedal.box.id, moves: next } });
  const place =
    moves && target ? movedPlace(inNight(rig, setting.variant), sound, target, moves.control) : null;
  const [heel, toe, curve] = [moves?.heel ?? 0, moves?.toe ?? 1, moves?.curve ?? 'even'];
  const position = (key: 'heel' | 'toe') => (text: string) => {
    const at = readPercent(text);
    if (at === null || !moves) return 'From 0 to 100 %.';
    return set({ ...moves, [key]: at });
  };
  return (
    <li className="flex flex-wrap items-center gap-2 border-b border-hair py-1">
      <span className="w-24 shrink-0 truncate font-semibold">{sound.name}</span>
      <select
        aria-label={`What ${pedal.box.name} moves in ${sound.name}`}
        className={`${FIELD} w-32`}
        disabled={isReadOnly || !target}
        value={moves?.control ?? ''}
        onChange={(event) =>
          set(
            event.target.value === '' || !target
              ? null
              : { ...moves, box: target.id, control: event.target.value },
          )
        }
      >
        <option value="">nothing</option>
        {(target?.controls ?? []).map(({ id, label }) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </select>
      {moves ? (
        <>
          {(['heel', 'toe'] as const).map((key) => (
            <span key={key} className="flex items-center gap-1 text-xs text-muted">
              {key}
              <span className="w-16">
                <TextField
                  label={`At the ${key} in ${sound.name}`}
                  value={percent(key === 'heel' ? heel : toe)}
                  mono
                  onPause={false}
                  disabled={isReadOnly}
                  maxLength={6}
                  commit={position(key)}
                />
              </span>
            </span>
          ))}
          <Sweep heel={heel} toe={toe} curve={curve} />
          <select
            aria-label={`Curve in ${sound.name}`}
            className={FIELD}
            disabled={isReadOnly}
            value={curve}
            onChange={(event) => {
              const next = CURVES.find(([value]) => value === event.target.value)?.[0] ?? 'even';
              set({ ...moves, curve: next });
            }}
          >
            {CURVES.map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </select>
          <select
            aria-label={`What it switches on in ${sound.name}`}
            className={`${FIELD} w-40`}
            disabled={isReadOnly}
            value={moves.engages ?? ''}
            onChange={(event) => {
              const next: Moves = { ...moves, engages: event.target.value };
              if (event.target.value === '') delete (next as { engages?: string }).engages;
              set(next);
            }}
          >
            <option value="">switches nothing on</option>
            {(target?.blocks ?? []).filter(isSwitched).map(({ id, name }) => (
              <option key={id} value={id}>
                off the heel: {name} on
              </option>
            ))}
          </select>
          {place === 'ahead' ? <span className="text-xs text-muted">ahead of the preamp: gain</span> : null}
          {place === 'after' ? <span className="text-xs text-muted">behind it: loudness</span> : null}
        </>
      ) : null}
    </li>
  );
}
