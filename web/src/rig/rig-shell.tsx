import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { Outlet, useLocation, useParams, useSearchParams } from 'react-router';
import { enterRoom, type Room } from '../store/room';
import { Busy } from '../parts/empty';
import { startAnalyst, type Analyst } from '../worker/analyst';
import { TopBar } from '../shell/top-bar';
import { ShellKeys } from '../shell/keys';
import { RigContext, useSession, type RigRoom, type Selection } from './context';
import { Unreadable } from './unreadable';

function readSelection(text: string | null): Selection {
  const cut = text?.indexOf(':') ?? -1;
  const type = text?.slice(0, cut);
  return cut > 0 && (type === 'box' || type === 'lead' || type === 'jack' || type === 'block')
    ? { type, id: text?.slice(cut + 1) ?? '' }
    : null;
}

function OpenRig({ room, analyst }: { room: Extract<Room, { ok: true }>; analyst: Analyst }) {
  const { session } = room;
  const rig = useSession(session, (state) => state.rig);
  const readOnly = useSession(session, (state) => state.readOnly);
  const [params, setParams] = useSearchParams();
  const { pathname } = useLocation();
  // Held here, so that quick keys meet what the last one did; the address follows, for reloads and links.
  const [soundId, setSoundId] = useState(() => params.get('sound'));
  const [selection, setSelection] = useState(() => readSelection(params.get('sel')));
  const selected = selection ? `${selection.type}:${selection.id}` : null;

  const follow = useEffectEvent(() => {
    const wanted = [
      ['sound', soundId],
      ['sel', selected],
    ] as const;
    // An address that says so already is left alone: a view that is on its way would not arrive.
    if (wanted.every(([name, is]) => params.get(name) === is)) return;
    setParams(
      (old) => {
        const next = new URLSearchParams(old);
        for (const [name, is] of wanted)
          if (is === null) next.delete(name);
          else next.set(name, is);
        return next;
      },
      { replace: true },
    );
  });
  // A link to another view may have dropped them.
  useEffect(() => follow(), [soundId, selected, pathname]);

  const value = useMemo((): RigRoom => {
    const sound =
      soundId === 'all' ? null : (rig.sounds.find((s) => s.id === soundId) ?? rig.sounds[0] ?? null);
    return {
      session,
      analyst,
      rig,
      readOnly,
      sound,
      setting: { variant: null, sound: sound?.id ?? 'all' },
      scope: sound ? { layer: 'sound', id: sound.id } : { layer: 'rest' },
      selection,
      select: setSelection,
      setSound: setSoundId,
    };
  }, [session, analyst, rig, readOnly, soundId, selection]);

  useEffect(() => {
    document.title = `${rig.title} – Hum Map`;
  }, [rig.title]);

  return (
    <RigContext value={value}>
      <div className="app-frame flex h-full min-h-0 flex-col">
        <TopBar />
        <ShellKeys />
        <main className="min-h-0 flex-1 overflow-auto">
          <Outlet />
        </main>
      </div>
    </RigContext>
  );
}

type Entered =
  | { readonly id: string; readonly room: Extract<Room, { ok: true }>; readonly analyst: Analyst }
  | { readonly id: string; readonly room: Extract<Room, { ok: false }>; readonly analyst?: undefined };

/** Opens the rig of the address and holds it while any of its views is shown. */
export function RigShell() {
  const { id = '' } = useParams();
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
      const analyst = startAnalyst(room.session);
      leave = () => {
        analyst.end();
        room.leave();
      };
      setEntered({ id, room, analyst });
    });
    return () => {
      left = true;
      leave();
    };
  }, [id]);

  if (entered?.id !== id) return <Busy what="Opening the rig" />;
  return entered.analyst ? (
    <OpenRig room={entered.room} analyst={entered.analyst} />
  ) : (
    <Unreadable room={entered.room} id={id} />
  );
}
