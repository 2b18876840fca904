import { messagesOf, rightlyDialled } from '../../control';
import { derive } from '../../model';
import { cure } from '../cure';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly shows: string;
} & (
  | {
      readonly dialled: string;
      readonly by: string;
      readonly lands: string | null;
      readonly right: string | null;
    }
  | { readonly problem: string; readonly other: string | null }
);

/** CTRL-NUMBER: what is dialled lands on another program than the sound means, or what it means cannot be called. */
export const programNumber = rule<Data>({
  code: 'CTRL-NUMBER',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (of): readonly Found<Data>[] =>
    of.sound === null
      ? []
      : messagesOf(of, of.sound).programs.flatMap((call): Found<Data>[] => {
          const { receiver, sender, shows, problem, dialled, lands, other } = call;
          const found = (data: Data): Found<Data>[] => [
            { severity: 'fault', parts: [boxPart(receiver)], data },
          ];
          if (problem !== null) return found({ box: receiver.id, shows, problem, other });
          return dialled === null || !sender || lands === shows.trim()
            ? []
            : found({
                box: receiver.id,
                shows,
                dialled,
                by: sender.id,
                lands,
                right: rightlyDialled(call),
              });
        }),
  ),
  words: ({ data }, say) => {
    const box = say.box(data.box);
    if ('problem' in data)
      return {
        text: `${box} is to show ${data.shows} in ${say.sound()}, which cannot be: ${data.problem}.`,
        why: 'A program change that leads nowhere leaves the sound before as it was.',
      };
    return {
      text: `${box} is to show ${data.shows} in ${say.sound()}; what is dialled in ${say.box(data.by)}, ${data.dialled}, lands ${data.lands === null ? 'nowhere' : `on ${data.lands}`}.`,
      why: `The wire counts from 0, each display as its maker likes.${data.right === null ? '' : ` Right would be ${data.right}.`}`,
    };
  },
  *cures(view, { data }) {
    const sound = view.sound?.id;
    if (sound === undefined) return;
    if ('problem' in data) {
      if (data.other !== null)
        yield cure(view, { edit: 'setProgram', arguments: { sound, box: data.box, shown: data.other } });
    } else if (data.right !== null)
      yield cure(view, { edit: 'setDialled', arguments: { sound, box: data.box, dialled: data.right } });
  },
});
