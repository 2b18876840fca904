import { describe, expect, test } from '@jest/globals';
import { judge } from '../findings';
import { outletWant, type EditCall } from '../edits';
import { isLink, jackKey, misplaced, rowsOf, type Rig } from '../model';
import { trace } from '../signal';
import { build, edited } from '../testing/build';
import { bindTemplate, reconcile, TEMPLATES, type Template } from './index';

const named = (name: string): Template => TEMPLATES.find((t) => t.name.startsWith(name))!;
const FOUR = named('Four-cable');
const LATE = named('Four-cable and a feed, split');
const DOUBLED = named('Four-cable and a feed, effects');
const [LOOP, DIRECT, INSERT] = [named('In the loop'), named('Direct'), named('Outboard')];

const reason = (rig: Rig, template: Template): string => {
  const wanted = bindTemplate(rig, template);
  return 'reason' in wanted ? wanted.reason : 'can be had';
};

function taken(rig: Rig, template: Template): Rig {
  const wanted = bindTemplate(rig, template);
  if ('reason' in wanted) throw new Error(wanted.reason);
  return edited(rig, { edit: 'takeRouting', arguments: reconcile(rig, template.name, wanted) });
}

const wish = (box: string, jack: string): EditCall => outletWant({ box, jack });

/** Leads as `box/jack > box/jack`, links among them. */
const leads = (rig: Rig) =>
  rig.leads.map(({ from, to }) => `${from.at.map(jackKey).join('|')} > ${to.at.map(jackKey).join('|')}`);

/** What each path passes that is on, the last of it being where it is heard. */
const ways = (rig: Rig) =>
  trace(rig, { variant: null, sound: rig.sounds[0]!.id }).paths.map((path) =>
    path.sections.filter((s) => s.state.id !== 'off').map((s) => `${s.box.id}:${s.block.id}`),
  );

const bad = (rig: Rig) =>
  judge(rig, null)
    .filter((f) => f.severity === 'danger' || f.severity === 'fault')
    .map((f) => f.code);

/** Nothing of it changes when it is taken twice. */
function settles(rig: Rig, template: Template) {
  const wanted = bindTemplate(rig, template);
  if ('reason' in wanted) throw new Error(wanted.reason);
  const { put, move, away, blocks, wires } = reconcile(rig, template.name, wanted);
  expect([put, move, away, blocks, wires]).toEqual([[], [], [], [], []]);
}

test('an output that gives what another one gives is none for a feed of its own', () => {
  const rig = build('guitar, stereo-loop unit, valve head, cab 16, desk');
  expect(reason(rig, LATE)).toMatch(/no output left for the feed/);
  expect(reason(rig, FOUR)).toBe('can be had');
});

describe('in the loop', () => {
  test('guitar and drives at the input, unit and echoes between send and return', () => {
    const rig = taken(build('guitar, od, delay, unit, valve head, cab 16'), LOOP);
    expect(leads(rig)).toEqual([
      'guitar/out > overdrive/in',
      'overdrive/out > valve-head/input',
      'valve-head/send > digital-delay/in',
      'digital-delay/out > multi-effects/input',
      'multi-effects/out-1-l > valve-head/return',
      'valve-head/spk-16 > cabinet/in',
    ]);
    expect(bad(rig)).toEqual([]);
    settles(rig, LOOP);
  });

  test('without a unit the pedals that are wished after the preamp; without any there is no such routing', () => {
    const rig = taken(build('guitar, od, delay, reverb, valve head, cab 16'), LOOP);
    expect(leads(rig).slice(2, 5)).toEqual([
      'valve-head/send > digital-delay/in',
      'digital-delay/out > reverb/in',
      'reverb/out > valve-head/return',
    ]);
    expect(reason(build('guitar, od, valve head, cab 16'), LOOP)).toMatch(/loop would be empty/);
    expect(reason(build('guitar, delay, combo'), LOOP)).toBe('Combo has no effects loop.');
  });
});

describe('direct', () => {
  test('amp and cabinet model on, line level into the desk', () => {
    const rig = taken(build('guitar, od, unit, desk'), DIRECT);
    expect(leads(rig)).toEqual([
      'guitar/out > overdrive/in',
      'overdrive/out > multi-effects/input',
      'multi-effects/out-1-l > desk/ch-1',
    ]);
    expect(ways(rig)[0]).toEqual(expect.arrayContaining(['multi-effects:amp', 'multi-effects:cab']));
    const mode = (box: string, jack: string) =>
      rig.boxes.find((b) => b.id === box)!.jacks.find((j) => j.id === jack)!.mode;
    expect([mode('multi-effects', 'out-1-l'), mode('desk', 'ch-1')]).toEqual(['line', 'line']);
    expect(bad(rig)).toEqual([]);
  });

  test('by a DI where there is one, its through jack being one more output', () => {
    const gear = edited(
      build('guitar, small unit, di, desk, powered speaker, headphones, ears'),
      wish('desk', 'ch-2'),
      wish('powered-speaker', 'in'),
      wish('in-ear-pack', 'in'),
      wish('headphones', 'in'),
    );
    const rig = taken(gear, DIRECT);
    expect(leads(rig).slice(1)).toEqual([
      'small-unit/out-l > passive-di/in',
      'passive-di/out > desk/ch-2',
      'small-unit/out-r > powered-speaker/in',
      'passive-di/through > in-ear-pack/in',
      'small-unit/phones > headphones/in',
    ]);
    expect(bad(rig)).toEqual([]);
    settles(rig, DIRECT);
  });

  test('says what stands against it', () => {
    expect(reason(build('guitar, unit, valve head, cab 16'), DIRECT)).toMatch(/Cabinet is to be heard/);
    expect(reason(build('guitar, unit'), DIRECT)).toMatch(/no desk, full-range/);
    const three = edited(
      build('guitar, small unit, desk'),
      wish('desk', 'ch-1'),
      wish('desk', 'ch-2'),
      wish('desk', 'ch-3'),
    );
    expect(reason(three, DIRECT)).toBe('Small unit has no output left for CH 3 of Desk.');
  });

  test('an amplifier that stands by keeps its load', () => {
    const gear = edited(build('guitar, unit, valve head, cab 16, desk'), wish('desk', 'ch-1'));
    expect(leads(taken(gear, DIRECT))).toContain('valve-head/spk-16 > cabinet/in');
  });
});

describe('four-cable and a feed', () => {
  const gear = () => build('guitar, od, unit, valve head, cab 16, desk');

  test('split last: the echoes once, the cabinet model only on the way to the desk', () => {
    const rig = taken(gear(), LATE);
    expect(leads(rig)).toContain('multi-effects/out-2-l > desk/ch-1');
    const [toCabinet, toDesk] = ['cabinet', 'desk'].map((box) =>
      ways(rig).find((way) => way.at(-1)!.startsWith(box))!,
    );
    expect(toCabinet).not.toContain('multi-effects:cab');
    expect(toDesk!.slice(-3, -1)).toEqual(['multi-effects:reverb', 'multi-effects:cab']);
    expect(bad(rig)).toEqual([]);
    settles(rig, LATE);
  });

  test('doubled: every late effect on both ways, the twin bound to its original', () => {
    const rig = taken(gear(), DOUBLED);
    const unit = rig.boxes.find((box) => box.id === 'multi-effects')!;
    const twins = unit.blocks.filter((block) => block.twinOf !== undefined);
    expect(twins.map((block) => [block.id, block.twinOf])).toEqual([
      ['chorus-2', 'chorus'],
      ['delay-2', 'delay'],
      ['reverb-2', 'reverb'],
    ]);
    const toDesk = ways(rig).find((way) => way.at(-1)!.startsWith('desk'))!;
    expect(toDesk).toEqual(
      expect.arrayContaining(['multi-effects:cab', 'multi-effects:delay-2', 'multi-effects:reverb-2']),
    );
    expect(toDesk).not.toContain('multi-effects:delay');
    expect(bad(rig)).toEqual([]);
    settles(rig, DOUBLED);
    // And back: one more press gives the late split without the twins on its way.
    const late = taken(rig, LATE);
    expect(ways(late).flat()).not.toContain('multi-effects:delay-2');
    settles(late, LATE);
  });

  test('says what stands against it', () => {
    expect(reason(build('guitar, unit, valve head, cab 16'), LATE)).toMatch(/to feed/);
    const full = gear();
    const unit = full.boxes.find((box) => box.id === 'multi-effects')!;
    const small: Rig = {
      ...full,
      boxes: full.boxes.map((box) => (box === unit ? { ...box, slots: { blocks: 9 } } : box)),
    };
    expect(reason(small, DOUBLED)).toBe(
      'Multi-effects has room for 9 blocks; with its late effects doubled it would have 10.',
    );
  });
});

describe('outboard in a loop of the unit', () => {
  test('hangs in the free loop behind the preamp, the rest four-cable', () => {
    const rig = taken(build('guitar, od, unit, midi delay, valve head, cab 16'), INSERT);
    expect(leads(rig)).toEqual(
      expect.arrayContaining([
        'multi-effects/send-2 > midi-delay/in-l',
        'midi-delay/out-l > multi-effects/return-2',
        'valve-head/send > multi-effects/return-1',
      ]),
    );
    const [way] = ways(rig);
    expect(way!.indexOf('midi-delay:delay')).toBeGreaterThan(way!.indexOf('valve-head:preamp'));
    expect(bad(rig)).toEqual([]);
    settles(rig, INSERT);
    // Taking four-cable after it puts the outboard in the line; nothing is lost on the way back.
    settles(taken(taken(rig, FOUR), INSERT), INSERT);
  });

  test('in front or direct where there is no loop at the amplifier', () => {
    expect(leads(taken(build('guitar, unit, midi delay, combo'), INSERT))).toContain(
      'multi-effects/send-2 > midi-delay/in-l',
    );
    expect(leads(taken(build('guitar, unit, midi delay, desk'), INSERT))).toContain(
      'multi-effects/out-1-l > desk/ch-1',
    );
  });

  describe('goes by what the unit’s loops can', () => {
    const gear = build('guitar, unit, midi delay, valve head, cab 16');
    const withLoops = (...stands: ('first' | 'anywhere')[]): Rig => ({
      ...gear,
      boxes: gear.boxes.map((box) => ({
        ...box,
        ...(box.loops
          ? { loops: box.loops.map((loop, i) => ({ ...loop, stands: stands[i] ?? 'first' })) }
          : {}),
      })),
    });
    const ahead: EditCall = {
      edit: 'setWant',
      arguments: { want: { type: 'effect', id: 'w', box: 'midi-delay', block: 'delay', where: 'ahead' } },
    };

    test('what comes after the preamp does not go into a loop that can stand first only', () => {
      expect(reason(withLoops('anywhere', 'first'), INSERT)).toMatch(
        /free loop can stand first only; MIDI delay/,
      );
    });

    test('what goes ahead takes such a loop, and stands at the head of the row', () => {
      const rig = taken(edited(withLoops('anywhere', 'first'), ahead), INSERT);
      const unit = rig.boxes.find((box) => box.id === 'multi-effects')!;
      expect(leads(rig)).toContain('multi-effects/send-2 > midi-delay/in-l');
      expect(rowsOf(unit, unit.patches[0]!.wires).rows[0]!.blocks[0]).toBe('loop-2');
      expect(misplaced(unit, rowsOf(unit, unit.patches[0]!.wires))).toBeNull();
    });
  });

  test('says what stands against it', () => {
    expect(reason(build('guitar, unit, valve head, cab 16'), INSERT)).toMatch(/no outboard unit/);
    expect(reason(build('guitar, small unit, midi delay, combo'), INSERT)).toMatch(
      /Small unit has no free send and return for MIDI delay/,
    );
  });
});

test('a lead that is put away is taken before another one is fetched', () => {
  const four = taken(build('guitar, fuzz, unit, valve head, cab 16'), FOUR);
  const front = taken(four, named('All in front'));
  const away = front.leads.filter(({ from, to }) => from.at.length + to.at.length === 0);
  expect(away.length).toBeGreaterThan(0);
  const again = taken(front, FOUR);
  expect(again.leads.map(({ id, number }) => [id, number])).toEqual(
    front.leads.map(({ id, number }) => [id, number]),
  );
  expect(leads(again).sort()).toEqual(leads(four).sort());
});

describe('what stands around', () => {
  test('a radio pair is the beginning of every routing, its link no lead to number', () => {
    const rig = taken(build('guitar, baritone, wireless, od, combo'), named('All in front'));
    expect(leads(rig).slice(0, 3)).toEqual([
      'guitar/out|baritone/out > radio-transmitter/in',
      'radio-transmitter/radio > radio-receiver/radio',
      'radio-receiver/out > overdrive/in',
    ]);
    expect(rig.leads.filter(isLink)).toHaveLength(1);
    expect(bad(rig)).toEqual([]);
  });

  test('a line out feeds the desk; without one, or a microphone, the reason is given', () => {
    const solid = edited(build('guitar, od, solid-state combo, desk'), wish('desk', 'ch-1'));
    expect(leads(taken(solid, named('All in front')))).toContain('solid-state-combo/line-out > desk/ch-1');
    const valve = edited(build('guitar, od, combo, desk'), wish('desk', 'ch-1'));
    expect(reason(valve, named('All in front'))).toMatch(/Nothing comes out of Combo for CH 1 of Desk/);
  });

  test('an attenuator stands between head and cabinet; a load box takes a head to the desk', () => {
    const quiet = taken(build('guitar, od, valve head, attenuator, cab 8'), named('All in front'));
    expect(leads(quiet).slice(-2)).toEqual([
      'valve-head/spk-8 > attenuator/in',
      'attenuator/out > cabinet/in',
    ]);
    expect(bad(quiet)).toEqual([]);
    const silent = taken(build('guitar, od, valve head, load box, desk'), named('All in front'));
    expect(leads(silent).slice(-2)).toEqual([
      'valve-head/spk-8 > load-box/in',
      'load-box/line-out > desk/ch-1',
    ]);
    expect(bad(silent)).toEqual([]);
  });
});
