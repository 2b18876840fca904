import { boxOf, derive, jackIn, type Box, type Jack, type Wire } from '../../model';
import { isOn, resolveIn, traceIn, type Path } from '../../signal';
import { cure } from '../cure';
import { isFree, jackPart, leadsAt, type Found, type Wired } from '../finding';
import { outputPairs, type Pair } from '../pairs';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly plugged: string;
  readonly lost: 'left' | 'right';
  /** The jack of the other side, where it holds no lead; else the one whose lead is heard nowhere. */
  readonly free: string | null;
  readonly silent?: string;
};

/** Does a side come out at some jack with a lead: its own, or the other while its own is free? */
function comesOut(
  view: Wired,
  box: Box,
  wires: readonly Wire[],
  side: 'left' | 'right',
  port: Wire['from'],
): boolean {
  const isPort = (end: Wire['from']) =>
    'block' in end && 'block' in port && end.block === port.block && end.port === port.port;
  return wires.some(({ from, to, fromChannel, whileOpen }) => {
    if (!isPort(from) || (fromChannel ?? side) !== side || !('jack' in to)) return false;
    const jackOf = (id: string): Jack | undefined => jackIn(box, id);
    const open = whileOpen === undefined ? undefined : jackOf(whileOpen);
    if (open && !isFree(view, box, open)) return false;
    const jack = jackOf(to.jack);
    return jack !== undefined && !isFree(view, box, jack);
  });
}

/** Something that the signal passes in the box, ahead of the jack, makes the sides differ in this sound. */
const widens = (paths: readonly Path[], box: Box, jack: Jack) =>
  paths.some(({ sections, steps }) => {
    const at = steps.findIndex(
      (step) => step.type === 'jack' && step.box === box.id && step.jack === jack.id,
    );
    const passed = new Set(
      steps
        .slice(0, Math.max(0, at))
        .flatMap((step) => (step.type === 'block' && step.box === box.id ? [step.block] : [])),
    );
    return sections.some(
      (one) =>
        one.box === box &&
        passed.has(one.block.id) &&
        one.block.channelsOut === 2 &&
        one.block.role === 'effect' &&
        isOn(one.state),
    );
  });

const isHeardAt = (paths: readonly Path[], box: Box, jack: Jack) =>
  paths.some(({ steps }) =>
    steps.some((step) => step.type === 'jack' && step.box === box.id && step.jack === jack.id),
  );

/** Both sides have leads, and one of them leads to nothing that is heard. */
function halfHeard(paths: readonly Path[], box: Box, { left, right }: Pair): readonly Found<Data>[] {
  const [byLeft, byRight] = [isHeardAt(paths, box, left), isHeardAt(paths, box, right)];
  if (byLeft === byRight) return [];
  const [heard, silent, lost] = byLeft ? ([left, right, 'right'] as const) : ([right, left, 'left'] as const);
  if (!widens(paths, box, heard)) return [];
  const data = { box: box.id, plugged: heard.id, lost, free: null, silent: silent.id };
  return [{ severity: 'caution', parts: [jackPart(box, silent)], data }];
}

/** STEREO-LOST: one side of a stereo output has no lead and is not mixed into the other, or is heard nowhere. */
export const stereoLost = rule<Data>({
  code: 'STEREO-LOST',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const resolved = resolveIn(view);
    return view.boxes.flatMap((box) => {
      const { wires } = resolved.innerWiring(box).patch;
      return outputPairs(box, wires).flatMap(({ left, right }): readonly Found<Data>[] => {
        const { paths } = traceIn(view);
        const [noLeft, noRight] = [isFree(view, box, left), isFree(view, box, right)];
        if (!noLeft && !noRight) return halfHeard(paths, box, { left, right });
        if (noLeft === noRight || !widens(paths, box, noLeft ? right : left)) return [];
        const [lost, plugged, free] = noLeft
          ? (['left', right, left] as const)
          : (['right', left, right] as const);
        const own = wires.find(
          ({ to, fromChannel }) => 'jack' in to && to.jack === free.id && fromChannel === lost,
        );
        if (!own || comesOut(view, box, wires, lost, own.from)) return [];
        const data = { box: box.id, plugged: plugged.id, lost, free: free.id };
        return [{ severity: 'caution', parts: [jackPart(box, plugged)], data }];
      });
    });
  }),
  words: ({ data }, say) => ({
    text:
      data.silent === undefined
        ? `Only ${say.jack(`${data.box}/${data.plugged}`)} has a lead: the ${data.lost} side is lost, in ${say.sound()}.`
        : `What leaves ${say.jack(`${data.box}/${data.silent}`)} is heard nowhere: the ${data.lost} side is lost, in ${say.sound()}.`,
    why: 'What the effect puts on that side, half of its repeats maybe, is not heard anywhere.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const plugged = jackIn(box, data.plugged);
    if (!box || !plugged || data.free === null) return;
    // The other jack has both sides while this one is free, where the box is built so.
    for (const { lead, side } of leadsAt(view, box, plugged))
      yield cure(view, {
        edit: 'replug',
        arguments: { lead: lead.id, side, at: [{ box: box.id, jack: data.free }] },
      });
  },
});
