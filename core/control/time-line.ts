// One press in time: message by message, contact by contact, what has changed over by then and what sounds meanwhile.
import { derive, isAudio, switchesOf, type Box, type Reads, type Sound } from '../model';
import { inWords } from '../units';
import { atOnce, standing, worseHalfWay } from './between';
import { thingName } from './changes';
import { machineOf, type Machine, type Move } from './machine';
import {
  callsOf,
  changesOf,
  LEAST,
  MIDDLE,
  MOST,
  standsWords,
  type Changed,
  type TimeEvent,
} from './press-times';
import { inSequence, moved, standingIn, valuesIn } from './presses';
import type { Thing } from './things';

/** What sounds from there on. */
export type Heard = {
  readonly from: number;
  readonly short: string;
  readonly words: string;
  /** Worse than at both ends: silence, no preamp, two preamps. */
  readonly isWrong: boolean;
};

export type TimeLine = {
  readonly press: PressChoice;
  /** The sound that it is pressed in, and the one that it calls. */
  readonly from: Sound;
  readonly to: Sound | null;
  readonly caller: Box;
  readonly events: readonly TimeEvent[];
  readonly heard: readonly Heard[];
  /** Echoes cut off or rung on, channels that pop. */
  readonly noises: readonly string[];
  /** What the called sound wants and the press does not give. */
  readonly lacks: readonly string[];
  /** Boxes that change, and nobody knows how long they take: taken to be at once. */
  readonly unknown: readonly Box[];
  /** Until everything has changed over, ms; and the least and the most that it may be. */
  readonly ms: number;
  readonly range: readonly [number, number];
};

/** A press to look at. */
export type PressChoice = {
  readonly id: string;
  /** `UNIT A: calls Lead` */
  readonly words: string;
};

type ForTime = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'songs' | 'switchPlan' | 'sound'>;

const idOf = ({ box, footSwitch, bank }: Move): string => `${box.id}/${footSwitch.id}/${bank}`;

/** Does a press change more than the bank? */
const sounds = ({ things }: Machine, { calls, turns }: Move): boolean =>
  calls !== null || turns.some(([cell]) => cell < things.length);

function pressWords(of: ForTime, { things }: Machine, move: Move): string {
  const { box, footSwitch, bank, calls, turns } = move;
  const label = switchesOf(box).length === 1 ? '' : ` ${footSwitch.label}`;
  const called = of.sounds.find(({ id }) => id === calls);
  const turned = turns.flatMap(([cell]) => things[cell] ?? []).map(thingName);
  return `${box.tag}${label}${bank > 0 ? `, bank ${bank + 1}` : ''}: ${called ? `calls ${called.name}` : inWords(turned)}`;
}

/** Every press that is heard, as a list to choose from; calls first. */
export function pressChoices(of: ForTime): readonly PressChoice[] {
  const machine = machineOf(of, of.switchPlan);
  return machine.moves
    .filter((move) => sounds(machine, move))
    .map((move) => ({ id: idOf(move), words: pressWords(of, machine, move) }));
}

/** One microsecond: what comes within it comes at once. */
const AT_ONCE_MS = 0.001;

/** Changes that come at once, in the order of time. */
function inSteps(changes: readonly Changed[]): readonly (readonly Changed[])[] {
  const steps: Changed[][] = [];
  for (const one of [...changes].sort((a, b) => a.event.until - b.event.until)) {
    const step = steps.at(-1);
    if (step?.[0] && one.event.until - step[0].event.until < AT_ONCE_MS) step.push(one);
    else steps.push([one]);
  }
  return steps;
}

/** What sounds from the press on. @param end what it comes to, in words */
function heardOf(
  of: ForTime,
  from: Sound,
  was: ReadonlyMap<Thing, string>,
  changes: readonly Changed[],
  end: Omit<Heard, 'from' | 'isWrong'>,
): readonly Heard[] {
  // What carries no sound is not heard when it changes.
  const steps = inSteps(changes.filter(({ thing }) => thing.box.jacks.some(isAudio)));
  const whole = new Map([...was, ...changes.map(({ thing, value }) => [thing, value] as const)]);
  const values = new Map(was);
  const changed = new Set<string>();
  return [
    { from: 0, short: from.name, words: from.name, isWrong: false },
    ...steps.map((step, i): Heard => {
      for (const { thing, value } of step) {
        values.set(thing, value);
        changed.add(thing.box.tag);
      }
      const at = step[0]?.event.until ?? 0;
      if (i === steps.length - 1) return { from: at, ...end, isWrong: false };
      const wrong = worseHalfWay(of, from, standing(from, whole), standing(from, values));
      const told = `${[...changed].join(', ')} changed`;
      return {
        from: at,
        short: wrong[0] ?? told,
        words: wrong.length > 0 ? `${inWords(wrong)}: ${told}` : told,
        isWrong: wrong.length > 0,
      };
    }),
  ];
}

/** The press that is looked at: the one asked for, else the one that calls the sound in force, else the first. */
const pressOf = (of: ForTime, machine: Machine, asked: string | null): Move | undefined =>
  machine.moves.find((move) => idOf(move) === asked && sounds(machine, move)) ??
  machine.moves.find(({ calls }) => calls !== null && calls === of.sound?.id) ??
  machine.moves.find((move) => sounds(machine, move));

/** The sound it is pressed in: the one asked for, else the one in force, or where that is called the one before it. */
function pressedIn(of: ForTime, { calls }: Move, asked: string | null): Sound | undefined {
  const own = of.sounds.find(({ id }) => id === asked) ?? of.sound ?? undefined;
  if (own && (own.id === asked || own.id !== calls)) return own;
  const sequence = inSequence(of);
  const at = sequence.findIndex(({ id }, i) => id === calls && i > 0 && sequence[i - 1]?.id !== calls);
  return sequence[at - 1] ?? of.sounds.find(({ id }) => id !== calls) ?? of.sounds[0];
}

/** Which press, and the sound it is pressed in; null: as is told by the sound in force. */
export type TimeAsk = { readonly press: string | null; readonly from: string | null };

const lacksOf = (machine: Machine, to: number, after: ReadonlyMap<Thing, string>): readonly string[] =>
  machine.things.flatMap((thing) => {
    const want = thing.wants[to] ?? null;
    if (want === null || want === after.get(thing)) return [];
    return [standsWords(thing, want)];
  });

/** What comes at once is told in the order of cause. */
const ORDER: readonly TimeEvent['kind'][] = ['message', 'contact', 'change'];

/** A contact that switches several things is one event. */
const distinct = (events: readonly TimeEvent[]): TimeEvent[] => [
  ...new Map(
    events.map((event) => [`${event.kind} ${event.box.id} ${event.words} ${event.until}`, event]),
  ).values(),
];

const OF = ['boxes', 'leads', 'variant', 'sounds', 'songs', 'switchPlan', 'sound'] as const;

/** One press in time; null: there is no switch that is heard, or no sound to press it in. */
export const timeLineOf = derive(
  OF,
  (of: ForTime, press: string | null, inSound: string | null): TimeLine | null => {
    const machine = machineOf(of, of.switchPlan);
    const move = pressOf(of, machine, press);
    const from = move && pressedIn(of, move, inSound);
    if (!move || !from) return null;
    const to = of.sounds.find(({ id }) => id === move.calls) ?? null;
    const begin = standingIn(machine, of.sounds.indexOf(from));
    // Its bank is taken to be chosen: that was another press.
    const state = begin.map((value, cell) => (cell === move.in ? move.bank : value));
    const [was, after] = [valuesIn(machine, state), valuesIn(machine, moved(state, move) ?? state)];
    const changed = new Map([...after].filter(([thing, value]) => was.get(thing) !== value));
    const calls = callsOf(of, move.box, to);
    const [changes, least, most] = [MIDDLE, LEAST, MOST].map((pick) =>
      changesOf(of, move, calls, changed, pick),
    );
    const endOf = (all: readonly Changed[] = []) =>
      Math.max(0, ...calls.messages.map(({ until }) => until), ...all.map(({ event }) => event.until));
    const lacks = to ? lacksOf(machine, of.sounds.indexOf(to), after) : [];
    const name = to?.name ?? inWords([...changed].map(([thing, value]) => standsWords(thing, value)));
    const events = [
      ...calls.messages,
      ...(changes ?? []).flatMap(({ event, contact }) => (contact ? [contact, event] : [event])),
    ];
    return {
      press: { id: idOf(move), words: pressWords(of, machine, move) },
      from,
      to,
      caller: move.box,
      events: distinct(events).sort(
        (a, b) => a.from - b.from || a.until - b.until || ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind),
      ),
      heard: heardOf(of, from, was, changes ?? [], {
        short: lacks.length > 0 ? `${name}, ${lacks.length} lacking` : name,
        words: lacks.length > 0 ? `${name}, but for ${inWords(lacks)}` : name,
      }),
      noises: to ? atOnce(of, from, to).map(({ text }) => text) : [],
      lacks,
      unknown: [...new Set([...changed.keys()].map(({ box }) => box))].filter(({ changeMs }) => !changeMs),
      ms: endOf(changes),
      range: [endOf(least), endOf(most)],
    };
  },
);
