// The mains: which box is in which outlet, by whatever distribution, and what that adds up to.
import {
  derive,
  endAt,
  pluggedIn,
  type Box,
  type Jack,
  type JackEnd,
  type Place,
  type Reads,
  type Rig,
} from '../model';

type Mains = Rig['stage']['mains'];
export type WallOutlet = Mains['outlets'][number];
export type Circuit = Mains['circuits'][number];

/** A box on the mains, as far as it is known where its plug is. */
export type MainsBox = {
  readonly box: Box;
  /** Rating plate, VA; null: not known. */
  readonly va: number | null;
  /** The jacks of distributions and transformers that it hangs behind, its own outlet first. */
  readonly via: readonly JackEnd[];
  /** null: nobody has said. */
  readonly wall: WallOutlet | null;
  /** What comes out of its outlet, V; null: the venue's volts are not noted. */
  readonly volts: number | null;
  /** An outlet on the way has no earth. */
  readonly unearthed: boolean;
};

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

const isTransformer = (box: Box): boolean =>
  box.jacks.some(({ mainsOutlet }) => mainsOutlet?.transforms === true);

/** Does a box draw something of its own? A distribution hands on, and the plate of a transformer tells what it carries. */
const draws = ({ box, va }: Pick<MainsBox, 'box' | 'va'>): boolean =>
  !isTransformer(box) && (va !== null || box.jacks.every(({ mainsOutlet }) => mainsOutlet === undefined));

/** Does a box have a plug for the mains? */
export const isOnMains = ({ power, jacks }: Box): boolean =>
  power.class === 'I' ||
  power.class === 'II' ||
  jacks.some(({ carries, direction }) => carries === 'mains' && direction !== 'out');

/** The outlet of another box that a box's mains lead is in. */
const feedOf = derive(
  ['boxes', 'leads', 'variant'],
  (of): ReadonlyMap<Box, JackEnd> =>
    new Map(
      pluggedIn(of).flatMap(({ lead, from, to }): readonly (readonly [Box, JackEnd])[] => {
        const [a, b] = [endAt(of, from[0]), endAt(of, to[0])];
        if (lead.kind !== 'mains' || !a || !b) return [];
        if (a.jack.mainsOutlet) return [[b.box, a]];
        return b.jack.mainsOutlet ? [[a.box, b]] : [];
      }),
    ),
);

function wayOf(of: Of, box: Box): Omit<MainsBox, 'box' | 'va'> {
  const feeds = feedOf(of);
  const via: JackEnd[] = [];
  let at = box;
  for (let end = feeds.get(at); end && !via.includes(end); end = feeds.get(at)) {
    via.push(end);
    at = end.box;
  }
  const wall = at.jacks.find(({ wallOutlet }) => wallOutlet !== undefined)?.wallOutlet;
  const transformed = via.find(({ jack }) => jack.mainsOutlet?.transforms === true);
  return {
    via,
    wall: of.stage.mains.outlets.find(({ id }) => id === wall) ?? null,
    volts: transformed?.jack.mainsOutlet?.volts?.value ?? of.stage.mains.volts ?? null,
    unearthed: via.some(({ jack }) => jack.mainsOutlet?.earthed === false),
  };
}

/** Every box that has a plug for the mains; a distribution stands among them. */
export const mainsBoxes = derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly MainsBox[] =>
  of.boxes.filter(isOnMains).map((box) => ({ box, va: box.power.va?.value ?? null, ...wayOf(of, box) })),
);

/** What is drawn from something that has a rating. */
export type MainsLoad = {
  readonly boxes: readonly MainsBox[];
  readonly va: number;
  /** The volts that are there, or 230. */
  readonly volts: number;
  readonly amps: number;
  /** What it may give, A; null: not known. */
  readonly rating: number | null;
  /** Boxes whose rating plate nobody has read. */
  readonly unknown: readonly Box[];
};

export type CircuitLoad = MainsLoad & { readonly circuit: Circuit };
export type StripLoad = MainsLoad & {
  readonly end: JackEnd;
  /** VA that a transformer is to carry: 1.3 times what hangs behind it; null: it is none. */
  readonly wantsVa: number | null;
  readonly hasVa: number | null;
};

const USUAL_VOLTS = 230;

function loadOf(boxes: readonly MainsBox[], given: number | null, rating: number | null): MainsLoad {
  const own = boxes.filter(draws);
  const volts = given ?? USUAL_VOLTS;
  const va = own.reduce((sum, one) => sum + (one.va ?? 0), 0);
  return {
    boxes: own,
    va,
    volts,
    amps: va / volts,
    rating,
    unknown: own.flatMap((one) => (one.va === null ? [one.box] : [])),
  };
}

/** What comes by a box's plug, VA: its own, and all that hangs behind it; null: nobody has read its plate. */
export function plugVa(all: readonly MainsBox[], one: MainsBox): number | null {
  const behind = all.filter(({ via }) => via.some(({ box }) => box === one.box));
  const { va, boxes } = loadOf([one, ...behind], null, null);
  return boxes.every((own) => own.va === null) ? null : va;
}

/** What is on each circuit of the stage. */
export const circuitLoads = derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly CircuitLoad[] =>
  of.stage.mains.circuits.map((circuit) => ({
    circuit,
    ...loadOf(
      mainsBoxes(of).filter(({ wall }) => wall?.circuit === circuit.id),
      of.stage.mains.volts ?? null,
      circuit.amps ?? null,
    ),
  })),
);

/** A transformer carries so much more than what hangs behind it. */
const TRANSFORMER = 1.3;

/** What hangs behind each distribution and transformer, by the outlets that share a rating. */
export const stripLoads = derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly StripLoad[] => {
  const all = mainsBoxes(of);
  return of.boxes.flatMap((box) => {
    const groups = new Map<string, Jack[]>();
    for (const jack of box.jacks)
      if (jack.mainsOutlet) {
        const key = jack.mainsOutlet.group ?? jack.id;
        groups.set(key, [...(groups.get(key) ?? []), jack]);
      }
    return [...groups.values()].flatMap((jacks): readonly StripLoad[] => {
      const [jack] = jacks;
      if (!jack?.mainsOutlet) return [];
      const { amps, transforms, volts } = jack.mainsOutlet;
      const boxes = all.filter(({ via }) => via.some((end) => end.box === box && jacks.includes(end.jack)));
      const seen = transforms ? (volts?.value ?? null) : (of.stage.mains.volts ?? null);
      const load = loadOf(boxes, seen, amps?.value ?? null);
      return [
        {
          ...load,
          end: { box, jack },
          wantsVa: transforms ? TRANSFORMER * load.va : null,
          hasVa: transforms ? (box.power.va?.value ?? null) : null,
        },
      ];
    });
  });
});

/** Volts within this of what is printed on a box are right. */
const VOLTS_OFF = 0.1;

/** A box that may not be plugged in here, and by what. */
export type WrongMains = MainsBox & { readonly wrong: 'volts' | 'hertz' };

/** Boxes whose rating plate excludes what they get: volts, or the venue's hertz. */
export const wrongMains = derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly WrongMains[] =>
  mainsBoxes(of).flatMap((one): readonly WrongMains[] => {
    const { power } = one.box;
    const { volts } = one;
    const { hertz } = of.stage.mains;
    if (
      volts !== null &&
      power.volts.length > 0 &&
      power.volts.every((own) => Math.abs(own - volts) > VOLTS_OFF * own)
    )
      return [{ ...one, wrong: 'volts' }];
    if (hertz !== undefined && power.hertz.length > 0 && !power.hertz.includes(hertz))
      return [{ ...one, wrong: 'hertz' }];
    return [];
  }),
);

/** A box that gets hot in a closed place. */
export type Hot = { readonly box: Box; readonly place: Place; readonly watts: number };

const isValve = (box: Box): boolean =>
  box.jacks.some(({ speaker, direction }) => direction === 'out' && speaker?.stage === 'valve');

/**
 * Boxes in closed places that turn much of what they take to heat, with about how many watts: a valve amplifier all of its
 * mains, a load what is driven into it. @param driven watts that end in a box
 */
export const hotIn = (
  { boxes, stage }: Reads<'boxes' | 'stage'>,
  driven: (box: Box) => number,
): readonly Hot[] =>
  boxes.flatMap((box) => {
    const place = stage.places.find(({ id }) => id === box.place);
    if (!place?.enclosed || place.ventilation) return [];
    const isLoad = box.jacks.some(
      ({ speaker, direction, carries }) =>
        direction === 'in' && carries === 'speaker' && speaker && speaker.isLoad !== 'never',
    );
    // A cabinet's magnet is in the open air of its own box, and gives sound.
    const isCabinet = box.blocks.some(({ role }) => role === 'speaker');
    const watts = isValve(box) ? (box.power.va?.value ?? 0) : isLoad && !isCabinet ? driven(box) : 0;
    return watts > 0 ? [{ box, place, watts }] : [];
  });
