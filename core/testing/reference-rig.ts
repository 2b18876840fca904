// The 20-box rig that the map's measures were tried on: loop switcher, four-cable unit, stereo house feed; as a file.
import { readFileSync } from 'node:fs';
import { readRig } from '../file';
import type { Rig } from '../model';

export function referenceRig(): Rig {
  const read = readRig(readFileSync('core/testing/twenty-boxes.humrig.json', 'utf8'));
  if (!read.ok) throw new Error(read.problems.map(({ path, reason }) => `${path}: ${reason}`).join('; '));
  return read.rig;
}
