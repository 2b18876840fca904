import type { Path } from './paths';
import { boxOf, jackIn, type Reads } from '../model';

/** Converter trips of a path, and its delay: trips × the box's trip + the delays of the blocks that are on. */
export function latencyOf(of: Reads<'boxes'>, path: Path): { readonly trips: number; readonly ms: number } {
  const inside = new Set<string>();
  let trips = 0;
  let ms = 0;
  for (const step of path.steps) {
    if (step.type !== 'jack') continue;
    const box = boxOf(of, step.box);
    const jack = jackIn(box, step.jack);
    if (!box || !jack?.converts) continue;
    if (jack.direction === 'in') inside.add(box.id);
    else if (inside.delete(box.id)) {
      trips += 1;
      ms += box.tripMs?.value ?? 0;
    }
  }
  for (const { state } of path.sections) if (state.id !== 'off') ms += state.latencyMs?.value ?? 0;
  return { trips, ms };
}
