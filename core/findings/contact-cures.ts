import { couldSwitch } from '../control';
import { endAt, plugsAt, refOf, type Jack } from '../model';
import { cure, type Cure } from './cure';
import { everyJack, isFree, type View } from './finding';

/** Another free contact in place of one that will not do; nothing in place of it. */
export function* contactCures(
  view: View,
  data: {
    /** The input and the contact, `box/jack`. */
    readonly at: string;
    readonly from: string;
    readonly wanted: NonNullable<Jack['tip']>;
  },
  suits: (jack: Jack) => boolean = () => true,
): Generator<Cure> {
  const [plug] = plugsAt(view, refOf(data.from));
  if (!plug) return;
  const end = { lead: plug.lead.id, side: plug.side };
  const { jack: input } = endAt(view, refOf(data.at)) ?? {};
  for (const { box, jack } of everyJack(view))
    if (
      input &&
      isFree(view, box, jack) &&
      box.part !== 'lead' &&
      couldSwitch(input, data.wanted, jack) &&
      suits(jack)
    )
      yield cure(view, { edit: 'replug', arguments: { ...end, at: [{ box: box.id, jack: jack.id }] } });
  yield cure(view, { edit: 'unplug', arguments: end });
}
