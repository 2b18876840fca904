import {
  endOf,
  endOptions,
  idOf,
  kindOfPart,
  nameOfPart,
  type Address,
  type GearItem,
} from '../../../../core/gear';
import { useNotice } from '../../store/app';
import { usePanelStore } from './panel-context';

/** The end of a wire at a part: a jack as it is, a block by its usual port; null where none can be there. */
function endAt(item: GearItem, address: Address, way: 'from' | 'to') {
  const kind = kindOfPart(address);
  const begins = `${kind} ${idOf(address)}`;
  const option = endOptions(item, way).find(
    ({ value }) => value === begins || value.startsWith(`${begins} `),
  );
  return (kind === 'jack' || kind === 'block') && option ? endOf(option.value) : undefined;
}

/** Ends the wire that is being laid at a part, or says why it cannot end there. */
export function useLayWire(): (to: Address) => void {
  const store = usePanelStore();
  const say = useNotice((state) => state.say);
  return (target) => {
    const { item, patch, wiringFrom, beginWire, edit, select } = store.getState();
    if (wiringFrom === null) return;
    if (target === wiringFrom) {
      beginWire(null);
      return;
    }
    const [from, to] = [endAt(item, wiringFrom, 'from'), endAt(item, target, 'to')];
    if (!from || !to) {
      const [name, why] = from
        ? [nameOfPart(item, target), 'is no place where a wire ends']
        : [nameOfPart(item, wiringFrom), 'is no place where a wire begins'];
      say(`${name} ${why}: turn it round, or change the jack’s direction.`, 'bad');
      return;
    }
    beginWire(null);
    edit({ edit: 'wire', patch, from, to });
    // The next wire often goes on from where this one ended.
    select(target);
  };
}
