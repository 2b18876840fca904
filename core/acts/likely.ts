import type { EditCall } from '../edits';
import type { Rig, Scope, Setting } from '../model';
import { bypassEdit, removeSelected, unplugEdit, type Selection } from './selected';

/**
 * What a hand most often does next with what is selected, by one key, the likeliest first: a box is switched, the far end
 * of a lead unplugged, either is removed.
 * @param scope where an edit of a state is kept
 */
export const likelyEdits = (
  rig: Rig,
  setting: Setting,
  scope: Scope,
  selection: Selection,
): readonly EditCall[] => {
  const { variant } = setting;
  const first = bypassEdit(rig, setting, scope, selection) ?? unplugEdit(rig, variant, selection, 'to');
  return [first, removeSelected(rig, variant, selection)].filter((edit) => edit !== null);
};
