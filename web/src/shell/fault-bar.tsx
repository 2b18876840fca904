import { useOpen, useOpenWith } from '../rig/use-open';
import { Button } from '../parts/button';
import type { OpenState } from '../rig/open-rig';
import type { Kind } from '../worker/queries';

/** What the answers to a kind of question are called on screen. */
const WORDS: Partial<Record<Kind, string>> = {
  map: 'the map',
  findings: 'findings',
  cure: 'cures',
  routes: 'routes',
  route: 'the route',
  order: 'the order',
  reasons: 'the order, and why',
  profile: 'the profile',
  tone: 'tone',
  levels: 'levels',
  hum: 'hum',
  latency: 'latency',
  eq: 'equalisers',
  control: 'control',
  plugging: 'where a plug fits',
  offers: 'where it may go',
  sheet: 'the sheet',
  presses: 'presses',
  set: 'the set',
  proof: 'the proof of the sounds',
  switches: 'switches',
  switchLeads: 'leads for switches',
  listening: 'loops to listen to',
  house: 'house rules',
  assumed: 'assumed figures',
  preamps: 'whose preamp',
};

const kindOf = (key: string) => (JSON.parse(key) as { readonly kind: Kind }).kind;

/** What could not be told of the rig as it is, and why; empty: nothing. */
const failedIn = ({ answers }: OpenState): string => {
  const failed = Object.values(answers).filter(({ fault }) => fault !== null);
  const names = [...new Set(failed.map(({ key }) => WORDS[kindOf(key)] ?? 'a part of this view'))];
  return failed.length === 0 ? '' : `${names.join(', ')} (${failed[0]?.fault})`;
};

/** Says in every view that something on it is not of the rig as it is. */
export function FaultBar() {
  const failed = useOpenWith(failedIn);
  const { analyst } = useOpen('analyst');
  if (failed === '') return null;
  return (
    <div
      role="alert"
      className="no-print flex flex-wrap items-center gap-3 border-b border-fault bg-fault-tint px-3 py-1 text-sm text-fault"
    >
      <span className="min-w-0">Could not be worked out: {failed}. What is shown of it is from before.</span>
      <Button onClick={() => analyst.retry()}>Try again</Button>
    </div>
  );
}
