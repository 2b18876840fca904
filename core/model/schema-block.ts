import { z } from 'zod';
import {
  contact,
  eqSetting,
  figure,
  id,
  name,
  notNegativeFigure,
  positiveFigure,
  turn,
} from './schema-parts';
import { isLoad } from './schema-jack';
import { EFFECT_CATEGORIES, PORTS } from './terms';

const blockState = z.looseObject({
  id,
  name,
  /** Nothing comes out in this state (a tuner that mutes). */
  mutes: z.boolean().default(false),
  /** Ports that are joined in this state (a selector's A: in and out); all of them where none is named. */
  passes: z.array(z.enum(PORTS)).min(1, 'a state passes one port at least').optional(),
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
  /** Of what stands behind a loudspeaker input: whether it is a load in this position, and its ohms then. */
  isLoad: isLoad.optional(),
  loadOhm: positiveFigure.optional(),
  /** Of a channel: the power that it is set to (`full`, `half`); changing between unlike ones pops. */
  powerSetting: z.string().max(40).optional(),
  /** The program that calls it, as the display of its box shows it. */
  program: z.string().min(1).max(20).optional(),
  /** The colour of its light, by name. */
  light: z.string().max(40).optional(),
  /** Of an amp model: what of an amplifier it stands for. */
  models: z.enum(['preamp', 'power', 'amplifier']).optional(),
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
  /** Losses in the metal around it, as a resistance across its coil. */
  eddyOhm: positiveFigure.optional(),
  averageDbu: figure.optional(),
  peakDbu: figure.optional(),
  humMvPerUt: notNegativeFigure.optional(),
});

/** What a position of the selector joins. */
const combination = z.looseObject({
  /** The position's printed name. */
  name,
  joined: z.enum(['parallel', 'series']).default('parallel'),
  coils: z
    .array(
      z.looseObject({
        pickup: id,
        /** One coil of the two. */
        half: z.boolean().optional(),
        /** Its two ends exchanged: out of phase. */
        flipped: z.boolean().optional(),
      }),
    )
    .min(1, 'a position joins one pickup at least')
    .max(4, 'a position joins four pickups at most'),
});

/** A band of an equaliser. */
const band = z.looseObject({
  type: z.enum(['low-shelf', 'peak', 'high-shelf']).default('peak'),
  hz: z.number().gt(0, 'more than 0').max(100_000),
  q: z.number().gt(0).max(30).optional(),
});

/** A cabinet's impulse response: the file by its name and fingerprint, and its curve at 97 frequencies, dB. */
const impulse = z.looseObject({
  name,
  sha256: z.string().regex(/^[0-9a-f]{64}$/, '64 digits from 0 to f'),
  rateHz: z.number().gt(0).max(1_000_000),
  curveDb: z.array(z.number().min(-200).max(0)).length(97),
});

/** A block of a box: one thing that can be done to a signal, in one of its states. */
export const blockSchema = z.looseObject({
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
  /** It is in for a test, and goes again. */
  temporary: z.boolean().optional(),
  /** Can this be switched from the sound's preset, or only by hand at the box? */
  switchedBy: z.enum(['hand', 'preset']).default('hand'),
  /**
   * The contacts at switch inputs that change it, between two of its states or, at each impulse, to the next. A later
   * one that is closed outdoes those before it.
   */
  contacts: z
    .array(
      z.looseObject({
        id,
        jack: id,
        pole: z.enum(['tip', 'ring']).default('tip'),
        is: contact.default('latching'),
        open: id.optional(),
        closed: id.optional(),
      }),
    )
    .optional(),
  pickups: z.array(pickup).default([]),
  selector: z.array(name).default([]),
  /** What its positions join, where it is not one pickup after the other with both between. */
  combinations: z.array(combination).optional(),
  /** Where the tone control stands: ahead of the volume control, or at its wiper. */
  toneAt: z.enum(['pickup', 'wiper']).optional(),
  /** The screened wire between controls and jack. */
  innerFarad: notNegativeFigure.optional(),
  /** Of an equaliser, where they are not the usual seven. */
  bands: z.array(band).min(1).max(31, 'an equaliser has 31 bands at most').optional(),
  /** How it is set at rest. */
  eq: eqSetting.optional(),
  impulse: impulse.optional(),
  /** What is played: what an input is meant to be for it. */
  instrument: z.enum(['guitar', 'bass', 'piezo']).optional(),
});
