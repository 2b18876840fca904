import { useState } from 'react';
import { patchUp } from '../../../../core/bench';
import { freshId, nightName, type Walk } from '../../../../core/model';
import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { goFocus } from '../../parts/focus';
import { useOpen } from '../../rig/use-open';
import { now } from '../../store/app';
import { BeginListening } from './begin-listening';
import { Moves } from './moves';
import { walkName } from './walk-name';

const field = 'min-h-11 min-w-0 max-sm:w-full rounded border border-line bg-raised px-3';

/** What can be walked in the night in force, and what was walked before. */
export function Begin() {
  const { rig, setting, readOnly, commit } = useOpen('rig', 'setting', 'readOnly', 'commit');
  const [venue, setVenue] = useState('');
  const [who, setWho] = useState('');
  const { variant } = setting;
  const steps = patchUp(rig, variant);
  const leads = steps.filter((step) => step.lead).length;
  const ended = rig.walks.filter((walk) => walk.ended !== null);
  const start = (kind: Pick<Walk, 'type' | 'variant' | 'from'>) => {
    const refused = commit({
      edit: 'startWalk',
      arguments: {
        walk: {
          id: freshId('walk-1', new Set(rig.walks.map((walk) => walk.id))),
          ...kind,
          started: now(),
          ended: null,
          venue: venue.trim(),
          ...(who.trim() === '' ? {} : { who: who.trim() }),
          ticks: [],
        },
      },
    });
    if (refused === null) goFocus('step');
  };
  return (
    <div className="mx-auto max-w-2xl p-4">
      <h2 className="text-lg">Patch-up{rig.variants.length > 0 ? `, ${nightName(rig, variant)}` : ''}</h2>
      <p className="pb-3 text-sm text-muted">
        {count(steps.length, 'step')}, {count(leads, 'lead')}, in the safe order: everything off and masters
        down, speakers and loads, audio from the guitar on, control, supplies, power up, proof. Local codes
        and qualified people come first; damaged mains leads are out of use.
      </p>
      <div className="flex flex-wrap gap-2 pb-4">
        <input
          aria-label="Venue"
          placeholder="venue"
          maxLength={200}
          value={venue}
          onChange={(event) => setVenue(event.target.value)}
          className={field}
        />
        <input
          aria-label="Who walks it (stays out of exported files)"
          placeholder="who (not exported)"
          maxLength={200}
          value={who}
          onChange={(event) => setWho(event.target.value)}
          className={field}
        />
        <Button
          tall
          look="strong"
          data-focus="begin"
          disabled={readOnly !== null}
          onClick={() => start({ type: 'patch-up', variant })}
        >
          Begin the walk
        </Button>
      </div>
      <BeginListening onBegin={() => start({ type: 'listen', variant })} />
      <Moves onBegin={(from) => start({ type: 'moves', variant, from })} />
      {ended.length > 0 ? (
        <>
          <h3 className="text-sm">Walked before</h3>
          <ul className="text-sm">
            {[...ended].reverse().map((walk) => (
              <li key={walk.id} className="border-t border-hair py-1.5">
                {walk.ended?.slice(0, 10)} {walk.venue ? `· ${walk.venue}` : ''} · {walkName(rig, walk)}{' '}
                <span className="text-muted">
                  {walk.ticks.filter((tick) => tick.mark === 'done').length} done,{' '}
                  {walk.ticks.filter((tick) => tick.mark === 'skipped').length} skipped
                </span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </div>
  );
}
