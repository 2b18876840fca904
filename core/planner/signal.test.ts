// What a routing does to the signal in three figures: the worst of all ways and sounds.
import { expect, test } from '@jest/globals';
import { humAlong } from '../hum';
import { headroomAt, levelsAlong } from '../level';
import { inSetting, type Rig } from '../model';
import { settingsOf, trace } from '../signal';
import { build, edited, fourCable } from '../testing/build';
import { figure, limit, long, set } from '../testing/short-edits';
import { signalFigures } from './signal';

test('tone is the farthest from straight-in, and follows the leads', () => {
  const rig = build('guitar, combo', 'guitar/out > combo/input');
  const at = (metres: number) => signalFigures(edited(rig, long('lead-1', metres)), null).tone!.db;
  expect(at(5.5)).toBeCloseTo(0, 6);
  expect(at(12)).toBeLessThan(-3);
  expect(at(1)).toBeGreaterThan(3);
});

test('room is the least under any ceiling, beside what the house wants there', () => {
  const rig = fourCable();
  const rooms = settingsOf(rig, null).flatMap((setting) =>
    trace(rig, setting).paths.flatMap((path) =>
      levelsAlong(inSetting(rig, setting), path).stops.flatMap((stop) => {
        const room = headroomAt(stop, rig.houseRules.limits);
        return room ? [room.leftDb - room.wantedDb] : [];
      }),
    ),
  );
  expect(signalFigures(rig, null).roomDb).toBe(Math.min(...rooms));
  const modest = edited(rig, limit('headroomConverterDb', 0));
  expect(signalFigures(modest, null).roomDb).toBeCloseTo(Math.min(...rooms) + 6, 9);
});

test('noise is nearer to the signal with a fuzz on, and a gate behind it takes it down', () => {
  const rig = build(
    'guitar, fuzz, gate, combo',
    'guitar/out > fuzz/in',
    'fuzz/out > gate/in',
    'gate/out > combo/input',
  );
  const floor = (...calls: Parameters<typeof edited>[1][]) =>
    signalFigures(edited(rig, ...calls), null).floorDb!;
  const on = set('fuzz', 'fuzz', 'on');
  expect(floor(on)).toBeLessThan(floor() - 10);
  expect(floor(on, set('gate', 'gate', 'on'))).toBeGreaterThan(floor(on) + 20);
});

test('hum is that of the way where it is nearest to the signal, of the grounds alone', () => {
  const of = (rig: Rig) => signalFigures(rig, null).humDb!;
  const direct = build('guitar, combo', 'guitar/out > combo/input');
  expect(signalFigures(direct, null).humDb).toBeNull();
  const rig = fourCable();
  const all = settingsOf(rig, null).flatMap((setting) =>
    trace(rig, setting).paths.map((path) => humAlong(inSetting(rig, setting), path)!.underDb),
  );
  expect(of(rig)).toBe(Math.min(...all));
  const noisy = edited(rig, { edit: 'setPlaceField', arguments: { id: 'backline', fieldUt: 50 } });
  expect(of(noisy)).toBeLessThan(of(rig) - 30);
});

test('where nothing is known nothing is said', () => {
  expect(signalFigures(build('guitar, combo'), null)).toEqual({
    tone: null,
    roomDb: null,
    floorDb: null,
    humDb: null,
  });
  const bare = edited(
    build('guitar, combo', 'guitar/out > combo/input'),
    figure('combo', { on: 'mode', jack: 'input', mode: 'as-built', field: 'rIn' }, 1e6),
  );
  expect(signalFigures(bare, null).roomDb).toBeNull();
});
