import { jackIn, type Block, type Box, type JackRef } from '../model';
import { blocksOf, isWired, jackInto, jacksOn, jacksOutOf, ref, wiresOf } from './inside-box';

/** An amplifier as routings see it. */
export type Amplifier = {
  readonly box: Box;
  readonly input: JackRef;
  /** null: no effects loop, or only one beside the dry sound. */
  readonly loop: { readonly send: JackRef; readonly back: JackRef } | null;
  /** Why there is none. */
  readonly noLoop: string;
  readonly taps: readonly { readonly at: JackRef; readonly ohm: number | null }[];
  /** The air of a loudspeaker inside; null: there is none. */
  readonly air: JackRef | null;
  /** A line-level output tapped after the return; null: there is none. */
  readonly lineOut: JackRef | null;
};

/** Does the preamp reach the power stage inside, with a loop that is used beside it? */
function passesBy(box: Box, preamp: Block, power: Block): boolean {
  if (!box.loops?.length) return false;
  const wires = wiresOf(box);
  const reached = new Set([preamp.id]);
  for (const id of reached)
    for (const { from, to } of wires)
      if ('block' in from && from.block === id && 'block' in to) reached.add(to.block);
  return reached.has(power.id);
}

/** A box with a preamp and a power stage; null for any other. */
export function amplifierOf(box: Box): Amplifier | null {
  const [preamp, power] = [blocksOf(box, 'preamp')[0], blocksOf(box, 'power')[0]];
  const input = preamp && ref(box, jackInto(box, preamp));
  if (!preamp || !power || !input) return null;
  const said = box.loops?.[0];
  const send = ref(box, jackIn(box, said?.sends[0]) ?? jacksOutOf(box, preamp).filter(isWired)[0]);
  const back = ref(box, jackIn(box, said?.returns[0]) ?? jackInto(box, power));
  const speaker = blocksOf(box, 'speaker')[0];
  // With a loudspeaker of its own it wants no other: its speaker jack is for one beside it.
  const taps = speaker ? [] : jacksOutOf(box, power).filter((jack) => jack.carries === 'speaker');
  const dry = passesBy(box, preamp, power);
  return {
    box,
    input,
    loop: send && back && !dry ? { send, back } : null,
    noLoop: dry
      ? `${box.name} has its loop in parallel: the dry sound would go by beside the unit.`
      : `${box.name} has no effects loop.`,
    taps: taps.map((jack) => ({ at: { box: box.id, jack: jack.id }, ohm: jack.speaker?.ohm?.value ?? null })),
    air: speaker ? ref(box, jacksOutOf(box, speaker)[0]) : null,
    lineOut: back ? ref(box, jacksOn(box, back.jack).filter((jack) => jack.carries === 'line')[0]) : null,
  };
}
