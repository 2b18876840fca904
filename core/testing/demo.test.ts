import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { cureOf, judge } from '../findings';
import { readRig, type Rig } from '../rig';
import { settingsOf, trace } from '../signal';
import { edited } from './build';

function demo(): Rig {
  const read = readRig(readFileSync('demo/pit-chair.humrig.json', 'utf8'));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.rig;
}

describe('Pit chair, first week', () => {
  test('has three sounds, two guitars on one lead, and a closed cupboard', () => {
    const rig = demo();
    expect(rig.sounds.map((sound) => sound.name)).toEqual(['Overture', 'Ballad', 'Storm solo']);
    expect(rig.leads[0]!.from.at.map((ref) => ref.box)).toEqual(['guitar', 'baritone']);
    expect(rig.stage.places.find((place) => place.name === 'Cupboard')!.enclosed).toBe(true);
  });

  test('contains three honest mistakes, and nothing else', () => {
    expect(judge(demo(), null).map((f) => [f.code, f.severity, f.sound])).toEqual([
      ['WIRE-SILENT', 'fault', 'sound-1'],
      ['SAFE-IMPED', 'caution', null],
      ['MODEL-TWOPRE', 'caution', 'storm'],
      ['ORDER-PICKUP', 'caution', 'storm'],
      ['ORDER-TIME', 'caution', 'storm'],
    ]);
  });

  test('pressing every cure leaves a sound rig, heard in every sound at cabinet and desk', () => {
    let rig = demo();
    for (let found = judge(rig, null); found.length > 0; found = judge(rig, null)) {
      const cure = cureOf(rig, found[0]!);
      expect(cure).not.toBeNull();
      rig = edited(rig, cure!);
    }
    for (const setting of settingsOf(rig, null))
      expect(trace(rig, setting).paths.map((path) => path.sections.at(-1)!.block.role)).toEqual(
        expect.arrayContaining(['speaker', 'mix']),
      );
  });
});
