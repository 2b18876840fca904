import type { Problem } from './problem';
import { lostInBox, lostNames } from './names';
import type { Box, Rig } from './types';
import { jackKey, wiring } from './wiring';

type Report = (path: string, reason: string) => void;

function unique(path: string, field: string, values: readonly (string | number)[], report: Report) {
  const seen = new Map<string | number, number>();
  values.forEach((value, i) => {
    const first = seen.get(value);
    if (first !== undefined) report(`${path}[${i}].${field}`, `"${value}" is used by ${path}[${first}] too`);
    else seen.set(value, i);
  });
}

const ids = (items: readonly { readonly id: string }[]) => items.map((item) => item.id);

/** @param path what stands before the parts of the box: `boxes[2].`, or nothing */
function checkBox(box: Box, path: string, report: Report) {
  for (const part of ['jacks', 'blocks', 'controls', 'patches', 'hidden', 'loops', 'switches'] as const)
    unique(`${path}${part}`, 'id', ids(box[part] ?? []), report);
  box.jacks.forEach((jack, i) => {
    unique(`${path}jacks[${i}].modes`, 'id', ids(jack.modes), report);
    if (jack.mode === null && jack.modes.length > 0)
      report(`${path}jacks[${i}].mode`, `names no mode of jack "${jack.label}"`);
  });
  box.blocks.forEach((block, i) => {
    unique(`${path}blocks[${i}].states`, 'id', ids(block.states), report);
  });
}

/** What must hold inside one box, as `checkInvariants` has it of a whole rig; paths begin at the box. */
export function checkOneBox(box: Box): readonly Problem[] {
  const problems: Problem[] = [];
  checkBox(box, '', (path, reason) => problems.push({ path, reason }));
  return [...problems, ...lostInBox(box)];
}

function checkPlugs(rig: Rig, jacks: ReadonlyMap<string, { mult: boolean }>, report: Report) {
  for (const variant of [null, ...ids(rig.variants)]) {
    const holds = new Map<string, number>();
    wiring(rig, variant).forEach(({ lead, from, to }, i) => {
      const own = variant === null ? `leads[${i}]` : `variants "${variant}", lead ${lead.number}`;
      for (const [side, end] of [
        ['from', from],
        ['to', to],
      ] as const)
        for (const ref of end) {
          const key = jackKey(ref);
          const jack = jacks.get(key);
          if (!jack) continue;
          const other = holds.get(key);
          if (other !== undefined && !jack.mult)
            report(`${own}.${side}`, `jack "${key}" already holds lead ${other}`);
          else holds.set(key, lead.number);
        }
    });
  }
}

/**
 * What must hold between the parts of a rig beyond the types of its fields: unique ids, tags and numbers,
 * references that lead somewhere, one plug per jack per variant. Structure only: whatever hands can do with leads
 * is a valid rig, however wrong it is.
 * @returns every problem found, at most `most` of them; none for a sound document
 */
export function checkInvariants(rig: Rig, most = 50): readonly Problem[] {
  const problems: Problem[] = [];
  const report: Report = (path, reason) => {
    if (problems.length < most) problems.push({ path, reason });
  };
  unique('stage.places', 'id', ids(rig.stage.places), report);
  for (const list of [
    'boxes',
    'leads',
    'sounds',
    'variants',
    'songs',
    'switchPlan',
    'soundRules',
    'looms',
    'wants',
    'walks',
    'acceptedFindings',
    'log',
  ] as const)
    unique(list, 'id', ids(rig[list]), report);
  unique(
    'switchPlan',
    'switch',
    rig.switchPlan.map((one) => `${one.box}/${one.switch} in bank ${one.bank + 1}`),
    report,
  );
  unique(
    'boxes',
    'tag',
    rig.boxes.map((box) => box.tag),
    report,
  );
  unique(
    'leads',
    'number',
    rig.leads.map((lead) => lead.number),
    report,
  );
  for (const list of ['circuits', 'outlets'] as const)
    unique(`stage.mains.${list}`, 'id', ids(rig.stage.mains[list]), report);
  rig.boxes.forEach((box, i) => checkBox(box, `boxes[${i}].`, report));
  rig.sounds.forEach((sound, i) => {
    if (sound.id === 'all') report(`sounds[${i}].id`, '"all" stands for every sound together');
  });
  for (const { path, reason } of lostNames(rig)) report(path, reason);
  const jacks = new Map(
    rig.boxes.flatMap((box) =>
      box.jacks.map((jack) => [jackKey({ box: box.id, jack: jack.id }), jack] as const),
    ),
  );
  checkPlugs(rig, jacks, report);
  return problems;
}
