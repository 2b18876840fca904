import mono from '@expo-google-fonts/atkinson-hyperlegible-mono/400Regular/AtkinsonHyperlegibleMono_400Regular.ttf';
import sans from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf';
import bold from '@expo-google-fonts/atkinson-hyperlegible-next/600SemiBold/AtkinsonHyperlegibleNext_600SemiBold.ttf';
import { labelsPdf, sheetPdf, type LabelForm, type Order, type Paper } from '../core/press';
import { BadInput, rigOf, variantOf, type Call } from './input';

function orderOf(call: Call): Order {
  const paper = call.values['--paper'] ?? 'a4';
  if (paper !== 'a4' && paper !== 'letter') throw new BadInput(`--paper wants a4 or letter, not "${paper}"`);
  const text = call.values['--date'];
  const date = text === undefined ? new Date() : new Date(text);
  if (Number.isNaN(date.getTime()))
    throw new BadInput(`--date wants a date such as 2026-03-01, not "${text}"`);
  return {
    fonts: { sans, bold, mono },
    paper: paper satisfies Paper,
    unit: call.flags.has('--feet') ? 'feet' : 'metres',
    date,
  };
}

/** The sheet of a rig as a PDF. */
export const sheetFile = (call: Call): Promise<Uint8Array> => {
  const rig = rigOf(call);
  return sheetPdf(rig, variantOf(call, rig), orderOf(call));
};

/** Labels for both ends of every lead as a PDF. */
export const labelsFile = (call: Call): Promise<Uint8Array> => {
  const rig = rigOf(call);
  const form: LabelForm = call.flags.has('--flag') ? 'flag' : 'wrap';
  return labelsPdf(rig, variantOf(call, rig), { ...orderOf(call), form });
};
