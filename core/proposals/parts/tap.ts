// A line that an amplifier gives beside its loudspeaker, to the desk or a monitor.
import { boxOf, type Box } from '../../model';
import { quoted } from '../../chain';
import { endsOf, withEnds, withLine, type Draft, type Item } from '../draft';
import { hasRole, outputsBeside } from '../items';
import type { Ask, Part } from '../part';
import { goalItem, missing } from './feed';

/** Has it a line output? Where no loop is told of, the first stands for its send. */
const hasLineOut = (box: Box): boolean =>
  outputsBeside(box).filter(({ carries }) => carries === 'line').length > (box.loops ? 0 : 1);

/** The cabinet model of its line out, by itself; null: the amplifier has none. */
function modelOf(box: Box): Item | null {
  const cab = box.blocks.filter(({ role }) => role === 'cabModel').map(({ id }) => id);
  return cab.length > 0 ? { box: box.id, blocks: cab, by: '>' } : null;
}

function tapped(ask: Ask, draft: Draft): readonly Draft[] {
  const goals = missing(ask, draft);
  const [own, ...others] = endsOf(draft).map(({ items }) => items);
  const [power, ...speakers] = own ?? [];
  const box = boxOf(ask.rig, power?.box);
  if (!power || !box || others.length > 0 || goals.length === 0 || !hasRole(ask.rig, power, 'power'))
    return [];
  return goals.flatMap((goal) => {
    const end = goalItem(goal);
    const model = modelOf(box);
    const byModel = model
      ? [withEnds(withLine(draft, [...draft.line, power]), [speakers, [model, end]])]
      : [];
    const isNext = draft.line.at(-1)?.box === box.id;
    const tap: Item = { box: box.id, blocks: [], by: '>', kept: { text: quoted(box.tag), boxes: [box.id] } };
    const line = isNext ? draft.line : [...draft.line, tap];
    const byLine = hasLineOut(box) ? [withEnds(withLine(draft, line), [[power, ...speakers], [end]])] : [];
    return [...byModel, ...byLine];
  });
}

export const tap: Part = {
  id: 'tap',
  about: 'whether the amplifier’s own line leads to the desk or a monitor',
  vary: (ask, draft) => tapped(ask, draft).map((one) => ({ draft: one })),
};
