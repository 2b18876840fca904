import { boxIn, byId, copy, demand, edit, isNewId, layerOf, must, wiredNow, type BoxDraft } from './edit';
import {
  forget,
  LIMITS,
  type RigDraft,
  type Block,
  type Jack,
  type InnerWiring,
  type Scope,
  type Wire,
} from '../model';

type At = { readonly box: string; readonly scope: Scope };

const blockIn = (box: BoxDraft, id: string) => byId(box.blocks, id, `block of ${box.name}`);

type BlockDraft = BoxDraft['blocks'][number];

/** A block with its twins on the other legs of a split: they are one switch. */
function onOneSwitch(box: BoxDraft, block: BlockDraft): readonly BlockDraft[] {
  const first = block.twinOf ?? block.id;
  const hasThem = (other: BlockDraft) =>
    block.states.every(({ id }) => other.states.some((s) => s.id === id));
  return box.blocks.filter((other) => (other.id === first || other.twinOf === first) && hasThem(other));
}

/** Sets a value at rest, or in a layer above it; null in a layer means back to what lies below. */
function setLayered<T>(
  draft: RigDraft,
  args: { key: string; value: T | null; scope: Scope; part: 'blocks' | 'modes' | 'controls' | 'patches' },
  atRest: (value: T) => void,
) {
  const { key, value, scope, part } = args;
  if (scope.layer === 'rest') {
    atRest(must(value, 'The rest state needs a value.'));
    return;
  }
  const record: Record<string, unknown> = layerOf(draft, scope)[part];
  if (value === null) delete record[key];
  else record[key] = copy(value);
}

const innerEndKnown = (box: BoxDraft, end: Wire['from']) =>
  'jack' in end ? box.jacks.some((j) => j.id === end.jack) : box.blocks.some((b) => b.id === end.block);

export const stateEdits = {
  setBlockState: edit<At & { block: string; state: string | null }>('Switch block', (draft, args) => {
    const block = blockIn(boxIn(draft, args.box), args.block);
    demand(
      args.state === null || block.states.some((state) => state.id === args.state),
      `${block.name} has no state "${args.state}".`,
    );
    for (const one of onOneSwitch(boxIn(draft, args.box), block))
      setLayered(
        draft,
        { key: `${args.box}/${one.id}`, value: args.state, scope: args.scope, part: 'blocks' },
        (state) => (one.state = state),
      );
  }),

  setMode: edit<At & { jack: string; mode: string | null }>('Change jack mode', (draft, args) => {
    const jack = byId(boxIn(draft, args.box).jacks, args.jack, 'jack');
    demand(
      args.mode === null || jack.modes.some((mode: Jack['modes'][number]) => mode.id === args.mode),
      `${jack.label} has no mode "${args.mode}".`,
    );
    setLayered(
      draft,
      { key: `${args.box}/${args.jack}`, value: args.mode, scope: args.scope, part: 'modes' },
      (mode) => (jack.mode = mode),
    );
  }),

  /** `basis`: what the knob was noted in, by which "set again" is known later; null: as it is wired now. */
  setControl: edit<At & { control: string; position: number | null; basis: string | null }>(
    'Turn knob',
    (draft, args) => {
      const control = byId(boxIn(draft, args.box).controls, args.control, 'control');
      const { position } = args;
      demand(position === null || (position >= 0 && position <= 1), 'A knob stands between 0 and 1.');
      setLayered(
        draft,
        {
          key: `${args.box}/${args.control}`,
          value: position === null ? null : { position, basis: args.basis ?? wiredNow(draft, args) },
          scope: args.scope,
          part: 'controls',
        },
        (value) => Object.assign(control, value),
      );
    },
  ),

  setPatch: edit<At & { patch: string | null }>('Change inner wiring', (draft, args) => {
    const box = boxIn(draft, args.box);
    if (args.patch !== null) byId(box.patches, args.patch, 'inner wiring');
    setLayered(
      draft,
      { key: args.box, value: args.patch, scope: args.scope, part: 'patches' },
      (patch) => (box.patch = patch),
    );
  }),

  wireInside: edit<{ box: string; patch: string; wires: readonly Wire[] }>('Wire inside', (draft, args) => {
    const box = boxIn(draft, args.box);
    const patch = byId(box.patches, args.patch, 'inner wiring');
    for (const wire of args.wires)
      for (const end of [wire.from, wire.to])
        demand(innerEndKnown(box, end), `A wire ends at no jack or block of ${box.name}.`);
    patch.wires = copy(args.wires);
  }),

  addPatch: edit<{ box: string; patch: InnerWiring }>('Add inner wiring', (draft, { box, patch }) => {
    const owner = boxIn(draft, box);
    isNewId(owner.patches, patch.id, 'inner wiring');
    owner.patches.push(copy(patch));
  }),

  renamePatch: edit<{ box: string; patch: string; name: string }>(
    'Rename inner wiring',
    (draft, { box, patch, name }) => {
      demand(name.trim() !== '', 'An inner wiring has a name.');
      demand(name.length <= LIMITS.nameLength, `A name has at most ${LIMITS.nameLength} characters.`);
      byId(boxIn(draft, box).patches, patch, 'inner wiring').name = name;
    },
  ),

  removePatch: edit<{ box: string; patch: string }>('Remove inner wiring', (draft, { box, patch }) => {
    const owner = boxIn(draft, box);
    demand(owner.patch !== patch, 'The inner wiring at rest cannot be removed.');
    owner.patches = owner.patches.filter((other) => other.id !== patch);
    forget(draft, 'inner wiring', [box, patch]);
  }),

  addBlock: edit<{ box: string; block: Block }>('Add block', (draft, { box, block }) => {
    const owner = boxIn(draft, box);
    isNewId(owner.blocks, block.id, 'block');
    const room = owner.slots?.blocks;
    demand(room === undefined || owner.blocks.length < room, `${owner.name} has room for ${room} blocks.`);
    owner.blocks.push(copy(block));
  }),

  /** `wires`: every inner wiring as it is without the block. */
  removeBlock: edit<{ box: string; block: string; wires: Readonly<Record<string, readonly Wire[]>> }>(
    'Remove block',
    (draft, { box, block, wires }) => {
      const owner = boxIn(draft, box);
      const touches = (end: Wire['from']) => 'block' in end && end.block === block;
      blockIn(owner, block);
      owner.blocks = owner.blocks.filter((other) => other.id !== block);
      for (const patch of owner.patches) {
        patch.wires = copy(wires[patch.id] ?? patch.wires);
        demand(
          !patch.wires.some((wire) => touches(wire.from) || touches(wire.to)),
          'A wire still ends at the block that is to go.',
        );
      }
      const controls = owner.controls.map((control) => control.id);
      forget(draft, 'block', [box, block]);
      for (const id of controls)
        if (!owner.controls.some((control) => control.id === id)) forget(draft, 'control', [box, id]);
    },
  ),
};
