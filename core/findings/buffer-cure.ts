// A buffer that is at hand put where it brings every sound within the limit.
import { isBuffer, placeBuffers, placementEdits, type Placing } from '../buffers';
import { inWords } from '../units';
import { group, type Cure } from './cure';
import type { View } from './finding';

/** A cure is asked for while somebody waits: more placements than this are looked at where buffers are placed. */
const MOST = 20_000;

function placed({ rig, variant }: View): Placing | null {
  if (!rig.boxes.some(isBuffer)) return null;
  const steps = placeBuffers(rig, variant?.id ?? null);
  for (;;) {
    const { value, done } = steps.next();
    if (done) return value;
    if (value.of > MOST) return null;
  }
}

/** The house's own way of placing them, then as few as can be. */
export function* bufferCures(view: View): Generator<Cure> {
  const found = placed(view);
  if (!found) return;
  for (const school of [found.house, 'fewest'] as const) {
    const best = found.best[school];
    if (best.over >= found.today.over && best.worstDb >= found.today.worstDb) continue;
    const done = placementEdits(view.rig, view.variant?.id ?? null, best.stands);
    if ('reason' in done || done.edits.length === 0) continue;
    const where = best.stands.map(({ name, words }) => `${name} ${words}`);
    yield group(where.length === 0 ? 'Take the buffers out' : `Put ${inWords(where)}`, done.edits);
  }
}
