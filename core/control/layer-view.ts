// What layer Control tells beside the map: each lead, what is not reached, and one press in words.
import { derive, type JackEnd, type Part, type Reads } from '../model';
import { carriedIn } from './carried';
import { notReachedIn } from './not-reached';
import { pressChoices, timeLineOf, type PressChoice, type TimeLine } from './time-line';

export type ControlView = {
  readonly leads: readonly {
    readonly id: string;
    readonly number: number;
    readonly from: string;
    readonly to: string;
    readonly flows: boolean;
    readonly what: readonly string[];
    readonly trouble: string;
  }[];
  readonly notReached: readonly {
    readonly box: string;
    readonly name: string;
    readonly wants: string;
    readonly why: string;
  }[];
  readonly presses: readonly PressChoice[];
  /** The press that is looked at, and the sound it is pressed in; null: there is none. */
  readonly press: { readonly id: string; readonly from: string } | null;
  /** The press in words, in the order of time. */
  readonly lines: readonly {
    readonly at: string;
    readonly words: string;
    readonly isWrong: boolean;
    /** What it happens to; null: it is what sounds. */
    readonly part: Part | null;
  }[];
  readonly noises: readonly string[];
  readonly lacks: readonly string[];
  /** Boxes of which nobody knows how long they take. */
  readonly unknown: readonly { readonly id: string; readonly name: string }[];
  /** All of it in one sentence; empty: there is no press. */
  readonly caption: string;
};

/** `0.64`, `6.3`: to a hundredth under ten. */
export const msOf = (ms: number): string => String(Number(ms.toFixed(ms < 9.995 ? 2 : 1)));

const rounded = (ms: number): string => String(Number(ms.toPrecision(2)));

/** `all has changed over 36 ms after the press, 7 to 91`, and what is worse meanwhile or lacking. */
export function timeWords({ ms, range, heard, lacks, noises, events }: TimeLine): string {
  if (events.length === 0) return 'nothing changes by it';
  const wrong = heard.find(({ isWrong }) => isWrong);
  const [least, most] = range.map(rounded);
  return [
    `all has changed over ${rounded(ms)} ms after the press${least === most ? '' : `, it may be ${least ?? ''} to ${most ?? ''}`}`,
    ...(wrong ? [`meanwhile ${wrong.words}`] : []),
    ...(lacks.length > 0 ? [`left to hands: ${lacks.join(', ')}`] : []),
    ...noises,
  ].join('; ');
}

const endName = (end: JackEnd | null): string => (end ? `${end.jack.label} of ${end.box.name}` : 'loose');

function linesOf({ events, heard }: TimeLine): ControlView['lines'] {
  return [
    ...events.map(({ kind, from, until, words, part }) => ({
      ms: kind === 'message' ? from : until,
      words,
      isWrong: false,
      part,
    })),
    ...heard.map(({ from, words, isWrong }) => ({
      ms: from,
      words: `sounds: ${words}`,
      isWrong,
      part: null,
    })),
  ]
    .sort((a, b) => a.ms - b.ms)
    .map(({ ms, ...one }) => ({ ...one, at: `${msOf(ms)} ms` }));
}

const OF = ['boxes', 'leads', 'variant', 'sounds', 'songs', 'switchPlan', 'sound'] as const;

/**
 * Everything that layer Control tells of a rig.
 * @param press that is looked at, by its id @param from the sound it is pressed in; null: as the sound in force says
 */
export const controlView = derive(
  OF,
  (of: Reads<(typeof OF)[number]>, press: string | null, from: string | null): ControlView => {
    const line = timeLineOf(of, press, from);
    return {
      leads: carriedIn(of).map(({ lead, from: out, to, flows, what, trouble }) => ({
        id: lead.id,
        number: lead.number,
        from: endName(out),
        to: endName(to),
        flows,
        what,
        trouble,
      })),
      notReached: notReachedIn(of).map(({ box, wants, why }) => ({
        box: box.id,
        name: box.name,
        wants,
        why,
      })),
      presses: pressChoices(of),
      press: line && { id: line.press.id, from: line.from.id },
      lines: line ? linesOf(line) : [],
      noises: line?.noises ?? [],
      lacks: line?.lacks ?? [],
      unknown: (line?.unknown ?? []).map(({ id, name }) => ({ id, name })),
      caption: line ? timeWords(line) : '',
    };
  },
);
