// The facts of a part as the texts of a form, and what those texts must be.
import { z } from 'zod';
import {
  fieldText,
  figureTexts,
  partAt,
  readField,
  readFigure,
  type Address,
  type Field,
  type FigureTexts,
  type GearItem,
} from '../../../../core/gear';
import { figureKey, type FigurePlace } from '../../../../core/model';
import { unreadKey } from './panel-store';

/** What the form holds: a text for each field, and the texts of each figure. */
export type PartTexts = {
  readonly fields: Readonly<Record<string, string>>;
  readonly figures: Readonly<Record<string, FigureTexts>>;
};

/** Names of the form hold no dots, which would be steps into it. */
export const formName = (path: string): string => path.replaceAll('.', ':').replaceAll('/', ':');

const figureTextsSchema = z.object({
  value: z.string(),
  source: z.enum(['assumed', 'manual', 'measured']),
  low: z.string(),
  high: z.string(),
  page: z.string(),
  note: z.string(),
  date: z.string(),
});

/** The texts of a part as its fields read them: a text that stands for no value is told at its field. */
export function schemaOf(fields: readonly Field[], figures: readonly FigurePlace[]) {
  const text = (field: Field) =>
    z.string().superRefine((value, context) => {
      const read = readField(field, value);
      if (!read.ok) context.addIssue({ code: 'custom', message: read.reason });
    });
  const figure = ({ unit, figure: before }: FigurePlace) =>
    figureTextsSchema.superRefine((texts, context) => {
      const read = readFigure(texts, unit, before);
      if (!read.ok) context.addIssue({ code: 'custom', message: read.reason, path: ['value'] });
    });
  return z.object({
    fields: z.object(Object.fromEntries(fields.map((field) => [formName(field.path), text(field)]))),
    figures: z.object(
      Object.fromEntries(figures.map((place) => [formName(figureKey(place.at)), figure(place)])),
    ),
  });
}

export function textsOf(
  item: GearItem,
  address: Address,
  unread: Readonly<Record<string, string>>,
  of: { fields: readonly Field[]; figures: readonly FigurePlace[] },
): PartTexts {
  const part = partAt(item, address);
  return {
    fields: Object.fromEntries(
      of.fields.map((field) => [
        formName(field.path),
        unread[unreadKey(address, field.path)] ?? fieldText(field, part),
      ]),
    ),
    figures: Object.fromEntries(
      of.figures.map(({ at, figure, unit }) => {
        const kept = unread[unreadKey(address, at.field)];
        const texts = kept === undefined ? figureTexts(figure, unit) : (JSON.parse(kept) as FigureTexts);
        return [formName(figureKey(at)), texts];
      }),
    ),
  };
}

/** A heading whose facts are at rest stays folded. */
export const valueIsSaid = ({ fields }: PartTexts, path: string) => {
  const text = fields[formName(path)] ?? '';
  return text !== '' && !['none', 'no', 'anywhere', 'never', 'unknown'].includes(text);
};
