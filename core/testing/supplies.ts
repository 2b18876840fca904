// Rigs of supplies and pedals made by figures: for trials of what feeds what.
import { boxSchema, makeLead, type Box, type Rig } from '../model';
import { emptyRig } from './rigs';

export type OutletFigures = {
  readonly volts?: number;
  readonly milliamps?: number;
  readonly group?: string | null;
  readonly kind?: 'dc' | 'ac';
  readonly polarity?: 'centre-negative' | 'centre-positive';
  readonly mult?: boolean;
};
export type PedalFigures = {
  readonly low?: number;
  readonly high?: number;
  readonly milliamps: number;
  readonly polarity?: 'centre-negative' | 'centre-positive';
  readonly positiveGround?: boolean;
  /** Nobody has looked its current up: half of it, or twice, may be so. */
  readonly assumed?: boolean;
  /** The outlet it is in, `supply/out-1`. */
  readonly at?: string;
};

const known = (value: number) => ({ value, source: 'manual' as const });

const supplyBox = (id: string, total: number | null, outlets: readonly OutletFigures[], order: number): Box =>
  boxSchema.parse({
    id,
    name: id,
    tag: id.toUpperCase().slice(0, 7),
    kind: 'supply',
    place: 'floor',
    order,
    jacks: outlets.map((outlet, i) => ({
      id: `out-${i + 1}`,
      label: `OUT ${i + 1}`,
      direction: 'out',
      carries: 'dc',
      connector: 'barrel-21',
      mult: outlet.mult ?? false,
      dcOutlet: {
        volts: known(outlet.volts ?? 9),
        milliamps: known(outlet.milliamps ?? 100),
        kind: outlet.kind ?? 'dc',
        polarity: outlet.polarity ?? 'centre-negative',
        group: outlet.group ?? null,
      },
    })),
    power: { class: 'II', ...(total === null ? {} : { dcTotalMilliamps: known(total) }) },
  });

const pedalBox = (pedal: PedalFigures, i: number): Box =>
  boxSchema.parse({
    id: `pedal-${i + 1}`,
    name: `Pedal ${i + 1}`,
    tag: `P${i + 1}`,
    kind: 'pedal',
    place: 'floor',
    order: 10 + i,
    jacks: [{ id: 'dc', label: 'DC', direction: 'in', carries: 'dc', connector: 'barrel-21' }],
    power: {
      class: 'low',
      dcVolts: { low: pedal.low ?? 9, high: pedal.high ?? 9.6 },
      dcMilliamps: { value: pedal.milliamps, source: pedal.assumed === true ? 'assumed' : 'manual' },
      dcKind: 'dc',
      dcPolarity: pedal.polarity ?? 'centre-negative',
      positiveGround: pedal.positiveGround ?? false,
    },
  });

/** Supplies by their outlets, pedals by what they want and where they hang. */
export function fedRig(
  supplies: readonly { readonly total?: number; readonly outlets: readonly OutletFigures[] }[],
  pedals: readonly PedalFigures[],
): Rig {
  const rig = emptyRig();
  return {
    ...rig,
    boxes: [
      ...supplies.map(({ total, outlets }, i) =>
        supplyBox(i === 0 ? 'supply' : `supply-${i + 1}`, total ?? null, outlets, i),
      ),
      ...pedals.map(pedalBox),
    ],
    leads: pedals.flatMap(({ at }, i) => {
      const [box = '', jack = ''] = at?.split('/') ?? [];
      return at === undefined
        ? []
        : [
            makeLead({
              id: `lead-${i + 1}`,
              number: i + 1,
              kind: 'dc',
              from: [{ box, jack }],
              to: [{ box: `pedal-${i + 1}`, jack: 'dc' }],
            }),
          ];
    }),
  };
}
