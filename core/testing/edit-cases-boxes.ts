import { fourCable } from './build';
import { box, leadOf, LONG, type Cases } from './edit-cases';
import { pedal } from './rigs';

const added = pedal('added', { order: 50 });
const unit = fourCable().boxes.find((b) => b.id === 'multi-effects')!;

/** Boxes, their jacks and figures. */
export const BOX_CASES: Cases<
  | 'addBox'
  | 'removeBox'
  | 'renameBox'
  | 'setTag'
  | 'moveToPlace'
  | 'setOrder'
  | 'setFolded'
  | 'setBoxNotes'
  | 'setDrop'
  | 'setFigure'
  | 'setJackLabel'
  | 'setConnector'
  | 'setClock'
  | 'setForTest'
  | 'setSpeaker'
  | 'setFrom'
  | 'setHidden'
> = {
  addBox: { give: { box: added }, see: (r) => box('added')(r)?.tag, then: 'ADDED', refuse: { box: unit } },
  removeBox: {
    give: { id: 'fuzz' },
    see: (r) => [box('fuzz')(r), leadOf('lead-1')(r)!.to.at, r.wants],
    then: [undefined, [], []],
    refuse: { id: 'gone' },
  },
  renameBox: {
    give: { id: 'fuzz', name: 'Loud' },
    see: (r) => box('fuzz')(r)!.name,
    then: 'Loud',
    refuse: { id: 'fuzz', name: LONG },
  },
  setTag: {
    give: { id: 'fuzz', tag: 'F' },
    see: (r) => box('fuzz')(r)!.tag,
    then: 'F',
    refuse: { id: 'fuzz', tag: 'MULTI' },
  },
  moveToPlace: {
    give: { id: 'fuzz', place: 'wing', order: 3 },
    see: (r) => [box('fuzz')(r)!.place, box('fuzz')(r)!.order],
    then: ['wing', 3],
    refuse: { id: 'fuzz', place: 'gone', order: 0 },
  },
  setOrder: {
    give: { orders: { fuzz: 9 } },
    see: (r) => box('fuzz')(r)!.order,
    then: 9,
    refuse: { orders: { gone: 1 } },
  },
  setFolded: {
    give: { id: 'fuzz', folded: 'open' },
    see: (r) => box('fuzz')(r)!.folded,
    then: 'open',
    refuse: { id: 'gone', folded: 'open' },
  },
  setBoxNotes: {
    give: { id: 'fuzz', notes: 'old' },
    see: (r) => box('fuzz')(r)!.notes,
    then: 'old',
    refuse: { id: 'fuzz', notes: 'x'.repeat(20_001) },
  },
  setDrop: {
    give: { id: 'valve-head', dropM: null },
    see: (r) => 'dropM' in box('valve-head')(r)!,
    then: false,
    refuse: { id: 'valve-head', dropM: -1 },
  },
  setFigure: {
    give: {
      box: 'cabinet',
      at: { on: 'speaker', jack: 'in', field: 'ohm' },
      figure: { value: 8, source: 'measured', date: '2026-03-01' },
    },
    see: (r) => box('cabinet')(r)!.jacks[0]!.speaker!.ohm!.value,
    then: 8,
    refuse: {
      box: 'fuzz',
      at: { on: 'speaker', jack: 'in', field: 'ohm' },
      figure: { value: 8, source: 'manual' },
    },
  },
  setJackLabel: {
    give: { box: 'fuzz', jack: 'in', label: 'GTR' },
    see: (r) => box('fuzz')(r)!.jacks[0]!.label,
    then: 'GTR',
    refuse: { box: 'fuzz', jack: 'gone', label: 'X' },
  },
  setConnector: {
    give: { box: 'fuzz', jack: 'in', connector: 'rca' },
    see: (r) => box('fuzz')(r)!.jacks[0]!.connector,
    then: 'rca',
    refuse: { box: 'fuzz', jack: 'gone', connector: 'rca' },
  },
  setClock: {
    give: { box: 'fuzz', clock: { source: 'own', rateHz: 48_000 } },
    see: (r) => box('fuzz')(r)!.clock,
    then: { source: 'own', rateHz: 48_000 },
    refuse: { box: 'gone', clock: null },
  },
  setForTest: {
    give: { box: 'multi-effects', block: 'drive', temporary: true },
    see: (r) => box('multi-effects')(r)!.blocks.find(({ id }) => id === 'drive')!.temporary,
    then: true,
    refuse: { box: 'fuzz', block: 'gone', temporary: true },
  },
  setSpeaker: {
    give: { box: 'valve-head', jack: 'spk-16', facts: { internalLoad: true } },
    see: (r) => box('valve-head')(r)!.jacks.find(({ id }) => id === 'spk-16')!.speaker!.internalLoad,
    then: true,
    refuse: { box: 'fuzz', jack: 'in', facts: { internalLoad: true } },
  },
  setFrom: {
    give: { box: 'fuzz', from: { item: 'own-fuzz', revision: 3 } },
    see: (r) => box('fuzz')(r)!.from,
    then: { item: 'own-fuzz', revision: 3 },
    refuse: { box: 'gone', from: null },
  },
  setHidden: {
    give: { box: 'fuzz', hidden: [{ id: 'h', label: 'Bias', value: '4.5 V', note: '' }] },
    see: (r) => box('fuzz')(r)!.hidden.length,
    then: 1,
    refuse: { box: 'gone', hidden: [] },
  },
};
