// What the core's work is measured on, beside the rigs of its tests.
import { parseChains, wireChains } from '../core/chain';
import { parseNetlist, type Netlist } from '../core/circuit';
import { trialOf, type EditCall } from '../core/edits';
import type { Rig } from '../core/model';
import { build } from '../core/testing/build';

/** A rig with plugs exchanged, each of a way that a hand gets wrong: a twin with findings. */
export function miswired(rig: Rig, plugs: number): Rig {
  const leads = rig.leads.filter((lead) => lead.kind === 'patch' || lead.kind === 'instrument');
  let wrong = rig;
  for (let i = 0; i < plugs; i += 1) {
    const [a, b] = [leads[(i * 7) % leads.length], leads[(i * 11 + 5) % leads.length]];
    if (a && b && a !== b)
      wrong = trialOf(wrong, {
        edit: 'exchangeEnds',
        arguments: { a: { lead: a.id, side: i % 2 ? 'from' : 'to' }, b: { lead: b.id, side: 'to' } },
      });
  }
  return wrong;
}

/** A pickup with its controls, a lead, and so many pedals off with patches between: 25 nodes in all. */
export function passiveRun(): Netlist {
  const pickup =
    'V1 src 0 AC 1\nRp src p1 8200\nLp p1 pu 4.6\nCp pu 0 140p\nRt pu t1 500k\nCt t1 0 22n\nRv1 pu n0 0.1\nRv2 n0 0 500k';
  const leads = Array.from(
    { length: 19 },
    (_, i) => `Ca${i} n${i} 0 50p\nRc${i} n${i} n${i + 1} 0.1\nCb${i} n${i + 1} 0 50p`,
  );
  return parseNetlist(['a run of leads', pickup, ...leads, 'Rin n19 out 1', 'Rl out 0 1meg'].join('\n'));
}

/** Fifteen pedals that are off, and five unlike buffers. */
export function boardOfBuffers(): Rig {
  const line = build(`guitar, ${'od, '.repeat(15)}${'buffer, '.repeat(5)}combo`);
  const pedals = line.boxes.filter(({ kind }) => kind === 'Overdrive').map(({ tag }) => tag);
  const wired = wireChains(line, parseChains(line, `GUITAR > ${pedals.join(' > ')} > COMBO`));
  if ('reason' in wired) throw new Error(wired.reason);
  const off = wired.trial.boxes.flatMap(({ id, blocks }): EditCall[] =>
    blocks.some(({ category }) => category === 'overdrive')
      ? [
          {
            edit: 'setBlockState',
            arguments: { box: id, block: 'drive', state: 'off', scope: { layer: 'rest' } },
          },
        ]
      : [],
  );
  return off.reduce((r, call) => trialOf(r, call), wired.trial);
}

/**
 * Eight pedals in a switcher before a four-cable rig, every earth proved; no set is enough, and no pickup hides what is left,
 * so that all are tried.
 */
export function manyLoops(): Rig {
  const pedals = Array.from({ length: 8 }, (_, i) => (i === 0 ? 'overdrive' : `overdrive-${i + 1}`));
  const built = build(
    `guitar, eight-loop switcher, ${'od, '.repeat(8)}unit, valve head, cab 16`,
    'guitar/out > eight-loop-switcher/in',
    ...pedals.flatMap((id, i) => [
      `eight-loop-switcher/send-${i + 1} > ${id}/in`,
      `${id}/out > eight-loop-switcher/return-${i + 1}`,
    ]),
    'eight-loop-switcher/out > multi-effects/input',
    'multi-effects/send-1 > valve-head/input',
    'valve-head/send > multi-effects/return-1',
    'multi-effects/out-1-l > valve-head/return',
    'valve-head/spk-16 = cabinet/in',
  );
  const { limits } = built.houseRules;
  return {
    ...built,
    boxes: built.boxes.map((box) => ({
      ...box,
      power: {
        ...box.power,
        // An earth at both ends of the runs: no set silences them.
        ...(box.id === 'multi-effects' ? { class: 'I' as const } : {}),
        earthProved: { by: 'bench', date: '2026-01-01' },
      },
      blocks: box.blocks.map((block) => ({
        ...block,
        pickups: block.pickups.map((one) => ({
          ...one,
          humMvPerUt: { value: 0, source: 'measured' as const },
        })),
      })),
    })),
    houseRules: { ...built.houseRules, limits: { ...limits, humDb: 1000 } },
  };
}
