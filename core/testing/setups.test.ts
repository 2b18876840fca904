// Setups of the trade, entered from the catalogue, wired by a routing, judged.
import { describe, expect, test } from '@jest/globals';
import { patchUp } from '../bench';
import { sentenceOf } from '../findings';
import { judge } from './of-wiring';
import { cardOf } from '../planner';
import type { EditCall } from '../edits';
import { makeSound, rowsOf, wiresOfRows, type Rig } from '../model';
import { TEMPLATES } from '../routings';
import { settingsOf, trace } from '../signal';
import { build, edited } from './build';
import { take } from './setup-kit';

const set = (block: string, state: string, sound?: string): EditCall => ({
  edit: 'setBlockState',
  arguments: {
    box: 'multi-effects',
    block,
    state,
    scope: sound ? { layer: 'sound', id: sound } : { layer: 'rest' },
  },
});
/** What is found that is more than worth knowing. */
const codes = (rig: Rig) =>
  judge(rig, null)
    .filter((f) => f.severity !== 'note')
    .map((f) => [f.code, f.sound]);
const leads = (rig: Rig) =>
  rig.leads.map((l) => `${l.from.at[0]?.box}/${l.from.at[0]?.jack} ${l.to.at[0]?.box}/${l.to.at[0]?.jack}`);

describe('A: front path and loop path as rows of their own, round a small valve head', () => {
  /** The catalogue's unit with two rows: drive to SEND 1; from RETURN 1 the rest to OUT 1. */
  function twoRows(): Rig {
    const rig = build('guitar, unit, valve head, cab 16');
    const unit = rig.boxes.find((box) => box.id === 'multi-effects')!;
    const { patch } = unit;
    const rows = rowsOf(unit, unit.patches[0]!.wires);
    const after = rows.rows[0]!.blocks.slice(2);
    const wires = wiresOfRows(unit, {
      ...rows,
      was: [],
      rows: [
        { from: { jack: 'input' }, blocks: ['drive'], outputs: ['send-1'] },
        { from: { jack: 'return-1' }, blocks: after, outputs: ['out-1-l'] },
      ],
      loops: {},
    });
    return edited(rig, { edit: 'wireInside', arguments: { box: 'multi-effects', patch, wires } });
  }

  test('four leads stand on the right jacks, and it is sound', () => {
    const rig = take(twoRows(), 'FOUR');
    expect(leads(rig)).toEqual([
      'guitar/out multi-effects/input',
      'multi-effects/send-1 valve-head/input',
      'valve-head/send multi-effects/return-1',
      'multi-effects/out-1-l valve-head/return',
      'valve-head/spk-16 cabinet/in',
    ]);
    expect(codes(rig)).toEqual([]);
    const [path] = trace(rig, settingsOf(rig, null)[0]!).paths;
    expect(path!.sections.filter((s) => s.side === 'ahead').map((s) => s.block.id)).toEqual([
      'pickups',
      'drive',
    ]);
    expect(path!.sections.filter((s) => s.side === 'after').map((s) => s.block.id)).toContain('delay');
  });

  test('a grid that names another jack than the plugged one is one finding, in front and in the loop', () => {
    const rig = take(twoRows(), 'FOUR');
    const unit = rig.boxes.find((box) => box.id === 'multi-effects')!;
    const rows = rowsOf(unit, unit.patches[0]!.wires);
    for (const change of [
      { ...rows.rows[0]!, outputs: ['send-2'] },
      { ...rows.rows[0]!, from: { jack: 'return-2' } },
    ]) {
      const wires = wiresOfRows(unit, { ...rows, rows: [change, rows.rows[1]!] });
      const wrong = edited(rig, {
        edit: 'wireInside',
        arguments: { box: 'multi-effects', patch: unit.patch, wires },
      });
      expect(judge(wrong, null).filter((f) => f.code === 'WIRE-GRID').length).toBeLessThanOrEqual(1);
      expect(codes(wrong).length).toBeGreaterThan(0);
    }
  });

  test('the rows are not joined, so that all in front and straight into the power stage cannot be had', () => {
    const whole = TEMPLATES.filter(({ code }) => ['FRONT', 'LOOP', 'POWER', 'DIRECT'].includes(code));
    const cards = whole.map((template) => cardOf(twoRows(), template));
    for (const card of cards)
      expect(card.can ? 'can' : card.reason).toMatch(/its rows are not joined|no amp model/);
  });
});

describe('S: loop block as preamp, a model as alternative on one switch', () => {
  const base = () => {
    const rig = take(build('guitar, unit, valve head, cab 16'), 'FOUR');
    return edited(rig, {
      edit: 'addSound',
      arguments: { sound: makeSound('model', 'Model'), index: 1 },
    });
  };

  test.each([
    ['one of the two', [set('loop-1', 'off', 'model'), set('amp', 'on', 'model')], []],
    ['both', [set('amp', 'on', 'model')], [['MODEL-TWOPRE', 'model']]],
    ['neither', [set('loop-1', 'off', 'model')], [['MODEL-TWOPRE', 'model']]],
  ] as [string, EditCall[], unknown[]][])('%s', (_name, calls, expected) => {
    expect(codes(edited(base(), ...calls))).toEqual(expected);
  });

  test('both and neither are told apart in words', () => {
    const words = (...calls: EditCall[]) => {
      const rig = edited(base(), ...calls);
      return sentenceOf(rig, judge(rig, null)[0]!).text;
    };
    expect(words(set('amp', 'on', 'model'))).toMatch(/^Both preamps at once/);
    expect(words(set('loop-1', 'off', 'model'))).toMatch(/^Neither preamp/);
  });

  test('the proof: the amp’s clean volume down, the model goes on', () => {
    const rig = edited(base(), set('loop-1', 'off', 'model'), set('amp', 'on', 'model'));
    expect(patchUp(rig, null).map((step) => step.id)).toContain('model-model');
  });
});

describe('T: one unit in front of the amplifier and in four-cable, as two rigs', () => {
  const gear = () => build('guitar, unit, valve head, cab 16');

  test('both are sound as they are taken', () => {
    for (const code of ['FRONT', 'FOUR'] as const) expect(codes(take(gear(), code))).toEqual([]);
  });

  test('an amp model on in front of the real preamp is one too many, the cabinet model too', () => {
    const front = take(gear(), 'FRONT');
    expect(codes(edited(front, set('amp', 'on')))).toEqual([['MODEL-DOUBLE', 'sound-1']]);
    expect(codes(edited(front, set('cab', 'on')))).toEqual([['MODEL-DOUBLE', 'sound-1']]);
  });

  test('in four-cable the model clashes with the loop, the cabinet model with the cabinet', () => {
    const four = take(gear(), 'FOUR');
    expect(codes(edited(four, set('amp', 'on')))).toEqual([['MODEL-TWOPRE', 'sound-1']]);
    expect(codes(edited(four, set('cab', 'on')))).toEqual([['MODEL-BOTHSPK', 'sound-1']]);
  });

  test('straight into the power stage the model is the preamp and must be on', () => {
    const power = take(gear(), 'POWER');
    expect(codes(power)).toEqual([]);
    const knobs = cardOf(
      gear(),
      TEMPLATES.find(({ code }) => code === 'POWER')!,
    );
    expect(knobs.can && knobs.deadKnobs).toEqual(
      expect.arrayContaining(['GAIN of Valve head', 'BASS of Valve head']),
    );
    expect(knobs.can && knobs.deadKnobs).not.toContain('MASTER of Valve head');
  });
});

describe('speakers, whatever is played', () => {
  const rig = () => take(build('guitar, unit, valve head, cab 16, mic, desk'), 'FOUR');
  const speaker = (r: Rig) => r.leads.find((lead) => lead.kind === 'speaker')!.id;
  const only = (r: Rig, call: EditCall) => {
    const found = judge(edited(r, call), null).filter((f) => f.severity === 'danger');
    return found.map((f) => f.code);
  };

  test('the cabinet unplugged: no load', () => {
    expect(only(rig(), { edit: 'unplug', arguments: { lead: speaker(rig()), side: 'to' } })).toEqual([
      'SAFE-NOLOAD',
    ]);
  });
  test('the speaker lead in the desk: speaker output, and no load', () => {
    const at = [{ box: 'desk', jack: 'ch-2' }];
    expect(
      only(rig(), { edit: 'replug', arguments: { lead: speaker(rig()), side: 'to', at } }).sort(),
    ).toEqual(['SAFE-NOLOAD', 'SAFE-SPKOUT']);
  });
  test('4 Ω on the 16 Ω tap', () => {
    const figure = { value: 4, source: 'manual' as const };
    const at = { on: 'speaker' as const, jack: 'in', field: 'ohm' as const };
    expect(only(rig(), { edit: 'setFigure', arguments: { box: 'cabinet', at, figure } })).toEqual([
      'SAFE-IMPED',
    ]);
  });
  test('an 8 Ω cabinet on its own 8 Ω tap is nothing to speak of', () => {
    expect(codes(take(build('guitar, unit, valve head, cab 8'), 'FOUR'))).toEqual([]);
  });
});
