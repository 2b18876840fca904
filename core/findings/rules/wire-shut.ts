import {
  actsOnBlock,
  blockIn,
  boxOf,
  derive,
  movesJack,
  type Block,
  type Box,
  type Control,
} from '../../model';
import { isOn, resolveIn, traceIn, wantedOutputs, type ForSignal, type Path } from '../../signal';
import { formatClock } from '../../units';
import { blockPart, boxPart, scopeOf, type Found } from '../finding';
import { rule } from '../rule';
import { isHeard } from '../score';

type Data = {
  readonly box: string;
  readonly control: string;
  readonly label: string;
  /** It is under a foot: fully up is where it rests. */
  readonly treadle: boolean;
  readonly bySound: boolean;
};

type Closed = { readonly box: Box; readonly block: Block | undefined; readonly control: Control };

/** A knob as far down as this is closed. */
const SHUT = 0.01;
/** A knob that only takes a few decibels off closes nothing. */
const CLOSES_DB = -60;
const HALF = 0.5;

const canClose = ({ sets, law }: Control): boolean =>
  sets === 'level' && (law.type === 'db' ? law.lo <= CLOSES_DB : law.type !== 'positions');

/** Controls noted at zero in this sound, wherever they are. */
const atZero = derive(['boxes', 'leads', 'variant', 'standing'], (view): ReadonlySet<Control> => {
  const resolved = resolveIn(view);
  return new Set(
    view.boxes.flatMap((box) =>
      box.controls.filter((control) => {
        const { position } = resolved.control(box, control);
        return position !== null && position <= SHUT && canClose(control);
      }),
    ),
  );
});

/** Controls noted at zero that a path goes by; what is bypassed closes nothing. */
function closedOn(view: ForSignal, path: Path): readonly Closed[] {
  const resolved = resolveIn(view);
  const zero = atZero(view);
  const found = new Map<Control, Closed>();
  for (const step of path.steps) {
    if (step.type === 'lead') continue;
    const box = boxOf(view, step.box);
    const block = step.type === 'block' ? blockIn(box, step.block) : undefined;
    if (!box || (block && !isOn(resolved.blockState(box, block).state))) continue;
    for (const control of box.controls) {
      const acts = step.type === 'jack' ? movesJack(control, step.jack) : actsOnBlock(control, step.block);
      if (acts && zero.has(control)) found.set(control, { box, block, control });
    }
  }
  return [...found.values()];
}

/** WIRE-SHUT: a control noted at zero closes the only way of a sound that must be heard. */
export const shut = rule<Data>({
  code: 'WIRE-SHUT',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound', 'wants'], (view): readonly Found<Data>[] => {
    if (atZero(view).size === 0) return [];
    const { paths } = traceIn(view);
    const closed = new Map(paths.map((path) => [path, closedOn(view, path)]));
    const found = wantedOutputs(view)
      .filter(({ sounds }) => sounds.length === 0 || sounds.includes(view.sound?.id ?? ''))
      .flatMap((wanted) => {
        const ways = paths.filter((path) => isHeard([path], wanted));
        return ways.every((path) => (closed.get(path)?.length ?? 0) > 0)
          ? ways.flatMap((path) => closed.get(path) ?? [])
          : [];
      });
    return [...new Map(found.map((one) => [one.control, one])).values()].map(
      ({ box, block, control }): Found<Data> => ({
        severity: 'fault',
        parts: [block ? blockPart(box, block) : boxPart(box)],
        data: {
          box: box.id,
          control: control.id,
          label: control.label,
          treadle: block?.category === 'volume',
          bySound: resolveIn(view).control(box, control).from === 'sound',
        },
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `${data.label} of ${say.box(data.box)} is noted at zero, and ${say.sound()} has no other way.`,
    why: 'Nothing is heard behind a level that is fully down.',
  }),
  *cures(view, { data }) {
    const position = data.treadle ? 1 : HALF;
    yield {
      label: `Turn ${data.label} of ${boxOf(view, data.box)?.name ?? ''} up to ${formatClock(position)}`,
      edit: {
        edit: 'setControl',
        arguments: {
          box: data.box,
          control: data.control,
          position,
          basis: null,
          scope: data.bySound ? scopeOf(view) : { layer: 'rest' },
        },
      },
    };
  },
});
