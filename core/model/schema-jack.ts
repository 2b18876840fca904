import { z } from 'zod';
import {
  carries,
  connector,
  contact,
  figure,
  id,
  name,
  notNegativeFigure,
  notes,
  positiveFigure,
  trsType,
} from './schema-parts';

const groundTie = z.enum(['audio', 'chassis', 'transformer', 'lifted', 'none']);

export const isLoad = z.enum(['always', 'never', 'with-cabinet', 'by-switch']);

/** A way a switch sets a jack: level, pad, ground lift. */
const mode = z.looseObject({
  id,
  name,
  /** The jack's ground in this position of a lift switch; the jack's own where the switch does not touch it. */
  ground: groundTie.optional(),
  /** Of a unit's output: what this output mode is for. */
  suits: z.enum(['amplifier', 'direct']).optional(),
  /** What a pad in this position does to the level; 0 where there is none. */
  gainDb: figure.optional(),
  rIn: positiveFigure.optional(),
  cIn: notNegativeFigure.optional(),
  rOut: notNegativeFigure.optional(),
  nominalDbu: figure.optional(),
  maxDbu: figure.optional(),
  /** Of a loudspeaker jack: its ohms, and what it stands, in this position (a cabinet as stereo or mono). */
  ohm: positiveFigure.optional(),
  watts: positiveFigure.optional(),
  /** Whether it is a load in this position. */
  isLoad: isLoad.optional(),
  /** Of an output: a load inside is switched in. */
  internalLoad: z.boolean().optional(),
});

/** What a loudspeaker jack is: an output that may need a load, or an input that is one. */
const speakerFacts = z.looseObject({
  /** The stage behind this output may be damaged by running without a load. */
  needsLoad: z.boolean().default(false),
  /** A recorded load inside the amplifier, switched in: it may run with nothing plugged. */
  internalLoad: z.boolean().default(false),
  isLoad: isLoad.default('never'),
  /** The tap's ohms on an output, the impedance on a load. */
  ohm: positiveFigure.optional(),
  minOhm: positiveFigure.optional(),
  watts: positiveFigure.optional(),
  bridged: z.enum(['yes', 'no', 'unknown']).default('no'),
  stage: z.enum(['valve', 'solid', 'solid-transformer', 'class-d']).optional(),
  /** Of an output or a through jack: what is plugged here is in series with the rest, as some extension jacks are. */
  inSeries: z.boolean().optional(),
  /** Of the input of a speaker switcher: whether the next load is there before the last one is gone. */
  switching: z.enum(['makes-first', 'breaks-first', 'unknown']).optional(),
});

/** An outlet of a supply for pedals. */
const dcOutlet = z.looseObject({
  volts: positiveFigure,
  milliamps: positiveFigure.optional(),
  kind: z.enum(['dc', 'ac']).default('dc'),
  polarity: z.enum(['centre-negative', 'centre-positive']).optional(),
  /** Outlets of one group share their ground; null: isolated. */
  group: name.nullable(),
});

/** An outlet of a strip or distributor, or the courtesy outlet of a box. */
const mainsOutlet = z.looseObject({
  volts: positiveFigure.optional(),
  amps: positiveFigure.optional(),
  earthed: z.boolean().default(true),
  /** Behind a transformer: it gives `volts`, whatever comes in. */
  transforms: z.boolean().optional(),
  /** Outlets of one group share what they are rated for. */
  group: name.nullable().default(null),
});

export const jackSchema = z.looseObject({
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
  /** Which of two sides it is, where each goes through the box by itself. */
  side: z.enum(['left', 'right']).optional(),
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
  ground: groundTie.default('audio'),
  speaker: speakerFacts.optional(),
  /** No knob moves the level of this output. */
  fixedUnity: z.boolean().optional(),
  dcOutlet: dcOutlet.optional(),
  mainsOutlet: mainsOutlet.optional(),
  /** The outlet of the stage's mains that this box's own mains lead is in. */
  wallOutlet: id.optional(),
  /** Of a microphone input: its 48 V; inputs of one box that name the same switch go together. */
  phantom: z.looseObject({ is: z.enum(['on', 'off']).default('off'), switch: name.optional() }).optional(),
  /** Of an output: what 48 V does to it. */
  wantsPhantom: z.enum(['wanted', 'harmless', 'never']).optional(),
  /** Of an expression jack: the pole on which a pedal has its wiper, or an input wants it. */
  wiper: z.enum(['tip', 'ring']).optional(),
  /** Of a MIDI output: what the box says itself, what comes in, or both. */
  passes: z.enum(['own', 'through', 'both']).optional(),
  /** Of a MIDI jack on TRS: A has pin 5 on the tip, B on the ring. */
  trsType: trsType.optional(),
  /** What a switch input puts on the contact; on an output, the most that its contacts stand. */
  switchVolts: notNegativeFigure.optional(),
  /** Of a switch output: what its contacts are; neither is said: as its plug has it, either way. */
  tip: contact.optional(),
  ring: contact.optional(),
  notes,
});
