import { derive, isAudio, type Jack, type JackEnd, type Lead } from '../../model';
import { cure } from '../cure';
import { jackPart, leadPart, type Found } from '../finding';
import { rule } from '../rule';
import { ofKind, runsOf } from '../runs';

type Data = {
  readonly lead: number;
  readonly out: string;
  readonly into: string;
  /** What the third conductor brings about. */
  readonly so: 'side lost' | 'sides opposed' | 'common cancelled';
};

const FEEDS: readonly Jack['carries'][] = ['instrument', 'line', 'mic'];
const isFeed = ({ jack }: JackEnd) => isAudio(jack) && FEEDS.includes(jack.carries);
/** Three conductors: two sides, or two legs of one. */
const hasThree = ({ kind }: Lead) => kind === 'stereo' || kind === 'balanced';
const isPair = ({ jack }: JackEnd) => jack.channels === 2;
const isBalanced = ({ jack }: JackEnd) => jack.balance !== 'unbalanced' && jack.channels === 1;

/** What goes wrong between two jacks by three conductors; null: nothing. */
function wrongBy(out: JackEnd, into: JackEnd): Data['so'] | null {
  if (isPair(out) && isBalanced(into)) return 'common cancelled';
  if (isBalanced(out) && isPair(into)) return 'sides opposed';
  if (isPair(out) && into.jack.channels === 1) return 'side lost';
  return null;
}

const WHY: Readonly<Record<Data['so'], string>> = {
  'common cancelled':
    'A balanced input hears the difference of both sides: what is alike in them, the most of it, is gone.',
  'sides opposed': 'Left and right then hear one signal in opposite polarity: summed to mono it is gone.',
  'side lost': 'One side ends in a jack that has no use for it, or is shorted there.',
};

/** WIRE-BALANCE: a balanced lead on a stereo jack, or the other way round. */
export const balance = rule<Data>({
  code: 'WIRE-BALANCE',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    runsOf(view).flatMap(({ lead, from, to }): readonly Found<Data>[] => {
      if (!hasThree(lead)) return [];
      const [out, into] = from.jack.direction === 'in' ? [to, from] : [from, to];
      if (out.jack.direction !== 'out' || into.jack.direction !== 'in') return [];
      const so = isFeed(out) && isFeed(into) ? wrongBy(out, into) : null;
      if (so === null) return [];
      const key = ({ box, jack }: JackEnd) => `${box.id}/${jack.id}`;
      return [
        {
          severity: 'caution',
          parts: [leadPart(lead), jackPart(into.box, into.jack)],
          data: { lead: lead.number, out: key(out), into: key(into), so },
        },
      ];
    }),
  ),
  words: ({ data }, say) => ({
    text:
      data.so === 'sides opposed'
        ? `Lead ${data.lead} takes balanced ${say.jack(data.out)} into both sides of ${say.jack(data.into)}.`
        : data.so === 'common cancelled'
          ? `Lead ${data.lead} takes both sides of ${say.jack(data.out)} into balanced ${say.jack(data.into)}.`
          : `Lead ${data.lead} takes both sides of ${say.jack(data.out)} into mono ${say.jack(data.into)}.`,
    why: WHY[data.so],
  }),
  *cures(view, { parts }) {
    const lead = view.leads.find(({ id }) => id === parts[0]?.id);
    if (lead) yield cure(view, ofKind(lead, 'instrument'));
  },
});
