/** The views in the order of the work; a view stands here from when its first part exists. */
export const VIEWS = [
  { path: 'gear', name: 'Gear' },
  { path: 'map', name: 'Map' },
] as const;
