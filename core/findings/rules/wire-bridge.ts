import {
  blockIn,
  boxOf,
  derive,
  hasGrid,
  jackIn,
  rowsOf,
  type Box,
  type InnerEnd,
  type Wire,
} from '../../model';
import { resolveIn, traceIn, type Path } from '../../signal';
import { group } from '../cure';
import { blockPart, boxPart, type Found } from '../finding';
import { rule } from '../rule';
import { preampBetween, visitsOf, type Visit } from '../visits';

type Data = {
  readonly box: string;
  readonly patch: string;
  /** What the wire leads from and to, as people name it. */
  readonly from: string;
  readonly to: string;
  readonly wire: number;
};

const keyOf = (step: Visit['steps'][number]) =>
  step.type === 'jack' ? `jack ${step.jack}` : `block ${step.block}`;
const keyOfEnd = (end: InnerEnd) => ('jack' in end ? `jack ${end.jack}` : `block ${end.block}`);
const endsOf = ({ steps }: Visit) => [steps[0], steps.at(-1)].map((step) => (step ? keyOf(step) : ''));

/** The inner wire by which a path stays in the box while another goes out to the preamp and comes back. */
function bridgeIn(box: Box, wires: readonly Wire[], paths: readonly Path[]): number | null {
  const passages = paths.map((path) => ({ path, visits: visitsOf(path, box.id) }));
  for (const { path, visits } of passages) {
    const [first, last] = [visits[0], visits.at(-1)];
    if (!first || !last || first === last || !preampBetween(path, first.at, last.at)) continue;
    const late = new Set(last.steps.map(keyOf));
    for (const { visits: others } of passages) {
      const [only] = others;
      if (!only || others.length !== 1) continue;
      if (endsOf(only)[0] !== endsOf(first)[0] || endsOf(only)[1] !== endsOf(last)[1]) continue;
      // Where it comes over from what the other passes ahead of the preamp to what that passes behind it.
      const over = only.steps.findIndex((step, i) => i > 0 && late.has(keyOf(step)));
      const [a, b] = [only.steps[over - 1], only.steps[over]];
      if (!a || !b) continue;
      const wire = wires.findIndex(
        ({ from, to }) => keyOfEnd(from) === keyOf(a) && keyOfEnd(to) === keyOf(b),
      );
      if (wire >= 0) return wire;
    }
  }
  return null;
}

/** WIRE-BRIDGE: the row ahead of the preamp and the row behind it are joined inside the unit. */
export const bridge = rule<Data>({
  code: 'WIRE-BRIDGE',
  reads: 'sound',
  cause: 1,
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const grids = view.boxes.filter(hasGrid);
    if (grids.length === 0) return [];
    const { paths } = traceIn(view);
    const resolved = resolveIn(view);
    return grids.flatMap((box): Found<Data>[] => {
      const { patch } = resolved.innerWiring(box);
      // Rows that nothing parts or joins have no bridge: most units, and no path need be followed for them.
      if (!rowsOf(box, patch.wires).rows.some(({ from, into }) => into || 'after' in from)) return [];
      const wire = bridgeIn(box, patch.wires, paths);
      const joint = wire === null ? undefined : patch.wires[wire];
      if (wire === null || !joint) return [];
      const nameOf = (end: InnerEnd) =>
        'jack' in end
          ? (jackIn(box, end.jack)?.label ?? end.jack)
          : (blockIn(box, end.block)?.name ?? end.block);
      const into = 'block' in joint.to ? blockIn(box, joint.to.block) : undefined;
      return [
        {
          severity: 'fault',
          parts: [into ? blockPart(box, into) : boxPart(box)],
          data: { box: box.id, patch: patch.id, from: nameOf(joint.from), to: nameOf(joint.to), wire },
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `Inside ${say.box(data.box)} the path goes on from ${data.from} to ${data.to} past the preamp, in ${say.sound()}.`,
    why: 'The row ahead of the preamp and the row behind it are joined: the guitar is heard twice, once without the preamp.',
  }),
  *cures(view, { data }) {
    const patch = boxOf(view, data.box)?.patches.find(({ id }) => id === data.patch);
    if (!patch) return;
    yield group(`Cut the inner wire from ${data.from} to ${data.to}`, [
      {
        edit: 'wireInside',
        arguments: { box: data.box, patch: patch.id, wires: patch.wires.filter((_, i) => i !== data.wire) },
      },
    ]);
  },
});
