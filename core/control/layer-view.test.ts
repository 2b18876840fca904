// Layer Control: what each lead carries in a sound, what is not reached, and one press in time.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { EditCall } from '../edits';
import { inSetting, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { calledStage, midi, takes } from '../testing/called-stage';
import { anyBoard, call, drawn, expressionLead, slot, stand, withSounds } from '../testing/feet';
import { machineOf } from './machine';
import { moved, standingIn, valuesIn } from './presses';
import { carriedIn, controlView, notReachedIn, timeLineOf } from './index';

const at = (rig: Rig, sound: string) => inSetting(rig, { variant: null, sound });
const carried = (rig: Rig, sound: string) =>
  carriedIn(at(rig, sound)).map(({ from, to, flows, short, what, trouble }) => ({
    way: `${from?.box.tag ?? '–'} ${flows ? '>' : '-'} ${to?.box.tag ?? '–'}`,
    short,
    what,
    trouble,
  }));
const missed = (rig: Rig, sound: string) =>
  notReachedIn(at(rig, sound)).map(({ box, wants, why }) => [box.id, wants, why]);
describe('what each lead carries', () => {
  test('one way, from an output to an input, whichever end was written down first', () => {
    expect(carried(calledStage(), 's1').map(({ way }) => way)).toEqual([
      'MIDI > MIDID',
      'MIDID > RELAY',
      'RELAY > VALVE',
    ]);
  });

  test('messages pass on over THRU, those for what lies beyond come first; a contact stands as the sound wants it', () => {
    expect(carried(calledStage(), 's1').map(({ short, what }) => [short, what])).toEqual([
      ['prog 9 +1', ['prog 9 to MIDI delay, 0.64 ms', 'prog 1 to Relay footswitch, 0.64 ms']],
      ['prog 1 +1', ['prog 1 to Relay footswitch, 0.64 ms', 'prog 9 to MIDI delay, 0.64 ms, passes by']],
      ['tip', ['tip closed: Preamp lead']],
    ]);
    expect(carried(calledStage(), 's0')[2]).toMatchObject({
      short: 'open',
      what: ['tip open: Preamp clean'],
    });
  });

  test('with no sound in force they carry nothing', () => {
    expect(carried(calledStage(), 'none').flatMap(({ what }) => what)).toEqual([]);
  });

  test('on TRS whose pins nobody told it is heard perhaps; turned at one end it is not heard', () => {
    const trs = (...types: ('A' | 'B')[]): Rig => {
      const rig = calledStage();
      const on =
        (box: string, jack: string, trsType?: 'A' | 'B') =>
        (one: Rig): Rig => ({
          ...one,
          boxes: one.boxes.map((own) =>
            own.id === box
              ? {
                  ...own,
                  jacks: own.jacks.map((j) =>
                    j.id === jack
                      ? { ...j, connector: 'trs-35' as const, ...(trsType ? { trsType } : {}) }
                      : j,
                  ),
                }
              : own,
          ),
        });
      const small = { connector: 'trs-35', angle: 'straight', silent: false } as const;
      const leads = rig.leads.map((lead) =>
        lead.id === 'lead-4'
          ? { ...lead, from: { ...lead.from, plug: small }, to: { ...lead.to, plug: small } }
          : lead,
      );
      const [a, b] = types;
      return on('midi-footswitch', 'midi-out', a)(on('midi-delay', 'midi-in', b)({ ...rig, leads }));
    };
    const [told] = carried(trs(), 's1');
    expect([told!.what.at(-1), told!.trouble]).toEqual([
      expect.stringMatching(/^heard if the pins lie alike/),
      '',
    ]);
    expect(carried(trs('A', 'A'), 's1')[0]!.what.at(-1)).toBe('prog 1 to Relay footswitch, 0.64 ms');
    const [crossed] = carried(trs('A', 'B'), 's1');
    expect(crossed!.trouble).toMatch(/pins lie otherwise/);
    expect(missed(trs('A', 'B'), 's1')[0]).toEqual([
      'midi-delay',
      'program 9',
      'lead 4 turns the pins: it hears nothing',
    ]);
  });

  test('two outputs hear each other not, and no arrow is drawn', () => {
    const rig = withSounds(
      build('midi footswitch, unit', 'midi-footswitch/midi-out : multi-effects/midi-out'),
      'A',
    );
    expect(carried(rig, 's0')).toMatchObject([
      { way: expect.stringContaining(' - '), trouble: 'two outputs: nothing hears it' },
    ]);
  });

  test('a treadle’s lead tells what it moves and how far; into another box than the sound says is told', () => {
    const moves = (box: string, control: string): EditCall => ({
      edit: 'setMoves',
      arguments: {
        sound: 's0',
        pedal: 'expression-pedal',
        moves: { box, control, heel: 0.2, toe: 0.8, curve: 'late' },
      },
    });
    const pedals = (...edits: EditCall[]) =>
      edited(
        withSounds(build('expression pedal, midi delay, unit'), 'One', 'Two'),
        expressionLead('midi-delay/exp'),
        ...edits,
      );
    const rig = pedals(moves('midi-delay', 'mix'));
    expect(carried(rig, 's0')[0]).toMatchObject({
      short: '20–80%',
      what: ['MIX of MIDI delay: 20 % at the heel, 80 % at the toe, late'],
      trouble: '',
    });
    expect([carried(rig, 's1')[0]!.what, missed(rig, 's0')]).toEqual([[], []]);
    const astray = pedals(moves('multi-effects', 'output'));
    expect(carried(astray, 's0')[0]!.trouble).toBe(
      'the sound moves Multi-effects, the lead goes to MIDI delay',
    );
    expect(missed(astray, 's0')).toEqual([
      ['multi-effects', 'OUTPUT by Expression pedal', 'the pedal’s lead goes to MIDI delay'],
    ]);
  });
});

describe('what is not reached', () => {
  const cut = (rig: Rig, id: string): Rig => ({ ...rig, leads: rig.leads.filter((lead) => lead.id !== id) });

  test('nothing, as long as every wish has its way', () => {
    expect([missed(calledStage(), 's0'), missed(calledStage(), 's1')]).toEqual([[], []]);
  });

  test('programs without a lead, and the channel behind the relay that is called no more', () => {
    const rig = cut(calledStage(), 'lead-4');
    expect(missed(rig, 's1')).toEqual([
      ['midi-delay', 'program 9', 'nothing that sends reaches MIDI IN'],
      ['relay-footswitch', 'program 1', 'nothing that sends reaches MIDI IN'],
    ]);
    expect(missed(cut(calledStage(), 'lead-6'), 's1')).toEqual([
      ['valve-head', 'Preamp lead', 'by hand: nothing reaches it'],
    ]);
  });

  test('called on another channel than is heard; dialled so that it lands elsewhere', () => {
    const sent: EditCall = {
      edit: 'setSent',
      arguments: { box: 'midi-footswitch', sent: [{ id: 'sent-1', to: 'midi-delay', channel: 5, ccs: [] }] },
    };
    expect(missed(calledStage(sent), 's0')).toEqual([
      ['midi-delay', 'program 7', 'called on channel 5, it hears 1'],
    ]);
    const dialled: EditCall = {
      edit: 'setDialled',
      arguments: { sound: 's0', box: 'midi-delay', dialled: '7' },
    };
    const counts = midi('midi-footswitch', { countsFrom: 1 });
    expect(missed(calledStage(counts, dialled), 's0')).toEqual([
      ['midi-delay', 'program 7', 'dialled 7: lands on 6'],
    ]);
  });
});

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
