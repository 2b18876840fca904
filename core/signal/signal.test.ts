import { describe, expect, test } from '@jest/globals';
import { outletWant } from '../edits';
import { build, edited, fourCable, plugged, SOUND } from '../testing/build';
import { DIRECT_NIGHT, twoNights } from '../testing/nights';
import { inNight, inSetting, makeSound, type Rig } from '../model';
import { graphIn, resolve, trace, wantedOutputs, wishFor } from './index';

const route = (rig: Rig, setting = SOUND as { variant: string | null; sound: string }) =>
  trace(rig, setting).paths.map((path) =>
    path.sections.map((s) => `${s.box.tag}.${s.block.id}${s.stereo ? '²' : ''}`).join(' '),
  );

describe('resolved state', () => {
  const rig = edited(
    fourCable(),
    { edit: 'addSound', arguments: { sound: makeSound('lead', 'Lead'), index: 1 } },
    {
      edit: 'addVariant',
      arguments: { variant: { id: 'v', name: 'V', leads: {}, state: makeSound('x', 'x').state, notes: '' } },
    },
    {
      edit: 'setBlockState',
      arguments: { box: 'fuzz', block: 'fuzz', state: 'on', scope: { layer: 'sound', id: 'lead' } },
    },
    {
      edit: 'setBlockState',
      arguments: { box: 'fuzz', block: 'fuzz', state: 'on', scope: { layer: 'variant', id: 'v' } },
    },
    {
      edit: 'setBlockState',
      arguments: { box: 'fuzz', block: 'fuzz', state: 'off', scope: { layer: 'sound', id: 'sound-1' } },
    },
  );
  const box = rig.boxes.find((b) => b.id === 'fuzz')!;
  const block = box.blocks[0]!;

  test.each([
    [null, 'lead', 'on', 'sound'],
    ['v', 'sound-1', 'off', 'sound'],
    ['v', 'nothing', 'on', 'variant'],
    [null, 'nothing', 'off', 'rest'],
  ])('variant %s, sound %s: %s from %s', (variant, sound, state, from) => {
    const found = resolve(rig, { variant, sound }).blockState(box, block);
    expect([found.state.id, found.from]).toEqual([state, from]);
  });
});

describe('the four-cable rig', () => {
  test('is one way through both halves of the unit and of the head', () => {
    expect(route(fourCable())).toEqual([
      'GUITAR.pickups FUZZ.fuzz MULTI.drive MULTI.loop-1 VALVE.preamp MULTI.loop-1 MULTI.amp MULTI.cab MULTI.chorus² MULTI.delay² MULTI.reverb² VALVE.power CABINET.speaker',
    ]);
  });

  test('knows what stands ahead of the preamp and what after', () => {
    const sides = trace(fourCable(), SOUND).paths[0]!.sections.map((s) => s.side);
    expect(sides).toEqual([...Array<string>(4).fill('ahead'), 'preamp', ...Array<string>(8).fill('after')]);
  });

  test('with the loop off the preamp is out, and its send has no listener', () => {
    const off = edited(fourCable(), {
      edit: 'setBlockState',
      arguments: { box: 'multi-effects', block: 'loop-1', state: 'off', scope: { layer: 'rest' } },
    });
    expect(route(off)[0]).not.toContain('preamp');
    expect(trace(off, SOUND).paths[0]!.sections.every((s) => s.side === 'none')).toBe(true);
  });
});

describe('normalled jacks', () => {
  const head = () =>
    build(
      'guitar, valve head, cabinet 16',
      'guitar/out > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
    );
  test('a series loop with nothing plugged in is joined', () => {
    expect(route(head())).toEqual(['GUITAR.pickups VALVE.preamp VALVE.power CABINET.speaker']);
  });
  test('a plug in the return breaks it, and the signal ends at the send', () => {
    const rig = plugged(head(), '. > valve-head/return');
    expect(route(rig)).toEqual([]);
    expect(trace(rig, SOUND).ends[0]).toMatchObject({ type: 'jack', box: 'valve-head', jack: 'send' });
  });
  test('a plug in the send alone does not, unless the manual says so', () => {
    const rig = plugged(head(), 'valve-head/send > .');
    expect(route(rig)).toHaveLength(1);
    const broken: Rig = {
      ...rig,
      boxes: rig.boxes.map((b) => ({
        ...b,
        jacks: b.jacks.map((j) => (j.id === 'return' ? { ...j, brokenBySendToo: true } : j)),
      })),
    };
    expect(route(broken)).toEqual([]);
  });
});

describe('mono and stereo', () => {
  test('a mono lead that both halves of a stereo input hear is one way', () => {
    const rig = build(
      'guitar, midi delay, combo',
      'guitar/out > midi-delay/in-l',
      'midi-delay/out-l > combo/input',
    );
    expect(route(rig)).toHaveLength(1);
    const both = plugged(rig, '. > midi-delay/in-r');
    expect(route(both)).toHaveLength(1);
    expect(trace(rig, SOUND).paths[0]!.steps).toEqual(trace(both, SOUND).paths[0]!.steps);
  });

  test('an unplugged right output is summed into the left', () => {
    const rig = fourCable();
    const left = (r: Rig) => graphIn(inSetting(r, SOUND)).edges.filter((e) => e.via.type === 'wire').length;
    expect(left(rig)).toBe(left(plugged(rig, 'multi-effects/out-1-r > .')) + 1);
  });
});

describe('which guitar', () => {
  const shared = () =>
    build('guitar, baritone, fuzz, combo', 'guitar/out+baritone/out > fuzz/in', 'fuzz/out > combo/input');
  test('the first plays until the sound says another', () => {
    expect(route(shared())).toEqual(['GUITAR.pickups FUZZ.fuzz COMBO.preamp COMBO.power COMBO.speaker']);
    const other = edited(shared(), {
      edit: 'setGuitar',
      arguments: { sound: 'sound-1', guitar: 'baritone', pickup: null },
    });
    expect(route(other)[0]).toMatch(/^BRTN\.pickups FUZZ/);
  });
});

describe('air', () => {
  test('a microphone hears the cabinet, and only through air', () => {
    const base = build('guitar, combo, mic, desk', 'guitar/out > combo/input', 'microphone/out - desk/ch-1');
    expect(route(base)).toHaveLength(1);
    expect(route(plugged(base, 'combo/air ~ microphone/air'))[1]).toMatch(
      /speaker MCRPHN\.capsule DESK\.mix-1$/,
    );
    expect(route(plugged(base, 'combo/air > microphone/air'))).toHaveLength(1);
  });

  test('is no lead: what is made for plugs hears nothing by it, and a plug nothing in it', () => {
    expect(route(build('guitar, combo', 'guitar/out ~ combo/input'))).toEqual([]);
    const near = build('guitar, combo, desk', 'guitar/out > combo/input');
    expect(route(plugged(near, 'combo/air > desk/ch-1'))).toHaveLength(1);
    expect(route(plugged(near, 'combo/air ~ desk/ch-1'))).toHaveLength(1);
  });
});

describe('where a path ends', () => {
  test('a tuner that mutes', () => {
    const rig = edited(build('guitar, tuner, combo', 'guitar/out > tuner/in', 'tuner/out > combo/input'), {
      edit: 'setBlockState',
      arguments: { box: 'tuner', block: 'tuner', state: 'tuning', scope: { layer: 'rest' } },
    });
    expect(route(rig)).toEqual([]);
    expect(trace(rig, SOUND).ends[0]).toMatchObject({ type: 'port', box: 'tuner', block: 'tuner' });
  });

  test('a lead the wrong way round still carries sound; output to output does not', () => {
    expect(route(build('guitar, combo', 'combo/input > guitar/out'))).toHaveLength(1);
    expect(route(build('guitar, fuzz, combo', 'guitar/out > fuzz/out', 'fuzz/in > combo/input'))).toEqual([]);
  });
});

describe('cycles', () => {
  test('SEND and OUT of the unit crossed: the preamp hears itself', () => {
    const rig = edited(fourCable(), {
      edit: 'exchangeEnds',
      arguments: { a: { lead: 'lead-3', side: 'from' }, b: { lead: 'lead-5', side: 'from' } },
    });
    const { cycles } = trace(rig, SOUND);
    expect(cycles).toHaveLength(1);
    expect([...cycles[0]!.leads].sort()).toEqual(
      ['lead-4', 'lead-5']
        .sort()
        .map((l) => (l === 'lead-5' ? 'lead-3' : l))
        .sort(),
    );
    expect(cycles[0]!.blocks).toContainEqual({ box: 'valve-head', block: 'preamp' });
  });
  test('a sound rig has none', () => {
    expect(trace(fourCable(), SOUND).cycles).toEqual([]);
  });
});

test('results are kept while what they read is the same', () => {
  const rig = fourCable();
  const other = edited(rig, { edit: 'setTitle', arguments: { title: 'Other' } });
  expect(trace(other, SOUND)).toBe(trace(rig, SOUND));
  const moved = edited(rig, { edit: 'unplug', arguments: { lead: 'lead-1', side: 'to' } });
  expect(trace(moved, SOUND)).not.toBe(trace(rig, SOUND));
});

test('wishes come from the category until somebody says otherwise', () => {
  const rig = build('fuzz, delay, chorus, od, mic, desk');
  const of = (r: Rig, id: string) => {
    const box = r.boxes.find((b) => b.id === id)!;
    return wishFor(r, box, box.blocks[0]!);
  };
  expect(['fuzz', 'digital-delay', 'chorus', 'overdrive'].map((id) => of(rig, id))).toEqual([
    'pickup',
    'after',
    'after',
    'ahead',
  ]);
  const said = edited(rig, {
    edit: 'setWant',
    arguments: { want: { type: 'effect', id: 'w', box: 'chorus', block: 'chorus', where: 'ahead' } },
  });
  expect(of(said, 'chorus')).toBe('ahead');
  for (const [line, kinds] of [
    ['guitar, combo, mic, desk', ['loudspeaker', 'desk']],
    ['guitar, combo, desk', ['loudspeaker']],
    ['guitar, unit, desk', ['desk']],
    ['guitar, unit, ears', ['monitor']],
    ['guitar', ['loudspeaker']],
  ] as const)
    expect(wantedOutputs(inNight(build(line), null)).map((w) => w.kind)).toEqual(kinds);
});

test('a night has its own wishes for outlets, else those of the base', () => {
  const two = edited(
    twoNights(),
    outletWant({ box: 'cabinet', jack: 'air' }),
    outletWant({ box: 'desk', jack: 'ch-1' }, [], DIRECT_NIGHT),
  );
  const wanted = (rig: Rig, night: string | null) =>
    wantedOutputs(inNight(rig, night)).map(({ at }) => at?.box);
  expect(wanted(two, null)).toEqual(['cabinet']);
  expect(wanted(two, DIRECT_NIGHT)).toEqual(['desk']);
  const [, own] = two.wants;
  expect(wanted(edited(two, { edit: 'removeWant', arguments: { id: own!.id } }), DIRECT_NIGHT)).toEqual([
    'cabinet',
  ]);
  expect(edited(two, { edit: 'removeVariant', arguments: { id: DIRECT_NIGHT } }).wants).toHaveLength(1);
});
