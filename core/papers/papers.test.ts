import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { fromCsv, readRigValue, toCsv } from '../file';
import { makeSound, type Rig } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { DIRECT_NIGHT, twoNights } from '../testing/nights';
import { Met } from '../testing/met';
import { jointLine, pocketCardHtml, rigState, scheduleCsv, scheduleOf, sheetOf } from './index';

describe('the schedule', () => {
  test('names both ends, plugs and the length by the rule', () => {
    const { rows } = scheduleOf(fourCable(), null);
    expect(rows.map((row) => row.number)).toEqual([1, 2, 3, 4, 5, 6]);
    // (5 + 0.3 + 1.2) × 1.12 = 7.28, up to 9 m.
    expect(rows[2]).toMatchObject({
      from: 'MULTI SEND 1',
      to: 'VALVE INPUT',
      kind: 'instrument',
      plugs: '6.35 mm TS – 6.35 mm TS',
      lengthM: 9,
      state: 'plugged',
      toBeMade: false,
    });
  });

  test('adds up what is plugged, by kind; what is put away stands apart', () => {
    const rig = edited(fourCable(), { edit: 'putAway', arguments: { lead: 'lead-3' } });
    const { rows, totals, all } = scheduleOf(rig, null);
    expect(rows[2]!.state).toBe('put away');
    expect(all.count).toBe(5);
    expect(totals.reduce((sum, total) => sum + total.metres, 0)).toBeCloseTo(all.metres, 9);
    expect(totals.find((total) => total.kind === 'speaker')).toMatchObject({ count: 1 });
  });

  test('of a variant says how a lead lies in the base, where that is otherwise', () => {
    const two = twoNights();
    const { rows } = scheduleOf(two, DIRECT_NIGHT);
    expect(rows.flatMap(({ number, inBase }) => (inBase === null ? [] : [[number, inBase]]))).toEqual([
      [4, 'MULTI SEND 1 → VALVE INPUT'],
      [5, 'VALVE SEND → MULTI RETURN 1'],
      [6, 'MULTI OUT 1 L → VALVE RETURN'],
      [8, 'put away'],
    ]);
    expect(scheduleOf(two, null).rows.every(({ inBase }) => inBase === null)).toBe(true);
    const [head, , , , fourth] = fromCsv(scheduleCsv(two, DIRECT_NIGHT, 'metres'));
    expect([head!.at(-1), fourth!.at(-1)]).toEqual(['in Base', 'MULTI SEND 1 → VALVE INPUT']);
    expect(fromCsv(scheduleCsv(two, null, 'metres'))[0]).not.toContain('in Base');
  });

  test('a lead longer than the stock is to be made: backline to desk 23.6 m', () => {
    const rig = plugged(build('mic, desk'), 'microphone/out - desk/ch-1');
    // (20 + 0.5 + 0.5) × 1.12 = 23.52, up to 23.6 m.
    expect(scheduleOf(rig, null).rows[0]).toMatchObject({ lengthM: 23.6, toBeMade: true });
  });

  test('a Y is one line with all of its ends, in the table of a spreadsheet too', () => {
    const rig = build(
      'guitar, combo, combo, y lead',
      'guitar/out > y-lead/one',
      'y-lead/two-a > combo/input',
      'y-lead/two-b > .',
    );
    expect(scheduleOf(rig, null).joints.map(jointLine)).toEqual([
      'Y lead: ONE to GUITAR OUT, TWO A to COMBO INPUT',
    ]);
    expect(scheduleCsv(rig, null, 'metres')).toContain(',Y lead,,ONE to GUITAR OUT; TWO A to COMBO INPUT');
    expect(scheduleOf(build('guitar, y lead'), null).joints).toEqual([]);
  });

  test('counts adapters, and leaves out links through the air', () => {
    const rig = edited(
      plugged(build('cab 16, mic, fuzz'), 'cabinet/air ~ microphone/air', 'microphone/out - fuzz/in'),
      {
        edit: 'setAdapters',
        arguments: {
          lead: 'lead-2',
          side: 'to',
          adapters: [{ name: 'XLR to TS', takes: 'xlr-m', gives: 'ts-635' }],
        },
      },
    );
    const { rows, adapters } = scheduleOf(rig, null);
    expect(rows.map((row) => row.number)).toEqual([2]);
    expect(adapters).toEqual([{ name: 'XLR to TS', count: 1 }]);
  });
});

describe('CSV', () => {
  const cell = fc.oneof(
    fc.string(),
    fc.constantFrom(
      "'",
      '=1+1',
      '+3',
      '-x',
      '@a',
      '\tb',
      '\rc',
      "'=x",
      'a,b',
      'say "so"',
      'two\r\nlines',
      ' pad ',
      ' =1+1',
      '\u00a0@x',
      '＝1',
      '－2',
      '\n=3',
    ),
  );
  test('what is written is read back, and no cell begins as a formula', () => {
    const met = new Met();
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { minLength: 2, maxLength: 5 }), { minLength: 1, maxLength: 6 }),
        (rows) => {
          const text = toCsv(rows);
          expect(fromCsv(text)).toEqual(rows);
          expect(text.startsWith('\uFEFF')).toBe(true);
          const written = Papa.parse<string[]>(text.slice(1), {
            delimiter: ',',
            newline: '\r\n',
          }).data.flat();
          for (const one of written) expect(one).not.toMatch(/^[\s\u00a0]*[=+\-@＝＋－＠]/);
          met.count('cells', written.length);
          met.count('guarded', written.filter((one) => one.startsWith("'")).length);
        },
      ),
      { numRuns: 300 },
    );
    met.atLeast({ cells: 1000, guarded: 200 });
  });
  test('a formula in a name reaches the file with an apostrophe', () => {
    const rig = edited(fourCable(), {
      edit: 'setLeadNotes',
      arguments: { id: 'lead-1', notes: '=HYPERLINK("x")' },
    });
    const text = scheduleCsv(rig, null, 'metres');
    expect(text).toContain(`"'=HYPERLINK(""x"")"`);
    expect(text.split('\r\n')).toHaveLength(8);
    expect(fromCsv(text)[1]!.at(-1)).toBe('=HYPERLINK("x")');
    expect(fromCsv(text)[3]![8]).toBe('9');
    expect(fromCsv(scheduleCsv(rig, null, 'feet'))[3]![8]).toBe('29.5');
  });
});

describe('the sheet', () => {
  const rig = edited(fourCable(), {
    edit: 'addSound',
    arguments: { sound: makeSound('loud', 'Loud'), index: 1 },
  });

  test('says for each sound what is on', () => {
    const sheet = sheetOf(rig, null);
    expect(sheet.sounds.map((s) => s.name)).toEqual(['Sound 1', 'Loud']);
    expect(sheet.sounds[0]!.states).toHaveLength(sheet.columns.length);
    expect(sheet.columns).toContain('MULTI Loop 1');
    expect(sheet.routes[0]!.text).toBe(
      'Guitar → Cabinet: GUITAR – 1 – FUZZ – 2 – MULTI – 3 – VALVE – 4 – MULTI – 5 – VALVE – 6 – CABINET',
    );
  });

  test('tells what a sound calls beside its blocks: programs, levels, tails', () => {
    const [first] = rig.sounds;
    const calling = edited(rig, {
      edit: 'setProgram',
      arguments: { sound: first!.id, box: 'multi-effects', shown: '12C' },
    });
    const at = (of: Rig) => sheetOf(of, null).columns.indexOf('MULTI Program');
    expect(at(rig)).toBe(-1);
    const { sounds } = sheetOf(calling, null);
    expect(sounds[0]!.states[at(calling)]).toBe('12C');
    for (const sound of sounds) expect(sound.states).toHaveLength(sheetOf(calling, null).columns.length);
  });

  test('carries findings, what is not judged, and the walk', () => {
    const spoiled = edited(rig, { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } });
    const sheet = sheetOf(spoiled, null);
    expect(sheet.findings[0]).toMatchObject({ code: 'SAFE-NOLOAD', severity: 'danger' });
    expect(sheet.notJudged).toContain('spares');
    expect(sheet.walk[0]!.title).toBe('Everything off, masters down');
  });

  test('sounds that go the same way share one line', () => {
    expect(sheetOf(rig, null).routes.map((route) => route.sound)).toEqual(['Sound 1 and Loud']);
  });
});

describe('the sheet of a night', () => {
  test('has what is otherwise than in the base, the moves to it, and its own settings', () => {
    const sheet = sheetOf(twoNights(), DIRECT_NIGHT);
    expect(sheet.night).toBe('Direct night');
    expect(sheet.differing.map(({ what }) => what)).toEqual([
      'Lead 4',
      'Lead 5',
      'Lead 6',
      'Lead 8',
      'Inner wiring of Multi-effects',
      'Loop 1 of Multi-effects',
      'CH 1 of Desk',
    ]);
    const [moves] = sheet.moves;
    expect(moves!.from).toBe('Base');
    expect(moves!.walk.map(({ title }) => title)).toContain('Plugs that come out');
    expect(sheet.settings).toContainEqual({ box: 'Desk', what: 'CH 1, mode', value: 'line' });
    const base = sheetOf(twoNights(), null);
    expect(base.settings).toContainEqual({ box: 'Desk', what: 'CH 1, mode', value: 'mic' });
    expect(base.differing).toEqual([]);
    expect(base.moves.map(({ from }) => from)).toEqual(['Direct night']);
    expect(sheetOf(fourCable(), null)).toMatchObject({ night: null, moves: [] });
    expect(pocketCardHtml(twoNights(), DIRECT_NIGHT, '2026-03-01')).toContain(
      'Moves from Base to Direct night',
    );
  });
});

test('the state of a rig goes from empty to walked', () => {
  const walked = {
    ...fourCable(),
    walks: [
      {
        id: 'w',
        type: 'patch-up' as const,
        started: '2026-03-01',
        ended: '2026-03-02',
        venue: '',
        ticks: [],
      },
    ],
  };
  const read = readRigValue(walked);
  expect(
    [build(''), build('guitar'), fourCable(), read.ok ? read.rig : build('')].map((r) => rigState(r).kind),
  ).toEqual(['empty', 'not wired', 'wired', 'walked']);
});

test('the sheet has a page of the earth book for every box with an earth of its own, what is not proved first', () => {
  const rig = edited(fourCable(), {
    edit: 'setEarthProved',
    arguments: { box: 'valve-head', proved: { by: 'Electrician', date: '2026-05-01' } },
  });
  expect(sheetOf(rig, null).earths).toEqual([
    {
      box: 'Valve head',
      earth: 'nobody has looked',
      proved: 'by Electrician, 2026-05-01',
      due: '2027-05-01',
      isProved: true,
    },
  ]);
  const lifted = edited(rig, { edit: 'setEarth', arguments: { box: 'valve-head', earth: 'lifted' } });
  expect(sheetOf(lifted, null).earths[0]).toMatchObject({ earth: 'lifted', isProved: false });
});
