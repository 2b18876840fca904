import type { HumPlan, ToldCure } from '../../../../core/hum';
import { count, formatDb, inWords } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { useNotice } from '../../store/app';
import { useSearch } from '../../worker/use-search';
import { againstDb } from './hum-words';

/** The worst output of each sound first: today, and what each cure leaves. */
function Outputs({ plan }: { plan: HumPlan }) {
  const rows = [...plan.outputs].sort((a, b) => (a.todayDb ?? 0) - (b.todayDb ?? 0)).slice(0, 8);
  const more = plan.outputs.length - rows.length;
  return (
    <table className="w-full border-collapse text-xs">
      <thead>
        <tr className="text-left text-muted">
          <th scope="col" className="font-normal">
            hum, dB against the signal
          </th>
          {['today', ...(plan.best ? ['then'] : []), 'pickup'].map((head) => (
            <th key={head} scope="col" className="pl-2 text-right font-normal">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ sound, output, todayDb, isOver, bestDb, pickupUnderDb }) => (
          <tr key={`${sound} ${output} ${todayDb}`} className="border-t border-hair">
            <th scope="row" className="text-left font-normal">
              {sound}, {output}
            </th>
            <td className={`pl-2 text-right font-mono ${isOver ? 'text-caution' : ''}`}>
              {againstDb(todayDb)}
            </td>
            {plan.best ? <td className="pl-2 text-right font-mono">{againstDb(bestDb)}</td> : null}
            <td className="pl-2 text-right font-mono text-muted">{againstDb(pickupUnderDb)}</td>
          </tr>
        ))}
      </tbody>
      {more > 0 ? (
        <caption className="caption-bottom text-left text-muted">and {more} that are quieter</caption>
      ) : null}
    </table>
  );
}

function Cure({
  title,
  cure,
  disabled,
  onTake,
}: {
  title: string;
  cure: ToldCure;
  disabled: boolean;
  onTake: () => void;
}) {
  const bought = cure.acts.filter(({ toBeHad }) => toBeHad);
  return (
    <div className="border-t border-hair pt-1 text-xs">
      <h4 className="font-semibold">{title}</h4>
      <ul aria-label={title}>
        {cure.acts.map(({ words }) => (
          <li key={words}>{words}.</li>
        ))}
      </ul>
      {bought.length > 0 ? (
        <p className="text-muted">Not all of it is in the rig: it has to be had first.</p>
      ) : null}
      {cure.edits.length > 0 ? (
        <Button look="strong" className="mt-1" disabled={disabled} onClick={onTake}>
          Do it
        </Button>
      ) : null}
    </div>
  );
}

/** What was heard at a venue goes before what is reckoned, and stands beside it. */
function HeardAct({
  one,
  disabled,
  onTake,
}: {
  one: HumPlan['heard'][number];
  disabled: boolean;
  onTake: (one: HumPlan['heard'][number]) => void;
}) {
  const db = Number(one.reckonedDb.toFixed(1));
  return (
    <div className="border-t border-hair pt-1 text-xs">
      <h4 className="font-semibold">{one.edits.length > 0 ? 'By ear' : 'Not so, by ear'}</h4>
      <p>{one.words}.</p>
      <p className="text-muted">
        {one.heard.charAt(0).toUpperCase()}
        {one.heard.slice(1)}. Reckoned: {formatDb(-db)} dB.
      </p>
      {one.edits.length > 0 ? (
        <Button look="strong" className="mt-1" disabled={disabled} onClick={() => onTake(one)}>
          Do it
        </Button>
      ) : null}
    </div>
  );
}

function Found({
  plan,
  behind,
  onTake,
  onTakeHeard,
}: {
  plan: HumPlan;
  behind: boolean;
  onTake: (cure: ToldCure) => void;
  onTakeHeard: (one: HumPlan['heard'][number]) => void;
}) {
  const { readOnly, select } = useOpen('readOnly', 'select');
  const disabled = readOnly !== null || behind;
  const { best, single } = plan;
  const key = (cure: ToldCure | null) => cure?.acts.map(({ words }) => words).join();
  const isSame = key(best) === key(single);
  return (
    <>
      <Outputs plan={plan} />
      {plan.overDb === null ? (
        <p className="text-xs text-caution">
          A lift has cut off the last ground of a box: nothing is told of hum until a shield is restored.
        </p>
      ) : null}
      {plan.overDb === 0 ? (
        <p className="text-xs">
          Every output is under the limit, or hidden by its pickup’s own hum: nothing has to be done.
        </p>
      ) : null}
      {plan.heard.map((one) => (
        <HeardAct key={one.words} one={one} disabled={disabled} onTake={onTakeHeard} />
      ))}
      {best ? (
        <Cure
          title={plan.isEnough ? 'The cheapest that is enough' : 'As far as it goes'}
          cure={best}
          disabled={disabled}
          onTake={() => onTake(best)}
        />
      ) : plan.overDb !== 0 ? (
        <p className="text-xs">No set of acts that may be proposed lowers it.</p>
      ) : null}
      {single && !isSame ? (
        <Cure
          title="The one act that does most"
          cure={single}
          disabled={disabled}
          onTake={() => onTake(single)}
        />
      ) : null}
      {plan.unproved.length > 0 ? (
        <div className="border-l-2 border-danger bg-danger-tint px-2 py-1 text-xs">
          <p>
            Have the earth of {inWords(plan.unproved.map(({ name }) => name))} proved, unplugged, from the
            plug’s earth pin to the chassis, by a qualified person; not by this plan. Until then no shield
            beside {plan.unproved.length > 1 ? 'them' : 'it'} is lifted or isolated: it may be all that keeps
            the strings from the mains.
          </p>
          {plan.unproved.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              className="mr-2 min-h-6 underline underline-offset-2"
              onClick={() => select({ type: 'box', id })}
            >
              {name}
            </button>
          ))}
        </div>
      ) : null}
      {plan.worse.length > 0 ? (
        <details className="text-xs">
          <summary className="min-h-6">What makes it worse</summary>
          <ul>
            {plan.worse.map(({ words, db }) => (
              <li key={words}>
                {words}: {formatDb(Number(db.toFixed(1)))} dB.
              </li>
            ))}
          </ul>
        </details>
      ) : null}
      <p className="text-xs text-muted">
        {plan.overDb === 0 || plan.of === 0
          ? ''
          : plan.isExact
            ? `${count(plan.tried, 'set')} tried in order of cost; no cheaper one of up to four acts is enough. `
            : `Best found: ${plan.tried} of ${plan.of} sets tried. `}
        {plan.loopFree && plan.loopFree.leads.length > 0
          ? `No loop at all would be left with leads ${inWords(plan.loopFree.leads.map(String))} open; fewer loops are not less hum.`
          : ''}
      </p>
    </>
  );
}

/** What rids the rig of hum: looked for when it is asked. */
export function HumCures() {
  const store = useOpenRig();
  const { found, behind, step, fault, begin, cancel } = useSearch<HumPlan>((searches, rig, variant, told) =>
    searches.hum(rig, variant, told),
  );
  const take = (edits: ToldCure['edits'], acts: number) => {
    const label = 'Cure hum';
    const refused = store.getState().commit({ edit: 'together', arguments: { label, edits } });
    if (refused === null) useNotice.getState().say(`${label}: ${count(acts, 'act')}.`);
  };
  return (
    <section aria-label="Cures of hum" className="flex flex-col gap-2 border-t border-hair pt-2">
      <div className="flex items-center justify-between gap-2">
        <h3 className="text-sm">Cures</h3>
        {step ? (
          <Button onClick={cancel}>Cancel</Button>
        ) : (
          <Button onClick={begin}>{found ? 'Look again' : 'Look for the cheapest'}</Button>
        )}
      </div>
      {step ? (
        <p role="status" className="text-xs text-muted">
          {step.of === 0 ? 'Looking …' : `Tried ${step.looked} of ${step.of} sets …`}
        </p>
      ) : null}
      {fault ? <p className="text-xs text-danger">The search failed: {fault}</p> : null}
      {behind ? <p className="text-xs text-caution">The rig has changed since: look again.</p> : null}
      {found ? (
        <Found
          plan={found}
          behind={behind}
          onTake={({ edits, acts }) => take(edits, acts.length)}
          onTakeHeard={({ edits }) => take(edits, 1)}
        />
      ) : step ? null : (
        <p className="text-xs text-muted">
          Plugs moved to one group of outlets, outlets of their own, lifts, transformers: every set in order
          of cost, all sounds.
        </p>
      )}
    </section>
  );
}
