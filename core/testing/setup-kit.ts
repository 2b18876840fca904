// What the tests of the trade's setups share: taking a routing, edits in short, what is found and what is heard.
import { judge } from './of-wiring';
import { cardOf } from '../planner';
import type { EditCall } from '../edits';
import { moveBlock, rowsOf, wiresOfRows, type Rig } from '../model';
import { TEMPLATES, type Code } from '../routings';
import { settingsOf, trace } from '../signal';
import { edited } from './build';

export { mode, replug, set } from './short-edits';

const cardsFor = (rig: Rig, code: Code) =>
  TEMPLATES.filter((template) => template.code === code).map((template) => cardOf(rig, template));

export function take(rig: Rig, code: Code, which = 0): Rig {
  const card = cardsFor(rig, code)[which]!;
  if (!card.can) throw new Error(card.reason);
  return edited(rig, { edit: 'takeRouting', arguments: card.change });
}

export const variant = (id: string): EditCall => ({
  edit: 'addVariant',
  arguments: {
    variant: {
      id,
      name: id,
      leads: {},
      state: { blocks: {}, modes: {}, controls: {}, patches: {} },
      notes: '',
    },
  },
});
export const codes = (rig: Rig, night: string | null = null) =>
  judge(rig, night)
    .filter((f) => f.severity !== 'note')
    .map((f) => f.code);
/** What is heard: each outlet with the blocks that are on the way to it. */
export function heard(rig: Rig, night: string | null = null, sound = 0): Record<string, readonly string[]> {
  const { paths } = trace(rig, settingsOf(rig, night)[sound]!);
  return Object.fromEntries(
    paths.map((path) => [
      `${path.output.box}/${path.output.block}`,
      path.sections.filter((s) => s.state.id !== 'off').map((s) => s.block.id),
    ]),
  );
}
export const leadBetween = (rig: Rig, from: string, to: string) =>
  rig.leads.find(
    (lead) => lead.from.at.some((at) => at.box === from) && lead.to.at.some((at) => at.box === to),
  )!.id;

/** A block of the unit moved to the end of the row that ends at a jack. */
export function moved(rig: Rig, block: string, jack: string): Rig {
  const unit = rig.boxes.find((box) => box.id === 'multi-effects')!;
  const rows = rowsOf(unit, unit.patches[0]!.wires);
  const row = rows.rows.findIndex((one) => one.outputs.includes(jack));
  const wires = wiresOfRows(unit, moveBlock(rows, block, { row, index: rows.rows[row]!.blocks.length }));
  return edited(rig, { edit: 'wireInside', arguments: { box: unit.id, patch: unit.patch, wires } });
}
