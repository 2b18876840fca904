import { box, leadOf, placeOf, type Cases } from './edit-cases';
import type { Rig } from '../model';

const circuit = { id: 'one', name: 'Stage' };
const outlet = { id: 'left', name: 'Left', circuit: 'one', group: '' };
const mainsWith = (outlets: readonly (typeof outlet)[]): Rig['stage']['mains'] => ({
  circuits: [circuit],
  outlets: [...outlets],
  earthDifferences: [],
});
const wallOf = (r: Rig) => box('valve-head')(r)!.jacks.find(({ id }) => id === 'mains')!.wallOutlet;

/** Shields, earths, the field, the mains of the stage. */
export const GROUND_CASES: Cases<
  | 'setLeadBreak'
  | 'setEarthProved'
  | 'setEarth'
  | 'setPlaceField'
  | 'setChassisJoined'
  | 'setVentilation'
  | 'setPhantom'
  | 'setPlateVolts'
  | 'setMains'
  | 'setWallOutlet'
  | 'setEarthDifference'
> = {
  setLeadBreak: {
    give: { id: 'lead-3', break: { kind: 'lift', end: 'to' } },
    see: (r) => leadOf('lead-3')(r)!.break,
    then: { kind: 'lift', end: 'to' },
    refuse: { id: 'lead-6', break: { kind: 'lift', end: 'to' } },
  },
  setEarthProved: {
    give: { box: 'valve-head', proved: { by: 'Electrician', date: '2026-05-01' } },
    see: (r) => box('valve-head')(r)!.power.earthProved,
    then: { by: 'Electrician', date: '2026-05-01' },
    refuse: { box: 'fuzz', proved: { by: 'Electrician', date: '2026-05-01' } },
  },
  setEarth: {
    give: { box: 'valve-head', earth: 'missing' },
    see: (r) => box('valve-head')(r)!.power.earth,
    then: 'missing',
    refuse: { box: 'gone', earth: 'missing' },
  },
  setPlaceField: {
    give: { id: 'floor', fieldUt: 2 },
    see: (r) => placeOf('floor')(r)!.fieldUt,
    then: 2,
    refuse: { id: 'floor', fieldUt: -1 },
  },
  setChassisJoined: {
    give: { id: 'backline', joined: true },
    see: (r) => placeOf('backline')(r)!.chassisJoined,
    then: true,
    refuse: { id: 'gone', joined: true },
  },
  setVentilation: {
    give: { id: 'backline', ventilation: 'fan in the door' },
    see: (r) => placeOf('backline')(r)!.ventilation,
    then: 'fan in the door',
    refuse: { id: 'gone', ventilation: 'fan' },
  },
  setPlateVolts: {
    give: { box: 'valve-head', volts: [100, 120] },
    see: (r) => [box('valve-head')(r)!.power.volts, box('valve-head')(r)!.power.isPlateAssumed],
    then: [[100, 120], undefined],
    refuse: { box: 'valve-head', volts: [] },
  },
  setPhantom: {
    give: { box: 'valve-head', jack: 'return', is: 'on' },
    see: (r) => box('valve-head')(r)!.jacks.find(({ id }) => id === 'return')!.phantom,
    then: { is: 'on' },
    refuse: { box: 'valve-head', jack: 'send', is: 'on' },
  },
  setMains: {
    give: { mains: mainsWith([{ ...outlet, id: 'right' }]) },
    // What was in an outlet that is gone is in none.
    see: (r) => [r.stage.mains.outlets.map(({ id }) => id), wallOf(r)],
    then: [['right'], undefined],
    refuse: { mains: mainsWith([{ ...outlet, circuit: 'gone' }]) },
  },
  setWallOutlet: {
    give: { box: 'valve-head', jack: 'mains', outlet: null },
    see: wallOf,
    then: undefined,
    refuse: { box: 'valve-head', jack: 'mains', outlet: 'gone' },
  },
  setEarthDifference: {
    give: { a: 'right', b: 'left', volts: 0.03 },
    see: (r) => r.stage.mains.earthDifferences,
    then: [{ a: 'right', b: 'left', volts: 0.03 }],
    refuse: { a: 'left', b: 'left', volts: 0.03 },
  },
};
