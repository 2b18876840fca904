import { describe, expect, test } from '@jest/globals';
import { trialOf } from '../edits';
import type { Rig } from '../model';
import { build, edited } from '../testing/build';
import { set } from '../testing/short-edits';
import { cureOf, judge } from './judge';

/** The unit's amplifier and cabinet on. */
const MODEL = ['amp', 'cab'].map((block) => set('multi-effects', block, 'on'));

/** A unit into a powered speaker and a desk, by a splitter behind one output; its knob moves only that one. */
function shared(jacks: readonly string[]): Rig {
  const rig = edited(
    build(
      'guitar, unit, splitter, powered speaker, desk',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > splitter/in',
      'splitter/out-a > powered-speaker/in',
      'splitter/out-b > desk/ch-1',
    ),
    ...MODEL,
  );
  const [first = '', ...moves] = jacks;
  return {
    ...rig,
    boxes: rig.boxes.map((box) => ({
      ...box,
      controls: box.controls.map((control) =>
        box.id === 'multi-effects' && control.label === 'OUTPUT'
          ? { ...control, actsOn: { jack: first }, moves }
          : control,
      ),
    })),
  };
}

const found = (rig: Rig, code: string) => judge(rig, null).filter((one) => one.code === code);
const curesOf = (rig: Rig, code: string) => found(rig, code).map((one) => cureOf(rig, one));

describe('feeds that are to be apart', () => {
  test('the desk gets an output that the knob does not move, and is fed by it', () => {
    const rig = shared(['out-1-l']);
    const [cure] = curesOf(rig, 'KNOB-REACH');
    expect(cure?.edit).toMatchObject({
      edit: 'replug',
      arguments: { lead: 'lead-4', side: 'from', at: [{ box: 'multi-effects', jack: 'out-1-r' }] },
    });
    const after = trialOf(rig, cure!.edit);
    expect(found(after, 'KNOB-REACH')).toEqual([]);
    expect(found(after, 'WIRE-SILENT')).toEqual([]);
  });

  test('where every output is moved by it there is no other', () => {
    const rig = shared(['out-1-l', 'out-1-r']);
    expect(curesOf(rig, 'KNOB-REACH')).toEqual([null]);
  });
});

describe('noise between notes', () => {
  const noisy = (gate: 'on' | 'off'): Rig =>
    edited(
      build(
        'guitar, fuzz, gate, valve head, cab 16',
        'guitar/out > fuzz/in',
        'fuzz/out > gate/in',
        'gate/out > valve-head/input',
        'valve-head/spk-16 = cabinet/in',
      ),
      set('fuzz', 'fuzz', 'on'),
      set('gate', 'gate', gate),
    );

  test('a gate that is there and off is switched on, where that is enough', () => {
    const [cure] = curesOf(noisy('off'), 'NOISE-FLOOR');
    expect(cure?.edit).toMatchObject({
      edit: 'setBlockState',
      arguments: { box: 'gate', block: 'gate', state: 'on' },
    });
    expect(found(noisy('on'), 'NOISE-FLOOR')).toEqual([]);
  });
});

describe('ears', () => {
  test('a limiter that is there and off is switched on', () => {
    const rig = edited(
      build(
        'guitar, unit, in-ear pack',
        'guitar/out > multi-effects/input',
        'multi-effects/phones » in-ear-pack/in',
      ),
      ...MODEL,
      set('in-ear-pack', 'limiter', 'off'),
    );
    const [cure] = curesOf(rig, 'SAFE-EARS');
    expect(cure?.edit).toMatchObject({
      edit: 'setBlockState',
      arguments: { box: 'in-ear-pack', block: 'limiter', state: 'on' },
    });
    expect(found(trialOf(rig, cure!.edit), 'SAFE-EARS')).toEqual([]);
  });

  test('an output by which they are not fed is none', () => {
    const rig = edited(
      build(
        'guitar, unit, desk, headphones',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > desk/ch-1',
        'multi-effects/phones » headphones/in',
      ),
      ...MODEL,
    );
    const withSecond: Rig = {
      ...rig,
      boxes: rig.boxes.map((box) => ({
        ...box,
        jacks: box.jacks.flatMap((jack) =>
          jack.id === 'phones' ? [jack, { ...jack, id: 'phones-2', label: 'PHONES 2' }] : [jack],
        ),
      })),
    };
    expect(found(withSecond, 'SAFE-EARS')).toHaveLength(1);
    expect(curesOf(withSecond, 'SAFE-EARS')).toEqual([null]);
  });
});
