import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import type { Figure, Rig } from '../model';
import { build, edited } from '../testing/build';
import { judge, report, type Finding } from './index';

const figure = (box: string, jack: string, field: 'watts' | 'ohm', given: Figure): EditCall => ({
  edit: 'setFigure',
  arguments: { box, at: { on: 'speaker', jack, field }, figure: given },
});
const known = (value: number): Figure => ({ value, source: 'manual' });
const found = (rig: Rig, code: string): Finding | undefined => judge(rig, null).find((f) => f.code === code);
const enter = (rig: Rig, { guess }: Finding, value: number): Rig =>
  edited(rig, {
    edit: 'setFigure',
    arguments: { box: guess!.box, at: guess!.at, figure: { value, source: 'manual' } },
  });

/** A head of 100 W into a cabinet that was typed without watts. */
const typed = () =>
  build('guitar, valve head 100w, cab', 'guitar/out > valve-head/input', 'valve-head/spk-16 = cabinet/in');

describe('a guess does not cry wolf', () => {
  test('a cabinet typed without watts: a caution that says what to look up and what would do', () => {
    const [line] = report(typed(), null, null);
    expect(line).toMatchObject({
      code: 'SAFE-RATING',
      severity: 'caution',
      text: 'Look up the watts of SPK IN of Cabinet: 60 W assumed, 150 W wanted.',
    });
    expect(line!.why).toContain(
      'As assumed: Cabinet stands 60 W and wants 150 W: 100 W of SPK 16 Ω of Valve head end in it.',
    );
  });

  test('looked up, it is cleared or it is a danger', () => {
    const rating = found(typed(), 'SAFE-RATING')!;
    expect(found(enter(typed(), rating, rating.guess!.wanted), 'SAFE-RATING')).toBeUndefined();
    const weak = found(enter(typed(), rating, 60), 'SAFE-RATING')!;
    expect(weak.severity).toBe('danger');
    expect(weak.guess).toBeUndefined();
  });

  test('where no plausible value would do it stays a danger', () => {
    const far = edited(
      typed(),
      figure('cabinet', 'in', 'watts', { value: 20, source: 'assumed', low: 15, high: 25 }),
    );
    expect(found(far, 'SAFE-RATING')!.severity).toBe('danger');
  });

  test('of a known cabinet the amplifier’s watts are asked for', () => {
    const rig = edited(
      build('guitar, valve head, cab', 'guitar/out > valve-head/input', 'valve-head/spk-16 = cabinet/in'),
      figure('cabinet', 'in', 'watts', known(24)),
    );
    const [line] = report(rig, null, null);
    expect(line!.text).toBe(
      'Look up the watts of SPK 16 Ω of Valve head: 20 W assumed, at most 16 W wanted.',
    );
    expect(found(enter(rig, line!.finding, 16), 'SAFE-RATING')).toBeUndefined();
    expect(found(enter(rig, line!.finding, 16.1), 'SAFE-RATING')!.severity).toBe('danger');
  });

  test('ohms that nobody gave: the value that makes the load right, also beside a known cabinet', () => {
    const one = build(
      'guitar, valve head 50w, cab 100w',
      'guitar/out > valve-head/input',
      'valve-head/spk-4 = cabinet/in',
    );
    const finding = found(one, 'SAFE-IMPED')!;
    expect(finding.severity).toBe('caution');
    expect(finding.guess).toMatchObject({ assumed: 16, wanted: 4, bound: 'about' });
    expect(found(enter(one, finding, 4), 'SAFE-IMPED')).toBeUndefined();
    expect(found(enter(one, finding, 16), 'SAFE-IMPED')!.severity).toBe('danger');
  });

  test('what follows from the wiring alone stays a danger', () => {
    const loose = build('guitar, valve head, cab', 'guitar/out > valve-head/input');
    expect(found(loose, 'SAFE-NOLOAD')!.severity).toBe('danger');
  });
});
