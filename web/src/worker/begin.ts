// Runs before everything else of the page: a start that will end on a map has its worker fetched and made meanwhile.
import { sharedWorker } from './shared';

if (/^\/(rig\/[^/]+(\/map)?)?$/.test(window.location.pathname)) sharedWorker();
