import {
  boxesById,
  chosen,
  derive,
  guitarOf,
  inSetting,
  pluggedIn,
  type Reads,
  type Setting,
  type Block,
  type BlockState,
  type Box,
  type Control,
  type EqSetting,
  type Jack,
  type JackMode,
  type JackRef,
  type Lead,
  type InnerWiring,
  type Rig,
  type Standing,
  type StateLayer,
} from '../model';

/** The layer a value in force comes from. */
export type StateSource = 'rest' | 'variant' | 'sound';

/** A lead as it is plugged in one setting: of several jacks an end may stand in, the one the sound's guitar has. */
export type Run = {
  readonly lead: Lead;
  readonly from: JackRef | undefined;
  readonly to: JackRef | undefined;
};

/** The states of a rig's boxes in one setting: rest ← variant ← sound. They hang on no lead. */
export type States = {
  readonly sound: Standing | null;
  readonly guitar: Box | undefined;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly blockState: (box: Box, block: Block) => { readonly state: BlockState; readonly from: StateSource };
  readonly jackMode: (
    box: Box,
    jack: Jack,
  ) => { readonly mode: JackMode | undefined; readonly from: StateSource };
  readonly control: (
    box: Box,
    control: Control,
  ) => { readonly position: number | null; readonly from: StateSource };
  readonly eq: (box: Box, block: Block) => { readonly eq: EqSetting | null; readonly from: StateSource };
  readonly innerWiring: (box: Box) => { readonly patch: InnerWiring; readonly from: StateSource };
};

/** The states of a rig in one setting, with the leads as they are plugged in it. */
export type Resolved = States & { readonly runs: readonly Run[] };

/** What the signal in one setting hangs on. */
export type ForSignal = Reads<'boxes' | 'leads' | 'variant' | 'standing'>;

type Kept = 'blocks' | 'modes' | 'controls' | 'patches';

function lookUp<K extends Kept>(
  layers: readonly (readonly [StateSource, StateLayer | undefined])[],
  part: K,
  key: string,
): readonly [StateLayer[K][string] | undefined, StateSource] {
  for (const [name, layer] of layers) {
    const value = layer?.[part][key];
    if (value !== undefined) return [value as StateLayer[K][string], name];
  }
  return [undefined, 'rest'];
}

function layered(of: Reads<'boxes' | 'variant' | 'standing'>): States {
  const { sound, variant } = of;
  const layers = [
    ['sound', sound?.state],
    ['variant', variant?.state],
  ] as const;
  const guitar = guitarOf(of, sound);
  const states = new Map<Block, { readonly state: BlockState; readonly from: StateSource }>();
  const modes = new Map<Jack, { readonly mode: JackMode | undefined; readonly from: StateSource }>();
  return {
    sound,
    guitar,
    boxes: boxesById(of),
    blockState: (box, block) => {
      const known = states.get(block);
      if (known) return known;
      const [id, from] = lookUp(layers, 'blocks', `${box.id}/${block.id}`);
      const state = block.states.find((s) => s.id === (id ?? block.state)) ?? block.states[0];
      if (!state) throw new Error(`block ${box.id}/${block.id} has no state`);
      const found = { state, from };
      states.set(block, found);
      return found;
    },
    jackMode: (box, jack) => {
      const known = modes.get(jack);
      if (known) return known;
      const [id, from] = lookUp(layers, 'modes', `${box.id}/${jack.id}`);
      const found = { mode: jack.modes.find((m) => m.id === (id ?? jack.mode)), from };
      modes.set(jack, found);
      return found;
    },
    control: (box, control) => {
      const [value, from] = lookUp(layers, 'controls', `${box.id}/${control.id}`);
      return { position: value?.position ?? control.position, from };
    },
    eq: (box, block) => {
      for (const [from, layer] of layers) {
        const eq = layer?.eq?.[`${box.id}/${block.id}`];
        if (eq) return { eq, from };
      }
      return { eq: block.eq ?? null, from: 'rest' };
    },
    innerWiring: (box) => {
      const [id, from] = lookUp(layers, 'patches', box.id);
      const patch = box.patches.find((p) => p.id === (id ?? box.patch)) ?? box.patches[0];
      if (!patch) throw new Error(`box ${box.id} has no inner wiring`);
      return { patch, from };
    },
  };
}

/** Resolves the layers of state: an edit of leads leaves them as they are. */
export const statesIn = derive(['boxes', 'variant', 'standing'], layered);

/** Resolves the layers of state and the plugs. */
export const resolveIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): Resolved => {
  const states = statesIn(of);
  const guitar = states.guitar?.id;
  return {
    ...states,
    runs: pluggedIn(of).map(({ lead, from, to }) => ({
      lead,
      from: chosen(from, guitar),
      to: chosen(to, guitar),
    })),
  };
});

/** Resolves the layers of state and the plugs for a setting. Unknown sound or variant: the rest state. */
export const resolve = (rig: Rig, setting: Setting): Resolved => resolveIn(inSetting(rig, setting));

/** Every sound of the rig in one variant, in the rig's order. */
export const settingsOf = (rig: Rig, variant: string | null): readonly Setting[] =>
  rig.sounds.map((sound) => ({ variant, sound: sound.id }));

/** Is this block at work, not bypassed? Blocks with one state always are. */
export const isOn = (state: Pick<BlockState, 'id'>): boolean => state.id !== 'off';
