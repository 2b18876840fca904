// Short words for writing down which facts a part has.
import type { Field } from './field';
import type { GearItem } from './item';

/** A heading of a part's facts, with its fields. */
export type FieldGroup = { readonly title: string; readonly fields: readonly Field[] };

export type Option = { readonly value: string; readonly label: string };

export const text = (path: string, label: string, more: Partial<Field> = {}): Field => ({
  path,
  label,
  type: 'text',
  ...more,
});
export const choice = (
  path: string,
  label: string,
  options: readonly Option[],
  more: Partial<Field> = {},
): Field => ({
  path,
  label,
  type: 'choice',
  options,
  ...more,
});
export const flag = (path: string, label: string): Field => ({ path, label, type: 'flag' });
export const number = (path: string, label: string, more: Partial<Field> = {}): Field => ({
  path,
  label,
  type: 'number',
  empty: 'absent',
  ...more,
});
export const whole = (path: string, label: string): Field => ({
  path,
  label,
  type: 'whole',
  empty: 'absent',
});
export const notes: Field = { path: 'notes', label: 'Notes', type: 'notes' };

export const jackOptions = (item: GearItem, but = ''): readonly Option[] =>
  item.jacks.filter(({ id }) => id !== but).map(({ id, label }) => ({ value: id, label }));
