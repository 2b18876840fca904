import { describe, expect, test } from '@jest/globals';
import { boxOf, rowsOf, wiresOfRows } from '../model';
import { build, edited } from '../testing/build';
import { set, swap } from '../testing/short-edits';
import { judge } from '../testing/of-wiring';
import { cureOf, merged, sentenceOf } from './index';

const found = (rig: ReturnType<typeof build>, code: string) =>
  judge(rig, null).filter((f) => f.code === code);

const DELAY = ['stereo-delay/out-l > stereo-power-amp/in-l', 'stereo-delay/out-r > stereo-power-amp/in-r'];
const SPEAKERS = [
  'stereo-power-amp/spk-l = stereo-cabinet/in-l',
  'stereo-power-amp/spk-r = stereo-cabinet/in-r',
];
const guitar = 'guitar/out > preamp-pedal/in';

/** A stereo delay into a stereo power amplifier, its two loudspeakers in one cabinet of two halves. */
describe('sides that go through a box each by itself', () => {
  const rig = (...plugs: readonly string[]) =>
    edited(
      build(
        'guitar, preamp, stereo delay, stereo power amp, stereo cab',
        guitar,
        'preamp-pedal/out > stereo-delay/in-l',
        ...plugs,
      ),
      set('stereo-delay', 'delay', 'on'),
    );

  test('straight through nothing is said', () => {
    expect(judge(rig(...DELAY, ...SPEAKERS), null).filter(({ code }) => code.startsWith('STEREO'))).toEqual(
      [],
    );
  });

  test('crossed ahead of the power stages, or behind them: one line, and its cure puts them straight', () => {
    for (const wrong of [
      rig(
        'stereo-delay/out-l > stereo-power-amp/in-r',
        'stereo-delay/out-r > stereo-power-amp/in-l',
        ...SPEAKERS,
      ),
      rig(
        ...DELAY,
        'stereo-power-amp/spk-l = stereo-cabinet/in-r',
        'stereo-power-amp/spk-r = stereo-cabinet/in-l',
      ),
    ]) {
      const [finding, ...more] = found(wrong, 'STEREO-CROSSED');
      expect(more).toEqual([]);
      expect(found(edited(wrong, cureOf(wrong, finding!)!.edit), 'STEREO-CROSSED')).toEqual([]);
    }
  });

  test('a right input that is known only by what it hears while it is free is a side too', () => {
    const straight = rig(...DELAY, ...SPEAKERS);
    const bare = {
      ...straight,
      boxes: straight.boxes.map((box) =>
        box.id === 'stereo-power-amp'
          ? {
              ...box,
              jacks: box.jacks.map(({ side: _, ...jack }) =>
                jack.id === 'in-r' ? { ...jack, normalledFrom: 'in-l' } : jack,
              ),
            }
          : box,
      ),
    };
    const exchange = swap('lead-3', 'to', 'lead-4', 'to');
    expect(found(bare, 'STEREO-CROSSED')).toEqual([]);
    expect(found(edited(bare, exchange), 'STEREO-CROSSED')).toHaveLength(1);
  });

  test('a side whose lead leads to no loudspeaker is lost; with the delay off there is none to lose', () => {
    const half = rig(...DELAY, SPEAKERS[0]!);
    const [finding] = found(half, 'STEREO-LOST');
    expect(sentenceOf(half, finding!).text).toBe(
      'What leaves OUT R of Stereo delay is heard nowhere: the right side is lost, in Sound 1.',
    );
    expect(found(edited(half, set('stereo-delay', 'delay', 'off')), 'STEREO-LOST')).toEqual([]);
    expect(found(rig(...DELAY, ...SPEAKERS), 'STEREO-LOST')).toEqual([]);
  });
});

describe('a unit that is wired inside for other jacks', () => {
  test.each([
    ['rack unit, combo', 'rack-unit', 'out-1-l', 'All in one row'],
    ['effects-only unit, combo', 'effects-only-unit', 'out-l', 'All in one row'],
  ])('%s: its other wiring is what is offered, no plug is blamed', (line, id, out, name) => {
    const rig = build(`guitar, ${line}`, `guitar/out > ${id}/input`, `${id}/${out} > combo/input`);
    const [shown, ...more] = merged(rig, judge(rig, null));
    expect(more).toEqual([]);
    expect(shown!.finding).toMatchObject({ code: 'WIRE-GRID', parts: [{ type: 'box', id }] });
    const cure = cureOf(rig, shown!.finding)!;
    expect(cure.label).toContain(`“${name}”`);
    expect(judge(edited(rig, cure.edit), null)).toEqual([]);
  });
});

test('a feed that lacks amp and cabinet model: both are switched on at one press', () => {
  const rig = build(
    'guitar, unit, audio interface',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > audio-interface/ch-1',
  );
  const [finding] = found(rig, 'MODEL-MISSING');
  expect(found(edited(rig, cureOf(rig, finding!)!.edit), 'MODEL-MISSING')).toEqual([]);
});

test('a unit without a cabinet model gets one on the row that its own output is fed by, whatever comes behind it', () => {
  const rig = build(
    'guitar, unit, di, desk',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > passive-di/in',
    'passive-di/out - desk/ch-1',
  );
  const unit = boxOf(rig, 'multi-effects')!;
  const rows = rowsOf(unit, unit.patches[0]!.wires);
  const bare = {
    ...rows,
    rows: rows.rows.map((row) => ({ ...row, blocks: row.blocks.filter((id) => id !== 'cab') })),
  };
  const without = edited(
    rig,
    {
      edit: 'removeBlock',
      arguments: { box: unit.id, block: 'cab', wires: { inside: wiresOfRows(unit, bare) } },
    },
    set(unit.id, 'amp', 'on'),
  );
  const [finding] = found(without, 'MODEL-MISSING');
  const cure = cureOf(without, finding!)!;
  expect(cure.label).toBe('Put Cabinet model into Multi-effects');
  expect(found(edited(without, cure.edit), 'MODEL-MISSING')).toEqual([]);
});

describe('two legs behind a split, neither with a cabinet model', () => {
  /** The second leg leaves behind the drive, ahead of the delay. */
  const legs = (gear: string, ...plugs: readonly string[]) => {
    const rig = build(
      `guitar, unit, combo, ${gear}`,
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > combo/input',
      ...plugs,
    );
    const unit = rig.boxes.find(({ id }) => id === 'multi-effects')!;
    const read = rowsOf(unit, unit.patches[0]!.wires);
    const wires = wiresOfRows(unit, {
      ...read,
      rows: [
        { ...read.rows[0]!, blocks: ['drive', 'delay'], outputs: ['out-1-l'] },
        { from: { after: 'drive' }, blocks: [], outputs: ['out-2-l'] },
      ],
    });
    return edited(
      rig,
      { edit: 'wireInside', arguments: { box: unit.id, patch: unit.patch, wires } },
      set('multi-effects', 'delay', 'on'),
    );
  };

  test('one to the stage, one to the desk: what only one has is told', () => {
    const rig = legs('desk', 'multi-effects/out-2-l - desk/ch-1');
    expect(found(rig, 'SPLIT-TWIN').map((f) => sentenceOf(rig, f).text)).toEqual([
      'Delay of Multi-effects stands behind the split, in Sound 1: the feed at OUT 2 L of Multi-effects is without it.',
    ]);
    const late = edited(rig, cureOf(rig, found(rig, 'SPLIT-TWIN')[0]!)!.edit);
    expect(found(late, 'SPLIT-TWIN')).toEqual([]);
  });

  test('wet and dry to two amplifiers: that is what the split is for', () => {
    expect(found(legs('combo', 'multi-effects/out-2-l > combo-2/input'), 'SPLIT-TWIN')).toEqual([]);
  });
});
