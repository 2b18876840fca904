// Items of the gear shelf for tests: every kind of the catalogue as one's own.
import { CATALOGUE } from '../catalog';
import {
  applyGearEdit,
  itemFromKind,
  partAt,
  within,
  type Address,
  type GearEdit,
  type GearItem,
} from '../gear';

export const itemOf = (kind: string, id = `own-${kind}`) =>
  itemFromKind(
    CATALOGUE.find((one) => one.id === kind)!,
    id,
  );
export const everyItem = () => CATALOGUE.map((kind) => itemFromKind(kind, `own-${kind.id}`));
export const play = (item: GearItem, ...calls: GearEdit[]) =>
  calls.reduce((at, call) => applyGearEdit(at, call).item, item);

/** Every part of an item, the box first. */
export function addressesOf(item: GearItem): readonly Address[] {
  const inside = (owner: Address, lists: readonly string[]): Address[] =>
    lists.flatMap((list) => {
      const parts = (partAt(item, owner)?.[list] ?? []) as { id?: string }[];
      return parts.flatMap(({ id }, i) => {
        const at = within(owner, list, id ?? i);
        return [at, ...inside(at, ['modes', 'states', 'pickups', 'wires'])];
      });
    });
  return ['', ...inside('', ['jacks', 'blocks', 'controls', 'patches', 'loops', 'hidden', 'service'])];
}
