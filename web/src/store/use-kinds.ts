// Apart from the gear shelf itself: it brings the whole catalogue along.
import { useMemo } from 'react';
import { CATALOGUE, type Kind } from '../../../core/catalog';
import { kindOfItem } from '../../../core/gear';
import { useGearShelf } from './use-gear';

/** What can be offered for a box: one's own first, then the kinds of the catalogue. */
export function useKinds(): { readonly own: readonly Kind[]; readonly kinds: readonly Kind[] } {
  const { shelf } = useGearShelf();
  return useMemo(() => {
    const own = (shelf?.items ?? []).map(({ item }) => kindOfItem(item));
    return { own, kinds: own.length === 0 ? CATALOGUE : [...own, ...CATALOGUE] };
  }, [shelf]);
}
