import type { Part, SliceName, Slices } from '../model';
import type { Code } from './codes';
import type { Cure } from './cure';
import type { Data, Finding, Found, View } from './finding';

/** What is so, with its figures; and why it matters. */
export type Sentence = { readonly text: string; readonly why: string };

/** Names for the sentence of a finding, as people read them off the boxes. */
export type Say = {
  readonly sound: () => string;
  /** Of any sound. */
  readonly soundOf: (id: string) => string;
  /** The variant it is so in, by name; empty where it is the wiring at rest. */
  readonly night: () => string;
  readonly box: (id: string) => string;
  /** @param key `box/jack` */
  readonly jack: (key: string) => string;
  /** @param key `box/block` */
  readonly block: (key: string) => string;
  readonly parts: (type?: Part['type']) => readonly string[];
  readonly figure: (name: string) => string;
  readonly controlsOf: (box: string, ids: readonly string[]) => string;
  readonly jacksOf: (box: string, ids: readonly string[]) => string;
};

/** What is found in some slices; `reads` where it is a derivation by itself: those that it declares. */
export type Judge<D extends Data> = ((of: Slices) => readonly Found<D>[]) & {
  readonly reads?: readonly SliceName[];
};

/** One kind of finding: what is judged, what is said of it, and what cures it. D is what the last two go by. */
export type RuleOf<D extends Data> = {
  readonly code: Code;
  /** `rig`: reads no sound's state, sound is null. `sound`: judged once for each sound. */
  readonly reads: 'rig' | 'sound';
  /** Never a danger or a fault: trials of other findings' cures need not ask it. */
  readonly isMild?: true;
  /** It may bring about what stands under it: the lower the number, the earlier it is looked at as a cause. */
  readonly cause?: 1 | 2 | 3;
  /** A derivation: it declares the slices that it reads. */
  readonly judge: Judge<D>;
  /**
   * For rules that search for whose fault it is, or whose finding names several: what is wrong by itself, as keys, one
   * by one and without that search. A trial of a cure is held against these: of what is wrong nothing may be new, and
   * something must be gone.
   */
  readonly wrong?: (of: Slices) => readonly string[];
  /** For causes: what it explains of itself, whatever its cure takes away: the same lead, the same amplifier. */
  readonly covers?: (finding: Finding<D>, other: Finding) => boolean;
  readonly words: (finding: Finding<D>, say: Say) => Sentence;
  /** What else is wrong and has its own line: a cure is tried with that put right too. */
  readonly along?: (view: View, found: Found<D>) => readonly Cure[];
  /** Edits that may cure it, best first; the first that proves itself on a trial document is offered. */
  readonly cures?: (view: View, found: Found<D>) => Iterable<Cure>;
};

export type Rule = RuleOf<Data>;

/** A rule among the others. What its words and cures are handed is what it found itself, so their data is of its kind. */
export const rule = <D extends Data>(own: RuleOf<D>): Rule => own as unknown as Rule;
