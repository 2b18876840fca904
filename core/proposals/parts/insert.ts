// An outboard unit that changes program with the unit: in a loop of it, ahead of what stands for the amplifier or behind it.
import { isGrid } from '../../chain';
import { boxOf } from '../../model';
import { withLine, type Item } from '../draft';
import { hasRole } from '../items';
import type { Ask, Part } from '../part';

/** Told by MIDI which of its programs is wanted, and no host itself. */
function isTold({ rig }: Ask, item: Item): boolean {
  const box = boxOf(rig, item.box);
  return (
    box !== undefined &&
    !isGrid(box) &&
    hasRole(rig, item, 'effect') &&
    box.jacks.some(({ carries, direction }) => carries === 'midi' && direction === 'in')
  );
}

export const insert: Part = {
  id: 'insert',
  about: 'whether an outboard unit hangs ahead of what stands for the amplifier or behind it',
  vary: (ask, draft) => {
    const outboard = draft.line.find((item) => isTold(ask, item));
    if (!outboard) return [];
    const rest = draft.line.filter((item) => item !== outboard);
    const ofUnit = ({ box }: Item) => ask.gear.unit.some((item) => item.box === box);
    const amp = rest.findIndex((item) => hasRole(ask.rig, item, 'ampModel', 'preamp'));
    const last = rest.findLastIndex((item) => hasRole(ask.rig, item, 'ampModel', 'cabModel', 'preamp'));
    if (amp < 0 || !rest.slice(0, amp).some(ofUnit) || !rest.slice(last + 1).some(ofUnit)) return [];
    return [amp, last + 1].map((at) => ({ draft: withLine(draft, rest.toSpliced(at, 0, outboard)) }));
  },
};
