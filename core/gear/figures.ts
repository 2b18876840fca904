// Which figures are asked with which part.
import { figurePlaces, type FigurePlace } from '../model';
import type { GearItem } from './item';
import { idOf, kindOfPart, within, type Address } from './parts';

/** The part that a figure is asked with: its jack's switch position, its block's state, the box. */
export function addressOfFigure({ at }: Pick<FigurePlace, 'at'>): Address {
  if (at.on === 'mode') return `jacks/${at.jack}/modes/${at.mode}`;
  if (at.on === 'state') return `blocks/${at.block}/states/${at.state}`;
  if (at.on === 'pickup') return `blocks/${at.block}/pickups/${at.pickup}`;
  return at.on === 'power' || at.on === 'box' ? '' : `jacks/${at.jack}`;
}

/** The one switch position or state of a part that has figures, where there is no other to choose from. */
function onlyInside(item: GearItem, address: Address): Address | null {
  const id = idOf(address);
  const kind = kindOfPart(address);
  if (kind === 'jack') {
    const modes = item.jacks.find((jack) => jack.id === id)?.modes ?? [];
    return modes.length === 1 && modes[0] ? within(address, 'modes', modes[0].id) : null;
  }
  if (kind !== 'block') return null;
  const states = (item.blocks.find((block) => block.id === id)?.states ?? []).filter(
    (state) => state.id !== 'off',
  );
  return states.length === 1 && states[0] ? within(address, 'states', states[0].id) : null;
}

/** The figures that are asked of a part, known or not. */
export function figuresOfPart(item: GearItem, address: Address): readonly FigurePlace[] {
  const inside = onlyInside(item, address);
  return figurePlaces(item).filter((place) => {
    const at = addressOfFigure(place);
    return at === address || (inside !== null && at === inside);
  });
}
