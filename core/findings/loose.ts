// Leads that hang loose, and the jack that each would bring sound back from.
import {
  derive,
  endAt,
  isAudio,
  isLink,
  otherSide,
  pluggedIn,
  type JackEnd,
  type JackRef,
  type Plugged,
  type Side,
} from '../model';
import { clashes, withEnds } from './exchange';
import { everyJack, hasSource, isFree, type Wired } from './finding';
import { bestTrial, doesBetter, scoreOf } from './score';

/** Trial wirings for one lead. */
const MOST_TRIALS = 24;
/** Of more leads that hang loose none is looked at: the rig is being patched. */
const MOST_LOOSE = 4;

export type Loose = { readonly run: Plugged; readonly side: Side; readonly held: JackEnd };

/** Signal leads with one plug in the hand: what carries a loudspeaker is told of by its load. */
const looseIn = (of: Wired): readonly Loose[] =>
  pluggedIn(of).flatMap((run): Loose[] => {
    const side = run.from.length === 0 ? 'from' : 'to';
    const held = endAt(of, run[otherSide(side)][0]);
    if (run[side].length > 0 || !held || isLink(run.lead)) return [];
    return isAudio(held.jack) && held.jack.carries !== 'speaker' ? [{ run, side, held }] : [];
  });

/** Free jacks that the loose plug could go into, those of the same flow first. */
const goalsOf = (of: Wired, { held }: Loose): readonly JackEnd[] =>
  everyJack(of)
    .filter(
      ({ box, jack }) =>
        box !== held.box &&
        isAudio(jack) &&
        jack.carries !== 'speaker' &&
        jack.carries !== 'air' &&
        isFree(of, box, jack) &&
        !clashes({ from: jack, to: held.jack }),
    )
    .sort(
      (a, b) => Number(b.jack.carries === held.jack.carries) - Number(a.jack.carries === held.jack.carries),
    )
    .slice(0, MOST_TRIALS);

/** A lead that hangs loose, and the free jack where it would bring back most. */
export type Heal = { readonly loose: Loose; readonly to: JackRef };

/** The loose leads that, plugged again, would bring back what is passed by, or any sound at all. */
export const healsIn = derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Heal[] => {
  const hanging = looseIn(of);
  if (!hasSource(of) || hanging.length > MOST_LOOSE || hanging.length === 0) return [];
  const before = scoreOf(of);
  return hanging.flatMap((one): Heal[] => {
    const { run, side } = one;
    const trials = goalsOf(of, one).map(({ box, jack }) => {
      const to = { box: box.id, jack: jack.id };
      return { of: to, wired: withEnds(of, new Map([[run.lead.id, { [side]: [to] }]])) };
    });
    const best = bestTrial(of, trials);
    return best && doesBetter(best.score, before) ? [{ loose: one, to: best.of }] : [];
  });
});
