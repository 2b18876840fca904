// Every rig that shows a finding, with its neighbour.
import { CONTROL_CASES } from './finding-cases-control';
import { FEET_CASES } from './finding-cases-feet';
import { WHOLE_CASES, type Case } from './finding-cases';
import { HUM_CASES } from './finding-cases-hum';
import { INSIDE_CASES } from './finding-cases-inside';
import { ORDER_CASES } from './finding-cases-order';
import { POWER_CASES } from './finding-cases-power';
import { SIGNAL_CASES } from './finding-cases-signal';
import { TONE_CASES } from './finding-cases-tone';
import { WIRING_CASES } from './finding-cases-wiring';

export const ALL_CASES: readonly Case[] = [
  ...WIRING_CASES,
  ...INSIDE_CASES,
  ...ORDER_CASES,
  ...WHOLE_CASES,
  ...POWER_CASES,
  ...HUM_CASES,
  ...CONTROL_CASES,
  ...FEET_CASES,
  ...SIGNAL_CASES,
  ...TONE_CASES,
];
