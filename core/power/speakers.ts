// Loudspeaker outputs and the runs that speaker level goes by.
import { blockIn, derive, endAt, plugsAt, type Box, type Jack, type JackEnd, type Lead } from '../model';
import { joinedInside, resolveIn, type ForSignal } from '../signal';

/** Outputs of one power stage that drive loudspeakers, taken together: taps of one transformer. */
export type Amplifier = { readonly box: Box; readonly taps: readonly Jack[] };

export const isThrough = (box: Box, jack: Jack): boolean => joinedInside(box, jack.id).length > 0;

const wiresOf = (box: Box) => box.patches.find(({ id }) => id === box.patch)?.wires ?? [];

/** The block a jack is fed by, by the wiring at rest. */
const fedBy = (box: Box, jack: Jack): string => {
  const from = wiresOf(box).find(({ to }) => 'jack' in to && to.jack === jack.id)?.from;
  return from && 'block' in from ? from.block : '';
};

/** Every power stage with its taps: each side of a stereo amplifier is one of its own. */
export const amplifiers = derive(['boxes'], ({ boxes }): readonly Amplifier[] =>
  boxes.flatMap((box) => {
    const stages = new Map<string, Jack[]>();
    for (const jack of box.jacks) {
      if (jack.direction !== 'out' || jack.speaker === undefined || isThrough(box, jack)) continue;
      // A switcher or an attenuator has no stage of its own.
      if (box.jacks.some((other) => other.direction === 'in' && other.speaker)) continue;
      const stage = fedBy(box, jack);
      stages.set(stage, [...(stages.get(stage) ?? []), jack]);
    }
    return [...stages.values()].map((taps) => ({ box, taps }));
  }),
);

/** A lead out of a jack that carries what a loudspeaker output gives, and where it ends. */
export type SpeakerRun = { readonly lead: Lead; readonly from: JackEnd; readonly to: JackEnd };

export const runsFrom = (of: ForSignal, box: Box, jack: Jack): readonly SpeakerRun[] =>
  plugsAt(of, { box: box.id, jack: jack.id }).flatMap(({ lead, far }) => {
    const to = endAt(of, far);
    return to ? [{ lead, from: { box, jack }, to }] : [];
  });

/** A Y passes on whatever comes in. */
export const isTail = ({ box }: JackEnd): boolean => box.part === 'lead';

/** Outputs of a speaker switcher that the input is joined to by the position in force. */
function switched(of: ForSignal, { box, jack }: JackEnd): readonly Jack[] {
  if (jack.speaker?.switching === undefined) return [];
  const wires = wiresOf(box);
  return wires.flatMap(({ from, to }): readonly Jack[] => {
    const block =
      'jack' in from && from.jack === jack.id && 'block' in to ? blockIn(box, to.block) : undefined;
    if (!block) return [];
    const { passes } = resolveIn(of).blockState(box, block).state;
    return wires.flatMap((wire) => {
      if (!('block' in wire.from) || wire.from.block !== block.id || !('jack' in wire.to)) return [];
      const out = wire.to.jack;
      return passes && !passes.includes(wire.from.port) ? [] : box.jacks.filter(({ id }) => id === out);
    });
  });
}

/** Jacks of a box that hand on what comes in here as it is: through jacks, the other tails of a Y, what a switcher has joined. */
export function handsOn(of: ForSignal, end: JackEnd): readonly Jack[] {
  const { box, jack } = end;
  const wired = joinedInside(box, jack.id).filter(({ direction }) => direction !== 'in');
  const made = box.jacks.filter(
    (other) => other !== jack && other.carries === 'speaker' && /^(?:through|both)$/.test(other.direction),
  );
  return jack.speaker ? [...new Set([...wired, ...made, ...switched(of, end)])] : wired;
}

/** Where an attenuator gives on what it leaves. */
export const attenuated = ({ box, jack }: JackEnd): readonly Jack[] =>
  jack.speaker?.isLoad === 'with-cabinet'
    ? box.jacks.filter(
        (other) => other.carries === 'speaker' && other.direction === 'out' && !isThrough(box, other),
      )
    : [];

/**
 * Every run that speaker level goes by from this output: straight, by the tails of a Y, by through jacks, behind a switcher or
 * an attenuator.
 */
export function speakerRuns(
  of: ForSignal,
  box: Box,
  jack: Jack,
  seen: ReadonlySet<string> = new Set(),
): readonly SpeakerRun[] {
  const here = `${box.id}/${jack.id}`;
  if (seen.has(here)) return [];
  const passed = new Set([...seen, here]);
  return runsFrom(of, box, jack).flatMap((run) => {
    const { to } = run;
    const onward = isTail(to) || to.jack.speaker ? [...handsOn(of, to), ...attenuated(to)] : [];
    const back = new Set([...passed, `${to.box.id}/${to.jack.id}`]);
    return [run, ...onward.flatMap((other) => speakerRuns(of, to.box, other, back))];
  });
}

/** Speaker level comes in where nothing is made for it: no load, no tap, no Y, and no other speaker output. */
export const isUnfit = ({ to }: SpeakerRun): boolean => !isTail(to) && to.jack.speaker === undefined;

/** Does it only listen to speaker level, and take no power? */
export const isTap = ({ jack: { direction, speaker } }: JackEnd): boolean =>
  direction === 'in' && speaker?.isLoad === 'never' && speaker.switching === undefined;

/** Loads that nothing is plugged into. */
export const freeLoads = (of: Omit<ForSignal, 'sound'>): readonly JackEnd[] =>
  of.boxes.flatMap((box) =>
    box.jacks.flatMap((jack) =>
      jack.speaker?.isLoad === 'always' &&
      jack.direction === 'in' &&
      plugsAt(of, { box: box.id, jack: jack.id }).length === 0
        ? [{ box, jack }]
        : [],
    ),
  );

/**
 * Jacks that hand on the speaker level of an amplifier, or what an attenuator leaves of it, with the plugs in them: what
 * is free wants a load behind it.
 */
export const throughs = (of: ForSignal, { box, taps }: Amplifier) =>
  taps
    .flatMap((tap) => speakerRuns(of, box, tap))
    .flatMap(({ to }) => [...handsOn(of, to), ...attenuated(to)].map((jack) => ({ box: to.box, jack })))
    .map((end) => ({ end, plugs: plugsAt(of, { box: end.box.id, jack: end.jack.id }) }));

export const ratio = (a: number, b: number): number => Math.max(a / b, b / a);
