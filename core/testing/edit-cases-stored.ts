import { box, type Cases } from './edit-cases';

const STORED = { date: '2026-03-01', basis: '0000abcd' };

/** What is stored, and lights. */
export const STORED_CASES: Cases<'setStored' | 'setStateLight'> = {
  setStored: {
    give: { box: 'multi-effects', sound: 'sound-2', stored: STORED },
    see: (r) => box('multi-effects')(r)!.memory,
    then: { stored: [{ sound: 'sound-2', ...STORED }] },
    refuse: { box: 'multi-effects', sound: 'none', stored: STORED },
  },
  setStateLight: {
    give: { box: 'valve-head', block: 'preamp', state: 'lead', light: 'red' },
    see: (r) =>
      box('valve-head')(r)!
        .blocks.find(({ id }) => id === 'preamp')!
        .states.map(({ light }) => light ?? null),
    then: [null, 'red'],
    refuse: { box: 'valve-head', block: 'preamp', state: 'lead', light: ' ' },
  },
};
