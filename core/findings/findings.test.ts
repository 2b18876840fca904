import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { patchRig, type Rig } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { figure } from '../testing/short-edits';
import { cureOf, judge, RULES, sentenceOf } from './index';
import { CODES } from './codes';
import { NOT_JUDGED, unjudged } from './not-judged';
import { ALL_CASES } from '../testing/all-finding-cases';
import { SIGNAL_CASES } from '../testing/finding-cases-signal';

const found = (rig: Rig, code: string) => judge(rig, null).filter((f) => f.code === code);

test('every code has a rig that shows it and a near miss', () => {
  const codes = RULES.map((rule) => rule.code).sort();
  expect(ALL_CASES.map((c) => c.code).sort()).toEqual(codes);
});

describe.each(ALL_CASES.map((c) => [c.code, c] as const))('%s', (code, c) => {
  const rig = edited(c.sound(), c.spoil);

  test('is not found one edit earlier', () => {
    expect(found(c.sound(), code)).toEqual([]);
  });

  test('is found, for the part it is about', () => {
    const findings = found(rig, code);
    expect(findings.map((f) => f.parts[0]?.id)).toEqual([c.first]);
    if (c.severity) expect(findings[0]!.severity).toBe(c.severity);
  });

  test('speaks in sentences without leftovers', () => {
    const { text, why } = sentenceOf(rig, found(rig, code)[0]!);
    for (const sentence of [text, why]) {
      expect(sentence).toMatch(/[.:]?$/);
      expect(sentence).not.toMatch(/undefined|NaN|null| {2}| of $/);
      expect(sentence.length).toBeGreaterThan(20);
    }
    // A danger says whom or what it hurts.
    for (const finding of judge(rig, null))
      if (finding.severity === 'danger')
        expect(sentenceOf(rig, finding).why).toMatch(/\bcan (?:\w+ and )?(?:kill|burn|deafen|destroy)\b/);
  });

  test('its cure removes it, raises no new danger or fault, and is undone exactly', () => {
    const finding = found(rig, code)[0]!;
    const cure = cureOf(rig, finding);
    if (c.cure === 'none') {
      expect(cure).toBeNull();
      return;
    }
    expect(cure).not.toBeNull();
    const applied = applyEdit(rig, cure!.edit);
    expect(found(applied.rig, code)).toEqual([]);
    const bad = (r: Rig) =>
      judge(r, null)
        .filter((f) => f.severity === 'danger' || f.severity === 'fault')
        .map((f) => f.code);
    expect(bad(rig)).toEqual(expect.arrayContaining(bad(applied.rig)));
    expect(patchRig(applied.rig, applied.inverse)).toEqual(rig);
    expect(cure!.label).toMatch(/^[A-Z].{7,}/);
    expect(cure!.label).not.toMatch(/undefined|null|\[object/);
  });

  test('does not depend on what things are called', () => {
    const renamed: Rig = {
      ...rig,
      boxes: rig.boxes.map((box, i) => ({
        ...box,
        name: `Box ${i}`,
        kind: 'thing',
        tag: `T${i}`,
        jacks: box.jacks.map((jack, j) => ({ ...jack, label: `J${j}` })),
      })),
    };
    expect(judge(renamed, null).map((f) => [f.code, f.parts])).toEqual(
      judge(rig, null).map((f) => [f.code, f.parts]),
    );
  });
});

test('each rule stands under its own code', () => {
  expect(RULES.map((rule) => rule.code)).toEqual([...CODES]);
});

test('what is not judged yet is what no code speaks of, and goes as codes come', () => {
  const codes = RULES.map((rule) => rule.code);
  expect(NOT_JUDGED).toEqual(unjudged(codes));
  expect(unjudged([])).toContain('hum');
  expect(unjudged([...codes, 'HUM-LOOP'])).not.toContain('hum');
  expect(unjudged(['HUM-LOOP'])).toContain('switching');
});

test('a lead in a jack no path names is not said to belong into the open right half of a stereo output', () => {
  const rig = build(
    'guitar, unit, chorus, combo',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > combo/input',
    'multi-effects/send-2 > chorus/in',
  );
  expect(found(rig, 'WIRE-GRID').map(({ data }) => data)).toEqual([
    expect.objectContaining({ wanted: ['send-1'] }),
  ]);
  const used = plugged(rig, 'multi-effects/send-1 > .');
  expect(found(used, 'WIRE-GRID')).toEqual([]);
});

test('of two tight places of one box the one that clips for sure is told, not the one that may be a guess', () => {
  const rig = edited(
    fourCable(),
    // Its input may stand enough; what its send stands is known, and is too little.
    figure('multi-effects', { on: 'mode', jack: 'send-1', mode: 'instrument', field: 'maxDbu' }, 8),
  );
  expect(found(rig, 'LEVEL-CLIP').map(({ severity, parts }) => [severity, parts[0]?.id])).toEqual([
    ['caution', 'multi-effects/send-1'],
  ]);
});

test('what hangs in a parallel loop and is fully wet combs no more, but turned it still cancels', () => {
  const loop = SIGNAL_CASES.find(({ code }) => code === 'LOOP-PARALLEL')!.sound();
  const turned: Rig = {
    ...loop,
    boxes: loop.boxes.map((box) =>
      box.id === 'digital-delay'
        ? {
            ...box,
            blocks: box.blocks.map((block) => ({
              ...block,
              states: block.states.map((state) => ({ ...state, inverts: state.id === 'on' })),
            })),
          }
        : box,
    ),
  };
  const codes = (rig: Rig) => ['LOOP-PARALLEL', 'PHASE-BLEND'].filter((code) => found(rig, code).length > 0);
  expect([codes(loop), codes(turned)]).toEqual([[], ['PHASE-BLEND']]);
});
