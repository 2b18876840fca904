import type { EditCall } from '../edits';
import type { Rig, Scope, Setting } from '../model';
import { bypassEdit, unplugEdit, type Selection } from './selected';

/**
 * What a hand most often does next with what is selected, by one key: a box is switched, the far end of a lead unplugged.
 * @param scope where an edit of a state is kept
 * @returns null: nothing is likelier than the rest
 */
export const likelyEdit = (rig: Rig, setting: Setting, scope: Scope, selection: Selection): EditCall | null =>
  bypassEdit(rig, setting, scope, selection) ?? unplugEdit(rig, setting.variant, selection, 'to');
