import { applyBy, type Applied } from './apply';
import { refusalOf } from '../file';
import type { EditCall } from './named';
import type { Rig } from '../model';

/**
 * Applies one edit. Every edit ends by setting the computed lengths it changed, and gives a document that can
 * be read again once it is stored.
 * @param rig a document that passes reading; it stays as it is
 * @throws EditError with a message for people if the edit cannot be done on this rig
 */
export const applyEdit = (rig: Rig, call: EditCall): Applied => applyBy(refusalOf, rig, call);
