import { boxOf, derive, pluggedIn, type JackEnd } from '../../model';
import { jointsIn, type Joint } from '../../signal';
import { inWords } from '../../units';
import { crossingCures } from '../crossings';
import { cure } from '../cure';
import { boxPart, everyJack, isFree, jackPart, leadPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { astrayCures } from '../speaker-astray';
import { freeLoads } from '../../power';

type Data = {
  readonly outputs: readonly string[];
  /** The lead out of each of these outputs. */
  readonly leads: readonly string[];
  /** The box whose wires or whose jack joins them; null where one lead does. */
  readonly at: string | null;
  readonly speaker: boolean;
};

const COUNTS: Readonly<Record<number, string>> = { 2: 'two', 3: 'three', 4: 'four' };

const isSpeaker = ({ jack }: JackEnd) => jack.carries === 'speaker';

/** Two outputs that one lead joins are told by their direction, unless they drive loudspeakers. */
const isTold = ({ outputs, at }: Joint) => outputs.length > 1 && (at !== null || outputs.every(isSpeaker));

/** WIRE-JOINED: two outputs joined by a Y, a jack that takes several plugs, or, of loudspeaker outputs, by a lead. */
export const joined = rule<Data>({
  code: 'WIRE-JOINED',
  cause: 1,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found<Data>[] =>
    [...new Set(jointsIn(of).values())].filter(isTold).map(({ outputs, at, leads }): Found<Data> => {
      const box = at && boxOf(of, at.box);
      const own = pluggedIn(of).filter(
        ({ lead, from, to }) =>
          leads.includes(lead.id) &&
          [...from, ...to].some((ref) => outputs.some((o) => o.box.id === ref.box && o.jack.id === ref.jack)),
      );
      return {
        severity: outputs.some(isSpeaker) ? 'danger' : 'fault',
        parts: [
          ...(box ? [boxPart(box)] : own.slice(0, 1).map(({ lead }) => leadPart(lead))),
          ...outputs.map((output) => jackPart(output.box, output.jack)),
        ],
        data: {
          outputs: outputs.map((output) => `${output.box.id}/${output.jack.id}`),
          leads: own.map(({ lead }) => lead.id),
          at: box?.id ?? null,
          speaker: outputs.some(isSpeaker),
        },
      };
    }),
  ),
  // What one of its leads or the joint is found to do, and a stage of it that has no load.
  covers: ({ data, parts }, other) =>
    other.parts.some(
      ({ type, id }) =>
        (type === 'lead' && data.leads.includes(id)) ||
        (type === 'box' && id === data.at && id === parts[0]?.id),
    ) ||
    (other.code === 'SAFE-NOLOAD' && other.parts.some(({ id }) => data.outputs.includes(id))),
  words: ({ data }, say) => ({
    text: `${data.at ? say.box(data.at) : capitalFirst(say.parts('lead')[0] ?? '')} joins ${COUNTS[data.outputs.length] ?? data.outputs.length} outputs: ${inWords(data.outputs.map(say.jack))}.`,
    why: data.speaker
      ? 'This can destroy gear and burn: each stage drives the other. Switch the amplifiers off before a lead is moved. Every amplifier wants a load of its own.'
      : 'Each output loads the other: level is lost, and one may be hurt. A mixer joins two outputs, a selector takes one or the other; a Y does neither.',
  }),
  *cures(view, { data }) {
    yield* crossingCures(view);
    yield* astrayCures(view, data.leads);
    for (const id of [...data.leads].reverse()) {
      const run = pluggedIn(view).find(({ lead }) => lead.id === id);
      if (!run) continue;
      const isOut = (ref: { box: string; jack: string } | undefined) =>
        ref !== undefined && data.outputs.includes(`${ref.box}/${ref.jack}`);
      const far = isOut(run.from[0]) ? 'to' : 'from';
      for (const load of data.speaker ? freeLoads(view) : [])
        yield cure(view, {
          edit: 'replug',
          arguments: { lead: id, side: far, at: [{ box: load.box.id, jack: load.jack.id }] },
        });
      if (!data.speaker)
        for (const { box, jack } of everyJack(view))
          if (
            jack.direction === 'in' &&
            box.blocks.some(({ role }) => role === 'merge') &&
            isFree(view, box, jack)
          )
            yield cure(view, {
              edit: 'replug',
              arguments: { lead: id, side: far, at: [{ box: box.id, jack: jack.id }] },
            });
      yield cure(view, { edit: 'unplug', arguments: { lead: id, side: far } });
    }
  },
});
