// Expression pedals: how they are wired, whether they are calibrated, what each moves in each sound; volume pedals by their place.
import {
  blockIn,
  derive,
  endAt,
  isPreamp,
  jackKey,
  plugsAt,
  refAt,
  type Block,
  type Box,
  type JackEnd,
  type Lead,
  type Moves,
  type Reads,
  type Sound,
} from '../model';
import { traceIn } from '../signal';
import { isMonoLead } from './feeds';

export type Wiring =
  /** The wiper is where it is wanted; it is not; a mono plug leaves one pole out; nobody has said; nothing is plugged. */
  'fits' | 'unlike' | 'mono' | 'unknown' | 'loose';

export type Pedal = {
  readonly box: Box;
  readonly out: JackEnd;
  readonly into: JackEnd | null;
  readonly lead: Lead | null;
  readonly wiring: Wiring;
  /** Of the input that it is plugged into now; null: none is noted, or it was another one. */
  readonly calibrated: NonNullable<Box['calibrated']> | null;
  /** Is a calibration noted that was for another input? */
  readonly isStale: boolean;
  /** Sounds in which it moves something. */
  readonly used: readonly Sound[];
};

type ForPedals = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;
const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

function wiringOf(out: JackEnd, into: JackEnd | null, lead: Lead | null): Wiring {
  if (!into || !lead) return 'loose';
  if (isMonoLead(lead)) return 'mono';
  const [has, wants] = [out.jack.wiper, into.jack.wiper];
  if (has === undefined || wants === undefined) return 'unknown';
  return has === wants ? 'fits' : 'unlike';
}

/** Every expression pedal of the rig. */
export const pedalsIn = derive(OF, (of: ForPedals): readonly Pedal[] =>
  of.boxes.flatMap((box): Pedal[] => {
    const jack = box.jacks.find(({ carries, direction }) => carries === 'expression' && direction === 'out');
    if (!jack) return [];
    const out = { box, jack };
    const [plug] = plugsAt(of, refAt(out));
    const into = endAt(of, plug?.far) ?? null;
    const lead = plug?.lead ?? null;
    const isHere = into !== null && box.calibrated?.at === jackKey(refAt(into));
    return [
      {
        box,
        out,
        into,
        lead,
        wiring: wiringOf(out, into, lead),
        calibrated: isHere ? (box.calibrated ?? null) : null,
        isStale: box.calibrated !== undefined && !isHere,
        used: of.sounds.filter((sound) => sound.moves?.[box.id] !== undefined),
      },
    ];
  }),
);

/**
 * Where a control stands for the treadle: 0 at the heel, 1 at the toe. Even goes in proportion, early as 1 − (1 − p)²,
 * late as p². @returns 0 to 1
 */
export function swept({ heel = 0, toe = 1, curve = 'even' }: Partial<Moves>, p: number): number {
  const bent = curve === 'early' ? 1 - (1 - p) ** 2 : curve === 'late' ? p ** 2 : p;
  return heel + (toe - heel) * bent;
}

export type Treadle = {
  readonly box: Box;
  readonly block: Block;
  /** By sound where it stands against the first preamp on its way. */
  readonly places: readonly { readonly sound: Sound; readonly where: 'ahead' | 'after' | 'alone' }[];
};

/** Does a block stand ahead of the first preamp that is on, or behind it? Null: no sound goes through it. */
function placeIn(of: Reads<'boxes' | 'leads' | 'variant'>, sound: Sound, box: Box, id: string) {
  for (const { sections } of traceIn({ ...of, sound }).paths) {
    const at = sections.findIndex((one) => one.box === box && one.block.id === id);
    if (at < 0) continue;
    const first = sections.findIndex(({ block, state }) => isPreamp(block) && state.id !== 'off');
    if (first < 0) return 'alone' as const;
    return at < first ? ('ahead' as const) : ('after' as const);
  }
  return null;
}

/** Volume pedals that sound goes through, with where they stand. */
export const volumePedals = derive(OF, (of: ForPedals): readonly Treadle[] =>
  of.boxes.flatMap((box) =>
    box.blocks.flatMap((block): Treadle[] => {
      if (block.category !== 'volume') return [];
      const places = of.sounds.flatMap((sound) => {
        const where = placeIn(of, sound, box, block.id);
        return where ? [{ sound, where }] : [];
      });
      return places.length > 0 ? [{ box, block, places }] : [];
    }),
  ),
);

/** The block that a moved control belongs to, and its place in a sound: a volume ahead of the preamp is gain. */
export function movedPlace(of: ForPedals, sound: Sound, target: Box, controlId: string) {
  const control = target.controls.find(({ id }) => id === controlId);
  const block = control && 'block' in control.actsOn ? blockIn(target, control.actsOn.block) : undefined;
  return block && control?.sets === 'level' ? placeIn(of, sound, target, block.id) : null;
}
