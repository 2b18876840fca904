import { byId, copy, demand, edit } from './edit';
import type { Box } from '../model';

/** Expression pedals as they are wired and set. */
export const pedalEdits = {
  /** What the input showed at heel and toe when it was set; null: nobody has noted it. */
  setCalibrated: edit<{ box: string; calibrated: Box['calibrated'] | null }>(
    'Note the calibration',
    (draft, { box: id, calibrated }) => {
      const box = byId(draft.boxes, id, 'box');
      demand(
        !calibrated || calibrated.heel !== calibrated.toe,
        'Heel and toe show the same: it is not calibrated.',
      );
      if (calibrated) box.calibrated = copy(calibrated);
      else delete box.calibrated;
    },
  ),

  /** The pole of an expression jack that has the wiper, or is to have it; null: nobody has looked. */
  setWiper: edit<{ box: string; jack: string; wiper: 'tip' | 'ring' | null }>(
    'Note the wiper',
    (draft, { box, jack: id, wiper }) => {
      const jack = byId(byId(draft.boxes, box, 'box').jacks, id, 'jack');
      demand(jack.carries === 'expression', `${jack.label} is no jack for expression.`);
      if (wiper === null) delete jack.wiper;
      else jack.wiper = wiper;
    },
  ),
};
