// One plug in the wrong jack of its box: the free jack beside it that makes all right.
import { isAudio, jackKey, pluggedIn, refAt, type JackRef, type Side } from '../model';
import { clashes, plugsOf, replugCure, withEnds } from './exchange';
import type { Cure } from './cure';
import { isFree, type Found, type View, type Wired } from './finding';
import { capitalFirst } from './phrases';
import type { Say } from './rule';
import { bestTrial, idleLeads, type Judged, type Score } from './score';
import { areMadeForEachOther } from './speaker-astray';
import { isWhole, suspectsIn } from './suspects';
import { isAside } from './work';

/** A plug, the jack it stands in, and the jack of the same box that it belongs in. */
export type Misplaced = {
  readonly lead: string;
  readonly side: Side;
  readonly at: JackRef;
  readonly to: JackRef;
};

/** Trial wirings that are traced. */
export const MOST_TRIALS = 24;

/** Every plug of these leads, moved to each free jack of its box that is no clash and does not lead into the box. */
function movesOf(of: Wired, leads: readonly string[]): readonly Misplaced[] {
  return pluggedIn(of)
    .filter(({ lead }) => leads.includes(lead.id))
    .flatMap((run) => plugsOf(of, run))
    .flatMap(({ lead, side, at, far }) =>
      at.box.jacks
        .filter(
          (jack) =>
            jack !== at.jack &&
            isAudio(jack) &&
            jack.carries !== 'air' &&
            far !== undefined &&
            far.box !== at.box &&
            areMadeForEachOther({ box: at.box, jack }, far) &&
            isFree(of, at.box, jack) &&
            !clashes({ from: jack, to: far.jack }) &&
            !isAside(of, at.box, jack),
        )
        .map((jack) => ({ lead, side, at: refAt(at), to: refAt({ box: at.box, jack }) })),
    );
}

/** The same wiring with the plug where it belongs. */
export const moved = <T extends Wired>(of: T, { lead, side, to }: Misplaced): T =>
  withEnds(of, new Map([[lead, { [side]: [to] }]]));

/** The move of a plug of these leads that makes all right, the best of them. */
export function bestMove(of: Judged, leads: readonly string[]): { move: Misplaced; score: Score } | null {
  const suspects = suspectsIn(of);
  const left = ({ lead }: Misplaced) => suspects.clashing.filter((id) => id !== lead).length;
  const trials = movesOf(of, leads)
    .filter((one) => left(one) === 0)
    .slice(0, MOST_TRIALS)
    .map((move) => ({ of: move, wired: moved(of, move) }));
  const best = bestTrial(of, trials, (score) => isWhole(score, suspects), idleLeads);
  return best && { move: best.of, score: best.score };
}

export type MisplacedData = { readonly misplaced: Misplaced };

/** @param more severity and figures where it does more than keep sound from flowing */
export function misplacedFound(
  misplaced: Misplaced,
  more: Pick<Partial<Found>, 'severity' | 'figures'>,
): Found<MisplacedData> {
  const { lead, at } = misplaced;
  return {
    severity: 'fault',
    ...more,
    parts: [
      { type: 'lead', id: lead },
      { type: 'jack', id: jackKey(at) },
    ],
    data: { misplaced },
  };
}

/** `Lead 3 is plugged into OUT 1 R of Multi-effects; it belongs in SEND 1 of Multi-effects` */
export const misplacedWords = ({ misplaced: { at, to } }: MisplacedData, say: Say): string =>
  `${capitalFirst(say.parts('lead')[0] ?? '')} is plugged into ${say.jack(jackKey(at))}; it belongs in ${say.jack(jackKey(to))}`;

export const misplacedCure = (view: View, { misplaced: { lead, side, to } }: MisplacedData): Cure =>
  replugCure(view, lead, side, to);
