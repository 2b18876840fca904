import { z } from 'zod';
import { reasonOf } from './reasons';
import { CARRIES, CONNECTORS, FORBIDDEN_KEYS, LIMITS } from './terms';

// The library asks this wherever a schema is silent: said once for all schemas, those of gear and of files too.
z.config({ customError: reasonOf });

export const id = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,59}$/, 'an id is 1 to 60 small letters, digits and dashes')
  .refine((text) => !FORBIDDEN_KEYS.includes(text), 'this word cannot be an id');

/** `box/part`: names one jack, block or control of one box. */
export const partKey = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,59}\/[a-z0-9][a-z0-9-]{0,59}$/, 'a part is named box/part');

export const name = z.string().max(LIMITS.nameLength, `at most ${LIMITS.nameLength} characters`);
export const notes = z
  .string()
  .max(LIMITS.notesLength, `at most ${LIMITS.notesLength} characters`)
  .default('');
/** A number in SI units; infinities and not-a-number are refused by z.number itself. */
export const real = z.number();
export const positive = z.number().gt(0, 'more than 0');
export const notNegative = z.number().min(0, '0 or more');
/** A position of a knob: 0 fully down (7:00) to 1 fully up (5:00). */
export const turn = z.number().min(0, 'from 0 to 1').max(1, 'from 0 to 1');
export const day = z.string().regex(/^\d{4}-\d{2}-\d{2}/, 'a date begins with YYYY-MM-DD');

const figureOf = (value: z.ZodNumber) =>
  z.looseObject({
    value,
    source: z.enum(['assumed', 'manual', 'measured']),
    low: real.optional(),
    high: real.optional(),
    note: name.optional(),
    page: name.optional(),
    date: day.optional(),
  });

/** An electrical figure in SI units or decibels, with where it comes from and its plausible range. */
export const figure = figureOf(real);
/** A figure that cannot be zero or less: ohms, watts. */
export const positiveFigure = figureOf(positive);
export const notNegativeFigure = figureOf(notNegative);

export const carries = z.enum(CARRIES);

export const connector = z.enum(CONNECTORS);

/** What a switch contact is, or is wanted to be: it stays as it is left, or it gives an impulse. */
export const contact = z.enum(['latching', 'momentary', 'either']);

/** How five pins lie on a TRS plug. */
export const trsType = z.enum(['A', 'B']);

export const jackRef = z.looseObject({ box: id, jack: id });

/** How an equaliser, or the cuts of a cabinet model, are set: a gain for each band in its order, dB. */
export const eqSetting = z.looseObject({
  gainsDb: z.array(z.number().min(-40, 'from -40 to 40').max(40, 'from -40 to 40')).max(31),
  lowCutHz: z.number().gt(0).max(100_000).optional(),
  highCutHz: z.number().gt(0).max(100_000).optional(),
  /** What it was noted in. */
  basis: z.string().max(40).optional(),
});

/** What differs from the layer below: states of blocks, modes of jacks, knobs, inner wiring. */
export const stateLayer = z.looseObject({
  blocks: z.record(partKey, id).default({}),
  modes: z.record(partKey, id).default({}),
  controls: z
    .record(partKey, z.looseObject({ position: turn, basis: z.string().max(40).nullable().default(null) }))
    .default({}),
  patches: z.record(id, id).default({}),
  eq: z.record(partKey, eqSetting).optional(),
});

export const emptyLayer = () => ({ blocks: {}, modes: {}, controls: {}, patches: {} });
