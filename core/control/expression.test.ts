// Expression pedals: wiring against the input's, calibration that belongs to one input, sweeps; volume pedals by their place.
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { patchUp } from '../bench';
import type { Rig } from '../model';
import { build, edited } from '../testing/build';
import { expressionLead, of, stand, withSounds } from '../testing/feet';
import { movedPlace, pedalsIn, swept, volumePedals } from './index';

const lead = (to = 'midi-delay/exp') => expressionLead(to);
const wants = (wiper: 'tip' | 'ring') =>
  ({ edit: 'setWiper', arguments: { box: 'midi-delay', jack: 'exp', wiper } }) as const;
const moves = {
  edit: 'setMoves',
  arguments: { sound: 's0', pedal: 'expression-pedal', moves: { box: 'midi-delay', control: 'mix' } },
} as const;
const calibrated = (at: string) =>
  ({
    edit: 'setCalibrated',
    arguments: { box: 'expression-pedal', calibrated: { at, heel: 1, toe: 126, date: '2026-03-01' } },
  }) as const;
const rig = (...edits: Parameters<typeof edited>[1][]): Rig =>
  edited(withSounds(build('expression pedal, midi delay, unit'), 'One', 'Two'), ...edits);
const pedal = (r: Rig) => pedalsIn(of(r))[0]!;

test('its wiper is where the input wants it, or not, or nobody has looked', () => {
  expect(pedal(rig()).wiring).toBe('loose');
  expect(pedal(rig(lead())).wiring).toBe('unknown');
  expect(pedal(rig(lead(), wants('tip'))).wiring).toBe('fits');
  expect(pedal(rig(lead(), wants('ring'))).wiring).toBe('unlike');
});

test('a calibration belongs to the input that it was made at', () => {
  const here = pedal(rig(lead(), calibrated('midi-delay/exp')));
  expect([here.calibrated?.toe, here.isStale]).toEqual([126, false]);
  const moved = pedal(rig(lead('multi-effects/pedal'), calibrated('midi-delay/exp')));
  expect([moved.calibrated, moved.isStale]).toEqual([null, true]);
});

test('the patch-up has a step for a pedal that sounds use, with what was noted last', () => {
  const steps = (r: Rig) =>
    patchUp(r, null).flatMap(({ id, text }) => (id.startsWith('calibrate') ? [text] : []));
  expect(steps(rig(lead()))).toEqual([]);
  expect(steps(rig(lead(), moves))).toEqual([
    'Calibrate Expression pedal at EXP of MIDI delay: heel down, then toe down; note what it shows',
  ]);
  expect(steps(rig(lead(), moves, calibrated('midi-delay/exp')))[0]).toMatch(/\(last time 1 and 126\)$/);
});

test('law: a sweep begins at the heel, ends at the toe and never turns back', () => {
  const position = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(
      position,
      position,
      position,
      position,
      fc.constantFrom('even', 'early', 'late'),
      (heel, toe, p, q, curve) => {
        const at = (x: number) => swept({ heel, toe, curve }, x);
        expect(at(0)).toBeCloseTo(heel, 9);
        expect(at(1)).toBeCloseTo(toe, 9);
        const [a, b] = [at(Math.min(p, q)), at(Math.max(p, q))];
        expect(toe >= heel ? b - a : a - b).toBeGreaterThanOrEqual(-1e-9);
      },
    ),
  );
  expect([swept({ curve: 'early' }, 0.5), swept({ curve: 'late' }, 0.5), swept({}, 0.25)]).toEqual([
    0.75, 0.25, 0.25,
  ]);
});

const HEAD = ['guitar/out > overdrive/in', 'valve-head/spk-16 = cabinet/in'] as const;

test('a volume pedal ahead of the preamp is told from one behind it, sound by sound', () => {
  const wired = (...plugs: string[]) =>
    volumePedals(
      of(
        withSounds(
          build('guitar, od, volume pedal, valve head, cabinet 16', ...HEAD, ...plugs),
          'One',
          'Two',
        ),
      ),
    ).flatMap(({ places }) => places.map((one) => one.where));
  expect(wired('overdrive/out > volume-pedal/in', 'volume-pedal/out > valve-head/input')).toEqual([
    'ahead',
    'ahead',
  ]);
  expect(
    wired(
      'overdrive/out > valve-head/input',
      'valve-head/send > volume-pedal/in',
      'volume-pedal/out > valve-head/return',
    ),
  ).toEqual(['after', 'after']);
  expect(wired('overdrive/out > valve-head/input')).toEqual([]);
});

test('a level that a pedal moves ahead of the preamp is gain, behind it loudness', () => {
  const base = withSounds(
    build('guitar, od, valve head, cabinet 16', ...HEAD, 'overdrive/out > valve-head/input'),
    'One',
  );
  const r = stand(base, 's0', { 'overdrive/drive': 'on' });
  const where = (box: string, control: string) =>
    movedPlace(
      of(r),
      r.sounds[0]!,
      r.boxes.find(({ id }) => id === box)!,
      control,
    );
  expect([where('overdrive', 'level'), where('valve-head', 'master'), where('valve-head', 'bass')]).toEqual([
    'ahead',
    'after',
    null,
  ]);
  // What sets no level has no side, and neither has what is not there.
  expect([where('overdrive', 'tone'), where('overdrive', 'drive'), where('overdrive', 'gone')]).toEqual([
    null,
    null,
    null,
  ]);
});
