import type { JackInput } from '../model';
import { dcIn, lowVoltage, mains, mainsIn, typical, type KindParts } from './parts';
import type { Kind } from './kind';
import { feet, numbered } from './unit-parts';

const switchOut = (id: string, label: string): JackInput => ({
  id,
  label,
  direction: 'out',
  carries: 'switch',
  connector: 'trs-635',
  ground: 'none',
  // One relay a jack: it is on the tip.
  tip: 'either',
});

const midiIn = (id: string, label: string): JackInput => ({
  id,
  label,
  direction: 'in',
  carries: 'midi',
  connector: 'din-5',
  ground: 'none',
});
const midiOut = (id: string, label: string): JackInput => ({
  id,
  label,
  direction: 'out',
  carries: 'midi',
  connector: 'din-5',
});

const without = (jacks: readonly JackInput[], more: Partial<KindParts> = {}): KindParts => ({
  jacks,
  blocks: [],
  wires: [],
  ...more,
});

/** Two buttons on one stereo plug, nothing inside but contacts. */
const contacts = (action: 'latching' | 'momentary'): Kind => ({
  id: `${action}-footswitch`,
  name: `Two-button footswitch, ${action}`,
  words: [`${action} footswitch`, `two-button footswitch ${action}`, `${action} switch`],
  hint:
    action === 'latching'
      ? 'contacts that stay as they are left'
      : 'contacts that close while they are stood on',
  place: 'floor',
  parts: without(
    [
      {
        id: 'out',
        label: 'OUT',
        direction: 'out',
        carries: 'switch',
        connector: 'trs-635',
        ground: 'none',
        tip: action,
        ring: action,
      },
    ],
    {
      switches: [
        { id: 'one', label: '1', action, does: 'contact', jack: 'out', pole: 'tip' },
        { id: 'two', label: '2', action, does: 'contact', jack: 'out', pole: 'ring' },
      ],
    },
  ),
});

const expression = (wiper: 'tip' | 'ring'): KindParts =>
  without(
    [
      {
        id: 'out',
        label: 'EXP',
        direction: 'out',
        carries: 'expression',
        connector: 'trs-635',
        ground: 'audio',
        wiper,
      },
    ],
    { hidden: [{ id: 'wiring', label: 'WIRING', value: `${wiper} wiper` }] },
  );

const outlet = (i: number, group: string | null, milliamps: number, volts = 9): JackInput => ({
  id: `out-${i + 1}`,
  label: `OUT ${i + 1}`,
  direction: 'out',
  carries: 'dc',
  connector: 'barrel-21',
  ground: group === null ? 'lifted' : 'audio',
  dcOutlet: { volts: typical(volts), milliamps: typical(milliamps), polarity: 'centre-negative', group },
});

/** What switches other boxes, and what feeds them: no sound goes through. */
export const CONTROL: readonly Kind[] = [
  {
    id: 'midi-footswitch',
    name: 'MIDI footswitch',
    revision: 2,
    words: ['midi footswitch', 'midi pedal', 'midi controller', 'midi board', 'foot controller'],
    hint: 'program and control changes, two expression inputs',
    place: 'floor',
    parts: without(
      [
        midiOut('midi-out', 'MIDI OUT'),
        midiIn('midi-in', 'MIDI IN'),
        { id: 'exp-1', label: 'EXP 1', direction: 'in', carries: 'expression', connector: 'trs-635' },
        { id: 'exp-2', label: 'EXP 2', direction: 'in', carries: 'expression', connector: 'trs-635' },
        dcIn(),
      ],
      {
        ...feet(numbered(8), 16),
        power: lowVoltage(150),
        midi: { countsFrom: 1, programs: 128, bankBytes: 'none' },
      },
    ),
  },
  {
    id: 'relay-footswitch',
    name: 'Relay footswitch',
    revision: 3,
    words: ['relay footswitch', 'relay box', 'amp footswitch', 'channel switch', 'footswitch'],
    hint: 'floating contacts for two functions of an amplifier',
    place: 'floor',
    parts: without(
      [
        switchOut('relay-1', 'RELAY 1'),
        switchOut('relay-2', 'RELAY 2'),
        midiIn('midi-in', 'MIDI IN'),
        dcIn(),
      ],
      {
        switches: [1, 2].map((n) => ({
          id: `switch-${n}`,
          label: String(n),
          action: 'latching' as const,
          does: 'contact' as const,
          jack: `relay-${n}`,
          pole: 'tip' as const,
        })),
        power: lowVoltage(60),
        changeMs: typical(2, 10),
      },
    ),
  },
  {
    id: 'midi-thru-box',
    name: 'MIDI thru box',
    words: ['midi thru box', 'thru box', 'midi splitter', 'midi thru'],
    hint: 'one input to four outputs alike',
    place: 'floor',
    parts: without(
      [midiIn('midi-in', 'MIDI IN'), ...[1, 2, 3, 4].map((n) => midiOut(`thru-${n}`, `THRU ${n}`)), dcIn()],
      { power: lowVoltage(30) },
    ),
  },
  {
    id: 'midi-merge',
    name: 'MIDI merge box',
    words: ['midi merge box', 'midi merge', 'merge box', 'merger'],
    hint: 'what comes in at two inputs to one output',
    place: 'floor',
    parts: without(
      [midiIn('in-1', 'MIDI IN 1'), midiIn('in-2', 'MIDI IN 2'), midiOut('out', 'MIDI OUT'), dcIn()],
      { power: lowVoltage(30) },
    ),
  },
  contacts('latching'),
  contacts('momentary'),
  {
    id: 'ring-expression-pedal',
    revision: 2,
    name: 'Expression pedal, ring wiper',
    words: ['ring expression pedal', 'expression pedal ring', 'ring wiper'],
    hint: 'TRS, wiper on the ring; carries no sound',
    place: 'floor',
    parts: expression('ring'),
  },
  {
    id: 'shared-supply',
    name: 'Shared supply',
    words: ['shared supply', 'daisy chain', 'daisy-chain', 'shared power supply', 'wall wart'],
    hint: 'five 9 V outlets on one ground',
    place: 'floor',
    parts: without([mainsIn(), ...[0, 1, 2, 3, 4].map((i) => outlet(i, 'all', 340))], {
      power: { ...mains(25), class: 'II', dcTotalMilliamps: typical(1700) },
    }),
  },
  {
    id: 'switchable-supply',
    name: 'Supply, switchable volts',
    words: ['switchable supply', 'multi-voltage supply', 'variable supply', '18v supply'],
    hint: 'isolated outlets, some set to 9, 12 or 18 V',
    place: 'floor',
    parts: without(
      [
        mainsIn(),
        ...[100, 100, 100, 100, 300, 300].map((milliamps, i) => outlet(i, null, milliamps)),
        { ...outlet(6, null, 500, 18), label: 'OUT 7 18 V' },
        { ...outlet(7, null, 500, 12), label: 'OUT 8 12 V' },
      ],
      {
        power: { ...mains(45), class: 'II', dcTotalMilliamps: typical(2000) },
        hidden: [{ id: 'volts', label: 'VOLTS 7, 8', value: '18, 12', note: 'a switch under the box' }],
      },
    ),
  },
  {
    id: 'mains-distribution',
    name: 'Mains distribution',
    words: ['mains distribution', 'mains strip', 'power strip', 'distro', 'mains', 'power conditioner'],
    hint: 'six earthed outlets on one lead',
    place: 'backline',
    parts: without([
      mainsIn(),
      ...[1, 2, 3, 4, 5, 6].map((n): JackInput => ({
        id: `outlet-${n}`,
        label: `OUTLET ${n}`,
        direction: 'out',
        carries: 'mains',
        connector: 'mains',
        ground: 'chassis',
        mainsOutlet: { volts: typical(230), amps: typical(10), group: 'strip' },
      })),
    ]),
  },
  {
    id: 'step-down',
    name: 'Step-down transformer',
    words: ['step-down transformer', 'step down', 'stepdown', 'mains transformer', 'voltage converter'],
    hint: '230 V to 115 V, 500 VA, earth carried through',
    place: 'backline',
    parts: {
      ...without([
        mainsIn(),
        {
          id: 'outlet',
          label: '115 V',
          direction: 'out',
          carries: 'mains',
          connector: 'mains',
          ground: 'chassis',
          mainsOutlet: { volts: typical(115), transforms: true },
        },
      ]),
      power: { class: 'I', va: typical(500), volts: [230], hertz: [50, 60] },
    },
  },
];
