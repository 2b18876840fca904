import { lazy, Suspense, type ReactNode } from 'react';
import { Navigate, Outlet, createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { FaultPage } from './parts/boundary';
import { Busy } from './parts/empty';
import { sharedWorker } from './worker/shared';
import { NoticeLine } from './shell/notice';
import { StoreGuard } from './shell/store-guard';
import { FirstStart } from './views/shelf/first-start';

const Shelf = lazy(async () => ({ default: (await import('./views/shelf/shelf')).Shelf }));
const importShell = () => import('./rig/rig-shell');
const RigShell = lazy(async () => ({ default: (await importShell()).RigShell }));
const GearView = lazy(async () => ({ default: (await import('./views/gear/gear')).GearView }));
const RoutesView = lazy(async () => ({ default: (await import('./views/routes/routes-view')).RoutesView }));
const importMap = () => import('./views/map/map-view');
const MapView = lazy(async () => ({ default: (await importMap()).MapView }));
const CablesView = lazy(async () => ({ default: (await import('./views/cables/cables-view')).CablesView }));
const BenchView = lazy(async () => ({ default: (await import('./views/bench/bench-view')).BenchView }));
const SheetView = lazy(async () => ({ default: (await import('./views/sheet/sheet-view')).SheetView }));

// A start that will end on a map fetches it, and begins its worker, at once: not after the shell and the rig.
if (/^\/(rig\/[^/]+(\/map)?)?$/.test(window.location.pathname)) {
  sharedWorker();
  void importShell();
  void importMap();
}

/** Each view comes in a chunk of its own, fetched when it is first looked at. */
const view = (element: ReactNode) => <Suspense fallback={<Busy what="Opening" />}>{element}</Suspense>;

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
    children: [
      { path: '/', element: <FirstStart /> },
      { path: '/shelf', element: view(<Shelf />) },
      {
        path: '/rig/:id',
        element: view(<RigShell />),
        children: [
          { index: true, element: <Navigate to="map" replace /> },
          { path: 'gear', element: view(<GearView />) },
          { path: 'routes', element: view(<RoutesView />) },
          { path: 'map', element: view(<MapView />) },
          { path: 'cables', element: view(<CablesView />) },
          { path: 'bench', element: view(<BenchView />) },
          { path: 'sheet', element: view(<SheetView />) },
        ],
      },
      { path: '*', element: <Navigate to="/shelf" replace /> },
    ],
  },
]);

export function App() {
  return <RouterProvider router={router} />;
}
