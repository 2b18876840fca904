// Layer Control: what each lead carries in a sound, and what is not reached.
import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { inSetting, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { calledStage, midi } from '../testing/called-stage';
import { expressionLead, withSounds } from '../testing/feet';
import { carriedIn, notReachedIn } from './index';

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
