// Another mode of a jack, set where the one in force comes from.
import { endAt, refOf } from '../model';
import { resolveIn } from '../signal';
import { cure, type Cure } from './cure';
import { scopeOf, type View } from './finding';

/** Every other mode of a jack, in printed order. @param key `box/jack` */
export function* modeCures(view: View, key: string): Generator<Cure> {
  const end = endAt(view, refOf(key));
  if (!end) return;
  const { mode: now, from } = resolveIn(view).jackMode(end.box, end.jack);
  for (const { id } of end.jack.modes)
    if (id !== now?.id)
      yield cure(view, {
        edit: 'setMode',
        arguments: {
          box: end.box.id,
          jack: end.jack.id,
          mode: id,
          scope: from === 'sound' ? scopeOf(view) : { layer: 'rest' },
        },
      });
}
