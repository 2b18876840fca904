import { inputsIn, type Feed, type InputLine } from '../../control';
import { derive, type Jack } from '../../model';
import { formatQuantity } from '../../units';
import { contactCures } from '../contact-cures';
import { jackPart, leadPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

type Data = {
  /** The input and the contact, `box/jack`. */
  readonly at: string;
  readonly from: string;
  readonly wanted: NonNullable<Jack['tip']>;
  /** What the input puts on it and what it stands, V; null: nobody knows what comes, and it floats not. */
  readonly over: { readonly volts: number; readonly stands: number } | null;
};

const isRisky = (input: InputLine, { trouble, isFloating }: Feed): boolean =>
  trouble?.what === 'volts' || (!isFloating && input.jack.switchVolts === undefined);

/** SAFE-SWITCHVOLT: more volts on a contact than it stands, or volts that nobody knows on one that touches ground. */
export const switchVolts = rule<Data>({
  code: 'SAFE-SWITCHVOLT',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (of): readonly Found<Data>[] =>
    inputsIn(of).flatMap((input) => {
      const feeds = input.poles.flatMap(({ feeds, contacts: [contact] }) =>
        contact ? feeds.filter((feed) => isRisky(input, feed)).map((feed) => ({ feed, contact })) : [],
      );
      // Two poles of one jack are one finding.
      const first = feeds.filter(
        ({ feed }, i) => feeds.findIndex((one) => one.feed.jack === feed.jack) === i,
      );
      return first.flatMap(({ feed, contact }): Found<Data>[] => {
        const [lead] = feed.leads;
        const { trouble } = feed;
        if (!lead) return [];
        const over = trouble?.what === 'volts' ? { volts: trouble.volts, stands: trouble.stands } : null;
        return [
          {
            severity: over ? 'danger' : 'caution',
            parts: [leadPart(lead), jackPart(input.box, input.jack), jackPart(feed.box, feed.jack)],
            data: {
              at: `${input.box.id}/${input.jack.id}`,
              from: `${feed.box.id}/${feed.jack.id}`,
              wanted: contact.is,
              over,
            },
          },
        ];
      });
    }),
  ),
  words: ({ data: { at, from, over } }, say) => {
    const lead = capitalFirst(say.parts('lead')[0] ?? '');
    return over
      ? {
          text: `${lead}: ${say.jack(at)} puts ${formatQuantity(over.volts, 'V')} on the contact of ${say.jack(from)}, which stands ${formatQuantity(over.stands, 'V')}.`,
          why: 'A contact under more than it stands welds shut, and what comes through can destroy what is behind it. Unplug it with the amplifier switched off.',
        }
      : {
          text: `${lead}: nobody has noted what ${say.jack(at)} puts on a contact, and that of ${say.jack(from)} does not float.`,
          why: 'Some switch jacks carry more than a small contact stands, some drive a lamp; what touches ground there may be harmed. Have a qualified person measure the jack, or use a floating relay.',
        };
  },
  *cures(view, { data }) {
    yield* contactCures(view, data, ({ ground }) => data.over !== null || ground === 'none');
  },
});
