// Loudspeaker outputs and what takes their power.
import { endAt, type Box, type Jack, type JackEnd } from '../model';
import { resolveIn } from '../signal';
import { everyJack, isFree, leadsAt, type Wired } from './finding';

/** Outputs of one amplifier that drive loudspeakers, taken together: taps of one transformer. */
export type Amplifier = { readonly box: Box; readonly taps: readonly Jack[] };

export const amplifiers = (view: Wired): readonly Amplifier[] =>
  view.boxes.flatMap((box) => {
    const taps = box.jacks.filter((jack) => jack.direction === 'out' && jack.speaker !== undefined);
    return taps.length === 0 ? [] : [{ box, taps }];
  });

/** The far ends of the leads in a speaker output. */
const farEnds = (view: Wired, box: Box, jack: Jack): readonly JackEnd[] =>
  leadsAt(view, box, jack).flatMap(({ far }) => endAt(view, far) ?? []);

/** Joined inside by nothing but a wire, or made as a through jack. */
const isThrough = (view: Wired, box: Box, jack: Jack, other: Jack): boolean =>
  other.direction !== 'out' ||
  resolveIn({ ...view, sound: null })
    .innerWiring(box)
    .patch.wires.some(
      ({ from, to }) => 'jack' in from && 'jack' in to && from.jack === jack.id && to.jack === other.id,
    );

/**
 * Jacks that dissipate what comes out of this output: cabinets, loads, attenuators whose own cabinet is there,
 * reached through the through jacks of what stands between. A tap is no load.
 */
export function loadsOn(
  view: Wired,
  box: Box,
  jack: Jack,
  seen: ReadonlySet<string> = new Set(),
): readonly JackEnd[] {
  const here = `${box.id}/${jack.id}`;
  if (seen.has(here)) return [];
  const passed = new Set([...seen, here]);
  return farEnds(view, box, jack).flatMap((end) => {
    const { speaker } = end.jack;
    if (!speaker || end.jack.direction === 'out') return [];
    const behind = (jacks: readonly Jack[]) =>
      jacks.flatMap((other) => loadsOn(view, end.box, other, passed));
    const others = end.box.jacks.filter(
      (other) => other !== end.jack && other.carries === 'speaker' && other.direction !== 'in',
    );
    // An attenuator is the load itself, as long as a cabinet hangs behind it; a through jack puts loads side by side.
    if (speaker.isLoad === 'with-cabinet') return behind(others).length > 0 ? [end] : [];
    const beside = behind(others.filter((other) => isThrough(view, end.box, end.jack, other)));
    return speaker.isLoad === 'always' ? [end, ...beside.filter((load) => load.box !== end.box)] : beside;
  });
}

export const freeLoads = (view: Wired): readonly JackEnd[] =>
  everyJack(view).filter(
    ({ box, jack }) =>
      jack.speaker?.isLoad === 'always' && jack.direction === 'in' && isFree(view, box, jack),
  );

export const ratio = (a: number, b: number) => Math.max(a / b, b / a);
