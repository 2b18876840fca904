// What a routing would cost on this rig, counted; the figures that nobody has looked up.
export { assumedFigures, type AssumedLine } from './assumed';
export { cardOf, cardSearch, cardsOf, routingAsVariant, type Card, type CardLead } from './card';
export { actName, previewOf, type Preview, type PreviewLead } from './preview';
