// The table of sounds: what stands in it, what is typed, pasted and filled, and that it comes back from a file.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyEdit } from '../edits';
import { inNight, makeSound, type Rig } from '../model';
import { build, edited, plugged } from '../testing/build';
import { set } from '../testing/short-edits';
import {
  calledBySounds,
  clearCells,
  copyCells,
  fillDown,
  pasteInto,
  pressCells,
  readSounds,
  soundsCsv,
  soundTable,
  typeInto,
  type Column,
  type CellRange,
  type TableAct,
} from './index';
import { thingsIn } from './things';

const NAMES = ['Clean', 'Crunch', 'Lead', 'Ending'];

/** A board into a channel head, with a unit beside it, in four sounds. */
function rig(): Rig {
  const base = build(
    'guitar, baritone guitar, fuzz, od, unit, valve head, cab 16, expression pedal',
    'guitar/out > fuzz/in',
    'fuzz/out > overdrive/in',
    'overdrive/out > valve-head/input',
    'valve-head/spk-16 = cabinet/in',
  );
  const sounds = NAMES.map((name, i) => makeSound(`s${i}`, name));
  return { ...base, sounds };
}

const of = (r: Rig) => inNight(r, null);
const columnOf = (r: Rig, name: string): Column =>
  soundTable(of(r)).columns.find(({ key, name: own }) => key === name || own === name)!;
const range = (r: Rig, rows: number[], ...names: string[]): CellRange => ({
  rows,
  columns: names.map((name) => columnOf(r, name)),
});
const done = (r: Rig, act: TableAct): Rig => {
  if (!act || 'refused' in act) throw new Error(act?.refused ?? 'nothing to do');
  return applyEdit(r, act.edit).rig;
};
const textOf = (r: Rig, name: string) => {
  const { columns, rows } = soundTable(of(r));
  const at = columns.findIndex(({ key }) => key === columnOf(r, name).key);
  return rows.map(({ cells }) => cells[at]!.text);
};
const refusal = (act: TableAct) => (act && 'refused' in act ? act.refused : null);

describe('what stands in it', () => {
  test('the sound’s own columns first, then each box as the signal meets it, what is beside it last', () => {
    const { columns } = soundTable(of(rig()));
    const boxes = [...new Set(columns.map(({ box }) => box?.id ?? null))];
    expect(boxes.slice(0, 3)).toEqual([null, 'fuzz', 'overdrive']);
    expect(boxes.indexOf('multi-effects')).toBeGreaterThan(boxes.indexOf('valve-head'));
    expect(columns.slice(0, 3).map(({ name }) => name)).toEqual(['Guitar', 'Pickups', 'Level']);
    expect(new Set(columns.map(({ key }) => key)).size).toBe(columns.length);
  });

  test('where it differs from the sound before, and where it is said', () => {
    const lead = edited(rig(), set('fuzz', 'fuzz', 'on', { layer: 'sound', id: 's2' }));
    const { columns, rows } = soundTable(of(lead));
    const at = columns.findIndex(({ key }) => key === 'fuzz/fuzz');
    expect(rows.map(({ cells }) => [cells[at]!.text, cells[at]!.differs, cells[at]!.from])).toEqual([
      ['off', false, 'rest'],
      ['off', false, 'rest'],
      ['on', true, 'sound'],
      ['off', true, 'rest'],
    ]);
  });

  test('twins are one switch and one column', () => {
    const { columns } = soundTable(of(rig()));
    for (const column of columns) if (column.kind === 'block') expect(column.block.twinOf).toBeUndefined();
  });
});

describe('typing', () => {
  const type = (name: string, text: string, rows = [0]) =>
    typeInto(of(rig()), range(rig(), rows, name), text);
  test('a state by its name, by how it begins, by a sign for on and off; nothing is back to rest', () => {
    for (const text of ['on', 'ON', 'x', '1', 'o n'.replace(' ', '')])
      expect(textOf(done(rig(), type('fuzz/fuzz', text)), 'fuzz/fuzz')[0]).toBe('on');
    const on = done(rig(), type('fuzz/fuzz', 'on', [0, 1]));
    expect(
      textOf(done(on, typeInto(of(on), range(on, [0], 'fuzz/fuzz'), '')), 'fuzz/fuzz').slice(0, 2),
    ).toEqual(['off', 'on']);
    expect(textOf(done(on, clearCells(of(on), range(on, [0, 1, 2], 'fuzz/fuzz'))), 'fuzz/fuzz')).toEqual(
      NAMES.map(() => 'off'),
    );
  });
  test('what it can not be is refused with the place and what it can, and nothing is changed', () => {
    expect(refusal(type('fuzz/fuzz', 'loud'))).toBe(
      'Nothing is changed. Clean, Fuzz Fuzz: “loud” is none of on and off.',
    );
    // Both begin so: which is meant is not guessed.
    expect(refusal(type('fuzz/fuzz', 'o'))).toMatch(/“o” is none of on and off/);
    expect(refusal(type('Level', '99'))).toMatch(/Clean, Level: “99” is no level from −40 to \+40 dB/);
  });
  test('levels, programs, tails, guitars', () => {
    expect(textOf(done(rig(), type('Level', '+3')), 'Level')[0]).toBe('+3 dB');
    expect(textOf(done(rig(), type('Level', '−2,5 dB')), 'Level')[0]).toBe('−2.5 dB');
    expect(textOf(done(rig(), type('multi-effects/*program', '12C')), 'multi-effects/*program')[0]).toBe(
      '12C',
    );
    expect(textOf(done(rig(), type('multi-effects/delay*tails', 'k')), 'multi-effects/delay*tails')[0]).toBe(
      'kept',
    );
    expect(textOf(done(rig(), type('Guitar', 'bari')), 'Guitar')[0]).toMatch(/^Bari/);
  });
  test('an expression pedal moves what is in the box it is plugged into', () => {
    expect(refusal(type('Moves', 'volume'))).toMatch(/there is nothing to choose/);
    const pedal = rig().boxes.find(({ jacks }) => jacks.some(({ carries }) => carries === 'expression'))!;
    expect(pedal).toBeDefined();
  });
});

describe('ranges', () => {
  test('a press turns the first, and the others as it is then', () => {
    const mixed = done(rig(), typeInto(of(rig()), range(rig(), [1], 'fuzz/fuzz'), 'on'));
    const pressed = done(mixed, pressCells(of(mixed), range(mixed, [0, 1, 2], 'fuzz/fuzz')));
    expect(textOf(pressed, 'fuzz/fuzz')).toEqual(['on', 'on', 'on', 'off']);
  });
  test('the first row fills those under it', () => {
    const one = done(rig(), typeInto(of(rig()), range(rig(), [0], 'fuzz/fuzz'), 'on'));
    expect(textOf(done(one, fillDown(of(one), range(one, [0, 1, 2, 3], 'fuzz/fuzz'))), 'fuzz/fuzz')).toEqual(
      NAMES.map(() => 'on'),
    );
  });
  test('a copy whose last cell is empty empties the one it is pasted over', () => {
    const program = 'multi-effects/*program';
    const some = done(rig(), typeInto(of(rig()), range(rig(), [0, 2, 3], program), '12C'));
    const { columns } = soundTable(of(some));
    const text = copyCells(of(some), range(some, [0, 1], program));
    const after = done(some, pasteInto(of(some), range(some, [2], program), columns, text));
    expect(textOf(after, program)).toEqual(['12C', '', '12C', '']);
  });
  test('a guitar and its pickups set in one act do not undo each other', () => {
    const guitar = soundTable(of(rig())).rows[0]!.cells;
    const { columns } = soundTable(of(rig()));
    const other = rig().boxes.filter(({ blocks }) => blocks.some(({ role }) => role === 'source'))[1]!.name;
    const act = pasteInto(of(rig()), range(rig(), [1], 'Guitar'), columns, `${other}\tNeck`);
    const after = soundTable(of(done(rig(), act))).rows[1]!.cells;
    expect([after[0]!.text, after[1]!.text]).toEqual([other, 'Neck']);
    expect([guitar[0]!.text, guitar[1]!.text]).not.toEqual([other, 'Neck']);
    const cleared = done(
      done(rig(), act),
      clearCells(of(done(rig(), act)), range(rig(), [1], 'Guitar', 'Pickups')),
    );
    expect(
      soundTable(of(cleared))
        .rows[1]!.cells.slice(0, 2)
        .map(({ text }) => text),
    ).toEqual(guitar.slice(0, 2).map(({ text }) => text));
  });
  test('what is copied is pasted elsewhere; too much says how much room there is', () => {
    const one = done(rig(), typeInto(of(rig()), range(rig(), [0], 'fuzz/fuzz'), 'on'));
    const { columns } = soundTable(of(one));
    const text = copyCells(of(one), range(one, [0, 1], 'fuzz/fuzz', 'overdrive/drive'));
    expect(text).toBe('on\toff\noff\toff\n');
    const after = done(one, pasteInto(of(one), range(one, [2], 'fuzz/fuzz'), columns, text));
    expect(textOf(after, 'fuzz/fuzz')).toEqual(['on', 'off', 'on', 'off']);
    expect(refusal(pasteInto(of(one), range(one, [3], 'fuzz/fuzz'), columns, text))).toMatch(
      /What is to be pasted is 2 rows by 2 columns; from here there is room for 1 by \d+\./,
    );
    const filled = done(one, pasteInto(of(one), range(one, [0, 1, 2, 3], 'fuzz/fuzz'), columns, 'off'));
    expect(textOf(filled, 'fuzz/fuzz')).toEqual(NAMES.map(() => 'off'));
  });
});

describe('files', () => {
  test('what is written comes back: into a rig that stands otherwise, all cells are as they were', () => {
    const { columns } = soundTable(of(rig()));
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            row: fc.nat(3),
            column: fc.nat(columns.length - 1),
            presses: fc.integer({ min: 1, max: 2 }),
          }),
          {
            maxLength: 20,
          },
        ),
        (presses) => {
          const some = presses.reduce((r, { row, column, presses: n }) => {
            let next = r;
            for (let i = 0; i < n; i += 1) {
              const act = pressCells(of(next), {
                rows: [row],
                columns: [soundTable(of(next)).columns[column]!],
              });
              if (act && 'edit' in act) next = applyEdit(next, act.edit).rig;
            }
            return next;
          }, rig());
          const act = readSounds(of(rig()), soundsCsv(of(some)));
          const back = act && 'edit' in act ? applyEdit(rig(), act.edit).rig : rig();
          const texts = (r: Rig) => soundTable(of(r)).rows.map(({ cells }) => cells.map(({ text }) => text));
          expect(refusal(act)).toBeNull();
          expect(texts(back)).toEqual(texts(some));
        },
      ),
      { numRuns: 40 },
    );
  });
  test('sounds of new names are made; a heading that is nothing here, or a cell, says where', () => {
    const csv = (...lines: string[]) => readSounds(of(rig()), lines.join('\r\n'));
    const more = done(rig(), csv('Sound,FUZZ Fuzz', 'Solo,on', 'Clean,off'));
    expect(more.sounds.map(({ name }) => name)).toEqual([...NAMES, 'Solo']);
    expect(textOf(more, 'fuzz/fuzz').at(-1)).toBe('on');
    expect(refusal(csv('Name,FUZZ Fuzz'))).toMatch(/^Line 1: this is no table of sounds/);
    expect(refusal(csv('Sound,WARP Drive', 'Clean,on'))).toMatch(
      /nothing in this rig is headed “WARP Drive”/,
    );
    expect(refusal(csv('Sound;FUZZ Fuzz', 'Clean;perhaps'))).toMatch(
      /Clean, Fuzz Fuzz: “perhaps” is none of/,
    );
  });
  test('a control that a pedal moves is told by its name', () => {
    const r = rig();
    const pedal = r.boxes.find(({ jacks }) =>
      jacks.some(({ carries, direction }) => carries === 'expression' && direction === 'out'),
    )!;
    const out = pedal.jacks.find(({ carries }) => carries === 'expression')!;
    const unit = r.boxes.find(({ jacks }) =>
      jacks.some(({ carries, direction }) => carries === 'expression' && direction === 'in'),
    )!;
    const into = unit.jacks.find(({ carries, direction }) => carries === 'expression' && direction === 'in')!;
    const wired = plugged(r, `${pedal.id}/${out.id} > ${unit.id}/${into.id}`);
    const label = unit.controls[0]!.label;
    const moved = done(wired, typeInto(of(wired), range(wired, [1], 'Moves'), label));
    expect(textOf(moved, 'Moves')).toEqual(['', label, '', '']);
    expect(moved.sounds[1]!.moves).toEqual({ [pedal.id]: { box: unit.id, control: unit.controls[0]!.id } });
  });
});

test('knobs of a guitar are under its player’s hand: no thing to plan; those of a pedal are, once sounds set them apart', () => {
  const turned = (box: string, control: string) =>
    [0.2, 0.9].reduce(
      (r, position, i) =>
        edited(r, {
          edit: 'setControl',
          arguments: { box, control, position, basis: null, scope: { layer: 'sound', id: `s${i}` } },
        }),
      rig(),
    );
  const keys = (r: Rig) => thingsIn(of(r)).map(({ key }) => key);
  expect(keys(turned('overdrive', 'drive'))).toContain('overdrive/*knob-drive');
  expect(keys(turned('guitar', 'volume'))).not.toContain('guitar/*knob-volume');
});

test('paper tells beside blocks and guitars what some sound says, each sound’s own, and no column that none has', () => {
  const called = (r: Rig) => calledBySounds(of(r)).map(({ name, texts }) => [name, ...texts]);
  expect(called(rig())).toEqual([]);
  const picked = {
    ...rig(),
    sounds: rig().sounds.map((sound, i) => (i === 1 ? { ...sound, pickup: 'neck' } : sound)),
  };
  const [column, ...more] = called(edited(picked, set('fuzz', 'fuzz', 'on', { layer: 'sound', id: 's2' })));
  expect(more).toEqual([]);
  expect(column).toEqual(['Pickups', 'Bridge', 'Neck humbucker', 'Bridge', 'Bridge']);
});
