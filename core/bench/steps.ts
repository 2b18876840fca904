import { isPutAway, wiring, type Rig } from '../model';
import {
  inRouteOrder,
  leadSteps,
  offSteps,
  proofSteps,
  sectionOf,
  stringsStep,
  type SectionId,
  type WalkStep,
} from './parts';
import { calibrationSteps } from './calibration';
import { downStep, powerSteps } from './switching';

/**
 * The patch-up in the safe order: everything off and masters down, speakers and loads, audio from the guitar on,
 * control, supplies, power up from source to power stage, proof. One step is one lead or one act.
 */
export function patchUp(rig: Rig, variant: string | null): readonly WalkStep[] {
  const plugged = wiring(rig, variant).filter((entry) => !isPutAway(entry));
  const of = (section: SectionId) => plugged.filter(({ lead }) => sectionOf(lead) === section);
  return [
    ...offSteps(rig, variant, plugged),
    ...leadSteps(rig, 'speakers', of('speakers')),
    ...leadSteps(rig, 'audio', inRouteOrder(rig, variant, of('audio'))),
    ...leadSteps(rig, 'control', of('control')),
    ...leadSteps(rig, 'supplies', of('supplies')),
    ...powerSteps(rig, variant),
    ...stringsStep(rig),
    ...calibrationSteps(rig, variant),
    ...proofSteps(rig, variant),
    ...downStep(rig, variant),
  ];
}
