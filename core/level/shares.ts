// Whose the noise at the end of a way is, and what a gate could silence of it.
import { derive, type Box } from '../model';
import { isOn, type Path } from '../signal';
import { levelsAlong } from './along';
import { powerSum } from './chain';
import type { NoiseGroup } from './noise';
import type { NoiseMade } from './stop';

export type NoiseShare = {
  readonly group: NoiseGroup;
  readonly dbu: number;
  /** Of the whole, as power, 0…1. */
  readonly share: number;
  /** Who of the group makes most of it. */
  readonly most: Box;
};

/** A gate on the way that is on. */
export type GateShare = {
  readonly box: Box;
  /** Of the noise, what is made ahead of it and so silenced between notes, 0…1. */
  readonly share: number;
  /** What the noise between notes goes down by, dB. */
  readonly db: number;
};

export type NoiseAtEnd = {
  /** Average of the signal there, dBu. */
  readonly averageDbu: number;
  readonly noiseDbu: number;
  /** A loudspeaker gives so much less of it than its figure says, dB: it hears to about 5 kHz. */
  readonly unheardDb: number;
  /** In the order of the way. */
  readonly shares: readonly NoiseShare[];
  readonly gates: readonly GateShare[];
};

/** A guitar loudspeaker has 6 dB less of white noise than 20 kHz have. */
const SPEAKER_DB = 6;
const GROUPS: readonly NoiseGroup[] = ['guitar', 'pedals', 'amplifier', 'after'];

const power = (dbu: number): number => 10 ** (dbu / 10);

function shareOf(made: readonly NoiseMade[], group: NoiseGroup, whole: number): readonly NoiseShare[] {
  const own = made.filter((one) => one.group === group);
  if (own.length === 0) return [];
  const byBox = new Map<Box, number>();
  for (const { by, dbu } of own) byBox.set(by, (byBox.get(by) ?? 0) + power(dbu));
  const [most] = [...byBox].sort((a, b) => b[1] - a[1])[0] ?? [];
  const dbu = powerSum(...own.map((one) => one.dbu));
  return most ? [{ group, dbu, share: power(dbu) / whole, most }] : [];
}

/**
 * The noise at the end of a way in shares, unweighted, 20 Hz to 20 kHz.
 * @returns null: nothing is known to make any
 */
export const noiseAtEnd = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of, path: Path): NoiseAtEnd | null => {
    const { stops, noise } = levelsAlong(of, path);
    const end = stops.at(-1);
    if (!end || noise.length === 0) return null;
    const whole = noise.reduce((sum, { dbu }) => sum + power(dbu), 0);
    const gates = path.sections.filter(({ block, state }) => block.category === 'gate' && isOn(state));
    const last = path.sections.at(-1);
    return {
      averageDbu: end.averageDbu,
      noiseDbu: end.noiseDbu,
      unheardDb: last?.block.role === 'speaker' ? SPEAKER_DB : 0,
      shares: GROUPS.flatMap((group) => shareOf(noise, group, whole)),
      gates: gates.map(({ box, block }): GateShare => {
        const at = path.steps.findIndex(
          (step) => step.type === 'block' && step.box === box.id && step.block === block.id,
        );
        const ahead = noise.filter(({ step }) => step < at).reduce((sum, { dbu }) => sum + power(dbu), 0);
        const share = ahead / whole;
        return { box, share, db: share >= 1 ? Infinity : -10 * Math.log10(1 - share) };
      }),
    };
  },
);

/** How far the noise is under the average between notes, gates at work, as it is heard there, dB. */
export function floorUnder({ averageDbu, noiseDbu, unheardDb, gates }: NoiseAtEnd): number {
  const gated = Math.max(0, ...gates.map(({ db }) => db));
  return averageDbu - (noiseDbu - unheardDb) + gated;
}

/** A group with less than this is no reason for a gate. */
const TELLS = 0.25;

/** Where a gate acts, by whose noise it is, in words. */
export function gateWords(shares: readonly NoiseShare[]): string {
  const tells = (group: NoiseGroup) => (shares.find((one) => one.group === group)?.share ?? 0) >= TELLS;
  const [guitar, pedals, amplifier, after] = GROUPS.map(tells);
  if (after && !guitar && !pedals && !amplifier)
    return 'It is made behind the preamp: levels and modes there help, no gate does.';
  if (amplifier && (pedals || guitar))
    return 'A gate acts around everything from the first drive to the send, listening to the guitar.';
  if (amplifier) return 'A gate acts around the preamp, or a simple one right behind the send.';
  if (pedals) return 'A gate acts around the drives, listening to the guitar.';
  return guitar ? 'A gate acts first, right behind the guitar.' : '';
}
