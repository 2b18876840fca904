import { goFocus } from '../parts/focus';
import { useOpen } from './use-open';

/** Leaves the facts of what is selected, and goes back to the rig. */
export function useLeaveFacts(): () => void {
  const { select } = useOpen('select');
  return () => {
    select(null);
    goFocus('rig');
  };
}
