import { z } from 'zod';
import {
  carries,
  connector,
  day,
  figure,
  id,
  name,
  notNegative,
  notNegativeFigure,
  notes,
  positiveFigure,
  turn,
} from './schema-parts';
import { EFFECT_CATEGORIES, LIMITS, PORTS } from './terms';

const mode = z.looseObject({
  id,
  name,
  rIn: positiveFigure.optional(),
  cIn: notNegativeFigure.optional(),
  rOut: notNegativeFigure.optional(),
  nominalDbu: figure.optional(),
  maxDbu: figure.optional(),
});

/** What a loudspeaker jack is: an output that may need a load, or an input that is one. */
const speakerFacts = z.looseObject({
  /** The stage behind this output may be damaged by running without a load. */
  needsLoad: z.boolean().default(false),
  /** A recorded load inside the amplifier, switched in: it may run with nothing plugged. */
  internalLoad: z.boolean().default(false),
  isLoad: z.enum(['always', 'never', 'with-cabinet', 'by-switch']).default('never'),
  /** The tap's ohms on an output, the impedance on a load. */
  ohm: positiveFigure.optional(),
  minOhm: positiveFigure.optional(),
  watts: positiveFigure.optional(),
  bridged: z.enum(['yes', 'no', 'unknown']).default('no'),
  stage: z.enum(['valve', 'solid', 'solid-transformer', 'class-d']).optional(),
});

const jack = z.looseObject({
  id,
  label: name,
  panel: z.enum(['front', 'rear', 'top', 'side']).default('rear'),
  direction: z.enum(['in', 'out', 'through', 'both']),
  carries,
  connector,
  balance: z
    .enum(['unbalanced', 'driven', 'impedance', 'cross-coupled', 'transformer'])
    .default('unbalanced'),
  channels: z.number().int().min(1).max(64).default(1),
  modes: z.array(mode).default([]),
  /** The mode at rest; null where the jack has one way to be only. */
  mode: id.nullable().default(null),
  /** This jack hears the named one until a plug is in itself. */
  normalledFrom: id.optional(),
  brokenBySendToo: z.boolean().default(false),
  /** More than one link may stand here (a loudspeaker's air, a bank of outlets drawn as one). */
  mult: z.boolean().default(false),
  /** An analogue jack of a digital path: in at one and out at another is a converter trip. */
  converts: z.boolean().default(false),
  ground: z.enum(['audio', 'chassis', 'transformer', 'lifted', 'none']).default('audio'),
  speaker: speakerFacts.optional(),
  switchVolts: notNegativeFigure.optional(),
  notes,
});

const blockState = z.looseObject({
  id,
  name,
  /** Nothing comes out in this state (a tuner that mutes). */
  mutes: z.boolean().default(false),
  gainSmallDb: figure.optional(),
  ceilingDbu: figure.optional(),
  levelAfterDb: figure.optional(),
  rIn: positiveFigure.optional(),
  cIn: notNegativeFigure.optional(),
  rOut: notNegativeFigure.optional(),
  noiseInDbu: figure.optional(),
  noiseOutDbu: figure.optional(),
  latencyMs: notNegativeFigure.optional(),
  inverts: z.boolean().default(false),
  /** Share of the processed signal, 0 dry to 1 wet only. */
  mix: turn.optional(),
});

const ROLES = [
  'source',
  'effect',
  'preamp',
  'ampModel',
  'cabModel',
  'loop',
  'power',
  'speaker',
  'monitor',
  'mic',
  'mix',
  'buffer',
  'split',
  'merge',
  'mute',
] as const;

const pickup = z.looseObject({
  id,
  name,
  rOhm: positiveFigure.optional(),
  lHenry: positiveFigure.optional(),
  cFarad: notNegativeFigure.optional(),
  averageDbu: figure.optional(),
  peakDbu: figure.optional(),
  humMvPerUt: notNegativeFigure.optional(),
});

const block = z.looseObject({
  id,
  name,
  role: z.enum(ROLES),
  category: z.enum(EFFECT_CATEGORIES).optional(),
  channelsIn: z.number().int().min(1).max(2).default(1),
  channelsOut: z.number().int().min(1).max(2).default(1),
  states: z.array(blockState).min(1, 'a block has at least one state'),
  /** The state at rest. */
  state: id,
  meantToClip: z.boolean().default(false),
  wantsPickup: z.boolean().default(false),
  bypassKind: z.enum(['none', 'true', 'buffered', 'hung', 'relay']).default('none'),
  passesUnpowered: z.boolean().default(false),
  movable: z.boolean().default(false),
  twinOf: id.optional(),
  /** Can this be switched from the sound's preset, or only by hand at the box? */
  switchedBy: z.enum(['hand', 'preset']).default('hand'),
  pickups: z.array(pickup).default([]),
  selector: z.array(name).default([]),
});

/** An end of an inner wire: a jack, or a port of a block. */
const innerEnd = z.union([z.looseObject({ jack: id }), z.looseObject({ block: id, port: z.enum(PORTS) })]);

const wire = z.looseObject({
  from: innerEnd,
  to: innerEnd,
  /** One side of a stereo end only. */
  fromChannel: z.enum(['left', 'right']).optional(),
  toChannel: z.enum(['left', 'right']).optional(),
  /** The wire is there only while nothing is plugged into this jack (left/mono outputs). */
  whileOpen: id.optional(),
});

const patch = z.looseObject({ id, name, wires: z.array(wire).default([]) });

const control = z.looseObject({
  id,
  label: name,
  actsOn: z.union([
    z.looseObject({ block: id }),
    z.looseObject({ jack: id }),
    z.looseObject({ box: z.literal(true) }),
  ]),
  sets: z.enum(['level', 'drive', 'tone', 'mix', 'other']).default('other'),
  law: z.discriminatedUnion('type', [
    z.looseObject({ type: z.literal('db'), lo: z.number(), hi: z.number() }),
    z.looseObject({
      type: z.literal('pot'),
      ohm: z.number().gt(0),
      taper: z.enum(['linear', 'audio', 'reverse', 'no-load']),
    }),
    z.looseObject({ type: z.literal('positions'), names: z.array(name).min(1) }),
    z.looseObject({ type: z.literal('unknown') }),
  ]),
  /** null: nobody has noted it. */
  position: turn.nullable().default(null),
  basis: z.string().max(40).nullable().default(null),
});

const power = z.looseObject({
  class: z.enum(['I', 'II', 'low', 'none']).default('none'),
  earthProved: z.looseObject({ by: name, date: day }).optional(),
  earth: z.enum(['kept', 'lifted', 'missing', 'unknown']).default('unknown'),
  va: positiveFigure.optional(),
  volts: z.array(z.number().gt(0)).default([]),
  hertz: z.array(z.number().gt(0)).default([]),
  leakageUa: notNegativeFigure.optional(),
  ventilation: name.default(''),
  dcVolts: z.looseObject({ low: z.number().gt(0), high: z.number().gt(0) }).optional(),
  dcMilliamps: positiveFigure.optional(),
  dcKind: z.enum(['dc', 'ac']).optional(),
  dcPolarity: z.enum(['centre-negative', 'centre-positive']).optional(),
  positiveGround: z.boolean().default(false),
});

export const boxSchema = z.looseObject({
  id,
  name,
  tag: z.string().min(1).max(LIMITS.tagLength, `a tag has at most ${LIMITS.tagLength} characters`),
  /** The catalogue entry it was copied from; words for people, read by no analysis. */
  kind: name,
  from: z
    .looseObject({ item: name, revision: z.number().int().min(0) })
    .nullable()
    .default(null),
  place: id,
  /** Order among equals in its place; a hint, not a coordinate. */
  order: z.number(),
  folded: z.enum(['auto', 'open', 'folded']).default('auto'),
  /** `lead`: a lead with three or more ends, kept as a box. */
  part: z.enum(['box', 'lead']).default('box'),
  dropM: notNegative.max(LIMITS.lengthM).optional(),
  tripMs: notNegativeFigure.optional(),
  jacks: z.array(jack).default([]),
  blocks: z.array(block).default([]),
  patches: z
    .array(patch)
    .min(1, 'a box has at least one inner wiring')
    .default([{ id: 'inside', name: 'Inside', wires: [] }]),
  /** The inner wiring at rest. */
  patch: id.default('inside'),
  /** How many blocks, loops and relays the unit has room for. */
  slots: z.looseObject({ blocks: z.number().int().min(0).optional() }).optional(),
  controls: z.array(control).default([]),
  hidden: z.array(z.looseObject({ id, label: name, value: name, note: name.default('') })).default([]),
  power: power.prefault({}),
  size: z
    .looseObject({ widthMm: z.number().gt(0), depthMm: z.number().gt(0), heightMm: z.number().gt(0) })
    .optional(),
  midi: z
    .looseObject({
      channel: z.number().int().min(0).max(16).optional(),
      countsFrom: z.number().int().optional(),
    })
    .optional(),
  memory: z.looseObject({ stored: z.array(z.looseObject({ sound: id, date: day })).default([]) }).optional(),
  notes,
});
