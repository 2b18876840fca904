import { blockIn, boxOf, derive, jackIn, pluggedIn, sameJack, type JackRef } from '../../model';
import { isOn, resolveIn, traceIn, type ForSignal, type Path } from '../../signal';
import { cure, type Cure } from '../cure';
import { blockPart, isFree, type Found, type View } from '../finding';
import { distinct, isPreampOn, isSectionOn, loopsWithPreamp, switchTo } from '../hung';
import { rule } from '../rule';

type Data = {
  /** The power stage, as `box/block`. */
  readonly stage: string;
  /** Amp models on the way that are off, as `box/block`. */
  readonly models: readonly string[];
  /** The lead into the return, and where else in that box it could go: its free input. */
  readonly lead: string | null;
  readonly input: JackRef | null;
  /** The box of the power stage has a preamp of its own. */
  readonly panel: boolean;
};

/** Where the way enters the box of its power stage, and the lead that brings it. */
function entryOf(view: ForSignal, path: Path, box: string): { at: JackRef; lead: string } | null {
  const i = path.steps.findIndex((step) => step.type === 'jack' && step.box === box);
  const [step, before] = [path.steps[i], path.steps[i - 1]];
  if (step?.type !== 'jack' || before?.type !== 'lead') return null;
  const at = { box: step.box, jack: step.jack };
  const run = pluggedIn(view).find(({ lead }) => lead.id === before.lead);
  return run && [...run.from, ...run.to].some((ref) => sameJack(ref, at)) ? { at, lead: before.lead } : null;
}

/** The free input of a box's own preamp. */
function inputOf(view: ForSignal, boxId: string): JackRef | null {
  const box = boxOf(view, boxId);
  if (!box) return null;
  const wire = resolveIn(view)
    .innerWiring(box)
    .patch.wires.find(
      ({ to, from }) => 'block' in to && 'jack' in from && blockIn(box, to.block)?.role === 'preamp',
    );
  const jack = wire && 'jack' in wire.from ? jackIn(box, wire.from.jack) : undefined;
  return jack && isFree(view, box, jack) ? { box: box.id, jack: jack.id } : null;
}

/** MODEL-NOPRE: a way reaches a power stage through no preamp, and through no amp model that is on. */
export const noPreamp = rule<Data>({
  code: 'MODEL-NOPRE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] =>
    distinct(
      traceIn(view).paths.flatMap((path): Found<Data>[] => {
        const at = path.sections.findIndex(({ block }) => block.role === 'power');
        const ahead = path.sections.slice(0, Math.max(0, at));
        const stage = path.sections[at];
        const isPreamp = ahead.some(
          (section) => isPreampOn(section) || (section.block.role === 'ampModel' && isSectionOn(section)),
        );
        // A microphone's way, or one that was a loudspeaker's before, has been through a preamp in the air.
        // Where a loop can take a real preamp in, which of the two is on is told of by MODEL-TWOPRE.
        if (loopsWithPreamp(view, path).length > 0) return [];
        if (!stage || isPreamp || ahead.some(({ block }) => block.role === 'mic')) return [];
        const entry = entryOf(view, path, stage.box.id);
        return [
          {
            severity: 'caution',
            parts: [
              blockPart(stage.box, stage.block),
              ...(entry ? [{ type: 'lead' as const, id: entry.lead }] : []),
            ],
            data: {
              stage: `${stage.box.id}/${stage.block.id}`,
              models: ahead
                .filter(({ block }) => block.role === 'ampModel')
                .map(({ box, block }) => `${box.id}/${block.id}`),
              lead: entry?.lead ?? null,
              input: inputOf(view, stage.box.id),
              panel: stage.box.blocks.some(({ role }) => role === 'preamp'),
            },
          },
        ];
      }),
    ),
  ),
  words: ({ data }, say) => ({
    text: `In ${say.sound()} no preamp is ahead of ${say.block(data.stage)}${data.models.length > 0 ? `: ${data.models.map(say.block).join(', ')} is off` : ''}.`,
    why: `The signal of a guitar goes straight into the power stage: thin and weak${data.panel ? ', and nothing on the preamp’s panel does anything' : ''}.`,
  }),
  *cures(view, { data }) {
    for (const model of data.models) yield* modelOn(view, model);
    const run = pluggedIn(view).find(({ lead }) => lead.id === data.lead);
    const side = run?.to[0]?.box === data.input?.box ? 'to' : 'from';
    if (run && data.input)
      yield cure(view, { edit: 'replug', arguments: { lead: run.lead.id, side, at: [data.input] } });
  },
});

/** @param key `box/block` */
function* modelOn(view: View, key: string): Generator<Cure> {
  const [boxId, blockId] = key.split('/');
  const box = boxOf(view, boxId);
  const block = blockIn(box, blockId);
  const on = block?.states.find(isOn);
  if (box && block && on) yield switchTo(view, box, block, on.id);
}
