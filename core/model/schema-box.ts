import { z } from 'zod';
import { blockSchema } from './schema-block';
import { jackSchema } from './schema-jack';
import { day, id, name, notNegative, notNegativeFigure, notes, positiveFigure, turn } from './schema-parts';
import { LIMITS, PORTS } from './terms';

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
  /** The wire is there only while something is plugged into this jack (switched normals of a junction box). */
  whilePlugged: id.optional(),
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
  /** The jacks whose level it moves: a master knob moves several outputs. */
  moves: z.array(id).optional(),
  sets: z.enum(['level', 'drive', 'tone', 'mix', 'other']).default('other'),
  law: z.discriminatedUnion('type', [
    z.looseObject({ type: z.literal('db'), lo: z.number(), hi: z.number() }),
    z.looseObject({
      type: z.literal('pot'),
      ohm: z.number().gt(0),
      taper: z.enum(['linear', 'audio', 'reverse', 'no-load']),
      /** Share of an audio track that the wiper has at half way; a tenth where nothing is said. */
      mid: z.number().min(0.02, 'from 0.02 to 0.49').max(0.49, 'from 0.02 to 0.49').optional(),
      /** A tone control's capacitor. */
      farad: z.number().gt(0).optional(),
      /** A treble bleed from the top of a volume control to its wiper: a capacitor, by itself or with a resistor. */
      bleed: z
        .looseObject({
          farad: z.number().gt(0),
          ohm: z.number().gt(0).optional(),
          joined: z.enum(['series', 'parallel']).default('series'),
        })
        .optional(),
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
  /** Nobody has read them off its plate: they are those of the kind as a rule. */
  isPlateAssumed: z.boolean().optional(),
  hertz: z.array(z.number().gt(0)).default([]),
  leakageUa: notNegativeFigure.optional(),
  ventilation: name.default(''),
  dcVolts: z.looseObject({ low: z.number().gt(0), high: z.number().gt(0) }).optional(),
  dcMilliamps: positiveFigure.optional(),
  dcKind: z.enum(['dc', 'ac']).optional(),
  dcPolarity: z.enum(['centre-negative', 'centre-positive']).optional(),
  /** What all outlets of a supply may give together. */
  dcTotalMilliamps: positiveFigure.optional(),
  positiveGround: z.boolean().default(false),
});

/** A loop by its jacks: where the signal leaves the box and comes back. One jack for both is an insert. */
const loop = z.looseObject({
  id,
  name,
  /** One jack a side, or two: left and right. */
  sends: z.array(id).min(1, 'one jack at least').max(2, 'two jacks at most'),
  returns: z.array(id).min(1, 'one jack at least').max(2, 'two jacks at most'),
  /** Where the loop may stand in the unit's path: an analogue one often first only. */
  stands: z.enum(['anywhere', 'first']).default('anywhere'),
});

/** How a display writes programs: `22`, `12C`, `03-2`, `C04`. */
const counting = {
  /** What the display calls the first program. */
  countsFrom: z.number().int().min(0).max(999).optional(),
  /** Programs the display has under one number, told apart by letters: 4 is 1A to 1D; with `slots` the banks, A1 to D8. */
  letters: z.number().int().min(1).max(26).optional(),
  /** Places under one number, 03-2, or under one letter. */
  slots: z.number().int().min(2).max(128).optional(),
  slotsCountFrom: z.number().int().min(0).max(1).optional(),
  /** Numbers are filled up to so many digits. */
  digits: z.number().int().min(1).max(4).optional(),
};

const ccNumber = z.number().int().min(0, 'from 0 to 127').max(127, 'from 0 to 127');
const midiChannel = z.number().int().min(0).max(16);

/** How a receiver counts and what it wants ahead of a program change; how it counts what it sends. */
const midi = z.looseObject({
  /** 0 hears every channel. */
  channel: midiChannel.optional(),
  ...counting,
  /** Programs of one bank on the wire. */
  programs: z.number().int().min(1).max(128).optional(),
  banks: z.number().int().min(1).max(16_384).optional(),
  /** Where the number of the bank goes: CC 0, CC 32, both as one number, or nowhere. */
  bankBytes: z.enum(['none', 'msb', 'lsb', '14-bit']).optional(),
  banksCountFrom: z.number().int().min(0).max(1).optional(),
  /** How it counts what it sends to others, where otherwise than its own programs. */
  sends: z.looseObject(counting).optional(),
  /** What it hears by control changes. */
  ccs: z
    .array(
      z.looseObject({
        id,
        cc: ccNumber,
        /** A switch follows the value, a toggle turns at each message. */
        does: z.enum(['switch', 'toggle', 'tap', 'bank-up', 'bank-down', 'knob']),
        block: id.optional(),
        control: id.optional(),
      }),
    )
    .max(128)
    .optional(),
});

/** What is set in a sender for one box that hears it. */
const sent = z.looseObject({
  id,
  to: id,
  channel: midiChannel.min(1, 'from 1 to 16').optional(),
  /** Numbers of control changes, by what the other end hears of them; what is gone there is passed over. */
  ccs: z.array(z.looseObject({ id, hears: z.string().max(60), cc: ccNumber })).default([]),
});

/** A switch under the foot, and what a press of it does. */
const footSwitch = z.looseObject({
  id,
  label: name,
  /** Latching stays as it is left, momentary gives an impulse: what a contact passes on. */
  action: z.enum(['momentary', 'latching']).default('momentary'),
  /** Free: what it does is for the rig to say. */
  does: z.enum(['free', 'steps', 'contact', 'bank-up', 'bank-down', 'tap']).default('free'),
  /** Of one that steps: what goes to its next state, together. */
  blocks: z.array(id).optional(),
  /** Of a contact: the jack and its pole that it closes. */
  jack: id.optional(),
  pole: z.enum(['tip', 'ring']).optional(),
});

/** Of a box whose switches call other sounds in each bank. */
const banks = z.looseObject({
  count: z.number().int().min(1).max(999),
  /** From the last on to the first. */
  wraps: z.boolean().default(true),
});

/** Of a box with digital jacks: whether its own clock leads or it follows the one that comes in, and how fast. */
const clock = z.looseObject({
  source: z.enum(['own', 'input']),
  rateHz: z.number().gt(0).optional(),
});

/** What a model of gear is, wherever it stands and whatever it is called. */
const model = {
  tripMs: notNegativeFigure.optional(),
  /** From being called to being changed over, ms: its relays, or the time that a preset takes to load. */
  changeMs: notNegativeFigure.optional(),
  dropM: notNegative.max(LIMITS.lengthM).optional(),
  jacks: z.array(jackSchema).default([]),
  blocks: z.array(blockSchema).default([]),
  patches: z
    .array(patch)
    .min(1, 'a box has at least one inner wiring')
    .default([{ id: 'inside', name: 'Inside', wires: [] }]),
  /** The inner wiring at rest. */
  patch: id.default('inside'),
  loops: z.array(loop).optional(),
  /** How many blocks, loops and relays the unit has room for. */
  slots: z.looseObject({ blocks: z.number().int().min(0).optional() }).optional(),
  controls: z.array(control).default([]),
  hidden: z
    .array(
      z.looseObject({
        id,
        label: name,
        value: name,
        note: name.default(''),
        /** How it stood when a sound was set up. */
        assumed: z.array(z.looseObject({ sound: id, value: name })).optional(),
      }),
    )
    .default([]),
  power: power.prefault({}),
  size: z
    .looseObject({ widthMm: z.number().gt(0), depthMm: z.number().gt(0), heightMm: z.number().gt(0) })
    .optional(),
  /** Not said: each block that is switched by hand has its own. */
  switches: z.array(footSwitch).optional(),
  banks: banks.optional(),
  midi: midi.optional(),
  clock: clock.optional(),
};

/** A model: an entry of the catalogue or of one's own shelf, copied into rigs. */
export const modelSchema = z.looseObject({
  id,
  /** Raised whenever its figures change, so that a rig can offer the newer ones. */
  revision: z.number().int().min(0),
  kind: name,
  ...model,
});

/** A box in a rig: an instance, which carries all that its model says. */
export const boxSchema = z.looseObject({
  id,
  name,
  tag: z.string().min(1).max(LIMITS.tagLength, `a tag has at most ${LIMITS.tagLength} characters`),
  /** What it is called in the catalogue; words for people, read by no analysis. */
  kind: name,
  /** The model it was copied from. */
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
  /** It is in for a test or for one night, and goes again. */
  temporary: z.boolean().optional(),
  ...model,
  /** Of an expression pedal: what its input showed at the heel and at the toe, when that was set. */
  calibrated: z
    .looseObject({ at: z.string().max(130), heel: z.number(), toe: z.number(), date: day })
    .optional(),
  /** What it is set to send to others. */
  sent: z.array(sent).max(64).optional(),
  memory: z
    .looseObject({
      stored: z
        .array(
          z.looseObject({
            sound: id,
            date: day,
            /** What the sound was to be in this box then; another one since is to be stored again. */
            basis: z.string().max(40).optional(),
          }),
        )
        .default([]),
    })
    .optional(),
  notes,
});
