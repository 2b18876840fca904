// Runs before everything else of the page: a start that will end on a map has its worker fetched and made meanwhile.
import { sharedWorker } from './shared';

if (/^\/(rig\/[^/]+(\/map)?)?$/.test(window.location.pathname)) {
  const { api } = sharedWorker();
  // A rig that was stored is checked first. A worker that fails is found out by that.
  if (window.location.pathname !== '/') api.prepare().catch(() => undefined);
}
