// What the parts of the map view ask of an act on the order before it is done.
import { useEffect, useState } from 'react';
import type { Act } from '../../../../core/chain';
import type { Preview } from '../../../../core/planner';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';

/** Only what is pointed at for so long is worked out: judging takes its time. */
const HELD_MS = 100;

/** What an act would do, once it has been pointed at for a moment; null as long as it is not known. */
export function usePreview(pick: { readonly act: Act; readonly words?: string } | null): Preview | null {
  const { setting } = useOpen('setting');
  const key = JSON.stringify(pick);
  const [settled, setSettled] = useState('null');
  useEffect(() => {
    const timer = setTimeout(() => setSettled(key), HELD_MS);
    return () => clearTimeout(timer);
  }, [key]);
  const asked = settled === key ? pick : null;
  const { value, stale } = useAnalysis<'preview'>(
    asked ? { kind: 'preview', setting, ...asked } : null,
    'preview',
  );
  return asked && !stale ? (value?.preview ?? null) : null;
}
