// What levels jacks are made for, in the modes they are in: mic, instrument, line.
import { takesLine, type Jack, type JackMode } from '../model';

export type NominalLevel = 'mic' | 'instrument' | 'line';

const LEVELS: readonly NominalLevel[] = ['mic', 'instrument', 'line'];

/** Nominal levels in dBu: mic is under the first, line over the second; instruments lie between, and a little over into line. */
const BOUNDS = { mic: -25, line: -12, instrument: -8 } as const;

/** The levels a jack is made for in its mode: a range of nominal levels may reach over several (a loop of -20 … +4 dBu). */
function levelsOf(jack: Jack, mode: JackMode | undefined): readonly NominalLevel[] {
  const named = LEVELS.find((level) => level === mode?.id);
  if (named) return [named];
  if (jack.carries === 'mic' || jack.carries === 'instrument') return [jack.carries];
  if (jack.carries !== 'line') return [];
  const nominal = mode?.nominalDbu;
  if (!nominal) return ['line'];
  const [low, high] = [nominal.low ?? nominal.value, nominal.high ?? nominal.value];
  return LEVELS.filter((level) =>
    level === 'mic'
      ? low < BOUNDS.mic
      : level === 'line'
        ? high > BOUNDS.line
        : high >= BOUNDS.mic && low <= BOUNDS.instrument,
  );
}

/** A mic input is made for so many times less than it is itself, in ohms: more loads the source down. */
const BRIDGING = 5;

/** Does the output drive this mic input without being loaded down? A pickup does not, and what is not known may not. */
function drives(out: JackMode | undefined, input: JackMode | undefined): boolean {
  const [source, load] = [out?.rOut?.value, input?.rIn?.value];
  return source !== undefined && load !== undefined && source * BRIDGING <= load;
}

const isPlain = (jack: Jack) => jack.carries === 'instrument' && jack.modes.length <= 1;

/** A jack in the mode that it is in. */
export type JackInMode = { readonly jack: Jack; readonly mode: JackMode | undefined };

/**
 * What an output gives and an input hears, where the two do not go together; null: they do, or nothing is known of one.
 */
export function unlikeLevels(
  from: JackInMode,
  to: JackInMode,
): { readonly gives: readonly NominalLevel[]; readonly hears: readonly NominalLevel[] } | null {
  // Most jacks are for instruments, in every mode they have.
  if (isPlain(from.jack) && isPlain(to.jack)) return null;
  const [gives, hears] = [levelsOf(from.jack, from.mode), levelsOf(to.jack, to.mode)];
  if (gives.length === 0 || hears.length === 0 || gives.some((level) => hears.includes(level))) return null;
  if (gives.join() === 'instrument' && hears.includes('mic') && drives(from.mode, to.mode)) return null;
  // What stands a line level is not hurt by one, whatever it is called.
  if (gives.includes('line') && hears.includes('instrument') && takesLine(to.mode)) return null;
  return { gives, hears };
}

/** The louder the later: of two lists of levels, which reaches higher. */
export const loudness = (levels: readonly NominalLevel[]): number => LEVELS.indexOf(levels.at(-1) ?? 'line');
