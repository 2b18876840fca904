import type { Rig } from './types';

/** The text of a rig file: UTF-8 JSON, two spaces, a line feed at the end. Who walked a walk is left out unless asked. */
export function writeRig(rig: Rig, options: { withNames?: boolean } = {}): string {
  const walks = options.withNames ? rig.walks : rig.walks.map((walk) => ({ ...walk, who: undefined }));
  return `${JSON.stringify({ ...rig, walks }, null, 2)}\n`;
}
