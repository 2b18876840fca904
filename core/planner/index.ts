// What a routing would cost on this rig, counted; the figures that nobody has looked up.
export { assumedFigures, type AssumedLine } from './assumed';
export { cardOf, cardsOf, type Card } from './card';
export type { CardLead } from './figures';
export { actName, previewOf, type Preview, type PreviewLead } from './preview';
export {
  CRITERIA,
  criteriaIn,
  judged,
  planAsVariant,
  oneEach,
  planSearch,
  ranked,
  type Criterion,
  type Plan,
  type PlanLine,
  type PlanStep,
} from './plan';
export { preampIn, preampKey, preampsOf, throughPreamp } from './preamps';
export { worthLookingUp, type WorthLine, type WorthStep } from './worth';
