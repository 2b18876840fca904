import { describe, expect, test } from '@jest/globals';
import { applyEdit, type EditCall } from '../edits';
import { patchRig, type Rig, type Scope } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { cureOf, judge, RULES, sentenceOf } from './index';
import { CODES } from './codes';
import { NOT_JUDGED, unjudged } from './not-judged';
import { WHOLE_CASES, type Case } from '../testing/finding-cases';

const REST: Scope = { layer: 'rest' };
const set = (box: string, block: string, state: string): EditCall => ({
  edit: 'setBlockState',
  arguments: { box, block, state, scope: REST },
});
const swap = (a: string, sideA: 'from' | 'to', b: string, sideB: 'from' | 'to'): EditCall => ({
  edit: 'exchangeEnds',
  arguments: { a: { lead: a, side: sideA }, b: { lead: b, side: sideB } },
});
const replug = (lead: string, side: 'from' | 'to', key: string): EditCall => {
  const [box = '', jack = ''] = key.split('/');
  return { edit: 'replug', arguments: { lead, side, at: [{ box, jack }] } };
};

/** The head's master taken away: its power stage is wide open. */
const openHead = (): Rig => {
  const rig = fourCable();
  return {
    ...rig,
    boxes: rig.boxes.map((b) =>
      b.id === 'valve-head' ? { ...b, controls: b.controls.filter((c) => c.id !== 'master') } : b,
    ),
  };
};
/** Its units have output knobs for the left jack alone. */
const leftKnobOnly = (rig: Rig): Rig => ({
  ...rig,
  boxes: rig.boxes.map((b) => ({
    ...b,
    controls: b.controls.map(({ moves: _, ...control }) => control),
  })),
});
const power = () =>
  edited(
    build(
      'guitar, unit, valve head, cabinet 16',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > valve-head/return',
      'valve-head/spk-16 = cabinet/in',
    ),
    set('multi-effects', 'amp', 'on'),
  );
const front = () =>
  build('guitar, unit, combo', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l > combo/input');

const CASES: Case[] = [
  {
    code: 'SAFE-NOLOAD',
    sound: fourCable,
    spoil: { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } },
    first: 'valve-head',
    severity: 'danger',
  },
  {
    code: 'SAFE-SPKOUT',
    sound: () =>
      edited(plugged(build('guitar, valve head, cabinet 16, desk'), 'valve-head/spk-16 = cabinet/in')),
    spoil: replug('lead-1', 'to', 'desk/ch-1'),
    first: 'lead-1',
    severity: 'danger',
  },
  {
    code: 'SAFE-IMPED',
    sound: fourCable,
    spoil: {
      edit: 'setFigure',
      arguments: {
        box: 'cabinet',
        at: { on: 'speaker', jack: 'in', field: 'ohm' },
        figure: { value: 4, source: 'manual' },
      },
    },
    first: 'valve-head/spk-16',
    severity: 'danger',
  },
  {
    code: 'SAFE-OPENPOWER',
    sound: () =>
      edited(leftKnobOnly(openHead()), {
        edit: 'setControl',
        arguments: { box: 'multi-effects', control: 'output', position: 0.3, basis: null, scope: REST },
      }),
    spoil: replug('lead-5', 'from', 'multi-effects/out-1-r'),
    first: 'valve-head/return',
    severity: 'caution',
  },
  {
    code: 'WIRE-DIRECTION',
    sound: fourCable,
    spoil: swap('lead-3', 'to', 'lead-4', 'from'),
    first: 'lead-3',
    severity: 'fault',
  },
  {
    code: 'WIRE-RING',
    sound: fourCable,
    spoil: swap('lead-3', 'from', 'lead-5', 'from'),
    first: 'lead-3',
    severity: 'danger',
  },
  {
    code: 'WIRE-PLUG',
    sound: () => build('mic, desk', 'microphone/out - desk/ch-1'),
    spoil: {
      edit: 'setPlug',
      arguments: {
        lead: 'lead-1',
        side: 'from',
        plug: { connector: 'ts-635', angle: 'straight', silent: false },
      },
    },
    first: 'lead-1',
  },
  {
    code: 'WIRE-GRID',
    sound: fourCable,
    spoil: replug('lead-3', 'from', 'multi-effects/send-2'),
    first: 'multi-effects/send-2',
  },
  {
    code: 'WIRE-SILENT',
    sound: () => build('guitar, tuner, combo', 'guitar/out > tuner/in', 'tuner/out > combo/input'),
    spoil: set('tuner', 'tuner', 'tuning'),
    first: 'tuner/tuner',
  },
  {
    code: 'MODEL-DOUBLE',
    sound: front,
    spoil: set('multi-effects', 'amp', 'on'),
    first: 'multi-effects/amp',
  },
  {
    code: 'MODEL-TWOPRE',
    sound: fourCable,
    spoil: set('multi-effects', 'amp', 'on'),
    first: 'multi-effects/amp',
  },
  {
    code: 'MODEL-BOTHSPK',
    sound: power,
    spoil: set('multi-effects', 'cab', 'on'),
    first: 'multi-effects/cab',
  },
];

CASES.push(...WHOLE_CASES);

const found = (rig: Rig, code: string) => judge(rig, null).filter((f) => f.code === code);

test('every code has a rig that shows it and a near miss', () => {
  const codes = RULES.map((rule) => rule.code).sort();
  expect(CASES.map((c) => c.code).sort()).toEqual(codes);
});

describe.each(CASES.map((c) => [c.code, c] as const))('%s', (code, c) => {
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
  expect(unjudged([...codes, 'HUM-LOOP'])).toContain('heat');
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
