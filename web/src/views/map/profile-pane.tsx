import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import type { Stop } from '../../../../core/drawing';
import { hasQuantity, tells } from '../../../../core/layers';
import { boxIdOf } from '../../../../core/acts';
import { Button } from '../../parts/button';
import type { Standing } from '../../parts/further';
import { FurtherMarks } from '../../parts/further-marks';
import { useMedia, useSize } from '../../parts/use-size';
import { Drawn } from '../../pen/drawn';
import type { EmphasisOf } from '../../pen/look';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { afterNextPaint } from '../../store/after-paint';
import { usePreferences } from '../../store/app';
import { useAnalysis } from '../../worker/use-analysis';
import { onActKey } from './keys';
import { useRinged, useRoutes } from './use-map';

// What hands do there comes when they come near.
const importHands = () => import('./profile-hands');
const Hands = lazy(async () => ({ default: (await importHands()).Hands }));

const HEAD = 26;
const OPEN = 176;
const PressChoice = lazy(async () => ({ default: (await import('./press-choice')).PressChoice }));
/** Hands that have not come near by then may come at any time. */
const SOON_MS = 2_000;
const NO_STOPS: readonly Stop[] = [];
/** So far a stop and the least of its words reach to each side. */
const STOP_HALF = 12;

const standing = (stops: readonly Stop[]): readonly Standing[] =>
  stops.map(({ x, y }) => ({
    name: '',
    left: x - STOP_HALF,
    right: x + STOP_HALF,
    top: y - STOP_HALF,
    bottom: y + STOP_HALF,
  }));

/** With ways under each other it is drawn up to this height, and scrolls from there. */
const MOST = 320;

/** The elevation profile along the chosen route; pointing at a stop lights its box, and back. */
export function ProfilePane() {
  const store = useOpenRig();
  const { setting, selection, layer, held, reading, setReading, pressed } = useOpen(
    'setting',
    'selection',
    'layer',
    'held',
    'reading',
    'setReading',
    'pressed',
  );
  const { levels } = usePreferences();
  const { routes, route } = useRoutes();
  const ringed = useRinged();
  const short = useMedia('(max-height: 759px)');
  const [unfolded, setUnfolded] = useState(false);
  const [ref, size, pane] = useSize();
  const folded = short && !unfolded;
  /** One press in time, whatever route is chosen. */
  const isTimed = layer === 'control';
  const query = size
    ? ({
        kind: 'profile',
        setting,
        layer,
        route,
        held: tells(layer) ? null : held,
        open: tells(layer) ? null : boxIdOf(selection),
        ...(isTimed ? { press: pressed.press, pressedIn: pressed.from } : {}),
        levels,
        width: Math.max(320, size.width),
        height: OPEN - HEAD,
      } as const)
    : null;
  const { value: drawing, stale, fault } = useAnalysis<'profile'>(query);
  const name = routes.find((r) => r.index === route)?.name;

  const isChosen = (parts: readonly { type: string; id: string }[]) =>
    selection !== null &&
    parts.some(
      (part) =>
        (part.type === selection.type && part.id === selection.id) ||
        (selection.type === 'box' && part.id === selection.id),
    );
  const stops = drawing?.stops ?? NO_STOPS;
  const things = useMemo(() => standing(stops), [stops]);
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

  const [reached, setReached] = useState(false);
  const [over, setOver] = useState<HTMLElement | null>(null);
  const [shelf, setShelf] = useState<HTMLElement | null>(null);
  const isDrawn = drawing !== null;
  useEffect(() => {
    if (!isDrawn || reached) return;
    const timer = setTimeout(() => setReached(true), SOON_MS);
    return () => clearTimeout(timer);
  }, [isDrawn, reached]);
  const reach = () => setReached(true);
  const height = Math.min(MOST - HEAD, Math.max(OPEN - HEAD, drawing?.height ?? 0));
  const isHeld = (stop: Stop) =>
    held?.kind === 'stretch' &&
    stop.at !== null &&
    stop.at.tail.join() === held.stretch.tail.join() &&
    stop.at.at >= held.stretch.at &&
    stop.at.at < held.stretch.at + held.stretch.count;
  const title = isTimed ? 'Press' : (name ?? (drawing && stops.length === 0 ? 'No route' : 'Order'));

  return (
    <section
      aria-label="Profile"
      className="shrink-0 border-t border-hair bg-sheet contain-content"
      onPointerEnter={reach}
      onFocus={reach}
    >
      <div className="flex items-center gap-2 px-3 text-xs" style={{ minHeight: HEAD }}>
        <h2 className="shrink-0 text-sm">{title}</h2>
        {isTimed ? (
          <Suspense fallback={null}>
            <PressChoice />
          </Suspense>
        ) : null}
        <p
          className="min-w-0 flex-1 truncate text-muted"
          title={[drawing?.name, drawing?.caption].join('. ')}
        >
          {drawing?.name && !isTimed ? <span className="text-ink">{drawing.name}. </span> : null}
          {fault === null || drawing ? null : <span className="text-danger">{fault} </span>}
          {drawing && stops.length === 0 && !isTimed
            ? 'Nothing stands in the order yet: it begins behind an instrument.'
            : drawing?.caption}
        </p>
        {folded ? null : <FurtherMarks pane={pane} size={size} things={things} isInLine />}
        {stops.length > 0 && !isTimed ? (
          <Button
            look="quiet"
            aria-pressed={reading}
            className={reading ? 'bg-raised' : ''}
            onClick={() => setReading(!reading)}
          >
            Why so
          </Button>
        ) : null}
        <div ref={setShelf} className="max-w-1/2 min-w-0" />
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
          aria-label={`Profile of ${title}: ${stops.length} ${isTimed ? 'events' : 'stops'}`}
          aria-busy={stale}
          className={`overflow-x-auto focus-visible:outline-offset-[-2px] ${
            (drawing?.height ?? 0) > height ? 'overflow-y-auto' : 'overflow-y-hidden'
          }`}
          style={{ height }}
          onKeyDown={onActKey(store)}
        >
          {drawing && stops.length > 0 ? (
            <div className="relative" style={{ width: drawing.width, height: drawing.height }}>
              <svg
                role="img"
                aria-label={drawing.caption}
                width={drawing.width}
                height={drawing.height}
                viewBox={`0 0 ${drawing.width} ${drawing.height}`}
                className="block select-none"
              >
                {stops.map((stop, i) =>
                  ticked.includes(stop) || isHeld(stop) ? (
                    <rect
                      key={i}
                      x={stop.x - 14}
                      y={hasQuantity(layer) ? 0 : stop.y - 14}
                      width={28}
                      height={hasQuantity(layer) ? drawing.height - 40 : 28}
                      rx={3}
                      strokeDasharray="4 3"
                      className={`fill-select-tint ${isHeld(stop) ? 'stroke-select' : ''}`}
                    />
                  ) : null,
                )}
                <Drawn drawing={drawing} emphasisOf={emphasisOf} />
              </svg>
              <div ref={setOver} className="absolute inset-0" />
            </div>
          ) : null}
        </div>
      )}

      {(reached || held) && drawing ? (
        <Suspense fallback={null}>
          <Hands drawing={drawing} over={over} shelf={shelf} />
        </Suspense>
      ) : null}
    </section>
  );
}
