// What an act on the order would do, counted on a trial document before it is done.
import {
  actChains,
  gearFor,
  heldWords,
  slotsOfHeld,
  slotWords,
  placeAt,
  readingsIn,
  waysOf,
  wireAct,
  writeChains,
  type Act,
  type ChainsAt,
  type Stretch,
} from '../chain';
import type { RoutingChange } from '../edits';
import { report, soundName, type FindingLine } from '../findings';
import { boxOf, endWords, everyNight, inNight, isLink, wiring, type Rig, type Severity } from '../model';
import { settingsOf, trace } from '../signal';

/** A lead that is touched, by its number, as it lies once the act is done; put away: as it lay. */
export type PreviewLead = {
  readonly number: number;
  readonly from: string;
  readonly to: string;
  readonly lengthM: number;
};
type Told = { readonly severity: Severity; readonly text: string };

export type Preview =
  | {
      readonly can: true;
      readonly change: RoutingChange;
      readonly fetch: readonly PreviewLead[];
      readonly move: readonly PreviewLead[];
      readonly away: readonly PreviewLead[];
      /** Boxes that are wired otherwise inside, or get a block. */
      readonly inside: readonly string[];
      /** Sounds in which what is moved is no longer heard. */
      readonly silent: readonly string[];
      readonly gone: readonly Told[];
      readonly found: readonly Told[];
      /** Other nights whose order changes with it. */
      readonly nights: readonly string[];
    }
  | {
      readonly can: false;
      readonly reason: string;
      /** What would do instead, in words. */
      readonly instead: readonly string[];
    };

function leadsOf(rig: Rig, variant: string | null, ids: readonly string[]): readonly PreviewLead[] {
  const chosen = new Set(ids);
  return wiring(rig, variant)
    .filter(({ lead }) => chosen.has(lead.id) && !isLink(lead))
    .map(({ lead, from, to }) => ({
      number: lead.number,
      from: endWords(rig, from),
      to: endWords(rig, to),
      lengthM: lead.lengthM,
    }))
    .sort((a, b) => a.number - b.number);
}

/** Blocks that an act moves, as `box/block`. */
function movedBy(rig: Rig, at: ChainsAt, act: Act): readonly string[] {
  const stretch: Stretch | null =
    act.act === 'put' && act.held.kind === 'stretch'
      ? act.held.stretch
      : 'stretch' in act
        ? act.stretch
        : null;
  if (!stretch || act.act === 'take out') return [];
  const chains = actChains(rig, at);
  return Array.from({ length: stretch.count }, (_, i) => placeAt(chains, { ...stretch, at: stretch.at + i }))
    .flatMap((place) => place?.stops ?? [])
    .flatMap(({ box, blocks }) => blocks.map((block) => `${box}/${block}`));
}

/** Sounds in which these blocks are heard, each by itself. */
const heardIn = (rig: Rig, variant: string | null, blocks: readonly string[]): ReadonlySet<string> =>
  new Set(
    settingsOf(rig, variant).flatMap((setting) => {
      const heard = new Set(
        trace(rig, setting).paths.flatMap(({ sections }) =>
          sections.map(({ box, block }) => `${box.id}/${block.id}`),
        ),
      );
      return blocks.filter((block) => heard.has(block)).map((block) => `${setting.sound} ${block}`);
    }),
  );

const isSame = (a: FindingLine, b: FindingLine) =>
  a.key === b.key || (a.code === b.code && a.text === b.text);
const told = (lines: readonly FindingLine[], others: readonly FindingLine[]): readonly Told[] =>
  lines
    .filter((line) => line.accepted === null && !others.some((other) => isSame(line, other)))
    .map(({ severity, text }) => ({ severity, text }));

const orderOf = (rig: Rig, variant: string | null): string =>
  readingsIn(inNight(rig, variant))
    .flatMap(({ reading }) => writeChains(rig, reading.chains, true))
    .join('\n');

/** What an act would do, with the findings that go and come; or why it cannot be had, and what would do. */
export function previewOf(rig: Rig, at: ChainsAt, act: Act): Preview {
  const wired = wireAct(rig, at, act);
  if ('reason' in wired) {
    const [asked] = waysOf(rig, actChains(rig, at), act);
    const gear = asked ? gearFor(rig, asked, at, boxOf(rig, wired.box)) : null;
    return { can: false, reason: wired.reason, instead: gear ? [gear.words] : [] };
  }
  const { change, trial } = wired;
  const { variant } = at;
  const moved = movedBy(rig, at, act);
  const [before, now] = [rig, trial].map((one) => heardIn(one, variant, moved));
  const silent = [...(before ?? [])].filter((one) => !now?.has(one)).map((one) => one.split(' ')[0] ?? '');
  const [was, is] = [report(rig, variant, null), report(trial, variant, null)];
  const inside = new Set([...change.wires, ...change.blocks].map(({ box }) => box));
  return {
    can: true,
    change,
    fetch: leadsOf(
      trial,
      variant,
      change.put.map(({ id }) => id),
    ),
    move: leadsOf(
      trial,
      variant,
      change.move.map(({ lead }) => lead),
    ),
    away: leadsOf(rig, variant, change.away),
    inside: [...inside].flatMap((id) => boxOf(rig, id)?.name ?? []),
    silent: [...new Set(silent)].map((id) => soundName(rig, id)),
    gone: told(was, is),
    found: told(is, was),
    nights: everyNight(inNight(rig, null)).flatMap(({ variant: night }) => {
      const id = night?.id ?? null;
      return id === variant || orderOf(rig, id) === orderOf(trial, id) ? [] : [night?.name ?? 'the base'];
    }),
  };
}

/**
 * What an act is called in the undo menu: `Move Fuzz after Overdrive`.
 * @param words what its choice is called, where it is one
 */
export function actName(rig: Rig, at: ChainsAt, act: Act, words = 'Change the order'): string {
  if (act.act !== 'put') return words;
  const chains = actChains(rig, at);
  const { chains: rest, slots } = slotsOfHeld(rig, chains, act.held);
  const slot = slots[act.slot];
  const where = slot ? slotWords(rig, rest, slot) : '';
  return `${act.held.kind === 'box' ? 'Put' : 'Move'} ${heldWords(rig, chains, act.held)} ${where}`;
}
