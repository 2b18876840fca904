import { CODES, type Code } from '../codes';
import type { Rule } from '../rule';
import * as feedsApart from './feeds-apart';
import { clip } from './level-clip';
import { desk } from './level-desk';
import { low } from './level-low';
import { guitarLevel, soundLevel } from './level-sounds';
import { unity } from './level-unity';
import * as meetings from './meetings';
import { noiseFloor } from './noise-floor';
import { stale } from './stale-settings';
import { conversions, total } from './time-delay';
import { overridden, spare } from './tone-buffer';
import { weakDrive } from './tone-drive';
import { isolator } from './tone-iso';
import { load } from './tone-load';
import { dull, peak } from './tone-response';
import { volumePot } from './tone-volpot';
import { unused } from './gear-unused';
import { leftover } from './gear-leftover';
import { clocks } from './dig-clock';
import { twin } from './split-twin';
import { narrow } from './stereo-narrow';
import { hiddenSetting } from './gear-hidden';
import { crossed } from './stereo-crossed';
import { stereoLost } from './stereo-lost';
import { aside } from './wire-aside';
import { balance } from './wire-balance';
import { inMode } from './wire-inmode';
import { slots } from './cap-slots';
import { feeds } from './wire-feeds';
import { loopPlace } from './wire-loopplace';
import { bridge } from './wire-bridge';
import { knobs } from './knob-dead';
import { levelMode } from './level-mode';
import { bothSpeakers } from './model-bothspk';
import { double } from './model-double';
import { missing } from './model-missing';
import { modelPower, outputMode } from './model-kind';
import { twoCabinets } from './model-twocab';
import { twoPreamps } from './model-twopre';
import { pickup } from './order-pickup';
import { noPreamp } from './model-nopre';
import * as places from './order-places';
import { time } from './order-time';
import { earth, unearthed } from './safe-earth';
import { feedback } from './safe-feedback';
import { impedance } from './safe-imped';
import { dcCurrent, dcTotal, dcUnfed } from './dc-current';
import { phantom, phantomWanted } from './phantom';
import { heat, mainsLoad, mainsVolts } from './safe-mains';
import { dcAc, dcPolarity, dcUnder, dcVolts, positiveGround } from './safe-dc';
import { bridged } from './safe-bridged';
import { noLoad } from './safe-noload';
import { tapOnly } from './safe-taponly';
import { openPower } from './safe-openpower';
import { rating } from './safe-rating';
import { speakerLead } from './safe-spklead';
import { speakerOut } from './safe-spkout';
import { twoTaps } from './safe-twotaps';
import { humCircuits, humSupply, humUnbalanced } from './hum-joined';
import { adrift, liftWorse, openAtBoth } from './hum-lifts';
import { humLeak, humLoop } from './hum-loop';
import { phones } from './spk-phones';
import { direction } from './wire-direction';
import { grid } from './wire-grid';
import { halfLoop } from './wire-halfloop';
import { joined } from './wire-joined';
import { length } from './wire-length';
import { loopOff } from './wire-loopoff';
import { loose } from './wire-loose';
import { plug } from './wire-plug';
import { ring } from './wire-ring';
import { shut } from './wire-shut';
import { silent } from './wire-silent';
import { turned } from './wire-turned';
import { controlNumbers, midiChannel } from './ctrl-agree';
import { midiChain, unknownState } from './ctrl-chain';
import { programNumber } from './ctrl-number';
import { expression } from './exp-wiring';
import { pop } from './ctrl-pop';
import { presses } from './ctrl-presses';
import { switchVolts } from './safe-switchvolt';
import { colour, unstored } from './ctrl-stored';
import { switchJack } from './ctrl-jack';
import { noWay } from './ctrl-noway';
import { lookalike, ringHeld } from './ctrl-plug';
import { soundRule } from './sound-rule';

const BY_CODE: Readonly<Record<Code, Rule>> = {
  'SAFE-NOLOAD': noLoad,
  'SAFE-TAPONLY': tapOnly,
  'SAFE-SPKOUT': speakerOut,
  'SAFE-IMPED': impedance,
  'SAFE-TWOTAPS': twoTaps,
  'SAFE-RATING': rating,
  'SAFE-BRIDGED': bridged,
  'SAFE-OPENPOWER': openPower,
  'SAFE-EARTH': earth,
  'SAFE-UNEARTHED': unearthed,
  'SAFE-MAINSVOLT': mainsVolts,
  'SAFE-HEAT': heat,
  'SAFE-MAINS': mainsLoad,
  'SAFE-PHANTOM': phantom,
  'PHANTOM-WANTED': phantomWanted,
  'SAFE-DCVOLT': dcVolts,
  'SAFE-DCPOL': dcPolarity,
  'SAFE-DCAC': dcAc,
  'SAFE-POSGND': positiveGround,
  'DC-CURRENT': dcCurrent,
  'DC-TOTAL': dcTotal,
  'DC-UNDER': dcUnder,
  'DC-UNFED': dcUnfed,
  'SAFE-FEEDBACK': feedback,
  'SAFE-SWITCHVOLT': switchVolts,
  'WIRE-JOINED': joined,
  'WIRE-DIRECTION': direction,
  'WIRE-RING': ring,
  'WIRE-PLUG': plug,
  'SAFE-SPKLEAD': speakerLead,
  'WIRE-LENGTH': length,
  'SPK-PHONES': phones,
  'LEVEL-MODE': levelMode,
  'WIRE-HALFLOOP': halfLoop,
  'WIRE-LOOPOFF': loopOff,
  'WIRE-GRID': grid,
  'WIRE-LOOSE': loose,
  'WIRE-ASIDE': aside,
  'WIRE-SILENT': silent,
  'WIRE-SHUT': shut,
  'MODEL-DOUBLE': double,
  'MODEL-TWOPRE': twoPreamps,
  'MODEL-TWOCAB': twoCabinets,
  'MODEL-NOPRE': noPreamp,
  'MODEL-BOTHSPK': bothSpeakers,
  'MODEL-MISSING': missing,
  'MODEL-OUTMODE': outputMode,
  'MODEL-POWER': modelPower,
  'ORDER-PICKUP': pickup,
  'ORDER-TIME': time,
  'ORDER-GATE': places.gate,
  'ORDER-TUNER': places.tuner,
  'ORDER-PITCH': places.pitch,
  'ORDER-EQ': places.equaliser,
  'ORDER-VOLUME': places.volume,
  'ORDER-LOOPER': places.looper,
  'ORDER-CAB': places.cabinetModel,
  'GEAR-UNUSED': unused,
  'WIRE-TURNED': turned,
  'WIRE-BRIDGE': bridge,
  'WIRE-LOOPPLACE': loopPlace,
  'WIRE-FEEDS': feeds,
  'CAP-SLOTS': slots,
  'WIRE-INMODE': inMode,
  'WIRE-BALANCE': balance,
  'STEREO-LOST': stereoLost,
  'STEREO-CROSSED': crossed,
  'GEAR-HIDDEN': hiddenSetting,
  'STEREO-NARROW': narrow,
  'SPLIT-TWIN': twin,
  'DIG-CLOCK': clocks,
  'GEAR-LEFTOVER': leftover,
  'KNOB-DEAD': knobs,
  'SAFE-EARS': feedsApart.ears,
  'KNOB-REACH': feedsApart.reach,
  'SOUND-RULE': soundRule,
  'CTRL-JACK': switchJack,
  'CTRL-LOOKALIKE': lookalike,
  'CTRL-RINGHELD': ringHeld,
  'CTRL-NOWAY': noWay,
  'CTRL-NUMBER': programNumber,
  'CTRL-CHANNEL': midiChannel,
  'CTRL-CC': controlNumbers,
  'CTRL-CHAIN': midiChain,
  'CTRL-UNKNOWN': unknownState,
  'EXP-WIRING': expression,
  'CTRL-PRESSES': presses,
  'CTRL-POP': pop,
  'CTRL-UNSTORED': unstored,
  'CTRL-COLOUR': colour,
  'HUM-BOTHENDS': openAtBoth,
  'HUM-ADRIFT': adrift,
  'HUM-LIFTWORSE': liftWorse,
  'HUM-LOOP': humLoop,
  'HUM-LEAK': humLeak,
  'HUM-SUPPLY': humSupply,
  'HUM-CIRCUITS': humCircuits,
  'HUM-UNBAL': humUnbalanced,
  'TONE-DULL': dull,
  'TONE-PEAK': peak,
  'TONE-LOAD': load,
  'TONE-DRIVE': weakDrive,
  'TONE-VOLPOT': volumePot,
  'TONE-ISO': isolator,
  'TONE-OVERRIDDEN': overridden,
  'TONE-SPARE': spare,
  'LEVEL-CLIP': clip,
  'LEVEL-UNITY': unity,
  'LEVEL-SOUNDS': soundLevel,
  'LEVEL-GUITARS': guitarLevel,
  'LEVEL-LOW': low,
  'LEVEL-DESK': desk,
  'NOISE-FLOOR': noiseFloor,
  'PHASE-AMPS': meetings.amplifiers,
  'PHASE-BLEND': meetings.blend,
  'LOOP-PARALLEL': meetings.parallelLoop,
  'TIME-NOTCH': meetings.notch,
  'TIME-TOTAL': total,
  'CONV-COUNT': conversions,
  'STALE-SETTINGS': stale,
};

/** Every rule, in the order of the codes. */
export const RULES: readonly Rule[] = CODES.map((code) => BY_CODE[code]);

/** The rule that a code stands for; an accepted finding may have one of another version. */
export const ruleOf = (code: string): Rule | undefined =>
  (BY_CODE as Readonly<Partial<Record<string, Rule>>>)[code];
