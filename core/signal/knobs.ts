import { derive, everySound, jackKey, jacksOfControl, pluggedIn, type Box, type Control } from '../model';
import { weakly } from '../units';
import { graphIn, type Graph } from './graph';
import { waysOf } from './paths';

export type DeadKnob = { readonly box: Box; readonly control: Control };

/** The jacks and blocks on some way of a graph, and the boxes they are of: one for all sounds that share it. */
const passedBy = weakly((graph: Graph) => {
  const live = new Set<string>();
  const used = new Set<string>();
  for (const { steps } of waysOf(graph).ways)
    for (const step of steps) {
      if (step.type === 'lead') continue;
      used.add(step.box);
      live.add(step.type === 'jack' ? `${step.box}/jack/${step.jack}` : `${step.box}/block/${step.block}`);
    }
  return { live, used };
});

/**
 * Controls that do nothing in any sound: of a box the signal does pass, those whose block or jack lies on no way to
 * anything that is heard.
 */
export const deadKnobs = derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly DeadKnob[] => {
  const passed = [...new Set(everySound(of).map(graphIn))].map(passedBy);
  const isLive = (part: string) => passed.some(({ live }) => live.has(part));
  const held = new Set(pluggedIn(of).flatMap(({ from, to }) => [...from, ...to].map(jackKey)));
  // The gain of a desk channel, or the level of a send, that nobody plugs into is no knob of this rig.
  const isHeld = (box: Box, jack: string) => held.has(`${box.id}/${jack}`);
  return of.boxes
    .filter((box) => passed.some(({ used }) => used.has(box.id)))
    .flatMap((box) =>
      box.controls
        .filter((control) => {
          const { actsOn } = control;
          if ('block' in actsOn) return !isLive(`${box.id}/block/${actsOn.block}`);
          const jacks = jacksOfControl(control);
          return (
            jacks.some((jack) => isHeld(box, jack)) && !jacks.some((jack) => isLive(`${box.id}/jack/${jack}`))
          );
        })
        .map((control) => ({ box, control })),
    );
});
