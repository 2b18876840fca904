import type { Block, Box, EffectWish, Rig } from '../rig';
import { isOn, settingsOf } from './resolve';
import { trace, type Path } from './paths';
import { wishFor } from './wishes';

export type UndoneWish = { readonly box: Box; readonly block: Block; readonly wish: EffectWish };

/** The section that is the preamp of a path: the last amp model that is on, or the last real preamp. */
const preampAt = (path: Path): number =>
  path.sections.findLastIndex(
    (s) => s.block.role === 'preamp' || (s.block.role === 'ampModel' && isOn(s.state)),
  );

/** Does anything between the source and this section take the pickup's place as its driver? */
const seesPickup = (path: Path, at: number): boolean =>
  path.sections
    .slice(1, at)
    .every((s) => !isOn(s.state) && (s.block.bypassKind === 'true' || s.block.bypassKind === 'hung'));

function isDone(path: Path, at: number, wish: EffectWish): boolean {
  if (wish === 'either') return true;
  if (wish === 'unused') return false;
  if (wish === 'pickup') return seesPickup(path, at);
  const preamp = preampAt(path);
  return preamp >= 0 && (wish === 'ahead' ? at < preamp : at > preamp);
}

/** Effects that stand elsewhere than wished, on some way in some sound. Blocks no way passes count as undone too. */
export function undoneWishes(rig: Rig, variant: string | null): readonly UndoneWish[] {
  const paths = settingsOf(rig, variant).flatMap((setting) => trace(rig, setting).paths);
  return rig.boxes.flatMap((box) =>
    box.blocks
      .filter((block) => block.role === 'effect')
      .map((block) => ({ box, block, wish: wishFor(rig, box, block) }))
      .filter(({ block, wish }) => {
        if (wish === 'either') return false;
        const passed = paths.flatMap((path) =>
          path.sections.flatMap((s, at) => (s.block === block && s.box === box ? [{ path, at }] : [])),
        );
        return wish === 'unused'
          ? passed.length > 0
          : passed.length === 0 || passed.some(({ path, at }) => !isDone(path, at, wish));
      }),
  );
}
