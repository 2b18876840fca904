import { lazy, Suspense, useEffect, useEffectEvent, useState } from 'react';
import { Outlet, useParams, useSearchParams } from 'react-router';
import { Busy } from '../parts/empty';
import { ShellKeys } from '../shell/keys';
import { TopBar } from '../shell/top-bar';
import { enterRoom, type Room } from '../store/room';
import { fromAddress, useAddress } from './address';
import { openRig, type OpenRig } from './open-rig';
import { OpenRigContext, useOpenWith } from './use-open';

const Unreadable = lazy(async () => ({ default: (await import('./unreadable')).Unreadable }));

function OpenRigView() {
  const title = useOpenWith(({ rig }) => rig.title);
  useAddress();
  useEffect(() => {
    document.title = `${title} – Hum Map`;
  }, [title]);
  return (
    <div className="app-frame flex h-full min-h-0 flex-col">
      <TopBar />
      <ShellKeys />
      <main className="min-h-0 flex-1 overflow-auto">
        <Outlet />
      </main>
    </div>
  );
}

type Entered =
  | { readonly id: string; readonly store: OpenRig }
  | { readonly id: string; readonly room: Extract<Room, { ok: false }>; readonly store?: undefined };

/** Opens the rig of the address and holds it while any of its views is shown. */
export function RigShell() {
  const { id = '' } = useParams();
  const [params] = useSearchParams();
  const beginning = useEffectEvent(() => fromAddress(params));
  const [entered, setEntered] = useState<Entered | null>(null);

  useEffect(() => {
    let left = false;
    let leave: () => void = () => undefined;
    void enterRoom(id).then((room) => {
      if (room.ok) leave = room.leave;
      if (left) {
        leave();
        return;
      }
      if (!room.ok) {
        setEntered({ id, room });
        return;
      }
      const { store, close } = openRig(room.session, beginning());
      leave = () => {
        close();
        room.leave();
      };
      setEntered({ id, store });
    });
    return () => {
      left = true;
      leave();
    };
  }, [id]);

  if (entered?.id !== id) return <Busy what="Opening the rig" />;
  return entered.store ? (
    <OpenRigContext value={entered.store}>
      <OpenRigView />
    </OpenRigContext>
  ) : (
    <Suspense fallback={<Busy what="Looking at what is stored" />}>
      <Unreadable room={entered.room} id={id} />
    </Suspense>
  );
}
