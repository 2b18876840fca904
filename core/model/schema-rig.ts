import { z } from 'zod';
import { boxSchema } from './schema-box';
import { leadSchema } from './schema-lead';
import {
  day,
  emptyLayer,
  id,
  jackRef,
  name,
  notNegative,
  notes,
  partKey,
  stateLayer,
  turn,
} from './schema-parts';
import { DEFAULT_STOCK_M, EFFECT_CATEGORIES, FORMAT, LIMITS, SEVERITIES, VERSION } from './terms';

const place = z.looseObject({
  id,
  name,
  /** From the left-hand neighbour, metres; of no meaning for the first place. */
  distanceM: notNegative.max(LIMITS.lengthM, `at most ${LIMITS.lengthM} m`),
  distanceBy: z.enum(['assumed', 'hand']).default('hand'),
  dropM: notNegative.max(LIMITS.lengthM, `at most ${LIMITS.lengthM} m`),
  enclosed: z.boolean().default(false),
  fieldUt: notNegative.optional(),
  /** Mains boxes in it touch by their chassis: rack ears, a metal frame. */
  chassisJoined: z.boolean().optional(),
  /** Of a closed place: what keeps it cool; empty or absent: nothing is noted. */
  ventilation: name.optional(),
  notes,
});

const mains = z.looseObject({
  volts: z.number().gt(0).optional(),
  hertz: z.number().gt(0).optional(),
  circuits: z.array(z.looseObject({ id, name, amps: z.number().gt(0).optional() })).default([]),
  outlets: z
    .array(
      z.looseObject({
        id,
        name,
        circuit: id,
        /** Outlets of one group hang on one distribution. */
        group: name.default(''),
        /** Where on the stage it is. */
        place: id.optional(),
      }),
    )
    .default([]),
  earthDifferences: z.array(z.looseObject({ a: id, b: id, volts: notNegative })).default([]),
});

const stage = z.looseObject({
  places: z.array(place).min(1, 'a stage has at least one place'),
  mains: mains.prefault({}),
  stockM: z.array(z.number().gt(0).max(LIMITS.lengthM)).default(DEFAULT_STOCK_M),
});

/** House limits with the field's defaults; units are in the names. */
const limits = z.looseObject({
  toneDb: z.number().default(1.5),
  /** The lead that straight-in is played by, and what a bass or a piezo is then played into. */
  toneLeadM: z.number().gt(0).max(LIMITS.lengthM).default(5.5),
  toneLeadPfPerM: z.number().gt(0).max(1000).default(100),
  bassOhm: z.number().gt(0).default(4.7e6),
  piezoOhm: z.number().gt(0).default(10e6),
  weakDriveDb: z.number().default(0.5),
  /** A passive source wants this load at least; a bass or a piezo the second. */
  guitarLoadOhm: z.number().gt(0).default(470e3),
  bassLoadOhm: z.number().gt(0).default(1e6),
  /** A buffer that changes no sound by so much is spare. */
  spareDb: z.number().default(0.3),
  /** The bass corner of an isolator. */
  isolatorHz: z.number().gt(0).default(40),
  /** Another mode that gains so much of signal to noise is told of. */
  lowLevelDb: z.number().default(3),
  headroomConverterDb: z.number().default(6),
  headroomAnalogueDb: z.number().default(0),
  unityNoteDb: z.number().default(0.5),
  unityCautionDb: z.number().default(1),
  soundsDb: z.number().default(2),
  noiseCautionDb: z.number().default(50),
  noiseNoteDb: z.number().default(60),
  humDb: z.number().default(50),
  /** An earth is proved anew after so many months. */
  earthMonths: z.number().int().min(1).max(120).default(12),
  /** What it costs to be rid of hum: the dearer, the later it is proposed. */
  costRestore: z.number().default(1),
  costGather: z.number().default(1),
  costOutlet: z.number().default(1),
  costRelay: z.number().default(2),
  costLift: z.number().default(2),
  costCap: z.number().default(3),
  costTwinCore: z.number().default(4),
  costTransformer: z.number().default(6),
  delayMs: z.number().default(10),
  conversions: z.number().int().min(0).default(4),
  presses: z.number().default(1),
  dcMarginPercent: z.number().default(20),
  mainsPercent: z.number().default(80),
  slackPercent: z.number().default(12),
  playerSlackPercent: z.number().default(40),
  unbalancedRunM: z.number().default(6),
});

const houseRules = z.looseObject({
  limits: limits.prefault({}),
  /** Which side this house takes where good technicians disagree: question → position. */
  schools: z.record(z.string().max(60), z.string().max(60)).default({}),
  /** What matters of routings, the first thing first; what is not named stands behind it as usual. */
  matters: z.array(z.string().max(60)).max(40).default([]),
});

const want = z.discriminatedUnion('type', [
  z.looseObject({
    type: z.literal('output'),
    id,
    at: jackRef,
    sounds: z.array(id).default([]),
    /** The night it is for; not said: the base, and every variant that has no wish of its own. */
    variant: id.optional(),
  }),
  z.looseObject({
    type: z.literal('effect'),
    id,
    box: id,
    block: id,
    where: z.enum(['ahead', 'after', 'either', 'pickup', 'unused']),
    category: z.enum(EFFECT_CATEGORIES).optional(),
  }),
  z.looseObject({ type: z.literal('matters'), id, order: z.array(name) }),
  z.looseObject({ type: z.literal('buy'), id, kind: name }),
]);

const sound = z.looseObject({
  id,
  name,
  /** The guitar it is played on; null: the first. */
  guitar: id.nullable().default(null),
  pickup: name.nullable().default(null),
  wish: z.looseObject({ levelDb: z.number().optional(), channel: name.optional() }).default({}),
  state: stateLayer.default(emptyLayer()),
  /** What the display of each box that is called by program shows: `22`, `12C`. */
  programs: z.record(id, z.string().min(1).max(20)).optional(),
  /** What is dialled in a sender for each box that it calls, as the sender counts: `23`, with bank bytes `0/3/23`. */
  dialled: z.record(id, z.string().min(1).max(20)).optional(),
  /** Whether what still rings is heard into the next sound. */
  tails: z.record(partKey, z.enum(['kept', 'cut'])).optional(),
  /** What each expression pedal moves. */
  moves: z
    .record(
      id,
      z.looseObject({
        box: id,
        control: id,
        /** Where the control is at the heel and at the toe; its whole way where nothing is said. */
        heel: turn.optional(),
        toe: turn.optional(),
        curve: z.enum(['even', 'early', 'late']).optional(),
        /** A block that the pedal switches on when it leaves the heel; one that is gone is passed over. */
        engages: z.string().max(60).optional(),
      }),
    )
    .optional(),
  messages: z
    .array(z.looseObject({ id, to: id, bytes: z.array(z.number().int().min(0).max(255)) }))
    .default([]),
  notes,
});

/** What the player or the trade wants of every sound, of blocks that are at work in it. */
const soundRule = z.looseObject({
  id,
  /** Exactly one of them, all or none of them, never all of them. */
  kind: z.enum(['one', 'together', 'never']),
  members: z.array(z.looseObject({ box: id, block: id })).max(12),
  /** The state that counts, where it is not any that is on: a channel. */
  states: z.record(partKey, id).optional(),
  /** In the player's own words. */
  words: name.default(''),
});

/** What a free switch does in a bank. */
const assignment = z.looseObject({
  id,
  box: id,
  switch: id,
  /** Counted from 0. */
  bank: z.number().int().min(0).max(998).default(0),
  /** The colour that its light is set to, by name. */
  light: z.string().max(40).optional(),
  act: z.discriminatedUnion('type', [
    z.looseObject({ type: z.literal('sound'), sound: id }),
    z.looseObject({ type: z.literal('steps'), blocks: z.array(z.looseObject({ box: id, block: id })) }),
    z.looseObject({ type: z.literal('tap') }),
  ]),
});

const variant = z.looseObject({
  id,
  name,
  /** Leads that are plugged otherwise than in the base. */
  leads: z.record(id, z.looseObject({ from: z.array(jackRef), to: z.array(jackRef) })).default({}),
  state: stateLayer.default(emptyLayer()),
  notes,
});

export const part = z.looseObject({
  type: z.enum(['box', 'jack', 'block', 'lead']),
  id: z.string().max(130),
});
const findingFigure = z.looseObject({ name, value: z.number(), unit: name });

const accepted = z.looseObject({
  id,
  code: name,
  parts: z.array(part),
  sound: id.nullable(),
  variant: id.nullable(),
  severity: z.enum(SEVERITIES),
  figures: z.array(findingFigure).default([]),
  reason: name,
  date: day,
});

const walk = z.looseObject({
  id,
  /** `moves`: from the wiring of one night to that of another; `listen`: shields lifted and restored, one lead at a time. */
  type: z.enum(['patch-up', 'test', 'moves', 'listen']),
  /** The night it leads to; null: the base wiring; not said: an older walk, of the base. */
  variant: id.nullable().optional(),
  /** The night it begins in; for moves only. */
  from: id.nullable().optional(),
  started: day,
  ended: day.nullable().default(null),
  venue: name.default(''),
  who: name.optional(),
  ticks: z
    .array(
      z.looseObject({
        step: z.string().max(200),
        mark: z.enum(['done', 'skipped']),
        note: name.default(''),
        value: z.number().optional(),
        /** Of a lead that was listened to: when the rig was quieter; `value` is by how many dB. */
        quieter: z.enum(['lifted', 'whole', 'alike']).optional(),
        at: day,
        /** What the step said when it was ticked; a changed step reopens. */
        basis: z.string().max(400).default(''),
      }),
    )
    .default([]),
});

const loom = z.looseObject({ id, name, label: name.default('') });

const song = z.looseObject({
  id,
  name,
  /** In the order in which they are called. */
  sounds: z.array(id).default([]),
  /** What it is played on, whatever its sounds say; null: as they say. */
  guitar: id.nullable().default(null),
  pickup: name.optional(),
  /** `standard`, `drop D`. */
  tuning: name.optional(),
  capo: z.number().int().min(0).max(24, 'a capo is at fret 0 to 24').optional(),
  /** Of the strings: `10–52`. */
  gauge: name.optional(),
  /** Who hands the guitar. */
  handedBy: name.optional(),
  /** Not played this time; it stays in the list. */
  out: z.boolean().optional(),
  notes,
});

const logEntry = z.looseObject({ id, date: day, text: z.string().max(LIMITS.notesLength) });

/** What the lists of a rig hold, so that one thing can be checked without all the others. */
export const ITEMS = {
  boxes: boxSchema,
  leads: leadSchema,
  sounds: sound,
  variants: variant,
  songs: song,
  switchPlan: assignment,
  soundRules: soundRule,
  looms: loom,
  wants: want,
  acceptedFindings: accepted,
  walks: walk,
  log: logEntry,
};

/** The whole document, as a file holds it. */
export const rigSchema = z.looseObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  id,
  title: name,
  notes,
  dates: z.looseObject({ created: day }),
  /** The number on paper, raised by hand. */
  revision: z.number().int().min(0).default(0),
  stage,
  houseRules: houseRules.prefault({}),
  wants: z.array(want).default([]),
  boxes: z.array(boxSchema).max(LIMITS.boxes),
  leads: z.array(leadSchema).max(LIMITS.leads),
  looms: z.array(loom).default([]),
  sounds: z.array(sound).min(1, 'a rig has at least one sound'),
  songs: z.array(song).default([]),
  /** What is under the foot: free switches by box and bank. */
  switchPlan: z.array(assignment).default([]),
  /** What must go together, and what must not. */
  soundRules: z.array(soundRule).default([]),
  /** What the base wiring is called beside its variants: `Cabinet night`. */
  baseName: name.optional(),
  variants: z.array(variant).default([]),
  acceptedFindings: z.array(accepted).default([]),
  walks: z.array(walk).default([]),
  log: z.array(logEntry).default([]),
});
