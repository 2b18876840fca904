export { assumedFigures, type AssumedLine } from './assumed';
export { cardOf, cardsOf, type Card, type CardLead } from './card';
