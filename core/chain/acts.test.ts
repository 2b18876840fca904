// Acts on the order, told by their words as people choose them: what the rig then reads as.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { checkInvariants, inNight, type Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { gear, rigOf, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { AT, done, holding, places, read, wired } from '../testing/order';
import {
  actChains,
  heldWords,
  isMovable,
  offersFor,
  readingsIn,
  shelfOf,
  stepAct,
  wireAct,
  wireChains,
  type Held,
} from './index';

/** What is in hand put where its offer says. */
function moved(rig: Rig, held: Held, where: string): string {
  const offers = offersFor(rig, AT, held);
  const offer = offers.find(({ words }) => words === where);
  if (!offer) throw new Error(`${where}: ${offers.map(({ words }) => words).join('; ')}`);
  const result = wireAct(rig, AT, { act: 'put', held, slot: offer.slot });
  if ('reason' in result) throw new Error(result.reason);
  // The price that was told is what is done.
  const { put, move, away } = result.change;
  expect({ fetch: put.length, move: move.length, away: away.length }).toEqual(offer.price);
  return read(done(rig, { act: 'put', held, slot: offer.slot })).join('; ');
}

const GEAR = 'guitar, fuzz, od, unit, valve head, cab 16';
const FOUR =
  'GUITAR > FUZZ > OVRDRV > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';

describe('a stop is moved', () => {
  test.each<[string, string, string, string, string, string]>([
    [
      'over its neighbour',
      GEAR,
      FOUR,
      'Fuzz',
      'after Overdrive',
      FOUR.replace('FUZZ > OVRDRV', 'OVRDRV > FUZZ'),
    ],
    [
      'over the preamp',
      GEAR,
      FOUR,
      'Overdrive',
      'after Reverb of Multi-effects',
      FOUR.replace(' > OVRDRV', '').replace('> VALVE[power]', '> OVRDRV > VALVE[power]'),
    ],
    [
      'into the loop, ahead of the preamp',
      GEAR,
      FOUR,
      'Overdrive',
      'first in Loop 1 of Multi-effects',
      FOUR.replace(' > OVRDRV', '').replace('(VALVE', '(OVRDRV > VALVE'),
    ],
    [
      'into a loop of its own',
      GEAR,
      FOUR,
      'Overdrive',
      'between Delay and Reverb of Multi-effects',
      FOUR.replace(' > OVRDRV', '').replace('delay reverb', 'delay loop-2(OVRDRV) reverb'),
    ],
    [
      'out of a loop, which leaves the row',
      GEAR,
      FOUR.replace(' > OVRDRV', '').replace('delay reverb', 'delay loop-2(OVRDRV) reverb'),
      'Overdrive',
      'after Fuzz',
      FOUR,
    ],
    [
      'a block of the unit ahead of the loop',
      GEAR,
      FOUR,
      'Chorus of Multi-effects',
      'between Drive and Loop 1 of Multi-effects',
      FOUR.replace(' chorus', '').replace('drive loop', 'drive chorus loop'),
    ],
    [
      'a block of the unit over a pedal, by jacks of no loop that stands empty in its row',
      'guitar, od, unit, combo',
      'GUITAR > OVRDRV > MULTI > COMBO',
      'Drive of Multi-effects',
      'after Guitar',
      'GUITAR > MULTI[drive] > OVRDRV > MULTI[amp cab chorus delay reverb] > COMBO',
    ],
    [
      'the preamp into the unit: four-cable',
      GEAR,
      'GUITAR > FUZZ > OVRDRV > MULTI > VALVE > CABINET',
      'Preamp of Valve head',
      'between Drive and Amp model of Multi-effects',
      FOUR,
    ],
    [
      'the preamp out of the unit: all in front',
      GEAR,
      FOUR,
      'Preamp of Valve head',
      'after Reverb of Multi-effects',
      'GUITAR > FUZZ > OVRDRV > MULTI[drive amp cab chorus delay reverb] > VALVE > CABINET',
    ],
    [
      'one channel of an equaliser into the loop of an amplifier',
      'guitar, two-channel equaliser, valve head, cab 16',
      'GUITAR > TWO[eq-a] > TWO[eq-b] > VALVE > CABINET',
      'Channel B of Two-channel equaliser',
      'between Preamp and Power stage of Valve head',
      'GUITAR > TWO[eq-a] > VALVE[preamp] > TWO[eq-b] > VALVE[power] > CABINET',
    ],
    [
      'into the second of two units',
      'guitar, od, unit, effects-only unit, combo',
      'GUITAR > OVRDRV > MULTI[drive amp] > EFFECTS[chorus delay] > COMBO',
      'Overdrive',
      'after Amp model of Multi-effects',
      'GUITAR > MULTI[drive amp] > OVRDRV > EFFECTS[chorus delay] > COMBO',
    ],
    [
      'into a loop of a switcher',
      'guitar, od, fuzz, loop switcher, combo',
      'GUITAR > OVRDRV > FUZZ > FOUR > COMBO',
      'Fuzz',
      'between Buffer and Mute of Four-loop switcher',
      'GUITAR > OVRDRV > FOUR[buffer loop-1(FUZZ) mute] > COMBO',
    ],
    [
      'onto one way of a split',
      'guitar, od, splitter, combo, valve combo with loop',
      'GUITAR > OVRDRV > SPLTTR { > COMBO | > VALVE }',
      'Overdrive',
      'between Preamp and Power stage, Loudspeaker of Valve combo with loop',
      'GUITAR > SPLTTR { > COMBO | > VALVE[preamp] > OVRDRV > VALVE[power speaker] }',
    ],
    [
      'in stereo, where it has two of both',
      'guitar, stereo chorus, stereo delay, stereo power amp, stereo cab',
      'GUITAR > STEREO >> STERD >> STERPA[power-l]+STERPA[power-r] >> STERC[speaker-l]+STERC[speaker-r]',
      'Stereo delay',
      'after Guitar',
      'GUITAR > STERD >> STEREO >> STERPA[power-l]+STERPA[power-r] >> STERC[speaker-l]+STERC[speaker-r]',
    ],
  ])('%s', (_name, line, text, what, where, now) => {
    const rig = wired(line, text);
    expect(moved(rig, holding(rig, what), where)).toBe(now);
  });

  test('where a way parts inside an amplifier: behind a stereo delay it parts as that gives, and back', () => {
    const gear = 'guitar, od, stereo combo, stereo delay, mic, desk';
    const inside =
      'GUITAR > OVRDRV > STERD > STEREO[preamp divide] { [blend-l power-l speaker-l] ~ MCRPHN > DESK[mix-1] | [blend-r power-r speaker-r] }';
    const outside =
      'GUITAR > STEREO[preamp divide] > OVRDRV > STERD sides { > STEREO[blend-l power-l speaker-l] ~ MCRPHN > DESK[mix-1] | > STEREO[blend-r power-r speaker-r] }';
    const what = 'Preamp, Loop send of Stereo combo';
    const [rig, there] = [inside, outside].map((text) => wired(gear, text)) as [Rig, Rig];
    expect(moved(rig, holding(rig, what), 'after Guitar')).toBe(outside);
    expect(moved(there, holding(there, what), 'after Stereo delay')).toBe(inside);
  });

  test('behind the left and right of a stereo box a second way takes the right', () => {
    const rig = wired('guitar, stereo delay, combo, valve combo with loop', 'GUITAR > STEREO > COMBO');
    const act = { act: 'split', at: { tail: [0], at: 2 }, box: 'valve-combo-with-loop' } as const;
    expect(read(done(rig, act))).toEqual(['GUITAR > STEREO sides { > COMBO | > VALVE }']);
  });

  test('where it stands already it costs nothing, and where it cannot stand it says why', () => {
    const rig = wired(GEAR, FOUR);
    const offers = offersFor(rig, AT, holding(rig, 'Overdrive'));
    expect(offers.filter(({ here }) => here).map(({ words }) => words)).toEqual(['after Fuzz']);
    expect(offers.find(({ words }) => words === 'after Power stage of Valve head')).toMatchObject({
      price: null,
      refused: expect.stringMatching(/^Overdrive has no way to stand there: a speaker output/),
    });
    const chains = actChains(rig, AT);
    const fixed = places(rig).filter((at) => !isMovable(rig, chains, at));
    expect(
      fixed.map((at) => heldWords(rig, chains, { kind: 'stretch', stretch: { ...at, count: 1 } })),
    ).toEqual(['Guitar', 'Loop 1 of Multi-effects, out', 'Loop 1 of Multi-effects, back', 'Cabinet']);
  });

  test('where leads close a ring no act is done: they are to be uncrossed first', () => {
    const ring = edited(fourCable(), {
      edit: 'exchangeEnds',
      arguments: { a: { lead: 'lead-3', side: 'from' }, b: { lead: 'lead-5', side: 'from' } },
    });
    const held = holding(ring, 'Fuzz');
    const why = 'Leads 3 and 4 close a ring through MULTI and VALVE: uncross them first.';
    const refused = offersFor(ring, AT, held).map((offer) => offer.refused);
    expect(new Set(refused)).toEqual(new Set([why]));
    expect(wireAct(ring, AT, { act: 'put', held, slot: 0 })).toMatchObject({ reason: why });
  });

  test('two at once are hosted as they are', () => {
    const rig = wired(GEAR, FOUR);
    const held: Held = { kind: 'stretch', stretch: { tail: [0], at: 1, count: 2 } };
    expect(heldWords(rig, actChains(rig, AT), held)).toBe('Fuzz to Overdrive');
    expect(moved(rig, held, 'between Delay and Reverb of Multi-effects')).toBe(
      FOUR.replace(' > FUZZ > OVRDRV', '').replace('delay reverb', 'delay loop-2(FUZZ > OVRDRV) reverb'),
    );
  });
});

describe('what stands in no chain', () => {
  test('an order begins behind a guitar that nothing is plugged into', () => {
    expect(moved(build(GEAR), { kind: 'box', box: 'fuzz' }, 'after Guitar')).toBe('GUITAR > FUZZ > nothing');
  });

  test('is put in, and an order grows from the guitar on', () => {
    const bare = wired(GEAR, 'GUITAR > FUZZ > nothing');
    expect(shelfOf(bare, AT).map(({ name }) => name)).toEqual([
      'Overdrive',
      'Multi-effects',
      'Valve head',
      'Cabinet',
    ]);
    expect(moved(bare, { kind: 'box', box: 'overdrive' }, 'after Guitar')).toBe(
      'GUITAR > OVRDRV > FUZZ > nothing',
    );
    expect(moved(bare, { kind: 'box', box: 'overdrive' }, 'after Fuzz')).toBe(
      'GUITAR > FUZZ > OVRDRV > nothing',
    );
    const amplified = done(bare, { act: 'put', held: { kind: 'box', box: 'valve-head' }, slot: 1 });
    expect(moved(amplified, { kind: 'box', box: 'cabinet' }, 'after Power stage of Valve head')).toBe(
      'GUITAR > FUZZ > VALVE > CABINET',
    );
    expect(
      moved(amplified, { kind: 'box', box: 'multi-effects' }, 'between Preamp and Power stage of Valve head'),
    ).toBe(
      'GUITAR > FUZZ > VALVE[preamp] > MULTI[drive amp cab chorus delay reverb] > VALVE[power] > nothing',
    );
  });
});

describe('laws', () => {
  test('whatever is offered at a price can be had at that price, and moved back the order is as it was', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, fc.nat(), fc.nat(), fc.nat(), (g, n, k, m) => {
        const rig = wiredWay(rigOf({ ...g, pedals: [...g.pedals, 'od', 'delay'] }), n);
        const reading = readingsIn(inNight(rig, null))[0]!.reading;
        if (reading.knots.length > 0) return;
        const chains = actChains(rig, AT);
        const free = places(rig).filter((at) => isMovable(rig, chains, at));
        const at = free[k % Math.max(1, free.length)];
        if (!at) return;
        const held: Held = { kind: 'stretch', stretch: { ...at, count: 1 } };
        const offers = offersFor(rig, AT, held);
        for (const { refused } of offers) if (refused !== null) expect(refused).toMatch(/^\S.*\.$/);
        const priced = offers.filter(({ price, here }) => price !== null && !here);
        const offer = priced[m % Math.max(1, priced.length)];
        if (!offer) return;
        const wiredNow = wireAct(rig, AT, { act: 'put', held, slot: offer.slot });
        if ('reason' in wiredNow) throw new Error(`${offer.words}: ${wiredNow.reason}`);
        const { put, move, away } = wiredNow.change;
        expect({ fetch: put.length, move: move.length, away: away.length }).toEqual(offer.price);
        expect(checkInvariants(wiredNow.trial)).toEqual([]);
        const back = wireChains(wiredNow.trial, reading.chains);
        if ('reason' in back) throw new Error(back.reason);
        expect(read(back.trial)).toEqual(read(rig));
        met.count('moved');
      }),
      { numRuns: 120 },
    );
    met.atLeast({ moved: 70 });
  });
});

describe('a step along the order', () => {
  test('goes through every place that a stop can stand in, and back', () => {
    let rig = wired(GEAR, FOUR);
    const lines = [read(rig).join()];
    const step = (by: 1 | -1) => {
      const held = holding(rig, 'Fuzz');
      const act = held.kind === 'stretch' ? stepAct(rig, AT, held.stretch, by) : null;
      if (act) rig = done(rig, act);
      return act !== null;
    };
    while (step(1)) lines.push(read(rig).join());
    expect(lines.slice(0, 5)).toEqual([
      FOUR,
      FOUR.replace('FUZZ > OVRDRV', 'OVRDRV > FUZZ'),
      FOUR.replace('FUZZ > ', '').replace('drive', 'drive loop-2(FUZZ)'),
      FOUR.replace('FUZZ > ', '').replace('(VALVE', '(FUZZ > VALVE'),
      FOUR.replace('FUZZ > ', '').replace('[preamp])', '[preamp] > FUZZ)'),
    ]);
    expect(lines.at(-1)).toBe(FOUR.replace('FUZZ > ', '').replace('> VALVE[power]', '> FUZZ > VALVE[power]'));
    for (const line of lines.slice(0, -1).reverse()) {
      expect(step(-1)).toBe(true);
      expect(read(rig).join()).toBe(line);
    }
    expect(step(-1)).toBe(false);
  });
});
