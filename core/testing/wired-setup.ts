import { parseChains, wireChains } from '../chain';
import type { Rig } from '../model';
import { build } from './build';
import { SETUPS } from './setups';

/** A setup by the beginning of its name, wired as its chains say. */
export function wiredSetup(start: string): Rig {
  const [, line, text] = SETUPS.find(([name]) => name.startsWith(start))!;
  const rig = build(line);
  const wired = wireChains(rig, parseChains(rig, text));
  if ('reason' in wired) throw new Error(wired.reason);
  return wired.trial;
}
