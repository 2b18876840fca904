import type { Rule } from '../rule';
import { unused } from './gear-unused';
import { knobs } from './knob-dead';
import { levelMode } from './level-mode';
import { bothSpeakers } from './model-bothspk';
import { double } from './model-double';
import { missing } from './model-missing';
import { twoPreamps } from './model-twopre';
import { pickup } from './order-pickup';
import { time } from './order-time';
import { feedback } from './safe-feedback';
import { impedance } from './safe-imped';
import { noLoad } from './safe-noload';
import { openPower } from './safe-openpower';
import { rating } from './safe-rating';
import { speakerLead } from './safe-spklead';
import { speakerOut } from './safe-spkout';
import { phones } from './spk-phones';
import { direction } from './wire-direction';
import { grid } from './wire-grid';
import { halfLoop } from './wire-halfloop';
import { length } from './wire-length';
import { loopOff } from './wire-loopoff';
import { plug } from './wire-plug';
import { ring } from './wire-ring';
import { silent } from './wire-silent';

/** Every rule, in the order in which findings of one weight are told. */
export const RULES: readonly Rule[] = [
  noLoad,
  speakerOut,
  impedance,
  rating,
  openPower,
  feedback,
  direction,
  ring,
  plug,
  speakerLead,
  length,
  phones,
  levelMode,
  halfLoop,
  loopOff,
  grid,
  silent,
  double,
  twoPreamps,
  bothSpeakers,
  missing,
  pickup,
  time,
  unused,
  knobs,
];

const BY_CODE: ReadonlyMap<string, Rule> = new Map(RULES.map((rule) => [rule.code, rule]));

/** The rule that a code stands for. */
export const ruleOf = (code: string): Rule | undefined => BY_CODE.get(code);
