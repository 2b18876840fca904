// What a routing is put together from: a part makes other routings of one.
import type { OrderOf } from '../chain';
import type { Rig } from '../model';
import type { Draft } from './draft';
import type { Gear } from './gear';

/** What a part may look at: the rig as the night has it that is planned, and what its boxes are to routings. */
export type Ask = { readonly rig: Rig; readonly of: OrderOf; readonly gear: Gear };

/** A routing that a part makes; or what keeps it from being made. */
export type Variation = { readonly draft: Draft } | { readonly family: string; readonly reason: string };

export type Part = {
  readonly id: string;
  /** What it decides, in a line. */
  readonly about: string;
  /**
   * Other drafts than the one that is handed in, which stays one of the combinations; none where it has nothing to say.
   * It reads what boxes can do, never what they are called.
   */
  readonly vary: (ask: Ask, draft: Draft) => readonly Variation[];
};
