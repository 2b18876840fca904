import { useEffect, useLayoutEffect, useMemo, useRef, type ReactNode } from 'react';
import type { MapDrawing } from '../../../../core/drawing';
import { Busy } from '../../parts/empty';
import { useLasting, useMedia, useSize } from '../../parts/use-size';
import { Drawn } from '../../pen/drawn';
import type { Emphasis, EmphasisOf } from '../../pen/look';
import { isOther } from '../../../../core/layers';
import { boxIdOf, loomSelected, selectionWords } from '../../../../core/acts';
import { useOpen, useOpenRig, useOpenWith } from '../../rig/use-open';
import { usePreferences } from '../../store/app';
import { afterNextPaint } from '../../store/after-paint';
import type { Grouped } from '../../worker/parcel';
import { useAnalysis } from '../../worker/use-analysis';
import { FlyOut } from './fly-out';
import { Ghosts, Planned } from './ghosts';
import { onActKey } from './keys';
import { MapElsewhere } from './map-elsewhere';
import { MapFurther } from './map-further';
import { useLooped, usePlugging, useRinged, useRoutes } from './use-map';
import { usePress } from './use-press';

const GLIDE_MS = 150;
/** Only what takes longer than this is said to be under way. */
const SLOW_MS = 300;
/** From this zoom on every jack has its name. */
const NAMES_AT = 1.4;

type Drawing = Grouped<MapDrawing>;

/** After an edit the selected box stays where it is on the screen; the rest glides there. */
function useSteady(drawing: Drawing | null, pane: HTMLElement | null, zoom: number, anchor: string | null) {
  const before = useRef<Drawing | null>(null);
  useLayoutEffect(() => {
    const old = before.current;
    before.current = drawing;
    if (!old || !drawing || !pane || old === drawing) return;
    const stood = new Map(old.groups.map((group) => [group.key, group]));
    const moved = drawing.groups.flatMap(({ key, at }) => {
      const from = stood.get(key)?.at;
      return key.startsWith('box:') && from && (from.x !== at.x || from.y !== at.y)
        ? [{ key, from, at }]
        : [];
    });
    const held = moved.find(({ key }) => key === `box:${anchor}`);
    if (held) pane.scrollBy((held.at.x - held.from.x) * zoom, (held.at.y - held.from.y) * zoom);
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    for (const { key, from, at } of moved)
      pane.querySelector(`[data-group="${CSS.escape(key)}"]`)?.animate(
        [from, at].map(({ x, y }) => ({ transform: `translate(${x}px, ${y}px)` })),
        { duration: GLIDE_MS, easing: 'ease-out' },
      );
  }, [drawing, pane, zoom, anchor]);
}

function useEmphasis(): EmphasisOf {
  const { selection } = useOpen('selection');
  const looped = useLooped();
  const ringed = useRinged();
  const plugging = usePlugging();
  const chosen = selection ? `${selection.type}:${selection.id}` : '';
  // The leads of a chosen loom, as one text: the same as long as they are the same.
  const tied = useOpenWith(({ rig, setting, selection }) =>
    selection?.type === 'loom'
      ? (loomSelected(rig, setting.variant, selection)?.leads ?? []).map(({ id }) => id).join(' ')
      : '',
  );
  const chosenBox = boxIdOf(selection);
  return useMemo(() => {
    const rings = new Set([
      ...ringed.flatMap((p) => [
        `${p.type}:${p.id}`,
        ...(p.type === 'block' ? [`box:${p.id.split('/')[0]}`] : []),
      ]),
      ...(looped === '' ? [] : looped.split(' ')),
    ]);
    const answers = new Map(
      (plugging?.answers ?? []).map((answer) => [`jack:${answer.at.box}/${answer.at.jack}`, answer.verdict]),
    );
    const leads = new Set(tied.split(' '));
    const hand = plugging?.hand;
    const inHand =
      hand?.kind === 'plug' ? `lead:${hand.lead}` : hand ? `jack:${hand.at.box}/${hand.at.jack}` : '';
    return ({ type, id }): Emphasis | undefined => {
      const key = `${type}:${id}`;
      if (key === inHand) return 'in hand';
      if (hand && type === 'jack') return answers.get(key);
      if (key === chosen || (type === 'box' && id === chosenBox) || (type === 'lead' && leads.has(id)))
        return 'selected';
      return rings.has(key) ? 'ringed' : undefined;
    };
  }, [ringed, looped, plugging, chosen, chosenBox, tied]);
}

/** A sheet grows by such steps, pixels: a browser lays out every word of a sheet anew whose size changes. */
const SHEET_STEP = 512;

type SheetProps = {
  readonly width: number;
  readonly height: number;
  readonly zoom: number;
  readonly name: string;
  readonly children: ReactNode;
};

/** What is drawn on: as large as the drawing or larger, so that most edits leave its size. */
function Sheet({ width, height, zoom, name, children }: SheetProps) {
  const stepped = (length: number) => Math.ceil((length * zoom) / SHEET_STEP) * SHEET_STEP;
  const [across, down] = [stepped(width), stepped(height)];
  return (
    <svg
      role="img"
      aria-label={name}
      width={across}
      height={down}
      viewBox={`0 0 ${across / zoom} ${down / zoom}`}
      className="block select-none"
    >
      {children}
    </svg>
  );
}

type Props = {
  /** In a page that scrolls: as high as the drawing, up to half of the window. */
  readonly isInPage: boolean;
};

/** The map itself: one Tab stop, walked by arrows, pressed part by part. */
export function MapPane({ isInPage }: Props) {
  const store = useOpenRig();
  const { setting, selection } = useOpen('setting', 'selection');
  const title = useOpenWith(({ rig }) => rig.title);
  const holds = useOpenWith(({ rig }) => `${rig.boxes.length} boxes, ${rig.leads.length} leads`);
  const { layer, level, zoom, openHubs, openKey, setLayer, loop } = useOpen(
    'loop',
    'layer',
    'level',
    'zoom',
    'openHubs',
    'openKey',
    'setLayer',
  );
  const plugging = usePlugging();
  const { route } = useRoutes();
  const ringed = useRinged();
  const words = useOpenWith(({ rig, setting, selection }) => selectionWords(rig, setting.variant, selection));
  const emphasisOf = useEmphasis();
  const { units, levels } = usePreferences();
  const short = useMedia('(max-height: 759px)');
  const [ref, size, pane] = useSize();
  const { hand, chosenBefore } = useOpen('hand', 'chosenBefore');
  const chosenBox = boxIdOf(selection);
  // While a plug is in hand nothing on the map moves: it stays as it was drawn when the plug was taken.
  const drawnFor = hand ? chosenBefore : chosenBox;
  const over = useOpenWith((state) => state.over);
  const shown = useMemo(
    () => [selection ? `${selection.type}:${selection.id}` : '', over ?? ''].filter(Boolean),
    [selection, over],
  );
  const query = size
    ? ({
        kind: 'map',
        setting,
        layer,
        width: Math.max(320, size.width),
        height: isInPage ? 0 : size.height,
        level: level === 'fit' && short ? 1 : level,
        open: openHubs,
        names: zoom >= NAMES_AT || hand ? 'all' : 'few',
        named: drawnFor === null ? [] : [drawnFor],
        chosen: drawnFor === null ? [] : [drawnFor],
        hand,
        unit: units,
        levels,
        ...(isOther(layer) ? { shown } : {}),
        // Asked anew by another route or loop only where they are told of.
        ...(layer === 'hum' ? { route, loop } : {}),
      } as const)
    : null;
  const { value: drawing, stale, isDraft, fault } = useAnalysis<'map'>(query);
  useSteady(drawing, pane, zoom, chosenBox);
  const slow = useLasting(stale && drawing !== null && !isDraft && fault === null, SLOW_MS);

  const frame = ringed[0] ?? selection;
  const framed = frame
    ? `${frame.type === 'block' ? 'box' : frame.type}:${frame.type === 'block' ? frame.id.split('/')[0] : frame.id}`
    : null;
  useEffect(() => {
    if (framed === null || !pane) return;
    return afterNextPaint(() =>
      pane
        .querySelector(`[data-part="${CSS.escape(framed)}"]`)
        ?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
    );
  }, [framed, pane, openKey]);

  const elsewhere = drawing?.elsewhere ?? [];
  const hasFoot = elsewhere.length > 0;
  const further = drawing ? (
    <MapFurther groups={drawing.groups} zoom={zoom} pane={pane} size={size} isInLine={hasFoot} />
  ) : null;
  const { begin, press, point, leave } = usePress(drawing, plugging);

  return (
    <div data-testid="around-map" className="relative flex min-h-0 flex-1 flex-col">
      <div
        className="relative flex min-h-0 flex-1 flex-col"
        style={
          isInPage
            ? { flex: 'none', height: drawing ? `min(52dvh, ${drawing.height * zoom}px)` : '52dvh' }
            : undefined
        }
      >
        <div
          ref={ref}
          tabIndex={0}
          role="application"
          aria-roledescription="map"
          aria-label={`Map of ${title}. Arrows walk the route; question mark lists the keys.`}
          aria-busy={stale}
          data-testid="map"
          data-focus="rig"
          className="min-h-0 flex-1 overflow-auto bg-ground contain-strict focus-visible:outline-offset-[-2px]"
          onKeyDown={onActKey(store)}
          onPointerDown={begin}
          onClick={press}
          onPointerMove={point}
          onPointerLeave={leave}
        >
          {drawing ? (
            <div className="relative" style={{ width: drawing.width * zoom, height: drawing.height * zoom }}>
              <div className="absolute inset-0 overflow-clip">
                <Sheet width={drawing.width} height={drawing.height} zoom={zoom} name={`${title}: ${holds}`}>
                  <Drawn drawing={drawing} emphasisOf={emphasisOf} />
                  <Ghosts groups={drawing.groups} isStale={stale && !isDraft} />
                  <Planned groups={drawing.groups} />
                </Sheet>
              </div>
              {plugging && pane ? (
                <FlyOut plugging={plugging} groups={drawing.groups} pane={pane} zoom={zoom} />
              ) : null}
            </div>
          ) : fault === null ? (
            <Busy what="Drawing the map" />
          ) : (
            <p className="p-4 text-sm text-danger">The map could not be drawn: {fault}.</p>
          )}
        </div>
        {hasFoot ? null : further}
      </div>
      {slow ? (
        <p
          role="status"
          className="absolute top-2 right-4 rounded border border-line bg-raised px-2 py-0.5 text-sm text-muted"
        >
          Drawing the map …
        </p>
      ) : null}
      {hasFoot ? (
        <div className="flex items-center gap-x-1 bg-ground px-3 text-xs text-muted">
          <MapElsewhere elsewhere={elsewhere} emphasisOf={emphasisOf} onLayer={setLayer} />
          {further}
        </div>
      ) : null}
      <p aria-live="polite" className="sr-only">
        {words}
      </p>
    </div>
  );
}
