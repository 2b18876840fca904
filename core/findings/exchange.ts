import {
  trialOf,
  EditError,
  isAudio,
  isLink,
  type EditCall,
  type Jack,
  type JackRef,
  type Rig,
} from '../rig';
import { settingsOf, trace, wantedOutputs, type Path, type WantedOutput } from '../signal';
import { endAt, leadPart, type View } from './finding';
import type { Part } from '../rig';

export type Side = 'from' | 'to';
/** Two plugs to be exchanged. */
export type Exchange = { readonly a: { lead: string; side: Side }; readonly b: { lead: string; side: Side } };

type Ends = { readonly from: Jack | undefined; readonly to: Jack | undefined };

/** Output into output, or input into input: nothing can flow. */
export const clashes = ({ from, to }: Ends): boolean =>
  from !== undefined &&
  to !== undefined &&
  from.direction === to.direction &&
  (from.direction === 'in' || from.direction === 'out');

/** Leads whose two ends are of one direction. */
export const clashingLeads = (view: View): readonly string[] =>
  view.plugged
    .filter(({ from, to }) =>
      clashes({ from: endAt(view.rig, from[0])?.jack, to: endAt(view.rig, to[0])?.jack }),
    )
    .map(({ lead }) => lead.id);

/** How well a wiring does, best least: rings, then what is not heard, then jacks visited against their order. */
type Score = readonly [cycles: number, unheard: number, inversions: number];

/** A loudspeaker is named by its air, which lies behind where the path ends. */
function isLoudspeakerOf(path: Path, { at }: WantedOutput): boolean {
  const last = path.sections.at(-1);
  return (
    last?.block.role === 'speaker' &&
    last.box.id === at?.box &&
    last.box.jacks.some((jack) => jack.id === at.jack && jack.carries === 'air')
  );
}

const HEARD_BY = { loudspeaker: 'speaker', desk: 'mix', monitor: 'monitor' } as const;

export const isHeard = (paths: readonly Path[], wanted: WantedOutput): boolean =>
  paths.some((path) => {
    if (wanted.kind === 'named')
      return (
        path.steps.some((s) => s.type === 'jack' && s.box === wanted.at?.box && s.jack === wanted.at.jack) ||
        isLoudspeakerOf(path, wanted)
      );
    return path.sections.at(-1)?.block.role === HEARD_BY[wanted.kind];
  });

/** Boxes print their jacks in the order the signal is meant to meet them; each step back counts. */
function inversions(rig: Rig, path: Path): number {
  const last = new Map<string, number>();
  let n = 0;
  for (const step of path.steps) {
    if (step.type !== 'jack') continue;
    const at =
      rig.boxes.find((box) => box.id === step.box)?.jacks.findIndex((jack) => jack.id === step.jack) ?? 0;
    if (at < (last.get(step.box) ?? 0)) n += 1;
    last.set(step.box, at);
  }
  return n;
}

export function scoreOf(rig: Rig, variant: string | null): Score {
  const wanted = wantedOutputs(rig);
  let [cycles, unheard, back] = [0, 0, 0];
  for (const setting of settingsOf(rig, variant)) {
    const found = trace(rig, setting);
    cycles += found.cycles.length;
    unheard += wanted.filter((output) => !isHeard(found.paths, output)).length;
    for (const path of found.paths.slice(0, 4)) back += inversions(rig, path);
  }
  return [cycles, unheard, back];
}

export const compareScores = (a: Score, b: Score): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];

/** The document after an edit, or null if the edit cannot be done. */
export function trial(rig: Rig, call: EditCall): Rig | null {
  try {
    return trialOf(rig, call);
  } catch (error) {
    if (error instanceof EditError) return null;
    throw error;
  }
}

export const exchangeEdit = (view: View, { a, b }: Exchange): EditCall => ({
  edit: 'exchangeEnds',
  arguments: view.variant === null ? { a, b } : { a, b, scope: { layer: 'variant', id: view.variant } },
});

const MOST_TRIALS = 16;

type Candidate = Exchange & { readonly cleared: number; readonly near: number };

/**
 * The exchange of two plugs, one of them of a lead in `around`, that leaves no clash on either lead and does best.
 * @param accept what the trial document must satisfy
 */
export function bestExchange(
  view: View,
  around: readonly string[],
  accept: (rig: Rig) => boolean,
): Exchange | null {
  const ends = (lead: string): { from: JackRef | undefined; to: JackRef | undefined } => {
    const found = view.plugged.find((p) => p.lead.id === lead);
    return { from: found?.from[0], to: found?.to[0] };
  };
  const jackOf = (ref: JackRef | undefined) => endAt(view.rig, ref)?.jack;
  const others = view.plugged
    .filter((p) => !isLink(p.lead) && p.from.length > 0 && p.to.length > 0)
    .map((p) => p.lead.id);
  const candidates: Candidate[] = [];
  const seen = new Set<string>();
  for (const x of around)
    for (const y of others) {
      if (x === y) continue;
      for (const a of ['from', 'to'] as const)
        for (const b of ['from', 'to'] as const) {
          const key = [`${x}.${a}`, `${y}.${b}`].sort().join(' ');
          if (seen.has(key)) continue;
          seen.add(key);
          const [ex, ey] = [ends(x), ends(y)];
          const [jx, jy] = [jackOf(ex[a]), jackOf(ey[b])];
          if (!jx || !jy || !isAudio(jx) || !isAudio(jy) || jx.carries === 'air' || jy.carries === 'air')
            continue;
          const farX = jackOf(ex[a === 'from' ? 'to' : 'from']);
          const farY = jackOf(ey[b === 'from' ? 'to' : 'from']);
          if (clashes({ from: jy, to: farX }) || clashes({ from: jx, to: farY })) continue;
          const cleared = Number(clashes({ from: jx, to: farX })) + Number(clashes({ from: jy, to: farY }));
          const near = ex[a]?.box === ey[b]?.box ? 0 : 1;
          candidates.push({ a: { lead: x, side: a }, b: { lead: y, side: b }, cleared, near });
        }
    }
  candidates.sort((p, q) => q.cleared - p.cleared || p.near - q.near);
  let best: { exchange: Exchange; score: Score; near: number } | null = null;
  for (const { a, b, near, cleared } of candidates.slice(0, MOST_TRIALS * 4)) {
    if (cleared < (candidates[0]?.cleared ?? 0)) break;
    const rig = trial(view.rig, exchangeEdit(view, { a, b }));
    if (!rig || !accept(rig)) continue;
    const score = scoreOf(rig, view.variant);
    const better = best === null ? -1 : compareScores(score, best.score) || near - best.near;
    if (better < 0) best = { exchange: { a, b }, score, near };
  }
  return best?.exchange ?? null;
}

/** Parts of a crossing: its two leads, the lower number first. */
export function crossingParts(view: View, { a, b }: Exchange): readonly Part[] {
  const leads = [a, b].flatMap(({ lead }) => view.rig.leads.filter((l) => l.id === lead));
  return [...leads].sort((x, y) => x.number - y.number).map(leadPart);
}

export const exchangeData = ({ a, b }: Exchange): Readonly<Record<string, string>> => ({
  a: a.lead,
  sideA: a.side,
  b: b.lead,
  sideB: b.side,
});

export const exchangeFrom = (data: Readonly<Record<string, string>>): Exchange => ({
  a: { lead: data.a ?? '', side: data.sideA === 'from' ? 'from' : 'to' },
  b: { lead: data.b ?? '', side: data.sideB === 'from' ? 'from' : 'to' },
});
