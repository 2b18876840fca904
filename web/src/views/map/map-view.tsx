import { lazy, Suspense, useEffect } from 'react';
import { Link } from 'react-router';
import { tells } from '../../../../core/layers';
import { isPutAway, wiring } from '../../../../core/model';
import { ActLink } from '../../parts/act-link';
import { Empty } from '../../parts/empty';
import { goFocus } from '../../parts/focus';
import { useMedia } from '../../parts/use-size';
import { likelyEdits, selectedBox } from '../../../../core/acts';
import { useOpen, useOpenRig, useOpenWith } from '../../rig/use-open';
import { Strip } from '../../shell/strip';
import { FindingsPane } from './findings-pane';
import { MapPane } from './map-pane';
import { ProfilePane } from './profile-pane';
import { RouteList } from './route-list';
import { ToolLine } from './tool-line';
import { useLines, usePlugging } from './use-map';
import { useEarlyPress } from './use-press';

// What only shows once something is chosen or asked comes when it is needed.
const Inspector = lazy(async () => ({ default: (await import('../../inspector/inspector')).Inspector }));
const LeadFacts = lazy(async () => ({ default: (await import('./lead-facts')).LeadFacts }));
const LoomFacts = lazy(async () => ({ default: (await import('./loom-facts')).LoomFacts }));
const PlugList = lazy(async () => ({ default: (await import('./plug-list')).PlugList }));
const MoveList = lazy(async () => ({ default: (await import('./move-list')).MoveList }));
const OrderList = lazy(async () => ({ default: (await import('./order-list')).OrderList }));
const ToneFacts = lazy(async () => ({ default: (await import('./tone-facts')).ToneFacts }));
const HumFacts = lazy(async () => ({ default: (await import('./hum-facts')).HumFacts }));
const LatencyFacts = lazy(async () => ({ default: (await import('./latency-facts')).LatencyFacts }));
const LevelFacts = lazy(async () => ({ default: (await import('./level-facts')).LevelFacts }));
const ControlFacts = lazy(async () => ({ default: (await import('./control-facts')).ControlFacts }));
const Otherwise = lazy(async () => ({ default: (await import('./otherwise')).Otherwise }));
const MapDialogs = lazy(async () => ({ default: (await import('./dialogs')).MapDialogs }));

/** A hand that does nothing for so long rests. */
const RESTS_MS = 100;

function Facts() {
  const { selection, held, reading, layer } = useOpen('selection', 'held', 'reading', 'layer');
  const plugging = usePlugging();
  const box = useOpenWith((state) => selectedBox(state.rig, state.selection));
  if (held) return <MoveList key={JSON.stringify(held)} held={held} />;
  if (plugging) return <PlugList plugging={plugging} />;
  if (reading) return <OrderList />;
  return (
    <>
      {layer === 'tone' ? <ToneFacts /> : null}
      {layer === 'level' ? <LevelFacts /> : null}
      {layer === 'hum' ? <HumFacts /> : null}
      {layer === 'latency' ? <LatencyFacts /> : null}
      {layer === 'control' ? <ControlFacts /> : null}
      {selection?.type === 'lead' ? (
        <LeadFacts id={selection.id} />
      ) : selection?.type === 'loom' ? (
        <LoomFacts id={selection.id} />
      ) : box ? (
        <Inspector key={box.id} box={box} />
      ) : null}
    </>
  );
}

/** Holds up what acts read of the worker's answers, and what waits for them, whether or not it is shown. */
function Acted() {
  useLines();
  useEarlyPress();
  return null;
}

/** Has the analyst look ahead at what is likely next, once the hand rests. */
function Foreseen() {
  const store = useOpenRig();
  const { selection, turn, setting } = useOpen('selection', 'turn', 'setting');
  useEffect(() => {
    const timer = setTimeout(() => {
      const { rig, scope, readOnly, analyst } = store.getState();
      if (readOnly === null) analyst.ahead(likelyEdits(rig, setting, scope, selection));
    }, RESTS_MS);
    return () => clearTimeout(timer);
  }, [store, selection, turn, setting]);
  return null;
}

/** What goes where, and is it right. */
export function MapView() {
  const { selection, layer, hand, held, hold, reading, setReading, listed, stripShown, asking, setHand } =
    useOpen(
      'selection',
      'layer',
      'reading',
      'setReading',
      'hand',
      'held',
      'hold',
      'listed',
      'stripShown',
      'asking',
      'setHand',
    );
  const id = useOpenWith(({ rig }) => rig.id);
  const inVariant = useOpenWith(({ setting }) => setting.variant !== null);
  const isEmpty = useOpenWith(({ rig }) => rig.boxes.length === 0);
  const bare = useOpenWith(({ rig, setting }) => wiring(rig, setting.variant).every(isPutAway));
  const phone = useMedia('(max-width: 599px)');
  const wide = useMedia('(min-width: 1000px)');
  const facts = hand !== null || held !== null || reading || selection !== null || tells(layer);
  useEffect(() => {
    if (!hand && !held && !reading) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      if (hand || held) {
        setHand(null);
        hold(null);
      } else setReading(false);
      goFocus('rig');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [hand, held, reading, setHand, hold, setReading]);
  if (isEmpty)
    return (
      <Empty title="Nothing to map yet" text="A rig begins with its gear: one line is enough.">
        <ActLink to={`/rig/${id}/gear`}>Enter the gear</ActLink>
      </Empty>
    );
  return (
    <>
      <div className={wide ? 'flex h-full min-h-0' : 'flex min-h-full flex-col'}>
        <div className={wide ? 'flex min-h-0 min-w-0 flex-1 flex-col' : 'flex flex-col'}>
          <Acted />
          <Foreseen />
          <ToolLine />
          {inVariant ? (
            <Suspense fallback={null}>
              <Otherwise />
            </Suspense>
          ) : null}
          {stripShown ? <Strip /> : null}
          {bare ? (
            <p className="flex flex-wrap items-center gap-2 border-b border-hair bg-caution-tint px-3 py-1 text-sm text-caution">
              Nothing is plugged yet.
              <Link className="rounded underline" to={`/rig/${id}/routes`}>
                See which routings can be had
              </Link>
            </p>
          ) : null}
          {phone || listed ? (
            <RouteList />
          ) : (
            <div className={wide ? 'flex min-h-0 flex-1 flex-col' : 'flex flex-col'}>
              <MapPane isInPage={!wide} />
            </div>
          )}
          <ProfilePane />
        </div>
        <aside
          aria-label="Findings and facts"
          className={`flex min-h-0 shrink-0 flex-col bg-sheet contain-content ${wide ? 'w-68 border-l border-hair' : 'border-t border-hair'}`}
        >
          <div
            className={`min-h-0 overflow-auto ${!facts || !wide ? 'flex-1' : held ? 'max-h-1/3 shrink-0' : 'max-h-1/2 shrink-0'}`}
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
      {asking ? (
        <Suspense fallback={null}>
          <MapDialogs />
        </Suspense>
      ) : null}
    </>
  );
}
