// The ways inside a box: along its wires and through its blocks.
import { blockIn, jackIn, type Block, type Box, type InnerEnd, type Port, type Wire } from '../model';
import { jackNode, portNode, type Node, type Way } from './nodes';

/** What a block lets by where its state has a say: through a loop, nothing, or what goes by these ports. */
export type Passes = 'loop' | 'muted' | readonly Port[];

const ONE: readonly number[] = [0];
const TWO: readonly number[] = [0, 1];
export const range = (n: number): readonly number[] =>
  n === 1 ? ONE : n === 2 ? TWO : Array.from({ length: n }, (_, i) => i);
const ONE_TO_ONE: readonly (readonly [number, number])[] = [[0, 0]];

/** Which channels of one end meet which of the other: side by side, one into both, both into one. */
function channelPairs(
  from: readonly number[],
  to: readonly number[],
): readonly (readonly [number, number])[] {
  if (from === ONE && to === ONE) return ONE_TO_ONE;
  if (from.length === to.length) return from.map((channel, i) => [channel, to[i] ?? 0]);
  if (from.length === 1) return to.map((channel) => [from[0] ?? 0, channel]);
  return from.map((channel) => [channel, to[0] ?? 0]);
}

const channelsOfPort = (block: Block, port: Port) =>
  port === 'in' || port === 'in2' || port === 'key' || port === 'send' ? block.channelsIn : block.channelsOut;

/** The ways of an inner wire, by the channels of its ends. */
export function waysOfWire(box: Box, wire: Wire): readonly Way[] {
  const end = (
    at: InnerEnd,
    side: Wire['fromChannel'],
  ): { channels: readonly number[]; node: (channel: number) => Node } | null => {
    const only = side === undefined ? undefined : side === 'left' ? [0] : [1];
    if ('jack' in at) {
      const jack = jackIn(box, at.jack);
      return jack ? { channels: only ?? range(jack.channels), node: (c) => jackNode(box, jack.id, c) } : null;
    }
    const block = blockIn(box, at.block);
    return block
      ? {
          channels: only ?? range(channelsOfPort(block, at.port)),
          node: (c) => portNode(box, block, at.port, c),
        }
      : null;
  };
  const [from, to] = [end(wire.from, wire.fromChannel), end(wire.to, wire.toChannel)];
  if (!from || !to) return [];
  const via = { type: 'wire', box: box.id } as const;
  return channelPairs(from.channels, to.channels).map(([a, b]) => ({
    from: from.node(a),
    to: to.node(b),
    via,
  }));
}

/** The ways through a block in a state: port to port. A key is listened to and goes nowhere. */
function passages(block: Block, on: boolean): readonly (readonly [Port, Port])[] {
  switch (block.role) {
    case 'source':
      return [];
    case 'loop':
      return on
        ? [
            ['in', 'send'],
            ['return', 'out'],
          ]
        : [['in', 'out']];
    case 'split':
      return [
        ['in', 'out'],
        ['in', 'out2'],
      ];
    case 'merge':
      return [
        ['in', 'out'],
        ['in2', 'out'],
      ];
    case 'effect':
    case 'preamp':
    case 'ampModel':
    case 'cabModel':
    case 'power':
    case 'speaker':
    case 'monitor':
    case 'mix':
    case 'mic':
    case 'buffer':
    case 'mute':
      return [['in', 'out']];
  }
}

/** The ways through a block in a state. */
export function waysOfBlock(box: Box, block: Block, passes: Passes | undefined): readonly Way[] {
  if (passes === 'muted') return [];
  const joined = Array.isArray(passes) ? passes : null;
  const via = { type: 'block', box: box.id, block: block.id } as const;
  return passages(block, passes === 'loop').flatMap(([from, to]) =>
    joined && !(joined.includes(from) && joined.includes(to))
      ? []
      : channelPairs(range(channelsOfPort(block, from)), range(channelsOfPort(block, to))).map(([a, b]) => ({
          from: portNode(box, block, from, a),
          to: portNode(box, block, to, b),
          via,
        })),
  );
}

/** A wire between two tails of a Y, the way the sound goes; between two that are fed, or two that are not, it goes nowhere. */
export function turnedWire(box: Box, wire: Wire, isFed: (jack: string) => boolean): readonly Wire[] {
  const { from, to } = wire;
  if (!('jack' in from) || !('jack' in to)) return [wire];
  const isTail = (id: string) => jackIn(box, id)?.direction === 'both';
  if (!isTail(from.jack) || !isTail(to.jack)) return [wire];
  if (isFed(from.jack) === isFed(to.jack)) return [];
  return [isFed(from.jack) ? wire : { ...wire, from: to, to: from }];
}
