import { describe, expect, test } from '@jest/globals';
import { wireAct } from '../chain';
import { makeRig, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { AT, wired } from '../testing/order';
import { set } from '../testing/short-edits';
import { houseLines, judge } from './index';
import { SCHOOLS, type SchoolName } from '../order';

const echo = () =>
  build(
    'guitar, delay, od, combo',
    'guitar/out > digital-delay/in',
    'digital-delay/out > overdrive/in',
    'overdrive/out > combo/input',
  );
const [gain] = echo().boxes.find(({ id }) => id === 'overdrive')!.blocks;
const at = edited(echo(), set('digital-delay', 'delay', 'on'), set('overdrive', gain!.id, 'on'));

const sided = (rig: Rig, name: SchoolName, position: string): Rig =>
  edited(rig, { edit: 'setSchool', arguments: { question: SCHOOLS[name].id, position } });

describe('house rules', () => {
  test('each question says what is in force and what another side would change', () => {
    const lines = houseLines(at, null);
    const [time, model] = ['time ahead of gain', 'amp model into an amplifier'].map((id) =>
      lines.find((line) => line.id === id),
    );
    expect(time).toMatchObject({
      question: 'Delay and reverb ahead of gain',
      inForce: 'after',
      positions: [
        { id: 'after', gone: 0, added: 0, against: 1 },
        { id: 'wanted', gone: 1, added: 0, against: 0 },
      ],
    });
    expect(model?.positions.map(({ gone, added }) => gone + added)).toEqual([0, 0]);
    const other = edited(at, { edit: 'setSchool', arguments: { question: time!.id, position: 'wanted' } });
    expect(houseLines(other, null)[0]).toMatchObject({
      inForce: 'wanted',
      positions: [
        { id: 'after', gone: 0, added: 1 },
        { id: 'wanted', gone: 0, added: 0 },
      ],
    });
    // A word that no position has, as a file may bring it, is none.
    const odd = edited(at, { edit: 'setSchool', arguments: { question: time!.id, position: 'maybe' } });
    expect(houseLines(odd, null)[0]?.inForce).toBe('after');
  });

  test('findings follow every side of the questions about models', () => {
    const front = edited(
      build('guitar, unit, combo', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l > combo/input'),
      set('multi-effects', 'amp', 'on'),
    );
    const power = edited(
      build(
        'guitar, unit, valve head, cabinet 16',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > valve-head/return',
        'valve-head/spk-16 = cabinet/in',
      ),
      set('multi-effects', 'amp', 'on'),
      set('multi-effects', 'cab', 'on'),
    );
    for (const [name, rig] of [
      ['model', front],
      ['cabinet', power],
    ] as const) {
      const found = SCHOOLS[name].positions.map(({ id: position }) =>
        judge(sided(rig, name, position), null),
      );
      expect(found[1]!.length).toBeLessThan(found[0]!.length);
    }
  });

  // The order of each is right by one side of its question, and not by another.
  test.each<[SchoolName, string, string]>([
    ['time', 'guitar, delay, od, combo', 'GUITAR > DIGITAL > OVRDRV > COMBO'],
    ['sweep', 'guitar, phaser, od, combo', 'GUITAR > PHASER > OVRDRV > COMBO'],
    ['wah', 'guitar, wah, fuzz, combo', 'GUITAR > WAH > FUZZ > COMBO'],
    ['compressor', 'guitar, od, compressor, combo', 'GUITAR > OVRDRV > CMPRSSR > COMBO'],
    ['pitch', 'guitar, od, octave, combo', 'GUITAR > OVRDRV > PITCH > COMBO'],
    ['tuner', 'guitar, od, tuner, combo', 'GUITAR > OVRDRV > TUNER > COMBO'],
    ['equaliser', 'guitar, eq, od, combo', 'GUITAR > GRAPHIC > OVRDRV > COMBO'],
    ['volume', 'guitar, volume, od, combo', 'GUITAR > VOLUME > OVRDRV > COMBO'],
    ['gate', 'guitar, gate, od, combo', 'GUITAR > GATE > OVRDRV > COMBO'],
    ['looper', 'guitar, looper, od, combo', 'GUITAR > LOOPER > OVRDRV > COMBO'],
    ['cab', 'guitar, unit, desk', 'GUITAR > MULTI[drive amp cab delay] > DESK[mix-1]'],
  ])('the order follows the sides that can be taken on: %s', (name, line, chain) => {
    const rig = wired(line, chain);
    const own = houseLines(rig, null).find(({ id }) => id === SCHOOLS[name].id)!;
    expect(new Set(own.positions.map(({ against }) => against)).size).toBeGreaterThan(1);
    // And what is usual by a side, it leaves alone.
    for (const { id, against } of own.positions) {
      const usual = wireAct(sided(rig, name, id), AT, { act: 'usual' });
      expect('reason' in usual).toBe(against === 0);
    }
  });

  test('a new rig begins with the house that it is given', () => {
    const given = { ...at.houseRules, schools: { 'time ahead of gain': 'wanted' } };
    const args = { id: 'a', title: 'A', created: '2026-01-01' };
    expect(makeRig({ ...args, houseRules: given }).houseRules).toEqual(given);
    expect(makeRig(args).houseRules.schools).toEqual({});
  });
});
