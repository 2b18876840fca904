// Effects in the usual order, by the sides the house takes; outboard effects behind the unit or in the amplifier's loop.
import { withLine, type Draft, type Item } from '../draft';
import { hasRole } from '../items';
import { inUsualOrder } from '../gear';
import type { Ask, Part } from '../part';

const isEffect = (ask: Ask, item: Item) => hasRole(ask.rig, item, 'effect');
const ofUnit = ({ gear }: Ask, item: Item) => gear.unit.some(({ box }) => box === item.box);

export const order: Part = {
  id: 'order',
  about: 'whether effects stand in the usual order',
  vary: (ask, draft) => {
    const line = inUsualOrder(ask.of, draft.line, (item) => isEffect(ask, item));
    return line === draft.line ? [] : [{ draft: withLine(draft, line) }];
  },
};

/** The effects by themselves that hang between others of a unit, put at a place of the line without them. */
function outboardAt(
  ask: Ask,
  { line }: Draft,
  at: (rest: readonly Item[]) => number,
): readonly Item[] | null {
  const first = line.findIndex((item) => ofUnit(ask, item));
  const last = line.findLastIndex((item) => ofUnit(ask, item));
  const own = line.filter((item, i) => i > first && i < last && isEffect(ask, item) && !ofUnit(ask, item));
  if (first < 0 || own.length === 0) return null;
  const rest = line.filter((item) => !own.includes(item));
  return rest.toSpliced(at(rest), 0, ...own);
}

export const outboard: Part = {
  id: 'outboard',
  about: 'whether effects by themselves hang in a loop of the unit or stand in line',
  vary: (ask, draft) => {
    const behind = outboardAt(ask, draft, (rest) => rest.findLastIndex((item) => ofUnit(ask, item)) + 1);
    const inLoop = outboardAt(
      ask,
      draft,
      (rest) => rest.findLastIndex((item) => hasRole(ask.rig, item, 'preamp')) + 1,
    );
    return [behind, inLoop].flatMap((line) => (line ? [{ draft: withLine(draft, line) }] : []));
  },
};
