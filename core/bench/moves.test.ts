// From night to night: by hand, and as a law over random rigs.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyEdit } from '../edits';
import {
  checkInvariants,
  differencesBetween,
  isPutAway,
  jackKey,
  jackOf,
  newVariant,
  nightName,
  wiring,
  type JackRef,
  type Rig,
} from '../model';
import { planAsVariant } from '../planner';
import { propose } from '../proposals';
import { build, edited } from '../testing/build';
import { gear, rigOf, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { nightGear, twoNights } from '../testing/nights';
import { movesBetween, patchUp, progressOf, stepsOf, walkUnderWay, type WalkStep } from './index';

const told = (steps: readonly WalkStep[]) =>
  steps.map(({ section, lead, how, text }) =>
    lead ? `${section}: ${lead.number} ${lead.from} > ${lead.to}, ${how}` : `${section}: ${text}`,
  );

describe('cabinet night to direct night', () => {
  test('everything off, the load first, plugs out, leads to where they go, switches, power, proof', () => {
    const rig = twoNights();
    const steps = movesBetween(rig, null, 'direct-night');
    expect(told(steps)).toEqual([
      'off: Off at the switch: Valve head and Desk',
      expect.stringMatching(/^off: Down: .*MASTER of Valve head/),
      'out: 4 MULTI SEND 1 > VALVE INPUT, put away',
      'out: 5 VALVE SEND > MULTI RETURN 1, put away',
      'out: 6 MULTI OUT 1 L > VALVE RETURN, put away',
      'audio: 8 MULTI OUT 1 L > DESK CH 1, fetched',
      'settings: Inner wiring of Multi-effects: Direct night; was Inside',
      'settings: Loop 1 of Multi-effects: off; was on',
      'settings: CH 1 of Desk: line; was mic',
      'power: Pedal supplies on: Fuzz, Overdrive and Multi-effects',
      'power: Desk on',
      'power: Valve head on, last; off standby when it is warm',
      expect.stringMatching(/^proof: Before the first note: AC volts/),
      expect.stringMatching(/^proof: Everything bypassed/),
      'proof: Sound 1 is heard',
    ]);
    expect(movesBetween(rig, null, null)).toEqual([]);
    expect(nightName(rig, null)).toBe('Base');
    expect(nightName(edited(rig, { edit: 'renameBase', arguments: { name: 'Cabinet night' } }), null)).toBe(
      'Cabinet night',
    );
  });

  test('a load that goes is the first lead, with the amplifier off; without one the amplifier stays off', () => {
    const rig = edited(twoNights(), {
      edit: 'putAway',
      arguments: { lead: 'lead-7', scope: { layer: 'variant', id: 'direct-night' } },
    });
    const steps = movesBetween(rig, null, 'direct-night');
    expect(told(steps).find((line) => !line.startsWith('off'))).toBe(
      'speakers: 7 VALVE SPK 16 Ω > CABINET SPK IN, put away',
    );
    expect(steps.find(({ section }) => section === 'speakers')?.caution).toMatch(/off, not on standby/);
    const power = (all: readonly WalkStep[]) => all.find(({ id }) => id === 'power-valve-head')!;
    expect(power(steps).text).toBe('Valve head stays off: it has no load');
    expect(power(steps).caution).toMatch(/not even to standby/);
    expect(power(movesBetween(rig, 'direct-night', null)).text).toMatch(/^Valve head on, last/);
    expect(power(patchUp(rig, 'direct-night')).text).toMatch(/stays off/);
  });

  test('where no lead moves nothing is switched off: masters down, what differs, proof', () => {
    const rig = nightGear();
    const variant = newVariant(rig, null, 'Quiet');
    const quiet = edited(
      rig,
      { edit: 'addVariant', arguments: { variant } },
      {
        edit: 'setControl',
        arguments: {
          box: 'valve-head',
          control: 'master',
          position: 0.5,
          basis: null,
          scope: { layer: 'variant', id: variant.id },
        },
      },
    );
    expect(told(movesBetween(quiet, null, variant.id))).toEqual([
      expect.stringMatching(/^off: Down/),
      'settings: MASTER of Valve head: 12:00; was not recorded',
      expect.stringMatching(/^proof: Everything bypassed/),
      'proof: Sound 1 is heard',
    ]);
  });

  test('two leads that trade jacks: one comes out for now', () => {
    const rig = build('guitar, fuzz, od, combo', 'guitar/out > fuzz/in', 'overdrive/out > combo/input');
    const variant = newVariant(rig, null, 'Other');
    const other = edited(
      rig,
      { edit: 'addVariant', arguments: { variant } },
      {
        edit: 'exchangeEnds',
        arguments: {
          a: { lead: 'lead-1', side: 'to' },
          b: { lead: 'lead-2', side: 'to' },
          scope: { layer: 'variant', id: variant.id },
        },
      },
    );
    expect(told(movesBetween(other, null, variant.id)).filter((line) => line.startsWith('audio'))).toEqual([
      'audio: 2 OVRDRV OUT > COMBO INPUT, out of COMBO INPUT for now',
      'audio: 1 GUITAR OUT > COMBO INPUT, out of FUZZ IN, into COMBO INPUT; stays in GUITAR OUT',
      'audio: 2 OVRDRV OUT > FUZZ IN, the loose end into FUZZ IN; stays in OVRDRV OUT',
    ]);
  });

  test('a walk keeps its two nights; one whose night is gone is over', () => {
    const walk = {
      id: 'w',
      type: 'moves',
      started: '2026-03-01',
      ended: null,
      venue: '',
      variant: 'direct-night',
      from: null,
      ticks: [],
    } as const;
    const rig = edited(twoNights(), { edit: 'startWalk', arguments: { walk } });
    const under = walkUnderWay(rig)!;
    expect(progressOf(under, stepsOf(rig, under)).steps.map(({ step }) => step)).toEqual(
      movesBetween(rig, null, 'direct-night'),
    );
    const gone = edited(rig, { edit: 'removeVariant', arguments: { id: 'direct-night' } });
    expect(walkUnderWay(gone)).toBeUndefined();
    expect(gone.walks).toHaveLength(1);
  });
});

type Ends = { from: readonly JackRef[]; to: readonly JackRef[] };

/** Done step by step: no jack ever takes a second plug, and in the end the rig is wired as the night is. */
function walkThrough(rig: Rig, from: string | null, to: string | null): number {
  const at = new Map<string, Ends>(
    wiring(rig, from).map(({ lead, from: a, to: b }) => [lead.id, { from: a, to: b }]),
  );
  const steps = movesBetween(rig, from, to);
  let moved = 0;
  const off = steps.findIndex(({ section }) => section === 'power');
  steps.forEach((one, i) => {
    if (Object.keys(one.ends).length === 0) return;
    // A microphone in front of a cabinet is no lead, and goes by its step.
    const id = one.lead?.id ?? one.id.replace(/-away$/, '');
    moved += 1;
    expect(i).toBeLessThan(off < 0 ? Infinity : off);
    const now = at.get(id)!;
    at.set(id, { from: one.ends.from ?? now.from, to: one.ends.to ?? now.to });
    const held = [...at.values()].flatMap((ends) => [...ends.from, ...ends.to]);
    const plain = held.filter((ref) => jackOf(rig, ref)?.mult !== true).map(jackKey);
    expect(new Set(plain).size).toBe(plain.length);
  });
  for (const { lead, from: a, to: b } of wiring(rig, to)) {
    const ends = at.get(lead.id)!;
    expect([ends.from.map(jackKey).sort(), ends.to.map(jackKey).sort()]).toEqual([
      a.map(jackKey).sort(),
      b.map(jackKey).sort(),
    ]);
  }
  return moved;
}

test('law: the moves, done one by one, wire the other night, and back', () => {
  const met = new Met();
  fc.assert(
    fc.property(gear, fc.nat(), fc.nat(), (g, n, k) => {
      const rig = wiredWay(rigOf(g), n);
      const ideas = [...propose(rig, { variant: null, wirings: {} })]
        .at(-1)!
        .found!.families.map(({ best: [idea] }) => idea!);
      const idea = ideas[k % Math.max(1, ideas.length)];
      if (!idea) return met.count('nothing is proposed');
      const call = planAsVariant(rig, idea.lines.join('\n'), { from: null, name: 'Other night' });
      if ('reason' in call) return met.count('cannot be had');
      const before = wiring(rig, null);
      const two = applyEdit(rig, call).rig;
      expect(checkInvariants(two)).toEqual([]);
      // The base stays lead by lead; leads that are new lie unplugged there.
      for (const entry of wiring(two, null)) {
        const old = before.find(({ lead }) => lead.id === entry.lead.id);
        expect(old ? [entry.from, entry.to] : isPutAway(entry)).toEqual(old ? [old.from, old.to] : true);
      }
      const id = two.variants[0]!.id;
      const there = walkThrough(two, null, id);
      expect(walkThrough(two, id, null)).toBeGreaterThanOrEqual(0);
      met.count('walked');
      met.count('with leads to move', Number(there > 0));
      met.count('inside', Number(differencesBetween(two, null, id).wirings.length > 0));
    }),
    { numRuns: 60, endOnFailure: true },
  );
  met.atLeast({ walked: 30, 'with leads to move': 20 });
});
