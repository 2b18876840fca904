import { insertable, moveChoices, pickUp, removeEdit, type Way } from '../../../../core/cables';
import { jacksInLayer, LAYERS } from '../../../../core/drawing';
import type { EditCall } from '../../../../core/edits';
import { boxOf, isAudio, jackIn, wiring, type Box } from '../../../../core/model';
import { isOn, resolve } from '../../../../core/signal';
import { selectedBox, type OpenState } from '../../rig/open-rig';
import { useNotice } from '../../store/app';
import { findingsIn, linesIn } from './use-map';

/** Something that can be done on the map, by key and by menu. */
export type Act = {
  readonly label: string;
  /** As `KeyboardEvent.key`, with `Shift+` where it is held. */
  readonly key: string;
  readonly shown: string;
  readonly run: () => void;
  readonly enabled: boolean;
};

/** The block of a box that its foot switch is about: the one that can be off, else the one with most states. */
const mainBlock = (box: Box) =>
  box.blocks.find((block) => block.states.some((state) => !isOn(state))) ??
  box.blocks.find((block) => block.states.length > 1);

const FOLDS = ['auto', 'open', 'folded'] as const;
const FOLD_WORDS = { auto: 'Fold and open with the map', open: 'Keep open', folded: 'Keep folded' } as const;

/** Everything the map can do with what is selected, in the order of the menu: made of the state as it is now. */
export function actsOf(state: OpenState): readonly Act[] {
  const { rig, setting, scope, selection, select, readOnly, sound, setSound, commit } = state;
  const { layer, setLayer, setHand, ask, openHubs, toggleHub, openKey, setOpenKey } = state;
  const { zoom, setZoom, setLevel, listed, setListed } = state;
  const say = (text: string) => useNotice.getState().say(text);
  const lines = linesIn(state);
  const findings = findingsIn(state);
  const { variant } = setting;
  const box = selectedBox(rig, selection);
  const lead =
    selection?.type === 'lead'
      ? wiring(rig, variant).find((entry) => entry.lead.id === selection.id)
      : undefined;
  const writes = readOnly === null;
  const variantScope = variant === null ? {} : { scope: { layer: 'variant', id: variant } as const };

  const walk = (by: 1 | -1) => {
    const at = lines.findIndex((line) =>
      line.parts.some((part) => part.type === selection?.type && part.id === selection.id),
    );
    const next = lines[at < 0 ? 0 : at + by];
    if (next) select({ type: next.part.type, id: next.part.id });
  };
  const alongJacks = (by: 1 | -1) => {
    if (!box) return;
    const jacks = jacksInLayer(box, layer);
    const at = selection?.type === 'jack' ? jacks.findIndex((j) => selection.id === `${box.id}/${j.id}`) : -1;
    const next = jacks[at < 0 ? (by > 0 ? 0 : jacks.length - 1) : at + by];
    if (next) select({ type: 'jack', id: `${box.id}/${next.id}` });
    else select({ type: 'box', id: box.id });
  };
  const plug = () => {
    if (lead) {
      const side = lead.to.length === 0 ? 'to' : lead.from.length === 0 ? 'from' : 'to';
      setHand({ kind: 'plug', lead: lead.lead.id, side });
      return;
    }
    if (!box) return;
    const own = selection?.type === 'jack' ? selection.id.split('/')[1] : undefined;
    const held = new Set(
      wiring(rig, variant).flatMap(({ from, to }) => [...from, ...to].map((ref) => `${ref.box}/${ref.jack}`)),
    );
    const free = jacksInLayer(box, layer).filter((jack) => !held.has(`${box.id}/${jack.id}`));
    const jack = own ?? (free.find((j) => j.direction === 'out') ?? free[0])?.id;
    if (jack === undefined) say(`Every jack of ${box.name} holds a lead: choose one of them first.`);
    else setHand(pickUp(rig, variant, { box: box.id, jack }));
  };
  const move = (way: Way) => {
    if (!box) return;
    const choices = moveChoices(rig, variant, box.id, way);
    if (choices.length === 0)
      say(`${box.name} cannot go ${way}: it stands at an end, or is no box of a line.`);
    else if (choices.length === 1 && choices[0]) commit(choices[0].edit);
    else ask({ kind: 'move', title: `Move ${box.name} ${way}`, choices });
  };
  const bypass = () => {
    const chosen = selection?.type === 'block' ? selection.id.split('/')[1] : undefined;
    const block = box?.blocks.find((b) => b.id === chosen && b.states.length > 1) ?? (box && mainBlock(box));
    if (!box || !block) return;
    const { state } = resolve(rig, setting).blockState(box, block);
    const next = block.states[(block.states.indexOf(state) + 1) % block.states.length];
    if (next)
      commit({ edit: 'setBlockState', arguments: { box: box.id, block: block.id, state: next.id, scope } });
  };
  // A jack of a box, or one block of several, is no box: Delete must not take the whole away.
  const whole =
    selection?.type === 'box' || (selection?.type === 'block' && box?.blocks.length === 1) ? box : undefined;
  const remove = () => {
    if (whole && box && commit(removeEdit(rig, variant, box.id)) === null) select(null);
    if (lead && commit({ edit: 'removeLead', arguments: { id: lead.lead.id } }) === null) select(null);
  };
  const unplug = (side: 'from' | 'to') => {
    if (!lead) return;
    const call: EditCall = {
      edit: 'unplug',
      arguments: { lead: lead.lead.id, side, ...variantScope },
    };
    commit(call);
  };
  const stepSound = (by: 1 | -1) => {
    const at = rig.sounds.findIndex((s) => s.id === sound?.id);
    const next = rig.sounds[(at + by + rig.sounds.length) % rig.sounds.length];
    if (next) setSound(next.id);
  };
  const nextFinding = () => {
    const at = findings.findIndex((line) => line.key === openKey);
    setOpenKey(findings[(at + 1) % Math.max(1, findings.length)]?.key ?? null);
  };
  const nextFold = FOLDS[(FOLDS.indexOf(box?.folded ?? 'auto') + 1) % FOLDS.length] ?? 'auto';
  const hub = box && box.jacks.filter(isAudio).length > 2 ? box : undefined;

  return [
    { label: 'Next on the route', key: 'ArrowRight', shown: '→', run: () => walk(1), enabled: true },
    { label: 'Back on the route', key: 'ArrowLeft', shown: '←', run: () => walk(-1), enabled: true },
    { label: 'Next jack of the box', key: 'ArrowDown', shown: '↓', run: () => alongJacks(1), enabled: !!box },
    { label: 'Jack before', key: 'ArrowUp', shown: '↑', run: () => alongJacks(-1), enabled: !!box },
    { label: 'Plug, from here', key: 'p', shown: 'P', run: plug, enabled: writes && !!(box ?? lead) },
    {
      label: 'Insert a box into the lead',
      key: 'i',
      shown: 'I',
      run: () => lead && ask({ kind: 'insert', lead: lead.lead.id }),
      enabled: writes && lead !== undefined && lead.to.length > 0 && insertable(rig, variant).length > 0,
    },
    {
      label: 'Unplug the far end',
      key: 'u',
      shown: 'U',
      run: () => unplug('to'),
      enabled: writes && (lead?.to.length ?? 0) > 0,
    },
    {
      label: 'Unplug at the source',
      key: 'Shift+U',
      shown: 'Shift U',
      run: () => unplug('from'),
      enabled: writes && (lead?.from.length ?? 0) > 0,
    },
    {
      label: 'Move earlier',
      key: 'Shift+ArrowLeft',
      shown: 'Shift ←',
      run: () => move('earlier'),
      enabled: writes && !!box,
    },
    {
      label: 'Move later',
      key: 'Shift+ArrowRight',
      shown: 'Shift →',
      run: () => move('later'),
      enabled: writes && !!box,
    },
    {
      label: `On, off, next channel${sound ? ` in ${sound.name}` : ''}`,
      key: 'b',
      shown: 'B',
      run: bypass,
      enabled: writes && !!box && mainBlock(box) !== undefined,
    },
    { label: 'Remove', key: 'Delete', shown: 'Del', run: remove, enabled: writes && !!(whole ?? lead) },
    {
      label: hub && openHubs.includes(hub.id) ? 'Hide free jacks' : 'Show free jacks',
      key: 'o',
      shown: 'O',
      run: () => hub && toggleHub(hub.id),
      enabled: !!hub,
    },
    {
      label: FOLD_WORDS[nextFold],
      key: 'k',
      shown: 'K',
      run: () => box && commit({ edit: 'setFolded', arguments: { id: box.id, folded: nextFold } }),
      enabled: writes && !!box,
    },
    {
      label: 'Next finding',
      key: 'n',
      shown: 'N',
      run: nextFinding,
      enabled: findings.length > 0,
    },
    { label: 'Next sound', key: 's', shown: 'S', run: () => stepSound(1), enabled: rig.sounds.length > 1 },
    {
      label: 'Sound before',
      key: 'Shift+S',
      shown: 'Shift S',
      run: () => stepSound(-1),
      enabled: rig.sounds.length > 1,
    },
    ...LAYERS.map(({ id, name }, i) => ({
      label: `Layer ${name}`,
      key: String(i + 1),
      shown: String(i + 1),
      run: () => setLayer(id),
      enabled: layer !== id,
    })),
    { label: 'Fit', key: 'f', shown: 'F', run: () => (setZoom(1), setLevel('fit')), enabled: true },
    {
      label: 'Larger',
      key: '+',
      shown: '+',
      run: () => setZoom(Math.min(2.4, zoom + 0.2)),
      enabled: zoom < 2.4,
    },
    {
      label: 'Smaller',
      key: '-',
      shown: '−',
      run: () => setZoom(Math.max(1, zoom - 0.2)),
      enabled: zoom > 1,
    },
    {
      label: listed ? 'Map as a drawing' : 'Route as a list',
      key: 'l',
      shown: 'L',
      run: () => setListed(!listed),
      enabled: true,
    },
    { label: 'Keys', key: '?', shown: '?', run: () => ask({ kind: 'keys' }), enabled: true },
  ];
}

/** What is selected, in words for the live line. */
export function selectionWords({ rig, selection, setting }: OpenState): string {
  if (!selection) return '';
  if (selection.type === 'lead') {
    const entry = wiring(rig, setting.variant).find(({ lead }) => lead.id === selection.id);
    const end = (refs: readonly { box: string; jack: string }[]) =>
      refs.length === 0
        ? 'loose'
        : refs
            .map((ref) => {
              const owner = boxOf(rig, ref.box);
              return `${jackIn(owner, ref.jack)?.label ?? ''} of ${owner?.name ?? ''}`;
            })
            .join(' or ');
    return entry ? `Lead ${entry.lead.number}, ${end(entry.from)} to ${end(entry.to)}` : '';
  }
  const box = selectedBox(rig, selection);
  const inner = selection.id.split('/')[1];
  const part =
    box?.jacks.find((jack) => selection.type === 'jack' && jack.id === inner)?.label ??
    box?.blocks.find((block) => selection.type === 'block' && block.id === inner)?.name;
  return part === undefined ? (box?.name ?? '') : `${part} of ${box?.name ?? ''}`;
}
