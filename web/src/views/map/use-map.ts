// What the parts of the map view read of the open rig and of what the worker told of it.
import { useMemo } from 'react';
import type { Hand, PlugAnswer } from '../../../../core/cables';
import type { HumView } from '../../../../core/hum';
import type { RouteLine, RouteName } from '../../../../core/routes';
import { leadsMoved, type Cure, type FindingLine } from '../../../../core/findings';
import type { Part } from '../../../../core/model';
import type { OpenState } from '../../rig/open-rig';
import { useOpen, useOpenWith } from '../../rig/use-open';
import type { QueryOf } from '../../worker/queries';
import { useAnalysis, type Analysis } from '../../worker/use-analysis';

const NONE = [] as const;

/** What was told last in a slot, for acts: they are made of the state as it is when a key is pressed. */
export const told = <T>(state: OpenState, slot: string): T | null =>
  (state.answers[slot]?.value ?? null) as T | null;
/** Whether there has been an answer in a slot yet; it may be of an earlier document. */
export const isTold = (state: OpenState, slot: 'route' | 'findings'): boolean => told(state, slot) !== null;
export const findingsIn = (state: OpenState): readonly FindingLine[] =>
  told<readonly FindingLine[]>(state, 'findings') ?? NONE;
export const linesIn = (state: OpenState): readonly RouteLine[] =>
  told<readonly RouteLine[]>(state, 'route') ?? NONE;

/** The route in force: the one that was chosen, as far as the sound has so many. */
function routeIn(state: OpenState): number {
  const routes = told<readonly RouteName[]>(state, 'routes');
  return routes && state.routeWanted < routes.length ? state.routeWanted : 0;
}

export function useFindings(): Analysis<readonly FindingLine[]> {
  const { setting, sound } = useOpen('setting', 'sound');
  return useAnalysis<'findings'>({ kind: 'findings', variant: setting.variant, sound: sound?.id ?? null });
}

export function useRoutes(): { readonly routes: readonly RouteName[]; readonly route: number } {
  const { setting } = useOpen('setting');
  const { value } = useAnalysis<'routes'>({ kind: 'routes', setting });
  const route = useOpenWith(routeIn);
  return { routes: value ?? NONE, route };
}

/** The route in force, stop by stop. */
export function useLines(): readonly RouteLine[] {
  const { setting } = useOpen('setting');
  const route = useOpenWith(routeIn);
  return useAnalysis<'route'>({ kind: 'route', setting, route }).value ?? NONE;
}

/** The cure of a finding, if it is the one that was told last. */
function cureIn({ answers }: OpenState, finding: string): Cure | null {
  const { key, value } = answers.cure ?? { key: 'null', value: null };
  const asked = JSON.parse(key) as QueryOf<'cure'> | null;
  return asked?.key === finding ? (value as Cure | null) : null;
}

const openPartsIn = (state: OpenState): string => {
  const open = findingsIn(state).find(({ key }) => key === state.openKey);
  if (!open) return JSON.stringify(NONE);
  const cure = cureIn(state, open.key);
  const moved = (cure ? leadsMoved(cure.edit) : []).map((id): Part => ({ type: 'lead', id }));
  return JSON.stringify([...open.parts, ...moved]);
};

/** Parts of the open finding, and the leads that its cure moves; the same list while it says the same. */
export function useRinged(): readonly Part[] {
  const text = useOpenWith(openPartsIn);
  return useMemo(() => JSON.parse(text) as readonly Part[], [text]);
}

/** The parts of the loop that is shown, as one text: of the loops that were told last. */
const loopedIn = (state: OpenState): string => {
  const view = state.layer === 'hum' ? told<HumView>(state, 'hum') : null;
  const loop = view?.loops.find(({ key }) => key === state.loop);
  return [
    ...(loop?.leads ?? []).map(({ id }) => `lead:${id}`),
    ...(loop?.boxes ?? []).map((id) => `box:${id}`),
  ].join(' ');
};

export const useLooped = (): string => useOpenWith(loopedIn);

export type Plugging = {
  readonly hand: Hand;
  readonly answers: readonly PlugAnswer[];
  /** Whether the answers are for this hand; there are none before. */
  readonly known: boolean;
};

/** What is in the hand, and what each jack says to it. */
export function usePlugging(): Plugging | null {
  const { hand, setting } = useOpen('hand', 'setting');
  const { value, stale } = useAnalysis<'plugging'>(
    hand ? { kind: 'plugging', variant: setting.variant, hand } : null,
    'plugging',
  );
  return useMemo(
    () => (hand ? { hand, answers: stale ? NONE : (value ?? NONE), known: !stale } : null),
    [hand, stale, value],
  );
}
