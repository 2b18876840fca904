import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyEdit } from '../edits';
import { isAudio, type Rig } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { gear, rigOf, wiredWays } from '../testing/gear';
import { Met } from '../testing/met';
import { groundLoops } from './index';

/**
 * The twin: independent cycles as edges less the rank of the incidence matrix over two elements, worked out by
 * elimination.
 */
function byElimination(rig: Rig): number {
  const earth = 'earth';
  const nodes = [earth, ...rig.boxes.map((box) => box.id)];
  const edges: [string, string][] = rig.boxes.flatMap((box): [string, string][] =>
    box.power.class === 'I' ? [[box.id, earth]] : [],
  );
  for (const lead of rig.leads) {
    const [a, b] = [lead.from.at[0], lead.to.at[0]];
    if (!a || !b || ['air', 'radio', 'speaker'].includes(lead.kind) || lead.break.kind !== 'none') continue;
    const jacks = [a, b].map((ref) => {
      const jack = rig.boxes.find((box) => box.id === ref.box)!.jacks.find((j) => j.id === ref.jack)!;
      return { ...jack, ground: jack.modes.find((m) => m.id === jack.mode)?.ground ?? jack.ground };
    });
    if (jacks.every((jack) => isAudio(jack) && !['none', 'transformer', 'lifted'].includes(jack.ground)))
      edges.push([a.box, b.box]);
  }
  const rows = edges.map(([a, b]) => nodes.map((node) => (a === b ? false : node === a || node === b)));
  let rank = 0;
  for (let column = 0; column < nodes.length; column += 1) {
    const pivot = rows.findIndex((row, i) => i >= rank && row[column]);
    if (pivot < 0) continue;
    [rows[rank], rows[pivot]] = [rows[pivot]!, rows[rank]!];
    rows.forEach((row, i) => {
      if (i !== rank && row[column]) rows[i] = row.map((bit, c) => bit !== rows[rank]![c]);
    });
    rank += 1;
  }
  return edges.length - rank;
}

describe('ground loops', () => {
  test('are counted as elimination counts them, in any routing of any gear', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, (g) => {
        for (const { rig } of wiredWays(rigOf(g))) {
          const loops = groundLoops(rig, null);
          expect(loops).toBe(byElimination(rig));
          met.count('loops', loops);
        }
      }),
      { numRuns: 40 },
    );
    met.atLeast({ loops: 15 });
  });

  test('a four-cable rig has two by construction: three shields between two boxes', () => {
    expect(groundLoops(fourCable(), null)).toBe(2);
  });

  test('a lead to an earthed desk closes one more round the mains', () => {
    const rig = plugged(build('valve head, desk'), 'valve-head/send > desk/ch-1');
    expect(groundLoops(rig, null)).toBe(1);
  });

  test('speaker leads and air are no edges', () => {
    const rig = build(
      'valve head, cab 16, mic, desk',
      'valve-head/spk-16 = cabinet/in',
      'cabinet/air ~ microphone/air',
    );
    expect(groundLoops(rig, null)).toBe(0);
  });

  test('a DI’s lift opens what its through jack and its output close between amplifier and desk', () => {
    const rig = build(
      'guitar, di, valve head, desk',
      'guitar/out > passive-di/in',
      'passive-di/through > valve-head/input',
      'passive-di/out - desk/ch-1',
    );
    const lifted = edited(rig, {
      edit: 'setMode',
      arguments: { box: 'passive-di', jack: 'out', mode: 'lifted', scope: { layer: 'rest' } },
    });
    expect([groundLoops(rig, null), groundLoops(lifted, null)]).toEqual([1, 0]);
  });

  test('each lift opens one, until none is left', () => {
    let rig = fourCable();
    const loops = [groundLoops(rig, null)];
    for (const id of ['lead-3', 'lead-4']) {
      rig = {
        ...rig,
        leads: rig.leads.map((l) => (l.id === id ? { ...l, break: { kind: 'lift' as const } } : l)),
      };
      loops.push(groundLoops(rig, null));
    }
    expect(loops).toEqual([2, 1, 0]);
  });

  test('a variant that leaves a lead out has one less', () => {
    const rig = edited(fourCable(), {
      edit: 'addVariant',
      arguments: {
        variant: {
          id: 'front',
          name: 'Front',
          leads: {},
          state: { blocks: {}, modes: {}, controls: {}, patches: {} },
          notes: '',
        },
      },
    });
    const less = applyEdit(rig, {
      edit: 'putAway',
      arguments: { lead: 'lead-4', scope: { layer: 'variant', id: 'front' } },
    }).rig;
    expect([groundLoops(less, null), groundLoops(less, 'front')]).toEqual([2, 1]);
  });
});
