// Low voltage: what each outlet of a supply feeds, by whatever chain, and whether it may.
import {
  derive,
  endAt,
  jackKey,
  plugsAt,
  refAt,
  type Box,
  type Figure,
  type Jack,
  type JackEnd,
  type Lead,
  type Reads,
} from '../model';

export type DcOutlet = JackEnd & { readonly facts: NonNullable<Jack['dcOutlet']> };

/** A box that wants low voltage, and the jack that takes it. */
export type DcBox = { readonly box: Box; readonly jack: Jack };

/** A box on an outlet, with the lead it hangs by. */
export type DcFed = DcBox & {
  readonly lead: Lead;
  /** The box whose own jack hands it on; null: it hangs on the outlet itself, or on a chain. */
  readonly host: Box | null;
};

/** What one outlet feeds. */
export type DcFeed = { readonly outlet: DcOutlet; readonly fed: readonly DcFed[] };

type Of = Reads<'boxes' | 'leads' | 'variant'>;

/** Every outlet of the rig. */
export const dcOutlets = derive(['boxes'], ({ boxes }): readonly DcOutlet[] =>
  boxes.flatMap((box) =>
    box.jacks.flatMap((jack) => (jack.dcOutlet ? [{ box, jack, facts: jack.dcOutlet }] : [])),
  ),
);

const takesDc = ({ carries, direction, dcOutlet }: Jack): boolean =>
  carries === 'dc' && direction !== 'out' && dcOutlet === undefined;

/** Every box that wants low voltage and has a jack for it. */
export const dcBoxes = derive(['boxes'], ({ boxes }): readonly DcBox[] =>
  boxes.flatMap((box) => {
    const jack = box.power.class === 'low' && box.part !== 'lead' ? box.jacks.find(takesDc) : undefined;
    return jack ? [{ box, jack }] : [];
  }),
);

/** Jacks by which a box hands low voltage on: tails of a chain, a through jack beside the one it comes in by. */
const handsOn = (box: Box, came: Jack): readonly Jack[] =>
  box.jacks.filter(
    (jack) =>
      jack !== came &&
      jack.carries === 'dc' &&
      !jack.dcOutlet &&
      (box.part === 'lead' || jack.direction !== 'in'),
  );

function fedFrom(of: Of, end: JackEnd, host: Box | null, seen: Set<string>): readonly DcFed[] {
  const key = jackKey(refAt(end));
  if (seen.has(key)) return [];
  seen.add(key);
  return plugsAt(of, refAt(end)).flatMap(({ lead, far }) => {
    const to = endAt(of, far);
    if (lead.kind !== 'dc' || !to || to.jack.dcOutlet) return [];
    seen.add(jackKey(refAt(to)));
    const isFed = to.box.part !== 'lead' && takesDc(to.jack) && to.box.power.class === 'low';
    const next = to.box.part === 'lead' ? host : (host ?? to.box);
    return [
      ...(isFed ? [{ ...to, lead, host }] : []),
      ...handsOn(to.box, to.jack).flatMap((jack) => fedFrom(of, { box: to.box, jack }, next, seen)),
    ];
  });
}

/** What every outlet feeds in a night; those that feed nothing stand there too. */
export const dcFeeds = derive(['boxes', 'leads', 'variant'], (of): readonly DcFeed[] =>
  dcOutlets(of).map((outlet) => ({ outlet, fed: fedFrom(of, outlet, null, new Set()) })),
);

/** Boxes that no outlet feeds. */
export const unfed = derive(['boxes', 'leads', 'variant'], (of): readonly DcBox[] => {
  const fed = new Set(dcFeeds(of).flatMap((feed) => feed.fed.map(({ box }) => box)));
  return dcBoxes(of).filter(({ box }) => !fed.has(box));
});

/** What stands against an outlet for a box, by volts and kind of current. */
export type DcFault = 'volts' | 'under' | 'polarity' | 'ac' | 'dc';

/** What is wrong between an outlet and a box as far as it is known; current is another question. */
export function dcFaults(
  { facts }: Pick<DcOutlet, 'facts'>,
  { power }: Pick<Box, 'power'>,
): readonly DcFault[] {
  const { dcVolts, dcKind = 'dc', dcPolarity } = power;
  if (facts.kind !== dcKind) return [facts.kind === 'ac' ? 'ac' : 'dc'];
  const volts = facts.volts.value;
  return [
    ...(dcVolts && volts > dcVolts.high + SLACK ? ['volts' as const] : []),
    ...(dcVolts && volts < dcVolts.low - SLACK ? ['under' as const] : []),
    ...(facts.kind === 'dc' && dcPolarity && facts.polarity && dcPolarity !== facts.polarity
      ? ['polarity' as const]
      : []),
  ];
}

/** Volts are alike within this. */
const SLACK = 0.05;

export const milliampsOf = ({ power }: Pick<Box, 'power'>): number => power.dcMilliamps?.value ?? 0;

/** What a box draws at least, mA: of an assumed figure the low end of its range. */
export function leastMilliamps({ power: { dcMilliamps: figure } }: Pick<Box, 'power'>): number {
  if (!figure) return 0;
  return figure.source === 'assumed' ? (figure.low ?? figure.value / 2) : figure.value;
}

/** What an outlet or a supply gives at most, mA: of an assumed figure the high end of its range; of an unknown one anything. */
export function mostMilliamps(figure: Figure | undefined): number {
  if (!figure) return Infinity;
  return figure.source === 'assumed' ? (figure.high ?? figure.value * 2) : figure.value;
}

/** Current out of an outlet and what it is rated for, mA; with the margin of the house. */
export type DcLoad = {
  readonly wants: number;
  /** null: not known. */
  readonly rating: number | null;
  readonly figure: Figure | undefined;
};

export const loadOf = ({ outlet, fed }: DcFeed): DcLoad => ({
  wants: fed.reduce((sum, { box }) => sum + milliampsOf(box), 0),
  rating: outlet.facts.milliamps?.value ?? null,
  figure: outlet.facts.milliamps,
});

/** All outlets of one supply together. */
export type SupplyLoad = DcLoad & { readonly box: Box; readonly feeds: readonly DcFeed[] };

/** Every supply with what is drawn from all of its outlets; its rating is null where nobody says what they may give together. */
export const supplies = derive(['boxes', 'leads', 'variant'], (of): readonly SupplyLoad[] => {
  const by = new Map<Box, DcFeed[]>();
  for (const feed of dcFeeds(of)) by.set(feed.outlet.box, [...(by.get(feed.outlet.box) ?? []), feed]);
  return [...by].map(([box, feeds]) => ({
    box,
    feeds,
    wants: feeds.reduce((sum, feed) => sum + loadOf(feed).wants, 0),
    rating: box.power.dcTotalMilliamps?.value ?? null,
    figure: box.power.dcTotalMilliamps,
  }));
});

/** Outlets that share one ground: those of a group of a supply; an isolated one by itself. */
export const groundOf = ({ box, jack, facts }: DcOutlet): string =>
  facts.group === null ? `${box.id}/${jack.id}` : `${box.id} ${facts.group}`;

/** Boxes of positive ground that share theirs with another box: a short by way of the supply. */
export const positiveShared = derive(
  ['boxes', 'leads', 'variant'],
  (of): readonly { readonly box: Box; readonly outlet: DcOutlet; readonly with: readonly Box[] }[] => {
    const by = new Map<string, { outlet: DcOutlet; box: Box }[]>();
    for (const { outlet, fed } of dcFeeds(of))
      for (const { box } of fed) {
        const key = groundOf(outlet);
        by.set(key, [...(by.get(key) ?? []), { outlet, box }]);
      }
    return [...by.values()].flatMap((group) =>
      group.flatMap(({ outlet, box }) => {
        const others = group.flatMap((one) =>
          one.box !== box && one.box.power.positiveGround !== box.power.positiveGround ? [one.box] : [],
        );
        return box.power.positiveGround && others.length > 0 ? [{ box, outlet, with: others }] : [];
      }),
    );
  },
);
