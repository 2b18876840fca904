// What hears a desk's mix: ears and wedges at an aux.
import { isAudio, type Box, type Reads } from '../model';
import type { Ways } from './acts';
import type { Chain, Stop } from './chain';
import { outletOf } from './edit';
import { blocksOf } from './notation';

const stop = (box: Box, more: Partial<Stop>): Stop => ({
  box: box.id,
  blocks: [],
  loop: null,
  in: [],
  out: [],
  parallel: false,
  ...more,
});

/** Outputs of a desk: auxes before what the house hears. */
function sends(desk: Box): readonly string[] {
  const outs = desk.jacks.filter((jack) => jack.direction === 'out' && isAudio(jack));
  const isAux = (id: string) => (/aux/i.test(id) ? 0 : 1);
  return outs.map(({ id }) => id).sort((a, b) => isAux(a) - isAux(b));
}

/** A desk's mix into what hears it: a chain more, by the first output that serves, in stereo where it can be had. */
export function heardFrom(of: Reads<'boxes'>, chains: readonly Chain[], desk: Box, ears: Box): Ways {
  const last = stop(ears, { blocks: blocksOf(ears) });
  return sends(desk).flatMap((jack) =>
    (['stereo', 'mono'] as const).map((width): readonly Chain[] => [
      ...chains,
      {
        sources: [desk.id],
        places: [
          { gap: null, stops: [stop(desk, { out: [jack] })] },
          { gap: { kind: 'leads', width, leads: [] }, stops: [last] },
        ],
        end: outletOf(of, last),
      },
    ]),
  );
}
