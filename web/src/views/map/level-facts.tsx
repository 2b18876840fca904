import type { LevelPlan, LevelSum, SetLine } from '../../../../core/levelling';
import { count, formatDb, levelWords, parseQuantity } from '../../../../core/units';
import { Beside } from '../../parts/beside';
import { Button } from '../../parts/button';
import { Labelled, TextField } from '../../parts/field';
import { useOpen, useOpenRig, useOpenWith } from '../../rig/use-open';
import { useNotice, usePreferences } from '../../store/app';
import { LevelNoise } from './level-noise';
import { useSearch } from '../../worker/use-search';

const db = (value: number) => formatDb(Number(value.toFixed(1)));

/** Today beside what is proposed, in figures. */
function Sums({ today, then }: Pick<LevelPlan, 'today' | 'then'>) {
  const row = (head: string, cell: (sum: LevelSum) => string) => ({ head, cells: [today, then].map(cell) });
  return (
    <Beside
      columns={['today', 'then']}
      rows={[
        row('over a ceiling', ({ over }) => (over === 0 ? 'nothing' : count(over, 'place'))),
        row('least room', ({ tight }) =>
          tight ? `${db(tight.leftDb)} of ${tight.wantedDb} dB` : 'as wanted',
        ),
        row('from unity', ({ unityDb }) => (unityDb === null ? '–' : `${unityDb.toFixed(1)} dB`)),
        row('set unlike', ({ unlike }) => (unlike === 0 ? 'nothing' : count(unlike, 'pair'))),
        row('least over noise', ({ snrDb }) => `${formatDb(Math.round(snrDb)).replace('+', '')} dB`),
      ]}
    />
  );
}

function Line({ line, onShow }: { line: SetLine; onShow: () => void }) {
  return (
    <li className="border-t border-hair pt-1 text-xs">
      <button type="button" className="min-h-6 text-left underline-offset-2 hover:underline" onClick={onShow}>
        {line.what}
      </button>
      <span className="block font-mono">
        {line.now} → <span className="font-semibold">{line.then}</span>
      </span>
      {line.why ? <span className="block text-muted">{line.why}</span> : null}
    </li>
  );
}

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <div className="text-xs">
      <h4 className="font-semibold">{title}</h4>
      <ul className="flex flex-col gap-0.5">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}

function Found({ plan, behind, onTake }: { plan: LevelPlan; behind: boolean; onTake: () => void }) {
  const { readOnly, select } = useOpen('readOnly', 'select');
  const unit = usePreferences(({ levels }) => levels);
  return (
    <>
      <Sums today={plan.today} then={plan.then} />
      {plan.sets.length === 0 ? (
        <p className="text-xs">Nothing to set: every jack and every known knob stands best where it is.</p>
      ) : (
        <>
          <ul aria-label="To be set" className="flex flex-col gap-1">
            {plan.sets.map((line) => (
              <Line
                key={`${line.what} ${line.sounds.join()}`}
                line={line}
                onShow={() => select({ type: line.part.type, id: line.part.id })}
              />
            ))}
          </ul>
          <Button
            look="strong"
            className="self-start"
            disabled={readOnly !== null || behind}
            onClick={onTake}
          >
            Set all
          </Button>
        </>
      )}
      <Lines
        title="By ear or meter"
        lines={plan.byEar.map(
          ({ what, at, kind, dbu, beginLow }) =>
            `${what}: ${
              kind === 'average'
                ? `${levelWords(Math.round(dbu), unit)} at ${at} while playing steadily, effects off`
                : `peaks of ${levelWords(Math.round(dbu), unit)} at most at ${at}`
            }; what the knob does is not known.${
              beginLow ? ' Begin at minimum: the power stage behind it is wide open.' : ''
            }`,
        )}
      />
      <Lines
        title="Unity"
        lines={plan.unity.map(
          ({ words, todayDb, thenDb }) => `${words}: ${db(todayDb)} dB today, ${db(thenDb)} dB then.`,
        )}
      />
      <Lines title="Sounds" lines={plan.sounds.map(({ words }) => words)} />
      <Lines title="Guitars" lines={plan.guitars} />
      <Lines title="Not taken" lines={plan.instead.map(({ words, why }) => `${words}: ${why}.`)} />
      <Lines title="To say" lines={plan.notes} />
      <p className="text-xs text-muted">
        {plan.looked >= plan.of
          ? `All ${plan.of} sets of modes tried, the knobs solved in each.`
          : `Best found: ${plan.looked} of ${plan.of} sets of modes tried.`}{' '}
        An estimate, ±3 dB.
      </p>
    </>
  );
}

/** How loud each sound is to be beside the first. */
function Wishes() {
  const { readOnly, session } = useOpen('readOnly', 'session');
  const [first, ...others] = useOpenWith(({ rig }) => rig.sounds);
  if (!first || others.length === 0) return null;
  const set = (id: string, text: string) => {
    if (text.trim() === '')
      return session.commit({ edit: 'setSoundLevel', arguments: { id, levelDb: null } });
    const levelDb = parseQuantity(text, 'dB');
    return levelDb === null
      ? 'A figure in dB, such as +3.'
      : session.commit({ edit: 'setSoundLevel', arguments: { id, levelDb } });
  };
  return (
    <details className="text-xs">
      <summary className="min-h-6">Wished levels against {first.name}</summary>
      <ul className="grid grid-cols-2 gap-1">
        {others.map(({ id, name, wish }) => (
          <li key={id}>
            <Labelled label={name}>
              {(field) => (
                <TextField
                  id={field}
                  mono
                  onPause={false}
                  value={wish.levelDb === undefined ? '' : `${formatDb(wish.levelDb)} dB`}
                  placeholder="as it comes"
                  disabled={readOnly !== null}
                  commit={(text) => set(id, text)}
                />
              )}
            </Labelled>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Output levels: worked out when it is asked. */
export function LevelFacts() {
  const store = useOpenRig();
  const unit = usePreferences(({ levels }) => levels);
  const { found, behind, step, fault, begin, cancel } = useSearch<LevelPlan>((searches, rig, variant, told) =>
    searches.levels(rig, variant, unit, told),
  );
  const take = (plan: LevelPlan) => {
    const label = 'Set output levels';
    const refused = store.getState().commit({ edit: 'together', arguments: { label, edits: plan.edits } });
    if (refused === null) useNotice.getState().say(`${label}: ${count(plan.sets.length, 'change')}.`);
  };
  return (
    <section aria-label="Levels" className="flex flex-col gap-2 border-b border-hair px-3 py-2">
      <LevelNoise />
      <div className="flex items-center justify-between gap-2">
        <h3 className="text-sm">Output levels</h3>
        {step ? (
          <Button onClick={cancel}>Cancel</Button>
        ) : (
          <Button onClick={begin}>{found ? 'Work out again' : 'Work them out'}</Button>
        )}
      </div>
      {step ? (
        <p role="status" className="text-xs text-muted">
          {step.of === 0 ? 'Looking …' : `Tried ${step.looked} of ${step.of} sets of modes …`}
        </p>
      ) : null}
      {fault ? <p className="text-xs text-danger">It failed: {fault}</p> : null}
      {behind ? (
        <p className="text-xs text-caution">The rig has changed since: work them out again.</p>
      ) : null}
      <Wishes />
      {found ? (
        <Found plan={found} behind={behind} onTake={() => take(found)} />
      ) : step ? null : (
        <p className="text-xs text-muted">
          Which mode each jack stands in and where each level goes: no peak over a ceiling, unity through what
          is inserted, level early.
        </p>
      )}
    </section>
  );
}
