import { derive, type Box } from '../../model';
import { dcFaults, dcFeeds, positiveShared, type DcFault, type DcFeed } from '../../power';
import { formatQuantity, inWords } from '../../units';
import { byAssignment } from '../dc';
import { boxPart, jackPart, type Found } from '../finding';
import { capitalFirst, DESTROYS } from '../phrases';
import { rule, type RuleOf, type Say } from '../rule';

type Data = {
  readonly outlet: string;
  readonly box: string;
  /** What the outlet gives, and what the box takes. */
  readonly gives: string;
  readonly takes: string;
};

const volts = (value: number): string => formatQuantity(value, 'V');

function takes({ power: { dcVolts } }: Box): string {
  if (!dcVolts) return 'what nobody knows';
  const { low, high } = dcVolts;
  return low === high ? volts(high) : `${formatQuantity(low, '').trim()} to ${volts(high)}`;
}

const WORDS: Readonly<Record<DcFault, (feed: DcFeed, box: Box) => Pick<Data, 'gives' | 'takes'>>> = {
  volts: ({ outlet }, box) => ({ gives: volts(outlet.facts.volts.value), takes: takes(box) }),
  under: ({ outlet }, box) => ({ gives: volts(outlet.facts.volts.value), takes: takes(box) }),
  polarity: ({ outlet }, { power }) => ({
    gives: outlet.facts.polarity ?? '',
    takes: power.dcPolarity ?? '',
  }),
  ac: () => ({ gives: 'AC', takes: 'DC' }),
  dc: () => ({ gives: 'DC', takes: 'AC' }),
};

/** A box that an outlet does not suit, by one of the faults. */
const unsuited = (fault: DcFault, own: Pick<RuleOf<Data>, 'code' | 'words'>, severity: Found['severity']) =>
  rule<Data>({
    ...own,
    reads: 'rig',
    judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
      dcFeeds(view).flatMap((feed) =>
        feed.fed.flatMap(({ box }): readonly Found<Data>[] => {
          const { outlet } = feed;
          if (!dcFaults(outlet, box).includes(fault)) return [];
          return [
            {
              severity,
              parts: [boxPart(box), jackPart(outlet.box, outlet.jack)],
              data: {
                outlet: `${outlet.box.id}/${outlet.jack.id}`,
                box: box.id,
                ...WORDS[fault](feed, box),
              },
            },
          ];
        }),
      ),
    ),
    cures: byAssignment,
  });

const gives = ({ outlet, gives: is, box, takes: wants }: Data, say: Say): string =>
  `${say.jack(outlet)} gives ${is}; ${say.box(box)} takes ${wants}.`;

/** SAFE-DCVOLT: more volts than a box stands. */
export const dcVolts = unsuited(
  'volts',
  {
    code: 'SAFE-DCVOLT',
    words: ({ data }, say) => ({
      text: gives(data, say),
      why: `${DESTROYS} Volts above what is printed on a box destroy it as soon as they are on.`,
    }),
  },
  'danger',
);

/** SAFE-DCPOL: the wrong polarity. */
export const dcPolarity = unsuited(
  'polarity',
  {
    code: 'SAFE-DCPOL',
    words: ({ data }, say) => ({
      text: `${say.jack(data.outlet)} is ${data.gives}; ${say.box(data.box)} wants ${data.takes}.`,
      why: `${DESTROYS} The wrong way round a box may be dead as soon as it is on.`,
    }),
  },
  'danger',
);

/** SAFE-DCAC: AC into what takes DC. */
export const dcAc = unsuited(
  'ac',
  {
    code: 'SAFE-DCAC',
    words: ({ data }, say) => ({
      text: gives(data, say),
      why: `${DESTROYS} AC turns its polarity round 100 times a second.`,
    }),
  },
  'danger',
);

/** DC-UNDER: fewer volts than a box wants. */
export const dcUnder = unsuited(
  'under',
  {
    code: 'DC-UNDER',
    words: ({ data }, say) => ({
      text: gives(data, say),
      why: 'Under its volts it does not start, or distorts and drops out.',
    }),
  },
  'fault',
);

/** SAFE-POSGND: a box with its plus on ground, beside others on one ground. */
export const positiveGround = rule<{
  readonly box: string;
  readonly outlet: string;
  readonly others: readonly string[];
}>({
  code: 'SAFE-POSGND',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view) =>
    positiveShared(view).map(({ box, outlet, with: others }) => ({
      severity: 'danger' as const,
      parts: [boxPart(box), jackPart(outlet.box, outlet.jack), ...others.map(boxPart)],
      data: {
        box: box.id,
        outlet: `${outlet.box.id}/${outlet.jack.id}`,
        others: others.map(({ id }) => id),
      },
    })),
  ),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.box(data.box))} has its plus on ground and shares the ground of ${say.jack(data.outlet)} with ${inWords(data.others.map((id) => say.box(id)))}.`,
    why: `${DESTROYS} By the shields that is a short across the supply: it wants an isolated outlet of its own.`,
  }),
  cures: byAssignment,
});
