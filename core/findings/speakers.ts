// Loudspeaker outputs and what takes their power.
import { endAt, type Box, type Jack, type JackEnd, type Lead } from '../model';
import { joinedInside } from '../signal';
import { everyJack, isFree, leadsAt, type Wired } from './finding';

/** Outputs of one amplifier that drive loudspeakers, taken together: taps of one transformer. */
export type Amplifier = { readonly box: Box; readonly taps: readonly Jack[] };

const isThrough = (box: Box, jack: Jack) => joinedInside(box, jack.id).length > 0;

/** The block a jack is fed by, by the wiring at rest. */
const fedBy = (box: Box, jack: Jack): string => {
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  const from = wires.find(({ to }) => 'jack' in to && to.jack === jack.id)?.from;
  return from && 'block' in from ? from.block : '';
};

/** Every output stage with its taps: each side of a stereo amplifier is one of its own. */
export const amplifiers = (view: Wired): readonly Amplifier[] =>
  view.boxes.flatMap((box) => {
    const stages = new Map<string, Jack[]>();
    for (const jack of box.jacks) {
      if (jack.direction !== 'out' || jack.speaker === undefined || isThrough(box, jack)) continue;
      const stage = fedBy(box, jack);
      stages.set(stage, [...(stages.get(stage) ?? []), jack]);
    }
    return [...stages.values()].map((taps) => ({ box, taps }));
  });

/** A lead out of a jack that carries what a loudspeaker output gives, and where it ends. */
type SpeakerRun = { readonly lead: Lead; readonly from: JackEnd; readonly to: JackEnd };

const runsFrom = (view: Wired, box: Box, jack: Jack): readonly SpeakerRun[] =>
  leadsAt(view, box, jack).flatMap(({ lead, far }) => {
    const to = endAt(view, far);
    return to ? [{ lead, from: { box, jack }, to }] : [];
  });

/** A Y passes on whatever comes in. */
const isTail = ({ box }: JackEnd) => box.part === 'lead';

/** Jacks of a box that hand on what comes in here as it is: through jacks, the other tails of a Y. */
const handsOn = ({ box, jack }: JackEnd): readonly Jack[] => {
  const wired = joinedInside(box, jack.id).filter(({ direction }) => direction !== 'in');
  const made = box.jacks.filter(
    (other) => other !== jack && other.carries === 'speaker' && /^(?:through|both)$/.test(other.direction),
  );
  return jack.speaker ? [...new Set([...wired, ...made])] : wired;
};

/** Where an attenuator gives on what it leaves. */
const attenuated = ({ box, jack }: JackEnd): readonly Jack[] =>
  jack.speaker?.isLoad === 'with-cabinet'
    ? box.jacks.filter(
        (other) => other.carries === 'speaker' && other.direction === 'out' && !isThrough(box, other),
      )
    : [];

/**
 * Every run that speaker level goes by from this output: straight, by the tails of a Y, by through jacks, behind an
 * attenuator.
 */
export function speakerRuns(
  view: Wired,
  box: Box,
  jack: Jack,
  seen: ReadonlySet<string> = new Set(),
): readonly SpeakerRun[] {
  const here = `${box.id}/${jack.id}`;
  if (seen.has(here)) return [];
  const passed = new Set([...seen, here]);
  return runsFrom(view, box, jack).flatMap((run) => {
    const { to } = run;
    const onward = isTail(to) || to.jack.speaker ? [...handsOn(to), ...attenuated(to)] : [];
    const back = new Set([...passed, `${to.box.id}/${to.jack.id}`]);
    return [run, ...onward.flatMap((other) => speakerRuns(view, to.box, other, back))];
  });
}

/** Speaker level comes in where nothing is made for it: no load, no tap, no Y, and no other speaker output. */
export const isUnfit = ({ to }: SpeakerRun): boolean => !isTail(to) && to.jack.speaker === undefined;

/**
 * Jacks that dissipate what comes out of this output: cabinets, loads, attenuators whose own cabinet is there,
 * reached through the through jacks of what stands between and the tails of a Y. A tap is no load.
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
  return runsFrom(view, box, jack).flatMap(({ to: end }) => {
    const { speaker } = end.jack;
    if ((!speaker && !isTail(end)) || end.jack.direction === 'out') return [];
    const back = new Set([...passed, `${end.box.id}/${end.jack.id}`]);
    const behind = (jacks: readonly Jack[]) => jacks.flatMap((other) => loadsOn(view, end.box, other, back));
    // An attenuator is the load itself, as long as a cabinet hangs behind it; a through jack puts loads side by side.
    if (speaker?.isLoad === 'with-cabinet') return behind(attenuated(end)).length > 0 ? [end] : [];
    const beside = behind(handsOn(end));
    return speaker?.isLoad === 'always' ? [end, ...beside.filter((load) => load.box !== end.box)] : beside;
  });
}

export const freeLoads = (view: Wired): readonly JackEnd[] =>
  everyJack(view).filter(
    ({ box, jack }) =>
      jack.speaker?.isLoad === 'always' && jack.direction === 'in' && isFree(view, box, jack),
  );

/** Free jacks that hand on the speaker level of an amplifier: what wants a load behind it. */
export const freeThroughs = (view: Wired, { box, taps }: Amplifier): readonly JackEnd[] =>
  taps
    .flatMap((tap) => speakerRuns(view, box, tap))
    .flatMap(({ to }) => handsOn(to).map((jack) => ({ box: to.box, jack })))
    .filter((end) => isFree(view, end.box, end.jack));

export const ratio = (a: number, b: number) => Math.max(a / b, b / a);
