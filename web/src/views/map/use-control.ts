import type { ControlView } from '../../../../core/control';
import type { OpenState } from '../../rig/open-rig';
import { useOpen } from '../../rig/use-open';
import { useAnalysis, type Analysis } from '../../worker/use-analysis';
import { told } from './use-map';

/** What layer Control tells of the sound in force and of the press that is looked at. */
export function useControl(): Analysis<ControlView> {
  const { setting, pressed } = useOpen('setting', 'pressed');
  return useAnalysis<'control'>({
    kind: 'control',
    setting,
    press: pressed.press,
    pressedIn: pressed.from,
  });
}

/** The same as it was told last, for acts. */
export const controlIn = (state: OpenState): ControlView | null => told<ControlView>(state, 'control');
