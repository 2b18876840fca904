// What the ends of an inner wire may be: jacks, and the ports that a block has.
import type { Block, Jack, Port } from '../model';
import type { Option } from './fields-kit';
import type { GearItem } from './item';

type Way = 'from' | 'to';

const PORT_WORDS: Readonly<Record<Port, string>> = {
  in: '',
  out: '',
  in2: ', second in',
  out2: ', second out',
  key: ', key',
  send: ', send',
  return: ', return',
};
const LEAVES: readonly Port[] = ['out', 'out2', 'send'];
const ENTERS: readonly Port[] = ['in', 'in2', 'key', 'return'];
/** Ports beyond the usual one that a block of such a role has; others are offered where a wire uses them. */
const MORE_PORTS: Partial<Record<Block['role'], readonly Port[]>> = {
  loop: ['send', 'return'],
  split: ['out2'],
  merge: ['in2'],
};

function portsOf(item: GearItem, block: Block, way: Way): readonly Port[] {
  const more = [...(MORE_PORTS[block.role] ?? []), ...(block.category === 'gate' ? (['key'] as const) : [])];
  const isUsed = (port: Port) =>
    item.patches.some(({ wires }) =>
      wires.some((wire) => {
        const end = wire[way];
        return 'block' in end && end.block === block.id && end.port === port;
      }),
    );
  const ports = way === 'from' ? LEAVES : ENTERS;
  return ports.filter((port) => port === ports[0] || more.includes(port) || isUsed(port));
}

/** A mono output that the other side of a pair hears is where a wire comes from, against its direction. */
const usesJack = (item: GearItem, jack: string, way: Way) =>
  item.patches.some(({ wires }) =>
    wires.some((wire) => {
      const end = wire[way];
      return 'jack' in end && end.jack === jack;
    }),
  );

/** What a wire may come from, or go to. */
export function endOptions(item: GearItem, way: Way): readonly Option[] {
  const against: Jack['direction'] = way === 'from' ? 'out' : 'in';
  return [
    ...item.jacks
      .filter(({ id, direction }) => direction !== against || usesJack(item, id, way))
      .map(({ id, label }) => ({ value: `jack ${id}`, label })),
    ...item.blocks.flatMap((block) =>
      portsOf(item, block, way).map((port) => ({
        value: `block ${block.id} ${port}`,
        label: `${block.name}${PORT_WORDS[port]}`,
      })),
    ),
  ];
}
