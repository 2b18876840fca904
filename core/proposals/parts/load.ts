// A load box in the cabinet's stead: the amplifier plays, the stage is silent, the desk hears its line out.
import { boxesIn, endsOf, withEnds, type Item } from '../draft';
import { hasRole, whole } from '../items';
import type { Part } from '../part';
import { goalItem, missing } from './feed';

export const load: Part = {
  id: 'load',
  about: 'whether the amplifier plays into a load box and the desk',
  vary: (ask, draft) => {
    const used = boxesIn(draft);
    const box = ask.gear.loadBoxes.find(({ id }) => !used.has(id));
    const ends = endsOf(draft).map(({ items }) => items);
    const at = ends.findIndex((items) => items.some((item) => hasRole(ask.rig, item, 'power')));
    const own = ends[at];
    const power = own?.findIndex((item) => hasRole(ask.rig, item, 'power')) ?? -1;
    const amplifier = own?.[power];
    // One with a loudspeaker of its own plays on whatever hangs at it.
    if (!box || !own || !amplifier || hasRole(ask.rig, amplifier, 'speaker')) return [];
    const ahead: readonly Item[] = [...own.slice(0, power + 1), whole(box)];
    const silent = withEnds(draft, ends.with(at, ahead));
    const [goal] = missing(ask, silent).filter(({ kind }) => kind === 'desk');
    return goal ? [{ draft: withEnds(draft, ends.with(at, [...ahead, goalItem(goal)])) }] : [];
  },
};
