// Plugs of leads that carry no sound in each other's jacks: what is told of them, and what puts them back.
import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { readRig } from '../file';
import { endAt, isAudio, jackKey, pluggedIn, type Rig } from '../model';
import { edited } from '../testing/build';
import { joins, linesOf, swapped, swapWords } from '../testing/mended';
import { replug } from '../testing/short-edits';
import { cureOf, findingKey } from './index';
import { serviceClashes, waysBetween } from './service-leads';

let rig: Rig;
let before: ReadonlySet<string>;

/** Plugs of leads for supply, mains, MIDI and feet, by their jacks. */
const plugs = () =>
  rig.leads.flatMap(({ id: lead, kind, from, to }) =>
    (['from', 'to'] as const).flatMap((side) => {
      const end = endAt(rig, { from, to }[side].at[0]);
      return end && !isAudio(end.jack)
        ? [{ lead, kind, side, carries: end.jack.carries, at: `${end.box.id}/${end.jack.id}` }]
        : [];
    }),
  );
const plugAt = (jack: string) => plugs().find(({ at }) => at === jack)!;
const exchangedAt = (of: Rig, a: string, b: string) => swapped(of, { a: plugAt(a), b: plugAt(b) });

const newLines = (of: Rig) => linesOf(of).filter(({ finding }) => !before.has(findingKey(finding)));
const codesOf = (of: Rig) => newLines(of).map(({ finding }) => finding.code);

/** The rig after the first cure of what is new; itself where there is none. */
function cured(of: Rig): Rig {
  const cure = newLines(of).flatMap(({ finding }) => cureOf(of, finding) ?? [])[0];
  return cure ? edited(of, cure.edit) : of;
}

beforeAll(() => {
  const read = readRig(readFileSync('demo/pit-chair.humrig.json', 'utf8'));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  rig = read.rig;
  before = new Set(linesOf(rig).map(({ finding }) => findingKey(finding)));
});

test('law: two plugs of one kind exchanged are one line at most, and one press puts all right', () => {
  const all = plugs();
  const pairs = all
    .flatMap((a, i) => all.slice(i + 1).map((b) => ({ a, b })))
    .filter(({ a, b }) => a.kind === b.kind && a.lead !== b.lead)
    .filter(({ a }, i) => a.kind !== 'dc' || i % 12 === 0);
  const met: Record<string, number> = {};
  const bad: string[] = [];
  for (const { a, b } of pairs) {
    const wrong = swapped(rig, { a, b });
    if (joins(wrong) === joins(rig)) continue;
    const told = newLines(wrong);
    if (told.length === 0) continue;
    met[a.kind] = (met[a.kind] ?? 0) + 1;
    const right = cured(wrong);
    if (told.length > 1 || newLines(right).length > 0) bad.push(swapWords({ a, b }));
  }
  expect(bad).toEqual([]);
  expect(met.midi).toBe(4);
  expect(met.mains).toBe(2);
  expect(met.dc).toBeGreaterThan(3);
}, 60_000);

test('law: a plug in another free jack of its kind is put back by one press', () => {
  const held = new Set(plugs().map(({ at }) => at));
  const free = rig.boxes.flatMap((box) =>
    box.jacks.map((jack) => ({ at: jackKey({ box: box.id, jack: jack.id }), carries: jack.carries })),
  );
  const moves = plugs().flatMap(({ lead, side, kind, carries, at: was }) =>
    free
      .filter(({ at, carries: its }) => its === carries && kind !== 'mains' && !held.has(at))
      .map(({ at }) => ({ words: `${was} to ${at}`, edit: replug(lead, side, at) })),
  );
  const left = moves.flatMap(({ words, edit }) => {
    const wrong = edited(rig, edit);
    return newLines(wrong).length > 0 && newLines(cured(wrong)).length > 0 ? [words] : [];
  });
  expect(moves.length).toBeGreaterThan(15);
  // There it is another pedal's, which nobody has tried: it asks to be.
  expect(left).toEqual(['multi-effects/pedal to midi-delay/exp']);
}, 60_000);

test('a crossing of two supply leads brings the boxes that are fed by none', () => {
  const wrong = exchangedAt(rig, 'wah/dc', 'supply/out-7');
  const [line, ...more] = newLines(wrong);
  expect(more).toEqual([]);
  expect(line?.finding.code).toBe('WIRE-DIRECTION');
  expect(line?.brings.map(({ code }) => code)).toEqual(['DC-UNFED', 'DC-UNFED']);
  expect(cureOf(wrong, line!.finding)?.label).toBe('Exchange the plugs of lead 19 and lead 22');
  expect(joins(cured(wrong))).toBe(joins(rig));
});

describe('beside crossed leads for sound', () => {
  test.each([
    ['fuzz/in', 'fuzz/out', 'WIRE-DIRECTION'],
    ['fuzz/out', 'wah/out', 'WIRE-RING'],
  ])('%s with %s is told as it is alone', (a, b, code) => {
    const sides = (jack: string) =>
      (['from', 'to'] as const).flatMap((side) =>
        rig.leads
          .filter((lead) => lead[side].at.map(jackKey).includes(jack))
          .map(({ id }) => ({ lead: id, side })),
      )[0]!;
    const alone = swapped(rig, { a: sides(a), b: sides(b) });
    expect(codesOf(alone)).toEqual([code]);
    const both = exchangedAt(alone, 'wah/dc', 'supply/out-7');
    expect(codesOf(both).toSorted()).toEqual([code, 'WIRE-DIRECTION'].toSorted());
    expect(newLines(cured(cured(both)))).toEqual([]);
  });
});

test('a foot’s leads are taken for each other’s, a supply lead and one for MIDI are not', () => {
  const withs = (of: Rig) =>
    serviceClashes({ ...of, variant: null }).map(({ with: exchange }) => exchange !== null);
  expect(withs(rig)).toEqual([]);
  expect(withs(exchangedAt(rig, 'multi-effects/pedal', 'relay-footswitch/relay-1'))).toEqual([true]);
  expect(withs(exchangedAt(rig, 'wah/dc', 'multi-effects/midi-out'))).toEqual([false, false]);
});

test('of the ways that join the same jacks the one that leaves leads as they lay is taken; none leaves a lead into its box', () => {
  const wrong = exchangedAt(rig, 'midi-delay/midi-in', 'midi-delay/midi-thru');
  const [a, b] = [plugAt('multi-effects/midi-out').lead, plugAt('relay-footswitch/midi-in').lead];
  const joinsOf = (of: Rig) =>
    pluggedIn({ ...of, variant: null })
      .filter(({ lead }) => lead.id === a || lead.id === b)
      .map(({ from, to }) => [...from, ...to].map(jackKey).join(' > '));
  expect(waysBetween({ ...wrong, variant: null }, a, b).map((way) => joinsOf(swapped(wrong, way)))).toEqual([
    ['multi-effects/midi-out > midi-delay/midi-in', 'midi-delay/midi-thru > relay-footswitch/midi-in'],
  ]);
});

test('of several crossed supply leads each is paired with the one by which every box is fed what it wants', () => {
  let wrong = rig;
  for (const [a, b] of [
    ['wah/dc', 'supply/out-7'],
    ['fuzz/dc', 'supply/out-3'],
    ['overdrive/dc', 'supply/out-8'],
  ] as const)
    wrong = exchangedAt(wrong, a, b);
  expect(codesOf(wrong)).toEqual(['WIRE-DIRECTION', 'WIRE-DIRECTION', 'WIRE-DIRECTION']);
  expect(newLines(wrong).every(({ finding }) => cureOf(wrong, finding) !== null)).toBe(true);
  expect(newLines(cured(cured(cured(wrong))))).toEqual([]);
});

test('an outlet for much goes to the box that wants much, though one that wants little comes first', () => {
  const wrong = exchangedAt(exchangedAt(rig, 'fuzz/dc', 'supply/out-8'), 'wah/dc', 'supply/out-3');
  expect(codesOf(wrong)).toEqual(['WIRE-DIRECTION', 'WIRE-DIRECTION']);
  expect(joins(cured(cured(wrong)))).toBe(joins(rig));
});
