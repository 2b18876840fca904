import { derive, everySound, type Block, type Box, type EffectWish } from '../model';
import { isOn } from './resolve';
import { traceIn, type Path, type Section } from './paths';
import { wishFor } from './wishes';

export type UnmetWish = {
  readonly box: Box;
  readonly block: Block;
  readonly wish: EffectWish;
  /** Empty: in every sound. */
  readonly sounds: readonly string[];
};

/** The section that is the preamp of a path: the last amp model that is on, or the last real preamp. */
const preampAt = (path: Path): number =>
  path.sections.findLastIndex(
    (s) => s.block.role === 'preamp' || (s.block.role === 'ampModel' && isOn(s.state)),
  );

/** What drives this section instead of the pickup: the last thing ahead of it that is on or buffers. Undefined: the pickup does. */
export const driverOf = (path: Path, at: number): Section | undefined =>
  path.sections
    .slice(1, at)
    .findLast((s) => isOn(s.state) || (s.block.bypassKind !== 'true' && s.block.bypassKind !== 'hung'));

function isDone(path: Path, at: number, wish: EffectWish): boolean {
  if (wish === 'either') return true;
  if (wish === 'unused') return false;
  if (wish === 'pickup') return driverOf(path, at) === undefined;
  const preamp = preampAt(path);
  return preamp >= 0 && (wish === 'ahead' ? at < preamp : at > preamp);
}

/** Where each effect stands in one sound's paths. */
const standing = derive(['boxes', 'leads', 'variant', 'standing'], (of) => {
  const { paths } = traceIn(of);
  const at = new Map<Block, { readonly path: Path; readonly at: number }[]>();
  for (const path of paths)
    path.sections.forEach(({ block }, i) => {
      if (block.role === 'effect') at.set(block, [...(at.get(block) ?? []), { path, at: i }]);
    });
  return { at, silent: paths.length === 0 };
});

/** Effects that stand elsewhere than wished, with the sounds in which they do. Blocks no way passes count as undone. */
export const unmetWishes = derive(
  ['boxes', 'leads', 'variant', 'sounds', 'wants'],
  (of): readonly UnmetWish[] => {
    const heard = everySound(of).map((one) => ({ sound: one.sound.id, ...standing(one) }));
    return of.boxes.flatMap((box) =>
      box.blocks
        .filter((block) => block.role === 'effect')
        .flatMap((block): UnmetWish[] => {
          const wish = wishFor(of, box, block);
          const passed = heard.flatMap(({ sound, at }) =>
            (at.get(block) ?? []).map((stands) => ({ sound, ...stands })),
          );
          if (passed.length === 0) return wish === 'unused' ? [] : [{ box, block, wish, sounds: [] }];
          const bad = passed.filter(({ path, at }) => wish === 'unused' || !isDone(path, at, wish));
          if (bad.length === 0) return [];
          const sounds = [...new Set(bad.map(({ sound }) => sound))];
          const everywhere = heard.every(({ sound, silent }) => silent || sounds.includes(sound));
          return [{ box, block, wish, sounds: everywhere ? [] : sounds }];
        }),
    );
  },
);
