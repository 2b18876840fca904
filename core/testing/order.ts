// The order of a rig, asked and changed as people do it: by words.
import { expect } from '@jest/globals';
import {
  actChains,
  everyPlace,
  heldWords,
  parseChains,
  readingsIn,
  wireAct,
  wireChains,
  writeChains,
  type Act,
  type Held,
  type PlaceAt,
} from '../chain';
import { applyEdit } from '../edits';
import { checkInvariants, inNight, patchRig, type Rig } from '../model';
import { build } from './build';

/** In the base, at rest. */
export const AT = { variant: null, wirings: {} };
export const read = (rig: Rig) => writeChains(rig, readingsIn(inNight(rig, null))[0]!.reading.chains);

/** Gear wired as a chain says. */
export function wired(line: string, text: string): Rig {
  const rig = build(line);
  const result = wireChains(rig, parseChains(rig, text));
  if ('reason' in result) throw new Error(result.reason);
  return result.trial;
}

/** Every place of a rig's order. */
export const places = (rig: Rig): readonly PlaceAt[] => everyPlace(actChains(rig, AT));

/** The stop of these words, in hand. */
export const holding = (rig: Rig, words: string): Held => {
  const chains = actChains(rig, AT);
  const all = places(rig).map((at): Held => ({ kind: 'stretch', stretch: { ...at, count: 1 } }));
  const found = all.find((held) => heldWords(rig, chains, held) === words);
  if (!found) throw new Error(`${words}: ${all.map((held) => heldWords(rig, chains, held)).join('; ')}`);
  return found;
};

/** An act done, and undone on the way. */
export function done(rig: Rig, act: Act): Rig {
  const result = wireAct(rig, AT, act);
  if ('reason' in result) throw new Error(result.reason);
  expect(checkInvariants(result.trial)).toEqual([]);
  const applied = applyEdit(rig, { edit: 'takeRouting', arguments: result.change });
  expect(patchRig(applied.rig, applied.inverse)).toEqual(rig);
  return result.trial;
}
