// Control: what each sound sets, by what it is switched, and what goes over the wire.
export { channelCards, type ChannelCard, type InputWords } from './channel-cards';
export { channelsIn, notReached } from './channels';
export { type Trouble } from './contacts';
export { couldSwitch, inputsIn, type Feed, type InputLine, type PoleLine } from './feeds';
export { switchLeads, type SwitchLead } from './switch-leads';
export { ccLines, proposeCcs } from './cc-plan';
export { channelFaults, freeChannel, type ChannelFault } from './channel-faults';
export { messagesOf, receiversIn, rightlyDialled, type SoundMessages } from './messages';
export { hearingsIn, MOST_IN_A_ROW, senderOf } from './midi-net';
export {
  CALLED_FIELDS,
  choiceOfHeard,
  heardBy,
  heardChoices,
  keepMidi,
  midiForm,
  readMidi,
  readSentChannel,
  SENT_FIELDS,
  SHOWN_FIELDS,
  type MidiField,
  type MidiForm,
} from './own-midi';
export { countingWords, numbersCsv, numbersView, numbersWords, type NumbersView } from './numbers';
export { sentBy } from './sending';
export { soundsHex, soundsSmf } from './proof-out';
export { proofWords, proveSounds, receiverFacts, type Proof, type Shown, type Step } from './proof';
export { guitarOfSong, setLines, setWordsOf, type SetLine } from './set';
export { movedPlace, pedalsIn, swept, volumePedals, type Pedal, type Wiring } from './expression';
export { lightEdits, lightLines, lightOf, unlikeLights } from './lights';
export { notStored, storedBasis, storedView, storedWords, type StoredCell, type StoredView } from './stored';
export { popsIn } from './pops';
export { unknownStates } from './unknown';
export { carriedIn, type Carried } from './carried';
export { notReachedIn, type NotReached } from './not-reached';
export { timeLineOf, type PressChoice, type TimeAsk, type TimeLine } from './time-line';
export type { TimeEvent } from './press-times';
export { controlView, msOf, timeWords, type ControlView } from './layer-view';
export { choicesOf, type Cell, type Choice } from './cells';
export { cellName, headOf, type Column } from './columns';
export { combinationRows, combinationsIn, type Combinations } from './combinations';
export { judgeRule, memberName, proposedRules, ruleLines, type RuleLine } from './rules';
export { proposeSwitches, type Proposal } from './propose';
export { changesWithin, walksIn, walksOf, type Walk } from './presses';
export {
  changeOf,
  pressesView,
  setWords,
  totalWords,
  worstFirst,
  type Change,
  type PressesView,
  type PressLine,
} from './changes';
export { beginTrial, bankIn, pressOn, soundIn, type Trial } from './trying';
export { readLabels, saidOf, switchesSaid, usualSwitches } from './own-switches';
export {
  actChoices,
  actWords,
  callEdit,
  readAct,
  slotEdit,
  slotKey,
  underFoot,
  type FootBox,
  type FootSlot,
} from './under-foot';
export {
  calledBySounds,
  clearCells,
  copyCells,
  fillDown,
  pasteInto,
  pressCells,
  readSounds,
  soundsCsv,
  soundTable,
  typeInto,
  type CellRange,
  type SoundTable,
  type TableAct,
  type TableCell,
} from './table';
