/** The views in the order of the work; a view stands here from when its first part exists. */
export const VIEWS = [
  { path: 'gear', name: 'Gear' },
  { path: 'routes', name: 'Routes' },
  { path: 'map', name: 'Map' },
  { path: 'sounds', name: 'Sounds' },
  { path: 'cables', name: 'Cables' },
  { path: 'bench', name: 'Bench' },
  { path: 'sheet', name: 'Sheet' },
] as const;
