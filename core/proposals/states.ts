// What the models of units are set to at rest for a routing: there is one preamp and one cabinet on every way.
import type { Chain, Tail } from '../chain';
import type { RoutingChange } from '../edits';
import { blockIn, boxOf, type Block, type Box, type Rig } from '../model';

type Passed = { readonly box: Box; readonly block: Block };

/** Every way through a chain, as the blocks that it passes. */
function waysThrough(rig: Rig, { places, end }: Tail): readonly (readonly Passed[])[] {
  const own = places.flatMap(({ stops }) =>
    stops.flatMap(({ box: id, blocks }) => {
      const box = boxOf(rig, id);
      return box ? blocks.flatMap((one) => blockIn(box, one) ?? []).map((block) => ({ box, block })) : [];
    }),
  );
  if (end.kind !== 'split') return [own];
  return end.tails.flatMap((tail) => waysThrough(rig, tail).map((way) => [...own, ...way]));
}

const has = (way: readonly Passed[], role: Block['role']) => way.some(({ block }) => block.role === role);

/** Model blocks that are to be switched at rest. */
export function modelStates(rig: Rig, chains: readonly Chain[]): RoutingChange['states'] {
  const ways = chains.flatMap((chain) => waysThrough(rig, chain));
  const wanted = new Map<string, { readonly passed: Passed; readonly on: boolean }>();
  for (const way of ways)
    for (const passed of way) {
      const { role } = passed.block;
      if (role !== 'ampModel' && role !== 'cabModel') continue;
      const isReal = has(way, role === 'ampModel' ? 'preamp' : 'speaker');
      const key = `${passed.box.id}/${passed.block.id}`;
      // On several ways it is off as soon as one of them has the real thing.
      wanted.set(key, { passed, on: !isReal && (wanted.get(key)?.on ?? true) });
    }
  return [...wanted.values()].flatMap(({ passed: { box, block }, on }) => {
    const state = on ? 'on' : 'off';
    const isKnown = block.states.some(({ id }) => id === state);
    return isKnown && block.state !== state ? [{ box: box.id, block: block.id, state }] : [];
  });
}
