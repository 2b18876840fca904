import {
  actsOnBlock,
  blockIn,
  boxOf,
  derive,
  everySound,
  jackIn,
  movesJack,
  type Box,
  type Control,
} from '../../model';
import { isOn, resolveIn, traceIn, type ForSignal, type Path } from '../../signal';
import { blockPart, boxPart, jackPart, type Found } from '../finding';
import { cure } from '../cure';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly jack: string;
  /** The last level control ahead of it. */
  readonly knob: {
    readonly box: string;
    readonly control: string;
    readonly label: string;
    readonly isUp: boolean;
  } | null;
};

type Knob = { readonly box: Box; readonly control: Control };

/** A knob noted as far up as this says nothing of where to begin. */
const FULLY_UP = 0.9;
/** Where a level is begun with: just off its stop. */
const LOW = 0.1;

/** A guitar's own volume and a pedal under the foot are played with: no level is set by them. */
const isPlayed = (box: Box, block: string | null): boolean =>
  box.blocks.some(({ role }) => role === 'source') || blockIn(box, block ?? undefined)?.category === 'volume';

/** The last knob on the way that sets a level, before the given step. What is bypassed sets none. */
function lastLevel(view: ForSignal, path: Path, before: number): Knob | undefined {
  let last: Knob | undefined;
  const resolved = resolveIn(view);
  for (const step of path.steps.slice(0, before)) {
    if (step.type === 'lead') continue;
    const box = boxOf(view, step.box);
    const block = step.type === 'block' ? blockIn(box, step.block) : undefined;
    if (!box || isPlayed(box, block?.id ?? null)) continue;
    if (block && !isOn(resolved.blockState(box, block).state)) continue;
    const control = box.controls.find(
      (c) =>
        c.sets === 'level' && (step.type === 'jack' ? movesJack(c, step.jack) : actsOnBlock(c, step.block)),
    );
    if (control) last = { box, control };
  }
  return last;
}

function onPath(view: ForSignal, path: Path): readonly Found<Data>[] {
  return path.steps.flatMap((step, i): Found<Data>[] => {
    if (step.type !== 'block') return [];
    const box = boxOf(view, step.box);
    const block = blockIn(box, step.block);
    if (!box || block?.role !== 'power') return [];
    const entry = path.steps.slice(0, i).findLast((s) => s.type === 'jack' && s.box === step.box);
    if (entry?.type !== 'jack') return [];
    const at = path.steps.indexOf(entry);
    // A normalled return is fed by the amplifier's own preamp; only a plug brings a feed from elsewhere.
    if (path.steps[at - 1]?.type !== 'lead') return [];
    const inside = path.steps.slice(at, i + 1);
    const own = box.controls.some(
      (c) =>
        c.sets === 'level' &&
        inside.some((s) =>
          s.type === 'jack' ? movesJack(c, s.jack) : s.type === 'block' && actsOnBlock(c, s.block),
        ),
    );
    const jack = jackIn(box, entry.jack);
    if (own || !jack) return [];
    const knob = lastLevel(view, path, at);
    const position = knob && resolveIn(view).control(knob.box, knob.control).position;
    if (position !== undefined && position !== null && position < FULLY_UP) return [];
    return [
      {
        severity: 'caution',
        parts: [jackPart(box, jack), blockPart(box, block), ...(knob ? [boxPart(knob.box)] : [])],
        data: {
          box: box.id,
          jack: `${box.id}/${jack.id}`,
          knob: knob
            ? {
                box: knob.box.id,
                control: knob.control.id,
                label: knob.control.label,
                isUp: position !== null,
              }
            : null,
        },
      },
    ];
  });
}

const inSound = derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] =>
  traceIn(view).paths.flatMap((path) => onPath(view, path)),
);

/**
 * SAFE-OPENPOWER: a feed into a power stage that has no level control of its own, while nobody has noted where the
 * last level control ahead of it stands.
 */
export const openPower = rule<Data>({
  code: 'SAFE-OPENPOWER',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found<Data>[] => {
    const found = everySound(view).flatMap(inSound);
    return [...new Map(found.map((f) => [f.data.jack, f])).values()];
  }),
  words: ({ data }, say) => ({
    text: `${say.jack(data.jack)} feeds a power stage without a level control of its own.`,
    why: data.knob
      ? `This can deafen. The level is set by ${data.knob.label} of ${say.box(data.knob.box)} alone, and ${data.knob.isUp ? 'that is noted fully up' : 'nobody has noted where it stands'}: start at minimum.`
      : 'This can deafen. Nothing ahead of it sets the level: power up with the source silent.',
  }),
  *cures(view, found) {
    const { knob } = found.data;
    if (knob)
      yield cure(view, {
        edit: 'setControl',
        arguments: {
          box: knob.box,
          control: knob.control,
          position: LOW,
          basis: null,
          scope: { layer: 'rest' },
        },
      });
  },
});
