import { createContext, use, useCallback } from 'react';
import { useStore } from 'zustand';
import {
  boxOf,
  type Box,
  type EditCall,
  type Rig,
  type Scope,
  type Setting,
  type Sound,
} from '../../../core/rig';
import { useNotice } from '../store/app';
import type { Session } from '../store/session';
import type { Analyst } from '../worker/analyst';

/** What is looked at: a box, a lead, a jack or a block. */
export type Selection = { readonly type: 'box' | 'lead' | 'jack' | 'block'; readonly id: string } | null;

export type RigRoom = {
  readonly session: Session;
  readonly analyst: Analyst;
  readonly rig: Rig;
  readonly setting: Setting;
  /** null: all sounds. */
  readonly sound: Sound | null;
  readonly scope: Scope;
  readonly readOnly: string | null;
  readonly selection: Selection;
  readonly select: (selection: Selection) => void;
  readonly setSound: (id: string) => void;
};

export const RigContext = createContext<RigRoom | null>(null);

/** The open rig. Throws outside one. */
export function useRig(): RigRoom {
  const room = use(RigContext);
  if (!room) throw new Error('no rig is open here');
  return room;
}

export const useSession = <T>(
  session: Session,
  read: (state: ReturnType<Session['state']['getState']>) => T,
): T => useStore(session.state, read);

/** Commits an edit; a refusal is said in the notice line and returned. */
export function useCommit(): (call: EditCall) => string | null {
  const { session } = useRig();
  const say = useNotice((state) => state.say);
  return (call) => {
    const refused = session.commit(call);
    if (refused !== null) say(refused, 'bad');
    return refused;
  };
}

/** Undo and redo; what there is to say about a step is said in the notice line. */
export function useSteps(): (kind: 'undo' | 'redo') => void {
  const { session } = useRig();
  const say = useNotice((state) => state.say);
  return useCallback(
    (kind) => {
      const said = session[kind]();
      if (said !== null) say(said, 'bad');
    },
    [session, say],
  );
}

/** The box that is selected, itself or by one of its parts. */
export function selectedBox(rig: Rig, selection: Selection): Box | undefined {
  if (!selection || selection.type === 'lead') return undefined;
  const id = selection.id.split('/')[0];
  return boxOf(rig, id);
}
