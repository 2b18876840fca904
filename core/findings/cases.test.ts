import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { makeSound, moveBlock, rowsOf, wiresOfRows, type Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { INSIDE_CASES } from '../testing/finding-cases-inside';
import { replug, REST, set, swap } from '../testing/short-edits';
import { judge } from '../testing/of-wiring';
import { cureOf, merged, sentenceOf } from './index';

const found = (rig: Rig, code: string) => judge(rig, null).filter((f) => f.code === code);

describe('each crossing of two leads of the four', () => {
  // IN, SEND → amp input; amp send → RETURN, OUT → amp return. Leads 2, 3, 4, 5.
  const crossings: [string, EditCall, string, string[]][] = [
    ['SEND and OUT', swap('lead-3', 'from', 'lead-5', 'from'), 'WIRE-RING', ['lead-3', 'lead-5']],
    ['amp input and amp return', swap('lead-3', 'to', 'lead-5', 'to'), 'WIRE-RING', ['lead-3', 'lead-5']],
    ['IN and RETURN', swap('lead-2', 'to', 'lead-4', 'to'), 'WIRE-RING', ['lead-2', 'lead-4']],
    ['IN and SEND', swap('lead-2', 'to', 'lead-3', 'from'), 'WIRE-DIRECTION', ['lead-2', 'lead-3']],
    ['IN and OUT', swap('lead-2', 'to', 'lead-5', 'from'), 'WIRE-DIRECTION', ['lead-2', 'lead-5']],
    ['SEND and RETURN', swap('lead-3', 'from', 'lead-4', 'to'), 'WIRE-DIRECTION', ['lead-3', 'lead-4']],
    ['RETURN and OUT', swap('lead-4', 'to', 'lead-5', 'from'), 'WIRE-DIRECTION', ['lead-4', 'lead-5']],
    [
      'amp input and amp send',
      swap('lead-3', 'to', 'lead-4', 'from'),
      'WIRE-DIRECTION',
      ['lead-3', 'lead-4'],
    ],
    [
      'amp send and amp return',
      swap('lead-4', 'from', 'lead-5', 'to'),
      'WIRE-DIRECTION',
      ['lead-4', 'lead-5'],
    ],
  ];

  test.each(crossings)(
    '%s: one line, with the two leads, and one press puts it right',
    (_name, spoil, code, leads) => {
      const rig = edited(fourCable(), spoil);
      const shown = merged(rig, judge(rig, null));
      expect(shown.map((m) => m.finding.code)).toEqual([code]);
      expect(shown[0]!.finding.parts.map((part) => part.id)).toEqual(leads);
      const cured = edited(rig, cureOf(rig, shown[0]!.finding)!.edit);
      expect(judge(cured, null)).toEqual([]);
    },
  );

  test('the four-cable rig itself has nothing to say', () => {
    expect(judge(fourCable(), null)).toEqual([]);
  });
});

describe('speaker impedance against a valve tap', () => {
  const withOhms = (ohm: number) =>
    edited(fourCable(), {
      edit: 'setFigure',
      arguments: {
        box: 'cabinet',
        at: { on: 'speaker', jack: 'in', field: 'ohm' },
        figure: { value: ohm, source: 'manual' },
      },
    });
  test.each([
    [16, undefined],
    [15, undefined],
    [8, 'caution'],
    [32, 'caution'],
    [7.9, 'danger'],
    [4, 'danger'],
  ])('%d Ω on 16 Ω: %s', (ohm, severity) => {
    expect(found(withOhms(ohm), 'SAFE-IMPED')[0]?.severity).toBe(severity);
  });

  test('4 on 16: the figures, what is assumed, and the right tap as cure', () => {
    const finding = found(withOhms(4), 'SAFE-IMPED')[0]!;
    expect(finding.figures.map((f) => f.value)).toEqual([4, 16, 4]);
    expect(finding.assumed).toEqual([
      { part: { type: 'jack', id: 'valve-head/spk-16' }, figure: 'impedance' },
    ]);
    expect(cureOf(withOhms(4), finding)!.edit).toEqual(replug('lead-6', 'from', 'valve-head/spk-4'));
    expect(sentenceOf(withOhms(4), finding).text).toBe('4 Ω on SPK 16 Ω of Valve head: 4:1.');
  });
});

describe('a load is followed to where the power goes', () => {
  test('a recorded internal load is one', () => {
    const rig = edited(fourCable(), { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } });
    expect(found(rig, 'SAFE-NOLOAD')).toHaveLength(1);
    const loaded = edited(rig, {
      edit: 'setSpeaker',
      arguments: { box: 'valve-head', jack: 'spk-16', facts: { internalLoad: true } },
    });
    expect(found(loaded, 'SAFE-NOLOAD')).toEqual([]);
  });
  test('without a free cabinet there is no cure to offer', () => {
    const rig = build('guitar, valve head', 'guitar/out > valve-head/input');
    expect(cureOf(rig, found(rig, 'SAFE-NOLOAD')[0]!)).toBeNull();
  });
  test('any variant counts, whenever the amplifier is powered', () => {
    const rig = edited(
      fourCable(),
      {
        edit: 'addVariant',
        arguments: {
          variant: { id: 'direct', name: 'Direct', leads: {}, state: makeSound('x', 'x').state, notes: '' },
        },
      },
      {
        edit: 'unplug',
        arguments: { lead: 'lead-6', side: 'to', scope: { layer: 'variant', id: 'direct' } },
      },
    );
    expect(found(rig, 'SAFE-NOLOAD').map((f) => f.variant)).toEqual(['direct']);
  });
});

describe('setup S: exactly one preamp in every sound', () => {
  const both = edited(fourCable(), set('multi-effects', 'amp', 'on'));
  const neither = edited(fourCable(), set('multi-effects', 'loop-1', 'off'));
  test('both', () => {
    expect(sentenceOf(both, found(both, 'MODEL-TWOPRE')[0]!).text).toMatch(
      /^Both preamps at once: Amp model/,
    );
  });
  test('neither', () => {
    expect(sentenceOf(neither, found(neither, 'MODEL-TWOPRE')[0]!).text).toMatch(/^Neither preamp/);
  });
  test('the model alone is right: a sound may use either', () => {
    const found = judge(edited(neither, set('multi-effects', 'amp', 'on')), null);
    expect(found.map((f) => f.code)).toEqual(['KNOB-DEAD', 'KNOB-DEAD']);
  });
  test('only the sound in which it is so is named, and the cure is kept in that sound', () => {
    const rig = edited(
      fourCable(),
      { edit: 'addSound', arguments: { sound: makeSound('solo', 'Solo'), index: 1 } },
      {
        edit: 'setBlockState',
        arguments: { box: 'multi-effects', block: 'amp', state: 'on', scope: { layer: 'sound', id: 'solo' } },
      },
    );
    const [finding] = found(rig, 'MODEL-TWOPRE');
    expect(finding!.sound).toBe('solo');
    expect(cureOf(rig, finding!)!.edit).toMatchObject({
      edit: 'setBlockState',
      arguments: { scope: { layer: 'sound', id: 'solo' } },
    });
  });
});

describe('accepting', () => {
  const rig = edited(fourCable(), set('multi-effects', 'amp', 'on'));
  const finding = found(rig, 'MODEL-TWOPRE')[0]!;
  const accept: EditCall = {
    edit: 'acceptFinding',
    arguments: {
      accepted: {
        id: 'a1',
        code: finding.code,
        parts: finding.parts,
        sound: finding.sound,
        variant: finding.variant,
        severity: finding.severity,
        figures: finding.figures,
        reason: 'by ear',
        date: '2026-03-01',
      },
    },
  };
  test('holds while it is the same', () => {
    expect(found(edited(rig, accept), 'MODEL-TWOPRE')[0]!.accepted?.reason).toBe('by ear');
  });
  test('lapses when the parts change', () => {
    const other = edited(
      rig,
      accept,
      { edit: 'setBlockState', arguments: { box: 'multi-effects', block: 'amp', state: 'off', scope: REST } },
      set('multi-effects', 'loop-1', 'off'),
    );
    expect(found(other, 'MODEL-TWOPRE').map((f) => [f.data, f.accepted === null])).toEqual([
      [expect.objectContaining({ both: false }), false],
    ]);
  });
  test('lapses when the figure worsens', () => {
    const ohms = (value: number): EditCall => ({
      edit: 'setFigure',
      arguments: {
        box: 'cabinet',
        at: { on: 'speaker', jack: 'in', field: 'ohm' },
        figure: { value, source: 'manual' },
      },
    });
    const caution = edited(fourCable(), ohms(11));
    const f = found(caution, 'SAFE-IMPED')[0]!;
    const accepted = edited(caution, {
      edit: 'acceptFinding',
      arguments: {
        accepted: {
          id: 'a',
          code: f.code,
          parts: f.parts,
          sound: null,
          variant: null,
          severity: f.severity,
          figures: f.figures,
          reason: 'short set',
          date: '2026-03-01',
        },
      },
    });
    expect(found(edited(accepted, ohms(10.9)), 'SAFE-IMPED')[0]!.accepted).not.toBeNull();
    expect(found(edited(accepted, ohms(8.5)), 'SAFE-IMPED')[0]!.accepted).toBeNull();
  });
});

describe('a ring inside a box, with no lead in it', () => {
  /** The unit's loop sends into itself again while it is on, `gainDb` round. */
  const ringing = (gainDb: number): Rig => {
    const rig = fourCable();
    return {
      ...rig,
      boxes: rig.boxes.map((box) =>
        box.id !== 'multi-effects'
          ? box
          : {
              ...box,
              blocks: box.blocks.map((block) =>
                block.id !== 'loop-1'
                  ? block
                  : {
                      ...block,
                      states: block.states.map((state) =>
                        state.id === 'on'
                          ? { ...state, gainSmallDb: { value: gainDb, source: 'manual' as const } }
                          : state,
                      ),
                    },
              ),
              patches: box.patches.map((patch) => ({
                ...patch,
                wires: [
                  ...patch.wires,
                  {
                    from: { block: 'loop-1', port: 'send' as const },
                    to: { block: 'loop-1', port: 'in' as const },
                  },
                ],
              })),
            },
      ),
    };
  };
  const severity = (gainDb: number) => found(ringing(gainDb), 'SAFE-FEEDBACK').map((f) => f.severity);

  test('is told by its gain', () => {
    expect([severity(0), severity(-6), severity(-12)]).toEqual([['danger'], ['caution'], []]);
  });

  test.each([0, -6])('of %s dB has the cure that opens it', (gainDb) => {
    const rig = ringing(gainDb);
    const cure = cureOf(rig, found(rig, 'SAFE-FEEDBACK')[0]!)!;
    expect(found(edited(rig, cure.edit), 'SAFE-FEEDBACK')).toEqual([]);
  });
});

test('two feeds at one output part to another output, not to a send that its loop wants', () => {
  const { sound, spoil } = INSIDE_CASES.find(({ code }) => code === 'WIRE-FEEDS')!;
  const label = (rig: Rig) => cureOf(rig, found(rig, 'WIRE-FEEDS')[0]!)!.label;
  const wrong = edited(sound(), spoil);
  expect(label(wrong)).toBe('Let the feed come out at OUT 2 L');
  const hung = edited(wrong, { edit: 'unplug', arguments: { lead: 'lead-3', side: 'from' } });
  const inLoop = edited(hung, replug('lead-3', 'from', 'multi-effects/send-1'));
  expect(label(inLoop)).toBe('Let the feed come out at OUT 1 R');
});

describe('a side that is lost', () => {
  const loop = build(
    'guitar, stereo loop unit, stereo delay, desk',
    'guitar/out > stereo-loop-unit/input',
    'stereo-loop-unit/send-l > stereo-delay/in-l',
    'stereo-delay/out-l > stereo-loop-unit/return-l',
    'stereo-loop-unit/out-l > desk/ch-1',
    'stereo-loop-unit/out-r > desk/ch-2',
  );
  test('is none at a send that hears nothing wide, whatever stands behind the return', () => {
    expect(found(loop, 'STEREO-LOST')).toEqual([]);
  });
  test('is one where the wide effect stands ahead of the send', () => {
    const box = loop.boxes.find(({ id }) => id === 'stereo-loop-unit')!;
    const rows = rowsOf(box, box.patches[0]!.wires);
    const wires = wiresOfRows(box, moveBlock(rows, 'delay', { row: 0, index: 0 }));
    const wide = edited(loop, {
      edit: 'wireInside',
      arguments: { box: box.id, patch: 'inside', wires },
    });
    expect(found(edited(wide, set('stereo-loop-unit', 'loop-1', 'on')), 'STEREO-LOST').length).toBe(1);
  });
});
