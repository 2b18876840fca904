// From the wiring of one night to that of another: what differs, as steps that a person can do.
import {
  differencesBetween,
  endWords,
  isLink,
  isPutAway,
  jackKey,
  jackOf,
  sameEnds,
  wiring,
  type JackRef,
  type Lead,
  type NightDifferences,
  type Plugged,
  type Rig,
  type Side,
} from '../model';
import { differingIn } from './differs';
import {
  inRouteOrder,
  linkWords,
  offSteps,
  proofSteps,
  stringsStep,
  sectionOf,
  SPEAKER_CAUTION,
  step,
  walkLead,
  type SectionId,
  type WalkStep,
} from './parts';
import { powerSteps } from './switching';

const SIDES: readonly Side[] = ['from', 'to'];
type Moved = NightDifferences['leads'][number];
type Ends = Pick<Plugged, Side>;

/** What is done to a lead, end by end. */
function howOf(rig: Rig, was: Ends, now: Ends): string {
  if (isPutAway(was)) return 'fetched';
  if (isPutAway(now)) return 'put away';
  const moved = SIDES.filter((side) => !sameEnds(was[side], now[side]));
  const words = (side: Side) => {
    const [old, other] = [endWords(rig, was[side]), endWords(rig, now[side])];
    if (now[side].length === 0) return `out of ${old}, left loose`;
    return was[side].length === 0 ? `the loose end into ${other}` : `out of ${old}, into ${other}`;
  };
  const stays = SIDES.find((side) => !moved.includes(side) && now[side].length > 0);
  return `${moved.map(words).join('; ')}${stays ? `; stays in ${endWords(rig, now[stays])}` : ''}`;
}

/** Plugs while they are moved: which jacks hold what. */
class Panel {
  private readonly at = new Map<string, Ends>();

  constructor(
    private readonly rig: Rig,
    plugged: readonly Plugged[],
  ) {
    for (const { lead, from, to } of plugged) this.at.set(lead.id, { from, to });
  }

  /** The plugs of other leads in jacks that take one only. */
  inTheWay(lead: string, refs: readonly JackRef[]): readonly { lead: string; side: Side }[] {
    const wanted = new Set(refs.filter((ref) => jackOf(this.rig, ref)?.mult !== true).map(jackKey));
    return [...this.at].flatMap(([id, ends]) =>
      SIDES.flatMap((side) =>
        id !== lead && ends[side].some((ref) => wanted.has(jackKey(ref))) ? [{ lead: id, side }] : [],
      ),
    );
  }

  now(lead: string): Ends {
    return this.at.get(lead) ?? { from: [], to: [] };
  }

  put(lead: string, ends: WalkStep['ends']) {
    const now = this.now(lead);
    this.at.set(lead, { from: ends.from ?? now.from, to: ends.to ?? now.to });
  }
}

/** Steps for leads: first plugs that only come out, then each lead to where it goes, into jacks that are free by then. */
class Mover {
  readonly steps: WalkStep[] = [];
  private readonly panel: Panel;
  private readonly by: ReadonlyMap<string, Moved>;

  constructor(
    private readonly rig: Rig,
    from: string | null,
    moved: readonly Moved[],
  ) {
    this.panel = new Panel(rig, wiring(rig, from));
    this.by = new Map(moved.map((one) => [one.lead.id, one]));
  }

  private add(section: SectionId, one: Moved, ends: WalkStep['ends'], how: string, as: Plugged, id: string) {
    const caution = one.lead.kind === 'speaker' ? { caution: SPEAKER_CAUTION } : {};
    const more = isLink(one.lead) ? {} : { lead: walkLead(this.rig, as), how };
    const link = linkWords(this.rig, one.lead, as);
    const text = !isLink(one.lead)
      ? `Lead ${one.lead.number}`
      : ends.to?.length === 0
        ? `${link}: away`
        : link;
    this.steps.push(step(section, id, text, { ...more, ends, ...caution }));
    this.panel.put(one.lead.id, ends);
  }

  /** What is in the way of a lead comes out of its jack; it has a step of its own later. */
  private clear(section: SectionId, { lead, now }: Moved) {
    for (const way of this.panel.inTheWay(lead.id, [...now.from, ...now.to])) {
      const other = this.by.get(way.lead);
      if (!other) continue;
      const how = `out of ${endWords(this.rig, other.was[way.side])} for now`;
      this.add(section, other, { [way.side]: [] }, how, other.was, `${way.lead}-${way.side}-out`);
    }
  }

  out(section: SectionId, one: Moved) {
    this.add(
      section,
      one,
      { from: [], to: [] },
      howOf(this.rig, this.panel.now(one.lead.id), one.now),
      one.was,
      `${one.lead.id}-away`,
    );
  }

  move(section: SectionId, one: Moved) {
    this.clear(section, one);
    const was = this.panel.now(one.lead.id);
    const ends = Object.fromEntries(
      SIDES.flatMap((side) => (sameEnds(was[side], one.now[side]) ? [] : [[side, one.now[side]] as const])),
    );
    this.add(section, one, ends, howOf(this.rig, was, one.now), one.now, one.lead.id);
  }
}

/** Switches, inner wirings and knobs that stand otherwise. */
const settingSteps = (rig: Rig, from: string | null, to: string | null): readonly WalkStep[] =>
  differingIn(rig, from, to)
    .filter(({ part }) => part.type !== 'lead')
    .map(({ id, what, now, was }) => step('settings', id, `${what}: ${now}; was ${was}`));

/**
 * The moves from one night to another, in a safe order: everything off and down, speakers and loads, plugs that come
 * out, then each lead to where it goes, into a jack that is free by then; switches and insides; power up, proof. Where
 * no lead moves nothing is switched off. Empty: the nights are alike.
 * @param from the night that is wired; null: the base
 * @param to the night that is wanted; null: the base
 */
export function movesBetween(rig: Rig, from: string | null, to: string | null): readonly WalkStep[] {
  const { leads } = differencesBetween(rig, from, to);
  const settings = settingSteps(rig, from, to);
  if (leads.length === 0 && settings.length === 0) return [];
  const both = [...wiring(rig, from), ...wiring(rig, to)].filter((entry) => !isPutAway(entry));
  const off = offSteps(rig, to, both);
  if (leads.length === 0)
    return [...off.filter(({ id }) => id === 'masters'), ...settings, ...proofSteps(rig, to)];
  const mover = new Mover(rig, from, leads);
  const of = (section: SectionId) => leads.filter(({ lead }) => sectionOf(lead) === section);
  const go = (section: SectionId, moved: readonly Moved[]) => {
    for (const one of moved) mover.move(section, one);
  };
  const isOut = ({ now }: Moved) => isPutAway(now);
  // A load that goes is unplugged with everything else off, before the one that comes is plugged.
  for (const one of of('speakers').filter(isOut)) mover.out('speakers', one);
  go(
    'speakers',
    of('speakers').filter((one) => !isOut(one)),
  );
  for (const one of leads.filter((one) => isOut(one) && one.lead.kind !== 'speaker')) mover.out('out', one);
  const rank = new Map(
    inRouteOrder(
      rig,
      to,
      leads.map(({ now }) => now),
    ).map(({ lead }, i) => [lead.id, i]),
  );
  const along = (all: readonly Moved[]) =>
    all.filter((one) => !isOut(one)).sort((a, b) => at(rank, a.lead) - at(rank, b.lead));
  go('audio', along(of('audio')));
  go('control', along(of('control')));
  go('supplies', along(of('supplies')));
  return [
    ...off,
    ...mover.steps,
    ...settings,
    ...powerSteps(rig, to),
    ...stringsStep(rig),
    ...proofSteps(rig, to),
  ];
}

const at = (rank: ReadonlyMap<string, number>, { id }: Lead): number => rank.get(id) ?? rank.size;
