import type { SingleEdit } from '../../edits';
import {
  basisOf,
  blockIn,
  boxOf,
  derive,
  refOf,
  type Box,
  type EqSetting,
  type Reads,
  type Scope,
  type StateLayer,
} from '../../model';
import { inWords } from '../../units';
import { group } from '../cure';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly box: string; readonly names: readonly string[] };

type NotedPosition = { readonly position: number | null; readonly basis: string | null };

type Of = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;

type Noted = {
  readonly box: Box;
  readonly scope: Scope;
  readonly name: string;
  readonly basis: string;
  readonly again: SingleEdit;
};

/** A layer over rest: a sound's, or the night's. */
type Layer = { readonly scope: Scope; readonly state: StateLayer };

const layersOf = ({ sounds, variant }: Of): readonly Layer[] => [
  ...sounds.map(({ id, state }) => ({ scope: { layer: 'sound', id } as const, state })),
  ...(variant ? [{ scope: { layer: 'variant', id: variant.id } as const, state: variant.state }] : []),
];

function notedControl(box: Box, id: string, noted: NotedPosition, scope: Scope): readonly Noted[] {
  const control = box.controls.find((one) => one.id === id);
  if (control?.sets !== 'level' || !noted.basis || noted.position === null) return [];
  const to = { box: box.id, control: id, position: noted.position, basis: null, scope };
  return [
    { scope, box, name: control.label, basis: noted.basis, again: { edit: 'setControl', arguments: to } },
  ];
}

function notedEq(box: Box, id: string, eq: EqSetting | undefined, scope: Scope): readonly Noted[] {
  const block = blockIn(box, id);
  if (!block || !eq?.basis) return [];
  const to = { box: box.id, block: id, eq: { ...eq, basis: undefined }, scope };
  return [{ scope, box, name: block.name, basis: eq.basis, again: { edit: 'setEq', arguments: to } }];
}

/** Levels and equalisers that are noted at rest, in sounds and in the night, with what they were noted in. */
function notedIn(of: Of): readonly Noted[] {
  const rest: Scope = { layer: 'rest' };
  const at = <T>(
    record: Readonly<Record<string, T>>,
    find: (box: Box, id: string, one: T) => readonly Noted[],
  ) =>
    Object.entries(record).flatMap(([key, one]) => {
      const { box: owner, jack: id } = refOf(key);
      const box = boxOf(of, owner);
      return box ? find(box, id, one) : [];
    });
  return [
    ...of.boxes.flatMap((box) => [
      ...box.controls.flatMap((control) => notedControl(box, control.id, control, rest)),
      ...box.blocks.flatMap((block) => notedEq(box, block.id, block.eq, rest)),
    ]),
    ...layersOf(of).flatMap(({ scope, state }) => [
      ...at(state.controls, (box, id, one) => notedControl(box, id, one, scope)),
      ...at(state.eq ?? {}, (box, id, one) => notedEq(box, id, one, scope)),
    ]),
  ];
}

/** Of those what was noted in another wiring: sounds and rest in that of all nights, a night's own in its own. */
const staleIn = derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Noted[] =>
  notedIn(of).filter(
    ({ scope, box, basis }) => basis !== basisOf(of, scope.layer === 'variant' ? of.variant : null, box.id),
  ),
);

/** STALE-SETTINGS: levels and equalisers of a box that were noted before the wiring around it changed. */
export const stale = rule<Data>({
  code: 'STALE-SETTINGS',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Data>[] =>
    [...new Set(staleIn(of).map(({ box }) => box))].map((box): Found<Data> => {
      const names = staleIn(of).flatMap((one) => (one.box === box ? [one.name] : []));
      return {
        severity: 'note',
        parts: [boxPart(box)],
        data: { box: box.id, names: [...new Set(names)] },
      };
    }),
  ),
  words: ({ data }, say) => ({
    text: `${inWords(data.names)} of ${say.box(data.box)} ${data.names.length > 1 ? 'were' : 'was'} noted before the wiring around it changed.`,
    why: 'What drives it, or hears it, is another now: set it again, by meter or by ear, and note it.',
  }),
  *cures(view, { data }) {
    const again = staleIn(view).flatMap((one) => (one.box.id === data.box ? [one.again] : []));
    if (again.length > 0) yield group(`${inWords(data.names)} as noted: it is right so`, again);
  },
});
