// Kinds of gear with typical figures, quick entry, and the blocks a grid can take.
export { CATALOGUE, CATALOGUE_GROUPS } from './catalogue';
export { gridChoices, makeGridBlock } from './grid';
export { makeBox, modelOf, type FigureSet, type Kind } from './kind';
export { boxesFromQuick, chosenOf, readQuickLine, type Choice, type QuickItem } from './quick';
export { guessKinds, type Guess } from './search';
