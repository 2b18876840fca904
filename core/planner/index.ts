export { assumedFigures, type AssumedLine } from './assumed';
export { cardOf, cardsOf, stageRuns, type Card, type CardLead } from './card';
