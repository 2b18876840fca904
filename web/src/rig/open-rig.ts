// The one store of an open rig: its document, what is chosen, the state of its views, and what the worker told of it.
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Selection } from '../../../core/acts';
import type { EditCall } from '../../../core/edits';
import type { Rig, Scope, Setting, Sound } from '../../../core/model';
import { useNotice } from '../store/app';
import type { Session, SessionState } from '../store/session';
import { startAnalyst, type Analyst, type Answers } from '../worker/analyst';
import { pace } from './pace';
import { mapState, OF_THE_SOUND, type MapState } from './map-state';

type Chosen = {
  /** null: the base wiring. */
  readonly variantId: string | null;
  /** null: the first; `all`: every sound together. */
  readonly soundId: string | null;
  readonly selection: Selection;
};

/** What follows from the document, the variant and the sound that are chosen. */
type Follows = {
  /** null: all sounds. */
  readonly sound: Sound | null;
  readonly setting: Setting;
  /** Where an edit of a state is kept. */
  readonly scope: Scope;
};

export type OpenState = SessionState &
  Chosen &
  Follows &
  MapState & {
    readonly session: Session;
    readonly analyst: Analyst;
    readonly answers: Answers;
    readonly select: (selection: Selection) => void;
    readonly setSound: (id: string) => void;
    readonly setVariant: (id: string | null) => void;
    /** Applies an edit; a refusal is said in the notice line and returned. */
    readonly commit: (call: EditCall) => string | null;
    /** Undo and redo; what there is to say about a step is said in the notice line. */
    readonly step: (kind: 'undo' | 'redo') => void;
  };

/** `shown`: as views see it, for a breath behind. */
export type OpenRig = StoreApi<OpenState> & { readonly shown: StoreApi<OpenState> };

function following(
  rig: Rig,
  { variantId, soundId }: Pick<Chosen, 'variantId' | 'soundId'>,
  old?: Follows,
): Follows {
  const sound =
    soundId === 'all' ? null : (rig.sounds.find(({ id }) => id === soundId) ?? rig.sounds[0] ?? null);
  const id = sound?.id ?? 'all';
  // One that was removed leaves the base in force.
  const variant = rig.variants.some((one) => one.id === variantId) ? variantId : null;
  // The same setting stays the same object: what hangs on it is not asked for again.
  if (old?.setting.sound === id && old.setting.variant === variant)
    return { sound, setting: old.setting, scope: old.scope };
  const atRest: Scope = variant === null ? { layer: 'rest' } : { layer: 'variant', id: variant };
  return { sound, setting: { variant, sound: id }, scope: sound ? { layer: 'sound', id: sound.id } : atRest };
}

const sayBad = (text: string) => useNotice.getState().say(text, 'bad');

/**
 * Opens the store of a session.
 * @param begin what the address asks to begin with
 */
export function openRig(
  session: Session,
  begin: Partial<Chosen & Pick<MapState, 'layer' | 'routeWanted' | 'openKey'>>,
  start: typeof startAnalyst = startAnalyst,
): { readonly store: OpenRig; readonly close: () => void } {
  const analyst = start(session, (change) => {
    store.setState(({ answers }) => ({ answers: change(answers) }));
    paced.letGo();
  });
  const store = createStore<OpenState>((set, get) => {
    const { rig } = session.state.getState();
    const chosen = { variantId: begin.variantId ?? null, soundId: begin.soundId ?? null };
    return {
      ...session.state.getState(),
      ...mapState(set, get),
      session,
      analyst,
      answers: {},
      ...chosen,
      selection: null,
      ...following(rig, chosen),
      ...begin,
      select: (selection) => set({ selection }),
      setSound: (id) =>
        set((old) => ({
          soundId: id,
          pressed: OF_THE_SOUND,
          ...following(old.rig, { ...old, soundId: id }, old),
        })),
      setVariant: (id) =>
        set((old) => ({ variantId: id, ...following(old.rig, { ...old, variantId: id }, old) })),
      commit: (call) => {
        if (analyst.foresees(call)) holdAtMap();
        const refused = session.commit(call);
        if (refused !== null) sayBad(refused);
        return refused;
      },
      step: (kind) => {
        holdAtMap();
        const said = session[kind]();
        if (said !== null) sayBad(said);
      },
    };
  });
  const paced = pace(store);
  /** What is in a field or on a button shows its press at once; keys on the map are watched for what they bring. */
  const holdAtMap = () => {
    if (document.activeElement?.matches('[data-focus="rig"]')) paced.hold();
  };
  const stop = session.state.subscribe((now) =>
    store.setState((old) => (now.rig === old.rig ? now : { ...now, ...following(now.rig, old, old) })),
  );
  return {
    store: { ...store, shown: paced.shown },
    close: () => {
      stop();
      analyst.end();
    },
  };
}
