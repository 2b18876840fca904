import { asLately, type Rig } from '../model';
import { trialOf } from './apply';
import { EditError, type EditCall } from './named';
import type { RoutingChange } from './routing';

/** The document as an edit would make it, for judging; where it was so lately that one itself. Null if the edit cannot be done. */
export function trial(rig: Rig, call: EditCall): Rig | null {
  try {
    return asLately(trialOf(rig, call));
  } catch (error) {
    if (error instanceof EditError) return null;
    throw error;
  }
}

/**
 * The document with a routing taken, for judging; or why it cannot be, in words: a link that cannot be put away, as air
 * between a cabinet and a microphone, may hold a jack that it needs.
 */
export function routingTrial(
  rig: Rig,
  change: RoutingChange,
): { readonly trial: Rig } | { readonly reason: string } {
  try {
    return { trial: trialOf(rig, { edit: 'takeRouting', arguments: change }) };
  } catch (error) {
    if (error instanceof EditError)
      return { reason: `As the rig is plugged it cannot be taken: ${error.message}` };
    throw error;
  }
}
