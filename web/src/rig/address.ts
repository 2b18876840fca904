import { useEffect, useEffectEvent } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { LAYERS } from '../../../core/layers';
import type { Selection } from '../../../core/acts';
import type { OpenState } from './open-rig';
import { useOpen, useOpenRig } from './use-open';

type InAddress = Pick<OpenState, 'variantId' | 'soundId' | 'selection' | 'layer' | 'routeWanted' | 'openKey'>;

function readSelection(text: string | null): Selection {
  const cut = text?.indexOf(':') ?? -1;
  const type = text?.slice(0, cut);
  return cut > 0 &&
    (type === 'box' || type === 'lead' || type === 'jack' || type === 'block' || type === 'loom')
    ? { type, id: text?.slice(cut + 1) ?? '' }
    : null;
}

/** What an address asks a rig to be opened with: a reload stays where it was, a link leads there. */
export const fromAddress = (params: URLSearchParams): InAddress => ({
  variantId: params.get('variant'),
  soundId: params.get('sound'),
  selection: readSelection(params.get('sel')),
  layer: LAYERS.find(({ id }) => id === params.get('layer'))?.id ?? 'signal',
  routeWanted: Math.max(0, Math.trunc(Number(params.get('route') ?? 0)) || 0),
  openKey: params.get('finding'),
});

const toAddress = ({ variantId, soundId, selection, layer, routeWanted, openKey }: InAddress) =>
  [
    ['variant', variantId],
    ['sound', soundId],
    ['sel', selection ? `${selection.type}:${selection.id}` : null],
    ['layer', layer === 'signal' ? null : layer],
    ['route', routeWanted === 0 ? null : String(routeWanted)],
    ['finding', openKey],
  ] as const;

/** The mark of an address that only follows what was done here. */
const OWN = 'follows';

/**
 * Keeps the address and the open rig together. What is done here stands in the store first, so that quick keys meet
 * what the last one did; the address follows. A link that leads elsewhere in the same rig is read.
 */
export function useAddress(): void {
  const store = useOpenRig();
  const chosen = useOpen('variantId', 'soundId', 'selection', 'layer', 'routeWanted', 'openKey');
  const [params, setParams] = useSearchParams();
  const location = useLocation();
  const { pathname, key } = location;

  const follow = useEffectEvent(() => {
    const wanted = toAddress(store.getState());
    // An address that says so already is left alone: a view that is on its way would not arrive.
    if (wanted.every(([name, is]) => params.get(name) === is)) return;
    setParams(
      (old) => {
        const next = new URLSearchParams(old);
        for (const [name, is] of wanted)
          if (is === null) next.delete(name);
          else next.set(name, is);
        return next;
      },
      { replace: true, state: OWN },
    );
  });
  const read = useEffectEvent(() => {
    if ((location.state as unknown) === OWN) return;
    const asked = fromAddress(params);
    // What a link does not name stays as it is.
    if (params.get('sel') !== null) store.setState({ selection: asked.selection });
    if (params.get('finding') !== null) store.setState({ openKey: asked.openKey });
    if (params.get('layer') !== null) store.setState({ layer: asked.layer });
    if (asked.soundId !== null) store.getState().setSound(asked.soundId);
    if (asked.variantId !== null) store.getState().setVariant(asked.variantId);
  });
  useEffect(() => read(), [key]);
  // A link to another view may have dropped them; and an address on its way may be of what was chosen before.
  useEffect(() => follow(), [chosen, pathname, params]);
}
