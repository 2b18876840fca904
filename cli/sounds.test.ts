import { expect, test } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import { writeRig } from '../core/file';
import { makeSound, type Rig } from '../core/model';
import { build, edited } from '../core/testing/build';
import { set } from '../core/testing/short-edits';
import { at, hum, json } from './testing';

const rig = (): Rig => {
  const board = build('guitar, fuzz, combo', 'guitar/out > fuzz/in', 'fuzz/out > combo/input');
  return edited(
    { ...board, sounds: [makeSound('clean', 'Clean'), makeSound('lead', 'Lead')] },
    set('fuzz', 'fuzz', 'on', { layer: 'sound', id: 'lead' }),
  );
};

test('sounds tells what each sets, where it is said, and what is other than in the one before', async () => {
  writeFileSync(at('sounds.json'), writeRig(rig()));
  const { stdout } = await hum(['sounds', at('sounds.json')]);
  expect(stdout).toMatch(/^Clean: .*\nLead: .*FUZZ Fuzz on.*\n {6}other than before: FUZZ Fuzz on/);
  const { sounds } = (await json(['sounds', at('sounds.json'), '--sound', 'Lead'])).value as {
    sounds: { sets: object[] }[];
  };
  expect(sounds).toHaveLength(1);
  expect(sounds[0]!.sets).toContainEqual({
    box: 'fuzz',
    what: 'Fuzz',
    is: 'on',
    value: 'on',
    said_in: 'sound',
    differs: true,
  });
  const csv = (await hum(['sounds', at('sounds.json'), '--csv'])).stdout.split(/\r?\n/);
  expect(csv[0]).toMatch(/Sound,.*FUZZ Fuzz/);
  expect(csv[2]).toMatch(/^Lead,/);
});
