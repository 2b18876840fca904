// What a signal lead lets through of the hum that stands across its ends.
import { derive, type Jack, type JackEnd, type Lead, type Reads } from '../model';
import { endsIn, type LeadEnds } from './ends';

/** How a lead takes hum: plain, balanced, by a transformer, or not at all. */
export type Rejects = 'nothing' | 'twin-core' | 'balanced' | 'transformer' | 'all';

/**
 * What is left of the hum across a lead, dB: a transformer that nothing bridges 60 dB less at 50 Hz and 20 dB a decade worse
 * above; a balanced pair, or a transformer whose lift is closed, 50 dB less; a twin-core lead into a balanced input, its
 * shield open at the sending end, 40 dB less; what is unbalanced takes all of it, lifted or not.
 */
export function factorDb(rejects: Rejects, hertz: number): number {
  if (rejects === 'all') return -Infinity;
  if (rejects === 'transformer') return -60 + Math.max(0, 20 * Math.log10(hertz / 50));
  if (rejects === 'balanced') return -50;
  return rejects === 'twin-core' ? -40 : 0;
}

/** Cable with a pair inside its shield. */
const BALANCED: readonly Lead['kind'][] = ['balanced'];

const isBalanced = ({ balance }: Jack): boolean => balance !== 'unbalanced';

/** By a lead's ends, the ground of each as it is switched at rest. */
function rejectsBetween(lead: Lead, ends: readonly JackEnd[], grounds: readonly Jack['ground'][]): Rejects {
  // A plug of two contacts in a balanced jack makes it a plain one.
  const isPair = BALANCED.includes(lead.kind) && ends.every(({ jack }) => isBalanced(jack));
  const isDivided = ends.some(
    ({ jack }, i) =>
      grounds[i] === 'transformer' || (grounds[i] === 'lifted' && jack.balance === 'transformer'),
  );
  if (lead.kind === 'air' || lead.kind === 'radio' || lead.kind === 'digital') return 'all';
  if (lead.break.kind === 'transformer' || isDivided) return 'transformer';
  if (isPair) return 'balanced';
  return lead.break.kind === 'twin-core' &&
    ends.some(({ jack }) => isBalanced(jack) && jack.direction === 'in')
    ? 'twin-core'
    : 'nothing';
}

/** Leads that are plugged at both ends, by their ids. */
const wholeIn = derive(
  ['boxes', 'leads', 'variant'],
  (of): ReadonlyMap<string, LeadEnds> =>
    new Map(endsIn(of).flatMap((own) => (own.ends.length === 2 ? [[own.lead.id, own] as const] : []))),
);

/** How a lead takes hum, with something in it or nothing. */
export function rejectsOf(of: Reads<'boxes' | 'leads' | 'variant'>, lead: Lead): Rejects {
  const own = wholeIn(of).get(lead.id);
  return own ? rejectsBetween(lead, own.ends, own.grounds) : 'all';
}
