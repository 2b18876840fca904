// More setups of the trade: ears, nights without the cabinet, a unit alone at the desk.
import { describe, expect, test } from '@jest/globals';
import { judge } from './of-wiring';
import { outletWant } from '../edits';
import { rowsOf, wiresOfRows, type Rig, type Scope } from '../model';
import { build, edited, plugged } from './build';
import { codes, heard, leadBetween, mode, moved, replug, set, take, variant } from './setup-kit';

describe('I: the ear mix made inside the unit', () => {
  /** A send to the desk by a DI; from its through jack back into the unit, for the headphones. */
  function ownEars(): Rig {
    const rig = plugged(
      build('guitar, unit, headphones, di, desk'),
      'guitar/out > multi-effects/input',
      'multi-effects/send-1 > passive-di/in',
      'passive-di/through > multi-effects/return-1',
      'passive-di/out - desk/ch-1',
      'multi-effects/phones » headphones/in',
    );
    const unit = rig.boxes.find((box) => box.id === 'multi-effects')!;
    const rows = rowsOf(unit, unit.patches[0]!.wires);
    const played = ['drive', 'amp', 'cab', 'chorus', 'delay', 'reverb'];
    const wires = wiresOfRows(unit, {
      ...rows,
      loops: {},
      rows: [
        { from: { jack: 'input' }, blocks: played, outputs: ['send-1'] },
        { from: { jack: 'return-1' }, blocks: [], outputs: ['out-1-l'] },
      ],
    });
    return edited(
      rig,
      { edit: 'wireInside', arguments: { box: unit.id, patch: unit.patch, wires } },
      set(unit.id, 'amp', 'on'),
      set(unit.id, 'cab', 'on'),
      mode(unit.id, 'send-1', 'line'),
      mode(unit.id, 'return-1', 'line'),
      outletWant({ box: 'headphones', jack: 'in' }),
      outletWant({ box: 'desk', jack: 'ch-1' }),
    );
  }

  test('desk and ears hear the same sound, one by the DI and one by its through jack', () => {
    const rig = ownEars();
    const ways = heard(rig);
    expect(Object.keys(ways).sort()).toEqual(['desk/mix-1', 'headphones/ears']);
    for (const way of Object.values(ways))
      expect(way).toEqual(expect.arrayContaining(['amp', 'cab', 'delay']));
    expect(codes(rig)).toEqual([]);
  });

  test('the lead back into the unit pulled: the ears are silent, the desk is not', () => {
    const rig = ownEars();
    const back = leadBetween(rig, 'passive-di', 'multi-effects');
    const pulled = edited(rig, { edit: 'unplug', arguments: { lead: back, side: 'to' } });
    expect(Object.keys(heard(pulled))).toEqual(['desk/mix-1']);
    expect(codes(pulled)).toContain('WIRE-SILENT');
  });
});

describe('Q: a cabinet some nights, a powered speaker others', () => {
  const gear = () => build('guitar, unit, valve head, cab 16, powered speaker');
  const cabinetNight = () => edited(take(gear(), 'FOUR'), variant('direct'));
  const direct: Scope = { layer: 'variant', id: 'direct' };
  const speaker = (rig: Rig) => rig.leads.find((lead) => lead.kind === 'speaker')!.id;

  test('the cabinet unplugged on the direct night is a danger on that night', () => {
    const rig = edited(cabinetNight(), {
      edit: 'unplug',
      arguments: { lead: speaker(cabinetNight()), side: 'to', scope: direct },
    });
    const found = judge(rig, null).filter((f) => f.code === 'SAFE-NOLOAD');
    expect(found.map((f) => [f.severity, f.variant])).toEqual([['danger', 'direct']]);
  });

  test('the speaker output never goes into the powered speaker', () => {
    const rig = edited(cabinetNight(), replug(speaker(cabinetNight()), 'to', 'powered-speaker/in', direct));
    expect(codes(rig, 'direct')).toEqual(expect.arrayContaining(['SAFE-SPKOUT', 'SAFE-NOLOAD']));
    expect(codes(rig)).not.toContain('SAFE-SPKOUT');
  });

  test('a cabinet model last in the unit and the cabinet together are told', () => {
    const rig = edited(moved(cabinetNight(), 'cab', 'out-1-l'), set('multi-effects', 'cab', 'on'));
    expect(codes(rig)).toContain('MODEL-BOTHSPK');
  });

  test('a solid-state combo feeds the powered speaker by its line out, with no danger at all', () => {
    const rig = plugged(
      take(build('guitar, unit, solid-state combo, powered speaker'), 'FOUR'),
      'solid-state-combo/line-out > powered-speaker/in',
    );
    expect(judge(rig, null).filter((f) => f.severity === 'danger')).toEqual([]);
    expect(Object.keys(heard(rig)).sort()).toEqual(['powered-speaker/speaker', 'solid-state-combo/speaker']);
  });
});

describe('T: the same unit direct', () => {
  const gear = () => build('guitar, unit, desk');

  test('both models are on, the output gives line, and it is sound', () => {
    const rig = take(gear(), 'DIRECT');
    expect(codes(rig)).toEqual([]);
    expect(heard(rig)['desk/mix-1']).toEqual(expect.arrayContaining(['amp', 'cab']));
    const unit = rig.boxes.find((box) => box.id === 'multi-effects')!;
    const used = rig.leads.find((lead) => lead.to.at.some((at) => at.box === 'desk'))!.from.at[0]!.jack;
    expect(unit.jacks.find((jack) => jack.id === used)!.mode).toBe('line');
  });

  test.each(['amp', 'cab'])('the %s model off is missed', (block) => {
    const rig = edited(take(gear(), 'DIRECT'), set('multi-effects', block, 'off'));
    expect(codes(rig)).toContain('MODEL-MISSING');
  });

  test.each([
    ['passive di', 'line', []],
    // 48 V is switched on by hand, once everything is plugged.
    ['active di', 'instrument', ['PHANTOM-WANTED']],
  ])('by a %s the output is set to what the DI takes', (di, level, left) => {
    const rig = take(build(`guitar, unit, ${di}, desk`), 'DIRECT');
    expect(codes(rig)).toEqual(left);
    expect(
      rig.boxes.find((box) => box.id === 'multi-effects')!.jacks.find((j) => j.id === 'out-1-l')!.mode,
    ).toBe(level);
  });
});
