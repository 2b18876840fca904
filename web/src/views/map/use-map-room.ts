import { useCallback, useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Hand, PlugAnswer } from '../../../../core/cables';
import { LAYERS, type Detail } from '../../../../core/drawing';
import type { Part } from '../../../../core/rig';
import { useCommit, useRig } from '../../rig/context';
import { useAnalysis } from '../../worker/use-analysis';
import type { Asking, MapRoom } from './context';

const NO_LINES = [] as const;

/** State and analyses of the map view. */
export function useMapRoom(): MapRoom {
  const { setting, sound, readOnly } = useRig();
  const commit = useCommit();
  const [params, setParams] = useSearchParams();
  const [level, setLevel] = useState<Detail | 'fit'>('fit');
  const [zoom, setZoom] = useState(1);
  const [openHubs, setOpenHubs] = useState<readonly string[]>([]);
  const [hand, setHand] = useState<Hand | null>(null);
  const [asking, ask] = useState<Asking | null>(null);
  const [listed, setListed] = useState(false);
  const [stripShown, setStripShown] = useState(() => window.innerHeight >= 900);

  const { variant } = setting;
  const routes = useAnalysis<'routes'>({ kind: 'routes', setting });
  const wanted = Number(params.get('route') ?? 0);
  const count = routes.value?.length ?? 0;
  const route = wanted >= 0 && wanted < count ? wanted : 0;
  const lines = useAnalysis<'route'>({ kind: 'route', setting, route });
  const found = useAnalysis<'findings'>({ kind: 'findings', variant, sound: sound?.id ?? null });
  const plugs = useAnalysis<'plugging'>(hand ? { kind: 'plugging', variant, hand } : null);

  const setParam = useCallback(
    (name: string, value: string | null) =>
      setParams(
        (old) => {
          const next = new URLSearchParams(old);
          if (value === null) next.delete(name);
          else next.set(name, value);
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  // In the address: what was found elsewhere leads here, and a reload stays where it was.
  const openKey = params.get('finding');
  const layer = LAYERS.find(({ id }) => id === params.get('layer'))?.id ?? 'signal';

  useEffect(() => {
    if (!hand) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') setHand(null);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [hand]);

  const findings = found.value;
  const open = findings?.find((line) => line.key === openKey);
  // The parts keep their identity while they say the same: the map is not drawn anew for an equal ring.
  const ringKey = JSON.stringify(open?.parts ?? NO_LINES);
  const ringed = useMemo(() => JSON.parse(ringKey) as readonly Part[], [ringKey]);
  const choose = (answer: PlugAnswer, at = 0) => {
    const offer = answer.offers[at];
    if (!offer || readOnly !== null) return;
    const go = () => {
      ask(null);
      if (commit(offer.edit) === null) setHand(null);
    };
    if (offer.danger)
      ask({
        kind: 'danger',
        words: `${answer.words}. This can destroy gear: a speaker output carries tens of volts. Speaker leads are moved with the amplifier switched off.`,
        go,
      });
    else go();
  };

  const plugging = useMemo(
    () => (hand ? { hand, answers: plugs.stale ? [] : (plugs.value ?? []) } : null),
    [hand, plugs.stale, plugs.value],
  );

  return {
    layer,
    setLayer: (next) => setParam('layer', next === 'signal' ? null : next),
    routes: routes.value ?? NO_LINES,
    route,
    setRoute: (index) => setParam('route', index === 0 ? null : String(index)),
    lines: lines.value ?? NO_LINES,
    findings,
    findingsFault: found.fault,
    stale: found.stale,
    openKey: open ? openKey : null,
    setOpenKey: (key) => setParam('finding', key),
    ringed,
    level,
    setLevel,
    zoom,
    setZoom,
    openHubs,
    toggleHub: (box) =>
      setOpenHubs((old) => (old.includes(box) ? old.filter((id) => id !== box) : [...old, box])),
    plugging,
    setHand: (next) => setHand(readOnly === null ? next : null),
    choose,
    asking,
    ask,
    listed,
    setListed,
    stripShown,
    setStripShown,
  };
}
