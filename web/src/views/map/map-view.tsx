import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { isPutAway, wiring } from '../../../../core/rig';
import { ActLink } from '../../parts/act-link';
import { Empty } from '../../parts/empty';
import { useMedia } from '../../parts/use-size';
import { selectedBox, useRig } from '../../rig/context';
import { Strip } from '../../shell/strip';
import { MapContext, useMap } from './context';
import { FindingsPane } from './findings-pane';
import { MapPane } from './map-pane';
import { ProfilePane } from './profile-pane';
import { RouteList } from './route-list';
import { ToolLine } from './tool-line';
import { useMapRoom } from './use-map-room';

// What only shows once something is chosen or asked comes when it is needed.
const Inspector = lazy(async () => ({ default: (await import('../../inspector/inspector')).Inspector }));
const LeadFacts = lazy(async () => ({ default: (await import('./lead-facts')).LeadFacts }));
const PlugList = lazy(async () => ({ default: (await import('./plug-list')).PlugList }));
const MapDialogs = lazy(async () => ({ default: (await import('./dialogs')).MapDialogs }));

function Facts() {
  const { rig, selection } = useRig();
  const { plugging } = useMap();
  const box = selectedBox(rig, selection);
  if (plugging) return <PlugList plugging={plugging} />;
  if (selection?.type === 'lead') return <LeadFacts id={selection.id} />;
  return box ? <Inspector key={box.id} box={box} /> : null;
}

/** What goes where, and is it right. */
export function MapView() {
  const { rig, setting, selection } = useRig();
  const room = useMapRoom();
  const phone = useMedia('(max-width: 599px)');
  const wide = useMedia('(min-width: 1000px)');
  const bare = wiring(rig, setting.variant).every(isPutAway);
  const facts = room.plugging !== null || selection !== null;
  if (rig.boxes.length === 0)
    return (
      <Empty title="Nothing to map yet" text="A rig begins with its gear: one line is enough.">
        <ActLink to={`/rig/${rig.id}/gear`}>Enter the gear</ActLink>
      </Empty>
    );
  return (
    <MapContext value={room}>
      <div className={wide ? 'flex h-full min-h-0' : 'flex min-h-full flex-col'}>
        <div className={wide ? 'flex min-h-0 min-w-0 flex-1 flex-col' : 'flex flex-col'}>
          <ToolLine />
          {room.stripShown ? <Strip /> : null}
          {bare ? (
            <p className="flex flex-wrap items-center gap-2 border-b border-hair bg-caution-tint px-3 py-1 text-sm text-caution">
              Nothing is plugged yet.
              <Link className="rounded underline" to={`/rig/${rig.id}/routes`}>
                See which routings can be had
              </Link>
            </p>
          ) : null}
          {phone || room.listed ? (
            <RouteList />
          ) : (
            <div className={wide ? 'flex min-h-0 flex-1 flex-col' : 'flex h-[52dvh] flex-col'}>
              <MapPane />
            </div>
          )}
          <ProfilePane />
        </div>
        <aside
          aria-label="Findings and facts"
          className={`flex min-h-0 shrink-0 flex-col bg-sheet ${wide ? 'w-68 border-l border-hair' : 'border-t border-hair'}`}
        >
          <div
            className={`min-h-0 ${facts && wide ? 'max-h-1/2 shrink-0 overflow-auto' : 'flex-1 overflow-auto'}`}
          >
            <FindingsPane />
          </div>
          {facts ? (
            <div className="min-h-0 flex-1 overflow-auto border-t-2 border-line">
              <Suspense fallback={null}>
                <Facts />
              </Suspense>
            </div>
          ) : null}
        </aside>
      </div>
      {room.asking ? (
        <Suspense fallback={null}>
          <MapDialogs />
        </Suspense>
      ) : null}
    </MapContext>
  );
}
