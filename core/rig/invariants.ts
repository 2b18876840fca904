import type { Problem } from './problem';
import type { Box, InnerEnd, JackRef, Rig, StateLayer } from './types';
import { jackKey, refOf, wiring } from './wiring';

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

function checkBox(box: Box, path: string, places: ReadonlySet<string>, report: Report) {
  if (!places.has(box.place)) report(`${path}.place`, `there is no place "${box.place}"`);
  for (const part of ['jacks', 'blocks', 'controls', 'patches', 'hidden'] as const)
    unique(`${path}.${part}`, 'id', ids(box[part]), report);
  const jacks = new Set(ids(box.jacks));
  const blocks = new Set(ids(box.blocks));
  box.jacks.forEach((jack, i) => {
    const at = `${path}.jacks[${i}]`;
    unique(`${at}.modes`, 'id', ids(jack.modes), report);
    if (jack.mode === null ? jack.modes.length > 0 : !jack.modes.some((mode) => mode.id === jack.mode))
      report(`${at}.mode`, `names no mode of jack "${jack.label}"`);
    if (jack.normalledFrom !== undefined && !jacks.has(jack.normalledFrom))
      report(`${at}.normalledFrom`, `there is no jack "${jack.normalledFrom}" on this box`);
  });
  box.blocks.forEach((block, i) => {
    const at = `${path}.blocks[${i}]`;
    unique(`${at}.states`, 'id', ids(block.states), report);
    if (!block.states.some((state) => state.id === block.state))
      report(`${at}.state`, `names no state of block "${block.name}"`);
    if (block.twinOf !== undefined && !blocks.has(block.twinOf))
      report(`${at}.twinOf`, `there is no block "${block.twinOf}" in this box`);
  });
  if (!box.patches.some((patch) => patch.id === box.patch))
    report(`${path}.patch`, 'names no inner wiring of this box');
  box.patches.forEach((patch, p) =>
    patch.wires.forEach((wire, w) => {
      const check = (end: InnerEnd, side: string) => {
        const known = 'jack' in end ? jacks.has(end.jack) : blocks.has(end.block);
        if (!known)
          report(`${path}.patches[${p}].wires[${w}].${side}`, 'ends at no jack or block of this box');
      };
      check(wire.from, 'from');
      check(wire.to, 'to');
      if (wire.whileOpen !== undefined && !jacks.has(wire.whileOpen))
        report(`${path}.patches[${p}].wires[${w}].whileOpen`, 'names no jack of this box');
    }),
  );
  box.controls.forEach((control, i) => {
    const known =
      'jack' in control.actsOn
        ? jacks.has(control.actsOn.jack)
        : 'block' in control.actsOn
          ? blocks.has(control.actsOn.block)
          : true;
    if (!known) report(`${path}.controls[${i}].actsOn`, 'names no jack or block of this box');
  });
}

function checkLayer(layer: StateLayer, path: string, boxes: ReadonlyMap<string, Box>, report: Report) {
  const partOf = (key: string) => {
    const { box, jack } = refOf(key);
    return [boxes.get(box), jack] as const;
  };
  for (const [key, value] of Object.entries(layer.blocks)) {
    const [box, part] = partOf(key);
    const block = box?.blocks.find((b) => b.id === part);
    if (!block?.states.some((s) => s.id === value))
      report(`${path}.blocks["${key}"]`, 'names no block state of the rig');
  }
  for (const [key, value] of Object.entries(layer.modes)) {
    const [box, part] = partOf(key);
    const jack = box?.jacks.find((j) => j.id === part);
    if (!jack?.modes.some((m) => m.id === value))
      report(`${path}.modes["${key}"]`, 'names no jack mode of the rig');
  }
  for (const key of Object.keys(layer.controls)) {
    const [box, part] = partOf(key);
    if (!box?.controls.some((c) => c.id === part))
      report(`${path}.controls["${key}"]`, 'names no control of the rig');
  }
  for (const [key, value] of Object.entries(layer.patches))
    if (!boxes.get(key)?.patches.some((p) => p.id === value))
      report(`${path}.patches["${key}"]`, 'names no inner wiring of the rig');
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
          if (!jack) {
            report(`${own}.${side}`, `there is no jack "${key}"`);
            continue;
          }
          const other = holds.get(key);
          if (other !== undefined && !jack.mult)
            report(`${own}.${side}`, `jack "${key}" already holds lead ${other}`);
          else holds.set(key, lead.number);
        }
    });
  }
}

function checkReferences(rig: Rig, boxes: ReadonlyMap<string, Box>, report: Report) {
  const sounds = new Set(ids(rig.sounds));
  const jackKnown = (ref: JackRef) => boxes.get(ref.box)?.jacks.some((jack) => jack.id === ref.jack) ?? false;
  rig.wants.forEach((want, i) => {
    if (want.type === 'output') {
      if (!jackKnown(want.at)) report(`wants[${i}].at`, `there is no jack "${jackKey(want.at)}"`);
      if (!want.sounds.every((id) => sounds.has(id)))
        report(`wants[${i}].sounds`, 'names no sound of the rig');
    }
    if (want.type === 'effect' && !boxes.get(want.box)?.blocks.some((b) => b.id === want.block))
      report(`wants[${i}]`, `there is no block "${want.box}/${want.block}"`);
  });
  rig.sounds.forEach((sound, i) => {
    if (sound.id === 'all') report(`sounds[${i}].id`, '"all" stands for every sound together');
    if (sound.guitar !== null && !boxes.has(sound.guitar))
      report(`sounds[${i}].guitar`, `there is no box "${sound.guitar}"`);
    checkLayer(sound.state, `sounds[${i}].state`, boxes, report);
  });
  rig.variants.forEach((variant, i) => {
    checkLayer(variant.state, `variants[${i}].state`, boxes, report);
    const leads = new Set(ids(rig.leads));
    for (const id of Object.keys(variant.leads))
      if (!leads.has(id)) report(`variants[${i}].leads["${id}"]`, 'there is no such lead');
  });
  rig.songs.forEach((song, i) => {
    if (!song.sounds.every((id) => sounds.has(id))) report(`songs[${i}].sounds`, 'names no sound of the rig');
    if (song.guitar !== null && !boxes.has(song.guitar))
      report(`songs[${i}].guitar`, `there is no box "${song.guitar}"`);
  });
  const looms = new Set(ids(rig.looms));
  rig.leads.forEach((lead, i) => {
    if (lead.loom !== undefined && !looms.has(lead.loom))
      report(`leads[${i}].loom`, `there is no loom "${lead.loom}"`);
  });
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
    'looms',
    'wants',
    'walks',
    'acceptedFindings',
    'log',
  ] as const)
    unique(list, 'id', ids(rig[list]), report);
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
  const places = new Set(ids(rig.stage.places));
  rig.boxes.forEach((box, i) => checkBox(box, `boxes[${i}]`, places, report));
  const boxes = new Map(rig.boxes.map((box) => [box.id, box]));
  const jacks = new Map(
    rig.boxes.flatMap((box) =>
      box.jacks.map((jack) => [jackKey({ box: box.id, jack: jack.id }), jack] as const),
    ),
  );
  checkPlugs(rig, jacks, report);
  checkReferences(rig, boxes, report);
  return problems;
}
