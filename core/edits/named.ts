import { boxEdits } from './boxes';
import { electricEdits } from './electric';
import { equaliserEdits } from './equaliser';
import { groundEdits } from './grounds';
import { leadEdits } from './leads';
import { loomEdits } from './looms';
import { rigEdits, walkEdits } from './rig';
import { routingEdits } from './routing';
import { soundEdits } from './sounds';
import { stageEdits } from './stage';
import { stateEdits } from './state';
import { midiEdits } from './midi';
import { pedalEdits } from './pedals';
import { storedEdits } from './stored';
import { songEdits } from './songs';
import { switchEdits } from './switches';
import type { EditDefinition } from './edit';

/** Every way a rig can change, by name. */
export const EDITS = {
  ...rigEdits,
  ...routingEdits,
  ...stageEdits,
  ...boxEdits,
  ...leadEdits,
  ...electricEdits,
  ...equaliserEdits,
  ...groundEdits,
  ...loomEdits,
  ...stateEdits,
  ...soundEdits,
  ...switchEdits,
  ...midiEdits,
  ...songEdits,
  ...storedEdits,
  ...pedalEdits,
  ...walkEdits,
};

type Edits = typeof EDITS;
type ArgumentsOf<D> = D extends EditDefinition<infer A> ? A : never;

/** One edit as data: its name and its arguments. */
export type SingleEdit = {
  [K in keyof Edits]: { readonly edit: K; readonly arguments: ArgumentsOf<Edits[K]> };
}[keyof Edits];

/** Several edits that count, and are undone, as one. */
export type EditGroup = {
  readonly edit: 'together';
  readonly arguments: { readonly label: string; readonly edits: readonly SingleEdit[] };
};

export type EditCall = SingleEdit | EditGroup;
export { EditError } from './edit';
export type { RoutingChange } from './routing';
export type { Heal } from './boxes';
export type { Move } from './leads';
