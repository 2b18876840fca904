// What can be tried where tone is told: a lead's length and cable, what drives it. Each is an edit that may be kept.
import type { SingleEdit } from '../edits';
import {
  actsOnBlock,
  boxOf,
  jackIn,
  blockIn,
  type Box,
  type FigurePath,
  type Reads,
  type Scope,
} from '../model';
import { USUAL_FARAD_PER_M } from '../network';
import { resolveIn } from '../signal';
import type { ToneRoute } from './along';
import { driveAt, type Drive } from './drives';

export type Slider = {
  readonly key: string;
  readonly label: string;
  /** Metres; pF a metre; rotation 0…1; ohm, to be moved along by its logarithm. */
  readonly unit: 'm' | 'pF/m' | 'turn' | 'ohm';
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly sets:
    | { readonly on: 'length' | 'cable'; readonly lead: string }
    | { readonly on: 'pot'; readonly box: string; readonly control: string }
    | { readonly on: 'figure'; readonly box: string; readonly at: FigurePath };
};

/** The edit that a slider stands for. @param scope of knobs: the sound in force, or rest */
export function sliderEdit({ sets }: Slider, value: number, scope: Scope): SingleEdit {
  switch (sets.on) {
    case 'length':
      return { edit: 'setLeadLength', arguments: { id: sets.lead, lengthM: value, by: 'hand' } };
    case 'cable':
      return { edit: 'setCable', arguments: { id: sets.lead, faradPerM: value * 1e-12 } };
    case 'pot':
      return {
        edit: 'setControl',
        arguments: { box: sets.box, control: sets.control, position: value, basis: null, scope },
      };
    case 'figure':
      return {
        edit: 'setFigure',
        arguments: { box: sets.box, at: sets.at, figure: { value, source: 'manual' } },
      };
  }
}

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing'>;

/** The pots of a source, or of a treadle in the way. */
const potsOf = (of: Of, box: Box): readonly Slider[] =>
  box.controls
    .filter(({ law, actsOn }) => law.type === 'pot' && 'block' in actsOn)
    .filter((control) =>
      box.blocks.some(
        ({ id, role, category }) => actsOnBlock(control, id) && (role === 'source' || category === 'volume'),
      ),
    )
    .map((control): Slider => ({
      key: `${box.id}/${control.id}`,
      label: `${control.label} of ${box.name}`,
      unit: 'turn',
      value: resolveIn(of).control(box, control).position ?? 1,
      least: 0,
      most: 1,
      sets: { on: 'pot', box: box.id, control: control.id },
    }));

/** What an output gives: a figure of its block's state, or of its jack. */
function outputOf(of: Of, { box, block: id, from, ohm }: Drive): readonly Slider[] {
  const resolved = resolveIn(of);
  const block = blockIn(box, id);
  const state = block && resolved.blockState(box, block).state;
  const jack = jackIn(box, from.jack);
  const mode = jack && resolved.jackMode(box, jack).mode;
  const at: FigurePath | null =
    block && state?.rOut
      ? { on: 'state', block: block.id, state: state.id, field: 'rOut' }
      : jack && mode
        ? { on: 'mode', jack: jack.id, mode: mode.id, field: 'rOut' }
        : null;
  if (!at) return [];
  return [
    {
      key: `${box.id} output`,
      label: `Output of ${box.name}`,
      unit: 'ohm',
      value: ohm,
      least: 10,
      most: 100e3,
      sets: { on: 'figure', box: box.id, at },
    },
  ];
}

/** What can be tried at a step of a route: its lead, and what drives it. */
export function slidersAt(
  of: Of,
  tone: ToneRoute,
  drives: readonly Drive[],
  step: number,
): readonly Slider[] {
  const lead = tone.steps[step]?.lead;
  const drive = driveAt(drives, step);
  if (!lead || !drive) return [];
  const box = boxOf(of, drive.box.id);
  const pots = box ? potsOf(of, box) : [];
  const { id, number, lengthM, faradPerM = USUAL_FARAD_PER_M } = lead;
  const own: Slider[] = [
    {
      key: `${id} length`,
      label: `Length of lead ${number}`,
      unit: 'm',
      value: lengthM,
      least: 0.1,
      most: Math.max(30, Math.ceil(lengthM * 2)),
      sets: { on: 'length', lead: id },
    },
    // What was measured stands whatever cable it is.
    ...(lead.measured?.farad === undefined
      ? [
          {
            key: `${id} cable`,
            label: `Cable of lead ${number}`,
            unit: 'pF/m',
            value: faradPerM * 1e12,
            least: 40,
            most: 200,
            sets: { on: 'cable', lead: id },
          } as const,
        ]
      : []),
  ];
  return [...own, ...(pots.length > 0 ? pots : outputOf(of, drive))];
}

/** The step that loses most, of a route. */
export const worstStep = ({ steps }: ToneRoute): number =>
  steps.reduce((worst, { ownDb }, i) => (ownDb < (steps[worst]?.ownDb ?? 0) ? i : worst), 0);
