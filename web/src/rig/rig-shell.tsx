import { titleWords } from '../../../core/model';
import { lazy, Suspense, useEffect, useEffectEvent, useState } from 'react';
import { Outlet, useParams, useSearchParams } from 'react-router';
import { Busy } from '../parts/empty';
import { FaultBar } from '../shell/fault-bar';
import { ShellKeys } from '../shell/keys';
import { TopBar } from '../shell/top-bar';
import { enterRig, type EnteredRig } from '../store/enter';
import { fromAddress, useAddress } from './address';
import { openRig, type OpenRig } from './open-rig';
import { OpenRigContext, useOpenWith } from './use-open';

const Unreadable = lazy(async () => ({ default: (await import('./unreadable')).Unreadable }));

function OpenRigView() {
  const title = useOpenWith(({ rig }) => titleWords(rig.title));
  useAddress();
  useEffect(() => {
    document.title = `${title} – Hum Map`;
  }, [title]);
  return (
    <div className="app-frame flex h-full min-h-0 flex-col">
      <TopBar />
      <FaultBar />
      <ShellKeys />
      <main tabIndex={-1} data-focus="view" className="min-h-0 flex-1 overflow-auto">
        <Outlet />
      </main>
    </div>
  );
}

type Shown =
  | { readonly id: string; readonly store: OpenRig }
  | { readonly id: string; readonly unread: Extract<EnteredRig, { ok: false }>; readonly store?: undefined }
  /** Neither read nor found to be unreadable. */
  | { readonly id: string; readonly fault: unknown };

/** Opens the rig of the address and holds it while any of its views is shown. */
export function RigShell() {
  const { id = '' } = useParams();
  const [params] = useSearchParams();
  const beginning = useEffectEvent(() => fromAddress(params));
  const [entered, setEntered] = useState<Shown | null>(null);

  useEffect(() => {
    let left = false;
    let leave: () => void = () => undefined;
    enterRig(id).then(
      (rig) => {
        if (rig.ok) leave = rig.leave;
        if (left) {
          leave();
          return;
        }
        if (!rig.ok) {
          setEntered({ id, unread: rig });
          return;
        }
        const { store, close } = openRig(rig.session, beginning());
        leave = () => {
          close();
          rig.leave();
        };
        setEntered({ id, store });
      },
      (fault: unknown) => !left && setEntered({ id, fault }),
    );
    return () => {
      left = true;
      leave();
    };
  }, [id]);

  if (entered?.id !== id) return <Busy what="Opening the rig" />;
  // The error page lets it be tried again, and everything be saved.
  if ('fault' in entered) throw entered.fault;
  return entered.store ? (
    <OpenRigContext value={entered.store}>
      <OpenRigView />
    </OpenRigContext>
  ) : (
    <Suspense fallback={<Busy what="Looking at what is stored" />}>
      <Unreadable unread={entered.unread} id={id} />
    </Suspense>
  );
}
