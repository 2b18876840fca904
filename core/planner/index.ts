export { cardOf, cardsOf, stageRuns, type Card, type CardLead } from './card';
