// One call of each named edit with what it changes, and one that is refused: the parts that the cases share.
import { fourCable } from './build';
import { applyEdit, type SingleEdit } from '../edits';
import { makePlace, makeSound, type Rig, type SoundRule, type Song } from '../model';

export const REST = { layer: 'rest' } as const;
export const SOUND = { layer: 'sound', id: 'sound-1' } as const;
export const WALK = {
  id: 'w',
  type: 'patch-up',
  started: '2026-03-01',
  ended: null,
  venue: '',
  ticks: [],
} as const;
export const TICK = { step: 'off', mark: 'done', note: '', at: '2026-03-01', basis: '' } as const;
export const ACCEPTED = {
  id: 'a',
  code: 'WIRE-PLUG',
  parts: [],
  sound: null,
  variant: null,
  severity: 'fault',
  figures: [],
  reason: 'so',
  date: '2026-03-01',
} as const;

export const RULE: SoundRule = {
  id: 'rule',
  kind: 'never',
  members: [
    { box: 'fuzz', block: 'fuzz' },
    { box: 'multi-effects', block: 'delay' },
  ],
  words: 'no fuzz into echoes',
};

/** The four-cable rig with one of everything an edit may be about. */
export const SONG: Song = { id: 'tune', name: 'Tune', sounds: ['sound-2'], guitar: null, notes: '' };

export function rigForEdits(): Rig {
  const mains: Rig['stage']['mains'] = {
    circuits: [{ id: 'one', name: 'Stage' }],
    outlets: [
      { id: 'left', name: 'Left', circuit: 'one', group: '' },
      { id: 'right', name: 'Right', circuit: 'one', group: '' },
    ],
    earthDifferences: [],
  };
  const calls: SingleEdit[] = [
    { edit: 'setMains', arguments: { mains } },
    { edit: 'setWallOutlet', arguments: { box: 'valve-head', jack: 'mains', outlet: 'left' } },
    { edit: 'addSound', arguments: { sound: makeSound('sound-2', 'Two'), index: 1 } },
    { edit: 'addVariant', arguments: { variant: variant('night') } },
    {
      edit: 'unplug',
      arguments: { lead: 'lead-2', side: 'to', scope: { layer: 'variant', id: 'night' } },
    },
    { edit: 'addPlace', arguments: { place: makePlace('wing', 'Wing'), index: 4 } },
    { edit: 'addPatch', arguments: { box: 'fuzz', patch: { id: 'other', name: 'Other', wires: [] } } },
    {
      edit: 'assignSwitch',
      arguments: {
        assignment: {
          id: 'slot-1',
          box: 'multi-effects',
          switch: 'switch-a',
          bank: 0,
          act: { type: 'sound', sound: 'sound-2' },
        },
      },
    },
    { edit: 'setRule', arguments: { rule: RULE } },
    { edit: 'addSong', arguments: { song: SONG, index: 0 } },
    { edit: 'startWalk', arguments: { walk: WALK } },
    { edit: 'tick', arguments: { walk: 'w', tick: TICK } },
    { edit: 'acceptFinding', arguments: { accepted: ACCEPTED } },
    {
      edit: 'setWant',
      arguments: { want: { type: 'effect', id: 'want', box: 'fuzz', block: 'fuzz', where: 'after' } },
    },
  ];
  const rig = calls.reduce((r, call) => applyEdit(r, call).rig, fourCable());
  // The head's return gives 48 V: what no edit adds to a jack has to be there.
  return {
    ...rig,
    boxes: rig.boxes.map((box) =>
      box.id === 'valve-head'
        ? {
            ...box,
            jacks: box.jacks.map((jack) =>
              jack.id === 'return' ? { ...jack, phantom: { is: 'off' as const } } : jack,
            ),
          }
        : box,
    ),
  };
}
export const variant = (id: string) => ({
  id,
  name: id,
  leads: {},
  state: { blocks: {}, modes: {}, controls: {}, patches: {} },
  notes: '',
});
export type Args<K extends SingleEdit['edit']> = Extract<SingleEdit, { edit: K }>['arguments'];
/** What is given, where the change is to be seen, and what is refused. */
export type Case<K extends SingleEdit['edit']> = {
  readonly give: Args<K>;
  readonly see: (rig: Rig) => unknown;
  readonly then: unknown;
  /** null: nothing of the right shape can be wrong. */
  readonly refuse: Args<K> | null;
};

export const box = (id: string) => (r: Rig) => r.boxes.find((b) => b.id === id);
export const leadOf = (id: string) => (r: Rig) => r.leads.find((l) => l.id === id);
export const placeOf = (id: string) => (r: Rig) => r.stage.places.find((p) => p.id === id);
export const LONG = 'x'.repeat(201);

/** The cases of some edits, by name. */
export type Cases<K extends SingleEdit['edit']> = { readonly [N in K]: Case<N> };
