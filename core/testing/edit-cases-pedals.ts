import { box, type Cases } from './edit-cases';

const CALIBRATED = { at: 'multi-effects/pedal', heel: 2, toe: 125, date: '2026-03-01' };
const wiper = (r: Parameters<ReturnType<typeof box>>[0]) =>
  box('multi-effects')(r)!.jacks.find(({ id }) => id === 'pedal')!.wiper;

/** Expression pedals. */
export const PEDAL_CASES: Cases<'setCalibrated' | 'setWiper'> = {
  setCalibrated: {
    give: { box: 'fuzz', calibrated: CALIBRATED },
    see: (r) => box('fuzz')(r)!.calibrated,
    then: CALIBRATED,
    refuse: { box: 'fuzz', calibrated: { ...CALIBRATED, toe: 2 } },
  },
  setWiper: {
    give: { box: 'multi-effects', jack: 'pedal', wiper: 'ring' },
    see: wiper,
    then: 'ring',
    refuse: { box: 'multi-effects', jack: 'input', wiper: 'tip' },
  },
};
