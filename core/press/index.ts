// Sheet and labels as PDF, vector with the fonts embedded.
export { labelsPdf, type LabelForm } from './labels';
export { type Paper, type PressFonts } from './pen';
export { sheetPdf, type Order } from './sheet';
