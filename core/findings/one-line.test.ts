// One wrong lead is one line, and it says what is so.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { EditCall } from '../edits';
import { jackKey, type Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { Met } from '../testing/met';
import { variant } from '../testing/setup-kit';
import { replug, set, swap } from '../testing/short-edits';
import { judge, report } from '../testing/of-wiring';
import { cureOf, cureToldIn, merged } from './index';

const CABINET = { box: 'cabinet', jack: 'in' };

const lines = (rig: Rig) => report(rig, null, null).filter(({ severity }) => severity !== 'note');
const codes = (rig: Rig) => lines(rig).map(({ code }) => code);
describe('speaker level', () => {
  test('into headphones it is one line, with what it brings', () => {
    const rig = build(
      'guitar, valve head, headphones',
      'guitar/out > valve-head/input',
      'valve-head/spk-16 > headphones/in',
    );
    expect(codes(rig)).toEqual(['SAFE-SPKOUT']);
    expect(lines(rig)[0]!.brings.join(' ')).toMatch(/No load on Valve head.*is an instrument lead/);
  });

  test('a signal lead put into a tap is named alone, and goes back where it belongs', () => {
    const rig = edited(fourCable(), replug('lead-5', 'to', 'valve-head/spk-8'));
    const [line] = lines(rig);
    expect(codes(rig)).toEqual(['SAFE-SPKOUT']);
    expect(cureOf(rig, line!.finding)!.edit).toEqual(replug('lead-5', 'to', 'valve-head/return'));
  });

  test('a headphone or line output into a cabinet is no speaker-lead danger', () => {
    const phones = build(
      'guitar, small unit, cab',
      'guitar/out > small-unit/input',
      'small-unit/phones > cabinet/in',
    );
    expect(codes(phones)).toEqual(['SPK-PHONES']);
  });
});

describe('a plug in the wrong jack of its box', () => {
  test('that closes a ring: the one lead, where it is and where it belongs', () => {
    const [line, ...more] = lines(edited(fourCable(), replug('lead-3', 'from', 'multi-effects/out-1-r')));
    expect(more).toEqual([]);
    expect(line!.code).toBe('WIRE-RING');
    expect(line!.text).toMatch(
      /^Lead 3 is plugged into OUT 1 R of Multi-effects; it belongs in SEND 1 of Multi-effects:/,
    );
  });

  test.each([
    ['outputs', 'overdrive/out', 'desk/aux-1', 'OUT of Overdrive and AUX 1 of Desk'],
    ['inputs', 'overdrive/in', 'desk/ch-1', 'IN of Overdrive and CH 1 of Desk'],
  ])('two %s of boxes that nothing else joins', (kind, from, to, named) => {
    const rig = build('od, desk', `${from} - ${to}`);
    expect(lines(rig).map(({ text }) => text)).toContain(`Lead 1 joins two ${kind}: ${named}.`);
  });

  test('that joins two of a kind, and that is only silent', () => {
    const clash = lines(edited(fourCable(), replug('lead-5', 'from', 'multi-effects/return-2')));
    expect(clash.map(({ code, text }) => [code, text])).toEqual([
      [
        'WIRE-DIRECTION',
        'Lead 5 is plugged into RETURN 2 of Multi-effects; it belongs in OUT 1 L of Multi-effects: as it is, nothing flows.',
      ],
    ]);
    const silent = lines(edited(fourCable(), replug('lead-3', 'from', 'multi-effects/out-2-l')));
    expect(silent.map(({ code, text }) => [code, text])).toEqual([
      [
        'WIRE-GRID',
        'Lead 3 is plugged into OUT 2 L of Multi-effects; it belongs in SEND 1 of Multi-effects.',
      ],
    ]);
  });
});

test('what is worse than its cause, or about another lead of the box, keeps its own line', () => {
  const taps = build(
    'guitar, valve head, cab 64 100w, cab 16 100w',
    'guitar/out > valve-head/input',
    'valve-head/spk-16 = cabinet/in',
    'valve-head/spk-8 = cabinet-2/in',
  );
  // 64 on 16 ohms is a danger by itself; 16 on 8 stands under the two taps, which are a caution.
  expect(lines(taps).map(({ code, severity }) => [code, severity])).toEqual([
    ['SAFE-IMPED', 'danger'],
    ['SAFE-TWOTAPS', 'caution'],
  ]);
  const desk = build(
    'guitar, valve head, small unit, desk',
    'guitar/out > small-unit/input',
    'small-unit/out-l > desk/ch-2',
    'valve-head/spk-16 > desk/ch-1',
  );
  expect(codes(desk)).toContain('SAFE-SPKOUT');
  expect(codes(desk)).toContain('MODEL-MISSING');
});

describe('whatever is found is shown, by itself or under what is shown', () => {
  const soak = () =>
    build(
      'guitar, valve head, attenuator, cab 8 100w',
      'guitar/out > valve-head/input',
      'valve-head/spk-8 = attenuator/in',
      'attenuator/out = cabinet/in',
    );

  test('two that explain each other are one line: an attenuator the wrong way round', () => {
    const rig = edited(soak(), swap('lead-2', 'to', 'lead-3', 'from'));
    const [line, ...more] = lines(rig);
    expect(more).toEqual([]);
    expect(line!.severity).toBe('danger');
    expect(lines(edited(rig, cureOf(rig, line!.finding)!.edit))).toEqual([]);
  });

  test('law: so it is however leads are plugged', () => {
    const met = new Met();
    const rigs = [
      soak(),
      fourCable(),
      build(
        'guitar, unit, stereo power amp, stereo cab, y lead, desk, headphones',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > stereo-power-amp/in-l',
        'multi-effects/out-1-r > stereo-power-amp/in-r',
        'stereo-power-amp/spk-l = stereo-cabinet/in-l',
        'stereo-power-amp/spk-r = stereo-cabinet/in-r',
        'multi-effects/phones » headphones/in',
      ),
    ];
    const move = fc.tuple(fc.nat(), fc.boolean(), fc.nat());
    fc.assert(
      fc.property(fc.nat({ max: 2 }), fc.array(move, { minLength: 1, maxLength: 3 }), (which, moves) => {
        const rig = moves.reduce((now, [n, isFrom, to]) => {
          const lead = now.leads[n % now.leads.length]!;
          const held = new Set(
            now.leads.flatMap(({ from, to: end }) => [...from.at, ...end.at].map(jackKey)),
          );
          const free = now.boxes
            .flatMap((box) => box.jacks.map((jack) => `${box.id}/${jack.id}`))
            .filter((key) => !held.has(key));
          return edited(now, replug(lead.id, isFrom ? 'from' : 'to', free[to % free.length]!));
        }, rigs[which]!);
        const all = judge(rig, null);
        const shown = merged(rig, all);
        const told = shown.flatMap(({ finding, brings }) => [finding, ...brings]);
        expect(new Set(told)).toEqual(new Set(all));
        expect(told).toHaveLength(all.length);
        if (shown.some(({ brings }) => brings.length > 0)) met.count('under another');
        if (all.length > 2) met.count('several');
      }),
      { numRuns: 300 },
    );
    met.atLeast({ 'under another': 80, several: 80 });
  });
});

test('a danger that is the same in several nights is one line, of the night that is looked at', () => {
  const nights = edited(fourCable(), variant('club'), variant('hall'));
  const away = { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } } as const;
  const text = (rig: Rig, night: string | null) =>
    report(rig, night, null)
      .filter(({ severity }) => severity === 'danger')
      .map((line) => line.text);
  const everywhere = edited(nights, away);
  const where = 'nothing on SPK 16 Ω, SPK 8 Ω, SPK 4 Ω takes its power';
  expect(text(everywhere, null)).toEqual([`No load on Valve head: ${where}, in club and hall too.`]);
  expect(text(everywhere, 'club')).toEqual([
    `No load on Valve head in club: ${where}, in Base and hall too.`,
  ]);
  const one = edited(nights, {
    ...away,
    arguments: { ...away.arguments, scope: { layer: 'variant', id: 'club' } },
  });
  expect(text(one, null)).toEqual([`No load on Valve head in club: ${where}.`]);
  // What the base alone has is told in a night as the base's, and so is its cure.
  const inClub = { scope: { layer: 'variant', id: 'club' } } as const;
  const sound = edited(
    nights,
    { edit: 'replug', arguments: { ...away.arguments, at: [CABINET], ...inClub } },
    away,
  );
  expect(text(sound, 'club')).toEqual([`No load on Valve head: ${where}, in Base and hall.`]);
  const [line] = report(sound, 'club', null);
  expect(cureToldIn(sound, 'club', line!.finding)!.label).toMatch(/^Re-plug lead 6 into .*, in Base$/);
});

test.each([
  ['of the base, seen in a night', null, 'club'],
  ['of a night, seen in the base', 'club', null],
])('a danger %s hides nothing of what is wrong there', (_, of, seen) => {
  const inClub = { scope: { layer: 'variant', id: 'club' } } as const;
  const own = of === null ? {} : inClub;
  const sound = edited(fourCable(), variant('club'), {
    edit: 'replug',
    arguments: { lead: 'lead-6', side: 'to', at: [CABINET], ...inClub },
  });
  const lost: EditCall[] = [
    set('multi-effects', 'amp', 'on'),
    { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to', ...own } },
  ];
  const found = report(edited(sound, ...lost), seen, null).filter(({ severity }) => severity !== 'note');
  expect(found.map(({ code, brings }) => [code, brings])).toEqual([
    ['SAFE-NOLOAD', []],
    ['MODEL-TWOPRE', []],
  ]);
});
