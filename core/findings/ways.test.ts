// What goes by whatever way: speaker level, levels between jacks, preamps and cabinets in a row, knobs at zero, air.
import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import type { Rig } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { proved } from '../testing/finding-cases-hum';
import { mode, replug, REST, set } from '../testing/short-edits';
import { report } from '../testing/of-wiring';
import { cureOf } from './index';

const lines = (rig: Rig) => report(rig, null, null).filter(({ severity }) => severity !== 'note');
/** Each line as its code, with what it offers. */
const told = (rig: Rig) =>
  lines(rig).map(({ code, finding }) => [code, cureOf(rig, finding)?.label ?? null] as const);
const codes = (rig: Rig) => lines(rig).map(({ code }) => code);
const knob = (box: string, control: string, position: number): EditCall => ({
  edit: 'setControl',
  arguments: { box, control, position, basis: null, scope: REST },
});

const HEAD = 'guitar/out > valve-head/input';
const withTap = (...plugs: string[]) =>
  proved(
    build(
      'guitar, valve head, cab 16 100w, speaker tap, desk, mic',
      HEAD,
      'valve-head/spk-16 = speaker-tap/in',
      ...plugs,
    ),
  );
const heads = (line: string, ...plugs: string[]) =>
  build(`guitar, valve head, valve head, ${line}`, HEAD, ...plugs);

describe('speaker level', () => {
  test('by a through jack into a desk is one line; the line out beside it is right', () => {
    expect(told(withTap('speaker-tap/through = desk/ch-1'))).toEqual([
      ['SAFE-SPKOUT', 'Take lead 3 from LINE OUT of Speaker tap, amplifier switched off'],
    ]);
    expect(told(withTap('speaker-tap/through = cabinet/in', 'speaker-tap/line-out - desk/ch-1'))).toEqual([]);
  });

  test('behind an attenuator it is speaker level still', () => {
    const rig = build(
      'guitar, valve head, cab 8 100w, attenuator, desk',
      HEAD,
      'valve-head/spk-8 = attenuator/in',
      'attenuator/out = desk/ch-1',
    );
    expect(told(rig)).toEqual([
      ['SAFE-SPKOUT', 'Re-plug lead 3 into SPK IN of Cabinet, amplifier switched off'],
    ]);
  });

  test('on ears it deafens', () => {
    const rig = build('guitar, valve head, headphones', HEAD, 'valve-head/spk-16 = headphones/in');
    expect(lines(rig)[0]!.why).toMatch(/^This can deafen/);
  });

  test('a tap by itself is no load: the load goes on its through jack', () => {
    expect(told(withTap('speaker-tap/line-out - desk/ch-1'))).toEqual([
      ['SAFE-TAPONLY', 'Plug a lead: THROUGH of Speaker tap to SPK IN of Cabinet, amplifier switched off'],
    ]);
  });

  test('each side of a stereo amplifier wants its own load: one side’s fault hides nothing of the other', () => {
    const sides = (...plugs: string[]) =>
      build(
        'guitar, unit, valve power amp, cab 16 100w, desk',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > valve-power-amp/in-l',
        ...plugs,
      );
    const noLoad = (rig: Rig) =>
      lines(rig)
        .filter(({ code }) => code === 'SAFE-NOLOAD')
        .map(({ text }) => text);
    expect(noLoad(sides('valve-power-amp/spk-16-l = cabinet/in'))).toEqual([
      'No load on Valve power amp: nothing on R SPK 16 Ω, R SPK 8 Ω takes its power.',
    ]);
    const wrong = sides('valve-power-amp/spk-16-l = desk/ch-1');
    expect(codes(wrong)).toContain('SAFE-SPKOUT');
    expect(noLoad(wrong)).toHaveLength(1);
  });

  test('two amplifiers joined by a lead are one danger, crossed leads put right first', () => {
    expect(told(heads('cab 16 100w', 'valve-head/spk-16 = valve-head-2/spk-16'))).toEqual([
      ['WIRE-JOINED', 'Re-plug lead 2 into SPK IN of Cabinet, amplifier switched off'],
    ]);
    const crossed = heads(
      'cab 16 100w, cab 16 100w',
      'valve-head/spk-16 = valve-head-2/spk-16',
      'cabinet/in = cabinet-2/in',
    );
    expect(told(crossed)).toEqual([
      ['WIRE-JOINED', 'Exchange the plugs of lead 2 and lead 3, amplifier switched off'],
    ]);
  });

  test('a Y without speaker facts passes it on, in whichever of its tails it comes', () => {
    const two = (tap: string, ...tails: readonly [string, string, string]) =>
      build(
        'guitar, valve head, cab 16 100w, cab 16 100w, y lead',
        HEAD,
        `valve-head/${tap} = y-lead/${tails[0]}`,
        `y-lead/${tails[1]} = cabinet/in`,
        `y-lead/${tails[2]} = cabinet-2/in`,
      );
    expect(told(two('spk-8', 'one', 'two-a', 'two-b'))).toEqual([]);
    expect(told(two('spk-8', 'two-b', 'two-a', 'one'))).toEqual([]);
    expect(codes(two('spk-16', 'two-a', 'one', 'two-b'))).toEqual(['SAFE-IMPED']);
    const thin = edited(two('spk-8', 'one', 'two-a', 'two-b'), {
      edit: 'setLeadKind',
      arguments: { id: 'lead-3', kind: 'instrument' },
    });
    expect(told(thin)).toEqual([['SAFE-SPKLEAD', 'Make lead 3 a speaker lead, amplifier switched off']]);
  });
});

describe('a Y', () => {
  test('splits; joining two outputs is one line, and a danger where they drive loudspeakers', () => {
    const splits = build(
      'guitar, combo, combo, y lead',
      'guitar/out > y-lead/two-b',
      'y-lead/one > combo/input',
      'y-lead/two-a > combo-2/input',
    );
    expect(told(splits)).toEqual([]);
    const joins = plugged(
      build('guitar, unit, combo, y lead', 'guitar/out > multi-effects/input'),
      'multi-effects/out-1-l > y-lead/one',
      'multi-effects/out-1-r > y-lead/two-b',
      'y-lead/two-a > combo/input',
    );
    expect(lines(joins).map(({ code, severity }) => [code, severity])).toEqual([['WIRE-JOINED', 'fault']]);
    const amplifiers = heads(
      'cab 16 100w, y lead',
      'valve-head/spk-16 = y-lead/one',
      'valve-head-2/spk-16 = y-lead/two-a',
      'y-lead/two-b = cabinet/in',
    );
    expect(lines(amplifiers).map(({ code, severity }) => [code, severity])).toEqual([
      ['WIRE-JOINED', 'danger'],
    ]);
  });
});

describe('levels', () => {
  const toSpeaker = (plug: string) =>
    edited(
      build('guitar, unit, powered speaker', 'guitar/out > multi-effects/input', plug),
      set('multi-effects', 'amp', 'on'),
      set('multi-effects', 'cab', 'on'),
    );

  test('do not hang on which end was drawn first', () => {
    const drawn = [
      'multi-effects/out-1-l > powered-speaker/in',
      'powered-speaker/in > multi-effects/out-1-l',
    ];
    for (const plug of drawn)
      expect(told(toSpeaker(plug))).toEqual([['LEVEL-MODE', 'Set OUT 1 L of Multi-effects to line']]);
  });

  test('a pickup is loaded down by a mic input; a through jack has the level of what comes in', () => {
    expect(codes(build('guitar, desk', 'guitar/out > desk/ch-1'))).toContain('LEVEL-MODE');
    const byDi = build(
      'guitar, di, combo, desk',
      'guitar/out > passive-di/in',
      'passive-di/through > combo/input',
      'passive-di/out - desk/ch-1',
    );
    expect(codes(byDi)).not.toContain('LEVEL-MODE');
  });

  test('a line out with a range of levels is line level still, whatever comes into the return', () => {
    const rig = build(
      'guitar, delay, solid-state combo, desk',
      'guitar/out > solid-state-combo/input',
      'solid-state-combo/send > digital-delay/in',
      'digital-delay/out > solid-state-combo/return',
      'solid-state-combo/line-out > desk/ch-1',
    );
    expect(told(rig)).toContainEqual(['LEVEL-MODE', 'Set CH 1 of Desk to line']);
    expect(codes(edited(rig, mode('desk', 'ch-1', 'line')))).not.toContain('LEVEL-MODE');
  });
});

describe('preamps and cabinets in a row', () => {
  test('an amp model on in the amplifier’s own loop', () => {
    const rig = edited(
      build(
        'guitar, unit, valve head, cab 16 100w',
        HEAD,
        'valve-head/send > multi-effects/input',
        'multi-effects/out-1-l > valve-head/return',
        'valve-head/spk-16 = cabinet/in',
      ),
      set('multi-effects', 'amp', 'on'),
    );
    expect(told(rig)).toEqual([['MODEL-DOUBLE', 'Set Amp model of Multi-effects to off']]);
    expect(lines(rig)[0]!.text).toContain('is on behind a real preamp');
  });
});

describe('knobs', () => {
  const open = (): Rig => {
    const rig = fourCable();
    return {
      ...rig,
      boxes: rig.boxes.map((box) => ({ ...box, controls: box.controls.filter(({ id }) => id !== 'master') })),
    };
  };

  test('noted fully up says nothing of where to begin; noted low it does', () => {
    expect(told(edited(open(), knob('multi-effects', 'output', 1)))).toEqual([
      ['SAFE-OPENPOWER', 'Start with OUTPUT of Multi-effects at 8:00'],
    ]);
    expect(told(edited(open(), knob('multi-effects', 'output', 0.3)))).toEqual([]);
    const why = (rig: Rig) => lines(rig).find(({ code }) => code === 'SAFE-OPENPOWER')!.why;
    expect(why(edited(open(), knob('multi-effects', 'output', 1)))).toContain('noted fully up');
    expect(why(open())).toContain('nobody has noted where it stands');
  });

  test('a guitar’s volume and a pedal under the foot set no level', () => {
    const line = 'guitar, volume pedal, valve head, cab 16 100w';
    const rig = build(
      line,
      'guitar/out > volume-pedal/in',
      'volume-pedal/out > valve-head/return',
      'valve-head/spk-16 = cabinet/in',
    );
    const wide = {
      ...rig,
      boxes: rig.boxes.map((box) => ({ ...box, controls: box.controls.filter(({ id }) => id !== 'master') })),
    };
    const found = lines(wide).find(({ code }) => code === 'SAFE-OPENPOWER');
    expect(found!.why).toContain('Nothing ahead of it sets the level');
  });

  test('at zero on the only way of a sound close it; on one of two ways they do not', () => {
    const pedal = build(
      'guitar, volume pedal, combo, combo, y lead',
      'guitar/out > y-lead/one',
      'y-lead/two-a > volume-pedal/in',
      'volume-pedal/out > combo/input',
      'y-lead/two-b > .',
    );
    const shut = edited(pedal, knob('volume-pedal', 'treadle', 0));
    expect(told(shut)).toContainEqual(['WIRE-SHUT', 'Turn TREADLE of Volume pedal up to 5:00']);
    expect(codes(edited(shut, replug('lead-4', 'to', 'combo-2/input')))).not.toContain('WIRE-SHUT');
    expect(told(edited(fourCable(), knob('valve-head', 'master', 0)))).toEqual([
      ['WIRE-SHUT', 'Turn MASTER of Valve head up to 12:00'],
    ]);
  });
});

describe('a path and its jacks', () => {
  test('a feed in the headphone output, and in an output of another flow', () => {
    expect(told(edited(fourCable(), replug('lead-5', 'from', 'multi-effects/phones')))).toEqual([
      ['WIRE-GRID', 'Re-plug lead 5 into OUT 1 L of Multi-effects'],
    ]);
    const desk = edited(
      build('guitar, unit, desk', 'guitar/out > multi-effects/input', 'multi-effects/out-2-l - desk/ch-1'),
      set('multi-effects', 'amp', 'on'),
      set('multi-effects', 'cab', 'on'),
      mode('desk', 'ch-1', 'line'),
    );
    expect(told(desk)).toEqual([['WIRE-GRID', 'Change the path inside Multi-effects']]);
  });
});

describe('over the air', () => {
  const wedge = (...more: string[]) =>
    build('mic, desk, wedge', 'microphone/out - desk/ch-1', 'desk/aux-1 - wedge/in', ...more);

  test('a microphone that hears its own wedge is a caution, and no crossed pair', () => {
    const [line, ...more] = lines(wedge('wedge/air ~ microphone/air'));
    expect(more).toEqual([]);
    expect([line!.code, line!.severity]).toEqual(['SAFE-FEEDBACK', 'caution']);
    expect(line!.text).toContain('Channel 1 of Desk and Full-range loudspeaker of Wedge');
    expect(told(wedge())).toEqual([]);
  });

  test('what goes on to an aux is told of at the desk’s channel, once', () => {
    const rig = build(
      'guitar, unit, desk, wedge',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > desk/ch-1',
      'desk/aux-1 - wedge/in',
    );
    expect(codes(rig)).toEqual(['MODEL-MISSING']);
  });
});
