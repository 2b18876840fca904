// The ways of the signal in words: names to choose by, and each way as a list of boxes and leads.
export { routeLines, routeNames, type RouteLine, type RouteName } from './routes';
