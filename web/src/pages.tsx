import { useEffect, useState, type ComponentType } from 'react';
import { matchRoutes, Navigate, useLocation, useRoutes, type Location, type RouteObject } from 'react-router';
import { Busy } from './parts/empty';
import { RigShell } from './rig/rig-shell';
import { MapView } from './views/map/map-view';
import { FirstStart } from './views/shelf/first-start';

/** A view in a chunk of its own. */
type Chunk = { readonly load: () => Promise<ComponentType>; view: ComponentType | null };

/** Everything of it is there when it is turned to. */
function View({ of }: { of: Chunk }) {
  const Come = of.view;
  if (!Come) throw new Error('a view is shown before it has come');
  return <Come />;
}

/**
 * The map is what most starts end on: it comes with the page, in one piece. Each other view comes in a chunk of its
 * own, fetched before it is turned to: a page that waits inside React is held back for a third of a second after it
 * has come.
 */
function view(path: string, load: Chunk['load']): RouteObject {
  const chunk: Chunk = { load, view: null };
  return { path, element: <View of={chunk} />, handle: chunk };
}

const ROUTES: RouteObject[] = [
  { path: '/', element: <FirstStart /> },
  view('/shelf', async () => (await import('./views/shelf/shelf')).Shelf),
  view('/gear', async () => (await import('./views/own-gear/own-gear')).OwnGearView),
  view('/gear/:id', async () => (await import('./views/panel/panel-view')).PanelView),
  {
    path: '/rig/:id',
    element: <RigShell />,
    children: [
      { index: true, element: <Navigate to="map" replace /> },
      view('gear', async () => (await import('./views/gear/gear')).GearView),
      view('gear/inside/:box', async () => (await import('./views/inside/inside-view')).InsideView),
      view('routes', async () => (await import('./views/routes/routes-view')).RoutesView),
      { path: 'map', element: <MapView /> },
      view('sounds', async () => (await import('./views/sounds/sounds-view')).SoundsView),
      view('sounds/feet', async () => (await import('./views/sounds/feet-view')).FeetView),
      view(
        'sounds/combinations',
        async () => (await import('./views/sounds/combinations-view')).CombinationsView,
      ),
      view('sounds/presses', async () => (await import('./views/sounds/presses-view')).PressesScreen),
      view('sounds/channels', async () => (await import('./views/sounds/channels-view')).ChannelsView),
      view('sounds/numbers', async () => (await import('./views/sounds/numbers-view')).NumbersScreen),
      view('sounds/proof', async () => (await import('./views/sounds/proof-view')).ProofView),
      view('sounds/set', async () => (await import('./views/sounds/set-view')).SetView),
      view('sounds/sweeps', async () => (await import('./views/sounds/pedals-view')).PedalsView),
      view('sounds/stored', async () => (await import('./views/sounds/stored-view')).StoredScreen),
      view('sounds/rules', async () => (await import('./views/sounds/rules-view')).RulesView),
      view('cables', async () => (await import('./views/cables/cables-view')).CablesView),
      view('bench', async () => (await import('./views/bench/bench-view')).BenchView),
      view('sheet', async () => (await import('./views/sheet/sheet-view')).SheetView),
    ],
  },
  { path: '*', element: <Navigate to="/shelf" replace /> },
];

/** Views of an address that have not come yet. */
const missingAt = (location: Location): readonly Chunk[] =>
  (matchRoutes(ROUTES, location) ?? []).flatMap(({ route }) => {
    const chunk = route.handle as Chunk | undefined;
    return chunk && !chunk.view ? [chunk] : [];
  });

const fetched = (chunks: readonly Chunk[]): Promise<unknown> =>
  Promise.all(
    chunks.map(async (chunk) => {
      chunk.view = await chunk.load();
    }),
  );

/** The view of the address; until that has come, what was shown before stays. */
export function Pages() {
  const location = useLocation();
  const [shown, setShown] = useState<Location | null>(null);
  const [fault, setFault] = useState<{ readonly at: Location; readonly error: unknown } | null>(null);
  const isHere = missingAt(location).length === 0;
  if (isHere && shown !== location) setShown(location);
  useEffect(() => {
    let isWanted = true;
    const missing = missingAt(location);
    if (missing.length > 0)
      void fetched(missing).then(
        () => isWanted && setShown(location),
        (error: unknown) => isWanted && setFault({ at: location, error }),
      );
    return () => {
      isWanted = false;
    };
  }, [location]);
  // Fetched in vain: the boundary around says so, until another address is asked for.
  if (fault?.at === location) throw fault.error;
  const there = isHere ? location : shown;
  return there ? (
    <Shown location={there} />
  ) : (
    <main>
      <Busy what="Opening" />
    </main>
  );
}

const Shown = ({ location }: { location: Location }) => useRoutes(ROUTES, location);
