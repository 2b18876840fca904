// One press in time: messages, contacts, boxes that change over, and what sounds meanwhile.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inSetting, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { calledStage, takes } from '../testing/called-stage';
import { anyBoard, call, drawn, slot, stand, withSounds } from '../testing/feet';
import { machineOf } from './machine';
import { moved, standingIn, valuesIn } from './presses';
import { controlView, timeLineOf } from './index';

const at = (rig: Rig, sound: string) => inSetting(rig, { variant: null, sound });

describe('one press in time', () => {
  const line = (rig: Rig, sound = 's1', press: string | null = null, from: string | null = null) =>
    timeLineOf(at(rig, sound), press, from)!;
  const told = (rig: Rig, ...args: [string?, (string | null)?, (string | null)?]) =>
    line(rig, ...args).events.map(({ kind, box, from, until, short }) => [
      kind,
      box.tag,
      Number(from.toFixed(3)),
      Number(until.toFixed(3)),
      short,
    ]);

  test('a byte is 0.32 ms: messages one after the other, each box changes when its own is whole', () => {
    expect(told(calledStage())).toEqual([
      ['message', 'MIDI', 0, 0.64, 'prog 9'],
      ['change', 'MIDID', 0.64, 0.64, 'shows 9'],
      ['message', 'MIDI', 0.64, 1.28, 'prog 1'],
      ['contact', 'RELAY', 1.28, 1.28, 'RELAY 1'],
      ['change', 'RELAY', 1.28, 1.28, 'shows 1'],
      ['change', 'VALVE', 1.28, 1.28, 'Preamp lead'],
    ]);
  });

  test('the press of the sound in force is pressed in the one before it; of the first, in another', () => {
    const stage = calledStage();
    const [clean, lead] = stage.sounds;
    const rig = {
      ...stage,
      sounds: [clean!, lead!, { ...clean!, id: 's2', name: 'Solo' }],
      switchPlan: [...stage.switchPlan, slot('midi-footswitch', 'switch-3', call('s2'))],
    };
    const pressed = (sound: string) => {
      const { from, to } = line(rig, sound);
      return [from.id, to?.id];
    };
    expect(pressed('s2')).toEqual(['s1', 's2']);
    expect(pressed('s1')).toEqual(['s0', 's1']);
    expect(pressed('s0')).toEqual(['s1', 's0']);
  });

  test('what a box takes comes on top, along the way: the relay before the head', () => {
    const timed = calledStage(
      takes('midi-delay', 20, 10, 40),
      takes('relay-footswitch', 5, 2, 10),
      takes('valve-head', 12, 6, 30),
    );
    const { ms, range, unknown } = line(timed);
    expect(told(timed)).toEqual([
      ['message', 'MIDI', 0, 0.64, 'prog 9'],
      ['message', 'MIDI', 0.64, 1.28, 'prog 1'],
      ['change', 'MIDID', 0.64, 20.64, 'shows 9'],
      ['contact', 'RELAY', 1.28, 6.28, 'RELAY 1'],
      ['change', 'RELAY', 1.28, 6.28, 'shows 1'],
      ['change', 'VALVE', 6.28, 18.28, 'Preamp lead'],
    ]);
    expect([ms, range[0], range[1], unknown]).toEqual([
      expect.closeTo(20.64, 6),
      expect.closeTo(10.64, 6),
      expect.closeTo(41.28, 6),
      [],
    ]);
  });

  test('what nobody noted a number for is called by the end of the messages, and what hears it in turn after that', () => {
    const rig = calledStage(takes('relay-footswitch', 5), takes('valve-head', 12));
    const unnoted = {
      ...rig,
      sounds: rig.sounds.map((sound) => ({
        ...sound,
        programs: { 'midi-delay': sound.programs!['midi-delay']! },
      })),
    };
    expect(told(unnoted)).toEqual([
      ['message', 'MIDI', 0, 0.64, 'prog 9'],
      ['change', 'MIDID', 0.64, 0.64, 'shows 9'],
      ['contact', 'RELAY', 0.64, 5.64, 'RELAY 1'],
      ['change', 'VALVE', 5.64, 17.64, 'Preamp lead'],
    ]);
    expect(line({ ...rig, sounds: rig.sounds.map((sound) => ({ ...sound, programs: {} })) }).ms).toBeCloseTo(
      17,
      9,
    );
  });

  test('what sounds meanwhile: the one, neither, the other; a box that carries no sound is not heard', () => {
    const timed = calledStage(takes('relay-footswitch', 5), takes('valve-head', 12));
    expect(
      line(timed).heard.map(({ from, words, isWrong }) => [Number(from.toFixed(2)), words, isWrong]),
    ).toEqual([
      [0, 'Clean', false],
      [0.64, 'MIDID changed', false],
      [18.28, 'Lead', false],
    ]);
  });

  test('two units exchange their amp model: whichever is later leaves two preamps or none meanwhile', () => {
    const units = (first: number, second: number): Rig => {
      const base = withSounds(
        build(
          'guitar, midi footswitch, midi thru box, unit, unit, desk',
          'guitar/out > multi-effects/input',
          'multi-effects/out-1-l > multi-effects-2/input',
          'multi-effects-2/out-1-l - desk/ch-1',
          'midi-footswitch/midi-out : midi-thru-box/midi-in',
          'midi-thru-box/thru-1 : multi-effects/midi-in',
          'midi-thru-box/thru-2 : multi-effects-2/midi-in',
        ),
        'A',
        'B',
      );
      const rig = edited(
        stand(stand(base, 's0', { 'multi-effects/amp': 'on', 'multi-effects-2/amp': 'off' }), 's1', {
          'multi-effects/amp': 'off',
          'multi-effects-2/amp': 'on',
        }),
        takes('multi-effects', first),
        takes('multi-effects-2', second),
      );
      return { ...rig, switchPlan: [slot('midi-footswitch', 'switch-1', call('s1'))] };
    };
    const meanwhile = (rig: Rig) =>
      line(rig)
        .heard.filter(({ isWrong }) => isWrong)
        .map(({ from, short }) => [from, short]);
    expect(meanwhile(units(30, 10))).toEqual([[10, 'two preamps at once']]);
    expect(meanwhile(units(10, 30))).toEqual([[10, 'no preamp on the way']]);
    expect(meanwhile(units(10, 10))).toEqual([]);
    expect(controlView(at(units(10, 30), 's1'), null, null).caption).toBe(
      'all has changed over 30 ms after the press; meanwhile no preamp on the way: MULTI changed',
    );
  });

  test('the press asked for, in the sound asked for; else the call of the sound in force, from the one before it', () => {
    const [a, b] = ['midi-footswitch/switch-1/0', 'midi-footswitch/switch-2/0'];
    expect([line(calledStage()).press.id, line(calledStage()).from.name]).toEqual([b, 'Clean']);
    expect([line(calledStage(), 's0').press.id, line(calledStage(), 's0').from.name]).toEqual([a, 'Lead']);
    expect([line(calledStage(), 's1', a).press.id, line(calledStage(), 's1', a).from.name]).toEqual([
      a,
      'Lead',
    ]);
    expect(line(calledStage(), 's1', b, 's1').from.name).toBe('Lead');
    expect(line(calledStage(), 's1', 'gone/gone/0').press.id).toBe(b);
  });

  test('a switch that is a contact by itself closes at once: only the head takes its time', () => {
    const [relay] = controlView(
      at(calledStage(takes('valve-head', 12), takes('relay-footswitch', 5)), 's0'),
      null,
      null,
    ).presses.filter(({ words }) => words.startsWith('RELAY 1'));
    expect(told(calledStage(takes('valve-head', 12), takes('relay-footswitch', 5)), 's0', relay!.id)).toEqual(
      [
        ['contact', 'RELAY', 0, 0, 'RELAY 1'],
        ['change', 'VALVE', 0, 12, 'Preamp lead'],
      ],
    );
  });

  test('who took their time and was not timed is named; no switch or no sound: there is no press', () => {
    const rig = calledStage();
    const untimed = { ...rig, boxes: rig.boxes.map(({ changeMs: _, ...box }) => box) };
    expect(line(untimed).unknown.map(({ id }) => id)).toEqual([
      'midi-delay',
      'relay-footswitch',
      'valve-head',
    ]);
    expect(timeLineOf(at(withSounds(build('guitar, combo'), 'One'), 's0'), null, null)).toBeNull();
    expect(controlView(at({ ...build('guitar, combo'), sounds: [] }, 'none'), null, null)).toMatchObject({
      press: null,
      lines: [],
    });
  });

  test('law: it ends where the press leads; nothing comes before its cause; what lacks is what the sound wants else', () => {
    fc.assert(
      fc.property(anyBoard, fc.nat(2), fc.nat(2), (any, from, to) => {
        const { rig: bare, plan } = drawn(any);
        const rig = { ...bare, switchPlan: plan };
        const of = at(rig, `s${to}`);
        for (const { id } of controlView(of, null, null).presses) {
          const one = timeLineOf(of, id, `s${from}`)!;
          const machine = machineOf(of, plan);
          const move = machine.moves.find(
            ({ box, footSwitch, bank }) => `${box.id}/${footSwitch.id}/${bank}` === id,
          )!;
          const begin = standingIn(machine, from).map((value, cell) =>
            cell === move.in ? move.bank : value,
          );
          const end = valuesIn(machine, moved(begin, move)!);
          const was = valuesIn(machine, begin);
          const differing = [...end]
            .filter(([thing, value]) => was.get(thing) !== value)
            .map(([{ key }]) => key);
          const changes = one.events.filter(({ kind }) => kind === 'change');
          expect(changes.map(({ part }) => part.id).sort()).toEqual(differing.sort());
          expect(one.events.every(({ from, until }) => from >= 0 && until >= from && until <= one.ms)).toBe(
            true,
          );
          expect(one.range[0] <= one.ms && one.ms <= one.range[1]).toBe(true);
          const called = rig.sounds.findIndex((sound) => sound.id === move.calls);
          const wanted = machine.things.filter((thing) => {
            const want = thing.wants[called] ?? null;
            return called >= 0 && want !== null && want !== end.get(thing);
          });
          expect(one.lacks).toHaveLength(wanted.length);
        }
      }),
      { numRuns: 40 },
    );
  });
});
