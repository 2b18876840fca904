// More setups of the trade: house feeds, switchers, boards of pedals, ears, nights without the cabinet.
import { describe, expect, test } from '@jest/globals';
import { judge } from '../findings';
import { cardOf } from '../planner';
import {
  makeSound,
  moveBlock,
  outletWant,
  refOf,
  rowsOf,
  wiresOfRows,
  type EditCall,
  type Rig,
  type Scope,
} from '../rig';
import { TEMPLATES, type Code } from '../routings';
import { settingsOf, trace } from '../signal';
import { build, edited, plugged } from './build';
import { referenceRig } from './reference-rig';

const cardsFor = (rig: Rig, code: Code) =>
  TEMPLATES.filter((template) => template.code === code).map((template) => cardOf(rig, template));

function take(rig: Rig, code: Code, which = 0): Rig {
  const card = cardsFor(rig, code)[which]!;
  if (!card.can) throw new Error(card.reason);
  return edited(rig, { edit: 'takeRouting', arguments: card.change });
}

const REST: Scope = { layer: 'rest' };
const set = (box: string, block: string, state: string, scope: Scope = REST): EditCall => ({
  edit: 'setBlockState',
  arguments: { box, block, state, scope },
});
const mode = (box: string, jack: string, id: string): EditCall => ({
  edit: 'setMode',
  arguments: { box, jack, mode: id, scope: REST },
});
const variant = (id: string): EditCall => ({
  edit: 'addVariant',
  arguments: {
    variant: {
      id,
      name: id,
      leads: {},
      state: { blocks: {}, modes: {}, controls: {}, patches: {} },
      notes: '',
    },
  },
});
const replug = (lead: string, side: 'from' | 'to', at: string, scope: Scope): EditCall => ({
  edit: 'replug',
  arguments: { lead, side, at: [refOf(at)], scope },
});

const codes = (rig: Rig, night: string | null = null) =>
  judge(rig, night)
    .filter((f) => f.severity !== 'note')
    .map((f) => f.code);
/** What is heard: each outlet with the blocks that are on the way to it. */
function heard(rig: Rig, night: string | null = null, sound = 0): Record<string, readonly string[]> {
  const { paths } = trace(rig, settingsOf(rig, night)[sound]!);
  return Object.fromEntries(
    paths.map((path) => [
      `${path.output.box}/${path.output.block}`,
      path.sections.filter((s) => s.state.id !== 'off').map((s) => s.block.id),
    ]),
  );
}
const leadBetween = (rig: Rig, from: string, to: string) =>
  rig.leads.find(
    (lead) => lead.from.at.some((at) => at.box === from) && lead.to.at.some((at) => at.box === to),
  )!.id;

/** A block of the unit moved to the end of the row that ends at a jack. */
function moved(rig: Rig, block: string, jack: string): Rig {
  const unit = rig.boxes.find((box) => box.id === 'multi-effects')!;
  const rows = rowsOf(unit, unit.patches[0]!.wires)!;
  const row = rows.rows.findIndex((one) => one.outputs.includes(jack));
  const wires = wiresOfRows(unit, moveBlock(rows, block, { row, index: rows.rows[row]!.blocks.length }));
  return edited(rig, { edit: 'wireInside', arguments: { box: unit.id, patch: unit.patch, wires } });
}

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
    const rows = rowsOf(unit, unit.patches[0]!.wires)!;
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
    ['passive di', 'line'],
    ['active di', 'instrument'],
  ])('by a %s the output is set to what the DI takes', (di, level) => {
    const rig = take(build(`guitar, unit, ${di}, desk`), 'DIRECT');
    expect(codes(rig)).toEqual([]);
    expect(
      rig.boxes.find((box) => box.id === 'multi-effects')!.jacks.find((j) => j.id === 'out-1-l')!.mode,
    ).toBe(level);
  });
});
