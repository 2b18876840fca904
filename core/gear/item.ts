// One's own gear: what an item of the gear shelf is, how it is begun, and what must hold in it.
import { z } from 'zod';
import { modelOf, type Kind } from '../catalog';
import {
  checkOneBox,
  clone,
  formatPath,
  freshId,
  instanceOf,
  LIMITS,
  modelSchema,
  slug,
  type Box,
  type Known,
  type Model,
  type Problem,
} from '../model';

const text = z.string().max(LIMITS.nameLength, `at most ${LIMITS.nameLength} characters`);
const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'a date is written YYYY-MM-DD');

/** What an item has beside the model that is copied into rigs. */
const ownFacts = {
  name: text.refine((name) => name.trim() !== '', 'a box has a name'),
  /** What one types for it in a line of gear, beside its name and kind. */
  words: z.array(text).default([]),
  place: z.enum(['player', 'floor', 'backline', 'desk']).default('floor'),
  part: z.enum(['box', 'lead']).default('box'),
  price: z
    .looseObject({
      amount: z.number().min(0, '0 or more'),
      currency: z.string().regex(/^[A-Z]{3}$/, 'three capital letters, such as EUR'),
      date: day.optional(),
    })
    .optional(),
  /** What was done to this very box: valves, cleaning, a new switch. */
  service: z
    .array(z.looseObject({ id: z.string(), date: day, what: text, by: text.default('') }))
    .default([]),
  notes: z.string().max(LIMITS.notesLength, `at most ${LIMITS.notesLength} characters`).default(''),
};

/** An item of the gear shelf: a model with what is one's own of it. */
export const gearSchema = modelSchema.extend(ownFacts);

export type GearItem = Known<z.infer<typeof gearSchema>>;

const OWN = Object.keys(ownFacts) as (keyof typeof ownFacts)[];

/** What of an item is copied into a rig. */
export function modelOfItem(item: GearItem): Model {
  const own: readonly string[] = OWN;
  return Object.fromEntries(Object.entries(item).filter(([key]) => !own.includes(key))) as Model;
}

const ALONE = 'item';

/** The item as a box, for what looks at boxes. */
export const boxOfItem = (item: GearItem): Box => ({
  ...instanceOf(modelOfItem(item), { id: ALONE, name: item.name, tag: 'ITEM', place: 'x', order: 0 }),
  part: item.part,
});

/** A jack or a block is spoken of by what stands on it: schedule, labels and map would say nothing of one without. */
const unnamed = ({ jacks, blocks }: GearItem): readonly Problem[] => [
  ...jacks.flatMap(({ label }, i) =>
    label.trim() === '' ? [{ path: `jacks[${i}].label`, reason: 'a jack has a printed name' }] : [],
  ),
  ...blocks.flatMap(({ name }, i) =>
    name.trim() === '' ? [{ path: `blocks[${i}].name`, reason: 'a block has a name' }] : [],
  ),
];

export type Checked =
  | { readonly ok: true; readonly item: GearItem }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * What keeps an item off the shelf: types and ranges of every field, at least one jack, a name for each, ids told
 * apart, names of its own parts that lead somewhere. Never throws.
 */
export function checkItem(value: unknown): Checked {
  const parsed = gearSchema.safeParse(value);
  if (!parsed.success)
    return {
      ok: false,
      problems: parsed.error.issues.map(({ path, message }) => ({
        path: formatPath(path),
        reason: message,
      })),
    };
  const item: GearItem = parsed.data;
  const problems = [
    ...(item.jacks.length === 0 ? [{ path: 'jacks', reason: 'a box has one jack at least' }] : []),
    ...unnamed(item),
    // It stands alone: its parts are named without it.
    ...checkOneBox(boxOfItem(item)).map(({ path, reason }) => ({
      path,
      reason: reason.replace(`"${ALONE}/`, '"'),
    })),
  ];
  return problems.length > 0 ? { ok: false, problems } : { ok: true, item };
}

/** The id of a new item: of no kind, and of no item made elsewhere. @param salt a few random letters and digits */
export const newItemId = (name: string, salt: string): string => `own-${slug(name).slice(0, 30)}-${salt}`;

/** An item from nothing: a name, and no jack yet. */
export const emptyItem = (id: string): GearItem =>
  gearSchema.parse({ id, revision: 0, kind: 'Box', name: 'New box' });

/** An item that begins as a kind is: of the catalogue, or one's own. */
export function itemFromKind(kind: Kind, id: string): GearItem {
  const { name, place, part = 'box' } = kind;
  return gearSchema.parse({ ...clone(modelOf(kind)), id, revision: 0, name, place, part });
}

/** A copy of an item, to be made another. */
export const copyOfItem = (item: GearItem, id: string): GearItem => ({
  ...clone(item),
  id,
  revision: 0,
  name: `${item.name.slice(0, 190)} (copy)`,
  service: [],
});

const PLACES: readonly string[] = ['player', 'floor', 'backline', 'desk'];

/**
 * An item that begins as a box of a rig is, its figures and hidden settings with it. What belongs to that rig alone
 * stays there: knobs as noted, the outlet its mains lead is in.
 */
export function itemFromBox(box: Box, id: string): GearItem {
  const facts = Object.keys(modelSchema.shape).flatMap((key) =>
    Object.hasOwn(box, key) ? [[key, box[key as keyof Box]] as const] : [],
  );
  const { jacks, controls } = box;
  return gearSchema.parse({
    ...clone(Object.fromEntries(facts)),
    id,
    revision: 0,
    name: box.name,
    place: PLACES.includes(box.place) ? box.place : 'floor',
    part: box.part,
    notes: box.notes,
    jacks: jacks.map(({ wallOutlet: _, ...jack }) => clone(jack)),
    hidden: box.hidden.map(({ assumed: _, ...item }) => clone(item)),
    blocks: box.blocks.map(({ temporary: _, ...block }) => clone(block)),
    controls: controls.map((control) => ({ ...clone(control), position: null, basis: null })),
  });
}

/** An item as quick entry and the catalogue offer it. */
export function kindOfItem(item: GearItem): Kind {
  const said = [item.name, ...item.words, item.kind].map((words) =>
    words.trim().toLowerCase().replace(/\s+/g, ' '),
  );
  return {
    id: item.id,
    name: item.name,
    words: [...new Set(said)].filter((words) => words !== ''),
    hint: item.name.toLowerCase().includes(item.kind.toLowerCase()) ? 'your own' : `your own ${item.kind}`,
    place: item.place,
    ...(item.part === 'lead' ? { part: 'lead' as const } : {}),
    model: modelOfItem(item),
  };
}

/** An id for a part, told apart from those that its list has. */
export const newPartId = (label: string, list: readonly { readonly id: string }[]): string =>
  freshId(slug(label), new Set(list.map(({ id }) => id)));
