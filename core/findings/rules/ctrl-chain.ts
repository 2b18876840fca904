import { layEdit } from '../../cables';
import { hearingsIn, messagesOf, MOST_IN_A_ROW, receiversIn, senderOf, unknownStates } from '../../control';
import { blockAt, derive, endAt, leadOf, pluggedIn } from '../../model';
import { count } from '../../units';
import { cure } from '../cure';
import { replugCure } from '../exchange';
import { blockPart, boxPart, everyJack, isFree, leadPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { midiExchanges } from '../service-leads';

const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

type Data =
  | { readonly lost: string; readonly sounds: readonly string[] }
  | { readonly lead: string; readonly type: 'A' | 'B' | null }
  | { readonly row: number; readonly last: string };

/** CTRL-CHAIN: a box that sounds call and nothing that sends reaches; TRS of unlike types; too many in a row. */
export const midiChain = rule<Data>({
  code: 'CTRL-CHAIN',
  reads: 'rig',
  judge: derive(OF, (of): readonly Found<Data>[] => {
    const hearings = hearingsIn(of);
    // A lead that several senders use is told once.
    const crossed = new Map(
      hearings.flatMap(({ hops }) =>
        hops.flatMap((hop) => (hop.isCrossed ? [[hop.lead.id, hop] as const] : [])),
      ),
    );
    const calls = of.sounds.map((sound) => ({ id: sound.id, programs: messagesOf(of, sound).programs }));
    return [
      ...[...crossed.values()].map(({ lead, out, into }): Found<Data> => ({
        severity: 'fault',
        parts: [leadPart(lead), boxPart(into.box)],
        data: { lead: lead.id, type: into.jack.trsType ?? out.jack.trsType ?? null },
      })),
      ...receiversIn(of).flatMap((box): Found<Data>[] => {
        const sounds = calls.flatMap(({ id, programs }) =>
          programs.some(({ receiver }) => receiver === box) ? [id] : [],
        );
        const isTold = [...crossed.values()].some(({ into }) => into.box === box);
        return sounds.length === 0 || senderOf(of, box) || isTold
          ? []
          : [{ severity: 'fault', parts: [boxPart(box)], data: { lost: box.id, sounds } }];
      }),
      ...hearings.flatMap(({ hops, receiver }): Found<Data>[] =>
        hops.length === MOST_IN_A_ROW + 1
          ? [
              {
                severity: 'caution',
                parts: [boxPart(receiver)],
                data: { row: hops.length, last: receiver.id },
              },
            ]
          : [],
      ),
    ];
  }),
  words: ({ data }, say) => {
    if ('lost' in data)
      return {
        text: `${say.box(data.lost)} is called by ${count(data.sounds.length, 'sound')}, and nothing that sends reaches it.`,
        why: 'A MIDI lead carries one way, out to in; what has no way in stays on the program it is on.',
      };
    if ('row' in data)
      return {
        text: `${say.box(data.last)} is the ${data.row}th box in a row that MIDI is passed on through.`,
        why: 'Each passing on rounds the edges of the bits; after three boxes a thru box shares it out instead.',
      };
    return {
      text: `${capitalFirst(say.parts('lead')[0] ?? '')} joins TRS type A to type B: nothing is heard.`,
      why: 'Type A has pin 5 on the tip, B on the ring: between them the wires are crossed.',
    };
  },
  *cures(view, { data }) {
    if ('lost' in data) {
      const jacks = everyJack(view).filter(({ jack }) => jack.carries === 'midi');
      const into = jacks.find(
        ({ box, jack }) => box.id === data.lost && jack.direction !== 'out' && isFree(view, box, jack),
      );
      if (!into) {
        yield* midiExchanges(view, data.lost);
        return;
      }
      const at = { box: into.box.id, jack: into.jack.id };
      for (const { lead, from, to } of pluggedIn(view)) {
        const out = endAt(view, from[0] ?? to[0]);
        // A lead that hangs loose at its far end is taken first.
        if (from.length + to.length === 1 && out?.jack.carries === 'midi' && out.jack.direction === 'out')
          yield replugCure(view, lead.id, from.length === 0 ? 'from' : 'to', at);
      }
      // One that goes nowhere useful: a box that would be lost by it stands against it.
      for (const run of pluggedIn(view))
        for (const side of ['to', 'from'] as const) {
          const end = run.from.length > 0 && run.to.length > 0 ? endAt(view, run[side][0]) : undefined;
          if (end?.jack.carries === 'midi' && end.jack.direction === 'in')
            yield replugCure(view, run.lead.id, side, at);
        }
      for (const out of jacks)
        if (out.box !== into.box && out.jack.direction === 'out' && isFree(view, out.box, out.jack))
          yield {
            edit: layEdit(
              view.rig,
              view.variant?.id ?? null,
              { box: out.box.id, jack: out.jack.id },
              { box: into.box.id, jack: into.jack.id },
            ),
            label: `Plug a MIDI lead: ${out.jack.label} of ${out.box.name} to ${into.jack.label} of ${into.box.name}`,
          };
    } else if ('lead' in data && data.type !== null && leadOf(view, data.lead))
      yield cure(view, { edit: 'setTrsType', arguments: { lead: data.lead, type: data.type } });
  },
});

type Unknown = { readonly key: string; readonly by: 'toggle' | 'impulse' };

/** CTRL-UNKNOWN: what is only ever turned on from where it stands has no known state after power-up. */
export const unknownState = rule<Unknown>({
  code: 'CTRL-UNKNOWN',
  reads: 'rig',
  isMild: true,
  judge: derive(OF, (of): readonly Found<Unknown>[] =>
    unknownStates(of).map(({ key, box, block, by }) => ({
      severity: 'note',
      parts: [blockPart(box, block)],
      data: { key, by },
    })),
  ),
  words: ({ data }, say) => ({
    text: `${say.block(data.key)} is turned by ${data.by === 'toggle' ? 'a toggle' : 'impulses'}: where it stands after power-up nobody knows.`,
    why: 'What has an on and an off of its own is called to where it belongs; a toggle goes to the other side of wherever it is. Look at it before the first song.',
  }),
  *cures(view, { data }) {
    const at = blockAt(view, data.key);
    const heard = at?.box.midi?.ccs?.find(({ block, does }) => block === at.block.id && does === 'toggle');
    if (at && heard)
      yield {
        edit: {
          edit: 'setMidi',
          arguments: {
            box: at.box.id,
            midi: {
              ...at.box.midi,
              ccs: at.box.midi?.ccs?.map((one) =>
                one === heard ? { ...one, does: 'switch' as const } : one,
              ),
            },
          },
        },
        label: `Set ${at.box.name} to follow the value of control ${heard.cc}`,
      };
  },
});
