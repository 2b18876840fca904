import { boxOf, everySound, type JackRef, type Reads } from '../rig';
import { traceIn, wantedOutputs, type Path, type Trace, type WantedOutput } from '../signal';
import type { Wired } from './finding';

/** How well a wiring does, best least: rings, then what is not heard, then jacks visited against their order. */
export type Score = readonly [cycles: number, unheard: number, inversions: number];

/** A loudspeaker is named by its air, which lies behind where the path ends. */
function isLoudspeakerOf(path: Path, at: JackRef | null): boolean {
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
        isLoudspeakerOf(path, wanted.at)
      );
    return path.sections.at(-1)?.block.role === HEARD_BY[wanted.kind];
  });

/** Boxes print their jacks in the order the signal is meant to meet them; each step back counts. */
function inversions(of: Reads<'boxes'>, path: Path): number {
  const last = new Map<string, number>();
  let n = 0;
  for (const step of path.steps) {
    if (step.type !== 'jack') continue;
    const at = boxOf(of, step.box)?.jacks.findIndex((jack) => jack.id === step.jack) ?? 0;
    if (at < (last.get(step.box) ?? 0)) n += 1;
    last.set(step.box, at);
  }
  return n;
}

/** Paths of which the steps are looked at; the first ones say enough. */
const MOST_PATHS = 4;

export function scoreOf(of: Wired & Reads<'sounds' | 'wants'>): Score {
  const wanted = wantedOutputs(of);
  const total: [number, number, number] = [0, 0, 0];
  // Sounds of one shape share where signals end and what comes round: they do alike.
  const known = new Map<Trace['ends'], Score>();
  for (const one of everySound(of)) {
    const { ends, cycles, paths } = traceIn(one);
    const score: Score = known.get(ends) ?? [
      cycles.length,
      wanted.filter((output) => !isHeard(paths, output)).length,
      paths.slice(0, MOST_PATHS).reduce((sum, path) => sum + inversions(of, path), 0),
    ];
    known.set(ends, score);
    score.forEach((n, i) => (total[i] = (total[i] ?? 0) + n));
  }
  return total;
}

export const compareScores = (a: Score, b: Score): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];
