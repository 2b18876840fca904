import { scopeIn } from '../../cables';
import {
  derive,
  endAt,
  isAudio,
  isLink,
  jackKey,
  pluggedIn,
  type JackEnd,
  type JackRef,
  type Plugged,
} from '../../model';
import { cure } from '../cure';
import { clashes, withEnds, type Side } from '../exchange';
import { everyJack, hasSource, isFree, jackPart, leadPart, type Found, type Wired } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { compareScores, doesBetter, scoreOf, shapesOf, type Score } from '../score';

type Data = {
  readonly lead: string;
  /** The end that hangs loose. */
  readonly side: Side;
  /** Where its other end stands, as `box/jack`. */
  readonly held: string;
  readonly to: JackRef;
};

/** Trial wirings for one lead. */
const MOST_TRIALS = 24;
/** Of more leads that hang loose none is looked at: the rig is being patched. */
const MOST_LOOSE = 4;

type Loose = { readonly run: Plugged; readonly side: Side; readonly held: JackEnd };

/** Signal leads with one plug in the hand: what carries a loudspeaker is told of by its load. */
const looseIn = (of: Wired): readonly Loose[] =>
  pluggedIn(of).flatMap((run): Loose[] => {
    const side = run.from.length === 0 ? 'from' : 'to';
    const held = endAt(of, run[side === 'from' ? 'to' : 'from'][0]);
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

/** WIRE-LOOSE: a lead hangs loose, and plugged again it would bring back what is passed by, or any sound at all. */
export const loose = rule<Data>({
  code: 'WIRE-LOOSE',
  cause: 1,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found<Data>[] => {
    const hanging = looseIn(of);
    if (!hasSource(of) || hanging.length > MOST_LOOSE || hanging.length === 0) return [];
    const shapes = shapesOf(of);
    const sounds = shapes.map(({ sound }) => sound);
    const before = scoreOf(of, shapes);
    return hanging.flatMap((one): Found<Data>[] => {
      const { run, side, held } = one;
      const best = goalsOf(of, one)
        .map(({ box, jack }) => {
          const to = { box: box.id, jack: jack.id };
          const after = withEnds(of, new Map([[run.lead.id, { [side]: [to] }]]));
          return { to, score: scoreOf({ ...after, sounds }, shapes) };
        })
        .reduce<{ to: JackRef; score: Score } | null>(
          (found, other) => (found && compareScores(found.score, other.score) <= 0 ? found : other),
          null,
        );
      if (!best || !doesBetter(best.score, before)) return [];
      return [
        {
          severity: 'fault',
          parts: [leadPart(run.lead), jackPart(held.box, held.jack)],
          data: { lead: run.lead.id, side, held: `${held.box.id}/${held.jack.id}`, to: best.to },
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.parts('lead')[0] ?? '')} hangs loose from ${say.jack(data.held)}; it belongs in ${say.jack(jackKey(data.to))}.`,
    why: 'What it joined is passed by, or nothing is heard at all: an open return is bridged inside some amplifiers, and the loss is easily missed.',
  }),
  *cures(view, { data: { lead, side, to } }) {
    yield cure(view, {
      edit: 'replug',
      arguments: { lead, side, at: [to], ...scopeIn(view.variant?.id ?? null) },
    });
  },
});
