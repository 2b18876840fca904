import { choice, flag, notes, number, text, whole, type FieldGroup } from './fields-kit';
import type { GearItem } from './item';
import * as words from './words';

const BOX_GROUPS: readonly FieldGroup[] = [
  {
    title: 'Box',
    fields: [
      text('name', 'Name'),
      text('kind', 'Kind'),
      { ...text('words', 'Words to type for it'), type: 'words' },
      choice('place', 'Stands as a rule', words.PLACE),
      choice('part', 'Is', words.PART),
      notes,
    ],
  },
  {
    title: 'Size and price',
    fields: [
      number('size.widthMm', 'Width, mm'),
      number('size.depthMm', 'Depth, mm'),
      number('size.heightMm', 'Height, mm'),
      number('price.amount', 'Price'),
      text('price.currency', 'Currency', { empty: 'absent', hint: 'EUR' }),
      text('price.date', 'Priced on', { empty: 'absent', hint: 'YYYY-MM-DD' }),
    ],
  },
];

const powerGroup = (item: GearItem): FieldGroup => ({
  title: 'Power',
  fields: [
    choice('power.class', 'Fed by', words.POWER_CLASS),
    ...(item.power.class === 'I' || item.power.class === 'II'
      ? [
          { path: 'power.volts', label: 'Mains volts', type: 'numbers' as const },
          { path: 'power.hertz', label: 'Mains hertz', type: 'numbers' as const },
          text('power.ventilation', 'Needs air'),
        ]
      : []),
    ...(item.power.class === 'low'
      ? [
          number('power.dcVolts.low', 'Volts from', { unit: 'V' }),
          number('power.dcVolts.high', 'Volts to', { unit: 'V' }),
          choice('power.dcKind', 'Takes', words.DC_KIND, { empty: 'absent' }),
          choice('power.dcPolarity', 'Polarity', words.POLARITY, { empty: 'absent' }),
          flag('power.positiveGround', 'Positive ground'),
        ]
      : []),
  ],
});

const midiGroup: FieldGroup = {
  title: 'MIDI',
  fields: [
    whole('midi.channel', 'Channel (0: all)'),
    whole('midi.countsFrom', 'Display counts from'),
    whole('midi.letters', 'Letters'),
    whole('midi.slots', 'Places under each number or letter'),
    whole('midi.slotsCountFrom', 'The first place is'),
    whole('midi.digits', 'Digits shown'),
    whole('midi.programs', 'Programs a bank'),
    whole('midi.banks', 'Banks'),
    choice('midi.bankBytes', 'Bank number in', words.BANK_BYTES, { empty: 'absent' }),
    whole('midi.banksCountFrom', 'Banks count from'),
    whole('midi.sends.countsFrom', 'What it sends counts from'),
    whole('midi.sends.letters', 'Letters of what it sends'),
    whole('midi.sends.slots', 'Places of what it sends'),
  ],
};

const switchesGroup: FieldGroup = {
  title: 'Switches',
  fields: [whole('banks.count', 'Banks of its switches')],
};

const clockGroup: FieldGroup = {
  title: 'Digital clock',
  fields: [
    choice('clock.source', 'Clock', words.CLOCK, { empty: 'absent' }),
    number('clock.rateHz', 'Samples a second', { unit: 'Hz' }),
  ],
};

const isDigital = (item: GearItem) =>
  item.clock !== undefined || item.jacks.some(({ carries }) => carries === 'digital');

const hearsMidi = (item: GearItem) =>
  item.midi !== undefined || item.jacks.some(({ carries }) => carries === 'midi' || carries === 'usb');

/** What is asked of the box as a whole: what it is, how large, what it takes, how it counts. */
export const boxGroups = (item: GearItem): readonly FieldGroup[] => [
  ...BOX_GROUPS,
  powerGroup(item),
  ...(item.switches ? [switchesGroup] : []),
  ...(hearsMidi(item) ? [midiGroup] : []),
  ...(isDigital(item) ? [clockGroup] : []),
];
