// The columns of the table of sounds: everything that a sound can set, by box, in the order of the chain.
import {
  pickupChoices,
  sources,
  plugsAt,
  boxOf,
  isSwitched,
  type Block,
  type Box,
  type Reads,
  type Sound,
} from '../model';
import { inOrder } from '../lengths';
import { traceIn } from '../signal';
import { takesMidi } from './midi-net';

/** What a column of the table sets. */
export type Column = {
  /** The same as long as it is the same thing. */
  readonly key: string;
  /** The box it belongs to; null: the sound itself. */
  readonly box: Box | null;
  /** What it is called within its box: `Drive`, `Program`. */
  readonly name: string;
} & (
  | { readonly kind: 'guitar' | 'pickup' | 'level'; readonly box: null }
  | { readonly kind: 'patch' | 'program'; readonly box: Box }
  | { readonly kind: 'block' | 'tails'; readonly box: Box; readonly block: Block }
  | { readonly kind: 'moves'; readonly box: Box; readonly target: Box | null }
);

/** A column as files, paper and shell name it: `FUZZ Fuzz`. */
export const headOf = ({ box, name }: Column): string => (box ? `${box.tag} ${name}` : name);

/** A cell for people: `Clean, Fuzz Fuzz`. */
export const cellName = ({ name: sound }: Sound, { box, name }: Column): string =>
  `${sound}, ${box ? `${box.name} ` : ''}${name}`;

export type ForTable = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;

/** Blocks that ring on when they are switched off. */
const RINGS: readonly Block['category'][] = ['delay', 'reverb', 'looper'];

/** The jack by which an expression pedal moves something. */
const expressionOut = ({ jacks }: Box) =>
  jacks.find(({ carries, direction }) => carries === 'expression' && direction === 'out');

/** What an expression pedal is plugged into. */
function movedBy(of: ForTable, box: Box): Box | null {
  const jack = expressionOut(box);
  const far = jack && plugsAt(of, { box: box.id, jack: jack.id }).find((plug) => plug.far)?.far;
  return (far && boxOf(of, far.box)) ?? null;
}

/** Boxes and their blocks as some sound first meets them, then those that none does. */
function met(of: ForTable): ReadonlyMap<Box, readonly Block[]> {
  const found = new Map<Box, Block[]>();
  const meet = (box: Box, block: Block) => {
    const own = found.get(box) ?? [];
    if (!own.includes(block)) own.push(block);
    found.set(box, own);
  };
  for (const sound of of.sounds)
    for (const { sections } of traceIn({ ...of, sound }).paths)
      for (const { box, block } of sections) meet(box, block);
  for (const box of inOrder(of.boxes)) {
    if (!found.has(box)) found.set(box, []);
    for (const block of box.blocks) meet(box, block);
  }
  return found;
}

function columnsOf(of: ForTable, box: Box, blocks: readonly Block[]): readonly Column[] {
  const key = (what: string) => `${box.id}/${what}`;
  return [
    ...(box.patches.length > 1
      ? [{ kind: 'patch', key: key('*patch'), box, name: 'Inner wiring' } as const]
      : []),
    ...(takesMidi(box) ? [{ kind: 'program', key: key('*program'), box, name: 'Program' } as const] : []),
    ...blocks.flatMap((block): Column[] =>
      isSwitched(block)
        ? [
            { kind: 'block', key: key(block.id), box, block, name: block.name },
            ...(RINGS.includes(block.category)
              ? [
                  {
                    kind: 'tails',
                    key: key(`${block.id}*tails`),
                    box,
                    block,
                    name: `${block.name} tails`,
                  } as const,
                ]
              : []),
          ]
        : [],
    ),
    ...(expressionOut(box)
      ? [{ kind: 'moves', key: key('*moves'), box, target: movedBy(of, box), name: 'Moves' } as const]
      : []),
  ];
}

/** Every column of the table: the sound's own, then each box's. */
export function soundColumns(of: ForTable): readonly Column[] {
  const guitars = sources(of);
  const own = (kind: 'guitar' | 'pickup' | 'level', name: string): Column => ({
    kind,
    key: `*${kind}`,
    box: null,
    name,
  });
  const hasPickups = guitars.some(({ blocks }) => blocks.some((block) => pickupChoices(block).length > 1));
  return [
    ...(guitars.length > 1 ? [own('guitar', 'Guitar')] : []),
    ...(hasPickups ? [own('pickup', 'Pickups')] : []),
    own('level', 'Level'),
    ...[...met(of)].flatMap(([box, blocks]) => columnsOf(of, box, blocks)),
  ];
}

/** The block of a sound's guitar that has its pickups. */
export const pickupsOf = (of: Reads<'boxes'>, sound: Sound): Block | undefined => {
  const guitars = sources(of);
  const guitar = guitars.find(({ id }) => id === sound.guitar) ?? guitars[0];
  return guitar?.blocks.find(({ role, pickups }) => role === 'source' && pickups.length > 0);
};
