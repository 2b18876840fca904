import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { makeSound, patchRig, type Rig } from '../model';
import { edited } from '../testing/build';
import { wired } from '../testing/order';
import { set } from '../testing/short-edits';
import { planSearch, preampIn, preampKey, preampsOf, throughPreamp } from './index';

const four = (): Rig =>
  edited(
    wired(
      'guitar, unit, valve head, cab 16',
      'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET',
    ),
    set('multi-effects', 'amp', 'off'),
    { edit: 'addSound', arguments: { sound: makeSound('dry', 'Dry'), index: 1 } },
  );

const named = (rig: Rig, key: string) => preampsOf(rig).find((one) => preampKey(one) === key)!;
const through = (rig: Rig, sound: string) => {
  const found = preampIn(rig, null, sound);
  return found && preampKey(found);
};

describe('whose preamp', () => {
  test('the amplifier’s, or the model with the loop of the amplifier’s off; other sounds stay', () => {
    const rig = four();
    expect(preampsOf(rig).map(preampKey)).toEqual(['multi-effects/amp', 'valve-head/preamp']);
    expect(through(rig, 'dry')).toBe('valve-head/preamp');
    const edit = throughPreamp(rig, null, 'dry', named(rig, 'multi-effects/amp'))!;
    const { rig: after, inverse } = applyEdit(rig, edit);
    expect(through(after, 'dry')).toBe('multi-effects/amp');
    expect(through(after, 'sound-1')).toBe('valve-head/preamp');
    expect(after.sounds.find(({ id }) => id === 'dry')!.state.blocks).toEqual({
      'multi-effects/amp': 'on',
      'multi-effects/loop-1': 'off',
    });
    expect(patchRig(after, inverse)).toEqual(rig);
    const back = applyEdit(after, throughPreamp(after, null, 'dry', named(after, 'valve-head/preamp'))!).rig;
    expect(through(back, 'dry')).toBe('valve-head/preamp');
  });

  test('what is so already switches nothing; a way that is silent goes through none', () => {
    const rig = four();
    expect(throughPreamp(rig, null, 'dry', named(rig, 'valve-head/preamp'))).toBeNull();
    expect(preampIn({ ...rig, leads: [] }, null, 'dry')).toBeNull();
  });

  test('a preamp that hangs in no loop cannot be passed by: the model is on all the same', () => {
    const rig = wired('guitar, unit, combo', 'GUITAR > MULTI[drive amp cab chorus delay reverb] > COMBO');
    const off = edited(rig, set('multi-effects', 'amp', 'off'));
    const edit = throughPreamp(off, null, 'sound-1', named(off, 'multi-effects/amp'))!;
    expect(edit.arguments.edits).toHaveLength(1);
    expect(through(applyEdit(off, edit).rig, 'sound-1')).toBe('combo/preamp');
  });

  test('a routing that passes by the preamp that a sound has now says so', () => {
    const rig = four();
    const plans = [...planSearch(rig, null)].at(-1)!.plan.lines;
    const undone = (family: string) => plans.find(({ name }) => name[0] === family)!.undone;
    expect(undone('four-cable')).toEqual([]);
    expect(undone('straight into the power stage')).toContain(
      'Preamp of Valve head is not heard in Sound 1 and Dry',
    );
    // Through the model it is the other way round.
    const modelled = ['sound-1', 'dry'].reduce(
      (now, sound) => applyEdit(now, throughPreamp(now, null, sound, named(now, 'multi-effects/amp'))!).rig,
      rig,
    );
    const lines = [...planSearch(modelled, null)].at(-1)!.plan.lines;
    const straight = lines.find(({ name }) => name[0] === 'straight into the power stage')!;
    expect(straight.undone.filter((text) => text.includes('is not heard'))).toEqual([]);
  });
});
