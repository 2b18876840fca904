// Facts of jacks and boxes in the words that a technician reads them by.
import { formatQuantity } from '../units';
import { movesJack } from './controls';
import { loopAt, loopChannels, type LoopFacts } from './loops';
import type { Box, Figure, Jack } from './types';

const quantity = (figure: Figure | undefined, unit: string) =>
  figure ? [formatQuantity(figure.value, unit)] : [];

const shared = (group: string | null) => (group === null ? 'isolated' : `shares its ground (${group})`);

function outletWords(jack: Jack): readonly string[] {
  const { dcOutlet: dc, mainsOutlet: mains } = jack;
  return [
    ...(dc
      ? [
          ...quantity(dc.volts, 'V'),
          ...quantity(dc.milliamps, 'mA'),
          ...(dc.kind === 'ac' ? ['AC'] : []),
          ...(dc.polarity ? [dc.polarity.replace('-', ' ')] : []),
          shared(dc.group),
        ]
      : []),
    ...(mains
      ? [
          ...quantity(mains.volts, 'V'),
          ...quantity(mains.amps, 'A'),
          ...(mains.earthed ? [] : ['no earth']),
          ...(mains.group === null ? [] : [`rated with ${mains.group}`]),
        ]
      : []),
  ];
}

const loopWords = (box: Box, loop: LoopFacts) =>
  `${loop.name}, ${loopChannels(box, loop) > 1 ? 'stereo' : 'mono'}${loop.stands === 'first' ? ', first only' : ''}`;

/** What is known of a jack beside its direction and plug: `9 V, 100 mA, DC, isolated`, `moved by OUTPUT`. */
export function jackFacts(box: Box, jack: Jack): string {
  const knobs = box.controls.filter((control) => movesJack(control, jack.id));
  const loop = loopAt(box, jack.id);
  return [
    ...outletWords(jack),
    ...(jack.fixedUnity ? ['fixed level'] : []),
    ...knobs.map((knob) => `moved by ${knob.label}`),
    ...(loop ? [loopWords(box, loop)] : []),
  ].join(', ');
}

const BANK_WORDS = {
  none: 'no bank number',
  msb: 'bank in CC 0',
  lsb: 'bank in CC 32',
  '14-bit': 'bank in CC 0 and 32',
} as const;

/** How a box counts its programs: `channel 1, counts from 0, 128 programs a bank`; empty where nothing is known. */
export function midiFacts({ midi = {} }: Box): string {
  const { channel, countsFrom, letters, slots, programs, banks, bankBytes, banksCountFrom } = midi;
  return [
    ...(channel === undefined ? [] : [channel === 0 ? 'every channel' : `channel ${channel}`]),
    ...(countsFrom === undefined ? [] : [`counts from ${countsFrom}`]),
    ...(letters === undefined
      ? []
      : [
          slots === undefined
            ? `${letters} letters to a number`
            : `letters A to ${String.fromCharCode(64 + letters)}`,
        ]),
    ...(slots === undefined ? [] : [`${slots} places to a ${letters === undefined ? 'number' : 'letter'}`]),
    ...(programs === undefined ? [] : [`${programs} programs a bank`]),
    ...(banks === undefined ? [] : [`${banks} banks`]),
    ...(banksCountFrom === undefined ? [] : [`banks from ${banksCountFrom}`]),
    ...(bankBytes === undefined ? [] : [BANK_WORDS[bankBytes]]),
  ].join(', ');
}
