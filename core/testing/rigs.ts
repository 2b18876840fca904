// Small rigs for tests, made by hand so that a test does not lean on the catalogue.
import {
  boxSchema,
  makeLead,
  makeRig,
  type Box,
  type JackRef,
  type Lead,
  type LeadKind,
  type Rig,
} from '../model';

export const emptyRig = (): Rig => makeRig({ id: 'test', title: 'Test rig', created: '2026-01-05' });

/** A pedal: one block between IN and OUT. */
export function pedal(id: string, more: Partial<Record<string, unknown>> = {}): Box {
  return boxSchema.parse({
    id,
    name: id,
    tag: id.toUpperCase().slice(0, 7),
    kind: 'pedal',
    place: 'floor',
    order: 0,
    jacks: [
      { id: 'in', label: 'IN', direction: 'in', carries: 'instrument', connector: 'ts-635' },
      { id: 'out', label: 'OUT', direction: 'out', carries: 'instrument', connector: 'ts-635' },
    ],
    blocks: [
      {
        id: 'effect',
        name: id,
        role: 'effect',
        category: 'overdrive',
        state: 'on',
        states: [
          { id: 'on', name: 'on', rIn: { value: 1e6, source: 'assumed', low: 470e3, high: 1e6 } },
          { id: 'off', name: 'off' },
        ],
        bypassKind: 'true',
      },
    ],
    patches: [
      {
        id: 'inside',
        name: 'Inside',
        wires: [
          { from: { jack: 'in' }, to: { block: 'effect', port: 'in' } },
          { from: { block: 'effect', port: 'out' }, to: { jack: 'out' } },
        ],
      },
    ],
    controls: [
      {
        id: 'level',
        label: 'LEVEL',
        actsOn: { block: 'effect' },
        sets: 'level',
        law: { type: 'unknown' },
        position: 0.5,
      },
    ],
    ...more,
  });
}

export function guitar(id: string): Box {
  return boxSchema.parse({
    id,
    name: id,
    tag: id.toUpperCase().slice(0, 7),
    kind: 'guitar',
    place: 'player',
    order: 0,
    jacks: [{ id: 'out', label: 'OUT', direction: 'out', carries: 'instrument', connector: 'ts-635' }],
    blocks: [
      { id: 'pickups', name: 'Pickups', role: 'source', state: 'on', states: [{ id: 'on', name: 'on' }] },
    ],
    patches: [
      {
        id: 'inside',
        name: 'Inside',
        wires: [{ from: { block: 'pickups', port: 'out' }, to: { jack: 'out' } }],
      },
    ],
  });
}

/** `a/out` as a reference. */
export const at = (key: string): JackRef => {
  const [box = '', jack = ''] = key.split('/');
  return { box, jack };
};

export const lead = (
  number: number,
  from: string,
  to: string,
  kind: LeadKind = 'instrument',
  lengthM = 1,
): Lead => ({
  ...makeLead({ id: `lead-${number}`, number, kind, from: [at(from)], to: [at(to)], lengthM }),
  lengthBy: 'computed',
});
