import { blockIn, boxesById, jackIn, type Block, type Box, type Jack, type Part, type Reads } from '../model';
import { weakly } from '../units';
import type { Step } from './steps';

/** What stands at a step of a way: the thing itself, and what it is called as a part of the rig. */
export type OnStep = {
  readonly part: Part;
  /** Of a lead none; else the box, with the jack or block where the box has it. */
  readonly box: Box | undefined;
  readonly jack: Jack | undefined;
  readonly block: Block | undefined;
};

function onStep(boxes: ReadonlyMap<string, Box>, step: Step): OnStep {
  if (step.type === 'lead')
    return { part: { type: 'lead', id: step.lead }, box: undefined, jack: undefined, block: undefined };
  const box = boxes.get(step.box);
  return step.type === 'jack'
    ? {
        part: { type: 'jack', id: `${step.box}/${step.jack}` },
        box,
        jack: jackIn(box, step.jack),
        block: undefined,
      }
    : {
        part: { type: 'block', id: `${step.box}/${step.block}` },
        box,
        jack: undefined,
        block: blockIn(box, step.block),
      };
}

/** What stands at some steps, of boxes by their id. Sounds that go the same way share its steps, and what stands there. */
export const onSteps = weakly((boxes: ReadonlyMap<string, Box>, steps: readonly Step[]): readonly OnStep[] =>
  steps.map((step) => onStep(boxes, step)),
);

/** What stands at each step of a way of a rig. */
export const onStepsOf = (
  of: Reads<'boxes'>,
  { steps }: { readonly steps: readonly Step[] },
): readonly OnStep[] => onSteps(boxesById(of), steps);
