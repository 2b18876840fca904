// What chains lead to: where they are heard.
import { blockIn, boxOf, type Reads } from '../model';
import { outletsOf, type Outlet } from '../signal';
import { stopsOf, type Chain } from './chain';

/** The outlets that the chains of instruments pass or end at, in the order of the boxes. */
export function outletsPassed(of: Reads<'boxes'>, chains: readonly Chain[]): readonly Outlet[] {
  const isPlayed = ({ places: [first] }: Chain) => {
    const stop = first?.stops[0];
    return stop?.blocks.some((id) => blockIn(boxOf(of, stop.box), id)?.role === 'source') ?? false;
  };
  const passed = new Set(
    chains
      .filter(isPlayed)
      .flatMap(stopsOf)
      .flatMap(({ box, blocks }) => blocks.map((block) => `${box}/${block}`)),
  );
  return outletsOf(of).filter(({ box, block }) => passed.has(`${box.id}/${block.id}`));
}
