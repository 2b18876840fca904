import { headroomAt, levelsAlong } from '../../level';
import { derive, endAt, type Jack, type JackEnd, type JackMode } from '../../model';
import { resolveIn, traceIn, type Path } from '../../signal';
import { ofElectricity, type Electric } from '../electric';
import { jackPart, type Found } from '../finding';
import { distinct } from '../hung';
import { modeCures } from '../mode-cure';
import { plainDb } from '../phrases';
import { rule } from '../rule';

type Data = { readonly at: string; readonly mode: string; readonly gainDb: number };

/** By how much a mode raises what goes on behind a jack, beside the one in force, dB: an estimate. */
function raisedBy(jack: Jack, now: JackMode, mode: JackMode): number {
  const more = (of: (one: JackMode) => number | undefined) => (of(mode) ?? 0) - (of(now) ?? 0);
  const pad = more(({ gainDb }) => gainDb?.value);
  // Full scale is the most that a jack stands: an output that stands more gives more, an input leaves more unused.
  const full = jack.converts && now.maxDbu && mode.maxDbu ? more(({ maxDbu }) => maxDbu?.value) : 0;
  return pad + (jack.direction === 'in' ? -full : full);
}

const power = (dbu: number): number => 10 ** (dbu / 10);

/** What raising the level from a step on is worth, dB: what is made behind it stands lower against the signal. */
function worth(
  noise: readonly { readonly step: number; readonly dbu: number }[],
  step: number,
  db: number,
): number {
  const sum = (of: (one: number) => boolean) =>
    noise.filter((one) => of(one.step)).reduce((all, one) => all + power(one.dbu), 0);
  const [ahead, behind] = [sum((at) => at <= step), sum((at) => at > step)];
  return 10 * Math.log10((ahead + behind) / (ahead + behind * power(-db)));
}

/** Has everything from a step on the room that the house wants, with so much more? */
function hasRoom(of: Electric, path: Path, from: number, moreDb: number): boolean {
  const behind = new Set(
    path.steps.slice(from).flatMap((step) => {
      if (step.type === 'lead') return [];
      return step.type === 'jack' ? `${step.box}/${step.jack}` : `${step.box}/${step.block}`;
    }),
  );
  return levelsAlong(of, path).stops.every((stop) => {
    const room = behind.has(stop.part.id) ? headroomAt(stop, of.houseRules.limits) : null;
    return !room || room.leftDb - moreDb >= room.wantedDb;
  });
}

type Better = { readonly mode: JackMode; readonly gainDb: number };

/** The mode of a jack of a way that gains most of signal to noise with room behind it; null: none gains enough. */
function betterMode(of: Electric, path: Path, { box, jack }: JackEnd, step: number): Better | null {
  const { mode: now, from } = resolveIn(of).jackMode(box, jack);
  if (jack.modes.length < 2 || !now || from === 'sound') return null;
  const { noise } = levelsAlong(of, path);
  let best: Better | null = null;
  for (const mode of jack.modes) {
    if (mode.id === now.id) continue;
    const raised = raisedBy(jack, now, mode);
    const gainDb = worth(noise, step, raised);
    if (gainDb < of.houseRules.limits.lowLevelDb || gainDb <= (best?.gainDb ?? 0)) continue;
    if (hasRoom(of, path, step, raised)) best = { mode, gainDb };
  }
  return best;
}

/** LEVEL-LOW: another mode of a jack would gain 3 dB of signal to noise, with room for it everywhere. */
export const low = rule<Data>({
  code: 'LEVEL-LOW',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] =>
    distinct(
      traceIn(of).paths.flatMap((path) =>
        path.steps.flatMap((step, i): Found<Data>[] => {
          const end = step.type === 'jack' ? endAt(of, step) : undefined;
          const better = end && betterMode(of, path, end, i);
          if (!end || !better) return [];
          const part = jackPart(end.box, end.jack);
          return [
            {
              severity: 'note',
              parts: [part],
              figures: [{ name: 'gain', value: better.gainDb, unit: 'dB' }],
              assumed: [{ part, figure: 'noise' }],
              data: { at: part.id, mode: better.mode.name, gainDb: better.gainDb },
            },
          ];
        }),
      ),
    ),
  ),
  words: ({ data }, say) => ({
    text: `${say.jack(data.at)} at ${data.mode} would give ${plainDb(data.gainDb)} dB more signal over the noise, with room everywhere.`,
    why: 'Level that is given away early has to be made up later, and the noise of this box with it.',
  }),
  *cures(view, { data }) {
    yield* modeCures(view, data.at);
  },
});
