import { freshId, type Rig } from '../../../../core/model';
import { useOpen } from '../../rig/use-open';

type Mains = Rig['stage']['mains'];
export type WallOutlet = Mains['outlets'][number];
export type Circuit = Mains['circuits'][number];

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The mains of the stage, and the acts that change them. */
export function useMains() {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const { mains } = rig.stage;
  const { circuits, outlets } = mains;
  const put = (change: Partial<Mains>) =>
    commit({ edit: 'setMains', arguments: { mains: { ...mains, ...change } } });
  const idsOf = (list: readonly { readonly id: string }[]) => new Set(list.map(({ id }) => id));
  const nextCircuit = (): Circuit => ({
    id: freshId('circuit-1', idsOf(circuits)),
    name: `Circuit ${LETTERS[circuits.length] ?? circuits.length + 1}`,
  });
  return {
    mains,
    disabled: readOnly !== null,
    put,
    addCircuit: () => put({ circuits: [...circuits, nextCircuit()] }),
    /** An outlet in a place, on the circuit of those that are there already. */
    addOutlet: (place: string) => {
      const beside = outlets.findLast((one) => one.place === place) ?? outlets.at(-1);
      const circuit = circuits.find(({ id }) => id === beside?.circuit) ?? circuits[0] ?? nextCircuit();
      const outlet: WallOutlet = {
        id: freshId('outlet-1', idsOf(outlets)),
        name: `Outlet ${outlets.length + 1}`,
        circuit: circuit.id,
        group: '',
        place,
      };
      return put({
        circuits: circuits.includes(circuit) ? circuits : [...circuits, circuit],
        outlets: [...outlets, outlet],
      });
    },
    setOutlet: (id: string, change: Partial<WallOutlet>) =>
      put({ outlets: outlets.map((one) => (one.id === id ? { ...one, ...change } : one)) }),
    removeOutlet: (id: string) =>
      put({
        outlets: outlets.filter((one) => one.id !== id),
        earthDifferences: mains.earthDifferences.filter(({ a, b }) => a !== id && b !== id),
      }),
    setCircuit: (id: string, change: Partial<Circuit>) =>
      put({ circuits: circuits.map((one) => (one.id === id ? { ...one, ...change } : one)) }),
    removeCircuit: (id: string) => {
      const left = outlets.filter(({ circuit }) => circuit !== id);
      const kept = idsOf(left);
      return put({
        circuits: circuits.filter((one) => one.id !== id),
        outlets: left,
        earthDifferences: mains.earthDifferences.filter(({ a, b }) => kept.has(a) && kept.has(b)),
      });
    },
  };
}
