// What wire alone joins: the tails of a Y, through jacks. Nothing in them sends or hears by itself.
import {
  derive,
  endAt,
  isAudio,
  isLink,
  jackIn,
  jackKey,
  pluggedIn,
  refOf,
  type Box,
  type Jack,
  type JackEnd,
  type JackRef,
  type Reads,
} from '../model';
import { weakly } from '../units';

type Joined = Reads<'boxes' | 'leads' | 'variant'>;

/** Has it an impedance of its own, so that a stage stands behind it? A through jack has that of what is plugged in. */
const isDriven = (jack: Jack) =>
  jack.direction === 'out' && jack.modes.some(({ rOut }) => rOut !== undefined);

/**
 * Jacks of a box that a wire and nothing else joins to this one, by its wiring at rest. An output with a stage of its
 * own (headphones on the main pair, a line out behind a return) is joined to nothing.
 * @param holds whether a jack of the box holds a plug: switched normals hang on it
 */
export const joinedInside = (
  box: Box,
  jack: string,
  holds: (jack: string) => boolean = () => false,
): readonly Jack[] =>
  (box.patches.find(({ id }) => id === box.patch)?.wires ?? []).flatMap((wire) => {
    const { from, to, whileOpen, whilePlugged } = wire;
    if (!('jack' in from) || !('jack' in to)) return [];
    if (whileOpen !== undefined && holds(whileOpen)) return [];
    if (whilePlugged !== undefined && !holds(whilePlugged)) return [];
    const other = from.jack === jack ? to.jack : to.jack === jack ? from.jack : undefined;
    const [near, far] = [jackIn(box, jack), jackIn(box, other)];
    return !near || !far || isDriven(near) || isDriven(far) ? [] : [far];
  });

/** One end of a Y: it works both ways. */
const isTail = ({ box, jack }: JackEnd): boolean =>
  jack.direction === 'both' && isAudio(jack) && joinedInside(box, jack.id).length > 0;

const hasTail = weakly((box: Box): boolean => box.jacks.some((jack) => isTail({ box, jack })));

/**
 * The tails, `box/jack`, that an output feeds: straight by a lead, or through the tails of another Y. Sound comes in
 * by these and leaves by the others. A jack that works both ways and that no output feeds is left as it is.
 */
export const fedTails = derive(['boxes', 'leads', 'variant'], (of): ReadonlySet<string> => {
  const fed = new Set<string>();
  if (!of.boxes.some(hasTail)) return fed;
  const across = new Map<string, string[]>();
  const reach = (a: JackRef, b: JackRef) =>
    across.set(jackKey(a), [...(across.get(jackKey(a)) ?? []), jackKey(b)]);
  for (const { lead, from, to } of pluggedIn(of))
    if (!isLink(lead))
      for (const a of from)
        for (const b of to) {
          reach(a, b);
          reach(b, a);
        }
  const leaving = of.boxes.flatMap((box) =>
    box.jacks.flatMap((jack) => (jack.direction === 'out' && isAudio(jack) ? [`${box.id}/${jack.id}`] : [])),
  );
  for (let key = leaving.pop(); key !== undefined; key = leaving.pop())
    for (const there of across.get(key) ?? []) {
      const end = endAt(of, refOf(there));
      if (!end || !isTail(end) || fed.has(there)) continue;
      fed.add(there);
      for (const other of joinedInside(end.box, end.jack.id))
        if (!fed.has(`${end.box.id}/${other.id}`)) leaving.push(`${end.box.id}/${other.id}`);
    }
  return fed;
});

/** The way the sound goes at a jack: a tail of a Y takes the direction of what it is plugged into. */
const directionOf = (of: Joined, end: JackEnd): Jack['direction'] =>
  !isTail(end) ? end.jack.direction : fedTails(of).has(`${end.box.id}/${end.jack.id}`) ? 'in' : 'out';

/** A box with its tails turned the way the sound goes. */
export const oriented = (of: Joined, box: Box): Box =>
  hasTail(box)
    ? { ...box, jacks: box.jacks.map((jack) => ({ ...jack, direction: directionOf(of, { box, jack }) })) }
    : box;

/** Jacks that wire alone holds together: leads, and wires between jacks. */
export type Joint = {
  /** Outputs that give something of their own: no tails, no through jacks. */
  readonly outputs: readonly JackEnd[];
  /** A jack of the box inside which wires join them, or one that takes several plugs: null where a lead alone does. */
  readonly at: JackRef | null;
  /** Inputs that a lead brings it to. */
  readonly inputs: readonly { readonly end: JackEnd; readonly lead: string }[];
  readonly leads: readonly string[];
};

type Plug = { readonly lead: string; readonly far: JackRef };

function plugsByJack(of: Joined): ReadonlyMap<string, readonly Plug[]> {
  const found = new Map<string, Plug[]>();
  const put = (lead: string, near: JackRef, far: JackRef) =>
    found.set(jackKey(near), [...(found.get(jackKey(near)) ?? []), { lead, far }]);
  for (const { lead, from, to } of pluggedIn(of)) {
    // Of several jacks an end may stand in, one is plugged at a time.
    const [a, b] = [from[0], to[0]];
    if (isLink(lead) || !a || !b) continue;
    put(lead.id, a, b);
    put(lead.id, b, a);
  }
  return found;
}

/** Every jack with a lead that plays, `box/jack`, with what wire alone joins to it. */
export const jointsIn = derive(['boxes', 'leads', 'variant'], (of): ReadonlyMap<string, Joint> => {
  const joints = new Map<string, Joint>();
  const byJack = plugsByJack(of);
  for (const start of byJack.keys()) {
    if (joints.has(start)) continue;
    const outputs: JackEnd[] = [];
    const inputs: Joint['inputs'][number][] = [];
    const leads = new Set<string>();
    const members = new Set<string>();
    let at: JackRef | null = null;
    const queue = [start];
    for (let key = queue.pop(); key !== undefined; key = queue.pop()) {
      const end = endAt(of, refOf(key));
      if (members.has(key) || !end || !isAudio(end.jack)) continue;
      members.add(key);
      const inside = joinedInside(end.box, end.jack.id, (jack) => byJack.has(`${end.box.id}/${jack}`));
      const here = byJack.get(key) ?? [];
      if (end.jack.direction === 'out' && inside.length === 0) outputs.push(end);
      if (inside.length > 0 || here.length > 1) at ??= refOf(key);
      for (const { lead, far } of here) {
        if (end.jack.direction === 'in') inputs.push({ end, lead });
        leads.add(lead);
        queue.push(jackKey(far));
      }
      queue.push(...inside.map(({ id }) => `${end.box.id}/${id}`));
    }
    const joint: Joint = { outputs, inputs, at, leads: [...leads] };
    for (const key of members) joints.set(key, joint);
  }
  return joints;
});
