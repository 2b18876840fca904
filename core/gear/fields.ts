// Which facts the panel asks of each part; what does not apply to a part is not asked.
import type { Block, FootSwitch } from '../model';
import { endOptions } from './ends';
import type { Field } from './field';
import { boxGroups } from './fields-box';
import { jackGroups } from './fields-jack';
import { choice, flag, jackOptions, number, text, type FieldGroup, type Option } from './fields-kit';
import type { GearItem } from './item';
import { idOf, kindOfPart, ownerOf, type Address } from './parts';
import * as words from './words';

const blockGroups = (item: GearItem, block: Block): readonly FieldGroup[] => [
  {
    title: 'Block',
    fields: [
      text('name', 'Name'),
      choice('role', 'Is', words.ROLE),
      ...(block.role === 'effect' || block.category !== undefined
        ? [choice('category', 'Effect', words.CATEGORY, { empty: 'absent' })]
        : []),
      { ...choice('channelsIn', 'In', words.CHANNELS), type: 'whole' as const, empty: 'text' as const },
      { ...choice('channelsOut', 'Out', words.CHANNELS), type: 'whole' as const, empty: 'text' as const },
      choice('bypassKind', 'Bypass', words.BYPASS),
      choice('switchedBy', 'Switched', words.SWITCHED),
      choice(
        'twinOf',
        'On one switch with',
        item.blocks.filter(({ id }) => id !== block.id).map(({ id, name }) => ({ value: id, label: name })),
        { empty: 'absent' },
      ),
      ...(block.role === 'source'
        ? [
            { ...text('selector', 'Selector positions'), type: 'words' as const },
            choice('instrument', 'Played', words.INSTRUMENT, { empty: 'absent' }),
            choice('toneAt', 'Tone control', words.TONE_AT, { empty: 'absent' }),
          ]
        : []),
    ],
  },
  {
    title: 'What else it is',
    fields: [
      flag('wantsPickup', 'Must see the pickup'),
      flag('meantToClip', 'Meant to clip'),
      flag('passesUnpowered', 'Passes the signal without power'),
      flag('movable', 'Can be moved along the path'),
    ],
  },
];

function controlGroups(item: GearItem, law: string): readonly FieldGroup[] {
  const acts: readonly Option[] = [
    ...item.blocks.map(({ id, name }) => ({ value: `block ${id}`, label: name })),
    ...item.jacks.map(({ id, label }) => ({ value: `jack ${id}`, label })),
    { value: 'box', label: 'the whole box' },
  ];
  return [
    {
      title: 'Control',
      fields: [
        text('label', 'Printed name'),
        { path: 'actsOn', label: 'Acts on', type: 'end', options: acts },
        choice('sets', 'Sets', words.SETS),
        {
          path: 'moves',
          label: 'Moves the level of',
          type: 'jacks',
          options: jackOptions(item),
          empty: 'absent',
        },
        choice('law.type', 'Law', words.LAW),
        ...(law === 'db'
          ? [
              number('law.lo', 'Fully down', { unit: 'dB', empty: 'text' }),
              number('law.hi', 'Fully up', { unit: 'dB', empty: 'text' }),
            ]
          : []),
        ...(law === 'pot'
          ? [
              number('law.ohm', 'Resistance', { unit: 'Ω', empty: 'text' }),
              choice('law.taper', 'Taper', words.TAPER),
              number('law.mid', 'Share at half way', { hint: '0.02 to 0.49; 0.1 where nothing is said' }),
              number('law.farad', 'Capacitor of a tone control', { unit: 'F' }),
            ]
          : []),
        ...(law === 'positions' ? [{ ...text('law.names', 'Positions'), type: 'words' as const }] : []),
      ],
    },
  ];
}

const switchJacks = (item: GearItem, side: 'in' | 'out'): readonly Option[] =>
  item.jacks
    .filter(({ carries, direction }) => carries === 'switch' && (direction === 'both' || direction === side))
    .map(({ id, label }) => ({ value: id, label }));

function switchGroups(item: GearItem, does: FootSwitch['does']): readonly FieldGroup[] {
  const blocks = item.blocks
    .filter(({ states }) => states.length > 1)
    .map(({ id, name }) => ({ value: id, label: name }));
  return [
    {
      title: 'Switch under the foot',
      fields: [
        text('label', 'Printed name'),
        choice('action', 'It is', words.ACTION),
        choice('does', 'A press is', words.SWITCH_DOES),
        ...(does === 'steps'
          ? [
              {
                path: 'blocks',
                label: 'Blocks',
                type: 'jacks' as const,
                options: blocks,
                empty: 'absent' as const,
              },
            ]
          : []),
        ...(does === 'contact'
          ? [
              choice('jack', 'Contact at', switchJacks(item, 'out'), { empty: 'absent' }),
              choice('pole', 'Pole', words.POLE, { empty: 'absent' }),
            ]
          : []),
      ],
    },
  ];
}

/** What is asked of the part at an address, under its headings. */
export function groupsOfPart(item: GearItem, address: Address): readonly FieldGroup[] {
  const id = idOf(address);
  const group = (title: string, ...fields: Field[]): readonly FieldGroup[] => [{ title, fields }];
  switch (kindOfPart(address)) {
    case 'box':
      return boxGroups(item);
    case 'jack': {
      const jack = item.jacks.find((one) => one.id === id);
      return jack ? jackGroups(item, jack) : [];
    }
    case 'block': {
      const block = item.blocks.find((one) => one.id === id);
      return block ? blockGroups(item, block) : [];
    }
    case 'control':
      return controlGroups(item, item.controls.find((one) => one.id === id)?.law.type ?? 'unknown');
    case 'mode':
      return group(
        'Switch position',
        text('name', 'Name'),
        choice('ground', 'Its ground then', words.GROUND, { empty: 'absent' }),
        choice('suits', 'An output mode for', words.SUITS, { empty: 'absent' }),
      );
    case 'state': {
      const block = item.blocks.find((one) => one.id === idOf(ownerOf(address)));
      const isEffect = block?.role === 'effect' || block?.role === 'mix';
      return group(
        'State',
        text('name', 'Name'),
        flag('mutes', 'Nothing comes out'),
        flag('inverts', 'Turns the polarity'),
        ...(isEffect ? [number('mix', 'Share of effect, 0 to 1')] : []),
        ...(block?.role === 'preamp'
          ? [
              text('powerSetting', 'Power setting', { empty: 'absent', hint: 'full, half: unlike ones pop' }),
              text('program', 'Program that calls it', { empty: 'absent', hint: 'as its display shows it' }),
            ]
          : []),
        ...(block?.role === 'ampModel'
          ? [choice('models', 'Stands for', words.MODELS, { empty: 'absent' })]
          : []),
      );
    }
    case 'pickup':
      return group('Pickup', text('name', 'Name'));
    case 'wiring':
      return group('Inner wiring', text('name', 'Name'));
    case 'wire': {
      const sides = { empty: 'absent' } as const;
      const whileOf = (path: string, label: string) => choice(path, label, jackOptions(item), sides);
      return group(
        'Inner wire',
        { path: 'from', label: 'From', type: 'end', options: endOptions(item, 'from') },
        { path: 'to', label: 'To', type: 'end', options: endOptions(item, 'to') },
        choice('fromChannel', 'Side it takes', words.SIDE, sides),
        choice('toChannel', 'Side it goes to', words.SIDE, sides),
        whileOf('whileOpen', 'Only while free'),
        whileOf('whilePlugged', 'Only while plugged'),
      );
    }
    case 'loop':
      return group(
        'Loop',
        text('name', 'Name'),
        choice('sends.0', 'Goes out by', jackOptions(item)),
        choice('sends.1', 'and by', jackOptions(item), { empty: 'absent' }),
        choice('returns.0', 'Comes back by', jackOptions(item)),
        choice('returns.1', 'and by', jackOptions(item), { empty: 'absent' }),
        choice('stands', 'May stand', words.STANDS),
      );
    case 'hidden setting':
      return group(
        'Hidden setting',
        text('label', 'What is set'),
        text('value', 'How'),
        text('note', 'Note'),
      );
    case 'switch':
      return switchGroups(item, item.switches?.find((one) => one.id === id)?.does ?? 'free');
    case 'contact': {
      const block = item.blocks.find((one) => one.id === idOf(ownerOf(address)));
      const states = (block?.states ?? []).map((one) => ({ value: one.id, label: one.name }));
      return group(
        'Contact that changes it',
        choice('jack', 'At', switchJacks(item, 'in')),
        choice('pole', 'Pole', words.POLE),
        choice('is', 'Wants a contact that is', words.CONTACT),
        choice('open', 'Open, it is', states, { empty: 'absent' }),
        choice('closed', 'Closed, it is', states, { empty: 'absent' }),
      );
    }
    case 'service':
      return group(
        'Service',
        text('date', 'On', { hint: 'YYYY-MM-DD' }),
        text('what', 'What was done'),
        text('by', 'By'),
      );
  }
}
