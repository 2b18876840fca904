import {
  alongJacks,
  alongRoute,
  bypassEdit,
  foldEdit,
  FOLD_WORDS,
  handFrom,
  isWhole,
  leadSelected,
  mainBlock,
  nextFold,
  otherSound,
  otherVariant,
  removeSelected,
  selectedBox,
  unplugEdit,
} from '../../../../core/acts';
import { insertable } from '../../../../core/cables';
import type { EditCall } from '../../../../core/edits';
import { LAYERS } from '../../../../core/layers';
import { isAudio, type Part, type Side } from '../../../../core/model';
import type { OpenRig, OpenState } from '../../rig/open-rig';
import { goFocus } from '../../parts/focus';
import { useNotice } from '../../store/app';
import { holdPart, stepPart } from './order-acts';
import { controlIn } from './use-control';
import { findingsIn, isTold, linesIn } from './use-map';

/** Something that can be done on the map, by key and by menu. */
export type Act = {
  readonly label: string;
  /** As `KeyboardEvent.key`, with `Shift+` where it is held. */
  readonly key: string;
  readonly shown: string;
  readonly run: () => void;
  readonly enabled: boolean;
  /** The answer of the worker that it goes by. */
  readonly by?: 'route' | 'findings';
};

const act = (label: string, key: string, shown: string, run: () => void, enabled = true): Act => ({
  label,
  key,
  shown,
  run,
  enabled,
});

/** Keys of acts that wait for an answer, in the order in which they were pressed. */
const waiting = new WeakMap<OpenRig, string[]>();

const firstOf = (store: OpenRig): string | undefined => waiting.get(store)?.[0];

/** Does some act wait? What is pressed then waits behind it, whatever can be done now. */
export const isWaiting = (store: OpenRig): boolean => firstOf(store) !== undefined;

const canRun = ({ by }: Act, store: OpenRig): boolean => by === undefined || isTold(store.getState(), by);

/** Does an act; the focus goes to what it asks or took in hand, and else to the rig. */
function run(act: Act, store: OpenRig): void {
  act.run();
  const { asking, hand, held } = store.getState();
  if (asking === null && hand === null && held === null) goFocus('rig');
}

/** A quick hand is ahead of the first answer: acts are done in their order, each as it is then, once there is one. */
export function wait(key: string, store: OpenRig): void {
  const keys = waiting.get(store) ?? [];
  waiting.set(store, [...keys, key]);
  if (keys.length > 0) return;
  let isBusy = false;
  const stop = store.subscribe(() => {
    // What an act changes is told of before the act is over.
    if (isBusy) return;
    isBusy = true;
    for (let key = firstOf(store); key !== undefined; key = firstOf(store)) {
      const act = actsOf(store).find((one) => one.key === key);
      if (act && !canRun(act, store)) break;
      waiting.set(store, (waiting.get(store) ?? []).slice(1));
      if (act?.enabled) run(act, store);
    }
    isBusy = false;
    if (!isWaiting(store)) stop();
  });
}

/** Does an act, from its key or from the menu of acts, or has it wait. */
export function perform(act: Act, store: OpenRig): void {
  if (canRun(act, store)) run(act, store);
  else {
    wait(act.key, store);
    goFocus('rig');
  }
}

const say = (text: string) => useNotice.getState().say(text);

/** What happens next by the press that is looked at, or before; from nothing chosen the first. */
function alongPress(state: OpenState, by: 1 | -1): Part | null {
  const { selection } = state;
  const parts = (controlIn(state)?.lines ?? []).flatMap(({ part }) => part ?? []);
  const at = parts.findIndex(({ type, id }) => type === selection?.type && id === selection.id);
  return parts[at < 0 ? 0 : Math.min(parts.length - 1, Math.max(0, at + by))] ?? null;
}

/** The press after the one that is looked at, or before it, around. */
function otherPress(state: OpenState, by: 1 | -1): void {
  const { presses = [], press } = controlIn(state) ?? {};
  const at = presses.findIndex(({ id }) => id === press?.id);
  const next = presses[(at + by + presses.length) % presses.length];
  if (next) state.setPressed({ press: next.id, from: state.pressed.from });
}

/** Going about: along the route, and from jack to jack of a box. */
function stepActs(state: OpenState): readonly Act[] {
  const { rig, selection, select, layer } = state;
  const box = selectedBox(rig, selection);
  const isTimed = layer === 'control';
  const walk = (by: 1 | -1) => {
    const next = isTimed ? alongPress(state, by) : alongRoute(linesIn(state), selection, by);
    if (next) select(next);
  };
  const jack = (by: 1 | -1) => select(alongJacks(rig, layer, selection, by));
  return [
    {
      ...act(isTimed ? 'Next in the press' : 'Next on the route', 'ArrowRight', '→', () => walk(1)),
      by: 'route',
    },
    {
      ...act(isTimed ? 'Back in the press' : 'Back on the route', 'ArrowLeft', '←', () => walk(-1)),
      by: 'route',
    },
    ...(isTimed
      ? [
          act('Next press', 'e', 'E', () => otherPress(state, 1)),
          act('Press before', 'Shift+E', 'Shift E', () => otherPress(state, -1)),
        ]
      : []),
    act('Next jack of the box', 'ArrowDown', '↓', () => jack(1), !!box),
    act('Jack before', 'ArrowUp', '↑', () => jack(-1), !!box),
  ];
}

/** What moves plugs and boxes. */
function plugActs(state: OpenState, store: OpenRig): readonly Act[] {
  const { rig, setting, selection, layer, readOnly, commit, setHand, ask } = state;
  const { variant } = setting;
  const writes = readOnly === null;
  const box = selectedBox(rig, selection);
  const lead = leadSelected(rig, variant, selection);
  const plug = () => {
    const hand = handFrom(rig, variant, layer, selection);
    if (typeof hand === 'string') say(hand);
    else if (hand) setHand(hand);
  };
  const part =
    selection !== null && selection.type !== 'loom' && selection.type !== 'lead' ? selection : null;
  const move = (by: 1 | -1) => part && void stepPart(store, part, by);
  const insert = () => lead && ask({ kind: 'insert', lead: lead.lead.id });
  const canInsert = (lead?.to.length ?? 0) > 0 && insertable(rig, variant).length > 0;
  const unplug = (label: string, key: string, shown: string, side: Side) => {
    const edit = unplugEdit(rig, variant, selection, side);
    return act(label, key, shown, () => edit && commit(edit), writes && edit !== null);
  };
  return [
    act('Plug, from here', 'p', 'P', plug, writes && !!(box ?? lead)),
    act('Insert a box into the lead', 'i', 'I', insert, writes && canInsert),
    unplug('Unplug the far end', 'u', 'U', 'to'),
    unplug('Unplug at the source', 'Shift+U', 'Shift U', 'from'),
    act('Move to …', 'm', 'M', () => part && void holdPart(store, part), writes && part !== null),
    act('Move earlier', 'Shift+ArrowLeft', 'Shift ←', () => move(-1), writes && part !== null),
    act('Move later', 'Shift+ArrowRight', 'Shift →', () => move(1), writes && part !== null),
  ];
}

/** What is done to the selected box or lead itself. */
function partActs(state: OpenState): readonly Act[] {
  const { rig, setting, scope, selection, sound, readOnly, select, commit, openHubs, toggleHub } = state;
  const { variant } = setting;
  const writes = readOnly === null;
  const box = selectedBox(rig, selection);
  const run = (edit: EditCall | null) => edit !== null && commit(edit) === null;
  const bypass = () => run(bypassEdit(rig, setting, scope, selection));
  const remove = () => run(removeSelected(rig, variant, selection)) && select(null);
  const removable = isWhole(rig, selection) || selection?.type === 'lead';
  const hub = box && box.jacks.filter(isAudio).length > 2 ? box : undefined;
  const isOpen = hub !== undefined && openHubs.includes(hub.id);
  return [
    act(
      `On, off, next channel${sound ? ` in ${sound.name}` : ''}`,
      'b',
      'B',
      bypass,
      writes && !!box && mainBlock(box) !== undefined,
    ),
    act('Remove', 'Delete', 'Del', remove, writes && removable),
    act(isOpen ? 'Hide free jacks' : 'Show free jacks', 'o', 'O', () => hub && toggleHub(hub.id), !!hub),
    act(FOLD_WORDS[nextFold(box)], 'k', 'K', () => box && commit(foldEdit(box)), writes && !!box),
  ];
}

/** What the rig is asked: the next finding, another sound, another layer. */
function askActs(state: OpenState): readonly Act[] {
  const { rig, setting, sound, setSound, setVariant, layer, setLayer, openKey, setOpenKey } = state;
  const findings = findingsIn(state);
  const finding = () => {
    const at = findings.findIndex((line) => line.key === openKey);
    setOpenKey(findings[(at + 1) % Math.max(1, findings.length)]?.key ?? null);
  };
  const other = (by: 1 | -1) => {
    const id = otherSound(rig, sound?.id ?? null, by);
    if (id !== null) setSound(id);
  };
  return [
    {
      ...act('Next finding', 'n', 'N', finding, findings.length > 0 || !isTold(state, 'findings')),
      by: 'findings',
    },
    act('Next sound', 's', 'S', () => other(1), rig.sounds.length > 1),
    act(
      'Next variant',
      'v',
      'V',
      () => setVariant(otherVariant(rig, setting.variant)),
      rig.variants.length > 0,
    ),
    act('Sound before', 'Shift+S', 'Shift S', () => other(-1), rig.sounds.length > 1),
    ...LAYERS.map(({ id, name }, i) =>
      act(`Layer ${name}`, String(i + 1), String(i + 1), () => setLayer(id), layer !== id),
    ),
  ];
}

const ZOOM = { least: 1, most: 2.4, step: 0.2 } as const;

/** How the map is looked at. */
function lookActs({
  zoom,
  setZoom,
  setLevel,
  listed,
  setListed,
  reading,
  setReading,
  ask,
}: OpenState): readonly Act[] {
  const fit = () => {
    setZoom(ZOOM.least);
    setLevel('fit');
  };
  const by = (step: number) => setZoom(Math.min(ZOOM.most, Math.max(ZOOM.least, zoom + step)));
  return [
    act('Fit', 'f', 'F', fit),
    act('Larger', '+', '+', () => by(ZOOM.step), zoom < ZOOM.most),
    act('Smaller', '-', '−', () => by(-ZOOM.step), zoom > ZOOM.least),
    act(listed ? 'Map as a drawing' : 'Route as a list', 'l', 'L', () => setListed(!listed)),
    act(reading ? 'Close the order' : 'Order, and why', 'r', 'R', () => setReading(!reading)),
    act('Small sums', '=', '=', () => ask({ kind: 'sums' })),
    act('Keys', '?', '?', () => ask({ kind: 'keys' })),
  ];
}

/** Everything the map can do with what is selected, in the order of the menu: made of the state as it is now. */
export function actsOf(store: OpenRig): readonly Act[] {
  const state = store.getState();
  return [
    ...stepActs(state),
    ...plugActs(state, store),
    ...partActs(state),
    ...askActs(state),
    ...lookActs(state),
  ];
}
