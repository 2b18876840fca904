// What a knob of a box acts on.
import type { Control } from './types';

/** The jacks whose level a control moves: the one it stands at, and those its master moves with it. */
export const jacksOfControl = ({ actsOn, moves = [] }: Control): readonly string[] => [
  ...new Set('jack' in actsOn ? [actsOn.jack, ...moves] : moves),
];

/** Does the control move the level of this jack? */
export const movesJack = (control: Control, jack: string): boolean => jacksOfControl(control).includes(jack);

/** Is the control one of this block's? */
export const actsOnBlock = ({ actsOn }: Control, block: string): boolean =>
  'block' in actsOn && actsOn.block === block;
