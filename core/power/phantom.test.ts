// 48 V by lines: per channel, and by one switch for all.
import { expect, test } from '@jest/globals';
import { judge, sentenceOf } from '../findings';
import { inNight, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { withJack } from '../testing/grounds';
import { phantomLines, switchedWith } from './index';

const on = (rig: Rig, box: string, jack: string) =>
  edited(rig, { edit: 'setPhantom', arguments: { box, jack, is: 'on' } });
const told = (rig: Rig) =>
  judge(rig, null)
    .filter(({ code }) => code.endsWith('PHANTOM') || code === 'PHANTOM-WANTED')
    .map(({ code, parts }) => `${code} ${parts[0]!.id}`);

test('a dynamic microphone and a passive DI do not mind it; a unit’s driven output may; a plug of two poles carries none', () => {
  const rig = build(
    'guitar, unit, di, combo, mic, desk',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > combo/input',
    'combo/air ~ microphone/air',
    'microphone/out - desk/ch-1',
    'multi-effects/out-1-r - desk/ch-2',
  );
  const lines = phantomLines(inNight(on(on(rig, 'desk', 'ch-1'), 'desk', 'ch-2'), null));
  expect(lines.map(({ output, wants, isOn }) => [output.box.id, wants, isOn])).toEqual([
    ['microphone', 'harmless', true],
    ['multi-effects', 'unprotected', true],
  ]);
  expect(told(on(rig, 'desk', 'ch-1'))).toEqual([]);
  expect(told(on(rig, 'desk', 'ch-2'))).toEqual(['SAFE-PHANTOM multi-effects/out-1-r']);
  const short: Rig = {
    ...rig,
    leads: rig.leads.map((lead) => (lead.number === 5 ? { ...lead, kind: 'instrument' } : lead)),
  };
  expect(told(on(short, 'desk', 'ch-2'))).toEqual([]);
});

test('one switch cannot serve what wants it and what may not have it: either way it is told, and no press pretends to cure it', () => {
  const rig = build(
    'guitar, combo, condenser, ribbon, small desk',
    'guitar/out > combo/input',
    'combo/air ~ condenser-microphone/air',
    'condenser-microphone/out - small-desk/ch-1',
    'ribbon-microphone/out - small-desk/ch-2',
  );
  const lines = phantomLines(inNight(rig, null));
  expect(switchedWith(lines, lines[0]!).map(({ output }) => output.box.id)).toEqual(['ribbon-microphone']);
  expect(told(rig)).toEqual(['PHANTOM-WANTED condenser-microphone/out']);
  const both = on(rig, 'small-desk', 'ch-1');
  expect(
    both.boxes.find(({ id }) => id === 'small-desk')!.jacks.find(({ id }) => id === 'ch-2')!.phantom?.is,
  ).toBe('on');
  expect(told(both)).toEqual(['SAFE-PHANTOM ribbon-microphone/out']);
  const [finding] = judge(rig, null).filter(({ code }) => code === 'PHANTOM-WANTED');
  expect(sentenceOf(rig, finding!).why).toMatch(/Its switch is that of OUT of Ribbon microphone too/);
});

test('an input without 48 V is told to what wants it', () => {
  const rig = build(
    'guitar, combo, condenser, desk',
    'combo/air ~ condenser-microphone/air',
    'condenser-microphone/out - desk/ch-1',
  );
  expect(told(withJack(rig, 'desk', 'ch-1', { phantom: undefined }))).toEqual([
    'PHANTOM-WANTED condenser-microphone/out',
  ]);
});
