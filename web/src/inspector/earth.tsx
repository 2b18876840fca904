import { useState } from 'react';
import { EARTH_WORDS, earthDue, isProved } from '../../../core/hum';
import { ownsEarth, type Box } from '../../../core/model';
import { Button } from '../parts/button';
import { Choice, Labelled, TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { today } from '../store/app';
import { Section } from './section';

const EARTHS = (['unknown', 'kept', 'lifted', 'missing'] as const).map((value) => ({
  value,
  label: EARTH_WORDS[value],
}));

/** Who proved the earth, and when. */
function Proof({ box }: { box: Box }) {
  const { readOnly, session, commit } = useOpen('readOnly', 'session', 'commit');
  const proved = box.power.earthProved;
  const [by, setBy] = useState('');
  const disabled = readOnly !== null;
  const put = (next: { by: string; date: string } | null) =>
    ({ edit: 'setEarthProved', arguments: { box: box.id, proved: next } }) as const;
  if (!proved)
    return (
      <div className="flex items-end gap-2">
        <Labelled label="Proved today by">
          {(id) => (
            <TextField
              id={id}
              value={by}
              placeholder="name"
              disabled={disabled}
              commit={(text) => {
                setBy(text);
                return null;
              }}
            />
          )}
        </Labelled>
        <Button
          disabled={disabled || by.trim() === ''}
          onClick={() => commit(put({ by: by.trim(), date: today() }))}
        >
          Enter
        </Button>
      </div>
    );
  return (
    <div className="grid grid-cols-2 gap-2">
      <Labelled label="Proved by">
        {(id) => (
          <TextField
            id={id}
            onPause={false}
            value={proved.by}
            disabled={disabled}
            commit={(text) => session.commit(put({ ...proved, by: text.trim() }))}
          />
        )}
      </Labelled>
      <Labelled label="On (year-month-day)">
        {(id) => (
          <TextField
            id={id}
            mono
            onPause={false}
            value={proved.date}
            disabled={disabled}
            commit={(text) =>
              /^\d{4}-\d{2}-\d{2}$/.test(text.trim()) && !Number.isNaN(Date.parse(text.trim()))
                ? session.commit(put({ ...proved, date: text.trim() }))
                : 'A day, such as 2026-05-01.'
            }
          />
        )}
      </Labelled>
      <Button className="col-span-2 justify-self-start" disabled={disabled} onClick={() => commit(put(null))}>
        Not proved after all
      </Button>
    </div>
  );
}

/** The earth of a box that has its own: a page of the earth book. */
export function Earth({ box }: { box: Box }) {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const due = earthDue(box, rig.houseRules.limits.earthMonths);
  const isDue = due !== null && due <= today();
  // As it was found: what is entered does not fold itself away.
  const [wasOpen] = useState(!isProved(box) || isDue);
  if (!ownsEarth(box)) return null;
  return (
    <Section title="Earth" open={wasOpen}>
      <p className="text-xs text-muted">
        Continuity from the plug’s earth pin to the chassis, unplugged, by a qualified person; not by this
        plan. Until it is proved no shield beside this box is lifted or isolated.
      </p>
      <Labelled label="Its earth is">
        {(id) => (
          <Choice
            id={id}
            value={box.power.earth}
            disabled={readOnly !== null}
            options={EARTHS}
            onChange={(earth) => commit({ edit: 'setEarth', arguments: { box: box.id, earth } })}
          />
        )}
      </Labelled>
      {box.power.earth === 'lifted' || box.power.earth === 'missing' ? (
        <p role="alert" className="border-l-2 border-danger bg-danger-tint px-2 py-1 text-xs">
          This can kill: at the next fault its chassis, and the strings, stand at mains. Take it out of the
          rig; its earth is restored by a qualified person; not by this plan.
        </p>
      ) : (
        <Proof key={box.id} box={box} />
      )}
      {due !== null ? (
        <p className={`text-xs ${isDue ? 'text-caution' : 'text-muted'}`}>
          {isDue ? `Was to be proved anew by ${due}.` : `To be proved anew by ${due}.`}
        </p>
      ) : null}
    </Section>
  );
}
