// Random sequences of edits, for laws that must hold after any of them.
import fc from 'fast-check';
import { EditError, applyEdit, type Applied, type EditCall } from '../edits';
import { makePlace, makeSound, type Rig, type Scope } from '../model';
import { guitar, lead, pedal } from './rigs';

type Recipe = (rig: Rig, pick: <T>(items: readonly T[]) => T | undefined, n: number) => EditCall | undefined;

const next = (items: readonly { id: string }[], base: string) => {
  let n = items.length + 1;
  while (items.some((item) => item.id === `${base}-${n}`)) n += 1;
  return n;
};

const scopeOf: (rig: Rig, n: number) => Scope = (rig, n) => {
  const all: Scope[] = [
    { layer: 'rest' },
    ...rig.sounds.map((sound) => ({ layer: 'sound', id: sound.id }) as const),
    ...rig.variants.map((variant) => ({ layer: 'variant', id: variant.id }) as const),
  ];
  return all[n % all.length] ?? { layer: 'rest' };
};

const jacksOf = (rig: Rig, direction: 'in' | 'out') =>
  rig.boxes.flatMap((box) =>
    box.jacks.filter((jack) => jack.direction === direction).map((jack) => `${box.id}/${jack.id}`),
  );

const recipes: readonly Recipe[] = [
  (rig) => ({
    edit: 'addBox',
    arguments: { box: pedal(`pedal-${next(rig.boxes, 'pedal')}`, { tag: `P${next(rig.boxes, 'pedal')}` }) },
  }),
  (rig) => ({
    edit: 'addBox',
    arguments: {
      box: { ...guitar(`guitar-${next(rig.boxes, 'guitar')}`), tag: `G${next(rig.boxes, 'guitar')}` },
    },
  }),
  (rig, pick) => {
    const box = pick(rig.boxes);
    return box && { edit: 'removeBox', arguments: { id: box.id } };
  },
  (rig, pick, n) => {
    const [from, to] = [pick(jacksOf(rig, 'out')), pick(jacksOf(rig, n % 5 === 0 ? 'out' : 'in'))];
    const number = Math.max(0, ...rig.leads.map((l) => l.number)) + 1;
    return from && to
      ? { edit: 'plug', arguments: { lead: lead(number, from, to), scope: scopeOf(rig, n) } }
      : undefined;
  },
  (rig, pick, n) => {
    const target = pick(rig.leads);
    return (
      target && {
        edit: 'unplug',
        arguments: { lead: target.id, side: n % 2 ? 'from' : 'to', scope: scopeOf(rig, n) },
      }
    );
  },
  (rig, pick, n) => {
    const [a, b] = [pick(rig.leads), pick(rig.leads)];
    return (
      a &&
      b && {
        edit: 'exchangeEnds',
        arguments: {
          a: { lead: a.id, side: 'to' },
          b: { lead: b.id, side: n % 2 ? 'from' : 'to' },
          scope: scopeOf(rig, n),
        },
      }
    );
  },
  (rig, pick) => {
    const target = pick(rig.leads);
    return target && { edit: 'removeLead', arguments: { id: target.id } };
  },
  (rig, pick, n) => {
    const target = pick(rig.leads);
    return target && { edit: 'setLeadLength', arguments: { id: target.id, lengthM: n % 40, by: 'hand' } };
  },
  (rig, pick, n) => {
    const box = pick(rig.boxes.filter((b) => b.kind === 'pedal'));
    const scope = scopeOf(rig, n);
    return (
      box && {
        edit: 'setBlockState',
        arguments: {
          box: box.id,
          block: 'effect',
          state: n % 3 ? 'off' : scope.layer === 'rest' ? 'on' : null,
          scope,
        },
      }
    );
  },
  (rig, pick, n) => {
    const box = pick(rig.boxes.filter((b) => b.kind === 'pedal'));
    return (
      box && {
        edit: 'setControl',
        arguments: {
          box: box.id,
          control: 'level',
          position: (n % 11) / 10,
          basis: null,
          scope: scopeOf(rig, n),
        },
      }
    );
  },
  (rig) => ({
    edit: 'addSound',
    arguments: { sound: makeSound(`sound-${next(rig.sounds, 'sound')}`, 'New'), index: 0 },
  }),
  (rig, pick) => {
    const sound = pick(rig.sounds);
    return sound && { edit: 'removeSound', arguments: { id: sound.id } };
  },
  (rig) => ({
    edit: 'addVariant',
    arguments: {
      variant: {
        id: `variant-${next(rig.variants, 'variant')}`,
        name: 'V',
        leads: {},
        state: makeSound('x', 'x').state,
        notes: '',
      },
    },
  }),
  (rig, _pick, n) => ({
    edit: 'addPlace',
    arguments: { place: makePlace(`place-${next(rig.stage.places, 'place')}`, 'Wing'), index: n % 3 },
  }),
  (rig, pick, n) => {
    const place = pick(rig.stage.places);
    return place && { edit: 'setDistance', arguments: { id: place.id, distanceM: n % 30 } };
  },
  (rig, pick) => {
    const [box, place] = [pick(rig.boxes), pick(rig.stage.places)];
    return box && place && { edit: 'moveToPlace', arguments: { id: box.id, place: place.id, order: 1 } };
  },
  (rig, pick, n) => {
    const [into, target] = [pick(rig.boxes.filter((b) => b.kind === 'pedal')), pick(rig.leads)];
    const number = Math.max(0, ...rig.leads.map((l) => l.number)) + 1;
    return (
      into &&
      target && {
        edit: 'insertInLead',
        arguments: {
          lead: target.id,
          into: { box: into.id, jack: 'in' },
          outOf: { box: into.id, jack: 'out' },
          rest: lead(number, 'x/x', 'x/x'),
          scope: scopeOf(rig, n),
        },
      }
    );
  },
];

/** Seeds of edits: each is turned into an edit that fits the document as it is then. */
export const editSeeds = fc.array(fc.tuple(fc.nat({ max: recipes.length - 1 }), fc.nat(), fc.nat()), {
  minLength: 1,
  maxLength: 40,
});

/** Applies the edits that can be done, telling each to `seen`; refused ones must leave no trace. */
export function playEdits(
  start: Rig,
  seeds: readonly (readonly [number, number, number])[],
  seen: (before: Rig, applied: Applied) => void,
): Rig {
  let rig = start;
  for (const [kind, a, b] of seeds) {
    let salt = a;
    const pick = <T>(items: readonly T[]): T | undefined => {
      salt = (salt * 31 + 17) % 1_000_003;
      return items[salt % Math.max(1, items.length)];
    };
    const call = recipes[kind]?.(rig, pick, b);
    if (!call) continue;
    try {
      const applied = applyEdit(rig, call);
      seen(rig, applied);
      rig = applied.rig;
    } catch (error) {
      if (!(error instanceof EditError)) throw error;
    }
  }
  return rig;
}
