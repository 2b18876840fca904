import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { trialOf, type EditCall } from '../edits';
import { inSetting, type Rig } from '../model';
import { traceIn } from '../signal';
import { build, edited } from '../testing/build';
import { wired } from '../testing/order';
import { set } from '../testing/short-edits';
import { toneAlong } from '../tone';
import { bareOf, isBuffer } from './hand';
import { placementEdits, placeBuffers, type Placing, type Stands } from './index';
import { countOf, type Slot } from './slots';

function placed(rig: Rig, variant: string | null = null): Placing {
  const steps = placeBuffers(rig, variant);
  for (;;) {
    const { value, done } = steps.next();
    if (done) return value;
  }
}

/** Every effect as it is said. */
const switched = (rig: Rig, state: 'on' | 'off'): Rig =>
  edited(
    rig,
    ...rig.boxes.flatMap((box) =>
      box.blocks
        .filter(({ role, states }) => role === 'effect' && states.some(({ id }) => id === state))
        .map(({ id }) => set(box.id, id, state)),
    ),
  );
const longest = (rig: Rig, metres: number): Rig => {
  const lead = rig.leads.at(-1)!;
  return edited(rig, { edit: 'setLeadLength', arguments: { id: lead.id, lengthM: metres, by: 'hand' } });
};

/** How far a rig is from straight-in as it is wired: the worst of all its ways and sounds. */
function worstOf(rig: Rig): number {
  const all = rig.sounds.flatMap(({ id }) => {
    const of = inSetting(rig, { variant: null, sound: id });
    return traceIn(of).paths.flatMap((path) => toneAlong(of, path) ?? []);
  });
  return Math.max(0, ...all.flatMap(({ dull, peak }) => [-dull.db, peak.db]));
}

/** So many buffers more, in no chain. */
const spare = (count: number): readonly EditCall[] =>
  build(`buffer x${count + 1}`)
    .boxes.slice(1)
    .map((box) => ({ edit: 'addBox', arguments: { box } }) as const);

const after = (rig: Rig, stands: readonly Stands[]): Rig => {
  const done = placementEdits(rig, null, stands);
  if ('reason' in done) throw new Error(done.reason);
  return done.trial;
};

const BOARD = 'guitar, od, distortion, phaser, buffer, buffer, combo';
const board = () => switched(wired(BOARD, 'GUITAR > OVRDRV > DSTRTN > PHASER > COMBO'), 'off');

describe('buffers at hand', () => {
  test('one input, one output, nothing but a buffer between: no isolator, no DI, no hub, no radio', () => {
    const names = build('guitar, buffer, isolator, di, two-buffer hub, radio, od, splitter')
      .boxes.filter(isBuffer)
      .map(({ name }) => name);
    expect(names).toEqual(['Buffer']);
  });

  test('those in the order are taken out for the search, and one in a walk stays where it cannot go', () => {
    const rig = wired('guitar, od, buffer, combo', 'GUITAR > BUFFER > OVRDRV > COMBO');
    const bare = bareOf(rig, null);
    expect(bare.buffers.map(({ box }) => box)).toEqual(['buffer']);
    expect(bare.stay).toEqual([]);
    expect(bare.rig.leads.filter(({ from }) => from.at.length > 0)).toHaveLength(2);
  });
});

describe('every placement', () => {
  test('are as many as there are ways to choose positions times orders of buffers', () => {
    const slots = Array.from({ length: 16 }, (_, left): Slot => ({ left, right: null, takesTwins: false }));
    expect(countOf(slots, [1, 1, 1, 1, 1])).toBe(778_641);
    expect(countOf(slots.slice(0, 4), [1, 1])).toBe(1 + 4 * 2 + 6 * 2);
    expect(placed(board()).looked).toBe(1 + 4 * 2 + 6 * 2);
  });

  test('what is told is what comes of it once it is wired', () => {
    const rig = longest(board(), 12);
    const { best, today } = placed(rig);
    expect(today.worstDb).toBeCloseTo(worstOf(rig), 6);
    for (const placement of Object.values(best)) {
      const done = after(rig, placement.stands);
      expect(worstOf(done)).toBeCloseTo(placement.worstDb, 1);
      expect(
        placed(done)
          .today.stands.map(({ box, words }) => `${box} ${words}`)
          .sort(),
      ).toEqual(placement.stands.map(({ box, words }) => `${box} ${words}`).sort());
    }
  });

  test('applied it is one change that the edits alone make, and today’s placement is none', () => {
    const rig = longest(board(), 12);
    const { best } = placed(rig);
    const done = placementEdits(rig, null, best.fewest.stands);
    if ('reason' in done) throw new Error(done.reason);
    expect(done.edits.length).toBeGreaterThan(0);
    const together = trialOf(rig, { edit: 'together', arguments: { label: '', edits: done.edits } });
    expect(together).toEqual(done.trial);
    const again = placementEdits(done.trial, null, best.fewest.stands);
    expect(again).toMatchObject({ edits: [] });
    // Where no lead joins the two jacks nothing can stand between them.
    const [one, ...others] = best.fewest.stands;
    const nowhere = { ...one!, from: one!.to, to: one!.from, words: 'the other way' };
    expect(placementEdits(rig, null, [nowhere, ...others])).toEqual({
      reason: `${one!.name} cannot stand the other way.`,
    });
  });

  test('one is enough where one is enough; both ends has one at each; neither is worse than today', () => {
    const rig = longest(board(), 12);
    const { best, today } = placed(rig);
    expect(today.over).toBe(1);
    expect(best.fewest).toMatchObject({ over: 0 });
    expect(best.fewest.stands).toHaveLength(1);
    expect(best['both ends'].stands.map(({ words }) => words)).toEqual([
      'between Guitar and Overdrive',
      'between Phaser and Combo',
    ]);
    expect(best.figures.worstDb).toBeLessThanOrEqual(best.fewest.worstDb + 1e-9);
    expect(best.figures.worstDb).toBeLessThan(today.worstDb);
  });

  test('none goes ahead of what must see the pickup, unless the player has it otherwise', () => {
    const rig = switched(
      wired('guitar, fuzz, phaser, buffer, combo', 'GUITAR > FUZZ > PHASER > COMBO'),
      'off',
    );
    const told = placed(longest(rig, 15));
    expect(told.positions).toBe(2);
    // Fewer places than buffers is no bound on what was looked at.
    const many = edited(longest(rig, 15), ...spare(2));
    expect(placed(many)).toMatchObject({ positions: 2, buffers: ['Buffer', 'Buffer 2', 'Buffer 3'] });
    for (const { notes } of [told, placed(many)])
      expect(notes).toEqual(['None goes ahead of a box that must see the pickup.']);
    expect(told.best.figures.stands[0]!.words).not.toContain('Guitar');
    const free = edited(rig, {
      edit: 'setWant',
      arguments: { want: { type: 'effect', id: 'w', box: 'fuzz', block: 'fuzz', where: 'ahead' } },
    });
    expect(placed(longest(free, 15)).positions).toBe(3);
  });

  test('all sounds count: a pedal that is on in one of them drives there and nowhere else', () => {
    const rig = longest(board(), 12);
    const two = edited(
      rig,
      {
        edit: 'addSound',
        arguments: { sound: { ...structuredClone(rig.sounds[0]!), id: 'lead', name: 'Lead' }, index: 1 },
      },
      set('phaser', rig.boxes.find(({ id }) => id === 'phaser')!.blocks[0]!.id, 'on', {
        layer: 'sound',
        id: 'lead',
      }),
    );
    const told = placed(two);
    expect(told.sounds).toBe(2);
    expect(told.today.sumDb).toBeGreaterThan(told.today.worstDb);
    const done = after(two, told.best.figures.stands);
    expect(worstOf(done)).toBeCloseTo(told.best.figures.worstDb, 1);
  });

  test('a weak buffer is not condemned where it costs under a tenth', () => {
    const weak = edited(longest(board(), 6), {
      edit: 'setFigure',
      arguments: {
        box: 'buffer',
        at: { on: 'mode', jack: 'out', mode: 'as-built', field: 'rOut' },
        figure: { value: 1000, source: 'manual' },
      },
    });
    const { best } = placed(weak);
    expect(best.fewest.stands).toHaveLength(1);
    expect(best.fewest.over).toBe(0);
  });

  test('on the return line of a loop; with nothing at hand what one more would bring', () => {
    const CHAIN =
      'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';
    const loop = wired('guitar, buffer, unit, valve head, cab 16', CHAIN);
    expect(placed(loop).positions).toBe(4);
    const none = longest(
      switched(wired('guitar, od, phaser, combo', 'GUITAR > OVRDRV > PHASER > COMBO'), 'off'),
      15,
    );
    const told = placed(none);
    expect(told.buffers).toEqual([]);
    expect(told.looked).toBe(1);
    expect(told.more).toHaveLength(1);
    expect(told.more[0]).toMatchObject({ name: 'Buffer', over: 0 });
  });

  test('behind a radio, or an active instrument, the first buffer is not needed', () => {
    const active = placed(
      longest(switched(wired('active guitar, od, buffer, combo', 'ACTIVE > OVRDRV > COMBO'), 'off'), 6),
    );
    expect(active.today.over).toBe(0);
    expect(active.best.fewest.stands).toEqual([]);
    // A passive guitar on the same board wants one.
    expect(
      placed(longest(switched(wired('guitar, od, buffer, combo', 'GUITAR > OVRDRV > COMBO'), 'off'), 6)).best
        .fewest.stands,
    ).toHaveLength(1);
  });

  test('two ways behind a splitter: each lead is a place, and the worst of both counts', () => {
    const rig = wired(
      'guitar, splitter, buffer, combo, valve combo with loop',
      'GUITAR > SPLTTR { > COMBO | > VALVE }',
    );
    const told = placed(longest(rig, 60));
    expect(told.positions).toBeGreaterThanOrEqual(3);
    const done = after(longest(rig, 60), told.best.figures.stands);
    expect(worstOf(done)).toBeCloseTo(told.best.figures.worstDb, 1);
  });

  test('no order, no amplifier, no buffer: nothing is looked at but what is', () => {
    expect(placed(build('guitar, combo'))).toMatchObject({ positions: 0, looked: 1, today: { worstDb: 0 } });
  });
});

describe('a twin', () => {
  test('that wires every placement by acts and reads it anew finds none that is better', () => {
    let met = 0;
    const lines = [
      'GUITAR > OVRDRV > PHASER > COMBO',
      'GUITAR > OVRDRV > COMBO',
      'GUITAR > PHASER > OVRDRV > COMBO',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...lines),
        fc.integer({ min: 3, max: 20 }),
        fc.constantFrom('on', 'off'),
        fc.integer({ min: 50, max: 5000 }),
        (line, metres, state, ohm) => {
          const gear = line.includes('PHASER')
            ? 'guitar, od, phaser, buffer, combo'
            : 'guitar, od, buffer, combo';
          const rig = edited(longest(switched(wired(gear, line), state), metres), {
            edit: 'setFigure',
            arguments: {
              box: 'buffer',
              at: { on: 'mode', jack: 'out', mode: 'as-built', field: 'rOut' },
              figure: { value: ohm, source: 'manual' },
            },
          });
          const { best, positions } = placed(rig);
          // Every place between two jacks that a lead joins, tried by hand.
          const tried = rig.leads.flatMap(({ from, to }) => {
            const [a, b] = [from.at[0], to.at[0]];
            if (!a || !b) return [];
            const one = {
              box: 'buffer',
              name: 'Buffer',
              words: '',
              from: `${a.box}/${a.jack}`,
              to: `${b.box}/${b.jack}`,
              beside: null,
            };
            const done = placementEdits(rig, null, [one]);
            return 'reason' in done ? [] : [worstOf(done.trial)];
          });
          expect(tried).toHaveLength(positions);
          const least = Math.min(worstOf(rig), ...tried);
          expect(best.figures.worstDb).toBeLessThanOrEqual(least + 0.1);
          met += tried.length;
        },
      ),
      { numRuns: 12 },
    );
    expect(met).toBeGreaterThan(20);
  });
});
