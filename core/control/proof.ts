// The proof before anybody kneels on the floor: what is set in the senders goes byte by byte to simulated receivers.
import {
  displayOf,
  lampOf,
  POWERED_UP,
  readProgram,
  receiveAll,
  wireMs,
  type LogLine,
  type ReceiverFacts,
  type ReceiverState,
} from '../midi';
import { blockIn, blockWords, derive, type Box, type Reads, type Sound } from '../model';
import { statesIn } from '../signal';
import { controlCalls, messagesOf, receiversIn, type ForMessages } from './messages';
import { arrives, hearingsIn } from './midi-net';
import { followings } from './presses';
import { sentBy } from './sending';
import { stateBy } from './sent';

/** What a simulated box goes by: its own facts. */
export function receiverFacts(box: Box): ReceiverFacts {
  const { midi = {} } = box;
  const lamps = new Map<number, string>();
  for (const { states } of box.blocks)
    for (const { name, program } of states) {
      const place = program === undefined ? null : readProgram(midi, program);
      if (place && 'index' in place) lamps.set(place.index, name);
    }
  return {
    channel: midi.channel ?? 1,
    counting: midi,
    banking: midi,
    lamps,
    controls: (midi.ccs ?? []).map(({ id: heard, cc, does, block: id, control }) => {
      const block = blockIn(box, id);
      const knob = box.controls.find((one) => one.id === control);
      return { id: heard, cc, does, name: block?.name ?? knob?.label ?? does.replace('-', ' ') };
    }),
  };
}

/** A receiver after a sound was called. */
export type Shown = {
  readonly box: string;
  readonly name: string;
  readonly tag: string;
  readonly display: string;
  readonly lamp: string;
  readonly log: readonly LogLine[];
  /** What is not as the sound wants it; empty: it lands. */
  readonly faults: readonly string[];
};

export type Step = {
  /** By its place; −1: from power-up. */
  readonly from: number;
  readonly to: number;
  readonly shown: readonly Shown[];
  readonly bytes: readonly number[];
  readonly ms: number;
  readonly lands: boolean;
};

type Standing = ReadonlyMap<Box, ReceiverState>;

/** What a receiver should be by a sound and is not. */
function faultsOf(of: ForMessages, sound: Sound, box: Box, facts: ReceiverFacts, state: ReceiverState) {
  const call = messagesOf(of, sound).programs.find(({ receiver }) => receiver === box);
  const faults: string[] = [];
  const display = displayOf(facts, state);
  if (call) {
    const wanted = readProgram(box.midi ?? {}, call.shows);
    if (!('index' in wanted) || state.place !== wanted.index)
      faults.push(`shows ${display}, is to show ${call.shows}`);
  }
  const { blockState } = statesIn({ ...of, sound });
  const lamp = lampOf(facts, state);
  for (const block of box.blocks) {
    const want = blockState(box, block).state;
    if (want.program !== undefined && call && lamp !== '' && lamp !== want.name)
      faults.push(`lamp ${lamp}, ${want.name} is wanted`);
  }
  for (const { hears } of controlCalls(of, sound, box)) {
    const block = blockIn(box, hears.block);
    if (!block) continue;
    const isOn = state.switched.get(hears.id);
    const want = blockState(box, block).state;
    const is = isOn === undefined ? null : stateBy(box, hears, isOn);
    if (is !== want.id)
      faults.push(`${blockWords(box, block)} is ${is ?? 'unknown'}, ${want.name} is wanted`);
  }
  return faults;
}

/** A sound called: every receiver takes what reaches it, in the order in which it is sent. */
function called(
  of: ForMessages,
  sound: Sound,
  before: Standing,
): { shown: readonly Shown[]; after: Standing; bytes: readonly number[] } {
  const sent = sentBy(of, sound);
  const after = new Map(before);
  const shown = receiversIn(of).map((box): Shown => {
    const facts = receiverFacts(box);
    const senders = new Set(
      hearingsIn(of).flatMap((one) => (one.receiver === box && arrives(one) ? [one.sender] : [])),
    );
    const bytes = sent.flatMap((message) => (senders.has(message.sender) ? message.bytes : []));
    const { state, log } = receiveAll(facts, before.get(box) ?? POWERED_UP, bytes);
    after.set(box, state);
    return {
      box: box.id,
      name: box.name,
      tag: box.tag,
      display: displayOf(facts, state),
      lamp: lampOf(facts, state),
      log,
      faults: faultsOf(of, sound, box, facts, state),
    };
  });
  return { shown, after, bytes: sent.flatMap((message) => message.bytes) };
}

export type Proof = {
  readonly sounds: readonly { readonly id: string; readonly name: string }[];
  readonly steps: readonly Step[];
  /** Is anything called over MIDI at all? */
  readonly isAny: boolean;
};

const OF = ['boxes', 'leads', 'variant', 'sounds', 'songs'] as const;

/** Every sound from power-up, then every change of the set, on receivers that take the bytes one by one. */
export const proveSounds = derive(OF, (of: Reads<(typeof OF)[number]>): Proof => {
  const step = (from: number, to: number): Step | null => {
    const [was, sound] = [of.sounds[from], of.sounds[to]];
    if (!sound) return null;
    const standing = was ? called(of, was, new Map()).after : new Map<Box, ReceiverState>();
    const { shown, bytes } = called(of, sound, standing);
    return {
      from,
      to,
      shown,
      bytes,
      ms: wireMs(bytes.length),
      lands: shown.every(({ faults }) => faults.length === 0),
    };
  };
  const steps = [
    ...of.sounds.map((_, to) => step(-1, to)),
    ...followings(of).map(({ from, to }) => step(from, to)),
  ].flatMap((one) => one ?? []);
  return {
    sounds: of.sounds.map(({ id, name }) => ({ id, name })),
    steps,
    isAny: steps.some(({ bytes }) => bytes.length > 0),
  };
});

/** `every sound lands, from power-up and over 7 changes`, or how many do not. */
export function proofWords({ steps, isAny }: Proof): string {
  if (!isAny) return 'No sound sends anything yet.';
  const wrong = steps.filter(({ lands }) => !lands).length;
  const changes = steps.filter(({ from }) => from >= 0).length;
  const over = `${steps.length - changes} from power-up and ${changes} from one to the next`;
  return wrong === 0
    ? `All ${steps.length} calls land: ${over}.`
    : `${wrong} of ${steps.length} calls do not land: ${over}.`;
}
