// The stage's own mains: outlets of a place as a plate, and what is plugged straight into them.
import { textWidth } from './fonts';
import type { feedWords } from './feed-words';
import type { MapLead } from './model';
import { plugOf, rowEnd } from './outlet-table';
import type { Placement } from './place';
import { text } from './plates';
import type { Item, Rect } from './primitives';
import type { RouteEnd } from './router';
import type { Service } from './service-row';
import { SIZE } from './sizes';
import type { Job } from './stubs';

export type Feeds = ReturnType<typeof feedWords> | null;

/** Under the plates of what has its power by no lead of the rig: its outlet of the stage, or that it has none. */
export const wallsUnder = (
  placement: Placement,
  services: readonly Service[],
  feeds: Feeds,
  followed: ReadonlySet<string | undefined>,
): readonly Item[] =>
  [...(feeds ?? [])].flatMap(([id, { lead, draws, from }]): Item[] => {
    const placed = placement.placed.find(({ box }) => box.box.id === id);
    if (lead !== null || !placed || followed.has(id)) return [];
    const { rect } = placed;
    // What a plate in the sound draws stands on it.
    const isTold = placed.form !== 'hub' && services.every(({ box }) => box !== placed.box);
    const words = [isTold ? '' : draws, from].filter(Boolean).join(' · ');
    return words === ''
      ? []
      : [
          text(rect.x, rect.y + rect.h + 13, words, {
            tone: from === 'unfed' ? 'fault' : 'muted',
            part: { type: 'box', id },
          }),
        ];
  });

/** The mains outlets of a place as a plate, of which the table is the rest. */
export function wallPlate(rect: Rect): readonly Item[] {
  const isWide = textWidth('Mains outlets', 'bold', SIZE.text) <= rect.w - 14;
  const title = isWide ? 'Mains outlets' : 'Mains';
  return [{ type: 'plate', ...rect, look: 'box' }, text(rect.x + 7, rect.y + 16, title, { face: 'bold' })];
}

/** Boxes' own mains leads, from the outlet of the stage to the plate. */
export const wallJobs = (
  { placed }: Placement,
  services: readonly Service[],
  endOf: (ref: MapLead['from']) => RouteEnd | undefined,
): readonly Job[] =>
  placed.flatMap(({ box: { box } }): readonly Job[] => {
    const jack = plugOf(box);
    const to = jack && { box: box.id, jack: jack.id };
    const service = services.find(({ rows }) => rows.some(({ key }) => key === jack?.wallOutlet));
    const end = endOf(to);
    if (!to || !service || !end) return [];
    const lead: MapLead = {
      id: `mains of ${box.id}`,
      number: 0,
      kind: 'mains',
      from: undefined,
      to,
      others: [],
      flows: true,
      opened: null,
    };
    return [{ lead, from: rowEnd(service.rows, jack?.wallOutlet ?? '', service.rect), to: end }];
  });
