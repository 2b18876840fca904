import { box, RULE, type Cases } from './edit-cases';

const SLOT = { box: 'multi-effects', switch: 'switch-b', bank: 1 };
const CALL = { id: 'slot-2', ...SLOT, act: { type: 'sound', sound: 'sound-1' } } as const;

/** What is under the foot. */
export const SWITCH_CASES: Cases<
  'setSwitches' | 'assignSwitch' | 'clearSwitch' | 'setSwitchPlan' | 'setRule' | 'removeRule'
> = {
  setSwitches: {
    give: {
      box: 'multi-effects',
      switches: [{ id: 'one', label: '1', action: 'momentary', does: 'free' }],
      banks: { count: 2, wraps: true },
    },
    see: (r) => [box('multi-effects')(r)!.switches, box('multi-effects')(r)!.banks, r.switchPlan],
    then: [[{ id: 'one', label: '1', action: 'momentary', does: 'free' }], { count: 2, wraps: true }, []],
    refuse: {
      box: 'multi-effects',
      switches: [{ id: 'one', label: ' ', action: 'momentary', does: 'free' }],
      banks: null,
    },
  },
  assignSwitch: {
    give: { assignment: CALL },
    see: (r) => r.switchPlan.find(({ id }) => id === 'slot-2'),
    then: CALL,
    refuse: { assignment: { ...CALL, switch: 'bank-up' } },
  },
  setRule: {
    give: { rule: { ...RULE, id: 'other' } },
    see: (r) => r.soundRules.at(-1),
    then: { ...RULE, id: 'other' },
    refuse: { rule: { ...RULE, members: [] } },
  },
  removeRule: { give: { id: 'rule' }, see: (r) => r.soundRules, then: [], refuse: { id: 'none' } },
  clearSwitch: {
    give: { box: 'multi-effects', switch: 'switch-a', bank: 0 },
    see: (r) => r.switchPlan,
    then: [],
    refuse: { box: 'nowhere', switch: 'switch-a', bank: 0 },
  },
  setSwitchPlan: {
    give: { plan: [CALL] },
    see: (r) => r.switchPlan,
    then: [CALL],
    refuse: { plan: [{ ...CALL, bank: 40 }] },
  },
};
