import type { JackInput } from '../model';
import type { Kind } from './kind';

/** One end of a lead with three or more: it works both ways. */
const tail = (id: string, label: string): JackInput => ({
  id,
  label,
  direction: 'both',
  carries: 'instrument',
  connector: 'ts-635',
});

/** Leads with three ends or more, kept as boxes: a joint on the map. */
export const TAILS: readonly Kind[] = [
  {
    id: 'y-lead',
    name: 'Y lead',
    words: ['y lead', 'y', 'y cable', 'y cord', 'splitter lead'],
    hint: 'one plug to two, wire and nothing else',
    place: 'floor',
    part: 'lead',
    parts: {
      jacks: [tail('one', 'ONE'), tail('two-a', 'TWO A'), tail('two-b', 'TWO B')],
      blocks: [],
      wires: [
        { from: { jack: 'one' }, to: { jack: 'two-a' } },
        { from: { jack: 'one' }, to: { jack: 'two-b' } },
        { from: { jack: 'two-a' }, to: { jack: 'two-b' } },
      ],
    },
  },
  {
    id: 'insert-lead',
    name: 'Insert lead',
    words: ['insert lead', 'insert cable', 'insert'],
    hint: 'one stereo plug that sends and returns, to two mono plugs',
    place: 'floor',
    part: 'lead',
    parts: {
      jacks: [
        { ...tail('both', 'INSERT'), connector: 'trs-635', channels: 2 },
        { ...tail('send', 'SEND'), direction: 'out' },
        { ...tail('return', 'RETURN'), direction: 'in' },
      ],
      blocks: [],
      wires: [
        { from: { jack: 'both' }, to: { jack: 'send' }, fromChannel: 'left' },
        { from: { jack: 'return' }, to: { jack: 'both' }, toChannel: 'right' },
      ],
    },
  },
  {
    id: 'breakout-lead',
    name: 'Breakout lead',
    words: ['breakout lead', 'stereo breakout', 'stereo y', 'trs breakout', 'stereo to two mono'],
    hint: 'left and right of one stereo plug to two mono plugs',
    place: 'floor',
    part: 'lead',
    parts: {
      jacks: [
        { ...tail('stereo', 'STEREO'), connector: 'trs-635', channels: 2 },
        tail('left', 'LEFT'),
        tail('right', 'RIGHT'),
      ],
      blocks: [],
      wires: [
        { from: { jack: 'stereo' }, to: { jack: 'left' }, fromChannel: 'left' },
        { from: { jack: 'stereo' }, to: { jack: 'right' }, fromChannel: 'right' },
      ],
    },
  },
  {
    id: 'two-tail-lead',
    name: 'Two-tail switch lead',
    revision: 2,
    words: ['two-tail switch lead', 'two-tail lead', 'switch y', 'two tail', 'footswitch y'],
    hint: 'one switch output to two switch inputs, tip and ring',
    place: 'floor',
    part: 'lead',
    parts: {
      jacks: [
        { ...tail('stereo', 'RELAY'), carries: 'switch', connector: 'trs-635', ground: 'none' },
        { ...tail('tip', 'TIP'), carries: 'switch', ground: 'none' },
        { ...tail('ring', 'RING'), carries: 'switch', ground: 'none' },
      ],
      blocks: [],
      wires: [
        { from: { jack: 'stereo' }, to: { jack: 'tip' }, fromChannel: 'left' },
        { from: { jack: 'stereo' }, to: { jack: 'ring' }, fromChannel: 'right' },
      ],
    },
  },
  {
    id: 'special-switch-lead',
    name: 'Seven-pin switch lead, two tails',
    words: ['seven-pin switch lead', '7-pin switch lead', 'special switch lead', 'special footswitch lead'],
    hint: 'an amplifier’s own socket to two mono plugs: channel, boost',
    place: 'backline',
    part: 'lead',
    parts: {
      jacks: [
        {
          ...tail('amp', 'AMPLIFIER'),
          carries: 'switch',
          connector: 'din-7',
          channels: 2,
          ground: 'none',
          notes: 'Looks like a MIDI plug and is none; may carry supply.',
        },
        { ...tail('channel', 'CHANNEL'), carries: 'switch', ground: 'none' },
        { ...tail('boost', 'BOOST'), carries: 'switch', ground: 'none' },
      ],
      blocks: [],
      wires: [
        { from: { jack: 'amp' }, to: { jack: 'channel' }, fromChannel: 'left' },
        { from: { jack: 'amp' }, to: { jack: 'boost' }, fromChannel: 'right' },
      ],
    },
  },
];
