import { asLately, type Rig } from '../model';
import { trialOf } from './apply';
import { EditError, type EditCall } from './named';

/** The document as an edit would make it, for judging; where it was so lately that one itself. Null if the edit cannot be done. */
export function trial(rig: Rig, call: EditCall): Rig | null {
  try {
    return asLately(trialOf(rig, call));
  } catch (error) {
    if (error instanceof EditError) return null;
    throw error;
  }
}
