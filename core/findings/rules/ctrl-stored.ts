import { lightEdits, lightLines, notStored, unlikeLights } from '../../control';
import { derive } from '../../model';
import { inWords } from '../../units';
import { act } from '../cure';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Stored = {
  readonly box: string;
  readonly never: readonly string[];
  readonly again: readonly string[];
};

/** CTRL-UNSTORED: sounds that are not in a box yet, or that were changed since they were stored there. */
export const unstored = rule<Stored>({
  code: 'CTRL-UNSTORED',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Stored>[] =>
    notStored(of).map(({ box, sounds }) => {
      const by = (state: string) => sounds.flatMap((one) => (one.state === state ? [one.sound.id] : []));
      return {
        severity: 'note',
        parts: [boxPart(box)],
        data: { box: box.id, never: by('not'), again: by('again') },
      };
    }),
  ),
  words: ({ data }, say) => {
    const names = (ids: readonly string[]) => inWords(ids.map((id) => say.soundOf(id)));
    return {
      text: [
        ...(data.again.length > 0
          ? [`${names(data.again)} changed since stored in ${say.box(data.box)}`]
          : []),
        ...(data.never.length > 0 ? [`${names(data.never)} not stored in ${say.box(data.box)}`] : []),
      ]
        .join('; ')
        .concat('.'),
      why: 'A sound that is in the plan alone is not under the foot.',
    };
  },
});

type Colour = { readonly box: string; readonly label: string; readonly is: string; readonly wanted: string };

/** CTRL-COLOUR: the light of a switch has another colour than the channel that it calls. */
export const colour = rule<Colour>({
  code: 'CTRL-COLOUR',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'switchPlan'], (of): readonly Found<Colour>[] =>
    unlikeLights(lightLines(of)).map(({ box, footSwitch, is, wanted }) => ({
      severity: 'note',
      parts: [boxPart(box)],
      data: { box: box.id, label: footSwitch.label, is: is ?? '', wanted },
    })),
  ),
  words: ({ data }, say) => ({
    text: `Switch ${data.label} of ${say.box(data.box)} is lit ${data.is}, the channel that it calls ${data.wanted}.`,
    why: 'In the dark a light is read before a name; two colours for one channel are read wrong.',
  }),
  *cures(view) {
    const edits = lightEdits(unlikeLights(lightLines(view)));
    if (edits) yield act(edits);
  },
});
