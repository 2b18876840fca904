import { makeGridBlock } from '../catalog';
import type { EditCall } from '../edits';
import {
  blockIn,
  boxOf,
  derive,
  freshId,
  rowsOf,
  wiresOfRows,
  type Block,
  type Box,
  type Reads,
} from '../model';
import { isOn, traceIn, type Path } from '../signal';
import { blockPart, boxPart, scopeOf, type Found, type Rule, type View } from './finding';

type Model = 'ampModel' | 'cabModel';

/** A feed that never was sound in a room: no microphone on its way, and no guitar loudspeaker at its end. */
function isDirectFeed(path: Path): boolean {
  const end = path.sections.at(-1)?.block.role;
  return (end === 'mix' || end === 'monitor') && !path.sections.some(({ block }) => block.role === 'mic');
}

/** A piezo wants no amplifier: its own sound is what is wanted. */
const isPiezo = (block: Block | undefined) =>
  block !== undefined &&
  block.pickups.length > 0 &&
  block.pickups.every((pickup) => pickup.lHenry === undefined && pickup.cFarad !== undefined);

function missingOn(view: Reads<'boxes'>, path: Path): Model | null {
  const source = blockIn(boxOf(view, path.source.box), path.source.block);
  if (isPiezo(source)) return null;
  const has = (role: Block['role']) => path.sections.some((s) => s.block.role === role && isOn(s.state));
  if (!has('ampModel') && !has('preamp')) return 'ampModel';
  return has('cabModel') ? null : 'cabModel';
}

/** MODEL-MISSING: a direct feed without an amp model (or a real preamp), or without a cabinet model. */
export const missing: Rule = {
  code: 'MODEL-MISSING',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found[] => {
    const seen = new Set<string>();
    return traceIn(view).paths.flatMap((path): Found[] => {
      if (!isDirectFeed(path)) return [];
      const model = missingOn(view, path);
      const end = path.sections.at(-1);
      const key = `${model ?? ''} ${end?.box.id ?? ''}/${end?.block.id ?? ''}`;
      if (!model || !end || seen.has(key)) return [];
      seen.add(key);
      const unit = path.sections.findLast(({ block }) => block.movable)?.box;
      return [
        {
          severity: 'caution',
          parts: [blockPart(end.box, end.block), ...(unit ? [boxPart(unit)] : [])],
          data: {
            model,
            end: `${end.box.id}/${end.block.id}`,
            unit: unit?.id ?? '',
            outOf: lastJackOf(path, unit?.id),
          },
        },
      ];
    });
  }),
  *cures(view, { data = {} }) {
    const box = boxOf(view, data.unit ?? '');
    const model: Model = data.model === 'ampModel' ? 'ampModel' : 'cabModel';
    if (!box) return;
    yield* modelOn(view, box, model);
    yield* modelPutIn(box, model, data.outOf ?? '');
  },
};

const lastJackOf = (path: Path, box: string | undefined) => {
  const step = path.steps.findLast((s) => s.type === 'jack' && s.box === box);
  return step?.type === 'jack' ? step.jack : '';
};

/** A model that stands on the way already, switched on in this sound. */
function* modelOn(view: View, box: Box, model: Model): Generator<EditCall> {
  for (const block of box.blocks)
    if (block.role === model && block.states.some((state) => state.id === 'on'))
      yield {
        edit: 'setBlockState',
        arguments: { box: box.id, block: block.id, state: 'on', scope: scopeOf(view) },
      };
}

/** A model put in as the last block of the row that ends at the feed's output. */
function* modelPutIn(box: Box, model: Model, outOf: string): Generator<EditCall> {
  const patch = box.patches.find((p) => p.id === box.patch);
  const rows = patch && rowsOf(box, patch.wires);
  const room = box.slots?.blocks;
  if (!patch || !rows || (room !== undefined && box.blocks.length >= room)) return;
  const choice = model === 'ampModel' ? 'amp' : 'cab';
  const id = freshId(choice, new Set(box.blocks.map((b) => b.id)));
  const made = makeGridBlock(choice, id, model === 'ampModel' ? 'Amp model' : 'Cabinet model');
  const block: Block = { ...made, state: 'on' };
  const row = rows.rows.findIndex((r) => r.outputs.includes(outOf));
  if (row < 0) return;
  const wires = wiresOfRows(
    { ...box, blocks: [...box.blocks, block] },
    { ...rows, rows: rows.rows.map((r, i) => (i === row ? { ...r, blocks: [...r.blocks, id] } : r)) },
  );
  yield {
    edit: 'together',
    arguments: {
      label: `Put ${block.name} into ${box.name}`,
      edits: [
        { edit: 'addBlock', arguments: { box: box.id, block } },
        { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } },
      ],
    },
  };
}
