import { isolatedIn, TOUCH_V, unprovedAcross } from '../../hum';
import { derive, leadOf, ownsEarth, pluggedIn, type Reads } from '../../model';
import { mainsBoxes } from '../../power';
import { inWords } from '../../units';
import { group } from '../cure';
import { boxPart, jackPart, leadPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule, type Say, type Sentence } from '../rule';

type Data =
  | { readonly kind: 'box'; readonly box: string }
  | { readonly kind: 'outlet'; readonly box: string; readonly outlet: string }
  | { readonly kind: 'lead'; readonly lead: string; readonly boxes: readonly string[] }
  /** Outlets whose earths were measured too far apart, and what hangs on them. */
  | {
      readonly kind: 'apart';
      readonly outlets: readonly string[];
      readonly boxes: readonly string[];
    }
  /** Isolators and lifts of boxes, by their jacks. */
  | { readonly kind: 'isolated'; readonly jacks: readonly string[]; readonly boxes: readonly string[] };

type Grounded = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

const BY_WHOM = 'by a qualified person; not by this plan';

/** Boxes on outlets whose earths differ by more than may be touched. */
const apart = (of: Grounded): readonly Found<Data>[] =>
  of.stage.mains.earthDifferences.flatMap(({ a, b, volts }): readonly Found<Data>[] => {
    const own = mainsBoxes(of).flatMap(({ box, wall }) => (wall?.id === a || wall?.id === b ? [box] : []));
    if (volts <= TOUCH_V || own.length === 0) return [];
    const outlets = of.stage.mains.outlets.filter(({ id }) => id === a || id === b);
    return [
      {
        severity: 'danger',
        parts: own.map(boxPart),
        figures: [{ name: 'between the earths', value: volts, unit: 'V' }],
        data: { kind: 'apart', outlets: outlets.map(({ name }) => name), boxes: own.map(({ id }) => id) },
      },
    ];
  });

/** Isolators and lifts of boxes between earths that nobody has proved, as one. */
function isolated(of: Grounded): readonly Found<Data>[] {
  const all = isolatedIn(of);
  const unproved = of.boxes.filter((box) => all.some((one) => one.unproved.includes(box)));
  if (unproved.length === 0) return [];
  return [
    {
      severity: 'caution',
      parts: [
        ...all.map(({ end }) => jackPart(end.box, end.jack)),
        ...all.map(({ lead }) => leadPart(lead)),
        ...unproved.map(boxPart),
      ],
      data: {
        kind: 'isolated',
        jacks: [...new Set(all.map(({ end }) => `${end.box.id}/${end.jack.id}`))],
        boxes: unproved.map(({ id }) => id),
      },
    },
  ];
}

/** What is told of each kind. */
function told(data: Data, say: Say): Sentence {
  const boxes = (ids: readonly string[]) => inWords(ids.map((id) => say.box(id)));
  const ending = (all: readonly unknown[]) => (all.length > 1 ? 's' : '');
  switch (data.kind) {
    case 'outlet':
      return {
        text: `${capitalFirst(say.box(data.box))} hangs behind ${say.jack(data.outlet)}, which has no earth.`,
        why: `This can kill: at the next fault its chassis, and by the shields the strings, stand at mains. It goes into an earthed outlet; earths are restored ${BY_WHOM}.`,
      };
    case 'box':
      return {
        text: `The earth of ${say.box(data.box)} is lifted.`,
        why: `This can kill: at the next fault its chassis, and by the shields the strings, stand at mains. It is in no rig until its earth is restored ${BY_WHOM}.`,
      };
    case 'apart':
      return {
        text: `The earths of ${inWords(data.outlets)} differ by ${say.figure('between the earths')}: ${boxes(data.boxes)} hang${data.boxes.length > 1 ? '' : 's'} on them.`,
        why: `This can kill: over ${TOUCH_V} V nobody touches what hangs on both, or it and other metal. Power off at the outlets; they are looked at ${BY_WHOM}.`,
      };
    case 'isolated':
      return {
        text: `${capitalFirst(inWords(data.jacks.map((at) => say.jack(at))))} isolate${data.jacks.length > 1 ? '' : 's'}; nobody has proved the earth${ending(data.boxes)} of ${boxes(data.boxes)}.`,
        why: `This can kill: behind an isolator or a lift no shield stands in for a missing earth. Each earth is proved first, ${BY_WHOM}.`,
      };
    case 'lead':
      return {
        text: `${capitalFirst(say.parts('lead')[0] ?? '')} has its shield opened; nobody has proved the earth${ending(data.boxes)} of ${boxes(data.boxes)}.`,
        why: `This can kill: that shield may be all that keeps the strings from the mains. It is restored, and the earth proved first, ${BY_WHOM}.`,
      };
  }
}

/** SAFE-EARTH: an earth that is lifted, or a shield opened beside one that nobody has proved. */
export const earth = rule<Data>({
  code: 'SAFE-EARTH',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'stage'], (view): readonly Found<Data>[] => [
    ...view.boxes
      .filter((box) => ownsEarth(box) && box.power.earth === 'lifted')
      .map((box): Found<Data> => ({
        severity: 'danger',
        parts: [boxPart(box)],
        data: { kind: 'box', box: box.id },
      })),
    ...mainsBoxes(view).flatMap(({ box, via }): readonly Found<Data>[] => {
      const end = via.find(({ jack }) => jack.mainsOutlet?.earthed === false);
      if (!end || !ownsEarth(box)) return [];
      return [
        {
          severity: 'danger',
          parts: [boxPart(box), jackPart(end.box, end.jack)],
          data: { kind: 'outlet', box: box.id, outlet: `${end.box.id}/${end.jack.id}` },
        },
      ];
    }),
    ...pluggedIn(view).flatMap(({ lead, from, to }): Found<Data>[] => {
      const isOpened = lead.break.kind !== 'none' && from.length > 0 && to.length > 0;
      const unproved = isOpened ? (unprovedAcross(view).get(lead.id) ?? []) : [];
      if (unproved.length === 0) return [];
      return [
        {
          severity: 'caution',
          parts: [leadPart(lead), ...unproved.map(boxPart)],
          data: { kind: 'lead', lead: lead.id, boxes: unproved.map(({ id }) => id) },
        },
      ];
    }),
    ...apart(view),
    ...isolated(view),
  ]),
  words: ({ data }, say) => told(data, say),
  *cures(view, { data }) {
    const lead = data.kind === 'lead' ? leadOf(view, data.lead) : undefined;
    if (lead)
      yield group(`Restore the shield of lead ${lead.number}`, [
        { edit: 'setLeadBreak', arguments: { id: lead.id, break: { kind: 'none' } } },
      ]);
  },
});

/** SAFE-UNEARTHED: a metal box on mains by a two-wire lead that is not double-insulated. */
export const unearthed = rule<{ readonly box: string }>({
  code: 'SAFE-UNEARTHED',
  reads: 'rig',
  judge: derive(['boxes'], ({ boxes }): readonly Found<{ readonly box: string }>[] =>
    boxes
      .filter((box) => ownsEarth(box) && box.power.earth === 'missing')
      .map((box) => ({ severity: 'danger', parts: [boxPart(box)], data: { box: box.id } })),
  ),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.box(data.box))} has a metal chassis and no earth: a two-wire mains lead.`,
    why: `This can kill: at the next fault its chassis, and by the shields the strings, stand at mains. It is joined to nothing until it has an earth, ${BY_WHOM}.`,
  }),
});
