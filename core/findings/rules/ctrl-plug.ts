import { inputsIn } from '../../control';
import { derive, leadOf, plugsAt, refOf } from '../../model';
import { cure } from '../cure';
import { everyJack, isFree, jackPart, leadPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { inWords } from '../../units';

type At = {
  /** `box/jack` */
  readonly at: string;
};

/** CTRL-LOOKALIKE: a MIDI lead in a socket for an amplifier's own switch lead. */
export const lookalike = rule<At>({
  code: 'CTRL-LOOKALIKE',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (of): readonly Found<At>[] =>
    inputsIn(of).flatMap(({ box, jack, stranger }): Found<At>[] =>
      stranger && (stranger.lead.kind === 'midi' || stranger.far?.jack.carries === 'midi')
        ? [
            {
              severity: 'fault',
              parts: [leadPart(stranger.lead), jackPart(box, jack)],
              data: { at: `${box.id}/${jack.id}` },
            },
          ]
        : [],
    ),
  ),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.parts('lead')[0] ?? '')} is a MIDI lead; ${say.jack(data.at)} looks like a MIDI socket and is none.`,
    why: 'It takes contacts by the maker’s own lead. Sockets and plugs of more pins may carry supply: what is plugged in wrongly can be destroyed.',
  }),
  *cures(view, { data }) {
    const [plug] = plugsAt(view, refOf(data.at));
    if (!plug) return;
    const end = { lead: plug.lead.id, side: plug.side };
    const { box: own } = refOf(data.at);
    for (const { box, jack } of everyJack(view))
      if (box.id === own && jack.carries === 'midi' && jack.direction !== 'out' && isFree(view, box, jack))
        yield cure(view, { edit: 'replug', arguments: { ...end, at: [{ box: own, jack: jack.id }] } });
    yield cure(view, { edit: 'unplug', arguments: end });
  },
});

type Held = At & {
  /** What it holds on. */
  readonly on: readonly string[];
};

/** CTRL-RINGHELD: the sleeve of a mono plug grounds the ring of a switch jack that has two functions. */
export const ringHeld = rule<Held>({
  code: 'CTRL-RINGHELD',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (of): readonly Found<Held>[] =>
    inputsIn(of).flatMap(({ box, jack, poles, leads }): Found<Held>[] =>
      poles.flatMap(({ isHeld, contacts }): Found<Held>[] => {
        const [lead] = leads;
        if (!isHeld || !lead || contacts.length === 0) return [];
        const on = contacts.map(
          ({ block, closed }) => block.states.find(({ id }) => id === closed)?.name ?? block.name,
        );
        return [
          {
            severity: 'caution',
            parts: [leadPart(lead), jackPart(box, jack)],
            data: { at: `${box.id}/${jack.id}`, on },
          },
        ];
      }),
    ),
  ),
  words: ({ data }, say) => ({
    text: `The mono plug of ${say.parts('lead')[0] ?? ''} grounds the ring of ${say.jack(data.at)}: ${inWords(data.on)} is held on.`,
    why: 'The sleeve of a mono plug lies on the ring of a stereo jack, as a switch would that is always closed.',
  }),
  *cures(view, { parts: [part] }) {
    const lead = leadOf(view, part?.id);
    if (!lead) return;
    const plug = { ...lead.from.plug, connector: 'trs-635' as const };
    yield cure(view, {
      edit: 'setLeadKind',
      arguments: { id: lead.id, kind: 'switch', plugs: { from: plug, to: plug } },
    });
  },
});
