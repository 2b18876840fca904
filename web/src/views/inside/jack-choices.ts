import { jackIn, type Box, type Rows } from '../../../../core/model';

export const NONE = '';

type Option = { readonly value: string; readonly label: string };

const carriesPaths = (box: Box, way: 'in' | 'out') =>
  box.jacks.filter(
    ({ direction, carries }) =>
      direction === way && ['instrument', 'line', 'mic', 'phones'].includes(carries),
  );

/** Jacks that a row, or a loop, may go by; none of them too. */
export const jackChoices = (box: Box, way: 'in' | 'out'): readonly Option[] => [
  { value: NONE, label: 'none' },
  ...carriesPaths(box, way).map(({ id, label }) => ({ value: id, label })),
];

/** Outputs at which no row comes out and by which no loop goes. */
export function freeOutputs(box: Box, rows: Rows): readonly Option[] {
  const used = new Set([
    ...rows.rows.flatMap(({ outputs }) => outputs),
    ...Object.values(rows.loops).flatMap(({ send, sendRight }) => [send, sendRight]),
    ...rows.taps.flatMap(({ to }) => ('jack' in to ? [to.jack] : [])),
  ]);
  return carriesPaths(box, 'out')
    .filter(({ id }) => !used.has(id))
    .map(({ id, label }) => ({ value: id, label }));
}

export const jackLabel = (box: Box, id: string): string => jackIn(box, id)?.label ?? id;
