import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { checkInvariants, makeLead, newVariant, wiring, type JackRef, type Rig } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { insertable, insertEdit, pickUp, plugAnswer, plugAnswers, removeEdit } from './index';

const at = (key: string): JackRef => {
  const [box = '', jack = ''] = key.split('/');
  return { box, jack };
};
const answer = (rig: Rig, from: string, to: string) =>
  plugAnswer(rig, null, pickUp(rig, null, at(from)), at(to))!;
const plugs = (rig: Rig) =>
  rig.leads.map((lead) =>
    [
      lead.number,
      ...[lead.from.at, lead.to.at].map((end) => end.map((ref) => `${ref.box}/${ref.jack}`).join('+')),
    ].join(' '),
  );
const done = (rig: Rig, call: EditCall | null | undefined) => {
  const after = edited(rig, call!);
  expect(checkInvariants(after)).toEqual([]);
  return after;
};

describe('what is picked up', () => {
  test('a jack with a plug gives the plug, a free one the beginning of a lead', () => {
    expect(pickUp(fourCable(), null, at('valve-head/send'))).toEqual({
      kind: 'plug',
      lead: 'lead-4',
      side: 'from',
      at: at('valve-head/send'),
    });
    expect(pickUp(fourCable(), null, at('multi-effects/send-2'))).toMatchObject({ kind: 'new' });
  });
});

describe('three answers', () => {
  const bare = () => build('guitar, fuzz, valve head, cab 16, mic, desk');

  test('fits: one press lays the lead, whichever jack was first', () => {
    for (const [from, to] of [
      ['guitar/out', 'fuzz/in'],
      ['fuzz/in', 'guitar/out'],
    ] as const) {
      const found = answer(bare(), from, to);
      expect(found).toMatchObject({ verdict: 'fits', words: '' });
      expect(plugs(done(bare(), found.offers[0]!.edit))).toEqual(['1 guitar/out fuzz/in']);
    }
  });

  test('fits with: the adapter is named and goes on by the same press', () => {
    const rig = plugged(bare(), 'microphone/out - .');
    const hand = { kind: 'plug', lead: 'lead-1', side: 'to' } as const;
    const found = plugAnswer(rig, null, hand, at('fuzz/in'))!;
    expect(found.verdict).toBe('fits with');
    const after = done(rig, found.offers[0]!.edit);
    expect(after.leads[0]!.to.adapters).toHaveLength(1);
    expect(found.words).toContain(after.leads[0]!.to.adapters[0]!.name);
  });

  test.each([
    ['guitar/out', 'fuzz/out', 'an output too', false],
    ['valve-head/spk-16', 'desk/ch-1', 'not for speaker level', true],
    ['guitar/out', 'cabinet/in', 'takes a speaker output only', false],
    ['cabinet/air', 'desk/ch-2', 'sound through the air joins no lead', false],
  ])('%s into %s is wrong: %s', (from, to, words, danger) => {
    const found = answer(bare(), from, to);
    expect(found).toMatchObject({ verdict: 'wrong', words });
    expect(found.offers.map((offer) => [offer.words, offer.danger])).toEqual([['plug anyway', danger]]);
    expect(done(bare(), found.offers[0]!.edit).leads).toHaveLength(1);
  });

  test('a jack that holds a lead offers swap or move', () => {
    const rig = fourCable();
    const swap = answer(rig, 'multi-effects/send-1', 'multi-effects/out-1-l');
    expect(swap.words).toBe('holds lead 5');
    expect(swap.offers.map((offer) => offer.words)).toEqual(['swap with lead 5', 'take lead 5 out and plug']);
    expect(plugs(done(rig, swap.offers[0]!.edit))).toEqual(
      expect.arrayContaining([
        '3 multi-effects/out-1-l valve-head/input',
        '5 multi-effects/send-1 valve-head/return',
      ]),
    );
    expect(plugs(done(rig, swap.offers[1]!.edit))).toContain('5  valve-head/return');
    const move = answer(rig, 'multi-effects/send-2', 'valve-head/input');
    expect(plugs(done(rig, move.offers[0]!.edit))).toContain('3 multi-effects/send-1 multi-effects/send-2');
  });

  test('the own jack and jacks without sound are no answers', () => {
    const rig = bare();
    const hand = pickUp(rig, null, at('guitar/out'));
    expect(plugAnswer(rig, null, hand, at('guitar/out'))).toBeNull();
    expect(plugAnswer(rig, null, hand, at('fuzz/dc'))).toBeNull();
    const answers = plugAnswers(rig, null, hand);
    expect(answers[0]).toMatchObject({ verdict: 'fits' });
    expect(answers.map((a) => a.verdict)).toEqual(
      [
        ...answers.filter((a) => a.verdict === 'fits'),
        ...answers.filter((a) => a.verdict === 'fits with'),
        ...answers.filter((a) => a.verdict === 'wrong'),
      ].map((a) => a.verdict),
    );
  });

  test('a lead put away is taken before a new one, if its kind and length are right', () => {
    const rig = edited(plugged(bare(), 'guitar/out > fuzz/in'), {
      edit: 'putAway',
      arguments: { lead: 'lead-1' },
    });
    expect(plugs(done(rig, answer(rig, 'guitar/out', 'fuzz/in').offers[0]!.edit))).toEqual([
      '1 guitar/out fuzz/in',
    ]);
    const other = done(rig, answer(rig, 'fuzz/out', 'desk/ch-1').offers[0]!.edit);
    expect(plugs(other)).toEqual(['1  ', '2 fuzz/out desk/ch-1']);
  });
});

describe('a lead that guitars share', () => {
  const shared = () =>
    plugged(build('guitar, baritone, fuzz, od, combo'), 'guitar/out+baritone/out > fuzz/in');
  test('one guitar’s plug moves and the other’s stays', () => {
    const found = answer(shared(), 'baritone/out', 'combo/air');
    expect(found.verdict).toBe('wrong');
    const hand = pickUp(shared(), null, at('baritone/out'));
    const moved = done(shared(), plugAnswer(shared(), null, hand, at('overdrive/out'))!.offers[0]!.edit);
    expect(plugs(moved)).toEqual(['1 guitar/out+overdrive/out fuzz/in']);
  });
  test('neither guitar is an answer to the lead’s other end', () => {
    const hand = pickUp(shared(), null, at('fuzz/in'));
    expect(plugAnswer(shared(), null, hand, at('guitar/out'))).toBeNull();
    expect(plugAnswer(shared(), null, hand, at('baritone/out'))).toBeNull();
  });
});

describe('in a line', () => {
  const row = () =>
    build(
      'guitar, tuner, fuzz, od, combo',
      'guitar/out > tuner/in',
      'tuner/out > fuzz/in',
      'fuzz/out > combo/input',
    );

  test('a box is put into a lead, the old number stays at the source', () => {
    const rig = row();
    expect(insertable(rig, null).map((box) => box.id)).toEqual(['overdrive']);
    const turned = plugged(rig, 'overdrive/in > tuner/dc');
    expect(insertable(turned, null)).toEqual([]);
    expect(plugs(done(rig, insertEdit(rig, null, 'lead-2', 'overdrive')))).toEqual([
      '1 guitar/out tuner/in',
      '2 tuner/out overdrive/in',
      '3 fuzz/out combo/input',
      '4 overdrive/out fuzz/in',
    ]);
    expect(insertEdit(rig, null, 'lead-2', 'combo')).toBeNull();
  });

  test('taken out, the lead before it goes on to where it led', () => {
    const rig = row();
    const after = done(rig, removeEdit(rig, 'fuzz'));
    expect(plugs(after)).toEqual(['1 guitar/out tuner/in', '2 tuner/out combo/input', '3  ']);
  });

  const NIGHT = { layer: 'variant', id: 'night' } as const;
  const inTwo = () =>
    edited(row(), { edit: 'addVariant', arguments: { variant: newVariant(row(), null, 'Night') } });
  const plugsIn = (rig: Rig, night: string | null) =>
    plugs({
      ...rig,
      leads: wiring(rig, night).map(({ lead, from, to }) => ({
        ...lead,
        from: { ...lead.from, at: from },
        to: { ...lead.to, at: to },
      })),
    });
  const replug = (lead: string, to: string): EditCall => ({
    edit: 'replug',
    arguments: { lead, side: 'to', at: [at(to)], scope: NIGHT },
  });

  test('taken out, a variant that follows the base heals with it', () => {
    const after = done(inTwo(), removeEdit(inTwo(), 'fuzz'));
    for (const night of [null, 'night'])
      expect(plugsIn(after, night)).toEqual(['1 guitar/out tuner/in', '2 tuner/out combo/input', '3  ']);
  });

  test('taken out, a variant that leads on otherwise heals as it leads on there', () => {
    const rig = edited(inTwo(), replug('lead-3', 'overdrive/in'));
    const after = done(rig, removeEdit(rig, 'fuzz'));
    expect(plugsIn(after, null)).toEqual(['1 guitar/out tuner/in', '2 tuner/out combo/input', '3  ']);
    expect(plugsIn(after, 'night')).toEqual(['1 guitar/out tuner/in', '2 tuner/out overdrive/in', '3  ']);
  });

  test('taken out, a variant in which the lead ahead comes from elsewhere heals as it leads on there', () => {
    const from: EditCall = {
      edit: 'replug',
      arguments: { lead: 'lead-2', side: 'from', at: [at('overdrive/out')], scope: NIGHT },
    };
    const rig = edited(inTwo(), from);
    const after = done(rig, removeEdit(rig, 'fuzz'));
    expect(plugsIn(after, null)).toEqual(['1 guitar/out tuner/in', '2 tuner/out combo/input', '3  ']);
    expect(plugsIn(after, 'night')).toEqual(['1 guitar/out tuner/in', '2 overdrive/out combo/input', '3  ']);
  });

  test('taken out where a variant has another lead in the next jack, nothing is healed, and it goes all the same', () => {
    const put: EditCall = { edit: 'putAway', arguments: { lead: 'lead-3', scope: NIGHT } };
    const other = { id: 'lead-4', number: 4, kind: 'patch', from: [at('overdrive/out')] } as const;
    const rig = edited(edited(inTwo(), put), {
      edit: 'plug',
      arguments: { lead: makeLead({ ...other, to: [at('combo/input')] }), scope: NIGHT },
    });
    // What a night has in use cannot be put into a lead of the base.
    expect([insertable(rig, null), insertable(rig, 'night')].map((all) => all.map(({ id }) => id))).toEqual([
      [],
      [],
    ]);
    const after = done(rig, removeEdit(rig, 'fuzz'));
    expect(plugsIn(after, null)).toEqual(['1 guitar/out tuner/in', '2 tuner/out ', '3  combo/input', '4  ']);
    expect(plugsIn(after, 'night').at(-1)).toBe('4 overdrive/out combo/input');
  });
});
