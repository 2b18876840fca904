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

/** The parts of the view Sounds, behind its path. */
export const SOUND_PARTS = [
  { path: '', name: 'Table' },
  { path: '/set', name: 'Set' },
  { path: '/feet', name: 'Under the foot' },
  { path: '/presses', name: 'Presses' },
  { path: '/combinations', name: 'Combinations' },
  { path: '/channels', name: 'Channels' },
  { path: '/numbers', name: 'Numbers' },
  { path: '/proof', name: 'Proof' },
  { path: '/sweeps', name: 'Sweeps' },
  { path: '/stored', name: 'Stored' },
  { path: '/rules', name: 'Rules' },
] as const;
