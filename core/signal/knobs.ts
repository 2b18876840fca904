import type { Box, Control, Rig } from '../rig';
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
  for (const setting of settingsOf(rig, variant))
    for (const path of trace(rig, setting).paths)
      for (const step of path.steps) {
        if (step.type === 'lead') continue;
        used.add(step.box);
        live.add(step.type === 'jack' ? `${step.box}/jack/${step.jack}` : `${step.box}/block/${step.block}`);
      }
  return rig.boxes
    .filter((box) => used.has(box.id))
    .flatMap((box) =>
      box.controls
        .filter(({ actsOn }) =>
          'jack' in actsOn
            ? !live.has(`${box.id}/jack/${actsOn.jack}`)
            : 'block' in actsOn && !live.has(`${box.id}/block/${actsOn.block}`),
        )
        .map((control) => ({ box, control })),
    );
}
