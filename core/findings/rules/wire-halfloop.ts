import { blockIn, derive, type Box, type Jack } from '../../model';
import { resolveIn, type ForSignal } from '../../signal';
import { boxPart, jackPart, leadsAt, type Found, type Wired } from '../finding';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly back: string;
  readonly send: string;
  /** The send is in use and nothing comes back. */
  readonly alone: boolean;
};

/** An amplifier with a loop: what its preamp goes out by, what its power stage comes in by. */
type Loop = {
  readonly box: Box;
  readonly inputs: readonly Jack[];
  readonly outs: readonly Jack[];
  readonly back: Jack;
};

function loopOf(view: ForSignal, box: Box): Loop | null {
  const { patch } = resolveIn(view).innerWiring(box);
  const role = (id: string) => blockIn(box, id)?.role;
  const jacks = (ids: readonly string[]) => box.jacks.filter((jack) => ids.includes(jack.id));
  const into = (wanted: string) =>
    patch.wires.flatMap(({ from, to }) =>
      'block' in to && role(to.block) === wanted && 'jack' in from ? [from.jack] : [],
    );
  const outs = patch.wires.flatMap(({ from, to }) =>
    'block' in from && role(from.block) === 'preamp' && 'jack' in to ? [to.jack] : [],
  );
  const back = jacks(into('power')).find((jack) => jack.normalledFrom !== undefined);
  return back && outs.length > 0 ? { box, back, outs: jacks(outs), inputs: jacks(into('preamp')) } : null;
}

const isSend = ({ loops }: Box, { id }: Jack) => !loops || loops.some(({ sends }) => sends.includes(id));

const isUsed = (view: Wired, box: Box, jack: Jack) =>
  leadsAt(view, box, jack).some(({ far }) => far !== undefined);

/** WIRE-HALFLOOP: the return used and the preamp with no way out is a fault; the send used as an output is a note. */
export const halfLoop = rule<Data>({
  code: 'WIRE-HALFLOOP',
  cause: 2,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    view.boxes.flatMap((box): Found<Data>[] => {
      const loop = loopOf({ ...view, sound: null }, box);
      if (!loop) return [];
      const used = (jack: Jack) => isUsed(view, box, jack);
      const [send] = loop.outs;
      const data = { box: box.id, back: `${box.id}/${loop.back.id}`, send: `${box.id}/${send?.id ?? ''}` };
      if (used(loop.back) && !loop.outs.some(used) && loop.inputs.some(used))
        return [
          {
            severity: 'fault',
            parts: [jackPart(box, loop.back), boxPart(box)],
            data: { ...data, alone: false },
          },
        ];
      // A DI out behind the preamp is an output and no send.
      const sends = loop.outs.find((jack) => used(jack) && isSend(box, jack));
      return sends && !used(loop.back)
        ? [{ severity: 'note', parts: [jackPart(box, sends), boxPart(box)], data: { ...data, alone: true } }]
        : [];
    }),
  ),
  words: ({ data }, say) =>
    data.alone
      ? {
          text: `${say.jack(data.send)} is used as an output; nothing comes back to the return.`,
          why: 'The amplifier plays on by itself where the send does not break its loop: worth knowing when it is a line out or feeds another power stage.',
        }
      : {
          text: `${say.jack(data.back)} is used and the preamp of ${say.box(data.box)} has no way out.`,
          why: 'What is plugged into the input is heard nowhere: a plug in the return breaks the way from the preamp to the power stage.',
        },
});
