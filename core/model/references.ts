// Every place of a document that names another part of it, in one table: what checks, forgets and renames goes by it.

/** What can be named, and how many ids it takes: a box one, its jack two, a mode of that jack three. */
export const DEPTH = {
  place: 1,
  circuit: 1,
  'mains outlet': 1,
  box: 1,
  lead: 1,
  loom: 1,
  sound: 1,
  variant: 1,
  jack: 2,
  block: 2,
  control: 2,
  switch: 2,
  'inner wiring': 2,
  mode: 3,
  'block state': 3,
  pickup: 3,
} as const;

export type Named = keyof typeof DEPTH;

export type Reference = {
  /**
   * Where it stands. `list[]` is each item, `record{}` each value, `record{key}` the keys themselves; a last
   * `(a/b)` is read off two fields, `(type:id)` off a part. A name inside a box is of that box, and the value of a
   * record keyed `box/part` is of that part.
   */
  readonly at: string;
  /** What it names; a list where `(type:id)` says which. */
  readonly to: Named;
  /** What happens when the thing goes: the field is emptied, or the item that holds it goes too. */
  readonly gone: 'null' | 'absent' | { readonly drop: string } | 'never';
};

const drop = (item: string) => ({ drop: item });

const ofLayer = (owner: string): readonly Reference[] => [
  { at: `${owner}.state.blocks{key}`, to: 'block', gone: drop(`${owner}.state.blocks{key}`) },
  { at: `${owner}.state.blocks{}`, to: 'block state', gone: drop(`${owner}.state.blocks{}`) },
  { at: `${owner}.state.modes{key}`, to: 'jack', gone: drop(`${owner}.state.modes{key}`) },
  { at: `${owner}.state.modes{}`, to: 'mode', gone: drop(`${owner}.state.modes{}`) },
  { at: `${owner}.state.controls{key}`, to: 'control', gone: drop(`${owner}.state.controls{key}`) },
  { at: `${owner}.state.eq{key}`, to: 'block', gone: drop(`${owner}.state.eq{key}`) },
  { at: `${owner}.state.patches{key}`, to: 'box', gone: drop(`${owner}.state.patches{key}`) },
  { at: `${owner}.state.patches{}`, to: 'inner wiring', gone: drop(`${owner}.state.patches{}`) },
];

/** Names of a box's own parts: checked with the box alone, and nothing outside it can make them wrong. */
export const INSIDE_A_BOX: readonly Reference[] = [
  { at: 'boxes[].patch', to: 'inner wiring', gone: 'never' },
  { at: 'boxes[].jacks[].mode', to: 'mode', gone: 'null' },
  { at: 'boxes[].jacks[].normalledFrom', to: 'jack', gone: 'absent' },
  { at: 'boxes[].blocks[].state', to: 'block state', gone: 'never' },
  {
    at: 'boxes[].blocks[].combinations[].coils[].pickup',
    to: 'pickup',
    gone: drop('boxes[].blocks[].combinations[]'),
  },
  { at: 'boxes[].blocks[].twinOf', to: 'block', gone: 'absent' },
  { at: 'boxes[].patches[].wires[].from.jack', to: 'jack', gone: drop('boxes[].patches[].wires[]') },
  { at: 'boxes[].patches[].wires[].from.block', to: 'block', gone: drop('boxes[].patches[].wires[]') },
  { at: 'boxes[].patches[].wires[].to.jack', to: 'jack', gone: drop('boxes[].patches[].wires[]') },
  { at: 'boxes[].patches[].wires[].to.block', to: 'block', gone: drop('boxes[].patches[].wires[]') },
  { at: 'boxes[].patches[].wires[].whileOpen', to: 'jack', gone: 'absent' },
  {
    at: 'boxes[].patches[].wires[].whilePlugged',
    to: 'jack',
    gone: drop('boxes[].patches[].wires[]'),
  },
  { at: 'boxes[].loops[].sends[]', to: 'jack', gone: drop('boxes[].loops[]') },
  { at: 'boxes[].loops[].returns[]', to: 'jack', gone: drop('boxes[].loops[]') },
  { at: 'boxes[].controls[].actsOn.jack', to: 'jack', gone: drop('boxes[].controls[]') },
  { at: 'boxes[].controls[].actsOn.block', to: 'block', gone: drop('boxes[].controls[]') },
  { at: 'boxes[].switches[].blocks[]', to: 'block', gone: drop('boxes[].switches[].blocks[]') },
  { at: 'boxes[].switches[].jack', to: 'jack', gone: 'absent' },
  { at: 'boxes[].blocks[].contacts[].jack', to: 'jack', gone: drop('boxes[].blocks[].contacts[]') },
  { at: 'boxes[].blocks[].contacts[].open', to: 'block state', gone: 'absent' },
  { at: 'boxes[].blocks[].contacts[].closed', to: 'block state', gone: 'absent' },
  { at: 'boxes[].midi.ccs[].block', to: 'block', gone: drop('boxes[].midi.ccs[]') },
  { at: 'boxes[].midi.ccs[].control', to: 'control', gone: drop('boxes[].midi.ccs[]') },
  { at: 'boxes[].controls[].moves[]', to: 'jack', gone: drop('boxes[].controls[].moves[]') },
];

/** Names that cross from one part of the rig to another. */
export const BETWEEN_PARTS: readonly Reference[] = [
  { at: 'stage.mains.outlets[].circuit', to: 'circuit', gone: drop('stage.mains.outlets[]') },
  { at: 'stage.mains.outlets[].place', to: 'place', gone: 'absent' },
  {
    at: 'stage.mains.earthDifferences[].a',
    to: 'mains outlet',
    gone: drop('stage.mains.earthDifferences[]'),
  },
  {
    at: 'stage.mains.earthDifferences[].b',
    to: 'mains outlet',
    gone: drop('stage.mains.earthDifferences[]'),
  },
  { at: 'boxes[].place', to: 'place', gone: 'never' },
  { at: 'boxes[].jacks[].wallOutlet', to: 'mains outlet', gone: 'absent' },
  { at: 'boxes[].sent[].to', to: 'box', gone: drop('boxes[].sent[]') },
  { at: 'boxes[].memory.stored[].sound', to: 'sound', gone: drop('boxes[].memory.stored[]') },
  { at: 'boxes[].hidden[].assumed[].sound', to: 'sound', gone: drop('boxes[].hidden[].assumed[]') },
  { at: 'leads[].from.at[].(box/jack)', to: 'jack', gone: drop('leads[].from.at[]') },
  { at: 'leads[].to.at[].(box/jack)', to: 'jack', gone: drop('leads[].to.at[]') },
  { at: 'leads[].loom', to: 'loom', gone: 'absent' },
  { at: 'wants[].at.(box/jack)', to: 'jack', gone: drop('wants[]') },
  { at: 'wants[].variant', to: 'variant', gone: drop('wants[]') },
  { at: 'wants[].sounds[]', to: 'sound', gone: drop('wants[].sounds[]') },
  { at: 'wants[].(box/block)', to: 'block', gone: drop('wants[]') },
  { at: 'sounds[].guitar', to: 'box', gone: 'null' },
  { at: 'sounds[].messages[].to', to: 'box', gone: drop('sounds[].messages[]') },
  { at: 'sounds[].programs{key}', to: 'box', gone: drop('sounds[].programs{key}') },
  { at: 'sounds[].dialled{key}', to: 'box', gone: drop('sounds[].dialled{key}') },
  { at: 'sounds[].tails{key}', to: 'block', gone: drop('sounds[].tails{key}') },
  { at: 'sounds[].moves{key}', to: 'box', gone: drop('sounds[].moves{key}') },
  { at: 'sounds[].moves{}.(box/control)', to: 'control', gone: drop('sounds[].moves{}') },
  ...ofLayer('sounds[]'),
  { at: 'variants[].leads{key}', to: 'lead', gone: drop('variants[].leads{key}') },
  { at: 'variants[].leads{}.from[].(box/jack)', to: 'jack', gone: drop('variants[].leads{}.from[]') },
  { at: 'variants[].leads{}.to[].(box/jack)', to: 'jack', gone: drop('variants[].leads{}.to[]') },
  ...ofLayer('variants[]'),
  { at: 'songs[].sounds[]', to: 'sound', gone: drop('songs[].sounds[]') },
  { at: 'songs[].guitar', to: 'box', gone: 'null' },
  { at: 'switchPlan[].(box/switch)', to: 'switch', gone: drop('switchPlan[]') },
  { at: 'switchPlan[].act.sound', to: 'sound', gone: drop('switchPlan[]') },
  {
    at: 'switchPlan[].act.blocks[].(box/block)',
    to: 'block',
    gone: drop('switchPlan[].act.blocks[]'),
  },
  {
    at: 'soundRules[].members[].(box/block)',
    to: 'block',
    gone: drop('soundRules[].members[]'),
  },
  { at: 'soundRules[].states{key}', to: 'block', gone: drop('soundRules[].states{key}') },
  { at: 'soundRules[].states{}', to: 'block state', gone: drop('soundRules[].states{}') },
  { at: 'walks[].variant', to: 'variant', gone: 'absent' },
  { at: 'walks[].from', to: 'variant', gone: 'absent' },
  { at: 'acceptedFindings[].sound', to: 'sound', gone: drop('acceptedFindings[]') },
  { at: 'acceptedFindings[].variant', to: 'variant', gone: drop('acceptedFindings[]') },
  ...(['box', 'jack', 'block', 'lead'] as const).map((to) => ({
    at: `acceptedFindings[].parts[].(${to}:id)`,
    to,
    gone: drop('acceptedFindings[]'),
  })),
];
