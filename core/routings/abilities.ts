import {
  hasGrid,
  inOrder,
  isAudio,
  isOneInOneOut,
  rowsOf,
  sources,
  type Block,
  type Box,
  type Jack,
  type JackRef,
  type Rig,
} from '../rig';

/** An amplifier as routings see it. */
export type Amplifier = {
  readonly box: Box;
  readonly input: JackRef;
  /** null: no effects loop. */
  readonly loop: { readonly send: JackRef; readonly back: JackRef } | null;
  readonly taps: readonly { readonly at: JackRef; readonly ohm: number | null }[];
  /** It has a loudspeaker of its own inside. */
  readonly hasSpeaker: boolean;
};

/** A multi-effects unit as routings see it: one row with a loop block, or a front row and a loop row. */
export type Unit = {
  readonly box: Box;
  readonly patch: string;
  readonly input: JackRef | null;
  readonly output: JackRef | null;
  readonly loop: { readonly send: JackRef; readonly back: JackRef; readonly block: Block | null } | null;
  /** The path goes from input to output without leaving the unit. */
  readonly throughRow: boolean;
  readonly ampModels: readonly Block[];
  readonly cabModels: readonly Block[];
  readonly loops: readonly Block[];
};

export type Abilities = {
  readonly guitars: readonly JackRef[];
  readonly pedals: readonly Box[];
  readonly units: readonly Unit[];
  readonly amplifiers: readonly Amplifier[];
  readonly cabinets: readonly {
    readonly box: Box;
    readonly at: JackRef;
    readonly ohm: number | null;
    readonly air: JackRef | null;
  }[];
  readonly microphones: readonly { readonly box: Box; readonly air: JackRef; readonly out: JackRef }[];
  readonly deskChannels: readonly JackRef[];
};

const ref = (box: Box, jack: Jack | undefined): JackRef | null =>
  jack ? { box: box.id, jack: jack.id } : null;
const wiresOf = (box: Box) => box.patches.find((patch) => patch.id === box.patch)?.wires ?? [];
const blocksOf = (box: Box, role: Block['role']) => box.blocks.filter((block) => block.role === role);

/** The jack a wire leads from into this block, and the jacks it leads to. */
function jackInto(box: Box, block: Block): Jack | undefined {
  const wire = wiresOf(box).find((w) => 'block' in w.to && w.to.block === block.id && 'jack' in w.from);
  const id = wire && 'jack' in wire.from ? wire.from.jack : null;
  return box.jacks.find((jack) => jack.id === id);
}
function jacksOutOf(box: Box, block: Block): readonly Jack[] {
  const ids = wiresOf(box).flatMap((w) =>
    'block' in w.from && w.from.block === block.id && 'jack' in w.to ? [w.to.jack] : [],
  );
  return box.jacks.filter((jack) => ids.includes(jack.id));
}

function amplifierOf(box: Box): Amplifier | null {
  const [preamp, power] = [blocksOf(box, 'preamp')[0], blocksOf(box, 'power')[0]];
  const input = preamp && ref(box, jackInto(box, preamp));
  if (!preamp || !power || !input) return null;
  const send = ref(box, jacksOutOf(box, preamp)[0]);
  const back = ref(box, jackInto(box, power));
  const taps = jacksOutOf(box, power).filter((jack) => jack.carries === 'speaker');
  return {
    box,
    input,
    loop: send && back ? { send, back } : null,
    taps: taps.map((jack) => ({ at: { box: box.id, jack: jack.id }, ohm: jack.speaker?.ohm?.value ?? null })),
    hasSpeaker: blocksOf(box, 'speaker').length > 0,
  };
}

function unitOf(box: Box): Unit | null {
  if (!hasGrid(box)) return null;
  const rows = rowsOf(box, wiresOf(box));
  const [front, after] = rows?.rows ?? [];
  const at = (jack: string | null | undefined): JackRef | null => (jack ? { box: box.id, jack } : null);
  const loopId = front?.blocks.find((id) => rows?.loops[id]?.send && rows.loops[id].back);
  const loopJacks = loopId === undefined ? undefined : rows?.loops[loopId];
  const loopBlock = box.blocks.find((block) => block.id === loopId) ?? null;
  const [send, back] = loopJacks
    ? [at(loopJacks.send), at(loopJacks.back)]
    : [at(front?.outputs[0]), at(after?.input)];
  const output = loopJacks || !after ? at(front?.outputs[0]) : at(after.outputs[0]);
  return {
    box,
    patch: box.patch,
    input: at(front?.input),
    output,
    loop: send && back && output ? { send, back, block: loopBlock } : null,
    throughRow: (loopJacks !== undefined || !after) && output !== null,
    ampModels: blocksOf(box, 'ampModel'),
    cabModels: blocksOf(box, 'cabModel'),
    loops: blocksOf(box, 'loop'),
  };
}

/** What this rig's boxes can do, found by their blocks, jacks and wires, never by their names. */
export function abilitiesOf(rig: Rig): Abilities {
  const boxes = inOrder(rig.boxes);
  const jackBy = (box: Box, test: (jack: Jack) => boolean) => ref(box, box.jacks.find(test));
  return {
    guitars: sources(rig).flatMap(
      (box) => jackBy(box, (jack) => jack.direction === 'out' && isAudio(jack)) ?? [],
    ),
    pedals: boxes.filter(
      (box) =>
        !hasGrid(box) &&
        isOneInOneOut(box) &&
        box.blocks.some((block) => block.role === 'effect' || block.role === 'buffer'),
    ),
    units: boxes.flatMap((box) => unitOf(box) ?? []),
    amplifiers: boxes.flatMap((box) => amplifierOf(box) ?? []),
    cabinets: boxes.flatMap((box) => {
      const at = jackBy(box, (jack) => jack.direction === 'in' && jack.speaker?.isLoad === 'always');
      const ohm = box.jacks.find((jack) => jack.id === at?.jack)?.speaker?.ohm?.value ?? null;
      return at && blocksOf(box, 'speaker').length > 0
        ? [{ box, at, ohm, air: jackBy(box, (jack) => jack.carries === 'air') }]
        : [];
    }),
    microphones: boxes.flatMap((box) => {
      const air = jackBy(box, (jack) => jack.carries === 'air' && jack.direction === 'in');
      const out = jackBy(box, (jack) => jack.direction === 'out' && isAudio(jack) && jack.carries !== 'air');
      return air && out && blocksOf(box, 'mic').length > 0 ? [{ box, air, out }] : [];
    }),
    deskChannels: boxes.flatMap((box) =>
      blocksOf(box, 'mix').flatMap((block) => ref(box, jackInto(box, block)) ?? []),
    ),
  };
}
