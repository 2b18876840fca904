// Rigs that destroy amplifiers, and their neighbours that do not.
import { describe, expect, test } from '@jest/globals';
import type { Jack, Rig } from '../model';
import { build, edited } from '../testing/build';
import { switchedCabinets, tapAcross, withJack, withSpeaker } from '../testing/grounds';
import { set } from '../testing/short-edits';
import { cureOf, judge, sentenceOf } from './index';

const SAFE = /^SAFE-(NOLOAD|TAPONLY|SPKOUT|IMPED|TWOTAPS|RATING|BRIDGED|SPKLEAD)$/;
const told = (rig: Rig) =>
  judge(rig, null)
    .filter(({ code }) => SAFE.test(code))
    .map(({ code, severity }) => `${code} ${severity}`);
const manual = (value: number) => ({ value, source: 'manual' as const });

describe('loads', () => {
  test('8 ohm on the 8 ohm tap says nothing, nor does a load box in the cabinet’s place, nor a solid-state stage without a load', () => {
    const head = 'guitar/out > valve-head/input';
    expect(told(build('guitar, valve head, cab 8', head, 'valve-head/spk-8 = cabinet/in'))).toEqual([]);
    expect(told(build('guitar, valve head, load box', head, 'valve-head/spk-8 = load-box/in'))).toEqual([]);
    expect(told(build('guitar, power amp', 'guitar/out > power-amp/in'))).toEqual([]);
    expect(told(build('guitar, valve head', head))).toEqual(['SAFE-NOLOAD danger']);
  });

  test('two 4 ohm cabinets on the two jacks of a stage that takes 4 ohm at least are 2 ohm: a danger', () => {
    const rig = (ohm: number) => {
      const plain = build('guitar, stereo power amp, cab 8 300w, cab 8 300w');
      const box = plain.boxes.find(({ id }) => id === 'stereo-power-amp')!;
      // Both jacks of one stage.
      const joined: Rig = {
        ...plain,
        boxes: plain.boxes.map((one) =>
          one === box
            ? {
                ...one,
                patches: one.patches.map((patch) => ({
                  ...patch,
                  wires: patch.wires.map((wire) =>
                    'jack' in wire.to && wire.to.jack === 'spk-r'
                      ? { ...wire, from: { block: 'power-l', port: 'out' as const } }
                      : wire,
                  ),
                })),
              }
            : one,
        ),
      };
      const cabs = ['cabinet', 'cabinet-2'].reduce(
        (r, id) => withSpeaker(r, id, 'in', { ohm: manual(ohm) }),
        joined,
      );
      const known = ['spk-l', 'spk-r'].reduce(
        (r, jack) => withSpeaker(r, 'stereo-power-amp', jack, { minOhm: manual(4) }),
        cabs,
      );
      return edited(
        known,
        ...(['spk-l', 'spk-r'] as const).map((jack, i) => ({
          edit: 'plug' as const,
          arguments: {
            lead: {
              ...build('guitar, cab', 'guitar/out = cabinet/in').leads[0]!,
              id: `speaker-${i}`,
              number: 20 + i,
              from: { at: [{ box: 'stereo-power-amp', jack }], plug: PLUG, adapters: [] },
              to: { at: [{ box: i === 0 ? 'cabinet' : 'cabinet-2', jack: 'in' }], plug: PLUG, adapters: [] },
            },
          },
        })),
      );
    };
    expect(told(rig(4))).toEqual(['SAFE-IMPED danger']);
    expect(told(rig(8))).toEqual([]);
  });

  const behind = (amp: string, ground: Jack['ground']) => {
    const rig = build(`guitar, ${amp}, load box`, `${amp.replaceAll(' ', '-')}/spk = load-box/in`);
    return withSpeaker(withJack(rig, 'load-box', 'in', { ground }), 'load-box', 'in', { watts: manual(600) });
  };

  test('bridged into what ties its sleeve: a danger; not bridged, or a sleeve that floats: nothing; not known: ask first', () => {
    expect(told(behind('class-d power amp', 'chassis'))).toEqual(['SAFE-BRIDGED danger']);
    expect(told(behind('class-d power amp', 'none'))).toEqual([]);
    expect(told(behind('power amp', 'chassis'))).toEqual([]);
    expect(told(behind('bass head', 'audio'))).toEqual(['SAFE-BRIDGED caution']);
    const line = (rig: Rig) => {
      const [finding] = judge(rig, null).filter(({ code }) => code === 'SAFE-BRIDGED');
      const { text, why } = sentenceOf(rig, finding!);
      return [text, why];
    };
    expect(line(behind('bass head', 'audio'))).toEqual([
      expect.stringMatching(/^Nobody knows whether .* is bridged/),
      expect.stringContaining('ask before this lead is plugged'),
    ]);
    expect(line(behind('class-d power amp', 'chassis'))).toEqual([
      expect.stringMatching(/ is bridged, and /),
      expect.stringContaining('Both terminals of a bridged output are live'),
    ]);
  });

  test('a switcher that breaks before it makes: a danger where it is known, a caution where it is not, nothing where it makes first', () => {
    expect(told(switchedCabinets('breaks-first'))).toEqual(['SAFE-NOLOAD danger']);
    expect(told(switchedCabinets('unknown'))).toEqual(['SAFE-NOLOAD caution']);
    expect(told(switchedCabinets('makes-first'))).toEqual([]);
  });

  test('a tap beside the cabinet wants what the stage gives, and takes none of it', () => {
    expect(told(tapAcross(75))).toEqual([]);
    expect(told(tapAcross(74))).toEqual(['SAFE-RATING danger']);
  });

  test('behind an attenuator the load is missing there: a lead that hangs from it is plugged in by its loose end, else a new one', () => {
    const attenuated = (...leads: readonly string[]) =>
      edited(
        build(
          'guitar, valve head, attenuator, cab 16',
          'guitar/out > valve-head/input',
          'valve-head/spk-8 = attenuator/in',
          ...leads,
        ),
        set('attenuator', 'attenuator', 'less'),
      );
    const cured = (rig: Rig) => {
      const finding = judge(rig, null).find(({ code }) => code === 'SAFE-NOLOAD')!;
      const cure = cureOf(rig, finding)!;
      expect(told(edited(rig, cure.edit))).toEqual([]);
      return cure;
    };
    expect(cured(attenuated('attenuator/out = .')).edit).toEqual({
      edit: 'replug',
      arguments: { lead: 'lead-3', side: 'to', at: [{ box: 'cabinet', jack: 'in' }] },
    });
    const lead = {
      from: { at: [{ box: 'attenuator', jack: 'out' }] },
      to: { at: [{ box: 'cabinet', jack: 'in' }] },
    };
    expect(cured(attenuated()).edit).toMatchObject({ edit: 'plug', arguments: { lead } });
  });

  test('a sound is named where it is the sound that makes it so', () => {
    const rig = edited(
      build(
        'guitar, valve head, attenuator, cab 16',
        'guitar/out > valve-head/input',
        'valve-head/spk-8 = attenuator/in',
        'attenuator/out = .',
      ),
      {
        edit: 'setBlockState',
        arguments: { box: 'attenuator', block: 'attenuator', state: 'load', scope: { layer: 'rest' } },
      },
      {
        edit: 'setBlockState',
        arguments: {
          box: 'attenuator',
          block: 'attenuator',
          state: 'less',
          scope: { layer: 'sound', id: 'sound-1' },
        },
      },
    );
    const [finding] = judge(rig, null).filter(({ code }) => code === 'SAFE-NOLOAD');
    expect(sentenceOf(rig, finding!).text).toMatch(/^No load on Valve head in Sound 1:/);
  });
});

const PLUG = { connector: 'ts-635', angle: 'straight', silent: false } as const;
