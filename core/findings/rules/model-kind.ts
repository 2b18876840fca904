import { blockIn, boxOf, derive, type BlockState, type Box } from '../../model';
import { onStepsOf, resolveIn, traceIn, type Path, type Section } from '../../signal';
import { blockPart, boxPart, jackPart, type Found } from '../finding';
import { distinct, isSectionOn, switchTo } from '../hung';
import { modeCures } from '../mode-cure';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

type Power = { readonly model: string; readonly box: string; readonly isValve: boolean };

type Models = NonNullable<BlockState['models']>;

/** Does a power stage have valves? undefined: nobody has noted it. */
function isValve(box: Box): boolean | undefined {
  const stage = box.jacks.find(({ speaker }) => speaker?.stage !== undefined)?.speaker?.stage;
  return stage === undefined ? undefined : stage === 'valve';
}

/** A model with its power stage goes into a clean one; ahead of valves it leaves that to them. */
const isRight = (models: Models, valve: boolean): boolean => (models === 'preamp') === valve;

/** The last amp model that is on of a way, and the real power stage behind it. */
function pairOn({ sections }: Path): { readonly model: Section; readonly power: Section } | null {
  const at = sections.findLastIndex((section) => section.block.role === 'ampModel' && isSectionOn(section));
  const model = sections[at];
  const power = sections.slice(at + 1).find(({ block }) => block.role === 'power');
  return model && power ? { model, power } : null;
}

/** MODEL-POWER: a model of a power stage into valves, or a model of a preamp alone into a clean power stage. */
export const modelPower = rule<Power>({
  code: 'MODEL-POWER',
  reads: 'sound',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Found<Power>[] =>
    distinct(
      traceIn(of).paths.flatMap((path): readonly Found<Power>[] => {
        const pair = pairOn(path);
        const models = pair?.model.state.models;
        const valve = pair && isValve(pair.power.box);
        if (!pair || !models || valve === undefined || valve === null || isRight(models, valve)) return [];
        const { model, power } = pair;
        return [
          {
            severity: 'note',
            parts: [blockPart(model.box, model.block), blockPart(power.box, power.block)],
            data: { model: `${model.box.id}/${model.block.id}`, box: power.box.id, isValve: valve },
          },
        ];
      }),
    ),
  ),
  words: ({ data }, say) => ({
    text: data.isValve
      ? `${capitalFirst(say.block(data.model))} models a power stage, and ${say.box(data.box)} has one with valves.`
      : `${capitalFirst(say.block(data.model))} models a preamp alone, and the power stage of ${say.box(data.box)} is clean.`,
    why: data.isValve
      ? 'Two power stages in a row: soft and thick. Into valves the model of a preamp is enough.'
      : 'The give of a power stage is missing: into a clean one the model of a whole amplifier belongs.',
  }),
  *cures(view, { data }) {
    const [boxId, blockId] = data.model.split('/');
    const box = boxOf(view, boxId);
    const block = blockIn(box, blockId);
    for (const state of block?.states ?? [])
      if (box && block && state.models && isRight(state.models, data.isValve))
        yield switchTo(view, box, block, state.id);
  },
});

type Output = { readonly at: string; readonly end: string; readonly suits: 'amplifier' | 'direct' };

/** What an output of a way leads to by leads: a real amplifier, or straight to a desk or full range. */
function leadsTo({ sections }: Path, box: Box): 'amplifier' | 'direct' {
  const from = sections.findLastIndex((section) => section.box === box);
  const isReal = sections
    .slice(from + 1)
    .some(({ block }) => block.role === 'preamp' || block.role === 'power');
  return isReal ? 'amplifier' : 'direct';
}

/** MODEL-OUTMODE: an output is in the mode for an amplifier and goes direct, or the other way round. */
export const outputMode = rule<Output>({
  code: 'MODEL-OUTMODE',
  reads: 'sound',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Found<Output>[] =>
    distinct(
      traceIn(of).paths.flatMap((path) =>
        onStepsOf(of, path).flatMap(({ box, jack }): readonly Found<Output>[] => {
          const suits =
            box && jack?.direction === 'out' ? resolveIn(of).jackMode(box, jack).mode?.suits : undefined;
          const last = boxOf(of, path.output.box);
          if (!box || !jack || !last || !suits || suits === leadsTo(path, box)) return [];
          return [
            {
              severity: 'caution',
              parts: [jackPart(box, jack), boxPart(last)],
              data: { at: `${box.id}/${jack.id}`, end: last.id, suits },
            },
          ];
        }),
      ),
    ),
  ),
  words: ({ data }, say) => ({
    text:
      data.suits === 'amplifier'
        ? `${say.jack(data.at)} is in its mode for an amplifier and goes direct to ${say.box(data.end)}.`
        : `${say.jack(data.at)} is in its direct mode and goes into an amplifier, to ${say.box(data.end)}.`,
    why:
      data.suits === 'amplifier'
        ? 'Without the sound of a power stage and a cabinet it is thin and harsh there.'
        : 'The sound of a cabinet twice, and a level that the amplifier does not want.',
  }),
  *cures(view, { data }) {
    yield* modeCures(view, data.at, ({ suits }) => suits !== undefined && suits !== data.suits);
  },
});
