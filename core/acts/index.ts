// What can be done with what is selected, as edits and as the next thing to look at; no screen is needed to know it.
export {
  alongJacks,
  alongRoute,
  boxIdOf,
  bypassEdit,
  foldEdit,
  FOLD_WORDS,
  handFrom,
  isWhole,
  leadSelected,
  loomSelected,
  mainBlock,
  nextFold,
  otherSound,
  otherVariant,
  removeSelected,
  selectedBox,
  selectionWords,
  unplugEdit,
  type Selection,
} from './selected';
export { likelyEdits } from './likely';
export { switchesAlong, type Switch } from './switches';
