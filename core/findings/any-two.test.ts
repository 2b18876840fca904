// Whole rigs in which any two plugs of signal leads stand in each other's place: one line, and one cure.
import { describe, expect, test } from '@jest/globals';
import { makeSound, type Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { curedOnce, joins, linesOf, plugsOf, swapped, swapWords } from '../testing/mended';
import { report } from '../testing/of-wiring';
import { swap } from '../testing/short-edits';
import { wiredSetup } from '../testing/wired-setup';

const pairsOf = (rig: Rig) => {
  const plugs = plugsOf(rig).filter(({ isSpeaker }) => !isSpeaker);
  return plugs.flatMap((a, i) => plugs.slice(i + 1).flatMap((b) => (a.lead === b.lead ? [] : [{ a, b }])));
};

describe.each(['A:', 'D: junction box, the', 'F: a second', 'J:', 'G,', 'V:'])('%s', (start) => {
  test('law: what two exchanged plugs bring about is one line, and goes by its cure', () => {
    const sound = wiredSetup(start);
    const known = linesOf(sound).length;
    const told = pairsOf(sound)
      .map((pair) => ({ pair, wrong: swapped(sound, pair) }))
      .filter(({ wrong }) => linesOf(wrong).length > known);
    expect(told.length).toBeGreaterThan(8);
    const bad = told.filter(({ wrong }) => {
      const cured = curedOnce(wrong);
      return linesOf(wrong).length > known + 1 || linesOf(cured).length > known;
    });
    expect(bad.map(({ pair }) => swapWords(pair))).toEqual([]);
  });
});

test('a guitar’s lead and a unit’s exchanged are crossed: no plug of the unit belongs in a free return', () => {
  const wrong = edited(fourCable(), swap('lead-1', 'from', 'lead-3', 'from'));
  const [line, ...more] = report(wrong, null, null).filter(({ severity }) => severity !== 'note');
  expect(more).toEqual([]);
  expect(line!.text).toMatch(/^Lead 2 and lead 4 are crossed and close the signal on itself/);
  expect(linesOf(curedOnce(wrong))).toEqual([]);
});

test('two lines that one cure puts right are one, by the two plugs to be exchanged', () => {
  const sound = wiredSetup('D: junction box, the');
  const wrong = edited(sound, swap('lead-2', 'from', 'lead-6', 'to'));
  const [line, ...more] = linesOf(wrong);
  expect(more).toEqual([]);
  expect([line!.finding.code, line!.brings.map(({ code }) => code)]).toEqual([
    'WIRE-DIRECTION',
    expect.arrayContaining(['WIRE-JOINED']),
  ]);
  expect(joins(curedOnce(wrong))).toBe(joins(sound));
});

test('what is so in several sounds is one line that says so, and nothing it brings', () => {
  const sounds = ['one', 'two', 'three'].map((id) => makeSound(id, id));
  const wrong = { ...build('guitar, od, solid-state combo', 'guitar/out > overdrive/in'), sounds };
  const [line, ...more] = linesOf(wrong);
  expect(more).toEqual([]);
  expect([line!.finding.code, line!.alsoIn]).toEqual(['WIRE-SILENT', ['two', 'three']]);
  expect(line!.brings.filter(({ code }) => code === 'WIRE-SILENT')).toEqual([]);
  expect(linesOf(curedOnce(wrong))).toEqual([]);
});
