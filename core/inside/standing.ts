// Which jacks a unit's paths go by, and what is plugged in them.
import { isAudio, jackIn, type Box, type Jack, type JackRef, type Lead, type Rows } from '../model';
import type { Run } from '../signal';

/** A jack of a unit: the lead in it, and where that lead goes. */
export type StandingJack = {
  readonly jack: Jack;
  readonly lead: Lead | null;
  readonly far: JackRef | null;
  /** Whether a path of the unit goes by it; a lead in one that none goes by has nothing to say or hear. */
  readonly isOnPath: boolean;
};

/** The jacks that paths go by, in the order of the drawing: where a row begins, its loops, where it comes out. */
export function jacksAlong({ rows, loops, taps }: Rows): readonly string[] {
  const all = rows.flatMap(({ from, blocks, outputs }) => [
    ...('jack' in from ? [from.jack] : []),
    ...blocks.flatMap((id) => {
      const { send = null, sendRight = null, back = null, backRight = null } = loops[id] ?? {};
      return [send, sendRight, back, backRight].flatMap((jack) => jack ?? []);
    }),
    ...outputs,
  ]);
  return [...new Set([...all, ...taps.flatMap(({ to }) => ('jack' in to ? [to.jack] : []))])];
}

/**
 * The jacks of a unit's paths, and after them those that hold a lead although no path goes by them.
 * @param runs the leads that are plugged in the setting
 */
export function standingJacks(box: Box, rows: Rows, runs: readonly Run[]): readonly StandingJack[] {
  const held = new Map(
    runs.flatMap(({ lead, from, to }) =>
      (
        [
          [from, to],
          [to, from],
        ] as const
      ).flatMap(([here, there]) =>
        here?.box === box.id ? [[here.jack, { lead, far: there ?? null }] as const] : [],
      ),
    ),
  );
  const along = jacksAlong(rows);
  const idle = box.jacks.filter((jack) => isAudio(jack) && held.has(jack.id) && !along.includes(jack.id));
  return [...along, ...idle.map(({ id }) => id)].flatMap((id): StandingJack[] => {
    const jack = jackIn(box, id);
    const { lead = null, far = null } = held.get(id) ?? {};
    return jack ? [{ jack, lead, far, isOnPath: along.includes(id) }] : [];
  });
}
