import { inputsIn, type Trouble } from '../../control';
import { derive, isAudio, type Jack } from '../../model';
import { bareOf } from '../bare';
import { contactCures } from '../contact-cures';
import { jackPart, leadPart, type Found, type Wired } from '../finding';
import { bestMove, misplacedCure } from '../misplaced';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

const OF = ['boxes', 'leads', 'variant'] as const;

/** Contacts that do not do what an input wants of them; of two poles of one lead the first. */
const troublesIn = (of: Wired) =>
  inputsIn(of).flatMap((input) => {
    const all = input.poles.flatMap(({ contacts: [contact], feeds }) =>
      contact
        ? feeds.flatMap((feed) =>
            feed.trouble && feed.trouble.what !== 'volts'
              ? [{ input, feed, trouble: feed.trouble, wanted: contact.is }]
              : [],
          )
        : [],
    );
    return all.filter(({ feed }, i) => all.findIndex((one) => one.feed.jack === feed.jack) === i);
  });

type JackData = {
  /** Where the lead is to lead to, `box/jack`. */
  readonly at: string;
  readonly from: string;
  /** What the input wants of a contact. */
  readonly wanted: NonNullable<Jack['tip']>;
} & (
  | { readonly trouble: Exclude<Trouble, { readonly what: 'volts' }> }
  /** What a plug in it carries that is neither a contact nor MIDI. */
  | { readonly carries: Jack['carries'] }
);

/** CTRL-JACK: a contact that is not what the input wants, or a lead from a jack that has none. */
export const switchJack = rule<JackData>({
  code: 'CTRL-JACK',
  reads: 'rig',
  judge: derive(OF, (of): readonly Found<JackData>[] => [
    ...troublesIn(of).flatMap(({ input, feed, trouble, wanted }): Found<JackData>[] => {
      const [lead] = feed.leads;
      return !lead
        ? []
        : [
            {
              severity: 'fault',
              parts: [leadPart(lead), jackPart(input.box, input.jack), jackPart(feed.box, feed.jack)],
              data: {
                at: `${input.box.id}/${input.jack.id}`,
                from: `${feed.box.id}/${feed.jack.id}`,
                wanted,
                trouble,
              },
            },
          ];
    }),
    ...inputsIn(of).flatMap(({ box, jack, stranger }): Found<JackData>[] => {
      const far = stranger?.far;
      return !far || far.jack.carries === 'midi' || stranger.lead.kind === 'midi'
        ? []
        : [
            {
              severity: 'fault',
              parts: [leadPart(stranger.lead), jackPart(box, jack), jackPart(far.box, far.jack)],
              data: {
                at: `${box.id}/${jack.id}`,
                from: `${far.box.id}/${far.jack.id}`,
                wanted: 'either',
                carries: far.jack.carries,
              },
            },
          ];
    }),
  ]),
  words: ({ data }, say) => {
    const lead = capitalFirst(say.parts('lead')[0] ?? '');
    const [at, from] = [say.jack(data.at), say.jack(data.from)];
    if ('carries' in data)
      return {
        text: `${lead} joins ${from}, which carries ${data.carries}, to ${at}, which wants a contact.`,
        why: 'A switch input is closed to ground and nothing else; what comes from elsewhere switches nothing and may harm it.',
      };
    const { trouble } = data;
    return trouble.what === 'latching'
      ? {
          text: `${lead}: the contact of ${from} stays as it is left, ${at} wants an impulse.`,
          why: 'Every second press does nothing, or it hangs.',
        }
      : {
          text: `${lead}: the contact of ${from} goes back by itself, ${at} wants one that stays.`,
          why: 'What it switches is on only as long as somebody stands on it.',
        };
  },
  *cures(view, { data, parts }) {
    // What carries sound is in the wrong jack of its box: no contact is wanted in its place.
    const isSound = 'carries' in data && isAudio(data);
    const lead = parts.find(({ type }) => type === 'lead')?.id ?? '';
    const right = isSound ? bestMove(bareOf(view), [lead]) : null;
    if (right) yield misplacedCure(view, { misplaced: right.move });
    yield* contactCures(view, data, () => !isSound);
  },
});
