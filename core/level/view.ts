// What the Level layer tells beside the map: whose the noise is, and which knob moves which feed.
import { inNight, inSetting, type Rig, type Setting } from '../model';
import { traceIn } from '../signal';
import { feedsIn } from './feeds';
import type { NoiseGroup } from './noise';
import { gateWords, noiseAtEnd } from './shares';

export type LevelView = KnobTable & {
  /** null: nothing is known to make noise on the route. */
  readonly noise: {
    readonly averageDbu: number;
    readonly noiseDbu: number;
    readonly unheardDb: number;
    readonly shares: readonly {
      readonly group: NoiseGroup;
      readonly dbu: number;
      readonly share: number;
      /** The tag of the box that makes most of it. */
      readonly most: string;
      readonly box: string;
    }[];
    readonly gates: readonly { readonly name: string; readonly share: number; readonly db: number }[];
    readonly gate: string;
  } | null;
};

/** Which knob moves which feed, in words. */
export type KnobTable = {
  readonly feeds: readonly string[];
  readonly knobs: readonly {
    readonly box: string;
    readonly words: string;
    /** For each feed: does it move it? */
    readonly moves: readonly boolean[];
  }[];
};

/** The level knobs of one night, with the feeds that they move. */
export function knobTable(rig: Rig, variant: string | null): KnobTable {
  const { feeds, knobs } = feedsIn(inNight(rig, variant));
  return {
    feeds: feeds.map(({ words }) => words),
    knobs: knobs.map(({ box, control, moves }) => ({
      box: box.id,
      words: `${control.label} of ${box.name}`,
      moves: feeds.map(({ key }) => moves.includes(key)),
    })),
  };
}

/** Of one route of a setting; the knobs of the whole night. */
export function levelView(rig: Rig, setting: Setting, route: number): LevelView {
  const of = inSetting(rig, setting);
  const path = traceIn(of).paths[route];
  const noise = path ? noiseAtEnd(of, path) : null;
  return {
    ...knobTable(rig, setting.variant),
    noise: noise && {
      averageDbu: noise.averageDbu,
      noiseDbu: noise.noiseDbu,
      unheardDb: noise.unheardDb,
      shares: noise.shares.map(({ most, ...share }) => ({ ...share, most: most.tag, box: most.id })),
      gates: noise.gates.map(({ box, share, db }) => ({ name: box.name, share, db })),
      gate: gateWords(noise.shares),
    },
  };
}
