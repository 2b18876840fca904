export { assumedFigures, type AssumedLine } from './assumed';
export { cardOf, cardSearch, cardsOf, type Card, type CardLead } from './card';
