import { channelsIn, notReached, switchLeads } from '../../control';
import { blockAt, derive } from '../../model';
import { inWords } from '../../units';
import { blockPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = {
  /** `box/block` */
  readonly key: string;
  /** Names of the states that nothing gives, and the sounds that want them. */
  readonly states: readonly string[];
  readonly sounds: readonly string[];
};

/** CTRL-NOWAY: sounds want a channel otherwise than another does, and nothing under a foot can switch it. */
export const noWay = rule<Data>({
  code: 'CTRL-NOWAY',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Data>[] =>
    channelsIn(of).flatMap((channel): Found<Data>[] => {
      const left = notReached(channel);
      const { key, box, block, wants } = channel;
      return left.length === 0
        ? []
        : [
            {
              severity: 'fault',
              parts: [blockPart(box, block)],
              data: {
                key,
                states: block.states.flatMap(({ id, name }) => (left.includes(id) ? [name] : [])),
                sounds: of.sounds.flatMap(({ id }, i) => (left.includes(wants[i] ?? '') ? [id] : [])),
              },
            },
          ];
    }),
  ),
  words: ({ data }, say) => ({
    text: `${say.block(data.key)} cannot be switched from under a foot: ${inWords(data.sounds.map((id) => say.soundOf(id)))} want${data.sounds.length === 1 ? 's' : ''} ${inWords(data.states)}.`,
    why: 'No contact and no MIDI that a switch reaches changes it: it is left to a hand at the panel.',
  }),
  *cures(view, { data }) {
    const at = blockAt(view, data.key);
    const channel = at && channelsIn(view).find(({ key }) => key === data.key);
    if (!channel) return;
    for (const { edit, text } of switchLeads({ rig: view.rig, variant: view.variant?.id ?? null }, channel))
      yield { edit, label: text };
  },
});
