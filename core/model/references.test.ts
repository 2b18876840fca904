import { describe, expect, test } from '@jest/globals';
import type { z } from 'zod';
import { namedRig } from '../testing/named-rig';
import { follow } from './follow';
import { applyEdit } from '../edits';
import { readRigValue } from '../file';
import { checkInvariants, produce, type Rig, type RigDraft } from './index';
import { forget, lostNames, renameAll } from './names';
import { BETWEEN_PARTS, DEPTH, INSIDE_A_BOX, type Named, type Reference } from './references';
import { id, jackRef, partKey } from './schema-parts';
import { part, rigSchema } from './schema-rig';

const REFERENCES: readonly Reference[] = [...INSIDE_A_BOX, ...BETWEEN_PARTS];

/** Every place of a schema that holds the id of something else, written as the table writes it. */
function named(schema: z.ZodType, at: string, found: string[]): readonly string[] {
  const { def } = schema as unknown as { def: { type: string } & Record<string, z.ZodType> };
  if (schema === id || schema === partKey) found.push(at);
  else if (schema === jackRef) found.push(`${at}.(box/jack)`);
  else if (schema === part) for (const to of ['box', 'jack', 'block', 'lead']) found.push(`${at}.(${to}:id)`);
  else if (def.type === 'object')
    for (const [field, inner] of Object.entries(def.shape as unknown as Record<string, z.ZodType>)) {
      if (field !== 'id') named(inner, at === '' ? field : `${at}.${field}`, found);
    }
  else if (def.type === 'array') named(def.element!, `${at}[]`, found);
  else if (def.type === 'record') {
    named(def.keyType!, `${at}{key}`, found);
    named(def.valueType!, `${at}{}`, found);
  } else if (def.type === 'union')
    for (const option of def.options as unknown as z.ZodType[]) named(option, at, found);
  else if (def.innerType) named(def.innerType, at, found);
  return found;
}

test('the table names every place of the schema that names something', () => {
  const inSchema = named(rigSchema, '', []).map((at) =>
    // A wish's block is told by two fields, and so is what a pedal moves, a switch, and what it steps.
    at
      .replace(/^wants\[\]\.(?:box|block)$/, 'wants[].(box/block)')
      .replace(/^sounds\[\]\.moves\{\}\.(?:box|control)$/, 'sounds[].moves{}.(box/control)')
      .replace(/^soundRules\[\]\.members\[\]\.(?:box|block)$/, 'soundRules[].members[].(box/block)')
      .replace(/^switchPlan\[\]\.(?:box|switch)$/, 'switchPlan[].(box/switch)')
      .replace(/^switchPlan\[\]\.act\.blocks\[\]\.(?:box|block)$/, 'switchPlan[].act.blocks[].(box/block)'),
  );
  expect([...new Set(inSchema)].sort()).toEqual(REFERENCES.map(({ at }) => at).sort());
});

function spots(rig: Rig, row: Reference): string[] {
  const found: string[] = [];
  follow(rig, row, (spot) => {
    found.push(spot.ids.join('/'));
    return 'stays';
  });
  return found;
}

const names = (rig: Rig, kind: Named, ids: string) =>
  REFERENCES.flatMap((row) =>
    row.to === kind || (kind === 'box' && DEPTH[row.to] > 1)
      ? spots(rig, row)
          .filter((name) => name === ids || name.startsWith(`${ids}/`))
          .map(() => row.at)
      : [],
  );

describe('each row of the table', () => {
  const rig = namedRig();

  test.each(REFERENCES.map((row) => [row.at, row] as const))('%s is found, and checked', (_, row) => {
    expect(spots(rig, row).length).toBeGreaterThan(0);
    const lost = structuredClone(rig);
    let path = '';
    follow(lost, row, (spot) => {
      if (path === '') spot.write([...spot.ids.slice(0, -1), 'nowhere']);
      path ||= spot.path;
      return 'stays';
    });
    const read = readRigValue(lost);
    expect(read.ok ? [] : read.problems.map(({ reason }) => reason).join()).toMatch(
      new RegExp(`there is no ${row.to} ".*nowhere.*"|names no`),
    );
  });
});

type Things = Readonly<Record<string, readonly { readonly id: string }[]>>;

/** Every thing that can be named, by its ids. */
function things(rig: Rig): readonly (readonly [Named, readonly string[]])[] {
  const inRig: Things = {
    place: rig.stage.places,
    circuit: rig.stage.mains.circuits,
    'mains outlet': rig.stage.mains.outlets,
    box: rig.boxes,
    lead: rig.leads,
    loom: rig.looms,
    sound: rig.sounds,
    variant: rig.variants,
  };
  const inBoxes = rig.boxes.flatMap((box) =>
    Object.entries({
      jack: box.jacks,
      block: box.blocks,
      control: box.controls,
      'inner wiring': box.patches,
    } satisfies Things).flatMap(([kind, list]) =>
      list.map((item) => [kind as Named, [box.id, item.id]] as const),
    ),
  );
  return [
    ...Object.entries(inRig).flatMap(([kind, list]) =>
      list.map((item) => [kind as Named, [item.id]] as const),
    ),
    ...inBoxes,
  ];
}

const LISTS: Partial<Record<Named, keyof Rig['boxes'][number]>> = {
  jack: 'jacks',
  block: 'blocks',
  control: 'controls',
  'inner wiring': 'patches',
};

function thing(draft: RigDraft, kind: Named, ids: readonly string[]): { id: string } {
  const of: Partial<Record<Named, readonly { id: string }[]>> = {
    place: draft.stage.places,
    circuit: draft.stage.mains.circuits,
    'mains outlet': draft.stage.mains.outlets,
    box: draft.boxes,
    lead: draft.leads,
    loom: draft.looms,
    sound: draft.sounds,
    variant: draft.variants,
  };
  const box = draft.boxes.find((b) => b.id === ids[0]);
  const list = LISTS[kind] ? (box?.[LISTS[kind]] as { id: string }[]) : of[kind];
  return list!.find((item) => item.id === ids.at(-1))!;
}

const renamed = (rig: Rig, kind: Named, ids: readonly string[], to: string): Rig =>
  produce(rig as RigDraft, (draft) => {
    renameAll(draft, kind, ids, to);
    thing(draft, kind, ids).id = to;
  });

describe('every thing of a rig', () => {
  const rig = namedRig();
  const all = things(rig);

  test('there and back under another id is the same document, and in between it is whole', () => {
    let moved = 0;
    for (const [kind, ids] of all) {
      const other = renamed(rig, kind, ids, 'another');
      expect(checkInvariants(other)).toEqual([]);
      expect(names(other, kind, ids.join('/'))).toEqual([]);
      const count = names(rig, kind, ids.join('/')).length;
      expect(names(other, kind, [...ids.slice(0, -1), 'another'].join('/'))).toHaveLength(count);
      expect(renamed(other, kind, [...ids.slice(0, -1), 'another'], ids.at(-1)!)).toEqual(rig);
      moved += count;
    }
    expect(all.length).toBeGreaterThan(80);
    expect(moved).toBeGreaterThan(250);
  });

  test('once forgotten is named nowhere but where it must be put right by hand', () => {
    const must = REFERENCES.filter(({ gone }) => gone === 'never').map(({ at }) => at);
    for (const [kind, ids] of all) {
      const left = produce(rig as RigDraft, (draft) => {
        forget(draft, kind, ids);
      });
      const still = names(left, kind, ids.join('/')).filter(
        (at) => !at.startsWith('boxes[]') || kind !== 'box',
      );
      expect(must).toEqual(expect.arrayContaining(still));
    }
  });

  test.each([
    ['removeBox', { id: 'fuzz' }],
    ['removeBox', { id: 'multi-effects' }],
    ['removeBox', { id: 'valve-head' }],
    ['removeBox', { id: 'guitar' }],
    ['removeLead', { id: 'lead-3' }],
    ['removeLead', { id: 'lead-6' }],
    ['removeSound', { id: 'sound-2' }],
    ['removeVariant', { id: 'night' }],
    ['removePatch', { box: 'fuzz', patch: 'other' }],
  ])('%s %j leaves no name behind', (edit, args) => {
    const applied = applyEdit(rig, { edit, arguments: args } as Parameters<typeof applyEdit>[1]);
    expect(lostNames(applied.rig)).toEqual([]);
    expect(applied.rig).not.toEqual(rig);
  });

  test('what was accepted of a thing goes with it, and comes back with it', () => {
    const { rig: without } = applyEdit(rig, { edit: 'removeBox', arguments: { id: 'fuzz' } });
    expect(without.acceptedFindings.map((one) => one.id)).toEqual(['a', 'b', 'block', 'lead']);
    const { rig: quiet } = applyEdit(rig, { edit: 'removeSound', arguments: { id: 'sound-2' } });
    expect(quiet.acceptedFindings.map((one) => one.id)).not.toContain('b');
    expect(quiet.boxes.find((box) => box.id === 'valve-head')!.memory!.stored).toEqual([]);
  });
});
