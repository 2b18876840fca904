import { isLink, leadOf } from '../model';
import type { Path } from '../signal';
import type { View } from './finding';

/** The leads that carry sound on a path, in order. */
export const leadsOn = (view: View, path: Path): readonly string[] =>
  path.steps.flatMap((step) => {
    const lead = step.type === 'lead' ? leadOf(view, step.lead) : undefined;
    return lead && !isLink(lead) && lead.kind !== 'speaker' ? [lead.id] : [];
  });
