// A mode for every choice and a position for every knob, as they are tried.
import { positionFor, potDb } from '../level';
import type { Choice, Knob } from './ways';

/** A mode for each choice, by its number, −1: as it is; a position for each knob, null: as it is. */
export type Setting = {
  readonly modes: readonly number[];
  readonly knobs: readonly (number | null)[];
  /** All as it is in the rig, what guitars have made up too; else that is as it is to be. */
  readonly asIs?: boolean;
};

/** A knob that would move less than this stays, dB. */
export const STAYS_DB = 0.25;

export const knobDb = (knob: Knob, position: number | null): number =>
  potDb(knob.control.law, position ?? knob.now);

/** The position that moves a knob by so many decibels from where it is, as far as it goes. */
export const moved = (knob: Knob, position: number | null, db: number): number | null =>
  positionFor(knob.control.law, knobDb(knob, position) + db);

export const asItIs = ({
  choices,
  knobs,
}: {
  choices: readonly Choice[];
  knobs: readonly Knob[];
}): Setting => ({
  modes: choices.map(() => -1),
  knobs: knobs.map(() => null),
  asIs: true,
});
