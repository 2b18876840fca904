import { describe, expect, test } from '@jest/globals';
import { judge } from '../testing/of-wiring';
import { groundLoops } from '../hum';
import { applyEdit, type EditCall } from '../edits';
import { checkInvariants, type Rig } from '../model';
import { TEMPLATES, type Code } from '../routings';
import { settingsOf, trace } from '../signal';
import { build, edited, fourCable, plugged } from '../testing/build';
import { cardOf, cardsOf, type Card } from './index';

type Can = Extract<Card, { can: true }>;
const template = (code: Code) => TEMPLATES.find((t) => t.code === code)!;
const card = (rig: Rig, code: Code): Can => {
  const found = cardOf(rig, template(code));
  if (!found.can) throw new Error(found.reason);
  return found;
};
const why = (rig: Rig, code: Code) => {
  const found = cardOf(rig, template(code));
  return found.can ? 'can be had' : found.reason;
};
const take = (rig: Rig, code: Code) =>
  edited(rig, { edit: 'takeRouting', arguments: card(rig, code).change });
const route = (rig: Rig) =>
  trace(rig, settingsOf(rig, null)[0]!).paths.map((p) =>
    p.sections
      .filter((s) => s.state.id !== 'off')
      .map((s) => s.block.id)
      .join(' '),
  );
const plugs = (rig: Rig) =>
  rig.leads.map(
    (l) =>
      `${l.number} ${l.from.at.map((r) => `${r.box}/${r.jack}`).join('+')} ${l.to.at.map((r) => `${r.box}/${r.jack}`).join('+')}`,
  );

const gear = () => build('guitar, tuner, fuzz, od, delay | unit | valve head, cab 16');

describe('FOUR on a bare rig', () => {
  const rig = take(gear(), 'FOUR');

  test('wires every lead on the right jack, what is wished after between amp send and return', () => {
    expect(plugs(rig)).toEqual([
      '1 guitar/out tuner/in',
      '2 tuner/out fuzz/in',
      '3 fuzz/out overdrive/in',
      '4 overdrive/out multi-effects/input',
      '5 multi-effects/send-1 valve-head/input',
      '6 valve-head/send digital-delay/in',
      '7 digital-delay/out multi-effects/return-1',
      '8 multi-effects/out-1-l valve-head/return',
      '9 valve-head/spk-16 cabinet/in',
    ]);
    expect(checkInvariants(rig)).toEqual([]);
    expect(judge(rig, null)).toEqual([]);
  });

  test('sets loop on and models off, at rest, and leaves the sounds’ own states', () => {
    expect(route(rig)).toEqual(['pickups loop-1 preamp delay loop-1 delay reverb power speaker']);
    const own = edited(gear(), {
      edit: 'setBlockState',
      arguments: {
        box: 'multi-effects',
        block: 'amp',
        state: 'on',
        scope: { layer: 'sound', id: 'sound-1' },
      },
    });
    const taken = take(own, 'FOUR');
    expect(taken.sounds).toEqual(own.sounds);
    expect(judge(taken, null).map((f) => f.code)).toEqual(['MODEL-TWOPRE', 'ORDER-TIME']);
  });

  test('its card is counted on this rig', () => {
    const c = card(gear(), 'FOUR');
    // Stage runs: front send, amp send to the delay, unit out to return: three of 9 m each.
    expect(c.runs).toMatchObject({ count: 3, metres: 27 });
    expect(c.fetch.map((l) => l.number)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(c.fetch[0]).toMatchObject({ from: 'GUITAR OUT', to: 'TUNER IN', lengthM: 6 });
    // In and out of the unit twice, once through the delay pedal.
    expect(c.trips).toBe(3);
    expect(c.ms).toBeCloseTo(2 * 1.22 + 1.73, 2);
    expect(c.deadKnobs).toEqual([]);
    expect(c.undone).toEqual(['Fuzz does not see the pickup']);
    expect(c.findings).toEqual({ danger: 0, fault: 0, caution: 0, note: 0 });
  });

  test('with the microphone and the desk it reaches both', () => {
    const both = take(build('guitar, unit, valve head, cab 16, mic, desk'), 'FOUR');
    expect(plugs(both).slice(-3)).toEqual([
      '5 valve-head/spk-16 cabinet/in',
      '7 cabinet/air microphone/air',
      '6 microphone/out desk/ch-1',
    ]);
    expect(judge(both, null)).toEqual([]);
  });

  test('two guitars share one lead', () => {
    expect(plugs(take(build('guitar, baritone, unit, valve head, cab 16'), 'FOUR'))[0]).toBe(
      '1 guitar/out+baritone/out multi-effects/input',
    );
  });

  test('the speaker lead goes to the matching tap', () => {
    expect(plugs(take(build('guitar, unit, valve head, cab 8'), 'FOUR')).at(-1)).toBe(
      '5 valve-head/spk-8 cabinet/in',
    );
  });
});

describe('the other two', () => {
  test('FRONT: all ahead, two stage runs less, the after-wishes undone', () => {
    const c = card(gear(), 'FRONT');
    expect(route(take(gear(), 'FRONT'))).toEqual(['pickups delay delay reverb preamp power speaker']);
    expect(c.runs.count).toBe(1);
    expect(c.undone).toEqual(
      expect.arrayContaining([
        'Digital delay is not after the preamp',
        'Reverb of Multi-effects is not after the preamp',
      ]),
    );
    expect(c.undone).not.toContain('Overdrive is not ahead of the preamp');
  });

  test('POWER: the unit is the preamp; the amp’s own knobs die by name', () => {
    const c = card(gear(), 'POWER');
    expect(route(c.trial)).toEqual(['pickups delay amp delay reverb power speaker']);
    expect(c.deadKnobs).toEqual(expect.arrayContaining(['GAIN of Valve head', 'TREBLE of Valve head']));
    expect(c.deadKnobs).not.toContain('MASTER of Valve head');
    expect(c.groundLoops).toBe(groundLoops(c.trial, null));
  });
});

describe('what cannot be had says why', () => {
  test.each<[string, Code, RegExp]>([
    ['unit, valve head, cab', 'FOUR', /no guitar/],
    ['guitar, valve head, cab', 'FOUR', /no multi-effects unit/],
    ['guitar, unit, combo', 'FOUR', /Combo has no effects loop/],
    ['guitar, unit, combo', 'POWER', /Combo has no effects loop/],
    ['guitar, unit', 'FRONT', /no amplifier/],
    ['guitar, unit, valve head', 'FOUR', /no cabinet for Valve head/],
  ])('%s, %s', (line, code, reason) => {
    expect(why(build(line), code)).toMatch(reason);
  });

  test('a unit whose path has no loop block', () => {
    const rig = build('guitar, unit, valve head, cab 16');
    const unit = rig.boxes[1]!;
    const wires = unit.patches[0]!.wires.filter((w) => !JSON.stringify(w).includes('loop-1'));
    const cut = edited(rig, {
      edit: 'wireInside',
      arguments: {
        box: unit.id,
        patch: 'inside',
        wires: [...wires, { from: { block: 'drive', port: 'out' }, to: { block: 'amp', port: 'in' } }],
      },
    });
    expect(why(cut, 'FOUR')).toMatch(/no loop in its path/);
    expect(why(cut, 'FRONT')).toBe('can be had');
  });
});

describe('leads that are there', () => {
  test('taking the same again changes nothing, and the card says so', () => {
    const rig = take(gear(), 'FOUR');
    expect(card(rig, 'FOUR').inForce).toBe(true);
    expect(card(rig, 'FRONT').inForce).toBe(false);
    expect(take(rig, 'FOUR')).toEqual(rig);
  });

  test('from FOUR to FRONT: numbers stay with their leads; what is over is put away; and back without a new lead', () => {
    const four = take(gear(), 'FOUR');
    const front = take(four, 'FRONT');
    // One patch is new: the delay now stands beside the overdrive.
    expect(card(four, 'FRONT').fetch.map((l) => [l.number, l.kind, l.lengthM])).toEqual([
      [10, 'patch', 0.15],
    ]);
    const away = front.leads
      .filter((l) => l.from.at.length === 0 && l.to.at.length === 0)
      .map((l) => l.number);
    expect(away).toHaveLength(3);
    expect(card(front, 'FOUR').fetch).toEqual([]);
    const back = take(front, 'FOUR');
    expect(trace(back, settingsOf(back, null)[0]!).paths[0]!.sections.map((s) => s.block.id)).toEqual(
      trace(four, settingsOf(four, null)[0]!).paths[0]!.sections.map((s) => s.block.id),
    );
    expect(judge(back, null)).toEqual([]);
  });

  test('taking one is one undoable edit', () => {
    const rig = gear();
    const applied = applyEdit(rig, { edit: 'takeRouting', arguments: card(rig, 'FOUR').change });
    expect(applied.rig.leads).toHaveLength(9);
    expect(applied.undoable).toBe(true);
  });

  test('a wrong lead is replaced by its kind', () => {
    const rig = plugged(build('guitar, combo'), 'guitar/out = combo/input');
    const c = card(rig, 'FRONT');
    expect([c.fetch.length, c.putAway.length]).toEqual([1, 1]);
  });
});

describe('ground loops: edges − nodes + pieces', () => {
  test.each<[string, () => Rig, number]>([
    // Front, send and return join the same two boxes: two; one earth (the head): none more.
    ['four-cable', fourCable, 2],
    ['front', () => take(build('guitar, unit, valve head, cab 16'), 'FRONT'), 0],
    // The desk has an earth of its own, but the microphone reaches it through air.
    ['with microphone and desk', () => take(build('guitar, unit, valve head, cab 16, mic, desk'), 'FOUR'), 2],
    [
      'a lead from an earthed head to an earthed desk',
      () => plugged(build('valve head, desk'), 'valve-head/send > desk/ch-1'),
      1,
    ],
  ])('%s', (_name, rig, loops) => {
    expect(groundLoops(rig(), null)).toBe(loops);
  });

  test('a lifted shield takes one away', () => {
    const rig = fourCable();
    const lifted: Rig = {
      ...rig,
      leads: rig.leads.map((l) => (l.number === 3 ? { ...l, break: { kind: 'lift', end: 'from' } } : l)),
    };
    expect(groundLoops(lifted, null)).toBe(1);
  });
});

describe('setup T: one unit three ways', () => {
  const set = (rig: Rig, block: string, state: string): Rig => {
    const call: EditCall = {
      edit: 'setBlockState',
      arguments: { box: 'multi-effects', block, state, scope: { layer: 'rest' } },
    };
    return edited(rig, call);
  };
  const base = () => build('guitar, unit, valve head, cab 16');
  test('models on where they must be off', () => {
    const front = set(set(take(base(), 'FRONT'), 'amp', 'on'), 'cab', 'on');
    expect(judge(front, null).map((f) => [f.code, (f.data as { role?: string }).role])).toEqual([
      ['MODEL-DOUBLE', 'ampModel'],
      ['MODEL-DOUBLE', 'cabModel'],
    ]);
    expect(judge(set(take(base(), 'FOUR'), 'cab', 'on'), null).map((f) => f.code)).toEqual(['MODEL-BOTHSPK']);
  });
});

test('cards stand in one order, each with its reason or its figures', () => {
  expect(cardsOf(build('guitar, unit, combo')).map((c) => [c.code, c.can])).toEqual([
    ['FOUR', false],
    ['FOUR+FEED', false],
    ['FOUR+FEED', false],
    ['LOOP', false],
    ['FRONT', true],
    ['POWER', false],
    ['DIRECT', false],
    ['INSERT', false],
  ]);
});
