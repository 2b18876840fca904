// Random gear lines and random hands on the plugs, for laws that must hold on any rig.
import fc from 'fast-check';
import { bindTemplate, reconcile, TEMPLATES } from '../routings';
import type { EditCall } from '../edits';
import type { Rig } from '../model';
import { build, edited } from './build';

const PEDALS = [
  'tuner',
  'fuzz',
  'od',
  'chorus',
  'delay',
  'buffer',
  'wah',
  'compressor',
  'reverb',
  'volume pedal',
  'midi delay',
];
const AROUND = [
  'wireless',
  'di',
  'expression pedal',
  'supply',
  'ears',
  'powered speaker',
  'headphones',
  'speaker tap',
  'y lead',
  'amp selector',
  'gate',
  'stereo delay',
  'power amp',
];

export type Gear = {
  readonly guitars: number;
  readonly pedals: readonly string[];
  readonly unit: 'unit' | 'small unit' | 'four-loop unit' | 'stereo-loop unit' | null;
  readonly amp: 'valve head' | 'combo' | 'solid-state combo' | 'small head' | 'stereo combo' | null;
  readonly around: readonly string[];
  readonly ohm: 4 | 8 | 16;
  readonly desk: boolean;
};

/** One or two guitars, some pedals, maybe a unit, an amplifier with what it needs, maybe microphone and desk. */
export const gear: fc.Arbitrary<Gear> = fc.record({
  guitars: fc.integer({ min: 1, max: 2 }),
  pedals: fc.array(fc.constantFrom(...PEDALS), { maxLength: 8 }),
  unit: fc.constantFrom(
    'unit' as const,
    'unit' as const,
    'small unit' as const,
    'four-loop unit' as const,
    'stereo-loop unit' as const,
    null,
  ),
  amp: fc.constantFrom(
    'valve head' as const,
    'valve head' as const,
    'combo' as const,
    'solid-state combo' as const,
    'small head' as const,
    'stereo combo' as const,
    null,
  ),
  around: fc.subarray(AROUND),
  ohm: fc.constantFrom(4 as const, 8 as const, 16 as const),
  desk: fc.boolean(),
});

export const rigOf = ({ guitars, pedals, unit, amp, around, ohm, desk }: Gear): Rig =>
  build(
    [
      'guitar',
      ...(guitars > 1 ? ['baritone'] : []),
      ...pedals,
      ...(unit ? [unit] : []),
      ...(amp ? [amp] : []),
      ...around,
      ...(amp === 'valve head' || amp === 'small head' ? [`cab ${ohm}`] : []),
      ...(desk ? ['mic', 'desk'] : []),
    ].join(', '),
  );

type Way = { readonly code: string; readonly rig: Rig };

function wiredBy(rig: Rig, template: (typeof TEMPLATES)[number]): Way | null {
  const wanted = bindTemplate(rig, template);
  if ('reason' in wanted) return null;
  const change = reconcile(rig, template.name, wanted);
  return { code: template.code, rig: edited(rig, { edit: 'takeRouting', arguments: change }) };
}

/** The rig in each routing it can have. */
export const wiredWays = (rig: Rig): readonly Way[] =>
  TEMPLATES.flatMap((template) => wiredBy(rig, template) ?? []);

/** The rig in one of the routings it can have, as the number says; as it is where it can have none. */
export function wiredWay(rig: Rig, n: number): Rig {
  for (let i = 0; i < TEMPLATES.length; i += 1) {
    const template = TEMPLATES[(n + i) % TEMPLATES.length];
    const way = template && wiredBy(rig, template);
    if (way) return way.rig;
  }
  return rig;
}

/** A few plugs exchanged or pulled at random. */
export const hands = fc.array(fc.tuple(fc.nat(), fc.nat(), fc.nat({ max: 3 })), { maxLength: 3 });

export function spoiled(rig: Rig, spoils: readonly (readonly [number, number, number])[]): Rig {
  return spoils.reduce((r, [a, b, how]) => {
    const leads = r.leads.filter((lead) => lead.kind !== 'air');
    const [x, y] = [leads[a % Math.max(1, leads.length)], leads[b % Math.max(1, leads.length)]];
    if (!x || !y) return r;
    const side = how % 2 === 0 ? ('from' as const) : ('to' as const);
    const call: EditCall =
      how > 1 || x === y
        ? { edit: 'unplug', arguments: { lead: x.id, side } }
        : { edit: 'exchangeEnds', arguments: { a: { lead: x.id, side: 'to' }, b: { lead: y.id, side } } };
    return edited(r, call);
  }, rig);
}

/** Rigs as hands leave them: gear in some routing, a few plugs exchanged or pulled. */
export const handled: fc.Arbitrary<Rig> = fc
  .tuple(gear, fc.nat(), hands)
  .map(([g, n, spoils]) => spoiled(wiredWay(rigOf(g), n), spoils));
