// What an act on the order would do, counted on a trial document before it is done.
import {
  actChains,
  gearFor,
  heldWords,
  slotsOfHeld,
  slotWords,
  placeAt,
  readingsIn,
  usualIn,
  waysOf,
  wireAct,
  wiringsOf,
  writeChains,
  type Act,
  type ChainsAt,
  type Stretch,
  type Usual,
} from '../chain';
import type { RoutingChange } from '../edits';
import { report, soundName, type FindingLine } from '../findings';
import {
  boxOf,
  endWords,
  everyNight,
  inNight,
  isLink,
  nightName,
  onward,
  wiring,
  type Rig,
  type Severity,
} from '../model';
import { settingsOf, trace } from '../signal';

/** A lead that is touched, by its number, as it lies once the act is done; put away: as it lay. */
export type PreviewLead = {
  readonly number: number;
  readonly from: string;
  readonly to: string;
  readonly lengthM: number;
};
type Told = { readonly severity: Severity; readonly text: string };

/** Where else the order changes, in words, and what it becomes in the notation of chains. */
export type Elsewhere = { readonly where: string; readonly becomes: readonly string[] };

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
      /** Other nights, and sounds by another inner wiring, whose order changes with it. */
      readonly elsewhere: readonly Elsewhere[];
      /** For the usual order: what it moves, and what stays against it, in words. */
      readonly usual: { readonly moved: readonly string[]; readonly left: readonly string[] } | null;
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
    .map((plugged) => onward(rig, plugged))
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

/** Orders that change though the act was not done on them. */
function changedElsewhere(rig: Rig, trial: Rig, at: ChainsAt): readonly Elsewhere[] {
  const own = JSON.stringify(wiringsOf(rig, at));
  return everyNight(inNight(rig, null)).flatMap(({ variant }): readonly Elsewhere[] => {
    const id = variant?.id ?? null;
    const before = readingsIn(inNight(rig, id));
    const after = readingsIn(inNight(trial, id));
    return after.flatMap(({ sounds, reading }) => {
      const was = before.find((one) => one.sounds.some((sound) => sounds.includes(sound)));
      const becomes = writeChains(trial, reading.chains, true);
      const isOwn = id === at.variant && (was === undefined || JSON.stringify(was.wirings) === own);
      if (isOwn || (was && writeChains(rig, was.reading.chains, true).join() === becomes.join())) return [];
      const names = after.length > 1 ? [`in ${sounds.map((sound) => soundName(rig, sound)).join(', ')}`] : [];
      const night = id === at.variant ? [] : [nightName(rig, id)];
      return [{ where: [...night, ...names].join(' '), becomes }];
    });
  });
}

const usualWords = ({ moved, left }: Usual) => ({
  moved,
  left: left.map(({ words, reason }) => `${words} stays: ${reason}`),
});

/** What an act would do, with the findings that go and come; or why it cannot be had, and what would do. */
export function previewOf(rig: Rig, at: ChainsAt, act: Act): Preview {
  const wired = wireAct(rig, at, act);
  if ('reason' in wired) {
    const [asked] = waysOf(rig, at, act);
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
    elsewhere: changedElsewhere(rig, trial, at),
    usual: act.act === 'usual' ? usualWords(usualIn(rig, at)) : null,
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
