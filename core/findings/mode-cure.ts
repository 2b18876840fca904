// Another mode of a jack, set where the one in force comes from.
import { endAt, refOf, type JackMode } from '../model';
import { resolveIn } from '../signal';
import { cure, type Cure } from './cure';
import { scopeFrom, type View } from './finding';

/**
 * Every other mode of a jack that may do, in printed order.
 * @param key `box/jack`
 */
export function* modeCures(
  view: View,
  key: string,
  mayDo: (mode: JackMode) => boolean = () => true,
): Generator<Cure> {
  const end = endAt(view, refOf(key));
  if (!end) return;
  const { box, jack } = end;
  const { mode: now, from } = resolveIn(view).jackMode(box, jack);
  for (const mode of jack.modes)
    if (mode.id !== now?.id && mayDo(mode))
      yield cure(view, {
        edit: 'setMode',
        arguments: { box: box.id, jack: jack.id, mode: mode.id, scope: scopeFrom(view, from) },
      });
}
