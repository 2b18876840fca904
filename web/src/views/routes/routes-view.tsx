import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { severityCounts } from '../../../../core/findings';
import type { RoutingChange } from '../../../../core/edits';
import { nightName, SEVERITIES, sources } from '../../../../core/model';
import { count, formatLength, inWords } from '../../../../core/units';
import { ActLink } from '../../parts/act-link';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { Busy, Empty } from '../../parts/empty';
import { goFocus } from '../../parts/focus';
import { NameForm } from '../../parts/name-form';
import { SEVERITY_TEXT } from '../../parts/severity';
import { Drawn, noEmphasis } from '../../pen/drawn';
import { useOpen } from '../../rig/use-open';
import { useNotice, usePreferences } from '../../store/app';
import type { ShownCard } from '../../worker/searches';
import { useCards } from './use-cards';
import { MustBeHeard } from './must-be-heard';

type Can = Extract<ShownCard, { can: true }>;

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="grid grid-cols-[8.5rem_minmax(0,1fr)] gap-2 border-t border-hair py-1 text-sm">
      <dt className="text-muted">{name}</dt>
      <dd className="min-w-0">{children}</dd>
    </div>
  );
}

const none = <span className="text-muted">none</span>;

function Leads({ title, leads }: { title: string; leads: Can['fetch'] }) {
  const { units } = usePreferences();
  if (leads.length === 0) return null;
  return (
    <details>
      <summary className="min-h-6 cursor-pointer">{title}</summary>
      <ul className="pb-1 font-mono text-xs text-muted">
        {leads.map((lead) => (
          <li key={lead.number}>
            {lead.number}: {lead.from} → {lead.to}, {lead.kind} {formatLength(lead.lengthM, units)}
            {lead.toBeMade ? ', to be made' : ''}
          </li>
        ))}
      </ul>
    </details>
  );
}

function Facts({ card }: { card: Can }) {
  const { units } = usePreferences();
  const judged = SEVERITIES.filter((severity) => card.findings[severity] > 0);
  return (
    <dl>
      <Fact name="Stage runs">
        {count(card.runs.count, 'lead')}, {formatLength(card.runs.metres, units)}
      </Fact>
      <Fact name="Leads">
        {card.fetch.length + card.move.length + card.putAway.length === 0 ? 'all as they are' : null}
        <Leads title={`${card.fetch.length} to fetch`} leads={card.fetch} />
        <Leads title={`${card.move.length} to move`} leads={card.move} />
        <Leads title={`${card.putAway.length} to put away`} leads={card.putAway} />
      </Fact>
      <Fact name="Adapters">{card.adapters.length === 0 ? none : card.adapters.join(', ')}</Fact>
      <Fact name="Converter trips">
        {card.trips}
        {card.trips > 0 ? `, ${card.ms.toFixed(1)} ms` : ''}{' '}
        <span className="text-xs text-muted">worst sound</span>
      </Fact>
      <Fact name="Ground loops">{card.groundLoops}</Fact>
      <Fact name="Knobs that die">{card.deadKnobs.length === 0 ? none : card.deadKnobs.join(', ')}</Fact>
      <Fact name="Findings">
        {judged.length === 0
          ? none
          : judged.map((severity) => (
              <span key={severity} className={`mr-2 ${SEVERITY_TEXT[severity]}`}>
                {severityCounts(Array.from({ length: card.findings[severity] }, () => ({ severity })))}
              </span>
            ))}
        {card.worst.length > 0 ? (
          <ul className="text-xs text-muted">
            {card.worst.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        ) : null}
      </Fact>
      <Fact name="Wishes undone">
        {card.undone.length === 0 ? none : <span className="text-caution">{card.undone.join('; ')}</span>}
      </Fact>
      {card.kept.length > 0 ? <Fact name="Variants as they are">{card.kept.join(', ')}</Fact> : null}
    </dl>
  );
}

function SmallMap({ card }: { card: Can }) {
  if (!card.map) return null;
  const { width, height } = card.map;
  return (
    <svg
      role="img"
      aria-label={`Map of ${card.name}`}
      viewBox={`0 0 ${width} ${height}`}
      preserveAspectRatio="xMidYMin meet"
      className="pointer-events-none aspect-[2/1] w-full rounded border border-hair bg-ground"
    >
      <Drawn drawing={card.map} emphasisOf={noEmphasis} />
    </svg>
  );
}

function RoutingCard({
  card,
  onTake,
  onVariant,
}: {
  card: Can;
  onTake: (card: Can) => void;
  onVariant: (card: Can) => void;
}) {
  const { readOnly } = useOpen('readOnly');
  return (
    <article
      aria-label={card.name}
      className={`flex min-w-0 flex-col rounded border bg-sheet p-3 ${card.inForce ? 'border-2 border-select' : 'border-line'}`}
    >
      <header className="flex items-baseline justify-between gap-2">
        <h2 className="text-base">{card.name}</h2>
        <span className="font-mono text-xs text-muted">{card.code}</span>
      </header>
      <p className="pb-2 text-xs text-muted">{card.line}</p>
      <SmallMap card={card} />
      <div className="flex gap-2 py-2">
        {card.inForce ? (
          <p className="flex min-h-8 items-center text-sm font-semibold text-select">
            The rig is wired so now.
          </p>
        ) : (
          <>
            <Button
              look="strong"
              className="min-h-8 flex-1"
              disabled={readOnly !== null}
              aria-label={`Take ${card.name}`}
              onClick={() => onTake(card)}
            >
              Take this routing
            </Button>
            <Button
              className="min-h-8"
              disabled={readOnly !== null}
              aria-label={`${card.name} as a variant`}
              title="Wired so on other nights; this one stays as it is"
              onClick={() => onVariant(card)}
            >
              As a variant …
            </Button>
          </>
        )}
      </div>
      <Facts card={card} />
    </article>
  );
}

/** The other families, each with what stands against it on this rig. */
function CannotBeHad({ cards }: { cards: readonly ShownCard[] }) {
  if (cards.length === 0) return null;
  return (
    <section aria-label="Cannot be had" className="pt-5">
      <h2 className="pb-1 text-sm">Cannot be had with this gear</h2>
      <ul className="rounded border border-hair bg-sheet">
        {cards.map((card) =>
          card.can ? null : (
            <li
              key={card.name}
              className="grid gap-x-4 border-b border-hair px-3 py-1.5 text-sm last:border-b-0 md:grid-cols-[18rem_minmax(0,1fr)]"
            >
              <span>
                {card.name} <span className="font-mono text-xs text-muted">{card.code}</span>
              </span>
              <span className="text-muted">{card.reason}</span>
            </li>
          ),
        )}
      </ul>
    </section>
  );
}

const leadsTold = ({ put, move, away }: RoutingChange): string => {
  const leads = [
    [put.length, 'to fetch'],
    [move.length, 'moved'],
    [away.length, 'put away'],
  ] as const;
  const words = leads.filter(([n]) => n > 0).map(([n, what]) => `${count(n, 'lead')} ${what}`);
  return words.length > 0 ? inWords(words) : 'no lead moves';
};

/** How the rig could be wired, and what each would cost; taking one wires the map. */
export function RoutesView() {
  const { rig, setting, commit, setVariant, analyst } = useOpen(
    'rig',
    'setting',
    'commit',
    'setVariant',
    'analyst',
  );
  const [naming, setNaming] = useState<Can | null>(null);
  const navigate = useNavigate();
  const say = useNotice((state) => state.say);
  const { cards, progress, stale, isBehind, fault, cancel, again } = useCards();
  // Before the first search has come to its end, what it found so far is shown.
  const value = cards ?? progress?.found ?? null;

  const toMap = () => {
    void navigate(`/rig/${rig.id}/map`);
    goFocus('rig');
  };
  const take = (change: RoutingChange) => {
    if (commit({ edit: 'takeRouting', arguments: change }) !== null) return;
    say(`${change.name}: ${leadsTold(change)}. One undo takes it back.`);
    toMap();
  };
  const takeAsVariant = async (card: Can, name: string) => {
    const query = { kind: 'asVariant', routing: card.name, from: setting.variant, name } as const;
    const call = await analyst.ask<'asVariant'>(query);
    if ('reason' in call) return say(`${card.name} cannot be had any more. ${call.reason}`, 'bad');
    if (commit(call) !== null || call.edit !== 'takeAsVariant') return;
    setNaming(null);
    setVariant(call.arguments.variant.id);
    say(`${name}: ${leadsTold(call.arguments.change)}. ${nightName(rig, setting.variant)} stays as it is.`);
    toMap();
  };
  // Pressed while the rig is tried anew, a routing is taken as it comes out then.
  const early = useRef<string | null>(null);
  const takeNow = useEffectEvent((card: ShownCard) => {
    if (card.can) take(card.change);
    else say(`${card.name} cannot be had any more. ${card.reason}`, 'bad');
  });
  useEffect(() => {
    if (stale) return;
    const card = cards?.find(({ name }) => name === early.current);
    early.current = null;
    if (card) takeNow(card);
  }, [cards, stale]);
  const press = (card: Can) => {
    if (isBehind()) early.current = card.name;
    else take(card.change);
  };
  if (sources(rig).length === 0)
    return (
      <Empty
        title="No guitar in the rig yet"
        text="A routing begins at an instrument and ends at what must be heard. Enter the gear in one line first."
      >
        <ActLink to={`/rig/${rig.id}/gear`}>Enter the gear</ActLink>
      </Empty>
    );
  return (
    <div className="mx-auto max-w-7xl p-4">
      <MustBeHeard />
      <p className="pb-3 text-sm text-muted">
        Each is counted on a trial of this rig. Taking one keeps the leads that fit, and is one step to undo.
      </p>
      {fault !== null ? (
        <p role="alert" className="flex flex-wrap items-center gap-2 pb-3 text-sm text-danger">
          The routings could not be worked out: {fault}
          <Button onClick={again}>Try again</Button>
        </p>
      ) : null}
      {progress ? (
        <p role="status" className="flex items-center gap-2 pb-3 text-sm text-muted">
          Trying the routings: {progress.done} of {progress.of}
          <Button look="quiet" onClick={cancel}>
            Cancel
          </Button>
        </p>
      ) : value === null && fault === null ? (
        <Busy what="Trying the routings" />
      ) : null}
      <div
        aria-busy={stale}
        className={`grid gap-4 md:grid-cols-2 xl:grid-cols-3 ${stale ? 'opacity-80' : ''}`}
      >
        {(value ?? [])
          .filter((card) => card.can)
          .map((card) => (
            <RoutingCard key={card.name} card={card} onTake={press} onVariant={setNaming} />
          ))}
      </div>
      <CannotBeHad cards={(value ?? []).filter((card) => !card.can)} />
      {naming ? (
        <Sheet title={`${naming.name} as a variant`} onClose={() => setNaming(null)}>
          <NameForm
            initial="Direct night"
            act="Make"
            onDone={(name) => {
              takeAsVariant(naming, name).catch((error: unknown) =>
                say(error instanceof Error ? error.message : String(error), 'bad'),
              );
            }}
          />
        </Sheet>
      ) : null}
    </div>
  );
}
