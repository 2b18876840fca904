import { describe, expect, test } from '@jest/globals';
import { trialOf, type EditCall } from '../edits';
import { inSetting, type Rig } from '../model';
import { traceIn } from '../signal';
import { build, edited } from '../testing/build';
import { set } from '../testing/short-edits';
import { toneAlong } from '../tone';
import { outcome } from '../units';
import { isBuffer, sidesOf } from './hand';
import { boughtEdits, placeBuffers, placementEdits, type Placing, type Stands } from './index';

/** Two chorus and delay pedals in stereo, the long leads to a power amplifier at the back. */
const PLUGS = [
  'guitar/out > stereo-chorus/in-l',
  'stereo-chorus/out-l > stereo-delay/in-l',
  'stereo-chorus/out-r > stereo-delay/in-r',
  'stereo-delay/out-l > stereo-power-amp/in-l',
  'stereo-delay/out-r > stereo-power-amp/in-r',
  'stereo-power-amp/spk-l = stereo-cabinet/in-l',
  'stereo-power-amp/spk-r = stereo-cabinet/in-r',
];

const figure = (box: string, jack: string, field: 'rIn' | 'rOut', value: number): EditCall => ({
  edit: 'setFigure',
  arguments: { box, at: { on: 'mode', jack, mode: 'as-built', field }, figure: { value, source: 'manual' } },
});

/** The delay with a weak output, and so many metres from it to the amplifier, on both sides. */
function stereo(buffers: string, metres: number): Rig {
  const rig = build(
    `guitar, stereo chorus, stereo delay, stereo power amp, stereo cab${buffers === '' ? '' : `, ${buffers}`}`,
    ...PLUGS,
  );
  return edited(
    rig,
    ...rig.leads.flatMap(({ id, from }) =>
      from.at[0]?.box === 'stereo-delay'
        ? [{ edit: 'setLeadLength', arguments: { id, lengthM: metres, by: 'hand' } } as const]
        : [],
    ),
    // Inputs like an amplifier's: of less straight-in would be dull too.
    figure('stereo-chorus', 'in-l', 'rIn', 1e6),
    { edit: 'setLeadLength', arguments: { id: 'lead-1', lengthM: 5.5, by: 'hand' } },
    ...(['l', 'r'] as const).flatMap((side) => [
      figure('stereo-delay', `out-${side}`, 'rOut', 10_000),
      figure('stereo-power-amp', `in-${side}`, 'rIn', 1e6),
    ]),
  );
}

const placed = (rig: Rig): Placing => outcome(placeBuffers(rig, null, 'all'));

function worstOf(rig: Rig): number {
  const of = inSetting(rig, { variant: null, sound: rig.sounds[0]!.id });
  const tones = traceIn(of).paths.flatMap((path) => toneAlong(of, path) ?? []);
  return Math.max(0, ...tones.flatMap(({ dull, peak }) => [-dull.db, peak.db]));
}

function after(rig: Rig, stands: readonly Stands[]): Rig {
  const done = placementEdits(rig, null, stands);
  if ('reason' in done) throw new Error(done.reason);
  return done.trial;
}

const plugs = (rig: Rig): readonly string[] =>
  rig.leads
    .flatMap(({ from, to }) => {
      const [a, b] = [from.at[0], to.at[0]];
      return a && b ? [`${a.box}/${a.jack} > ${b.box}/${b.jack}`] : [];
    })
    .sort();

describe('buffers in stereo', () => {
  test('a box with two sides is a buffer of two, by the jacks of each; a stereo effect is none', () => {
    const rig = build('stereo buffer, stereo delay, buffer');
    expect(rig.boxes.map((box) => sidesOf(box))).toEqual([
      [
        { in: 'in-l', out: 'out-l' },
        { in: 'in-r', out: 'out-r' },
      ],
      [],
      [{ in: 'in', out: 'out' }],
    ]);
    expect(rig.boxes.filter(isBuffer)).toHaveLength(2);
  });

  test('one for each side: both stand, left and right, and no side is lost by it', () => {
    const rig = stereo('buffer x2', 12);
    const { best, today, positions } = placed(rig);
    expect(today.over).toBe(1);
    // Guitar to chorus, chorus to delay, delay to amplifier.
    expect(positions).toBe(3);
    expect(best.fewest.over).toBe(0);
    expect(best.fewest.stands.map(({ words }) => words)).toEqual([
      'left, between Stereo delay and Stereo power amp',
      'right, between Stereo delay and Stereo power amp',
    ]);
    const done = after(rig, best.fewest.stands);
    expect(worstOf(done)).toBeCloseTo(best.fewest.worstDb, 1);
    expect(plugs(done)).toEqual(
      [
        ...PLUGS.map((plug) => plug.replace('=', '>')).filter((plug) => !plug.includes('delay/out')),
        'stereo-delay/out-l > buffer/in',
        'buffer/out > stereo-power-amp/in-l',
        'stereo-delay/out-r > buffer-2/in',
        'buffer-2/out > stereo-power-amp/in-r',
      ].sort(),
    );
    // Where they stand so there is nothing left to do, and they are found there.
    expect(placementEdits(done, null, best.fewest.stands)).toMatchObject({ edits: [] });
    expect(placed(done).today.stands).toHaveLength(2);
  });

  test('one buffer alone goes nowhere in stereo: the other side would be without', () => {
    const { best } = placed(stereo('buffer', 12));
    expect(best.fewest.over).toBe(1);
    for (const { stands } of Object.values(best))
      expect(stands.every(({ words }) => words === 'between Guitar and Stereo chorus')).toBe(true);
  });

  test('one box with two sides does it by itself, and is told once', () => {
    const rig = stereo('stereo buffer', 12);
    const { best } = placed(rig);
    expect(best.fewest).toMatchObject({ over: 0 });
    expect(best.fewest.stands).toHaveLength(1);
    expect(best.fewest.stands[0]).toMatchObject({
      name: 'Stereo buffer',
      words: 'between Stereo delay and Stereo power amp',
      beside: null,
    });
    const done = after(rig, best.fewest.stands);
    expect(worstOf(done)).toBeCloseTo(best.fewest.worstDb, 1);
    expect(plugs(done)).toContain('stereo-delay/out-r > stereo-buffer/in-r');
    expect(plugs(done)).toContain('stereo-buffer/out-r > stereo-power-amp/in-r');
    expect(placed(done).today).toMatchObject({ over: 0 });
  });

  test('what stands beside a buffer and is none keeps it where it is', () => {
    const rig = build(
      'guitar, stereo delay, isolator, buffer, stereo power amp',
      'guitar/out > stereo-delay/in-l',
      'stereo-delay/out-l > buffer/in',
      'buffer/out > stereo-power-amp/in-l',
      'stereo-delay/out-r > isolator/in',
      'isolator/out > stereo-power-amp/in-r',
    );
    const told = placed(rig);
    expect([...told.notes, ...told.today.stands.map(({ words }) => words)].join(' ')).not.toBe('');
    expect(plugs(after(rig, told.best.fewest.stands))).toContain('stereo-delay/out-r > isolator/in');
  });
});

describe('what could be bought', () => {
  test('in stereo a box with two sides comes first: one for one side alone does not do', () => {
    const told = placed(stereo('', 12));
    expect(told.today.over).toBe(1);
    expect(told.more[0]).toMatchObject({ name: 'Stereo buffer', over: 0 });
    expect(told.more[0]!.stands).toHaveLength(1);
    expect(told.more.slice(1).every(({ over }) => over === 1)).toBe(true);
  });

  test('every kind that brings something, each with what it brings, in the order of that', () => {
    const long = edited(
      build('guitar, od, combo', 'guitar/out > overdrive/in', 'overdrive/out > combo/input'),
      set('overdrive', 'drive', 'off'),
      { edit: 'setLeadLength', arguments: { id: 'lead-2', lengthM: 18, by: 'hand' } },
    );
    const { more, today } = placed(long);
    expect(today.over).toBe(1);
    expect(more.flatMap(({ name, alike }) => [name, ...alike])).toEqual(
      expect.arrayContaining(['Buffer', 'Output buffer', 'Weak buffer']),
    );
    // What does the same in the same place is one line, by the usual one.
    expect(more[0]!.alike.length).toBeGreaterThan(0);
    const lines = more.map(
      ({ stands, worstDb }) => `${stands.map(({ to }) => to).join()} ${worstDb.toFixed(1)}`,
    );
    expect(new Set(lines).size).toBe(lines.length);
    for (const one of more) expect(one.over < today.over || one.worstDb < today.worstDb - 0.05).toBe(true);
    const keys = more.map(
      ({ over, stands, worstDb }) => over * 1e6 + stands.length * 1e3 + Math.round(worstDb * 10),
    );
    expect(keys).toEqual([...keys].sort((a, b) => a - b));
    // Alike to a tenth the usual one is named first.
    expect(more[0]).toMatchObject({ name: 'Buffer', over: 0 });
  });

  test('where one is not enough, the best of them with one more', () => {
    const rig = edited(stereo('', 12), {
      edit: 'setLeadLength',
      arguments: { id: 'lead-1', lengthM: 9, by: 'hand' },
    });
    const far = edited(rig, figure('stereo-chorus', 'in-l', 'rIn', 200_000));
    const { more } = placed(far);
    const two = more.find(({ wares }) => wares.length === 2)!;
    const one = more.find(({ wares }) => wares.length === 1)!;
    expect(two.wares[0]).toEqual(one.wares[0]);
    expect(two.over < one.over || two.worstDb < one.worstDb).toBe(true);
    expect(two.name).toMatch(/ and |2 × /);
    const done = boughtEdits(far, null, two);
    if ('reason' in done) throw new Error(done.reason);
    const after = trialOf(far, { edit: 'together', arguments: { label: '', edits: done.edits } });
    expect(after.boxes).toHaveLength(far.boxes.length + 2);
    expect(worstOf(after)).toBeCloseTo(two.worstDb, 1);
  });

  test('added and placed as one change: it brings what was told, under names that the rig has free', () => {
    const rig = stereo('', 12);
    const [first] = placed(rig).more;
    const done = boughtEdits(rig, null, first!);
    if ('reason' in done) throw new Error(done.reason);
    const after = trialOf(rig, { edit: 'together', arguments: { label: '', edits: done.edits } });
    expect(after.boxes.at(-1)).toMatchObject({ id: 'stereo-buffer', name: 'Stereo buffer' });
    expect(worstOf(after)).toBeCloseTo(first!.worstDb, 1);
    expect(placed(after).today).toMatchObject({ over: 0 });
  });
});
