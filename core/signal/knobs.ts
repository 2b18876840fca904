import { wiring, type Box, type Control, type Rig } from '../rig';
import { settingsOf } from './resolve';
import { trace } from './paths';

export type DeadKnob = { readonly box: Box; readonly control: Control };

/**
 * Controls that do nothing in any sound: of a box the signal does pass, those whose block or jack lies on no way to
 * anything that is heard.
 */
export function deadKnobs(rig: Rig, variant: string | null): readonly DeadKnob[] {
  const live = new Set<string>();
  const used = new Set<string>();
  const passed = new Set<unknown>();
  for (const setting of settingsOf(rig, variant))
    for (const { steps } of trace(rig, setting).paths) {
      // Sounds that differ in no way share their steps.
      if (passed.has(steps)) continue;
      passed.add(steps);
      for (const step of steps) {
        if (step.type === 'lead') continue;
        used.add(step.box);
        live.add(step.type === 'jack' ? `${step.box}/jack/${step.jack}` : `${step.box}/block/${step.block}`);
      }
    }
  const held = new Set(
    wiring(rig, variant).flatMap(({ from, to }) => [...from, ...to].map((ref) => `${ref.box}/${ref.jack}`)),
  );
  // The gain of a desk channel, or the level of a send, that nobody plugs into is no knob of this rig.
  const isUnused = (box: Box, jack: string) => !held.has(`${box.id}/${jack}`);
  return rig.boxes
    .filter((box) => used.has(box.id))
    .flatMap((box) =>
      box.controls
        .filter(({ actsOn }) =>
          'jack' in actsOn
            ? !isUnused(box, actsOn.jack) && !live.has(`${box.id}/jack/${actsOn.jack}`)
            : 'block' in actsOn && !live.has(`${box.id}/block/${actsOn.block}`),
        )
        .map((control) => ({ box, control })),
    );
}
