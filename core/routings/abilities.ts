import { inOrder, isOneInOneOut } from '../lengths';
import {
  blockIn,
  hasGrid,
  isAudio,
  jackIn,
  loopAt,
  plainRowsOf,
  sources,
  type Block,
  type Box,
  type Jack,
  type JackRef,
  type Rig,
  type Row,
  type Rows,
} from '../model';
import { outletsOf, type Outlet } from '../signal';
import { amplifierOf, type Amplifier } from './amplifier';
import { blocksOf, isWired, jacksOn, jacksOutOf, ref, wiresOf } from './inside-box';

export type { Amplifier };

/** A multi-effects unit as routings see it: one row with a loop block, or a front row and a loop row. */
export type Unit = {
  readonly box: Box;
  readonly patch: string;
  readonly rows: Rows | null;
  readonly input: JackRef | null;
  readonly output: JackRef | null;
  /** The output jacks of its last row, left first. */
  readonly outputs: readonly JackRef[];
  readonly phones: JackRef | null;
  /** Outputs that no row and no loop uses, the balanced ones first. */
  readonly spareOutputs: readonly JackRef[];
  /** Loops that no row uses. */
  readonly freeLoops: readonly FreeLoop[];
  readonly loop: { readonly send: JackRef; readonly back: JackRef; readonly block: Block | null } | null;
  /** The path goes from input to output without leaving the unit. */
  readonly throughRow: boolean;
  readonly ampModels: readonly Block[];
  readonly cabModels: readonly Block[];
  readonly loops: readonly Block[];
  /** Loop blocks in whose loop a pedal hangs. */
  readonly hung: readonly string[];
};

export type FreeLoop = {
  readonly send: string;
  readonly back: string;
  readonly stands: 'anywhere' | 'first';
};

/** A box that a signal goes into and comes out of again. */
export type Passage = { readonly box: Box; readonly into: JackRef; readonly outOf: JackRef };

export type Load = {
  readonly box: Box;
  readonly at: JackRef;
  readonly ohm: number | null;
  /** The air of the loudspeaker; null for a load box. */
  readonly air: JackRef | null;
  readonly lineOut: JackRef | null;
};

export type Abilities = {
  readonly guitars: readonly JackRef[];
  /** Transmitter and receiver: in at the guitar, out at the receiver. */
  readonly radio: (Passage & { readonly sends: JackRef; readonly hears: JackRef }) | null;
  /** Effects and buffers with a way in and out, units with a grid apart. */
  readonly pedals: readonly Box[];
  readonly units: readonly Unit[];
  readonly amplifiers: readonly Amplifier[];
  /** What takes a speaker output's power: cabinets, then load boxes. */
  readonly loads: readonly Load[];
  readonly attenuators: readonly (Passage & { readonly ohm: number | null })[];
  readonly microphones: readonly { readonly box: Box; readonly air: JackRef; readonly out: JackRef }[];
  /** Boxes that make a line or instrument output fit for a desk's mic input, with their through jack. */
  readonly dis: readonly (Passage & { readonly through: JackRef | null })[];
  readonly outlets: readonly Outlet[];
};

const startOf = (row: Row | undefined) => (row && 'jack' in row.from ? row.from.jack : null);

/** A box's loops as it says them; where it says none, a send with the return printed next to it is one. */
function loopsOf(box: Box): readonly FreeLoop[] {
  if (box.loops)
    return box.loops.flatMap(({ sends: [send], returns: [back], stands }) =>
      send !== undefined && back !== undefined ? [{ send, back, stands }] : [],
    );
  return box.jacks.flatMap((back, i) => {
    const send = box.jacks[i - 1];
    return back.direction === 'in' && send?.direction === 'out'
      ? [{ send: send.id, back: back.id, stands: 'anywhere' }]
      : [];
  });
}

/** Jacks that no row, loop or tap uses: loops by their send and return, and single outputs. */
function spareJacks(box: Box, rows: Rows | null): Pick<Unit, 'spareOutputs' | 'freeLoops'> {
  const used = new Set<string | null>([
    ...(rows?.rows ?? []).flatMap((row) => [startOf(row), ...row.outputs]),
    ...Object.values(rows?.loops ?? {}).flatMap((loop) => [
      loop.send,
      loop.back,
      loop.sendRight ?? null,
      loop.backRight ?? null,
    ]),
  ]);
  const isFree = (jack: Jack | undefined) => jack !== undefined && isWired(jack) && !used.has(jack.id);
  const freeLoops = loopsOf(box).filter(
    ({ send, back }) => isFree(jackIn(box, send)) && isFree(jackIn(box, back)),
  );
  const ofLoops = new Set(freeLoops.map((loop) => loop.send));
  // An output that gives what another one gives (balanced beside unbalanced) has nothing of its own to give.
  const mirrors = new Set(
    (box.patches.find(({ id }) => id === box.patch)?.wires ?? []).flatMap(({ from, to }) =>
      'jack' in from && 'jack' in to ? [to.jack] : [],
    ),
  );
  const single = box.jacks.filter(
    (jack) => jack.direction === 'out' && isFree(jack) && !ofLoops.has(jack.id) && !mirrors.has(jack.id),
  );
  const rank = (jack: Jack) => (jack.balance === 'unbalanced' ? 1 : 0);
  return {
    freeLoops,
    spareOutputs: [...single]
      .sort((a, b) => rank(a) - rank(b))
      .map((jack) => ({ box: box.id, jack: jack.id })),
  };
}

/** Does a pedal hang in the loop that leaves by this jack? Then it is no loop for an amplifier. */
const holdsPedal = (rig: Rig, box: Box, send: string | null): boolean =>
  rig.leads.some(
    ({ from, to }) =>
      from.at.some((at) => at.box === box.id && at.jack === send) &&
      to.at.some((at) => rig.boxes.some((other) => other.id === at.box && isPedal(other))),
  );

function unitOf(rig: Rig, box: Box): Unit | null {
  if (!hasGrid(box)) return null;
  const rows = plainRowsOf(box, wiresOf(box));
  const [front, after] = (rows?.rows ?? []).filter((row) => 'jack' in row.from);
  const at = (jack: string | null | undefined): JackRef | null => (jack ? { box: box.id, jack } : null);
  const whole = (front?.blocks ?? []).filter((id) => rows?.loops[id]?.send && rows.loops[id].back);
  const sendOf = (id: string) => rows?.loops[id]?.send ?? null;
  const empty = whole.filter((id) => !holdsPedal(rig, box, sendOf(id)));
  // One that may stand first only leaves all effects of the unit behind the preamp: another is better.
  const anywhere = empty.find((id) => loopAt(box, sendOf(id))?.stands !== 'first');
  const loopId = anywhere ?? empty[0] ?? whole[0];
  const loopJacks = loopId === undefined ? undefined : rows?.loops[loopId];
  const loopBlock = blockIn(box, loopId) ?? null;
  const [send, back] = loopJacks
    ? [at(loopJacks.send), at(loopJacks.back)]
    : [at(front?.outputs[0]), at(startOf(after))];
  const last = loopJacks || !after ? front : after;
  const output = at(last?.outputs[0]);
  return {
    box,
    patch: box.patch,
    rows,
    input: at(startOf(front)),
    output,
    outputs: (last?.outputs ?? []).flatMap((jack) => at(jack) ?? []),
    phones: ref(
      box,
      box.jacks.find((jack) => jack.carries === 'phones' && jack.direction === 'out'),
    ),
    ...spareJacks(box, rows),
    loop: send && back && output ? { send, back, block: loopBlock } : null,
    throughRow: (loopJacks !== undefined || !after) && output !== null,
    ampModels: blocksOf(box, 'ampModel'),
    cabModels: blocksOf(box, 'cabModel'),
    loops: blocksOf(box, 'loop'),
    hung: whole.filter((id) => !empty.includes(id)),
  };
}

/** The first jacks in and out that a signal passes a box by. */
function passageOf(box: Box): Passage | null {
  const into = ref(
    box,
    box.jacks.find((jack) => jack.direction === 'in' && isWired(jack)),
  );
  const outOf = ref(
    box,
    box.jacks.find((jack) => jack.direction === 'out' && isWired(jack)),
  );
  return into && outOf ? { box, into, outOf } : null;
}

function isPedal(box: Box): boolean {
  if (hasGrid(box) || !box.jacks.filter(isAudio).every(isWired)) return false;
  const isEffect = box.blocks.some((block) => block.role === 'effect');
  const isBuffer = box.blocks.some((block) => block.role === 'buffer') && isOneInOneOut(box);
  return (isEffect || isBuffer) && passageOf(box) !== null;
}

function radioOf(boxes: readonly Box[]): Abilities['radio'] {
  const jackOf = (box: Box, direction: 'in' | 'out') =>
    ref(
      box,
      box.jacks.find((jack) => jack.carries === 'radio' && jack.direction === direction),
    );
  for (const transmitter of boxes) {
    const sends = jackOf(transmitter, 'out');
    const into = ref(
      transmitter,
      transmitter.jacks.find((jack) => jack.direction === 'in' && isWired(jack)),
    );
    if (!sends || !into) continue;
    for (const receiver of boxes) {
      const hears = jackOf(receiver, 'in');
      const outOf = ref(
        receiver,
        receiver.jacks.find((jack) => jack.direction === 'out' && isWired(jack)),
      );
      if (hears && outOf) return { box: receiver, into, sends, hears, outOf };
    }
  }
  return null;
}

function loadOf(box: Box): Load | null {
  const jack = box.jacks.find((j) => j.direction === 'in' && j.speaker?.isLoad === 'always');
  const at = ref(box, jack);
  if (!at) return null;
  const [speaker] = blocksOf(box, 'speaker');
  return {
    box,
    at,
    ohm: jack?.speaker?.ohm?.value ?? null,
    air: speaker ? ref(box, jacksOutOf(box, speaker)[0]) : null,
    lineOut: ref(
      box,
      box.jacks.find((j) => j.direction === 'out' && isWired(j)),
    ),
  };
}

function attenuatorOf(box: Box): Abilities['attenuators'][number] | null {
  const jack = box.jacks.find((j) => j.direction === 'in' && j.speaker?.isLoad === 'with-cabinet');
  const into = ref(box, jack);
  const outOf = ref(
    box,
    box.jacks.find((j) => j.direction === 'out' && j.carries === 'speaker'),
  );
  return into && outOf ? { box, into, outOf, ohm: jack?.speaker?.ohm?.value ?? null } : null;
}

/** A mic-level output behind an instrument or line input, and no effect: a DI, whatever it is called. */
function diOf(box: Box): Abilities['dis'][number] | null {
  if (hasGrid(box) || box.blocks.some((block) => block.role !== 'buffer')) return null;
  const into = box.jacks.find((jack) => jack.direction === 'in' && jack.carries === 'instrument');
  const out = box.jacks.find((jack) => jack.direction === 'out' && jack.carries === 'mic');
  const [a, b] = [ref(box, into), ref(box, out)];
  return into && a && b ? { box, into: a, outOf: b, through: ref(box, jacksOn(box, into.id)[0]) } : null;
}

/** What this rig's boxes can do, found by their blocks, jacks and wires, never by their names. */
export function abilitiesOf(rig: Rig): Abilities {
  const boxes = inOrder(rig.boxes);
  const jackBy = (box: Box, test: (jack: Jack) => boolean) => ref(box, box.jacks.find(test));
  const loads = boxes.flatMap((box) => loadOf(box) ?? []);
  return {
    guitars: sources(rig).flatMap(
      (box) => jackBy(box, (jack) => jack.direction === 'out' && isAudio(jack)) ?? [],
    ),
    radio: radioOf(boxes),
    pedals: boxes.filter(isPedal),
    units: boxes.flatMap((box) => unitOf(rig, box) ?? []),
    amplifiers: boxes.flatMap((box) => amplifierOf(box) ?? []),
    loads: [...loads.filter((load) => load.air), ...loads.filter((load) => !load.air)],
    attenuators: boxes.flatMap((box) => attenuatorOf(box) ?? []),
    microphones: boxes.flatMap((box) => {
      const air = jackBy(box, (jack) => jack.carries === 'air' && jack.direction === 'in');
      const out = jackBy(box, (jack) => jack.direction === 'out' && isWired(jack));
      return air && out && blocksOf(box, 'mic').length > 0 ? [{ box, air, out }] : [];
    }),
    dis: boxes.flatMap((box) => diOf(box) ?? []),
    outlets: outletsOf(rig),
  };
}
