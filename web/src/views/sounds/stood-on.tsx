import { bankIn } from '../../../../core/control';
import { inWords } from '../../../../core/units';
import { Button } from '../../parts/button';
import type { Feet } from './use-feet';

/** What presses come to: stood on without the rig, from the sound in force on. */
export function StoodOn({ feet }: { feet: Feet }) {
  const { trial, standing, rig, from, boxes, of } = feet;
  const { pressed } = trial;
  const isThere = standing?.lacks.length === 0;
  return (
    <aside
      aria-label="Stood on"
      className="w-full shrink-0 border-t border-hair bg-sheet px-4 py-3 text-sm lg:w-84 lg:overflow-auto lg:border-t-0 lg:border-l"
    >
      <div className="flex items-center gap-2">
        <h2 className="flex-1 font-semibold">Stood on</h2>
        <Button disabled={pressed.length === 0} onClick={feet.begin}>
          Begin again
        </Button>
      </div>
      <p className="mt-1 text-xs text-muted">
        From {rig.sounds[from]?.name ?? 'rest'}, as it is called. Press a switch and see what it comes to;
        nothing in the rig changes.
      </p>
      <ol aria-label="What was pressed" className="mt-2">
        {pressed.map(({ tag, label, does }, i) => (
          <li key={`${i} ${label}`} className="flex gap-2 border-b border-hair py-1">
            <span className="w-24 shrink-0 font-mono text-xs">{`${tag} ${label}`.trim()}</span>
            <span className="min-w-0">{does}</span>
          </li>
        ))}
      </ol>
      <div role="status" className="mt-3">
        {standing ? (
          <>
            <p>
              {isThere ? 'This is ' : trial.aim === null ? 'Nearest to ' : 'Not yet '}
              <b>{standing.sound}</b>
              {isThere ? '.' : ':'}
            </p>
            <ul>
              {standing.lacks.map((lack) => (
                <li key={lack} className="text-caution">
                  {lack}
                </li>
              ))}
            </ul>
          </>
        ) : null}
        <p className="mt-2 text-xs text-muted">
          {inWords(
            boxes.flatMap(({ id, name, hasBanks, hasFree }) =>
              hasBanks && hasFree ? [`${name} in bank ${bankIn(of, trial, id) + 1}`] : [],
            ),
          )}
        </p>
      </div>
    </aside>
  );
}
