import { Navigate, Outlet, createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { FaultPage } from './parts/boundary';
import { RigShell } from './rig/rig-shell';
import { NoticeLine } from './shell/notice';
import { GearView } from './views/gear/gear';
import { MapView } from './views/map/map-view';
import { FirstStart } from './views/shelf/first-start';
import { Shelf } from './views/shelf/shelf';

const router = createBrowserRouter([
  {
    element: (
      <>
        <Outlet />
        <NoticeLine />
      </>
    ),
    errorElement: <FaultPage />,
    children: [
      { path: '/', element: <FirstStart /> },
      { path: '/shelf', element: <Shelf /> },
      {
        path: '/rig/:id',
        element: <RigShell />,
        children: [
          { index: true, element: <Navigate to="gear" replace /> },
          { path: 'gear', element: <GearView /> },
          { path: 'map', element: <MapView /> },
        ],
      },
      { path: '*', element: <Navigate to="/shelf" replace /> },
    ],
  },
]);

export function App() {
  return <RouterProvider router={router} />;
}
