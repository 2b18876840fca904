import {
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
} from '@tanstack/react-table';
import type { ScheduleRow } from '../../../../core/papers';

export const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
});

type Column = {
  readonly id: string;
  readonly header: string;
  readonly accessorFn: (row: ScheduleRow) => string | number;
  readonly sortFn: 'alphanumeric' | 'basic';
};

/** Columns of the schedule, in the order they are read. */
export const columns: Column[] = [
  { id: 'number', header: 'No.', accessorFn: (row) => row.number, sortFn: 'basic' },
  { id: 'from', header: 'From', accessorFn: (row) => row.from, sortFn: 'alphanumeric' },
  { id: 'to', header: 'To', accessorFn: (row) => row.to, sortFn: 'alphanumeric' },
  { id: 'kind', header: 'Kind', accessorFn: (row) => row.kind, sortFn: 'alphanumeric' },
  { id: 'plugs', header: 'Plugs', accessorFn: (row) => row.plugs, sortFn: 'alphanumeric' },
  { id: 'length', header: 'Length', accessorFn: (row) => row.lengthM, sortFn: 'basic' },
  { id: 'loom', header: 'Loom', accessorFn: (row) => row.loom, sortFn: 'alphanumeric' },
  { id: 'state', header: 'State', accessorFn: (row) => row.state, sortFn: 'alphanumeric' },
];
