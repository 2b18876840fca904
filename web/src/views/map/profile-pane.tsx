import { useEffect, useMemo, useState } from 'react';
import { Button } from '../../parts/button';
import { useMedia, useSize } from '../../parts/use-size';
import { Drawn } from '../../pen/drawn';
import type { EmphasisOf } from '../../pen/look';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { afterNextPaint } from '../../store/after-paint';
import { useAnalysis } from '../../worker/use-analysis';
import { onActKey } from './keys';
import { useRinged, useRoutes } from './use-map';

const HEAD = 26;
const OPEN = 176;

/** The elevation profile along the chosen route; pointing at a stop lights its box, and back. */
export function ProfilePane() {
  const store = useOpenRig();
  const { setting, selection, select, layer } = useOpen('setting', 'selection', 'select', 'layer');
  const { routes, route } = useRoutes();
  const ringed = useRinged();
  const short = useMedia('(max-height: 759px)');
  const [unfolded, setUnfolded] = useState(false);
  const [ref, size, pane] = useSize();
  const folded = short && !unfolded;
  const query = size
    ? ({
        kind: 'profile',
        setting,
        layer,
        route,
        width: Math.max(320, size.width),
        height: OPEN - HEAD,
      } as const)
    : null;
  const { value: drawing, stale } = useAnalysis<'profile'>(query);
  const name = routes.find((r) => r.index === route)?.name;

  const isChosen = (parts: readonly { type: string; id: string }[]) =>
    selection !== null &&
    parts.some(
      (part) =>
        (part.type === selection.type && part.id === selection.id) ||
        (selection.type === 'box' && part.id === selection.id),
    );
  const stops = drawing?.stops ?? [];
  const chosen = stops.filter((stop) => isChosen(stop.parts));
  const ticked = stops.filter((stop) =>
    stop.parts.some((part) => ringed.some((ring) => ring.type === part.type && ring.id === part.id)),
  );
  const at = chosen[0]?.x;
  useEffect(() => {
    if (at === undefined || !pane) return;
    // Once it is painted: to measure before would have the whole page laid out twice.
    return afterNextPaint(() => {
      if (at < pane.scrollLeft + 90 || at > pane.scrollLeft + pane.clientWidth - 48)
        pane.scrollTo(at - pane.clientWidth / 2, 0);
    });
  }, [at, pane]);

  const chosenKeys = chosen.map((stop) => `${stop.part.type}:${stop.part.id}`).join(' ');
  const emphasisOf = useMemo((): EmphasisOf => {
    const keys = new Set(chosenKeys.split(' '));
    return ({ type, id }) => (keys.has(`${type}:${id}`) ? 'selected' : undefined);
  }, [chosenKeys]);

  return (
    <section aria-label="Profile" className="shrink-0 border-t border-hair bg-sheet contain-content">
      <div className="flex items-center gap-2 px-3 text-xs" style={{ minHeight: HEAD }}>
        <h2 className="text-sm">{name ?? 'No route'}</h2>
        <p className="min-w-0 flex-1 truncate text-muted" title={drawing?.caption}>
          {name ? drawing?.caption : 'Nothing is heard in this sound yet: the profile begins with a route.'}
        </p>
        {short ? (
          <Button look="quiet" onClick={() => setUnfolded(!unfolded)}>
            {folded ? 'Open the profile' : 'Fold'}
          </Button>
        ) : null}
      </div>
      {folded ? null : (
        <div
          ref={ref}
          tabIndex={0}
          role="application"
          aria-roledescription="profile"
          aria-label={`Profile of ${name ?? 'no route'}: ${stops.length} stops`}
          aria-busy={stale}
          className="overflow-x-auto overflow-y-hidden focus-visible:outline-offset-[-2px]"
          style={{ height: OPEN - HEAD }}
          onKeyDown={onActKey(store)}
          onClick={(event) => {
            const key = (event.target as Element).closest('[data-stop]')?.getAttribute('data-stop');
            const stop = key === null || key === undefined ? undefined : stops[Number(key)];
            if (stop) select({ type: stop.part.type, id: stop.part.id });
          }}
        >
          {drawing && stops.length > 0 ? (
            <svg
              role="img"
              aria-label={drawing.caption}
              width={drawing.width}
              height={drawing.height}
              viewBox={`0 0 ${drawing.width} ${drawing.height}`}
              className="block select-none"
            >
              {ticked.map((stop) => (
                <rect
                  key={stop.x}
                  x={stop.x - 14}
                  y={0}
                  width={28}
                  height={drawing.height - 40}
                  className="fill-select-tint"
                />
              ))}
              <Drawn drawing={drawing} emphasisOf={emphasisOf} />
              {stops.map((stop, i) => (
                <rect
                  key={i}
                  data-stop={i}
                  x={stop.x - 23}
                  y={0}
                  width={46}
                  height={drawing.height}
                  className="cursor-pointer fill-transparent"
                >
                  <title>
                    {stop.label} {stop.words}
                  </title>
                </rect>
              ))}
            </svg>
          ) : null}
        </div>
      )}
    </section>
  );
}
