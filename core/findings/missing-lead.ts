// A lead that is missing: from where a signal ends to the free jack that makes more be heard.
import { leadKindFor } from '../cables';
import {
  derive,
  endAt,
  freeNumber,
  freshId,
  isAudio,
  makeLead,
  otherSide,
  plugsAt,
  refAt,
  type JackEnd,
  type Lead,
  type Side,
} from '../model';
import { graphIn, traceIn } from '../signal';
import { cure, type Cure } from './cure';
import { withEnds } from './exchange';
import { everyJack, isFree, type View } from './finding';
import { compareScores, scoreOf, shapesOf, type Score } from './score';

const MOST_TRIALS = 40;

/** A lead into a jack: a new one, or one that stands where the signal ends, with the end that hangs loose. */
type Join = { readonly lead: Lead; readonly free: Side | null; readonly goal: JackEnd };

const differs = (start: JackEnd, goal: JackEnd) => Number(start.jack.carries !== goal.jack.carries);

/** The joins that make more be heard in some sound, the best first: from where the signal ends in the one in force. */
const joinsIn = derive(
  ['boxes', 'leads', 'variant', 'standing', 'sounds', 'wants'],
  (of): readonly Join[] => {
    const shapes = shapesOf(of);
    const sounds = shapes.map(({ sound }) => sound);
    const before = scoreOf(of, shapes);
    const starts = traceIn(of).ends.flatMap((end) => (end.type === 'jack' ? (endAt(of, end) ?? []) : []));
    const goals = everyJack(of).filter(
      ({ box, jack }) => jack.direction === 'in' && isAudio(jack) && (jack.mult || isFree(of, box, jack)),
    );
    const number = freeNumber(of.leads);
    const id = freshId(`lead-${number}`, new Set(of.leads.map((lead) => lead.id)));
    return starts
      .flatMap((start) => goals.map((goal) => ({ start, goal })))
      .sort((p, q) => differs(p.start, p.goal) - differs(q.start, q.goal))
      .slice(0, MOST_TRIALS)
      .filter(
        ({ start, goal }) =>
          start.box !== goal.box && (start.jack.carries === 'speaker') === (goal.jack.carries === 'speaker'),
      )
      .flatMap(({ start, goal }): { join: Join; score: Score; differs: number }[] => {
        const [from, to] = [[refAt(start)], [refAt(goal)]];
        const hanging = plugsAt(of, refAt(start)).find(({ far }) => far === undefined);
        const lead = hanging?.lead ?? makeLead({ id, number, kind: leadKindFor(start, goal), from, to });
        const leads = hanging ? of.leads : [...of.leads, lead];
        const free = hanging && otherSide(hanging.side);
        const ends = free ? { [free]: to } : { from, to };
        const wired = withEnds({ ...of, leads }, new Map([[lead.id, ends]]));
        const score = scoreOf({ ...wired, sounds }, shapes);
        return score[0] <= before[0] && score[1] < before[1]
          ? [{ join: { lead, free: free ?? null, goal }, score, differs: differs(start, goal) }]
          : [];
      })
      .sort((a, b) => compareScores(a.score, b.score) || a.differs - b.differs)
      .map(({ join }) => join);
  },
);

/** One lead from where a signal ends to a free jack that makes more be heard; the best first. */
export function joinCures(view: View): readonly Cure[] {
  // Sounds that share their graph end alike: it is looked for in one of them.
  const alike = shapesOf(view).find(({ sound }) => graphIn({ ...view, sound }) === graphIn(view));
  return joinsIn({ ...view, sound: alike?.sound ?? view.sound }).map(({ lead, free, goal }) =>
    cure(
      view,
      free
        ? { edit: 'replug', arguments: { lead: lead.id, side: free, at: [refAt(goal)] } }
        : { edit: 'plug', arguments: { lead } },
    ),
  );
}
