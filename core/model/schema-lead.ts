import { z } from 'zod';
import { connector, day, id, jackRef, name, notNegative, notes, trsType } from './schema-parts';
import { LEAD_KINDS, LIMITS } from './terms';

const plug = z.looseObject({
  connector,
  angle: z.enum(['straight', 'angled', 'flat']).default('straight'),
  silent: z.boolean().default(false),
});

const adapter = z.looseObject({ name, takes: connector, gives: connector });

const leadEnd = z.looseObject({
  /** None: loose. One: plugged there. Several: plugged into one of them at a time, as the sound says. */
  at: z.array(jackRef).default([]),
  plug,
  adapters: z.array(adapter).default([]),
});

export const leadSchema = z.looseObject({
  id,
  number: z.number().int().min(1).max(99_999),
  from: leadEnd,
  to: leadEnd,
  kind: z.enum(LEAD_KINDS),
  lengthM: notNegative.max(LIMITS.lengthM, `a lead is at most ${LIMITS.lengthM} m long`),
  lengthBy: z.enum(['computed', 'hand', 'measured']).default('computed'),
  /** Of its cable, farad a metre; what is usual where nothing is said. */
  faradPerM: z.number().gt(0).max(1e-9, 'at most 1000 pF/m').optional(),
  makeup: z.enum(['soldered', 'solderless', 'moulded', 'unknown']).default('unknown'),
  break: z
    .looseObject({
      kind: z.enum(['none', 'lift', 'cap', 'transformer', 'twin-core']),
      end: z.enum(['from', 'to']).optional(),
    })
    .default({ kind: 'none' }),
  loom: id.optional(),
  /** Of a MIDI lead with TRS at one end: how its pins lie there. */
  trsType: trsType.optional(),
  /** Laid for a test or a night's mending; it is to go again. */
  temporary: z.boolean().optional(),
  label: name.default(''),
  measured: z
    .looseObject({
      shieldOhm: notNegative.optional(),
      coreOhm: notNegative.optional(),
      farad: notNegative.optional(),
      date: day.optional(),
    })
    .optional(),
  notes,
});
