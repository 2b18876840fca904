import { box, leadOf, type Cases } from './edit-cases';
import type { Rig } from '../model';
import { lead } from './rigs';

const STRAIGHT = { connector: 'ts-635', angle: 'straight', silent: false } as const;

/** Names of the looms of leads 3 to 5. */
const loomsOfLeads = (r: Rig) =>
  ['lead-3', 'lead-4', 'lead-5'].map(
    (id) => r.looms.find((loom) => loom.id === leadOf(id)(r)!.loom)?.name ?? '',
  );

/** Leads, their ends, lengths and numbers, and what they are tied into. */
export const LEAD_CASES: Cases<
  | 'plug'
  | 'replug'
  | 'unplug'
  | 'putAway'
  | 'followBase'
  | 'exchangeEnds'
  | 'insertInLead'
  | 'moveEarlier'
  | 'moveLater'
  | 'removeLead'
  | 'setLeadLength'
  | 'computeLeadLength'
  | 'setLeadKind'
  | 'setTemporary'
  | 'setPlug'
  | 'setAdapters'
  | 'setLeadNotes'
  | 'renumber'
  | 'setStock'
  | 'nameLoom'
  | 'splitLoom'
  | 'joinLooms'
> = {
  nameLoom: {
    give: { id: 'loom', name: 'Stage loom', leads: ['lead-3', 'lead-4'] },
    see: loomsOfLeads,
    then: ['Stage loom', 'Stage loom', ''],
    refuse: { id: 'loom', name: ' ', leads: ['lead-3'] },
  },
  splitLoom: {
    give: {
      from: { id: 'loom', name: 'Stage loom', leads: ['lead-3', 'lead-4'] },
      to: { id: 'loom-2', name: 'Return', leads: ['lead-5'] },
    },
    see: loomsOfLeads,
    then: ['Stage loom', 'Stage loom', 'Return'],
    refuse: {
      from: { id: 'loom', name: 'Stage loom', leads: ['lead-3'] },
      to: { id: 'loom', name: 'Return', leads: ['lead-5'] },
    },
  },
  joinLooms: {
    give: { id: 'loom', name: 'Stage loom', leads: ['lead-3', 'lead-4', 'lead-5'] },
    see: loomsOfLeads,
    then: ['Stage loom', 'Stage loom', 'Stage loom'],
    refuse: { id: 'loom', name: 'Stage loom', leads: ['gone'] },
  },
  plug: {
    give: { lead: lead(9, 'multi-effects/out-2-l', 'multi-effects/return-2') },
    see: (r) => r.leads.length,
    then: 7,
    refuse: { lead: lead(9, 'guitar/out', 'multi-effects/return-2') },
  },
  replug: {
    give: { lead: 'lead-3', side: 'from', at: [{ box: 'multi-effects', jack: 'send-2' }] },
    see: (r) => leadOf('lead-3')(r)!.from.at[0]!.jack,
    then: 'send-2',
    refuse: { lead: 'lead-3', side: 'from', at: [] },
  },
  unplug: {
    give: { lead: 'lead-3', side: 'to' },
    see: (r) => leadOf('lead-3')(r)!.to.at,
    then: [],
    refuse: { lead: 'gone', side: 'to' },
  },
  followBase: {
    give: { lead: 'lead-2', variant: 'night' },
    see: (r) => r.variants[0]?.leads,
    then: {},
    refuse: { lead: 'lead-1', variant: 'night' },
  },
  putAway: {
    give: { lead: 'lead-3' },
    see: (r) => [leadOf('lead-3')(r)!.number, leadOf('lead-3')(r)!.from.at, leadOf('lead-3')(r)!.to.at],
    then: [3, [], []],
    refuse: { lead: 'gone' },
  },
  exchangeEnds: {
    give: { a: { lead: 'lead-3', side: 'to' }, b: { lead: 'lead-5', side: 'to' } },
    see: (r) => leadOf('lead-3')(r)!.to.at[0]!.jack,
    then: 'return',
    refuse: { a: { lead: 'lead-3', side: 'to' }, b: { lead: 'gone', side: 'to' } },
  },
  insertInLead: {
    give: {
      lead: 'lead-6',
      into: { box: 'multi-effects', jack: 'return-2' },
      outOf: { box: 'multi-effects', jack: 'send-2' },
      rest: lead(9, 'multi-effects/send-2', 'cabinet/in'),
    },
    see: (r) => [leadOf('lead-6')(r)!.to.at[0]!.jack, leadOf('lead-9')(r)!.to.at[0]!.box],
    then: ['return-2', 'cabinet'],
    refuse: {
      lead: 'gone',
      into: { box: 'fuzz', jack: 'in' },
      outOf: { box: 'fuzz', jack: 'out' },
      rest: lead(9, 'fuzz/out', 'cabinet/in'),
    },
  },
  moveEarlier: {
    give: { moves: [], orders: { fuzz: 0 } },
    see: (r) => box('fuzz')(r)!.order,
    then: 0,
    refuse: { moves: [{ lead: 'gone', to: [] }] },
  },
  moveLater: {
    give: { moves: [{ lead: 'lead-2', to: [{ box: 'multi-effects', jack: 'return-2' }] }] },
    see: (r) => leadOf('lead-2')(r)!.to.at[0]!.jack,
    then: 'return-2',
    refuse: { moves: [{ lead: 'lead-2', to: [{ box: 'fuzz', jack: 'in' }] }] },
  },
  removeLead: { give: { id: 'lead-6' }, see: leadOf('lead-6'), then: undefined, refuse: { id: 'gone' } },
  setLeadLength: {
    give: { id: 'lead-3', lengthM: 4, by: 'measured' },
    see: (r) => [leadOf('lead-3')(r)!.lengthM, leadOf('lead-3')(r)!.lengthBy],
    then: [4, 'measured'],
    refuse: { id: 'lead-3', lengthM: 201, by: 'hand' },
  },
  computeLeadLength: {
    give: { id: 'lead-3' },
    see: (r) => leadOf('lead-3')(r)!.lengthM,
    then: 9,
    refuse: { id: 'gone' },
  },
  setLeadKind: {
    give: { id: 'lead-6', kind: 'instrument', plugs: { from: STRAIGHT, to: STRAIGHT } },
    see: (r) => leadOf('lead-6')(r)!.kind,
    then: 'instrument',
    refuse: { id: 'gone', kind: 'patch' },
  },
  setTemporary: {
    give: { id: 'lead-6', temporary: true },
    see: (r) => leadOf('lead-6')(r)!.temporary,
    then: true,
    refuse: { id: 'gone', temporary: true },
  },
  setPlug: {
    give: { lead: 'lead-1', side: 'from', plug: { ...STRAIGHT, silent: true } },
    see: (r) => leadOf('lead-1')(r)!.from.plug.silent,
    then: true,
    refuse: { lead: 'gone', side: 'from', plug: STRAIGHT },
  },
  setAdapters: {
    give: { lead: 'lead-1', side: 'to', adapters: [{ name: 'x', takes: 'ts-635', gives: 'rca' }] },
    see: (r) => leadOf('lead-1')(r)!.to.adapters.length,
    then: 1,
    refuse: { lead: 'gone', side: 'to', adapters: [] },
  },
  setLeadNotes: {
    give: { id: 'lead-1', notes: 'crackles' },
    see: (r) => leadOf('lead-1')(r)!.notes,
    then: 'crackles',
    refuse: { id: 'lead-1', notes: 'x'.repeat(20_001) },
  },
  renumber: {
    give: { numbers: { 'lead-1': 2, 'lead-2': 1 } },
    see: (r) => leadOf('lead-1')(r)!.number,
    then: 2,
    refuse: { numbers: { 'lead-1': 2 } },
  },
  setStock: {
    give: { stockM: [10, 5, 5] },
    see: (r) => r.stage.stockM,
    then: [5, 10],
    refuse: { stockM: [] },
  },
};
