// Insertions of four leads, wrongly plugged in every way that two exchanged plugs can make them.
import { describe, expect, test } from '@jest/globals';
import { isAudio, jackKey, rowsOf, wiresOfRows, type Rig } from '../model';
import { makeGridBlock } from '../catalog';
import type { EditCall } from '../edits';
import { build, edited } from '../testing/build';
import { curedOnce, joins, linesOf, swapped, swapWords as words } from '../testing/mended';
import { set, swap } from '../testing/short-edits';

const REST = { layer: 'rest' } as const;

const AMPLIFIERS = {
  valve: {
    line: 'valve head, cab 16 100w',
    id: 'valve-head',
    more: ['valve-head/spk-16 = cabinet/in'],
    air: 'cabinet/air',
  },
  solid: { line: 'solid-state combo', id: 'solid-state-combo', more: [], air: 'solid-state-combo/air' },
} as const;

/** What is inserted: IN, SEND → amplifier; amplifier → RETURN, OUT. */
const INSERTED = {
  unit: { line: 'unit', id: 'multi-effects', jacks: ['input', 'send-1', 'return-1', 'out-1-l'] },
  gate: { line: 'four-jack gate', id: 'four-jack-gate', jacks: ['in', 'send', 'return', 'out'] },
  equaliser: {
    line: 'two-channel eq',
    id: 'two-channel-equaliser',
    jacks: ['in-a', 'out-a', 'in-b', 'out-b'],
  },
} as const;

/** Units whose front and loop are rows as they are made. */
const IN_ROWS = {
  rack: { line: 'rack unit', id: 'rack-unit', jacks: ['input', 'out-2-l', 'in-1-l', 'out-1-l'] },
  effects: {
    line: 'effects-only unit',
    id: 'effects-only-unit',
    jacks: ['input', 'send', 'return', 'out-l'],
  },
} as const;

/** Boxes that stand about and must change nothing: their quick line, and their leads. */
const NEIGHBOURS = {
  none: { line: '', leads: [] },
  'a fuzz ahead': { line: 'fuzz', leads: ['guitar/out > fuzz/in'], first: 'fuzz/out' },
  'a tuner ahead, a microphone at the desk': {
    line: 'tuner, mic, desk',
    leads: ['guitar/out > tuner/in'],
    mic: true,
    first: 'tuner/out',
  },
} as const;

type Rows = { readonly rows?: boolean };

/** Leads 1 to 4 are the insertion's. */
function insertion(
  box: keyof typeof INSERTED | keyof typeof IN_ROWS,
  amp: keyof typeof AMPLIFIERS,
  near: keyof typeof NEIGHBOURS,
  { rows = false }: Rows = {},
): Rig {
  const [{ line, id, jacks }, amplifier, around] = [
    { ...INSERTED, ...IN_ROWS }[box],
    AMPLIFIERS[amp],
    NEIGHBOURS[near],
  ];
  const [into, send, back, out] = jacks;
  const rig = build(
    ['guitar', around.line, line, amplifier.line].filter((words) => words !== '').join(', '),
    `${'first' in around ? around.first : 'guitar/out'} > ${id}/${into}`,
    `${id}/${send} > ${amplifier.id}/input`,
    `${amplifier.id}/send > ${id}/${back}`,
    `${id}/${out} > ${amplifier.id}/return`,
    ...amplifier.more,
    ...around.leads,
    ...('mic' in around ? [`${amplifier.air} ~ microphone/air`, 'microphone/out - desk/ch-1'] : []),
  );
  if (box !== 'unit') return rig;
  return rows
    ? inRows(rig)
    : edited(rig, {
        edit: 'setBlockState',
        arguments: { box: id, block: 'loop-1', state: 'on', scope: REST },
      });
}

/** The unit without a loop block: what stands ahead and what stands in the loop are rows of their own. */
function inRows(rig: Rig): Rig {
  const unit = rig.boxes.find(({ id }) => id === 'multi-effects')!;
  const read = rowsOf(unit, unit.patches[0]!.wires);
  const { rows } = read;
  const wires = wiresOfRows(unit, {
    ...read,
    was: [],
    rows: [
      { from: { jack: 'input' }, blocks: ['drive'], outputs: ['send-1'] },
      { from: { jack: 'return-1' }, blocks: rows[0]!.blocks.slice(2), outputs: ['out-1-l'] },
    ],
    loops: {},
  });
  return edited(rig, { edit: 'wireInside', arguments: { box: unit.id, patch: unit.patch, wires } });
}

const RIGS: readonly (readonly [string, () => Rig])[] = [
  ...(Object.keys(INSERTED) as (keyof typeof INSERTED)[]).flatMap((box) =>
    (Object.keys(AMPLIFIERS) as (keyof typeof AMPLIFIERS)[]).flatMap((amp) =>
      (Object.keys(NEIGHBOURS) as (keyof typeof NEIGHBOURS)[]).map(
        (near) => [`${box}, ${amp}, ${near}`, () => insertion(box, amp, near)] as const,
      ),
    ),
  ),
  ['unit in rows, valve', () => insertion('unit', 'valve', 'none', { rows: true })],
  ['unit in rows, solid, a fuzz ahead', () => insertion('unit', 'solid', 'a fuzz ahead', { rows: true })],
  ['unit: rack, valve', () => insertion('rack', 'valve', 'none')],
  ['unit: effects only, solid, a fuzz ahead', () => insertion('effects', 'solid', 'a fuzz ahead')],
];

const ENDS = [1, 2, 3, 4].flatMap((n) =>
  (['from', 'to'] as const).map((side) => ({ lead: `lead-${n}`, side })),
);
const PAIRS = ENDS.flatMap((a, i) => ENDS.slice(i + 1).flatMap((b) => (a.lead === b.lead ? [] : [{ a, b }])));

/** Exchanges of leads that share none. */
const TWICE = PAIRS.flatMap((p, i) =>
  PAIRS.slice(i + 1).flatMap((q) =>
    new Set([p.a.lead, p.b.lead, q.a.lead, q.b.lead]).size === 4 ? [[p, q] as const] : [],
  ),
);

describe.each(RIGS)('%s', (_name, make) => {
  test('law: of any two plugs exchanged one line is told, and its cure restores the rig', () => {
    const sound = make();
    expect(linesOf(sound).map(({ finding }) => finding.code)).toEqual([]);
    const bad = PAIRS.filter((pair) => {
      const wrong = swapped(sound, pair);
      return linesOf(wrong).length !== 1 || joins(curedOnce(wrong)) !== joins(sound);
    });
    expect(bad.map(words)).toEqual([]);
  });
});

/** Both halves in each other's place: a unit's is told as one line; of a box with two ways alike it is none. */
const TURNED = 4;

describe.each(RIGS.filter((_, i) => i % 5 === 0))('%s, crossed twice', (name, make) => {
  test('law: two crossings at once are two lines, and the two cures restore the rig', () => {
    const sound = make();
    const heard = TWICE.map(([p, q]) => ({ p, q, wrong: swapped(swapped(sound, p), q) })).filter(
      ({ wrong }) => linesOf(wrong).length > 0,
    );
    const turned = heard.filter(({ wrong }) => linesOf(wrong)[0]!.finding.code === 'WIRE-TURNED');
    expect(turned).toHaveLength(name.startsWith('unit, ') ? TURNED : 0);
    expect(heard).toHaveLength(TWICE.length - TURNED + turned.length);
    const bad = heard.filter(({ wrong }) => {
      const isTurned = linesOf(wrong)[0]!.finding.code === 'WIRE-TURNED';
      const cured = isTurned ? curedOnce(wrong) : curedOnce(curedOnce(wrong));
      return linesOf(wrong).length !== (isTurned ? 1 : 2) || joins(cured) !== joins(sound);
    });
    expect(bad.map(({ p, q }) => `${words(p)}, ${words(q)}`)).toEqual([]);
  });
});

/** Every plug of the insertion in each free jack of its box that carries sound. */
const misplaced = (sound: Rig) =>
  ENDS.flatMap(({ lead, side }) => {
    const [at] = sound.leads.find(({ id }) => id === lead)![side].at;
    const box = sound.boxes.find(({ id }) => id === at!.box)!;
    const held = new Set(sound.leads.flatMap(({ from, to }) => [...from.at, ...to.at].map(jackKey)));
    return box.jacks
      .filter((jack) => isAudio(jack) && jack.carries !== 'air' && !held.has(`${box.id}/${jack.id}`))
      .map((jack) => ({ lead, side, to: { box: box.id, jack: jack.id } }));
  });

describe.each(RIGS.filter(([name]) => name.startsWith('unit')))(
  '%s, one plug beside its jack',
  (_name, make) => {
    test('law: where that is a fault, that lead is named and no other, and the cure restores the rig', () => {
      const sound = make();
      const wrong = misplaced(sound).map(({ lead, side, to }) => ({
        lead,
        name: `${lead} ${side} in ${to.jack}`,
        rig: edited(sound, { edit: 'replug', arguments: { lead, side, at: [to] } }),
      }));
      const told = wrong.filter(({ rig }) =>
        linesOf(rig).some(({ finding }) => finding.severity !== 'caution'),
      );
      expect(told.length).toBeGreaterThan(5);
      const bad = told.filter(({ rig, lead }) => {
        const lines = linesOf(rig);
        const leads = lines[0]!.finding.parts.filter(({ type }) => type === 'lead').map(({ id }) => id);
        return (
          lines.length !== 1 || leads.some((id) => id !== lead) || joins(curedOnce(rig)) !== joins(sound)
        );
      });
      expect(
        bad.map(
          ({ name, rig }) =>
            `${name}: ${linesOf(rig)
              .map(({ finding }) => `${finding.code} ${finding.parts.map(({ id }) => id).join('+')}`)
              .join(' | ')}`,
        ),
      ).toEqual([]);
    });
  },
);

test('both halves in each other’s place are told and restored with an outboard unit in another loop too', () => {
  const sound = edited(
    build(
      'guitar, unit, delay, valve head, cab 16 100w',
      'guitar/out > multi-effects/input',
      'multi-effects/send-1 > valve-head/input',
      'valve-head/send > multi-effects/return-1',
      'multi-effects/out-1-l > valve-head/return',
      'valve-head/spk-16 = cabinet/in',
      'multi-effects/send-2 > digital-delay/in',
      'digital-delay/out > multi-effects/return-2',
    ),
    set('multi-effects', 'loop-1', 'on'),
  );
  const unit = sound.boxes.find(({ id }) => id === 'multi-effects')!;
  const read = rowsOf(unit, unit.patches[0]!.wires);
  const loop: EditCall = {
    edit: 'together',
    arguments: {
      label: 'A second loop',
      edits: [
        { edit: 'addBlock', arguments: { box: unit.id, block: makeGridBlock('loop', 'loop-2', 'Loop 2') } },
        {
          edit: 'wireInside',
          arguments: {
            box: unit.id,
            patch: unit.patch,
            wires: wiresOfRows(
              { ...unit, blocks: [...unit.blocks, makeGridBlock('loop', 'loop-2', 'Loop 2')] },
              {
                ...read,
                rows: read.rows.map((row) => ({ ...row, blocks: ['drive', 'loop-1', 'loop-2', 'reverb'] })),
                loops: { ...read.loops, 'loop-2': { send: 'send-2', back: 'return-2' } },
              },
            ),
          },
        },
      ],
    },
  };
  const two = edited(sound, loop, set('multi-effects', 'loop-2', 'on'));
  const wrong = edited(two, swap('lead-1', 'to', 'lead-3', 'to'), swap('lead-2', 'from', 'lead-4', 'from'));
  expect(linesOf(wrong).map(({ finding }) => finding.code)).toEqual(['WIRE-TURNED']);
  expect(joins(curedOnce(wrong))).toBe(joins(two));
});
