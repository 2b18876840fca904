import type { ComponentType } from 'react';
import { Navigate, Outlet, createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { FaultPage } from './parts/boundary';
import { Busy } from './parts/empty';
import { NoticeLine } from './shell/notice';
import { StoreGuard } from './shell/store-guard';
import { RigShell } from './rig/rig-shell';
import { MapView } from './views/map/map-view';
import { FirstStart } from './views/shelf/first-start';

/**
 * The map is what most starts end on: it comes with the page, in one piece. Each other view comes in a chunk of its
 * own, fetched by the router before it turns to it: a page that waits inside React is held back for a third of a
 * second after it has come.
 */
const view = (load: () => Promise<ComponentType>) => ({
  lazy: async () => ({ Component: await load() }),
});

const Opening = () => (
  <main>
    <Busy what="Opening" />
  </main>
);

const router = createBrowserRouter([
  {
    element: (
      <>
        <StoreGuard>
          <Outlet />
        </StoreGuard>
        <NoticeLine />
      </>
    ),
    errorElement: <FaultPage />,
    HydrateFallback: Opening,
    children: [
      { path: '/', element: <FirstStart /> },
      { path: '/shelf', ...view(async () => (await import('./views/shelf/shelf')).Shelf) },
      { path: '/gear', ...view(async () => (await import('./views/own-gear/own-gear')).OwnGearView) },
      { path: '/gear/:id', ...view(async () => (await import('./views/panel/panel-view')).PanelView) },
      {
        path: '/rig/:id',
        Component: RigShell,
        children: [
          { index: true, element: <Navigate to="map" replace /> },
          { path: 'gear', ...view(async () => (await import('./views/gear/gear')).GearView) },
          {
            path: 'gear/inside/:box',
            ...view(async () => (await import('./views/inside/inside-view')).InsideView),
          },
          { path: 'routes', ...view(async () => (await import('./views/routes/routes-view')).RoutesView) },
          { path: 'map', Component: MapView },
          { path: 'sounds', ...view(async () => (await import('./views/sounds/sounds-view')).SoundsView) },
          {
            path: 'sounds/feet',
            ...view(async () => (await import('./views/sounds/feet-view')).FeetView),
          },
          {
            path: 'sounds/combinations',
            ...view(async () => (await import('./views/sounds/combinations-view')).CombinationsView),
          },
          {
            path: 'sounds/presses',
            ...view(async () => (await import('./views/sounds/presses-view')).PressesScreen),
          },
          {
            path: 'sounds/channels',
            ...view(async () => (await import('./views/sounds/channels-view')).ChannelsView),
          },
          {
            path: 'sounds/numbers',
            ...view(async () => (await import('./views/sounds/numbers-view')).NumbersScreen),
          },
          {
            path: 'sounds/proof',
            ...view(async () => (await import('./views/sounds/proof-view')).ProofView),
          },
          {
            path: 'sounds/set',
            ...view(async () => (await import('./views/sounds/set-view')).SetView),
          },
          {
            path: 'sounds/sweeps',
            ...view(async () => (await import('./views/sounds/pedals-view')).PedalsView),
          },
          {
            path: 'sounds/stored',
            ...view(async () => (await import('./views/sounds/stored-view')).StoredScreen),
          },
          {
            path: 'sounds/rules',
            ...view(async () => (await import('./views/sounds/rules-view')).RulesView),
          },
          { path: 'cables', ...view(async () => (await import('./views/cables/cables-view')).CablesView) },
          { path: 'bench', ...view(async () => (await import('./views/bench/bench-view')).BenchView) },
          { path: 'sheet', ...view(async () => (await import('./views/sheet/sheet-view')).SheetView) },
        ],
      },
      { path: '*', element: <Navigate to="/shelf" replace /> },
    ],
  },
]);

export function App() {
  return <RouterProvider router={router} />;
}
