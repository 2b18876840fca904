import { boxSchema, type Box } from '../rig';
import type { KindParts } from './parts';

/** An entry of the catalogue: a kind of gear with typical figures. */
export type Kind = {
  readonly id: string;
  readonly name: string;
  /** What people call it, small letters; the first is the usual word. */
  readonly words: readonly string[];
  readonly hint: string;
  /** Where such a box stands as a rule. */
  readonly place: 'player' | 'floor' | 'backline' | 'desk';
  /** Kinds that come along with it: a transmitter is of no use without its receiver. */
  readonly with?: readonly string[];
  readonly parts: () => KindParts;
};

const CATALOGUE_REVISION = 1;

/**
 * A box of this kind, with every figure marked as assumed.
 * @throws if the catalogue entry itself does not pass the schema
 */
export function makeBox(
  kind: Kind,
  given: { id: string; name: string; tag: string; place: string; order: number },
): Box {
  const { jacks, blocks, wires, controls, power, tripMs, dropM, slots, hidden, midi } = kind.parts();
  return boxSchema.parse({
    ...given,
    kind: kind.name,
    from: { item: kind.id, revision: CATALOGUE_REVISION },
    jacks,
    blocks,
    patches: [{ id: 'inside', name: 'Inside', wires }],
    controls: controls ?? [],
    power: power ?? {},
    ...(tripMs ? { tripMs } : {}),
    ...(dropM === undefined ? {} : { dropM }),
    ...(slots ? { slots } : {}),
    ...(hidden ? { hidden } : {}),
    ...(midi ? { midi } : {}),
  });
}
