import type { More, Placement, Placing, School } from '../../../../core/buffers';
import type { ReactNode } from 'react';
import { count, inWords } from '../../../../core/units';
import { Beside } from '../../parts/beside';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { useBuffers } from './use-buffers';

const WORDS: Readonly<Record<School, string>> = {
  fewest: 'fewest',
  'both ends': 'both ends',
  figures: 'best',
};
const SCHOOLS = ['fewest', 'both ends', 'figures'] as const;

const worst = ({ worstDb }: Placement): string => (worstDb < 0.05 ? '0' : worstDb.toFixed(1));
const whereOf = (placement: Placement): string =>
  placement.stands.length === 0
    ? 'no buffer'
    : placement.stands.map(({ name, words }) => `${name} ${words}`).join('; ');
const keyOf = ({ stands }: Placement): string =>
  stands
    .map(({ box, from, to }) => `${box} ${from} ${to}`)
    .sort()
    .join('|');

/** Today beside the best, in figures. */
function Sums({ placing }: { placing: Placing }) {
  const all = [placing.today, ...SCHOOLS.map((school) => placing.best[school])];
  return (
    <Beside
      columns={['today', ...SCHOOLS.map((school) => WORDS[school])]}
      rows={[
        { head: `over, of ${placing.sounds}`, cells: all.map(({ over }) => String(over)) },
        { head: 'worst dB', cells: all.map(worst) },
        { head: 'buffers', cells: all.map(({ stands }) => String(stands.length)) },
      ]}
    />
  );
}

type Act = {
  readonly words: string;
  readonly label: string;
  readonly isBarred: boolean;
  /** It is what the house would have. */
  readonly isUsual?: boolean;
  readonly onAct: () => void;
};

/** A placement that may be taken. @param act null: so it stands today */
function Line({ head, act, children }: { head: string; act: Act | null; children: ReactNode }) {
  const { readOnly } = useOpen('readOnly');
  return (
    <li className="flex items-start justify-between gap-2 border-t border-hair pt-1 text-xs">
      <span>
        <span className="font-semibold">{head}</span>
        {children}
      </span>
      {act ? (
        <Button
          look={act.isUsual ? 'strong' : undefined}
          className="shrink-0"
          aria-label={act.label}
          disabled={readOnly !== null || act.isBarred}
          onClick={act.onAct}
        >
          {act.words}
        </Button>
      ) : (
        <span className="shrink-0 text-muted">as today</span>
      )}
    </li>
  );
}

/** Where what is bought stands; of one thing the place alone. */
const boughtWhere = ({ stands }: More): string =>
  stands.length === 1 && stands[0]
    ? stands[0].words
    : stands.map(({ name, words }) => `${name} ${words}`).join('; ');

/** What could be bought, each with what it would bring, and one press that adds and places it. */
function ToBuy({
  placing: { more },
  behind,
  onTake,
}: {
  placing: Placing;
  behind: boolean;
  onTake: (more: More) => void;
}) {
  if (more.length === 0) return null;
  return (
    <section aria-label="Could be bought" className="flex flex-col gap-1.5 border-t border-hair pt-1">
      <h4 className="text-xs font-semibold">One of these would bring</h4>
      <ul className="flex flex-col gap-1.5">
        {more.map((one) => (
          <Line
            key={one.name}
            head={one.name}
            act={{
              words: 'Add',
              label: `Add and place ${one.name}`,
              isBarred: behind,
              onAct: () => onTake(one),
            }}
          >
            <span className="block font-mono">
              {one.over === 0 ? 'none' : one.over} over, worst {worst(one)} dB
            </span>
            <span className="block text-muted">{boughtWhere(one)}</span>
            {one.alike.length > 0 ? (
              <span className="block text-muted">So would {inWords(one.alike)}.</span>
            ) : null}
          </Line>
        ))}
      </ul>
    </section>
  );
}

function Found({
  placing,
  behind,
  onTake,
  onBuy,
}: {
  placing: Placing;
  behind: boolean;
  onTake: (school: School) => void;
  onBuy: (more: More) => void;
}) {
  const today = keyOf(placing.today);
  return (
    <>
      <Sums placing={placing} />
      <ul className="flex flex-col gap-1.5">
        {SCHOOLS.map((school) => {
          const placement = placing.best[school];
          const isToday = keyOf(placement) === today;
          return (
            <Line
              key={school}
              head={`${WORDS[school]}${placing.house === school ? ', as the house has it' : ''}`}
              act={
                isToday
                  ? null
                  : {
                      words: 'Take',
                      label: `Take ${WORDS[school]}`,
                      isBarred: behind,
                      isUsual: placing.house === school,
                      onAct: () => onTake(school),
                    }
              }
            >
              <span className="block">{whereOf(placement)}</span>
            </Line>
          );
        })}
      </ul>
      <ToBuy placing={placing} behind={behind} onTake={onBuy} />
      {placing.notes.map((note) => (
        <p key={note} className="text-xs text-muted">
          {note}
        </p>
      ))}
      <p className="text-xs text-muted">
        {placing.looked.toLocaleString('en').replaceAll(',', ' ')} placements looked at:{' '}
        {count(placing.buffers.length, 'buffer')} at hand, {count(placing.positions, 'place')}. Limit{' '}
        {placing.limitDb} dB.
      </p>
    </>
  );
}

/** Where buffers go: looked for when it is asked. */
export function BufferFacts() {
  const { placing, behind, step, fault, begin, cancel, take } = useBuffers();
  return (
    <section aria-label="Buffers" className="flex flex-col gap-2 border-t border-hair pt-2">
      <div className="flex items-center justify-between gap-2">
        <h3 className="text-xs font-semibold">Buffers</h3>
        {step ? (
          <Button onClick={cancel}>Cancel</Button>
        ) : (
          <Button onClick={begin}>{placing ? 'Look again' : 'Find their places'}</Button>
        )}
      </div>
      {step ? (
        <p role="status" className="text-xs text-muted">
          {step.of === 0 ? 'Looking …' : `Looked at ${step.looked} of ${step.of} placements …`}
        </p>
      ) : null}
      {fault ? <p className="text-xs text-danger">The search failed: {fault}</p> : null}
      {behind ? <p className="text-xs text-caution">The rig has changed since: look again.</p> : null}
      {placing ? (
        <Found
          placing={placing}
          behind={behind}
          onTake={(school) => void take(WORDS[school], placing.best[school].stands)}
          onBuy={(more) => void take(more.name, more.stands, more.wares)}
        />
      ) : null}
    </section>
  );
}
