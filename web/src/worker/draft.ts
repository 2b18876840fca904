import { drawMap, type MapDrawing, type MapRequest } from '../../../core/drawing';
import { leadsOtherwise, type Rig } from '../../../core/model';
import type { AnyQuery, QueryOf } from './queries';

/** What the map tells besides what lies where. */
type Told = Pick<MapRequest['view'], 'free' | 'marks'>;

/** The map as it is asked for. */
export const mapOf = (
  rig: Rig,
  {
    setting,
    layer,
    width,
    height,
    level,
    unit,
    levels,
    route,
    loop,
    open,
    names,
    named,
    chosen,
    shown,
  }: QueryOf<'map'>,
  told: Told,
): MapDrawing =>
  drawMap({
    rig,
    setting,
    layer,
    width,
    leastHeight: height,
    level,
    unit,
    levels,
    route,
    loop,
    view: {
      open,
      names,
      named,
      chosen,
      ...(shown ? { shown } : {}),
      otherwise: leadsOtherwise(rig, setting.variant),
      ...told,
    },
  });

/** Can it be answered ahead of everything that is found? That takes a fifth of the code. */
export const isDraft = (query: AnyQuery): query is QueryOf<'map'> & { readonly unmarked: true } =>
  query.kind === 'map' && query.unmarked === true;

export const draftOf = (rig: Rig, query: QueryOf<'map'>): MapDrawing =>
  mapOf(rig, query, { free: undefined, marks: {} });
