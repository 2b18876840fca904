// A route in parts: the front up to the first preamp, then from each send to its return, with what straight-in is for each.
import { blockIn, boxOf, derive, instrumentOf, leadOf, type Lead, type Reads } from '../model';
import { byOneLead, stretchesAlong, type Part, type Segment, type Stretch, type Takes } from '../network';
import { isOn, type Path, type Section } from '../signal';
import { numberOf, weakly } from '../units';

/** Without an amplifier straight-in ends in this. */
const NO_AMPLIFIER: Takes = { ohm: 1e6, farad: 50e-12 };
/** A source that nothing loads is told by itself through this much of the lead, m. */
const ACTIVE_M = 1;

/** What straight-in is, in words and as a circuit. */
type Reference = {
  readonly kind: 'lead' | 'joined';
  /** Of the lead; 0: send and return joined. */
  readonly lengthM: number;
  readonly ohm: number;
  /** The box whose input it goes into; null: a usual one. */
  readonly into: string | null;
  readonly part: Part;
};

export type RoutePart = {
  readonly kind: 'front' | 'loop';
  readonly stretches: readonly Stretch[];
  readonly reference: Reference;
};

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'houseRules'>;

const STAGES = ['preamp', 'ampModel', 'power'];

const sectionsByBlock = weakly(
  ({ sections }: Path): ReadonlyMap<string, Section> =>
    new Map(sections.map((section) => [`${section.box.id}/${section.block.id}`, section] as const)),
);

/** Blocks that a path passes between two of its steps, with their states. */
function between(path: Path, from: number, to: number): readonly Section[] {
  const byBlock = sectionsByBlock(path);
  const found: Section[] = [];
  for (let i = from; i <= to && i < path.steps.length; i += 1) {
    const step = path.steps[i];
    const section = step?.type === 'block' ? byBlock.get(`${step.box}/${step.block}`) : undefined;
    if (section) found.push(section);
  }
  return found;
}

const isAmplifying = ({ block, state }: Section): boolean => STAGES.includes(block.role) && isOn(state);

/** The stretches of each part: a preamp that is on lies between two, nothing lies behind a power stage. */
function grouped(of: Of, path: Path): readonly (readonly Stretch[])[] {
  const groups: Stretch[][] = [[]];
  let last = 0;
  for (const stretch of stretchesAlong(of, path)) {
    const passed = between(path, last, stretch.first);
    if (passed.some(({ block }) => block.role === 'power' || block.role === 'speaker')) break;
    const isRadio = path.steps
      .slice(last, stretch.first)
      .some((step) => step.type === 'lead' && leadOf(of, step.lead)?.kind === 'radio');
    if (groups.length === 1 && isRadio) groups[0] = [];
    if (passed.some(isAmplifying)) groups.push([]);
    groups.at(-1)?.push(stretch);
    last = stretch.last;
  }
  return groups;
}

/** The box of a path that must see the pickup and is on: straight-in goes into that. */
function wanting(path: Path, front: readonly Stretch[]): Stretch | undefined {
  const wants = path.sections.filter(({ block, state }) => block.wantsPickup && isOn(state));
  return front.find(({ into }) =>
    wants.some(({ box, block }) => box.id === into?.box && block.id === into.block),
  );
}

/** Does a preamp, a model of one or a power stage stand behind the last stretch? */
function reachesAmplifier(path: Path, stretches: readonly Stretch[]): boolean {
  const last = stretches.at(-1)?.last;
  return last !== undefined && between(path, last, path.steps.length).some(isAmplifying);
}

function frontReference(of: Of, path: Path, front: readonly Stretch[]): Reference | null {
  const { limits } = of.houseRules;
  const [first] = front;
  if (!first) return null;
  const { driver } = first.segment;
  const isPassive = driver.kind === 'pickup';
  const block = blockIn(boxOf(of, path.source.box), path.source.block);
  const instrument = block ? instrumentOf(block) : 'guitar';
  const wants = isPassive ? wanting(path, front) : undefined;
  const into = wants?.into ?? (reachesAmplifier(path, front) ? (front.at(-1)?.into ?? null) : null);
  const own: Takes =
    isPassive && !wants && instrument !== 'guitar'
      ? { ohm: instrument === 'bass' ? limits.bassOhm : limits.piezoOhm, farad: NO_AMPLIFIER.farad }
      : (into ?? NO_AMPLIFIER);
  const lengthM = isPassive ? limits.toneLeadM : ACTIVE_M;
  const lead = { lengthM, faradPerM: limits.toneLeadPfPerM * 1e-12 };
  return referenceOf(first, lead, own, own === into ? into.box : null);
}

/** References by the segment that they begin in. */
const referencesBy = weakly((_segment: Segment) => new Map<string, Reference>());

/** What drives a stretch into an input, by one lead or by none. */
function referenceOf(
  { segment }: Stretch,
  lead: Pick<Lead, 'lengthM' | 'faradPerM'> | null,
  { ohm, farad }: Takes,
  into: string | null,
): Reference {
  const known = referencesBy(segment);
  const text = [lead?.lengthM, lead?.faradPerM, ohm, farad, into].join();
  const reference = known.get(text) ?? {
    kind: lead ? 'lead' : 'joined',
    lengthM: lead?.lengthM ?? 0,
    ohm,
    into,
    part: byOneLead(segment.source, segment.driver.node, lead, { ohm, farad }),
  };
  known.set(text, reference);
  return reference;
}

/** A send that goes straight into its return. */
function joined(stretches: readonly Stretch[]): Reference | null {
  const [first, last] = [stretches[0], stretches.at(-1)];
  if (!first || !last) return null;
  return referenceOf(first, null, last.into ?? NO_AMPLIFIER, last.into?.box ?? null);
}

/** Lists of parts by the first of their references. */
const listsBy = weakly((_reference: Reference) => new Map<string, readonly RoutePart[]>());

/** The parts of a route that tone is told of; none where no lead carries it. Alike in several sounds they are one list. */
export const partsOf = derive(
  ['boxes', 'leads', 'variant', 'standing', 'houseRules'],
  (of: Of, path: Path): readonly RoutePart[] => {
    const parts = grouped(of, path).flatMap((stretches, i): RoutePart[] => {
      const isFront = i === 0;
      const reference = isFront ? frontReference(of, path, stretches) : joined(stretches);
      return reference ? [{ kind: isFront ? 'front' : 'loop', stretches, reference }] : [];
    });
    const [first] = parts;
    if (!first) return parts;
    const text = parts
      .map(({ kind, stretches, reference }) => `${kind} ${[reference, ...stretches].map(numberOf).join()}`)
      .join(';');
    const known = listsBy(first.reference);
    const list = known.get(text) ?? parts;
    known.set(text, list);
    return list;
  },
);
