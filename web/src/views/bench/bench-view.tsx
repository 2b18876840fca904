import { useEffect, useState } from 'react';
import { patchUp, progressOf, SECTIONS, walkUnderWay, type WalkStep } from '../../../../core/bench';
import { freshId, nightName, type Rig, type Walk } from '../../../../core/model';
import { count } from '../../../../core/units';
import { ActLink } from '../../parts/act-link';
import { Button } from '../../parts/button';
import { Empty } from '../../parts/empty';
import { goFocus } from '../../parts/focus';
import { useOpen } from '../../rig/use-open';
import { now, today } from '../../store/app';
import { markWalk } from '../../store/tab';
import { Moves } from './moves';
import { StepLine } from './step-line';
import { useWakeLock } from './use-wake-lock';

const field = 'min-h-11 min-w-0 max-sm:w-full rounded border border-line bg-raised px-3';

/** What a walk is called: `Patch-up, Direct night`, `Cabinet night to Direct night`. */
function walkName(rig: Rig, { type, variant, from }: Walk): string {
  const name = (id: string | null | undefined) =>
    id === undefined ? 'a variant since removed' : nightName(rig, id);
  if (type === 'moves') return `${name(from)} to ${name(variant)}`;
  return rig.variants.length > 0 && variant !== undefined ? `Patch-up, ${name(variant)}` : 'Patch-up';
}

function Begin() {
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
          placeholder="who (stays out of exported files)"
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
      <Moves onBegin={(from) => start({ type: 'moves', variant, from })} />
      {ended.length > 0 ? (
        <>
          <h3 className="text-sm">Walked before</h3>
          <ul className="text-sm">
            {[...ended].reverse().map((walk) => (
              <li key={walk.id} className="border-t border-hair py-1.5">
                {walk.ended?.slice(0, 10)} {walk.venue ? `· ${walk.venue}` : ''}{' '}
                {rig.variants.length > 0 ? `· ${walkName(rig, walk)} ` : ''}
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

function Walking({ walk }: { walk: Walk }) {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const awake = useWakeLock(true);
  useEffect(markWalk, []);
  const { steps, done, left, next } = progressOf(rig, walk);
  const disabled = readOnly !== null;
  const last = walk.ticks.at(-1);
  const end = () => {
    if (commit({ edit: 'endWalk', arguments: { walk: walk.id, ended: today() } }) === null) goFocus('begin');
  };
  const acts = {
    tick: (step: WalkStep, mark: 'done' | 'skipped', note: string) =>
      void commit({
        edit: 'tick',
        arguments: { walk: walk.id, tick: { step: step.id, mark, note, at: now(), basis: step.basis } },
      }),
    untick: (step: WalkStep) => void commit({ edit: 'untick', arguments: { walk: walk.id, step: step.id } }),
  };
  return (
    <div className="mx-auto flex max-w-2xl flex-col">
      <div className="sticky top-0 z-10 border-b border-line bg-sheet px-3 py-2">
        <div className="flex flex-wrap items-center gap-2">
          <h2 className="mr-auto text-base">
            {walkName(rig, walk)}
            {walk.venue ? `, ${walk.venue}` : ''}{' '}
            <span className="text-sm font-normal text-muted">
              {done} of {steps.length}
              {awake ? ', screen stays on' : ''}
            </span>
          </h2>
          <Button
            tall
            disabled={disabled || !last}
            onClick={() => last && commit({ edit: 'untick', arguments: { walk: walk.id, step: last.step } })}
          >
            Undo tick
          </Button>
          <Button tall look={left === 0 ? 'strong' : 'plain'} disabled={disabled} onClick={end}>
            {left === 0 ? 'Done: end the walk' : 'End the walk'}
          </Button>
        </div>
        <div
          role="progressbar"
          aria-label="Steps done"
          aria-valuemin={0}
          aria-valuemax={steps.length}
          aria-valuenow={done}
          className="mt-1.5 h-1.5 w-full rounded bg-hair"
        >
          <div className="h-full rounded bg-ink" style={{ width: `${(100 * done) / steps.length}%` }} />
        </div>
      </div>
      {SECTIONS.map(({ id, title }) => {
        const own = steps.filter(({ step }) => step.section === id);
        return own.length === 0 ? null : (
          <section key={id} aria-label={title}>
            <h3 className="bg-ground px-3 py-1.5 text-sm">{title}</h3>
            <ol className="bg-sheet">
              {own.map((state) => (
                <StepLine
                  key={state.step.id}
                  state={state}
                  isNext={state.step === next}
                  disabled={disabled}
                  acts={acts}
                />
              ))}
            </ol>
          </section>
        );
      })}
    </div>
  );
}

/** Does it work: the patch-up walk, one lead a step. */
export function BenchView() {
  const { rig, setting } = useOpen('rig', 'setting');
  const walk = walkUnderWay(rig);
  if (!walk && patchUp(rig, setting.variant).every((step) => step.lead === null))
    return (
      <Empty
        title="Nothing to patch up yet"
        text="The walk goes lead by lead. Take a routing, or plug leads on the map, first."
      >
        <ActLink tall to={`/rig/${rig.id}/routes`}>
          See the routings
        </ActLink>
      </Empty>
    );
  return walk ? <Walking walk={walk} /> : <Begin />;
}
