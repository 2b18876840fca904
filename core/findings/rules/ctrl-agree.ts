import {
  ccLines,
  channelFaults,
  freeChannel,
  proposeCcs,
  receiversIn,
  type ChannelFault,
} from '../../control';
import { boxOf, derive, everySound } from '../../model';
import { act } from '../cure';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

type ChannelData = {
  readonly what: ChannelFault['what'];
  readonly sender: string;
  readonly receiver: string;
  /** The channel that is sent on. */
  readonly channel: number;
  readonly hears: number;
  readonly other: string | null;
};

/** CTRL-CHANNEL: a channel that is another one at the other end, or that two boxes share which are called unlike. */
export const midiChannel = rule<ChannelData>({
  code: 'CTRL-CHANNEL',
  reads: 'rig',
  judge: derive(OF, (of): readonly Found<ChannelData>[] =>
    channelFaults(of).map((one): Found<ChannelData> => {
      const { what, sender, receiver } = one;
      const other = one.what === 'shared' ? one.other : null;
      return {
        severity: 'fault',
        parts: [boxPart(receiver), ...(other ? [boxPart(other)] : [boxPart(sender)])],
        data: {
          what,
          sender: sender.id,
          receiver: receiver.id,
          channel: one.what === 'unlike' ? one.sends : one.channel,
          hears: one.what === 'unlike' ? one.hears : one.channel,
          other: other?.id ?? null,
        },
      };
    }),
  ),
  words: ({ data }, say) => {
    const [sender, receiver] = [say.box(data.sender), say.box(data.receiver)];
    return data.other === null
      ? {
          text: `${sender} calls ${receiver} on channel ${data.channel}, ${receiver} hears channel ${data.hears}.`,
          why: 'What is sent on another channel than is heard calls nothing.',
        }
      : {
          text: `${say.box(data.other)} hears what is meant for ${receiver}: both are called on channel ${data.channel}, for unlike programs.`,
          why: 'Each goes to the program of the other as well; which one is heard last is left to luck.',
        };
  },
  *cures(view, { data }) {
    const [sender, receiver, other] = [data.sender, data.receiver, data.other].map((id) => boxOf(view, id));
    if (!sender || !receiver) return;
    if (!other) {
      const sent = (sender.sent ?? []).map((one) =>
        one.to === receiver.id ? { ...one, channel: data.hears } : one,
      );
      yield {
        edit: { edit: 'setSent', arguments: { box: sender.id, sent } },
        label: `Send on channel ${data.hears} from ${sender.name} to ${receiver.name}`,
      };
      return;
    }
    const channel = freeChannel(view, sender);
    for (const box of [other, receiver])
      yield {
        edit: { edit: 'setMidi', arguments: { box: box.id, midi: { ...box.midi, channel } } },
        label: `Set ${box.name} to channel ${channel}`,
      };
  },
});

type CcData =
  | { readonly name: string; readonly faults: readonly string[] }
  | { readonly dialled: string; readonly box: string; readonly sounds: readonly string[] };

/** CTRL-CC: numbers of control changes that do not agree or mean something else; bank bytes that nothing hears. */
export const controlNumbers = rule<CcData>({
  code: 'CTRL-CC',
  reads: 'rig',
  judge: derive(OF, (of): readonly Found<CcData>[] => [
    ...ccLines(of).flatMap(({ faults, receiver, name, sends, isNeeded, heard }): Found<CcData>[] =>
      faults.length === 0 || (sends === null && !isNeeded)
        ? []
        : [
            {
              severity: sends !== null && sends !== heard.cc ? 'fault' : 'note',
              parts: [boxPart(receiver)],
              data: { name, faults },
            },
          ],
    ),
    ...receiversIn(of).flatMap((receiver): Found<CcData>[] => {
      if (receiver.midi?.bankBytes !== 'none') return [];
      const odd = everySound(of).flatMap(({ sound }) => {
        const dialled = sound?.dialled?.[receiver.id];
        return sound && dialled !== undefined && dialled.includes('/') ? [{ id: sound.id, dialled }] : [];
      });
      const [first] = odd;
      return first
        ? [
            {
              severity: 'note',
              parts: [boxPart(receiver)],
              data: { box: receiver.id, dialled: first.dialled, sounds: odd.map(({ id }) => id) },
            },
          ]
        : [];
    }),
  ]),
  words: ({ data }, say) =>
    'faults' in data
      ? {
          text: `Control change for ${data.name}: ${data.faults.join('; ')}.`,
          why: 'A control change does something only where both ends have the same number, and nothing else goes by it.',
        }
      : {
          text: `Bank bytes are dialled for ${say.box(data.box)} (${data.dialled}), which hears none.`,
          why: 'Harmless perhaps, left from trial and error; but another box on the channel may go by them.',
        },
  *cures(view, { data }) {
    if ('faults' in data) {
      const plan = proposeCcs(view);
      if (plan) yield act(plan);
      return;
    }
    const sounds = data.sounds.flatMap((id) => view.sounds.find((sound) => sound.id === id) ?? []);
    yield act({
      edit: 'together',
      arguments: {
        label: 'Leave the bank bytes out',
        edits: sounds.map((sound) => ({
          edit: 'setDialled' as const,
          arguments: {
            sound: sound.id,
            box: data.box,
            dialled: sound.dialled?.[data.box]?.split('/').at(-1)?.trim() ?? null,
          },
        })),
      },
    });
  },
});
