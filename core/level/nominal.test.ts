// What levels jacks are made for, and what room a stop wants, by its place.
import { describe, expect, test } from '@jest/globals';
import { inSetting, jackIn, type Jack, type Rig } from '../model';
import { trace } from '../signal';
import { build, fourCable } from '../testing/build';
import { headroomAt, levelsAlong, unlikeLevels } from './index';

const guitarOut = jackIn(build('guitar').boxes[0], 'out')!;
/** A line jack of one mode with a nominal level, dBu; null: nothing is known of it. */
const line = (dbu: number | readonly [low: number, high: number] | null) => {
  const jack: Jack = { ...guitarOut, carries: 'line', modes: [] };
  const range = typeof dbu === 'number' || dbu === null ? {} : { low: dbu[0], high: dbu[1] };
  const value = typeof dbu === 'number' ? dbu : dbu && (dbu[0] + dbu[1]) / 2;
  const nominalDbu = value === null ? undefined : { value, ...range, source: 'manual' as const };
  return { jack, mode: { id: 'as-built', name: 'As built', ...(nominalDbu ? { nominalDbu } : {}) } };
};
const named = (id: 'mic' | 'instrument' | 'line') => ({ jack: line(null).jack, mode: { id, name: id } });

describe('levels that jacks are made for', () => {
  test.each<[string, Parameters<typeof unlikeLevels>[0], string | null]>([
    ['nothing is known of a line jack: line', line(null), 'line'],
    ['a jack for a microphone', { jack: { ...line(4).jack, carries: 'mic' }, mode: undefined }, 'mic'],
    ['a jack for an instrument', { jack: guitarOut, mode: undefined }, 'instrument'],
    ['+4 dBu: line', line(4), 'line'],
    ['−20 dBu: instrument', line(-20), 'instrument'],
    ['−40 dBu: mic', line(-40), 'mic'],
    ['−20 … +4 dBu: both', line([-20, 4]), 'instrument, line'],
    ['−60 … −12 dBu: no line', line([-60, -12]), 'mic, instrument'],
    ['−10 dBu: instruments reach over into line', line(-10), 'instrument, line'],
    [
      'a mode goes by its name, whatever its level',
      { ...line(4), mode: { ...line(4).mode, id: 'mic' } },
      'mic',
    ],
  ])('%s', (_, from, wanted) => {
    const levels = (['mic', 'instrument', 'line'] as const).filter(
      (id) => unlikeLevels(named(id), from) === null && unlikeLevels(from, named(id)) === null,
    );
    expect(levels.join(', ')).toBe(wanted);
  });
});

const LIMITS = { headroomConverterDb: 6, headroomAnalogueDb: 3 };

test('room: a converter wants the house’s, a preamp’s own input none, its return that of analogue', () => {
  const room = (rig: Rig, id: string) => {
    const of = inSetting(rig, { variant: null, sound: 'sound-1' });
    const stop = trace(rig, { variant: null, sound: 'sound-1' })
      .paths.flatMap((path) => levelsAlong(of, path).stops)
      .find(({ part }) => part.id === id)!;
    return headroomAt({ ...stop, ceilingDbu: 10, headroomDb: 5, meantToClip: false }, LIMITS);
  };
  expect(room(fourCable(), 'multi-effects/input')?.wantedDb).toBe(LIMITS.headroomConverterDb);
  expect(room(fourCable(), 'valve-head/input')?.wantedDb).toBe(0);
  expect(room(fourCable(), 'valve-head/return')?.wantedDb).toBe(LIMITS.headroomAnalogueDb);
});
