// A generated rig of 40 boxes, 70 leads and 8 sounds: for benches, and for looking at a large map.
import { bindTemplate, reconcile, TEMPLATES } from '../routings';
import type { EditCall } from '../edits';
import { boxSchema, freeNumber, makeLead, makeSound, type Box, type Rig } from '../model';
import { build, edited } from './build';

const PEDALS = ['tuner', 'fuzz', 'od', 'chorus', 'delay', 'buffer'];

const supply = (): Box =>
  boxSchema.parse({
    id: 'supply',
    name: 'Supply',
    tag: 'SUPPLY',
    kind: 'supply',
    place: 'floor',
    order: 900,
    jacks: [
      { id: 'out', label: '9 V', direction: 'out', carries: 'dc', connector: 'barrel-21', mult: true },
      { id: 'mains', label: 'MAINS', direction: 'in', carries: 'mains', connector: 'mains' },
    ],
  });

/** @param boxes how many in all, at least 12 @param sounds how many, each with pedals of its own on */
export function largeRig(boxes = 40, sounds = 8): Rig {
  const fixed = ['guitar', 'baritone', 'unit', 'valve head', 'cab 16', 'mic', 'desk'];
  const pedals = Array.from({ length: boxes - fixed.length - 1 }, (_, i) => PEDALS[i % PEDALS.length] ?? '');
  const line = [...fixed.slice(0, 2), ...pedals, ...fixed.slice(2)].join(', ');
  let rig = edited(build(line), { edit: 'addBox', arguments: { box: supply() } });
  const [four] = TEMPLATES;
  const wanted = four && bindTemplate(rig, four);
  if (four && wanted && !('reason' in wanted))
    rig = edited(rig, { edit: 'takeRouting', arguments: reconcile(rig, four.name, wanted) });
  for (const box of rig.boxes.filter((b) => b.jacks.some((jack) => jack.id === 'dc'))) {
    const number = freeNumber(rig.leads);
    const lead = makeLead({
      id: `lead-${number}`,
      number,
      kind: 'dc',
      from: [{ box: 'supply', jack: 'out' }],
      to: [{ box: box.id, jack: 'dc' }],
    });
    rig = edited(rig, { edit: 'plug', arguments: { lead } });
  }
  const switched = rig.boxes.filter((box) => box.blocks[0]?.role === 'effect' && box.blocks.length === 1);
  for (let n = 1; n < sounds; n += 1) {
    const id = `sound-${n + 1}`;
    const calls: EditCall[] = [
      { edit: 'addSound', arguments: { sound: makeSound(id, `Sound ${n + 1}`), index: n } },
    ];
    switched.forEach((box, i) => {
      const block = box.blocks[0];
      const state = block?.states.find((s) => (s.id === 'on') === ((i + n) % 3 === 0) && !s.mutes);
      if (block && state)
        calls.push({
          edit: 'setBlockState',
          arguments: { box: box.id, block: block.id, state: state.id, scope: { layer: 'sound', id } },
        });
    });
    rig = edited(rig, ...calls);
  }
  return { ...rig, id: 'large', title: `Large rig, ${rig.boxes.length} boxes` };
}
