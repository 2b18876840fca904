// How much room the house wants under a ceiling, and what is lacking of it.
import { blockIn, jackIn, refOf, type Rig } from '../model';
import type { LevelStop } from './stop';

type Limits = Pick<Rig['houseRules']['limits'], 'headroomConverterDb' | 'headroomAnalogueDb'>;

/** A ceiling that is passed where nothing is meant to clip. */
export type Headroom = {
  readonly ceilingDbu: number;
  /** What the house wants to be left, dB. */
  readonly wantedDb: number;
  /** What is left, dB; negative: it clips. */
  readonly leftDb: number;
};

/** A limiter ahead of somebody's ears is there to be met. */
const isLimiter = ({ part, box }: LevelStop): boolean =>
  part.type === 'block' && box.blocks.some(({ role }) => role === 'monitor');

const HEARS = ['mix', 'monitor'];

/** Room at a stop: converters and desks need the house's, an amplifier's input none. Null: no ceiling, or one meant to be met. */
export function headroomAt(stop: LevelStop, limits: Limits): Headroom | null {
  const { part, box, ceilingDbu, headroomDb, meantToClip } = stop;
  if (ceilingDbu === null || headroomDb === null || meantToClip || isLimiter(stop)) return null;
  const jack = part.type === 'jack' ? jackIn(box, refOf(part.id).jack) : undefined;
  const isConverter = jack?.converts === true || box.blocks.some(({ role }) => HEARS.includes(role));
  const isAmpInput =
    jack?.direction === 'in' &&
    box.patches.some(({ wires }) =>
      wires.some(
        ({ from, to }) =>
          'jack' in from &&
          from.jack === jack.id &&
          'block' in to &&
          blockIn(box, to.block)?.role === 'preamp',
      ),
    );
  const wantedDb = isConverter ? limits.headroomConverterDb : isAmpInput ? 0 : limits.headroomAnalogueDb;
  return { ceilingDbu, wantedDb, leftDb: headroomDb };
}
