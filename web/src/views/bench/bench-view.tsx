import { useEffect } from 'react';
import { patchUp, progressOf, SECTIONS, stepsOf, walkUnderWay, type WalkStep } from '../../../../core/bench';
import type { Tick, Walk } from '../../../../core/model';
import { ActLink } from '../../parts/act-link';
import { Button } from '../../parts/button';
import { Empty } from '../../parts/empty';
import { goFocus } from '../../parts/focus';
import { useOpen } from '../../rig/use-open';
import { now, today } from '../../store/app';
import { markWalk } from '../../store/tab';
import { useAnalysis } from '../../worker/use-analysis';
import { Begin } from './begin';
import { ListenLine } from './listen-line';
import { StepLine } from './step-line';
import { useWakeLock } from './use-wake-lock';
import { walkName } from './walk-name';

/** Shields take reckoning: their steps come from the worker. */
function Listening({ walk }: { walk: Walk }) {
  const { value, fault } = useAnalysis<'listening'>({ kind: 'listening', variant: walk.variant ?? null });
  if (value) return <Walking walk={walk} now={value} />;
  return (
    <p role="status" className="mx-auto max-w-2xl p-4 text-sm text-muted">
      {fault ?? 'Reckoning which shields are worth it …'}
    </p>
  );
}

function Walking({ walk, now: current }: { walk: Walk; now: readonly WalkStep[] }) {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const awake = useWakeLock(true);
  useEffect(markWalk, []);
  const { steps, done, left, next } = progressOf(walk, current);
  const disabled = readOnly !== null;
  const last = walk.ticks.at(-1);
  const end = () => {
    if (commit({ edit: 'endWalk', arguments: { walk: walk.id, ended: today() } }) === null) goFocus('begin');
  };
  const acts = {
    tick: (step: WalkStep, made: Pick<Tick, 'mark' | 'note' | 'quieter' | 'value'>) =>
      void commit({
        edit: 'tick',
        arguments: { walk: walk.id, tick: { step: step.id, ...made, at: now(), basis: step.basis } },
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
              {own.map((state) => {
                const Line = state.step.listen ? ListenLine : StepLine;
                return (
                  <Line
                    key={state.step.id}
                    state={state}
                    isNext={state.step === next}
                    disabled={disabled}
                    acts={acts}
                  />
                );
              })}
            </ol>
          </section>
        );
      })}
    </div>
  );
}

/** Does it work: the patch-up walk, one lead a step; lift and listen; the moves between nights. */
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
  if (!walk) return <Begin />;
  return walk.type === 'listen' ? (
    <Listening walk={walk} />
  ) : (
    <Walking walk={walk} now={stepsOf(rig, walk)} />
  );
}
