// Rigs that kill, burn or destroy, each beside its neighbour that does not: none is silent, none cries wolf.
import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import type { Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { earthed, powered, withJack, withSpeaker } from '../testing/grounds';
import { fedRig } from '../testing/supplies';
import { judge, sentenceOf } from './index';

const dangers = (rig: Rig): readonly string[] =>
  judge(rig, null).flatMap(({ code, severity }) => (severity === 'danger' ? [code] : []));
const manual = (value: number) => ({ value, source: 'manual' as const });
const head = 'guitar/out > valve-head/input';
const cab = (ohm: number, tap: number): Rig =>
  withSpeaker(
    build(`guitar, valve head, cab ${ohm} 100w`, head, `valve-head/spk-${tap} = cabinet/in`),
    'valve-head',
    `spk-${tap}`,
    { ohm: manual(tap), watts: manual(20) },
  );
const earth = (to: 'kept' | 'lifted' | 'missing'): EditCall => ({
  edit: 'setEarth',
  arguments: { box: 'valve-head', earth: to },
});
const plate: EditCall = { edit: 'setPlateVolts', arguments: { box: 'valve-head', volts: [230] } };
const enclosed: EditCall = { edit: 'setEnclosed', arguments: { id: 'backline', enclosed: true } };

const RIGS: readonly (readonly [
  deadly: string,
  rig: () => Rig,
  code: string,
  neighbour: string,
  sound: () => Rig,
])[] = [
  ['16 on 4', () => cab(16, 4), 'SAFE-IMPED', '8 on 8', () => cab(8, 8)],
  [
    'a valve head without a load',
    () => build('guitar, valve head', head),
    'SAFE-NOLOAD',
    'a solid-state stage without a load',
    () => build('guitar, power amp', 'guitar/out > power-amp/in'),
  ],
  [
    'a tap in the cabinet’s place',
    () => build('guitar, valve head, speaker tap', head, 'valve-head/spk-16 = speaker-tap/in'),
    'SAFE-TAPONLY',
    'a load box in the cabinet’s place',
    () => build('guitar, valve head, load box', head, 'valve-head/spk-8 = load-box/in'),
  ],
  [
    'a speaker output into a desk',
    () => build('guitar, valve head, desk', head, 'valve-head/spk-16 = desk/ch-1'),
    'SAFE-SPKOUT',
    'a load box’s line into a desk',
    () =>
      build(
        'guitar, valve head, load box, desk',
        head,
        'valve-head/spk-8 = load-box/in',
        'load-box/line-out - desk/ch-1',
      ),
  ],
  [
    'an instrument lead to the cabinet',
    () => edited(cab(16, 16), { edit: 'setLeadKind', arguments: { id: 'lead-2', kind: 'instrument' } }),
    'SAFE-SPKLEAD',
    'a speaker lead',
    () => cab(16, 16),
  ],
  [
    'a bridged output into an earthed load box',
    () =>
      withSpeaker(
        withJack(
          build('guitar, class-d power amp, load box', 'class-d-power-amp/spk = load-box/in'),
          'load-box',
          'in',
          {
            ground: 'chassis',
          },
        ),
        'load-box',
        'in',
        { watts: manual(400) },
      ),
    'SAFE-BRIDGED',
    'one whose sleeve floats',
    () =>
      withSpeaker(
        build('guitar, class-d power amp, load box', 'class-d-power-amp/spk = load-box/in'),
        'load-box',
        'in',
        {
          watts: manual(400),
        },
      ),
  ],
  [
    '18 V into a 9 V pedal',
    () => fedRig([{ outlets: [{ volts: 18 }] }], [{ milliamps: 20, at: 'supply/out-1' }]),
    'SAFE-DCVOLT',
    'a 9 V outlet of 500 mA on a pedal of 100 mA',
    () => fedRig([{ outlets: [{ milliamps: 500 }] }], [{ milliamps: 100, at: 'supply/out-1' }]),
  ],
  [
    'the wrong polarity',
    () => fedRig([{ outlets: [{ polarity: 'centre-positive' }] }], [{ milliamps: 20, at: 'supply/out-1' }]),
    'SAFE-DCPOL',
    'the same for a pedal that wants it so',
    () =>
      fedRig(
        [{ outlets: [{ polarity: 'centre-positive' }] }],
        [{ milliamps: 20, polarity: 'centre-positive', at: 'supply/out-1' }],
      ),
  ],
  [
    'AC into DC',
    () => fedRig([{ outlets: [{ kind: 'ac' }] }], [{ milliamps: 20, at: 'supply/out-1' }]),
    'SAFE-DCAC',
    'DC into DC',
    () => fedRig([{ outlets: [{}] }], [{ milliamps: 20, at: 'supply/out-1' }]),
  ],
  [
    'positive ground beside others on one ground',
    () =>
      fedRig(
        [{ outlets: [{ group: 'a' }, { group: 'a' }] }],
        [
          { milliamps: 5, positiveGround: true, at: 'supply/out-1' },
          { milliamps: 20, at: 'supply/out-2' },
        ],
      ),
    'SAFE-POSGND',
    'on an isolated outlet of its own',
    () =>
      fedRig(
        [{ outlets: [{}, { group: 'a' }] }],
        [
          { milliamps: 5, positiveGround: true, at: 'supply/out-1' },
          { milliamps: 20, at: 'supply/out-2' },
        ],
      ),
  ],
  [
    'an earth that is lifted',
    () => edited(fourCable(), earth('lifted')),
    'SAFE-EARTH',
    'a DI’s ground lift',
    () =>
      edited(
        build(
          'guitar, unit, di, desk',
          'guitar/out > multi-effects/input',
          'multi-effects/out-1-l > passive-di/in',
          'passive-di/out - desk/ch-1',
        ),
        {
          edit: 'setMode',
          arguments: { box: 'passive-di', jack: 'out', mode: 'lifted', scope: { layer: 'rest' } },
        },
      ),
  ],
  [
    'a two-wire amplifier beside an isolator',
    () => edited(isolated(), { edit: 'setEarth', arguments: { box: 'valve-head', earth: 'missing' } }),
    'SAFE-UNEARTHED',
    'the same with its earth proved',
    () =>
      ['valve-head', 'combo'].reduce(
        (r, box) =>
          powered(r, box, { earth: 'kept', earthProved: { by: 'Electrician', date: '2026-05-01' } }),
        isolated(),
      ),
  ],
  [
    'a valve head in a closed cupboard',
    () => edited(cab(16, 16), enclosed),
    'SAFE-HEAT',
    'a cupboard with a fan',
    () =>
      edited(cab(16, 16), enclosed, {
        edit: 'setVentilation',
        arguments: { id: 'backline', ventilation: 'fan in the door' },
      }),
  ],
  [
    '230 V gear on 120 V',
    () => edited(cab(16, 16), plate, { edit: 'setMains', arguments: { mains: mainsAt(120) } }),
    'SAFE-MAINSVOLT',
    '230 V gear on 240 V',
    () => edited(cab(16, 16), plate, { edit: 'setMains', arguments: { mains: mainsAt(240) } }),
  ],
];

const mainsAt = (volts: number): Rig['stage']['mains'] => ({
  volts,
  circuits: [],
  outlets: [],
  earthDifferences: [],
});

/** One unit into two amplifiers, a transformer ahead of the second. */
function isolated(): Rig {
  const rig = build(
    'guitar, unit, valve head, combo, cab 16 100w',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > valve-head/input',
    'multi-effects/out-1-r > combo/input',
    'valve-head/spk-16 = cabinet/in',
  );
  return edited(earthed(rig, 'combo'), {
    edit: 'setLeadBreak',
    arguments: { id: 'lead-3', break: { kind: 'transformer', end: 'to' } },
  });
}

describe('deadly rigs and their neighbours', () => {
  const named = RIGS.map(([deadly, rig, code, neighbour, sound]) => ({
    deadly,
    rig,
    code,
    neighbour,
    sound,
  }));
  test.each(named)('$deadly: $code; $neighbour: nothing', ({ rig, code, sound }) => {
    expect(dangers(rig())).toContain(code);
    expect(dangers(sound())).toEqual([]);
  });

  test('a plate that nobody has read is to be looked up: no danger is cried from what is only assumed', () => {
    const rig = edited(cab(16, 16), { edit: 'setMains', arguments: { mains: mainsAt(120) } });
    expect(dangers(rig)).toEqual([]);
    const [finding] = judge(rig, null).filter(({ code }) => code === 'SAFE-MAINSVOLT');
    expect(finding!.severity).toBe('caution');
    expect(sentenceOf(rig, finding!).text).toBe(
      'Look up the rating plate of Valve head: 230 V assumed, here it gets 120 V.',
    );
    const read = edited(rig, { edit: 'setPlateVolts', arguments: { box: 'valve-head', volts: [120] } });
    expect(judge(read, null).some(({ code }) => code === 'SAFE-MAINSVOLT')).toBe(false);
  });

  test('each says which it is: kills, burns or deafens, destroys; and sends nobody into a mains box', () => {
    for (const [, rig, code] of RIGS) {
      const own = rig();
      const finding = judge(own, null).find((one) => one.code === code)!;
      const { text, why } = sentenceOf(own, finding);
      expect(why).toMatch(/can (?:kill|burn|deafen|destroy|burn and destroy|deafen and destroy)/);
      expect(`${text} ${why}`).not.toMatch(/open the|remove the earth|lift the earth/i);
    }
  });
});
