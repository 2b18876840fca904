import { z } from 'zod';
import { figure, id, name, notNegativeFigure, positiveFigure, turn } from './schema-parts';
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
  pickups: z.array(pickup).default([]),
  selector: z.array(name).default([]),
});
