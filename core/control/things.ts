// What can be switched between sounds, and what each sound wants of it.
import { derive, isSwitched, type Block, type Box, type Reads } from '../model';
import { statesIn } from '../signal';

/** One thing that may be otherwise in another sound. */
export type Thing = {
  /** `box/block`, `box/*program`: the same as long as it is the same thing. */
  readonly key: string;
  readonly box: Box;
  /** What it is called within its box. */
  readonly name: string;
  readonly kind: 'block' | 'wiring' | 'program' | 'setting';
  readonly block: Block | null;
  /** What it can be: ids of states and wirings, programs and positions as they are written. */
  readonly values: readonly string[];
};

export type ForThings = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;

/** A thing with its value in each sound; null: the sound says nothing of it. */
export type Wanted = Thing & { readonly wants: readonly (string | null)[] };

type Said = Omit<Wanted, 'values'> & { readonly values: readonly string[] | null };

const distinct = (texts: readonly (string | null)[]): readonly string[] => [
  ...new Set(texts.flatMap((text) => text ?? [])),
];

/** Knobs of an instrument are under its player's hand, not under the technician's plan. */
const isInstrument = ({ blocks }: Box): boolean => blocks.some(({ role }) => role === 'source');

function thingsOf(of: ForThings, box: Box): readonly Said[] {
  const states = of.sounds.map((sound) => statesIn({ ...of, sound }));
  const key = (what: string) => `${box.id}/${what}`;
  return [
    ...box.blocks.filter(isSwitched).map((block): Said => ({
      key: key(block.id),
      box,
      name: block.name,
      kind: 'block',
      block,
      values: block.states.map(({ id }) => id),
      wants: states.map(({ blockState }) => blockState(box, block).state.id),
    })),
    {
      key: key('*wiring'),
      box,
      name: 'inner wiring',
      kind: 'wiring',
      block: null,
      values: box.patches.map(({ id }) => id),
      wants: states.map(({ innerWiring }) => innerWiring(box).patch.id),
    },
    {
      key: key('*program'),
      box,
      name: 'program',
      kind: 'program',
      block: null,
      values: null,
      wants: of.sounds.map(({ programs }) => programs?.[box.id] ?? null),
    },
    ...(isInstrument(box) ? [] : settingsOf(of, box)),
  ];
}

function settingsOf(of: ForThings, box: Box): readonly Said[] {
  const states = of.sounds.map((sound) => statesIn({ ...of, sound }));
  const setting = (id: string, name: string, wants: Said['wants']): Said => ({
    key: `${box.id}/*${id}`,
    box,
    name,
    kind: 'setting',
    block: null,
    values: null,
    wants,
  });
  return [
    ...box.jacks
      .filter(({ modes }) => modes.length > 1)
      .map((jack) =>
        setting(
          `mode-${jack.id}`,
          `${jack.label} mode`,
          states.map(({ jackMode }) => jackMode(box, jack).mode?.id ?? null),
        ),
      ),
    ...box.controls.map((control) =>
      setting(
        `knob-${control.id}`,
        control.label,
        states.map((state) => {
          const { position } = state.control(box, control);
          return position === null ? null : String(position);
        }),
      ),
    ),
    ...box.blocks.map((block) =>
      setting(
        `eq-${block.id}`,
        `${block.name} bands`,
        states.map((state) => {
          const { eq } = state.eq(box, block);
          return eq && JSON.stringify(eq);
        }),
      ),
    ),
  ];
}

const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

/** Everything in the rig that can be one way or another, with what each sound wants, by box. */
export const thingsIn = derive(OF, (of): readonly Wanted[] =>
  of.boxes.flatMap((box) =>
    thingsOf(of, box).flatMap((said): Wanted[] => {
      const values = said.values ?? distinct(said.wants);
      return values.length > 1 || (said.kind === 'program' && values.length > 0) ? [{ ...said, values }] : [];
    }),
  ),
);

/** What a value of a thing is called. */
export const valueName = ({ block, box, kind }: Thing, value: string): string =>
  (kind === 'block'
    ? block?.states.find(({ id }) => id === value)?.name
    : kind === 'wiring'
      ? box.patches.find(({ id }) => id === value)?.name
      : undefined) ?? value;
