import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readingsIn, wireChains, writeChains, type Chain } from '../chain';
import { applyEdit } from '../edits';
import { inNight, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { gear, rigOf, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { AT, wired } from '../testing/order';
import { returned } from '../testing/returned';
import { set } from '../testing/short-edits';
import { combine, PARTS } from './combine';
import { itemsOf, type Draft } from './draft';
import { scratchDrafts } from './gear';
import { askOf, propose, type Proposals } from './propose';
import { presentDraft } from './present';
import { draftText } from './written';

function proposalsOf(rig: Rig): Proposals {
  for (const { found } of propose(rig, AT)) if (found) return found;
  throw new Error('nothing was found');
}

const lines = (rig: Rig) =>
  Object.fromEntries(proposalsOf(rig).families.map(({ family, best }) => [family, best[0]!.lines[0]]));

describe('families of gear that is not wired yet', () => {
  test('a head with a loop and a unit: each family once, the usual order in each', () => {
    expect(lines(build('guitar, fuzz, delay, unit, valve head, cab 16'))).toEqual({
      'four-cable':
        'GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay loop-2(DIGITAL) reverb] > VALVE[power] > CABINET',
      'all in front':
        'GUITAR > FUZZ > MULTI[drive amp cab chorus delay loop-1(DIGITAL) reverb] > VALVE > CABINET',
      'ahead of the preamp and in the loop':
        'GUITAR > FUZZ > VALVE[preamp] > MULTI[drive amp cab chorus delay reverb] > DIGITAL > VALVE[power] > CABINET',
      'straight into the power stage':
        'GUITAR > FUZZ > MULTI[drive amp cab chorus delay loop-1(DIGITAL) reverb] > VALVE[power] > CABINET',
    });
  });

  test('what cannot be had says why', () => {
    const { whyNot } = proposalsOf(build('guitar, fuzz, combo'));
    expect(whyNot).toEqual(
      expect.arrayContaining([
        {
          family: 'four-cable',
          reason: 'Combo has no loop: nothing can be hung behind its preamp.',
          instead: null,
        },
      ]),
    );
    const head = proposalsOf(build('guitar, fuzz, chorus, valve head, cab 16')).whyNot;
    expect(Object.fromEntries(head.map(({ family, reason }) => [family, reason]))).toEqual({
      'effects in the loop': 'Fuzz is wanted ahead of the preamp.',
      'straight into the power stage':
        'Nothing in the rig can stand in for a preamp: no amp model, no preamp pedal.',
      'four-cable': 'There is no multi-effects unit in the rig.',
    });
  });

  test('nothing to play on: nothing is proposed', () => {
    expect(proposalsOf(build('fuzz, combo')).families).toEqual([]);
    expect(proposalsOf(build('guitar, fuzz')).families).toEqual([]);
  });

  test('the player’s wish stands over the usual order', () => {
    const rig = build('guitar, delay, valve head, cab 16');
    const lead = edited(rig, set('valve-head', 'preamp', 'lead'));
    expect(lines(lead)['effects in the loop']).toBe(
      'GUITAR > VALVE[preamp] > DIGITAL > VALVE[power] > CABINET',
    );
    const wanted = edited(lead, {
      edit: 'setWant',
      arguments: { want: { type: 'effect', id: 'w', box: 'digital-delay', block: 'delay', where: 'unused' } },
    });
    expect(lines(wanted)).toEqual({ 'straight into the amplifier': 'GUITAR > VALVE > CABINET' });
  });
});

describe('a rig that is wired', () => {
  const four = () =>
    wired(
      'guitar, fuzz, unit, midi delay, valve head, cab 16, mic, desk',
      'GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp loop-2(MIDI) chorus delay reverb] { > VALVE[power] > CABINET ~ MCRPHN > DESK[mix-2] | [cab] > DESK[mix-1] }',
    );

  test('what hangs in a loop stays one of the combinations, in every family', () => {
    const { families, now } = proposalsOf(four());
    expect(now).toMatchObject({ fetch: 0, move: 0, change: { away: [], wires: [] } });
    const hung = families.filter(({ best, others }) =>
      [...best, ...others].some(({ lines: [text] }) => /loop(-\d)?\(MIDI\)/.test(text!)),
    );
    expect(hung.length).toBe(families.length);
    expect(families.length).toBeGreaterThanOrEqual(5);
  });

  test.each([
    [
      'a pair behind one of the ways',
      'guitar, od, splitter, combo, stereo delay, stereo power amp, stereo cab',
      'GUITAR > OVRDRV > SPLTTR { > COMBO | > STEREO >> STERPA[power-l]+STERPA[power-r] >> STERC[speaker-l]+STERC[speaker-r] }',
    ],
    [
      'a switcher with pedals in its loops',
      'guitar, four-loop switcher, od, delay, combo',
      'GUITAR > FOUR[buffer loop-1(OVRDRV) loop-2(DIGITAL) mute] > COMBO',
    ],
    [
      'a junction box',
      'guitar, junction, fuzz, delay, combo',
      'GUITAR > JNCTN:to-front > FUZZ > DIGITAL > JNCTN:amp-in > COMBO',
    ],
    [
      'an amplifier that gives a line beside its loudspeaker',
      'guitar, od, small head, cab 16, powered speaker',
      'GUITAR > OVRDRV > SMALL[preamp] > SMALL { [power] > CABINET | > POWERED }',
    ],
  ])('%s stays as it stands, in what parts make of the rest too', (_what, gear, text) => {
    const rig = wired(gear, text);
    const draft = presentDraft(rig, AT);
    expect(draft && draftText(rig, draft)).not.toBeNull();
    const { now, families } = proposalsOf(rig);
    expect(now?.lines).toEqual([text]);
    expect(now).toMatchObject({ fetch: 0, move: 0 });
    expect(families.length).toBeGreaterThan(0);
  });

  test('a way that parts within a loop is no draft: it is told as it is, beside what the gear can do', () => {
    const gear = 'guitar, four-loop unit, y lead, di, desk, headphones';
    const text =
      'GUITAR > FOUR[loop-1(] > YLEAD { > FOUR[)loop-1 compressor drive amp cab chorus delay reverb] > HDPHNS | > PASSIVE > DESK[mix-1] }';
    const rig = wired(gear, text);
    expect(presentDraft(rig, AT)).toBeNull();
    const { now, families } = proposalsOf(rig);
    expect(now?.lines).toEqual([text]);
    expect(families.flatMap(({ best, others }) => [...best, ...others]).length).toBeGreaterThan(1);
  });

  test('a selector stays in its place in every routing that it can be had in', () => {
    const text = 'GUITAR > AMP either { > COMBO | > VALVE }';
    const rig = wired('guitar, amp selector, combo, valve combo with loop', text);
    expect(presentDraft(rig, AT)?.how).toBe('either');
    expect(proposalsOf(rig).now).toMatchObject({ lines: [text], fetch: 0, move: 0 });
  });

  test('a unit that is left and come back to by two rows of its own stays laid so', () => {
    const rig = wired(
      'guitar, unit, valve head, cab 16',
      'GUITAR > MULTI[drive] > VALVE[preamp] > MULTI[amp cab chorus delay reverb] > VALVE[power] > CABINET',
    );
    const { now, families } = proposalsOf(rig);
    expect(now).toMatchObject({ fetch: 0, move: 0, change: { away: [], wires: [], blocks: [] } });
    expect(families.find(({ family }) => family === 'four-cable')?.best[0]?.lines).toEqual(now?.lines);
  });

  test('other chains stay beside it', () => {
    const rig = wired(
      'guitar, unit, desk, ears',
      'GUITAR > MULTI[drive amp cab chorus delay reverb] > DESK[mix-1]\nDESK:aux-1 > INEAR',
    );
    for (const { best } of proposalsOf(rig).families) expect(best[0]!.lines).toContain('DESK:aux-1 > INEAR');
  });
});

test('of a rig with much in it some of each kind are gone on with, what is wired always, and no more than can be looked at', () => {
  const rig = build(
    'guitar, bass, tuner, wah, fuzz, od, distortion, four-loop switcher, four-jack gate, unit, chorus, midi delay, reverb, amp selector, isolator, valve head, cab 16, combo, stereo combo, mic, di x2, desk, ears, wedge',
  );
  const ask = askOf(rig, AT);
  const { combined, texts } = returned(combine(ask, scratchDrafts(ask.rig, ask.gear, []), PARTS));
  expect(combined).toBeGreaterThan(1_000);
  expect(texts.length).toBeGreaterThan(100);
  expect(texts.length).toBeLessThan(260);
  // Every amplifier is in some of them, and what every part makes.
  for (const piece of [
    'COMBO',
    'STEREO[',
    'VALVE[power]',
    'AMP {',
    'FOUR[buffer',
    'ISLTR',
    '~ MCRPHN',
    'aux-1',
  ])
    expect([piece, texts.some((text) => text.includes(piece))]).toEqual([piece, true]);
});

describe('laws', () => {
  test('every rig as it is wired is a draft that is wired with no lead moved, or none', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, fc.nat({ max: 40 }), (g, n) => {
        const rig = wiredWay(rigOf(g), n);
        const draft = presentDraft(rig, AT);
        const text = draft && draftText(rig, draft);
        if (!text) return met.count('none');
        met.count('draft');
        const { now } = proposalsOf(rig);
        const { put, move, away, wires } = now!.change;
        expect({ put, move, away, wires }).toEqual({ put: [], move: [], away: [], wires: [] });
      }),
      { numRuns: 25, endOnFailure: true },
    );
    met.atLeast({ draft: 12 });
  });

  test('the best of each family can be wired, reads as it is told, and none of the others stands better', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, fc.nat({ max: 40 }), fc.boolean(), (g, n, isBare) => {
        const rig = isBare ? rigOf(g) : wiredWay(rigOf(g), n);
        const { families, wired: count, combined } = proposalsOf(rig);
        expect(count).toBeLessThanOrEqual(combined);
        for (const { best, others } of families) {
          const [first] = best;
          // By jacks and leads alone; what would read otherwise is left to the proof.
          const proved = best.find(({ chains }) => 'change' in wireChains(rig, chains, AT));
          if (!proved) {
            met.count('not proved');
            continue;
          }
          const taken = applyEdit(rig, { edit: 'takeRouting', arguments: proved.change }).rig;
          const told = (chains: readonly Chain[]) => [...writeChains(taken, chains, true)].sort();
          const reads = readingsIn(inNight(taken, null))[0]!.reading.chains;
          expect(told(reads)).toEqual(told(proved.chains));
          met.count('families');
          for (const other of others) {
            const tier = (one: typeof other) => [one.unheard.length, one.lost.length, one.turned];
            const by = tier(other).map((figure, i) => figure - tier(first!)[i]!);
            expect(by.find((figure) => figure !== 0) ?? 0).toBeGreaterThanOrEqual(0);
          }
        }
      }),
      { numRuns: 25, endOnFailure: true },
    );
    met.atLeast({ families: 35 });
  });

  test('each combination is told once, and leaves no box out of its line that the draft has', () => {
    fc.assert(
      fc.property(gear, fc.nat({ max: 40 }), (g, n) => {
        const rig = wiredWay(rigOf(g), n);
        const draft = presentDraft(rig, AT);
        if (!draft) return;
        const { texts } = returned(combine(askOf(rig, AT), [draft], PARTS));
        expect(new Set(texts).size).toBe(texts.length);
        const tags = (of: Draft) =>
          new Set(itemsOf(of).map(({ box }) => rig.boxes.find(({ id }) => id === box)!.tag));
        const text = draftText(rig, draft);
        if (text !== null) for (const tag of tags(draft)) expect(text).toContain(tag);
      }),
      { numRuns: 30, endOnFailure: true },
    );
  });
});
