import { makePlace, makeSound } from './make';
import { rigSchema } from './schema-rig';
import { FORMAT, VERSION } from './terms';
import type { Rig } from './types';

/** A rig with the usual stage (player, floor, backline, desk), one sound and nothing in it. */
export function makeRig(args: {
  id: string;
  title: string;
  created: string;
  /** What the house begins with: its limits, and its sides where technicians disagree. */
  houseRules?: Rig['houseRules'] | undefined;
}): Rig {
  return rigSchema.parse({
    format: FORMAT,
    version: VERSION,
    id: args.id,
    title: args.title,
    dates: { created: args.created },
    ...(args.houseRules ? { houseRules: args.houseRules } : {}),
    stage: {
      places: [
        makePlace('player', 'Player', { distanceM: 0, dropM: 0.5 }),
        makePlace('floor', 'Floor', { distanceM: 3, dropM: 0.3 }),
        makePlace('backline', 'Backline', { distanceM: 5, dropM: 0.5 }),
        makePlace('desk', 'Desk', { distanceM: 20, dropM: 0.5 }),
      ],
    },
    boxes: [],
    leads: [],
    sounds: [makeSound('sound-1', 'Sound 1')],
  });
}
