import { expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { readRig, writeRig } from '../core/file';
import { board, call, linkedStage, slot, stand } from '../core/testing/feet';
import { at, hum, json } from './testing';

const rig = () => {
  const lead = stand(board(), 's1', { 'fuzz/fuzz': 'on', 'four-loop-switcher/loop-1': 'on' });
  return { ...lead, switchPlan: [slot('four-loop-switcher', 'switch-2', call('s1'))] };
};

test('presses tells what is pressed, why more than once, and what is left to hands', async () => {
  writeFileSync(at('presses.json'), writeRig(rig()));
  const { stdout } = await hum(['presses', at('presses.json')]);
  const lines = stdout.trim().split('\n');
  expect(lines).toContain('  2  One → Two: FOUR 2 (calls Two), then FUZZ (Fuzz on)');
  expect(lines).toContain('       why: Fuzz: by own switch, Four-loop switcher does not reach that far');
  expect(lines).toContain('       by hand: Loop 1 of Four-loop switcher: off');
  const { value } = await json(['presses', at('presses.json'), '--sound', 'Two']);
  expect(value).toMatchObject({
    presses: [
      [0, 2, 0],
      [1, 0, 1],
      [0, 2, 0],
    ],
    changes: [{ from: 's0', to: 's1', is_shortest: true }],
  });
});

test('presses --plan writes the rig with the plan that has the fewest', async () => {
  writeFileSync(at('presses.json'), writeRig(rig()));
  const { stdout } = await hum(['presses', at('presses.json'), '--plan', '-o', at('planned.json')]);
  expect(stdout).toContain('Four-loop switcher 2, bank 1: Two');
  expect(stdout).toMatch(
    /4 presses over the set, today 3, with 1 change left to hands; no other plan has fewer/,
  );
  const planned = readRig(readFileSync(at('planned.json'), 'utf8'));
  expect(planned.ok && planned.rig.switchPlan.map(({ switch: sw }) => sw)).toEqual([
    'switch-1',
    'switch-2',
    'switch-3',
  ]);
});

test('combinations tells what sounds want of each switcher, as text, JSON and CSV', async () => {
  writeFileSync(at('linked.json'), writeRig(linkedStage('four-loop-switcher/control / amp-selector/remote')));
  const { stdout } = await hum(['combinations', at('linked.json')]);
  expect(stdout).toMatch(
    /^Four-loop switcher with Amp selector: 3 of 96 wanted\n {2}Clean A \(bank 1, 1\): FOUR Buffer on/,
  );
  expect((await json(['combinations', at('linked.json')])).value).toMatchObject({
    switchers: [
      { linked: ['Amp selector'], all: 96, wanted: [{ states: { 'amp-selector/select': 'A' } }, {}, {}] },
    ],
  });
  const csv = (await hum(['combinations', at('linked.json'), '--csv'])).stdout.split(/\r?\n/);
  expect(csv[1]).toMatch(/^Called by,Sounds,FOUR Buffer/);
});

test('rules tells which sound breaks which, and what the rig suggests; broken is exit 1', async () => {
  const members = [
    { box: 'combo', block: 'power' },
    { box: 'combo-2', block: 'power' },
  ];
  const stage = {
    ...linkedStage(),
    soundRules: [{ id: 'r', kind: 'never' as const, members, words: 'one amplifier' }],
  };
  writeFileSync(at('rules.json'), writeRig(stage));
  const { stdout, status } = await hum(['rules', at('rules.json')]);
  expect(status).toBe(1);
  expect(stdout).toMatch(
    /^one amplifier: broken\n {2}Both: Power stage of Combo and Power stage of Combo 2 at once\nsuggested:/,
  );
  expect((await json(['rules', at('rules.json')])).value).toMatchObject({
    rules: [{ members: ['combo/power', 'combo-2/power'], broken: [{ sound: 's2' }] }],
    suggested: [{ kind: 'one' }],
  });
});
