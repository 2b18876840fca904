// More setups of the trade: loop switchers, house feeds, boards of pedals.
import { describe, expect, test } from '@jest/globals';
import { judge } from './of-wiring';
import type { EditCall } from '../edits';
import { makeSound, type Scope } from '../model';
import { settingsOf, trace } from '../signal';
import { build, edited } from './build';
import { referenceRig } from './reference-rig';
import { codes, heard, leadBetween, moved, replug, set, take, variant } from './setup-kit';

describe('B: a loop switcher on a board, each pedal in a loop of its own', () => {
  const sounds: readonly (readonly [string, readonly string[]])[] = [
    ['clean', []],
    ['drive', ['loop-3']],
    ['wide', ['loop-1', 'loop-3']],
  ];
  const rig = () =>
    sounds.reduce(
      (r, [id, loops], index) =>
        edited(
          r,
          { edit: 'addSound', arguments: { sound: makeSound(id, id), index: index + 1 } },
          ...['loop-1', 'loop-2', 'loop-3', 'loop-4', 'loop-5'].map((loop) =>
            set('switcher', loop, loops.includes(loop) ? 'on' : 'off', { layer: 'sound', id }),
          ),
        ),
      edited(referenceRig(), set('chorus-2', 'chorus', 'on'), set('overdrive', 'drive', 'on')),
    );

  test('what a sound’s loops hold is on its way, and nothing else', () => {
    const board = ['chorus-2', 'chorus-3', 'overdrive', 'chorus-4', 'chorus-5'];
    sounds.forEach(([, loops], index) => {
      const passed = trace(rig(), settingsOf(rig(), null)[index + 1]!).paths.map((path) =>
        path.sections.map((s) => s.box.id).filter((id) => board.includes(id)),
      );
      const held = board.filter((_box, i) => loops.includes(`loop-${i + 1}`));
      for (const boxes of passed) expect([...new Set(boxes)]).toEqual(held);
    });
  });

  test('the tuner at its own output hears every sound and is on no way to the loudspeaker', () => {
    for (const setting of settingsOf(rig(), null))
      for (const path of trace(rig(), setting).paths)
        expect(path.sections.map((s) => s.box.id)).not.toContain('tuner');
  });

  test('a loop that is off in a sound for which its pedal was switched on is told', () => {
    const off = edited(rig(), set('overdrive', 'drive', 'off'), {
      ...set('overdrive', 'drive', 'on', { layer: 'sound', id: 'clean' }),
    });
    const found = judge(off, null).filter((f) => f.code === 'WIRE-LOOPOFF');
    expect(found.map((f) => [f.sound, f.parts[0]])).toEqual([
      ['clean', { type: 'block', id: 'switcher/loop-3' }],
    ]);
  });
});

describe('C: four-cable with a feed of its own to the house', () => {
  const gear = () => build('guitar, unit, valve head, cab 16, desk');
  const late = () => take(gear(), 'FOUR+FEED', 0);
  const doubled = () => take(gear(), 'FOUR+FEED', 1);

  test.each([
    ['late', late],
    ['doubled', doubled],
  ])('%s: the legs leave by different outputs, the cabinet model only on the house’s', (_name, rig) => {
    expect(codes(rig())).toEqual([]);
    const ways = heard(rig());
    expect(Object.keys(ways).sort()).toEqual(['cabinet/speaker', 'desk/mix-1']);
    expect(ways['cabinet/speaker']).not.toContain('cab');
    expect(ways['desk/mix-1']).toContain('cab');
    const outputs = rig().leads.flatMap((lead) =>
      lead.from.at.filter((at) => at.box === 'multi-effects' && at.jack.startsWith('out')),
    );
    expect(new Set(outputs.map((at) => at.jack)).size).toBe(2);
  });

  test('the doubled delay and its twin go on and off together, in rest and in a sound', () => {
    const solo: EditCall = { edit: 'addSound', arguments: { sound: makeSound('solo', 'Solo'), index: 1 } };
    const rig = edited(doubled(), solo, set('multi-effects', 'delay', 'off', { layer: 'sound', id: 'solo' }));
    const [rest, solos] = [heard(rig), heard(rig, null, 1)];
    expect(rest['cabinet/speaker']).toContain('delay');
    expect(rest['desk/mix-1']).toContain('delay-2');
    expect(solos['cabinet/speaker']).not.toContain('delay');
    expect(solos['desk/mix-1']).not.toContain('delay-2');
  });

  test('an effect that stands on one leg reaches only it', () => {
    const ways = heard(moved(late(), 'reverb', 'out-2-l'));
    expect(ways['desk/mix-1']).toContain('reverb');
    expect(ways['cabinet/speaker']).not.toContain('reverb');
  });

  test('the cabinet model moved onto the amplifier’s leg is told', () => {
    expect(codes(moved(late(), 'cab', 'out-1-l'))).toContain('MODEL-BOTHSPK');
  });
});

describe('D: one board of pedals, a loop amplifier one night and a clean combo the other', () => {
  const board = () => build('guitar, fuzz, od, delay, reverb, valve head, cab 16');
  const drive = set('overdrive', 'drive', 'on');

  test('round the loop the echoes stand behind the preamp; nothing is found though the drive is on', () => {
    const rig = edited(take(board(), 'LOOP'), drive);
    expect(codes(rig)).toEqual([]);
    const way = heard(rig)['cabinet/speaker']!;
    expect(way.indexOf('delay')).toBeGreaterThan(way.indexOf('preamp'));
  });

  test('all in front of the clean combo is nothing to speak of', () => {
    const rig = take(build('guitar, fuzz, od, delay, reverb, clean combo'), 'FRONT');
    expect(codes(edited(rig, drive))).toEqual([]);
  });

  test('all in front of the driven preamp is flagged, for the delay and for the reverb', () => {
    const front = take(board(), 'FRONT');
    const driven = edited(front, {
      edit: 'setFigure',
      arguments: {
        box: 'valve-head',
        at: { on: 'state', block: 'preamp', state: 'clean', field: 'gainSmallDb' },
        figure: { value: 45, source: 'measured' },
      },
    });
    expect(codes(driven)).toEqual(['ORDER-TIME', 'ORDER-TIME']);
  });

  test('as two variants: three leads are plugged otherwise, and each night is sound', () => {
    const gear = build('guitar, fuzz, od, delay, reverb, valve head, cab 16, clean combo');
    const loop = edited(take(gear, 'LOOP'), variant('clean'));
    const night: Scope = { layer: 'variant', id: 'clean' };
    const send = leadBetween(loop, 'valve-head', 'digital-delay');
    const rig = edited(
      loop,
      { edit: 'putAway', arguments: { lead: send, scope: night } },
      replug(leadBetween(loop, 'overdrive', 'valve-head'), 'to', 'digital-delay/in', night),
      replug(leadBetween(loop, 'reverb', 'valve-head'), 'to', 'combo/input', night),
    );
    expect(rig.leads).toEqual(loop.leads);
    expect(Object.keys(rig.variants[0]!.leads)).toHaveLength(3);
    expect(codes(rig)).toEqual([]);
    expect(heard(rig)['cabinet/speaker']).toContain('delay');
    expect(codes(rig, 'clean')).toEqual([]);
    expect(heard(rig, 'clean')).toEqual({
      'combo/speaker': ['pickups', 'delay', 'reverb', 'preamp', 'power', 'speaker'],
    });
  });
});
