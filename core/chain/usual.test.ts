import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeSound, type Rig } from '../model';
import { DRIVEN_DB } from '../order';
import { edited } from '../testing/build';
import { gear, rigOf, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { AT, done, read, wired } from '../testing/order';
import { set } from '../testing/short-edits';
import { actChains, orderLines, stopKey, turnedPairs, usualIn, wireAct, type Usual } from './index';
import { everyPlace } from './slots';
import { placeAt } from './edit';

const usual = (rig: Rig): Usual => usualIn(rig, AT);
const put = (rig: Rig): readonly string[] => read(done(rig, { act: 'usual' }));

/** The valve head driven in one sound: echoes ahead of it are driven too. */
const driven = (rig: Rig): Rig =>
  edited(
    rig,
    { edit: 'addSound', arguments: { sound: makeSound('lead', 'Lead'), index: 1 } },
    set('valve-head', 'preamp', 'lead', { layer: 'sound', id: 'lead' }),
  );

test('lines stand as deep as loops are open ahead of them; ways and orders have a head of their own', () => {
  const depth = (gear: string, chains: string) =>
    orderLines(wired(gear, chains), AT).map(({ words, inLoops, head }) => [words, inLoops, head]);
  const unit = depth(
    'guitar, fuzz, unit, delay, valve head, cab 16, desk',
    'GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp loop-2(DIGITAL) reverb] { > VALVE[power] > CABINET | [cab] > DESK[mix-1] }',
  );
  expect(unit.filter(([, inLoops]) => inLoops !== 0)).toEqual([
    ['Preamp of Valve head', 1, null],
    ['Digital delay', 1, null],
  ]);
  expect(unit.filter(([, , head]) => head !== null)).toEqual([
    ['Power stage of Valve head', 0, 'Way 1 of 2'],
    ['Cabinet model of Multi-effects', 0, 'Way 2 of 2'],
  ]);
  expect(
    depth('guitar, baritone, fuzz, combo, combo', 'GUITAR > FUZZ > COMBO\nBRTN > COMB2').map(
      ([, , head]) => head,
    ),
  ).toEqual(['Order 1 of 2', null, null, 'Order 2 of 2', null]);
});

describe('put in the usual order', () => {
  test('pedals in a row, each moved once', () => {
    const rig = wired(
      'guitar, delay, od, wah, tuner, compressor, combo',
      'GUITAR > DIGITAL > OVRDRV > WAH > TUNER > CMPRSSR > COMBO',
    );
    expect(put(rig)).toEqual(['GUITAR > TUNER > WAH > CMPRSSR > OVRDRV > DIGITAL > COMBO']);
    expect(usual(rig).moved.length).toBeLessThanOrEqual(4);
    expect(usual(rig).left).toEqual([]);
  });

  test('an echo ahead of a driven preamp goes into its loop; a clean one lets it be', () => {
    const rig = wired(
      'guitar, delay, valve head, cab 16',
      'GUITAR > DIGITAL > VALVE[preamp power] > CABINET',
    );
    expect(put(driven(rig))).toEqual(['GUITAR > VALVE[preamp] > DIGITAL > VALVE[power] > CABINET']);
    const clean = edited(rig, set('valve-head', 'preamp', 'clean'));
    expect(wireAct(clean, AT, { act: 'usual' })).toMatchObject({ reason: 'It stands in the usual order.' });
    expect(turnedPairs(clean, AT)).toBe(0);
  });

  test('where there is no loop it stays, with the reason', () => {
    const hot = { value: DRIVEN_DB + 1, source: 'manual' } as const;
    const clean = wired('guitar, delay, combo', 'GUITAR > DIGITAL > COMBO');
    const rig: Rig = {
      ...clean,
      boxes: clean.boxes.map((box) => ({
        ...box,
        blocks: box.blocks.map((block) =>
          block.role === 'preamp'
            ? { ...block, states: block.states.map((state) => ({ ...state, gainSmallDb: hot })) }
            : block,
        ),
      })),
    };
    expect([clean, rig].map((one) => turnedPairs(one, AT))).toEqual([0, 1]);
    expect(wireAct(rig, AT, { act: 'usual' })).toMatchObject({
      reason: 'Digital delay stays: Behind the preamp of Combo nothing can be hung.',
    });
    const { chains, moved, left } = usual(rig);
    expect({ chains, moved }).toEqual({ chains: null, moved: [] });
    expect(left).toEqual([
      { words: 'Digital delay', reason: 'Behind the preamp of Combo nothing can be hung.' },
    ]);
  });

  test('what the player wants ahead of the preamp stays there', () => {
    const rig = driven(
      wired('guitar, delay, valve head, cab 16', 'GUITAR > DIGITAL > VALVE[preamp power] > CABINET'),
    );
    const wanted = edited(rig, {
      edit: 'setWant',
      arguments: { want: { type: 'effect', id: 'w', box: 'digital-delay', block: 'delay', where: 'ahead' } },
    });
    expect(turnedPairs(rig, AT)).toBe(1);
    expect(turnedPairs(wanted, AT)).toBe(0);
  });

  test('a unit’s own blocks move inside it: no lead is touched', () => {
    const rig = wired('guitar, unit, combo', 'GUITAR > MULTI[delay drive reverb chorus] > COMBO');
    const after = done(rig, { act: 'usual' });
    expect(read(after)).toEqual(['GUITAR > MULTI[drive chorus delay reverb] > COMBO']);
    expect(after.leads).toEqual(rig.leads);
  });

  test('a way to a tuner alone parts nothing: what is ahead of it may go behind', () => {
    const rig = wired(
      'guitar, chorus, tuner with second output, tuner, od, combo',
      'GUITAR > CHORUS > TUNER > OVRDRV > COMBO',
    );
    expect(put(rig)).toEqual(['GUITAR > TUNER > OVRDRV > CHORUS > COMBO']);
  });

  test('ways that are both heard keep what each has', () => {
    const line = 'guitar, delay, amp selector, od, combo, valve combo with loop';
    const rig = wired(line, 'GUITAR > DIGITAL > AMP either { > OVRDRV > COMBO | > VALVE }');
    expect(turnedPairs(rig, AT)).toBe(1);
    expect(usual(rig)).toEqual({
      chains: null,
      moved: [],
      left: [
        {
          words: 'Digital delay',
          reason: 'On the way that it is heard by there is no better place.',
        },
      ],
    });
  });
});

describe('the order read out', () => {
  test('every stop has one reason, by the two that it is about, and the house rule that it goes by', () => {
    const rig = wired(
      'guitar, fuzz, delay, boost, od, combo',
      'GUITAR > FUZZ > DIGITAL > CLEAN > OVRDRV > COMBO',
    );
    expect(orderLines(rig, AT).map(({ words, reason, so }) => [words, so, reason])).toEqual([
      ['Guitar', null, 'Here it begins.'],
      ['Fuzz', null, 'It is first: it sees the pickup.'],
      ['Digital delay', 'usual', 'Fuzz is first: its input is part of the guitar’s circuit.'],
      ['Clean boost', 'either', 'Clean boost lifts the note and what Digital delay adds as one.'],
      ['Overdrive', 'either', 'Ahead of Overdrive, Clean boost gives more gain.'],
      ['Combo', 'usual', 'Overdrive makes the gain, the preamp stays clean.'],
    ]);
    // Against one that is no neighbour of it.
    expect(orderLines(rig, AT)[4]!.turned).toEqual([
      'What Digital delay adds is driven with the note and blurs it.',
    ]);
    const close = wired('guitar, delay, od, combo', 'GUITAR > DIGITAL > OVRDRV > COMBO');
    expect(orderLines(close, AT)[2]).toMatchObject({
      so: 'against',
      turned: [],
      house: 'Delay and reverb ahead of gain: they belong behind it, in the loop',
    });
  });
});

describe('laws', () => {
  test('it stands better than before, of nothing more or less; a second time there is nothing to do', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, fc.nat({ max: 40 }), (g, n) => {
        const rig = wiredWay(rigOf(g), n);
        const before = turnedPairs(rig, AT);
        const result = wireAct(rig, AT, { act: 'usual' });
        if ('reason' in result) {
          const { left } = usual(rig);
          if (before === 0) {
            met.count('as it is usual');
            expect(left).toEqual([]);
          } else met.count('stays');
          return;
        }
        met.count('moved');
        const after = turnedPairs(result.trial, AT);
        expect(after).toBeLessThan(before);
        if (after === 0) met.count('all right');
        const stops = (of: Rig) => {
          const chains = actChains(of, AT);
          return everyPlace(chains)
            .flatMap((at) => placeAt(chains, at)?.stops ?? [])
            .filter(({ loop }) => loop === null)
            .flatMap((stop) =>
              stop.blocks.length > 0 ? stop.blocks.map((id) => `${stop.box}/${id}`) : [stopKey(stop)],
            )
            .sort();
        };
        expect(new Set(stops(result.trial))).toEqual(new Set(stops(rig)));
        expect(wireAct(result.trial, AT, { act: 'usual' })).toHaveProperty('reason');
        done(rig, { act: 'usual' });
      }),
      { numRuns: 80, endOnFailure: true },
    );
    met.atLeast({ moved: 30, 'all right': 12, 'as it is usual': 5 });
  });

  test('it does not depend on what things are called', () => {
    fc.assert(
      fc.property(gear, fc.nat({ max: 40 }), (g, n) => {
        const rig = wiredWay(rigOf(g), n);
        const renamed: Rig = {
          ...rig,
          boxes: rig.boxes.map((box, i) => ({ ...box, name: `Box ${i}`, tag: `T${i}`, kind: 'thing' })),
        };
        const changeOf = (of: Rig) => {
          const result = wireAct(of, AT, { act: 'usual' });
          return 'reason' in result ? null : result.change;
        };
        expect(changeOf(renamed)).toEqual(changeOf(rig));
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });
});
