import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { makeLead, makeSound, type JackRef, type Rig, type Tick, type Walk } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { earthed, lifted, powered } from '../testing/grounds';
import { listenWalk, numberAlongRoute, patchUp, progressOf, SECTIONS, stepsOf, walkUnderWay } from './index';

const stage = () =>
  plugged(
    build('guitar, baritone, fuzz, unit, valve head, cab 16, mic, desk'),
    'multi-effects/out-1-l > valve-head/return',
    'guitar/out+baritone/out > fuzz/in',
    'fuzz/out * multi-effects/input',
    'multi-effects/send-1 > valve-head/input',
    'valve-head/send > multi-effects/return-1',
    'valve-head/spk-16 = cabinet/in',
    'cabinet/air ~ microphone/air',
    'microphone/out - desk/ch-1',
  );
const loopOn = (rig: Rig) => set(rig, 'loop-1', 'on');
const set = (rig: Rig, block: string, state: string, sound?: string): Rig =>
  edited(rig, {
    edit: 'setBlockState',
    arguments: {
      box: 'multi-effects',
      block,
      state,
      scope: sound ? { layer: 'sound', id: sound } : { layer: 'rest' },
    },
  });

describe('the patch-up', () => {
  const rig = loopOn(stage());
  const steps = patchUp(rig, null);

  test('goes in the safe order', () => {
    const order = SECTIONS.map((section) => section.id);
    const seen = steps.map((s) => order.indexOf(s.section));
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    expect(steps[0]).toMatchObject({ section: 'off', text: 'Off at the switch: Valve head and Desk' });
    // Of the desk the channel in use, not its others.
    expect(steps[1]!.text).toBe('Down: OUTPUT of Multi-effects, MASTER of Valve head and GAIN 1 of Desk');
  });

  test('has one step for each lead, speakers first, then audio as the signal meets it', () => {
    const leads = steps.flatMap((s) => (s.lead ? [s.lead.number] : []));
    expect(leads).toEqual([6, 2, 3, 4, 5, 1, 8]);
    expect(steps.find((s) => s.lead?.number === 2)!.lead).toMatchObject({
      from: 'GUITAR OUT or BRTN OUT',
      to: 'FUZZ IN',
    });
    expect(steps.map((s) => s.text)).toContain('Microphone in front of Cabinet');
  });

  test('speaker leads carry the caution, and power stages come on last', () => {
    expect(steps.find((s) => s.section === 'speakers')!.caution).toMatch(/switched off, not on standby/);
    const power = steps.filter((s) => s.section === 'power').map((s) => s.text);
    expect(power.at(-1)).toMatch(/^Valve head on, last/);
    expect(power[0]).toMatch(/Fuzz and Multi-effects/);
  });

  test('power goes up from the distribution by the supply, with what it feeds, to the power stage; down in reverse', () => {
    const stage = build(
      'guitar, od, valve head, cab 16, supply, mains distribution, desk',
      'guitar/out > overdrive/in',
      'overdrive/out > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
    );
    const joined = (id: string, kind: 'dc' | 'mains', from: JackRef, to: JackRef) =>
      ({
        edit: 'plug',
        arguments: { lead: makeLead({ id, number: 20 + id.length, kind, from: [from], to: [to] }) },
      }) as const;
    const fed = edited(
      stage,
      joined('dc', 'dc', { box: 'supply', jack: 'out-1' }, { box: 'overdrive', jack: 'dc' }),
      joined(
        'mains',
        'mains',
        { box: 'mains-distribution', jack: 'outlet-1' },
        { box: 'supply', jack: 'mains' },
      ),
    );
    const power = patchUp(fed, null).filter(({ section }) => section === 'power');
    expect(power.map(({ text }) => text)).toEqual([
      'Mains distribution on',
      'Supply on, and with it Overdrive',
      'Desk on',
      'Valve head on, last; off standby when it is warm',
    ]);
    const [down] = patchUp(fed, null).filter(({ section }) => section === 'down');
    expect(down!.text).toBe(
      'Masters down; off in reverse: Valve head (standby, then off), Desk, Supply and Mains distribution',
    );
    const bare = edited(fed, { edit: 'unplug', arguments: { lead: 'lead-3', side: 'to' } });
    const then = patchUp(bare, null).filter(({ section }) => section === 'power' || section === 'down');
    expect(then.map(({ text }) => text).slice(-2)).toEqual([
      'Valve head stays off: it has no load',
      'Masters down; off in reverse: Desk, Supply and Mains distribution',
    ]);
  });

  test('pedal supplies come on once, behind what may feed them; a power stage of low voltage is last all the same', () => {
    const rig = build(
      'guitar, fuzz, power amp, cab 8, mains distribution',
      'guitar/out > fuzz/in',
      'fuzz/out > power-amp/in',
      'power-amp/spk = cabinet/in',
    );
    const small: Rig = {
      ...rig,
      boxes: rig.boxes.map((box) =>
        box.id === 'power-amp' ? { ...box, power: { ...box.power, class: 'low' } } : box,
      ),
    };
    const said = patchUp(small, null).filter(({ section }) => section === 'power' || section === 'down');
    expect(said.map(({ text }) => text)).toEqual([
      'Mains distribution on',
      'Pedal supplies on: Fuzz',
      'Power amp on, last',
      'Masters down; off in reverse: Power amp, pedal supplies and Mains distribution',
    ]);
  });

  test('ends with each sound and with everything bypassed', () => {
    const two = edited(rig, {
      edit: 'addSound',
      arguments: { sound: makeSound('lead', 'Lead'), index: 1 },
    });
    const proof = patchUp(two, null).filter((s) => s.section === 'proof');
    expect(proof.map((s) => s.id)).toEqual(['strings', 'bypass', 'sound-sound-1', 'sound-lead']);
  });

  test('a model in the place of the preamp is proved with the amp’s clean volume down', () => {
    const model = set(set(rig, 'loop-1', 'off', 'sound-1'), 'amp', 'on', 'sound-1');
    const proofs = patchUp(model, null).filter(({ section }) => section === 'proof');
    expect(proofs.at(-1)!.text).toMatch(/clean volume of Valve head down; Amp model of Multi/);
    expect(patchUp(rig, null).some((s) => s.id.startsWith('model-'))).toBe(false);
  });

  test('leads put away are no steps; an empty rig has none to plug', () => {
    const less = edited(rig, { edit: 'putAway', arguments: { lead: 'lead-3' } });
    expect(patchUp(less, null).some((s) => s.id === 'lead-3')).toBe(false);
    expect(patchUp(build('guitar'), null).filter((s) => s.lead)).toEqual([]);
  });
});

describe('a walk', () => {
  const walk: Walk = { id: 'w', type: 'patch-up', started: '2026-03-01', ended: null, venue: '', ticks: [] };
  const start: EditCall = { edit: 'startWalk', arguments: { walk } };
  const tick = (rig: Rig, id: string): EditCall => {
    const step = patchUp(rig, null).find((s) => s.id === id)!;
    const done: Tick = { step: id, mark: 'done', note: '', at: '2026-03-01', basis: step.basis };
    return { edit: 'tick', arguments: { walk: 'w', tick: done } };
  };

  test('counts what is done and names what is next', () => {
    const rig = edited(fourCable(), start);
    const total = patchUp(rig, null).length;
    const some = edited(rig, tick(rig, 'off'), tick(rig, 'masters'));
    const progress = progressOf(walkUnderWay(some)!, stepsOf(some, walkUnderWay(some)!));
    expect([progress.done, progress.left]).toEqual([2, total - 2]);
    expect(progress.next!.id).toBe('lead-6');
  });

  test('when the rig changes, unchanged ticks stay and changed ones reopen with the reason', () => {
    const rig = edited(fourCable(), start);
    const ticked = edited(rig, tick(rig, 'lead-3'), tick(rig, 'lead-4'));
    const moved = edited(ticked, {
      edit: 'replug',
      arguments: { lead: 'lead-3', side: 'from', at: [{ box: 'multi-effects', jack: 'send-2' }] },
    });
    const states = progressOf(walkUnderWay(moved)!, stepsOf(moved, walkUnderWay(moved)!)).steps;
    expect(states.find((s) => s.step.id === 'lead-3')).toMatchObject({
      tick: null,
      reopened: '3 MULTI SEND 1 → VALVE INPUT, instrument 9 m',
    });
    expect(states.find((s) => s.step.id === 'lead-4')!.tick).not.toBeNull();
  });

  test('an ended walk is no longer under way', () => {
    const rig = edited(fourCable(), start, {
      edit: 'endWalk',
      arguments: { walk: 'w', ended: '2026-03-01' },
    });
    expect(walkUnderWay(rig)).toBeUndefined();
  });
});

describe('numbering along the route', () => {
  test('a rig numbered as it is met needs no new label', () => {
    expect(numberAlongRoute(loopOn(fourCable()), null).reprint).toEqual([]);
  });
  test('what is put away keeps its order behind the rest, links last', () => {
    const rig = edited(
      stage(),
      { edit: 'renumber', arguments: { numbers: { 'lead-3': 90, 'lead-4': 80 } } },
      { edit: 'putAway', arguments: { lead: 'lead-3' } },
      { edit: 'putAway', arguments: { lead: 'lead-4' } },
    );
    const { numbers } = numberAlongRoute(rig, null);
    const count = rig.leads.length;
    expect([numbers['lead-4'], numbers['lead-3'], numbers['lead-7']]).toEqual([count - 2, count - 1, count]);
  });

  test('lists the labels to reprint, and numbers every lead once', () => {
    const rig = loopOn(stage());
    const { numbers, reprint } = numberAlongRoute(rig, null);
    expect(reprint).toContainEqual({ was: 2, now: 1 });
    const after = edited(rig, { edit: 'renumber', arguments: { numbers } });
    expect(new Set(after.leads.map((lead) => lead.number)).size).toBe(after.leads.length);
    expect(numberAlongRoute(after, null).reprint).toEqual([]);
  });
});

test('before the first note the volts between strings and microphone are measured, where there is mains at all', () => {
  const steps = patchUp(fourCable(), null);
  const at = steps.findIndex(({ id }) => id === 'strings');
  expect(steps[at]!.section).toBe('proof');
  expect(steps[at + 1]!.id).toBe('bypass');
  expect(steps[at]!.text).toMatch(/low-impedance setting: 5 V at most/);
  expect(steps[at]!.caution).toMatch(/this can kill.*by a qualified person; not by this plan/);
  expect(patchUp(build('guitar, fuzz'), null).some(({ id }) => id === 'strings')).toBe(false);
});

describe('lift and listen', () => {
  const sections = SECTIONS.map(({ id }) => id);
  const rig = ['multi-effects', 'valve-head'].reduce(
    (r, id) => powered(r, id, { earth: 'kept', earthProved: { by: 'Electrician', date: '2026-04-01' } }),
    earthed(fourCable(), 'multi-effects'),
  );

  test('tells the pickup, the guitar and the earth apart first; then one shield at a time, with what is reckoned; nothing of it where no shield closes a loop', () => {
    const steps = listenWalk(rig, null);
    expect(steps.map(({ section }) => section)).toEqual(
      [...steps].map(({ section }) => section).sort((a, b) => sections.indexOf(a) - sections.indexOf(b)),
    );
    const [first] = steps.filter(({ listen }) => listen);
    expect(first?.listen?.acts).toEqual([
      expect.stringMatching(/^lift the shield at VALVE /),
      'listen',
      expect.stringMatching(/^restore the shield at VALVE /),
      'listen',
    ]);
    expect(first?.listen?.estimate).toMatch(/^Reckoned: [+−-]?\d+ dB of hum when lifted/);
    expect(steps.some(({ id }) => id === 'strings')).toBe(true);
    expect(steps.at(-1)?.text).toMatch(/^Shields as recorded: leads [\d, and]+ whole/);
    expect(listenWalk(build('guitar, combo', 'guitar/out > combo/input'), null)).toEqual([]);
  });

  test('a shield that is lifted is restored first', () => {
    const [step] = listenWalk(lifted(rig, 'lead-4'), null).filter(({ id }) => id === 'listen-lead-4');
    const told = listenWalk(lifted(rig, 'lead-3', 'lead-4', 'lead-5'), null).at(-1)?.text;
    expect(told).toMatch(/^Shields as recorded: leads [\d, and]+ lifted\./);
    expect(step?.listen?.acts.map((act) => act.split(' ')[0])).toEqual([
      'restore',
      'listen',
      'lift',
      'listen',
    ]);
  });

  test('an earth that is not proved comes first, by the phrase; no shield beside it is lifted', () => {
    const steps = listenWalk(powered(rig, 'valve-head', { earthProved: undefined }), null);
    expect(steps[0]?.text).toContain('by a qualified person; not by this plan');
    expect(steps.some(({ listen }) => listen)).toBe(false);
  });
});
