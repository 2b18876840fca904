// Expression pedals that sounds use are calibrated where they are plugged, before anything is proved.
import { pedalsIn } from '../control';
import { inNight, type Rig } from '../model';
import { step, type WalkStep } from './parts';

/** Heel down, toe down, at the input that each pedal is plugged into. */
export const calibrationSteps = (rig: Rig, variant: string | null): readonly WalkStep[] =>
  pedalsIn(inNight(rig, variant)).flatMap(({ box, into, calibrated, used }) => {
    if (!into || used.length === 0) return [];
    const before = calibrated ? ` (last time ${calibrated.heel} and ${calibrated.toe})` : '';
    return [
      step(
        'proof',
        `calibrate-${box.id}`,
        `Calibrate ${box.name} at ${into.jack.label} of ${into.box.name}: heel down, then toe down; note what it shows${before}`,
      ),
    ];
  });
