import { derive, everyNight } from '../../model';
import { amplifiers, isTap, isUnfit, speakerRuns, withoutLoad } from '../../power';
import { inWords } from '../../units';
import { boxPart, jackPart, type Found } from '../finding';
import { DESTROYS, inSound } from '../phrases';
import { rule } from '../rule';
import { plugLoad } from './safe-noload';

type Data = { readonly box: string; readonly boxes: readonly string[]; readonly sound: string | null };

/** SAFE-TAPONLY: what an amplifier that needs a load drives is a tap, and nothing else. */
export const tapOnly = rule<Data>({
  code: 'SAFE-TAPONLY',
  cause: 2,
  reads: 'rig',
  covers: ({ data }, other) => other.code === 'SAFE-NOLOAD' && other.parts[0]?.id === data.box,
  judge: derive(['boxes', 'leads', 'variants', 'sounds'], (view): readonly Found<Data>[] =>
    everyNight(view).flatMap((there) =>
      withoutLoad(there).flatMap(({ box, taps, sound }): Found<Data>[] => {
        // What takes speaker level without being made for it has its own line.
        const ends = taps.flatMap((tap) =>
          speakerRuns({ ...there, sound }, box, tap).flatMap((run) => (isUnfit(run) ? [] : [run.to])),
        );
        const tapped = ends.filter(isTap);
        if (tapped.length === 0 || tapped.length < ends.length) return [];
        return [
          {
            severity: 'danger',
            variant: there.variant?.id ?? null,
            parts: [boxPart(box), ...tapped.map((end) => jackPart(end.box, end.jack))],
            data: {
              box: box.id,
              boxes: [...new Set(tapped.map((end) => end.box.id))],
              sound: sound?.id ?? null,
            },
          },
        ];
      }),
    ),
  ),
  words: ({ data }, say) => {
    const names = inWords(data.boxes.map((id) => say.box(id)));
    return {
      text: `All that ${say.box(data.box)} drives${say.night() && ` in ${say.night()}`}${inSound(say, data.sound)} is ${names}: a tap is no load.`,
      why: `${DESTROYS} A tap is kilohms across the line and takes no power: a cabinet or a load stands on its through jack, whenever the amplifier is powered. Plug speaker leads only with the amplifier switched off.`,
    };
  },
  *cures(view, { data }) {
    for (const amplifier of amplifiers(view))
      if (amplifier.box.id === data.box) yield* plugLoad(view, amplifier);
  },
});
