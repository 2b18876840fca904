import type { Jack } from '../model';
import { choice, flag, jackOptions, notes, text, whole, type FieldGroup } from './fields-kit';
import type { GearItem } from './item';
import * as words from './words';

/** What is asked of a jack; of loudspeakers and outlets more. */
export function jackGroups(item: GearItem, jack: Jack): readonly FieldGroup[] {
  const isAudio = ['instrument', 'line', 'mic', 'phones', 'speaker', 'digital'].includes(jack.carries);
  return [
    {
      title: 'Jack',
      fields: [
        text('label', 'Printed name'),
        choice('panel', 'Panel', words.PANEL),
        choice('direction', 'Direction', words.DIRECTION),
        choice('carries', 'Carries', words.CARRYING),
        choice('connector', 'Connector', words.CONNECTOR),
        ...(isAudio
          ? [
              choice('balance', 'Balance', words.BALANCE),
              { ...whole('channels', 'Channels'), empty: 'text' as const },
              choice('side', 'Of two sides it is', words.OF_TWO, { empty: 'absent' }),
            ]
          : []),
        choice('ground', 'Its ground', words.GROUND),
        choice('normalledFrom', 'Hears, while it is free', jackOptions(item, jack.id), { empty: 'absent' }),
      ],
    },
    {
      title: 'What else it is',
      fields: [
        ...(jack.normalledFrom === undefined
          ? []
          : [flag('brokenBySendToo', 'A plug in the other jack breaks that too')]),
        ...(isAudio
          ? [flag('converts', 'A converter stands behind it'), flag('fixedUnity', 'No knob moves its level')]
          : []),
        ...(jack.carries === 'switch' && jack.direction !== 'in'
          ? [
              choice('tip', 'Contact of its tip', words.CONTACT, { empty: 'absent' }),
              choice('ring', 'Contact of its ring', words.CONTACT, { empty: 'absent' }),
            ]
          : []),
        ...(jack.carries === 'expression'
          ? [choice('wiper', 'Its wiper is on', words.POLE, { empty: 'absent' })]
          : []),
        ...(jack.carries === 'midi' && jack.direction !== 'in'
          ? [choice('passes', 'It sends', words.PASSES, { empty: 'absent' })]
          : []),
        ...(jack.carries === 'midi' && jack.connector.startsWith('trs')
          ? [choice('trsType', 'Type of its TRS', words.TRS_TYPE, { empty: 'absent' })]
          : []),
        flag('mult', 'More than one lead may stand in it'),
        ...(jack.connector.startsWith('xlr') && jack.direction === 'out'
          ? [choice('wantsPhantom', '48 V here is', words.PHANTOM, { empty: 'absent' })]
          : []),
        notes,
      ],
    },
    ...(jack.speaker
      ? [
          {
            title: 'Loudspeaker',
            fields:
              jack.direction === 'in'
                ? [
                    choice('speaker.isLoad', 'It is', words.IS_LOAD),
                    choice('speaker.switching', 'Switches between loads', words.SWITCHING, {
                      empty: 'absent',
                    }),
                  ]
                : [
                    choice('speaker.stage', 'Power stage', words.STAGE, { empty: 'absent' }),
                    flag('speaker.needsLoad', 'Must not run without a load'),
                    flag('speaker.internalLoad', 'A load inside is switched in'),
                    choice('speaker.bridged', 'Output', words.BRIDGED),
                    flag('speaker.inSeries', 'What is plugged here is in series with the rest'),
                  ],
          },
        ]
      : []),
    ...(jack.dcOutlet
      ? [
          {
            title: 'Outlet',
            fields: [
              choice('dcOutlet.kind', 'Gives', words.DC_KIND),
              choice('dcOutlet.polarity', 'Polarity', words.POLARITY, { empty: 'absent' }),
              text('dcOutlet.group', 'Shares its ground with group', {
                empty: 'null',
                hint: 'empty: isolated',
              }),
            ],
          },
        ]
      : []),
    ...(jack.mainsOutlet
      ? [
          {
            title: 'Outlet',
            fields: [
              flag('mainsOutlet.earthed', 'Has an earth'),
              text('mainsOutlet.group', 'Rated together with group', { empty: 'null' }),
            ],
          },
        ]
      : []),
  ];
}
