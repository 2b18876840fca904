import { makeGridBlock } from '../../catalog';
import {
  blockIn,
  boxOf,
  derive,
  freshId,
  jackIn,
  rowsOf,
  wiresOfRows,
  type Block,
  type Box,
  type Reads,
} from '../../model';
import { isOn, traceIn, type Path } from '../../signal';
import { group, type Cure } from '../cure';
import { blockPart, boxPart, type Found, type View } from '../finding';
import { switchTo } from '../hung';
import { rule } from '../rule';

type Data = {
  readonly model: Model;
  readonly end: string;
  readonly unit: string | null;
  /** The unit's jack that the feed leaves by. */
  readonly outOf: string;
};

type Model = 'ampModel' | 'cabModel';

/** A feed that never was sound in a room: no microphone on its way, and no guitar loudspeaker at its end. */
function isDirectFeed(path: Path): boolean {
  const end = path.sections.at(-1)?.block.role;
  const ahead = path.sections.slice(0, -1);
  // What goes on from a desk's channel to an aux is told of at the channel.
  return (
    (end === 'mix' || end === 'monitor') &&
    !ahead.some(({ block }) => block.role === 'mic' || block.role === 'mix')
  );
}

/** A piezo wants no amplifier: its own sound is what is wanted. */
const isPiezo = (block: Block | undefined) =>
  block !== undefined &&
  block.pickups.length > 0 &&
  block.pickups.every((pickup) => pickup.lHenry === undefined && pickup.cFarad !== undefined);

/** What gives line level by itself is no guitar. */
function givesLine(view: Reads<'boxes'>, path: Path): boolean {
  const out = path.steps.find((step) => step.type === 'jack');
  return out?.type === 'jack' && jackIn(boxOf(view, out.box), out.jack)?.carries === 'line';
}

function missingOn(view: Reads<'boxes'>, path: Path): Model | null {
  const source = blockIn(boxOf(view, path.source.box), path.source.block);
  if (isPiezo(source) || givesLine(view, path)) return null;
  const has = (role: Block['role']) => path.sections.some((s) => s.block.role === role && isOn(s.state));
  if (!has('ampModel') && !has('preamp')) return 'ampModel';
  return has('cabModel') ? null : 'cabModel';
}

/** MODEL-MISSING: a direct feed without an amp model (or a real preamp), or without a cabinet model. */
export const missing = rule<Data>({
  code: 'MODEL-MISSING',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const seen = new Set<string>();
    return traceIn(view).paths.flatMap((path): Found<Data>[] => {
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
            unit: unit?.id ?? null,
            outOf: lastJackOf(path, unit?.id),
          },
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `No ${data.model === 'ampModel' ? 'amp model or preamp' : 'cabinet model'} on the way to ${say.block(data.end)}.`,
    why:
      data.model === 'ampModel'
        ? 'A bare guitar straight into a desk sounds thin and harsh.'
        : 'Without a cabinet, real or modelled, a preamp sounds fizzy and harsh.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.unit);
    if (!box) return;
    yield* modelOn(view, box, data.model);
    yield* bothOn(view, box);
    yield* modelPutIn(box, data.model, data.outOf);
  },
});

const lastJackOf = (path: Path, box: string | undefined) => {
  const step = path.steps.findLast((s) => s.type === 'jack' && s.box === box);
  return step?.type === 'jack' ? step.jack : '';
};

/** A model that stands on the way already, switched on in this sound. */
function* modelOn(view: View, box: Box, model: Model): Generator<Cure> {
  for (const block of box.blocks)
    if (block.role === model && block.states.some((state) => state.id === 'on'))
      yield switchTo(view, box, block, 'on');
}

/** Where amp and cabinet model are both off, the one without the other is only the next thing missing. */
function* bothOn(view: View, box: Box): Generator<Cure> {
  const off = (['ampModel', 'cabModel'] as const).flatMap((model) =>
    [...modelOn(view, box, model)].slice(0, 1),
  );
  const edits = off.flatMap(({ edit }) => (edit.edit === 'together' ? [] : [edit]));
  if (edits.length === 2) yield group(`Set amp model and cabinet model of ${box.name} to on`, edits);
}

/** A model put in as the last block of the row that ends at the feed's output. */
function* modelPutIn(box: Box, model: Model, outOf: string): Generator<Cure> {
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
  yield group(`Put ${block.name} into ${box.name}`, [
    { edit: 'addBlock', arguments: { box: box.id, block } },
    { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } },
  ]);
}
