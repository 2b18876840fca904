import { loomsOf } from '../cables';
import { inOrder } from '../lengths';
import { isLink, jackKey, laidWords, wiring, type LoomPart, type Part, type Rig } from '../model';

/** Something that can be looked for by name, tag, printed jack or lead number. */
export type Thing = {
  readonly part: Part | LoomPart;
  /** What stands first: a name, `SEND 1 of Multi-effects`, `Lead 7`. */
  readonly title: string;
  /** What tells it apart: tag and place, the lead in a jack, the ends of a lead. */
  readonly detail: string;
};

/** Every box, then every lead by number, every loom, then every jack, as they can be found in a rig. */
export function thingsOf(rig: Rig, variant: string | null): readonly Thing[] {
  const boxes = inOrder(rig.boxes);
  const places = new Map(rig.stage.places.map((place) => [place.id, place.name]));
  const plugged = wiring(rig, variant).filter(({ lead }) => !isLink(lead));
  const holds = new Map<string, number>();
  for (const { lead, from, to } of plugged)
    for (const ref of [...from, ...to]) holds.set(jackKey(ref), lead.number);
  return [
    ...boxes.map((box): Thing => ({
      part: { type: 'box', id: box.id },
      title: box.name,
      detail: `${box.tag}, ${places.get(box.place) ?? ''}`,
    })),
    ...[...plugged]
      .sort((a, b) => a.lead.number - b.lead.number)
      .map((entry): Thing => ({
        part: { type: 'lead', id: entry.lead.id },
        title: `Lead ${entry.lead.number}`,
        detail: laidWords(rig, entry),
      })),
    ...loomsOf(rig, variant).map((loom): Thing => ({
      part: { type: 'loom', id: loom.id },
      title: `Loom ${loom.name}`,
      detail: `leads ${loom.leads.map(({ number }) => number).join(', ')}`,
    })),
    ...boxes.flatMap((box) =>
      box.jacks.map((jack): Thing => {
        const lead = holds.get(`${box.id}/${jack.id}`);
        return {
          part: { type: 'jack', id: `${box.id}/${jack.id}` },
          title: `${jack.label} of ${box.name}`,
          detail: lead === undefined ? `${box.tag}, free` : `${box.tag}, lead ${lead}`,
        };
      }),
    ),
  ];
}
