import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { RoutingChange } from '../../../../core/edits';
import { nightName, sources } from '../../../../core/model';
import { oneEach, ranked } from '../../../../core/planner';
import type { WhyNot } from '../../../../core/proposals';
import { count, inWords } from '../../../../core/units';
import { ActLink } from '../../parts/act-link';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { Busy, Empty } from '../../parts/empty';
import { goFocus } from '../../parts/focus';
import { Later } from '../../parts/later';
import { NameForm } from '../../parts/name-form';
import { useOpen } from '../../rig/use-open';
import { useNotice } from '../../store/app';
import type { ShownLine } from '../../worker/searches';
import { LineCard, mapRatio, titleOf } from './line-card';
import { Matters } from './matters';
import { MustBeHeard } from './must-be-heard';
import { PlanTable } from './plan-table';
import { Preamps } from './preamps';
import { Sides } from './sides';
import { usePlan } from './use-plan';

/** Families that cannot be had, each with what stands against it on this rig, and what would do. */
function WhyNotList({ lines }: { lines: readonly WhyNot[] }) {
  if (lines.length === 0) return null;
  return (
    <section aria-label="Why not" className="pt-5">
      <h2 className="pb-1 text-sm">Why not others</h2>
      <ul className="rounded border border-hair bg-sheet">
        {lines.map(({ family, reason, instead }) => (
          <li
            key={family}
            className="grid gap-x-4 border-b border-hair px-3 py-1.5 text-sm last:border-b-0 md:grid-cols-[18rem_minmax(0,1fr)]"
          >
            <span>{titleOf({ name: [family] })}</span>
            <span className="text-muted">
              {reason}
              {instead ? ` Would do: ${instead}.` : ''}
            </span>
          </li>
        ))}
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
  const [naming, setNaming] = useState<ShownLine | null>(null);
  const [chosenKey, setChosenKey] = useState<string | null>(null);
  const [besideKey, setBesideKey] = useState<string | null>(null);
  // Families of which more than the best is shown.
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const navigate = useNavigate();
  const say = useNotice((state) => state.say);
  const { plan, progress, behind, stale, isBehind, fault, asking, more, cancel, again } = usePlan();
  // Before the first search has come to its end, what it found so far is shown.
  const shown = plan ?? progress?.plan ?? null;
  const all = ranked(shown?.lines ?? [], rig.houseRules.matters);
  const best = new Set(oneEach(all));
  const lines = all.filter((line) => best.has(line) || opened.has(line.name[0] ?? ''));
  const isShown = new Set(lines);
  const othersOf = (family: string): number =>
    all.filter((line) => line.name[0] === family && !isShown.has(line)).length +
    (shown?.others[family]?.length ?? 0);
  const open = (family: string) => {
    setOpened((old) => new Set([...old, family]));
    if (shown?.others[family]?.length) more(family);
  };
  const now = lines.find(({ inForce }) => inForce);
  const chosen = lines.find(({ key }) => key === chosenKey) ?? lines[0];
  const beside =
    lines.find((line) => line.key === besideKey && line !== chosen) ??
    (now !== chosen ? now : undefined) ??
    lines.find((line) => line !== chosen) ??
    null;
  const cards = [chosen, beside].filter((line) => line !== undefined && line !== null);

  const toMap = () => {
    void navigate(`/rig/${rig.id}/map`);
    goFocus('rig');
  };
  const take = ({ change }: ShownLine) => {
    if (commit({ edit: 'takeRouting', arguments: change }) !== null) return;
    say(`${change.name}: ${leadsTold(change)}. One undo takes it back.`);
    toMap();
  };
  const takeAsVariant = async (line: ShownLine, name: string) => {
    const query = { kind: 'asVariant', key: line.key, from: setting.variant, name } as const;
    const call = await analyst.ask<'asVariant'>(query);
    if ('reason' in call) return say(`${titleOf(line)} cannot be had any more. ${call.reason}`, 'bad');
    if (call.edit !== 'together' || commit(call) !== null) return;
    const [made] = call.arguments.edits;
    if (made?.edit !== 'takeAsVariant') return;
    setNaming(null);
    setVariant(made.arguments.variant.id);
    say(`${name}: ${leadsTold(made.arguments.change)}. ${nightName(rig, setting.variant)} stays as it is.`);
    toMap();
  };
  // Pressed while the rig is planned anew, a routing is taken as it comes out then.
  const early = useRef<ShownLine | null>(null);
  const takeNow = useEffectEvent((wanted: ShownLine) => {
    const same = ({ name }: ShownLine) => name.join() === wanted.name.join();
    const line = lines.find(({ key }) => key === wanted.key) ?? lines.find(same);
    if (line && !line.inForce && line.unheard.length === 0) take(line);
    else {
      const why = shown?.whyNot.find(({ family }) => family === wanted.name[0])?.reason ?? '';
      say(`${titleOf(wanted)} cannot be had any more. ${why}`.trim(), 'bad');
    }
  });
  useEffect(() => {
    // What comes of a search that failed is of another rig than this: it is asked for again.
    if (fault !== null) early.current = null;
    if (behind) return;
    const wanted = early.current;
    early.current = null;
    if (wanted) takeNow(wanted);
  }, [plan, behind, fault]);
  const press = (line: ShownLine) => {
    if (!isBehind()) return take(line);
    early.current = line;
    if (fault !== null) again();
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
      <div className="grid items-start gap-x-3 lg:grid-cols-2">
        <Preamps />
        <Sides />
      </div>
      <Matters />
      {fault !== null ? (
        <p role="alert" className="flex flex-wrap items-center gap-2 pb-2 text-sm text-danger">
          The routings could not be worked out: {fault}
          <Button onClick={again}>Try again</Button>
        </p>
      ) : null}
      {progress ? (
        <p role="status" className="flex min-h-9 items-center gap-2 pb-2 text-sm text-muted">
          {progress.of === 0
            ? `Combining routings, ${progress.plan.combined} so far`
            : `${progress.plan.combined} combined, ${progress.done} of ${progress.of} looked at, ${progress.plan.wired} wired, ${progress.plan.lines.length} judged`}
          <Button look="quiet" onClick={cancel}>
            Cancel
          </Button>
        </p>
      ) : shown === null && fault === null ? (
        <Busy what="Combining routings" />
      ) : (
        <p className="flex min-h-9 items-center pb-2 text-sm text-muted">
          {shown
            ? `${shown.combined} combined, ${shown.wired} wired, ${all.length} judged: the best found of each family. Taking one keeps the leads that fit, and is one step to undo.`
            : null}
        </p>
      )}
      {chosen ? (
        <>
          <PlanTable
            lines={lines}
            chosen={chosen}
            beside={beside}
            others={progress || behind ? () => 0 : othersOf}
            asking={asking}
            stale={stale}
            onChoose={({ key }) => setChosenKey(key)}
            onBeside={({ key }) => setBesideKey(key)}
            onTake={press}
            onVariant={setNaming}
            onMore={open}
          />
          <section aria-label="Side by side" className="grid gap-4 pt-4 md:grid-cols-2">
            {cards.map((line, i) => (
              <Later key={line.key} frames={i + 2}>
                <LineCard line={line} ratio={mapRatio(cards)} onTake={press} onVariant={setNaming} />
              </Later>
            ))}
          </section>
        </>
      ) : shown && !progress ? (
        <p className="rounded border border-hair bg-sheet px-3 py-2 text-sm">
          Nothing can be wired so that it is heard: an amplifier with a cabinet, a desk or a monitor is
          missing.
        </p>
      ) : null}
      <WhyNotList lines={shown?.whyNot ?? []} />
      {naming ? (
        <Sheet title={`${titleOf(naming)} as a variant`} onClose={() => setNaming(null)}>
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
