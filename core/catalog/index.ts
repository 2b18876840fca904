// Kinds of gear with typical figures, quick entry, and the blocks a grid can take.
export { CATALOGUE, CATALOGUE_GROUPS, gridChoices, makeGridBlock } from './catalogue';
export { makeBox, type Kind } from './kind';
export { boxesFromQuick, guessKinds, readQuickLine, type Guess, type QuickItem } from './quick';
