import { leadKindFor } from '../../cables';
import { derive, endAt, isAudio, leadOf, pluggedIn, refOf, type JackEnd, type Side } from '../../model';
import { crossingCures, misplacedIn } from '../crossings';
import { cure, group, type Cure } from '../cure';
import { isFree, jackPart, leadPart, type Found, type View } from '../finding';
import { DESTROYS } from '../phrases';
import { misplacedCure } from '../misplaced';
import { rule } from '../rule';
import { ofKind } from '../runs';
import { astrayCures } from '../speaker-astray';
import { amplifiers, freeLoads, isUnfit, speakerRuns } from '../../power';

type Data = {
  readonly lead: string;
  /** The amplifier's output. */
  readonly tap: string;
  /** The jack the lead leaves by: the same, or what hands speaker level on. */
  readonly from: string;
  readonly to: string;
  /** Worn on the ears. */
  readonly ears: boolean;
  /** The box it goes into holds no other lead: what is found about it is found about this one. */
  readonly alone: boolean;
};

const key = ({ box, jack }: JackEnd) => `${box.id}/${jack.id}`;

const onEars = ({ box, jack }: JackEnd): boolean =>
  jack.carries === 'phones' && box.blocks.some(({ role }) => role === 'monitor');

/** SAFE-SPKOUT: speaker level into anything but cabinet, load, attenuator, or a tap rated for it, by whatever way. */
export const speakerOut = rule<Data>({
  code: 'SAFE-SPKOUT',
  cause: 1,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    amplifiers(view).flatMap(({ box, taps }) =>
      taps.flatMap((tap) =>
        speakerRuns({ ...view, sound: null }, box, tap)
          .filter(isUnfit)
          .map(({ lead, from, to }): Found<Data> => ({
            severity: 'danger',
            parts: [
              leadPart(lead),
              jackPart(box, tap),
              ...(from.jack === tap ? [] : [jackPart(from.box, from.jack)]),
              jackPart(to.box, to.jack),
            ],
            data: {
              lead: lead.id,
              tap: `${box.id}/${tap.id}`,
              from: key(from),
              to: key(to),
              ears: onEars(to),
              alone: to.box.jacks.every(
                (jack) => jack === to.jack || !isAudio(jack) || isFree(view, to.box, jack),
              ),
            },
          })),
      ),
    ),
  ),
  // The lead itself, the ring it closes, the stage that has no load for it, and what is found about the box it goes into.
  covers: ({ data }, other) =>
    other.parts.some(({ type, id }) => type === 'lead' && id === data.lead) ||
    ('ring' in other.data && (other.data.ring as readonly string[]).includes(data.lead)) ||
    (other.code === 'SAFE-NOLOAD' && other.parts.some(({ id }) => id === data.tap)) ||
    (other.code === 'SAFE-TAPONLY' && other.parts[0]?.id === data.tap.split('/')[0]) ||
    (data.alone && other.parts[0]?.id.split('/')[0] === data.to.split('/')[0]),
  words: ({ data }, say) => ({
    text:
      data.tap === data.from
        ? `Speaker output ${say.jack(data.from)} goes into ${say.jack(data.to)}.`
        : `Speaker level of ${say.jack(data.tap)} goes on from ${say.jack(data.from)} into ${say.jack(data.to)}.`,
    why: `${data.ears ? 'This can deafen and destroy gear.' : DESTROYS} A speaker output carries tens of volts and wants a cabinet, a load, or a box rated for it. Switch the amplifier off before this lead is moved.`,
  }),
  *cures(view, { data }) {
    const run = pluggedIn(view).find(({ lead }) => lead.id === data.lead);
    if (!run) return;
    const farSide = run.from.some(({ box, jack }) => `${box}/${jack}` === data.to) ? 'from' : 'to';
    yield* crossingCures(view, [run.lead.id]);
    const misplaced = misplacedIn(view);
    if (misplaced && misplaced.lead === run.lead.id) yield misplacedCure(view, { misplaced });
    yield* astrayCures(view, [run.lead.id]);
    for (const load of freeLoads(view))
      yield cure(view, {
        edit: 'replug',
        arguments: {
          lead: run.lead.id,
          side: farSide,
          at: [{ box: load.box.id, jack: load.jack.id }],
        },
      });
    yield* fromLineOut(view, data, farSide === 'to' ? 'from' : 'to');
    yield cure(view, { edit: 'unplug', arguments: { lead: run.lead.id, side: farSide } });
  },
});

/** What speaker level was taken for: the box's own line output, where it has one free. @param side of the lead's near end */
function* fromLineOut(view: View, { lead: id, from, to }: Data, side: Side): Generator<Cure> {
  const [lead, near, far] = [leadOf(view, id), endAt(view, refOf(from)), endAt(view, refOf(to))];
  if (!lead || !near || !far) return;
  for (const jack of near.box.jacks)
    if (jack.direction === 'out' && /^(?:line|mic)$/.test(jack.carries) && isFree(view, near.box, jack))
      yield group(`Take lead ${lead.number} from ${jack.label} of ${near.box.name}, amplifier switched off`, [
        { edit: 'replug', arguments: { lead: id, side, at: [{ box: near.box.id, jack: jack.id }] } },
        ofKind(lead, leadKindFor({ box: near.box, jack }, far)),
      ]);
}
