// What is heard between two sounds: states passed on the way, echoes cut off, channels that pop.
import { boxOf, isPreamp, type BlockState, type Reads, type Sound } from '../model';
import { isOn, statesIn, traceIn, type Path } from '../signal';
import { inWords } from '../units';
import type { Press } from './machine';
import type { ForThings, Thing } from './things';

/** Something that is heard between two sounds, in words. */
export type Between = { readonly kind: 'passed' | 'tails' | 'pop'; readonly text: string };

type ForSound = Reads<'boxes' | 'leads' | 'variant'>;

const outputOf = ({ output }: Path): string => `${output.box}/${output.block}`;

const outputsIn = (of: ForSound, sound: Sound): ReadonlySet<string> =>
  new Set(traceIn({ ...of, sound }).paths.map(outputOf));

/** The fewest and the most preamps at work on any way to an output. */
function preampsIn(of: ForSound, sound: Sound): { readonly least: number; readonly most: number } {
  const counts = traceIn({ ...of, sound }).paths.map(
    ({ sections }) => sections.filter(({ block, state }) => isPreamp(block) && state.id !== 'off').length,
  );
  return { least: Math.min(...counts, Infinity), most: Math.max(...counts, 0) };
}

/** A sound as it is half way: blocks and inner wirings as they stand after some presses. */
export function standing(from: Sound, values: ReadonlyMap<Thing, string>): Sound {
  const blocks = { ...from.state.blocks };
  const patches = { ...from.state.patches };
  for (const [{ kind, box, block }, value] of values) {
    if (kind === 'block' && block) blocks[`${box.id}/${block.id}`] = value;
    if (kind === 'wiring') patches[box.id] = value;
  }
  return { ...from, state: { ...from.state, blocks, patches } };
}

/** What is worse half way than at both ends, in words. */
export function worseHalfWay(of: ForSound, from: Sound, to: Sound, half: Sound): readonly string[] {
  const [was, will, now] = [from, to, half].map((sound) => outputsIn(of, sound));
  const silent = [...(was ?? [])].filter((output) => will?.has(output) && !now?.has(output));
  const names = silent.map((output) => boxOf(of, output.split('/')[0])?.name ?? output);
  const [a, b, c] = [from, to, half].map((sound) => preampsIn(of, sound));
  return [
    ...(silent.length > 0 ? [`nothing at ${inWords([...new Set(names)])}`] : []),
    ...(a && b && c && c.least === 0 && a.least > 0 && b.least > 0 ? ['no preamp on the way'] : []),
    ...(a && b && c && c.most > 1 && a.most <= 1 && b.most <= 1 ? ['two preamps at once'] : []),
  ];
}

const RINGS = ['delay', 'reverb', 'looper'];

/** Are two states set to unlike power, so that changing between them pops? */
export const pops = (before: BlockState, after: BlockState): boolean =>
  before.powerSetting !== undefined &&
  after.powerSetting !== undefined &&
  before.powerSetting !== after.powerSetting;

/** Echoes that end with the sound, and channels of unlike power. */
export function atOnce(of: ForThings, from: Sound, to: Sound): readonly Between[] {
  const [was, will] = [statesIn({ ...of, sound: from }), statesIn({ ...of, sound: to })];
  return of.boxes.flatMap((box) =>
    box.blocks.flatMap((block): Between[] => {
      const [before, after] = [was.blockState(box, block).state, will.blockState(box, block).state];
      if (before === after) return [];
      const tails = from.tails?.[`${box.id}/${block.id}`];
      const rings = RINGS.includes(block.category ?? '') && isOn(before) && !isOn(after);
      return [
        ...(rings && tails === 'cut'
          ? [{ kind: 'tails' as const, text: `${block.name} of ${box.name} is cut off` }]
          : []),
        ...(rings && tails === 'kept'
          ? [{ kind: 'tails' as const, text: `${block.name} of ${box.name} rings on` }]
          : []),
        ...(pops(before, after)
          ? [
              {
                kind: 'pop' as const,
                text: `${box.name} pops: ${before.name} is on ${before.powerSetting ?? ''}, ${after.name} on ${after.powerSetting ?? ''}`,
              },
            ]
          : []),
      ];
    }),
  );
}

/**
 * Everything that is heard between two sounds.
 * @param halves how all stands after each press but the last, with the press
 */
export const betweenSounds = (
  of: ForThings,
  from: Sound,
  to: Sound,
  halves: readonly { readonly press: Press; readonly values: ReadonlyMap<Thing, string> }[],
): readonly Between[] => [
  ...halves.flatMap(({ press, values }) =>
    worseHalfWay(of, from, to, standing(from, values)).map((text): Between => ({
      kind: 'passed',
      text: `After ${press.box.name} ${press.footSwitch.label}: ${text}`,
    })),
  ),
  ...atOnce(of, from, to),
];
